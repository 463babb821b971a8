/**
 * Text that may be stored: well-formed Unicode, and of the control characters only tabs and line ends. A half of a
 * surrogate pair or a NUL is written by some layers and not read back by others.
 */

// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
/** Half of a surrogate pair: a high one without its low one, or a low one by itself. */
const HALF = /[\ud800-\udbff](?![\udc00-\udfff])|(?:[^\ud800-\udbff]|^)[\udc00-\udfff]/;

const wrongWith = (text: string): string | null =>
  CONTROL.test(text)
    ? 'holds a control character'
    : HALF.test(text)
      ? 'holds half of a character: it is not well-formed Unicode'
      : null;

export interface BadText {
  path: string;
  message: string;
}

/** The first text or key anywhere in a JSON value that may not be stored; null where all may. */
export function badText(value: unknown, path: readonly string[] = []): BadText | null {
  const at = (message: string): BadText => ({ path: path.join('.'), message });
  if (typeof value === 'string') {
    const wrong = wrongWith(value);
    return wrong === null ? null : at(`The text here ${wrong}.`);
  }
  if (Array.isArray(value)) {
    for (const [i, item] of value.entries()) {
      const bad = badText(item, [...path, String(i)]);
      if (bad) return bad;
    }
    return null;
  }
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, item] of Object.entries(value)) {
    if (key === '__proto__') return at('No key may be called “__proto__”.');
    if (wrongWith(key) !== null) return at('A key here is not well-formed text.');
    const bad = badText(item, [...path, key]);
    if (bad) return bad;
  }
  return null;
}
