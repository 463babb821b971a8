// Who asks which family a job is of: only the registries may know. Text is enough for it, since the question is
// always written the same way; a planted one must be found.

/** A comparison of a family, or a family's own results picked where every family is served. */
const ASKS = /\bfamily\s*[!=]==|\b(?:derived|d)\.(?:boiler|floor|heater|contact|loop)\b/;
/** Folders of one family, and the registries. */
const OWN = /^src\/(?:core|features)\/(?:boiler|floor|lowvoltage|heater|contact|family)\//;

/**
 * @param files paths with their text
 * @returns "path:line: the line" for every ask
 */
export function familyAsks(files) {
  return files
    .filter(({ path }) => !OWN.test(path) && !/\.test\.tsx?$|^tests\/|^bench\/|^demo\//.test(path))
    .flatMap(({ path, text }) =>
      text
        .split('\n')
        .flatMap((line, i) => (ASKS.test(line) ? [`${path}:${i + 1}: ${line.trim().slice(0, 100)}`] : [])),
    );
}

const CANARY = [
  { path: 'src/features/shell/x.tsx', text: "const a = 1;\nif (job.family === 'floor') go();" },
  { path: 'src/core/record/x.ts', text: 'const s = derived.boiler?.sheet;' },
  { path: 'src/core/floor/x.ts', text: 'const s = d.floor;' },
];

/** The check's own proof: two planted asks are found, a family's own folder is left alone. */
export const canSee = () => familyAsks(CANARY).length === 2;
