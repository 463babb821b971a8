/** Answers put where they belong: an answered question is a field of the survey that somebody filled. */
import { type Family, SURVEYS } from '../family/surveys';
import { applyChanges } from './changes';

type Tree = Record<string, unknown>;
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v);

/** One that does not fit its field stays an answer; a field that is filled already stands. */
export function withAnswers(
  family: Family,
  survey: Tree,
  answers: Readonly<Record<string, string>>,
): { survey: Tree; answers: Record<string, string> } {
  const { answers: fields, seen } = SURVEYS[family];
  let out = survey;
  const left = { ...answers };
  for (const [code, path] of Object.entries(fields as Record<string, readonly string[]>)) {
    const value = answers[code];
    const last = path.at(-1);
    const parent = path.slice(0, -1).reduce<unknown>((at, step) => (isTree(at) ? at[step] : undefined), out);
    if (value === undefined || last === undefined || !isTree(parent)) continue;
    const { value: filled } = applyChanges(out, [{ path: [...path], to: value }]);
    if (parent[last] === undefined && !seen.safeParse(filled).success) continue;
    delete left[code];
    if (parent[last] === undefined) out = filled;
  }
  return { survey: out, answers: left };
}
