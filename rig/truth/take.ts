/** A job with every reading of its proof, as something that answers each measure gives them. */
import { derive } from '../../src/core/derive';
import type { Job, Reading } from '../../src/core/job/schema';
import type { MeasurePlan, TestPlan } from '../../src/core/proof/proof-run';
import { toldWords } from '../../src/core/proof/told';

const BEGINS = Date.parse('2026-03-01T09:00:00.000Z');
/** From one reading to the next, ms. */
const APART = 20_000;

/** What is read or seen: a figure, or a yes or no with what was seen. */
export type Answer = number | { value: number; words: string };

/** The menu held beside the card. @param setting the one that stands otherwise */
export const readBack = (setting?: string): Answer =>
  setting === undefined ? 1 : { value: 0, words: toldWords([setting]) };

export function takeProof<J extends Job>(job: J, answer: (test: TestPlan, m: MeasurePlan) => Answer): J {
  let at = BEGINS;
  const readings: Record<string, Reading> = { ...job.readings };
  for (const test of derive(job).shared.proof.tests)
    for (const m of test.measures) {
      at += APART;
      const told = answer(test, m);
      readings[`t-${test.id}-${m.id}`.replace(/[^A-Za-z0-9-]/g, '_')] = {
        at: new Date(at).toISOString(),
        by: 'truth',
        source: 'typed',
        quantity: m.quantity,
        ...(typeof told === 'number' ? { value: told } : told),
        state: m.state,
        stop: 'proof',
        test: test.id,
        measure: m.id,
        ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
      };
    }
  return { ...job, readings };
}
