/**
 * Answers of older records put where they belong: an answered question is a field of the survey that somebody filled. What
 * fits no field stays as it was, and is read by nothing.
 */
import { type Family, SURVEYS } from '../family/surveys';
import { perObject } from '../per-object';
import { applyChanges } from './changes';

type Tree = Record<string, unknown>;
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v);

interface WithAnswers {
  survey: Tree;
  /** What is left: it belongs to no field, or does not fit the one it belongs to. */
  answers: Record<string, string>;
  /** Of the latter, by their codes, why. */
  unfit: Record<string, string>;
}

/** One that does not fit its field stays an answer; a field that is filled already stands. */
export function withAnswers(family: Family, survey: Tree, answers: Readonly<Record<string, string>>): WithAnswers {
  const { answerAt, seen } = SURVEYS[family];
  let out = survey;
  const left = { ...answers };
  const unfit = new Map<string, string>();
  for (const [code, value] of Object.entries(answers)) {
    const field = answerAt(code, value);
    const last = field?.path.at(-1);
    const parent = field?.path
      .slice(0, -1)
      .reduce<unknown>((at, step) => (isTree(at) && Object.hasOwn(at, step) ? at[step] : undefined), out);
    if (!field || last === undefined || !isTree(parent)) continue;
    const { value: filled } = applyChanges(out, [{ path: [...field.path], to: field.value }]);
    if (parent[last] === undefined) {
      const fits = seen.safeParse(filled);
      if (!fits.success) {
        unfit.set(code, fits.error.issues[0]?.message ?? 'does not fit');
        continue;
      }
      out = filled;
    }
    delete left[code];
  }
  return { survey: out, answers: left, unfit: Object.fromEntries(unfit) };
}

interface Answered {
  family: Family;
  survey: unknown;
  answers: Readonly<Record<string, string>>;
}
const filled = perObject(({ family, survey, answers }: Answered) => withAnswers(family, survey as Tree, answers));

/** A job's survey with what its record keeps as answers: a sealed one is never rewritten. */
export const surveyOf = (job: Answered): Tree =>
  Object.keys(job.answers).length === 0 ? (job.survey as Tree) : filled(job).survey;

/** Answers that no field holds: all that is left of them once the survey is written as it is read. */
export const answersLeft = (job: Answered): Readonly<Record<string, string>> =>
  Object.keys(job.answers).length === 0 ? job.answers : filled(job).answers;
