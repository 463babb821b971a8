/** What is tried, under every answer that an open question still allows: harmless is only what is so under all of them. */
import { answered } from '../findings/answer';
import type { Question } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { deriveLowVoltage, type LowVoltageDerived } from './family';
import { type Trial, type TrialResult, tryIt } from './try-it';

export interface OpenTrialResult extends TrialResult {
  /** Answers under which it would do harm: the question, the answer, and what happens then. */
  hangsOn: { ask: string; answer: string; harm: string }[];
}

/** Answers tried, at most. */
const MOST_ANSWERS = 40;

/** @param questions what is open */
export function tryUnderOpen(
  job: LowVoltageJob,
  d: LowVoltageDerived,
  questions: readonly Question[],
  trials: readonly Trial[],
): OpenTrialResult | null {
  const base = tryIt(d, trials);
  if (!base) return null;
  const known = new Set([...base.burns, ...base.warns]);
  const hangsOn = questions
    .filter((q) => q.field)
    .flatMap((q) => q.answers.map((a) => ({ q, a })))
    .slice(0, MOST_ANSWERS)
    .flatMap(({ q, a }) => {
      // The answer is put into the kept survey, and read as the seen one is.
      const other = answered(job as never, q, a.value) as unknown as LowVoltageJob;
      const own = deriveLowVoltage(other);
      const then = tryIt(own, trials);
      // What stands against it without the trial as well is no harm of the trial's.
      const already = new Set(own.findings.map((f) => f.message));
      const harm = [...(then?.burns ?? []), ...(then?.warns ?? [])].filter((h) => !known.has(h) && !already.has(h));
      return harm.map((h) => ({ ask: q.ask, answer: a.label, harm: h }));
    });
  return { ...base, hangsOn, harmless: base.harmless && hangsOn.length === 0 };
}
