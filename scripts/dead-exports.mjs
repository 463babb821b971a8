// Exported values that no other file names: either the code is dead, or the export is needless. Text is enough: a
// name that stands in no other tracked file cannot be used there. Types may be exported for the signatures they are in.
import { readFileSync } from 'node:fs';

const EXPORT = /^export (?:declare )?(?:abstract )?(?:async )?(?:const|let|function\*?|class|enum) (\w+)/gm;
/** Read by name by the framework or by tools. */
const BY_NAME = /^(?:app\/|proxy\.ts|instrumentation\.ts|\w[\w.-]*\.config\.|scripts\/)/;

/** @param files paths with their text; @returns "path: name" for every export that stands nowhere else */
export function deadExports(files) {
  const words = new Map();
  for (const { path, text } of files)
    for (const word of new Set(text.match(/\w+/g) ?? [])) {
      const seen = words.get(word);
      if (seen === undefined) words.set(word, path);
      else if (seen !== path) words.set(word, true);
    }
  return files
    .filter(({ path }) => !BY_NAME.test(path))
    .flatMap(({ path, text }) =>
      [...text.matchAll(EXPORT)].flatMap((m) => (words.get(m[1]) === true ? [] : [`${path}: ${m[1]}`])),
    );
}

const CANARY = [
  { path: 'src/a.ts', text: 'export const used = 1;\nexport function forgotten() {}\n' },
  { path: 'src/b.ts', text: "import { used } from './a';\n" },
];

/** The check's own proof: the planted one is found, the used one is not. */
export const findsDead = () => deadExports(CANARY).join() === 'src/a.ts: forgotten';

export const readAll = (root, paths) => paths.map((path) => ({ path, text: readFileSync(`${root}${path}`, 'utf8') }));
