/** What a proof as written would reveal of single faults, what it would leave doubtful, and what it would miss. */
import type { ProofRun } from '../proof/proof-run';
import { judge } from '../proof/verdict';
import { AS_PLANNED, type Evidence, type Hypothesis, type Predicted } from './hypothesis';

export interface Missed {
  id: string;
  name: string;
  /** What to look at, since no test here shows it. */
  look: string;
}

export interface Coverage {
  /** Faults that some test of the proof shows wrong. */
  reveals: number;
  of: number;
  /** Some reading would be too close to tell, none wrong. */
  doubtful: Missed[];
  /** Every test would pass. */
  missed: Missed[];
}

/** What a meter would show. */
const read = ({ value, reads = value }: Predicted): number => reads;

/** Tests that would show a fault, the quickest first: what is done again once it is mended. */
export function testsShowing(
  h: Pick<Hypothesis, 'predicts'>,
  keyOf: Evidence['keyOf'],
  proof: Pick<ProofRun, 'tests'>,
): string[] {
  const seconds = (t: ProofRun['tests'][number]): number => t.seconds + (t.wait?.seconds ?? 0);
  return proof.tests
    .filter((t) =>
      t.measures.some((m) => {
        const key = keyOf(t, m);
        const predicted = key === null ? undefined : h.predicts.get(key);
        return predicted !== undefined && judge(read(predicted), m.predicted, m.tolerance) !== 'pass';
      }),
    )
    .sort((a, b) => seconds(a) - seconds(b))
    .map((t) => t.id);
}

/** Each single fault held against every measure of the tests as written; skipped tests show nothing. */
export function coverageOf(
  e: Pick<Evidence, 'hypotheses' | 'keyOf'>,
  proof: ProofRun,
  skipped: Readonly<Record<string, string>>,
): Coverage {
  const measures = proof.tests
    .filter((t) => skipped[t.id] === undefined)
    .flatMap((t) =>
      t.measures.flatMap((m) => {
        const key = m.optional ? null : e.keyOf(t, m);
        return key === null ? [] : [{ key, m }];
      }),
    );
  const doubtful: Missed[] = [];
  const missed: Missed[] = [];
  let reveals = 0;
  const faults = e.hypotheses.filter((h) => h.id !== AS_PLANNED);
  for (const { id, name, look, predicts } of faults) {
    let unsure = false;
    let shown = false;
    for (const { key, m } of measures) {
      const predicted = predicts.get(key);
      if (predicted === undefined) continue;
      const verdict = judge(read(predicted), m.predicted, m.tolerance);
      // A point that floats may as well read what is expected: it shows nothing for certain.
      const floats = predicted.floats !== undefined;
      shown ||= verdict === 'fail' && !floats;
      unsure ||= verdict === 'inconclusive' || (verdict === 'fail' && floats);
    }
    if (shown) reveals += 1;
    else (unsure ? doubtful : missed).push({ id, name, look });
  }
  return { reveals, of: faults.length, doubtful, missed };
}
