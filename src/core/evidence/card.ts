/**
 * Each setting of the card entered otherwise. What changes a call is a hypothesis of the family, with all that it does to
 * the circuit; what changes none shows where the card is read back, and there alone.
 */
import type { Shared } from '../family/contract';
import type { Job } from '../job/schema';
import type { ProofRun } from '../proof/proof-run';
import { CARD_TEST } from '../settings/read-back';
import { type AsideFault, type AsideMeasure, toldKey, withAside } from './aside';
import type { Evidence, Hypothesis, Predicted } from './hypothesis';

/** Hand estimates: a factory default left in place is the usual way; what was ticked off was looked at. */
const PRIOR = { left: 0.8, other: 0.3 } as const;
const TICKED = 0.4;
/** Of a setting that decides calls: one of the values that happen to change none here. */
const HARMLESS = 0.2;
const KEY = 'card';
const PREFIX = 'setting:';

/** Settings that a hypothesis is itself of. */
const settingsOf = ({ about }: Pick<Hypothesis, 'about'>): string[] =>
  about.flatMap((x) => (x.startsWith(PREFIX) ? [x.slice(PREFIX.length)] : []));

/** A family's evidence with that of the card; as it was where none is read back. */
export function withCardFaults(e: Evidence, job: Job, proof: ProofRun, card: Shared['settings']['card']): Evidence {
  const measures: AsideMeasure[] = proof.tests
    .filter((t) => t.id === CARD_TEST)
    .flatMap((t) => t.measures.map((m) => ({ key: KEY, t, m })));
  const bySetting = new Map(e.hypotheses.flatMap((h) => settingsOf(h).map((key) => [h.id, key] as const)));
  const taken = new Set(bySetting.values());
  const faults = card
    .filter((row) => !row.locked)
    .map(
      (row): AsideFault => ({
        id: `card:${row.key}`,
        name: `${row.label} is entered otherwise than ${row.enter}`,
        look: `${row.where}: does it say ${row.enter}?`,
        fix: `Enter ${row.enter}, as on the card.`,
        prior:
          (row.factory !== '' && row.factory !== row.enter ? PRIOR.left : PRIOR.other) *
          (job.setUp.entered[row.key] ? TICKED : 1) *
          (taken.has(row.key) ? HARMLESS : 1),
        about: [`${PREFIX}${row.key}`],
      }),
    );
  const otherwise = (fault: string | null, beside: string): ReadonlySet<string> => {
    // A hypothesis of two is named by both.
    const parts = beside.split(' + ').flatMap((id) => bySetting.get(id.replace(/, \d+ and \d+$/, '')) ?? []);
    return new Set(fault === null ? parts : [...parts, fault.slice('card:'.length)]);
  };
  /** By the settings that stand otherwise: most hypotheses share one. */
  const made = new Map<string, Map<string, Predicted>>();
  return withAside(e, job, {
    measures,
    faults,
    predicted: (fault, beside) => {
      const wrong = otherwise(fault, beside);
      const which = [...wrong].join();
      const known = made.get(which);
      if (known) return known;
      const out = new Map<string, Predicted>([[KEY, { value: wrong.size === 0 ? 1 : 0 }]]);
      made.set(which, out);
      for (const row of card) out.set(toldKey(KEY, row.key), { value: wrong.has(row.key) ? 1 : 0 });
      return out;
    },
    sigma: () => 1,
  });
}
