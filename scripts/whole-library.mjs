// What of a library is used as a value in a way that brings all of it into a page: the schemas' classes by their inner
// namespace come with every language the library speaks. Text is enough for it; a planted one must be found.

const WHOLE = /\b(?:instanceof|new|typeof) z\.core\.|\bz\.core\.\$?\w+\s*\(/;

/**
 * @param files paths with their text
 * @returns "path:line: the line" for every such use
 */
export const wholeLibrary = (files) =>
  files.flatMap(({ path, text }) =>
    text.split('\n').flatMap((line, i) => (WHOLE.test(line) ? [`${path}:${i + 1}: ${line.trim().slice(0, 100)}`] : [])),
  );

const CANARY = [
  { path: 'a.ts', text: 'const is = c instanceof z.core.$ZodCheckMaxLength;' },
  { path: 'b.ts', text: 'const f = (s: z.core.$ZodType): z.core.$ZodType => s;' },
];

/** The check's own proof: the planted one is found, a type is left alone. */
export const canSeeWhole = () => wholeLibrary(CANARY).length === 1;
