/**
 * Faults that lie beside a family's own and show in tests of their own, where nothing of the wiring shows: of sensors, of
 * the clock and the week. They stand alone and beside any fault of the family, never two of one kind.
 */
import { readingsSinceMended } from '../job/readings';
import type { Job } from '../job/schema';
import { type MeasurePlan, type TestPlan, valueText } from '../proof/proof-run';
import type { Candidate, Evidence, Hypothesis, Observation, Predicted } from './hypothesis';

export type AsideFault = Pick<Hypothesis, 'id' | 'name' | 'look' | 'fix' | 'prior' | 'about'>;

/** A measure of such a test, by the key it is predicted under. */
export interface AsideMeasure {
  key: string;
  t: TestPlan;
  m: MeasurePlan;
}

export interface Aside {
  measures: readonly AsideMeasure[];
  faults: readonly AsideFault[];
  /** What the measures give under a fault, or under none of these. @param beside a hypothesis of another kind, by its id */
  predicted: (fault: string | null, beside: string) => ReadonlyMap<string, Predicted>;
  /** Standard deviation of a figure as it is read. */
  sigma: (m: MeasurePlan) => number;
}

const keyed = (m: MeasurePlan): string => `${m.what.charAt(0).toLowerCase()}${m.what.slice(1)}`;

function observed(job: Job, { measures, sigma }: Aside): Observation[] {
  const latest = new Map<string, Observation>();
  for (const r of readingsSinceMended(job, (x) => x.test !== undefined && x.during === undefined)) {
    const one = measures.find(({ t, m }) => t.id === r.test && m.id === r.measure);
    if (!one) continue;
    const seen = one.m.quantity === 'seen';
    latest.set(one.key, {
      id: r.id,
      key: one.key,
      value: r.value,
      sigma: seen ? null : sigma(one.m),
      text: `${one.t.title}: ${keyed(one.m)}, ${valueText(one.m.quantity, r.value, job.units, one.m.seen)}`,
    });
  }
  return [...latest.values()];
}

const candidateOf = ({ key, t, m }: AsideMeasure): Candidate => ({
  key,
  text: `${t.title}: ${keyed(m)}`,
  minutes: Math.max(1, t.seconds / 60),
  enter: { quantity: m.quantity, state: m.state, test: t.id, measure: m.id, ...(m.seen ? m.seen : {}) },
});

type Predictions = ReadonlyMap<string, Predicted>;

/** Joined predictions, kept as long as the family keeps its own: what was reckoned of them goes on from reading to reading. */
const kept = new WeakMap<Predictions, Map<string, Map<string, Predicted>>>();

const signature = (more: Predictions): string => JSON.stringify([...more]);

function joined(base: Predictions, more: Predictions): Map<string, Predicted> {
  const of = kept.get(base) ?? new Map<string, Map<string, Predicted>>();
  kept.set(base, of);
  const key = signed.get(more) ?? signature(more);
  signed.set(more, key);
  const made = of.get(key) ?? new Map<string, Predicted>(more);
  of.set(key, made);
  // The family's own has been asked for more since.
  for (const [k, value] of base) if (!more.has(k) && made.get(k) !== value) made.set(k, value);
  return made;
}

const signed = new WeakMap<Predictions, string>();

/** A family's evidence with these beside it; as it was where no test is of them. */
export function withAside(e: Evidence, job: Job, aside: Aside): Evidence {
  const [planned] = e.hypotheses;
  if (aside.measures.length === 0 || !planned) return e;
  const faults = new Map(aside.faults.map((f) => [f.id, f]));
  /** Predictions of the family's own, by those that were made of them. */
  const from = new WeakMap<Predictions, Predictions>();
  const over = (base: Predictions, more: Predictions): Predictions => {
    const made = joined(base, more);
    from.set(made, base);
    return made;
  };
  const along = (h: Hypothesis, more: Predictions): Hypothesis => ({
    ...h,
    predicts: over(h.predicts, more),
    ...(h.worse ? { worse: h.worse.map((w) => over(w, more)) } : {}),
  });
  const alone = (f: AsideFault): Hypothesis => ({
    ...f,
    predicts: over(planned.predicts, aside.predicted(f.id, planned.id)),
  });
  const observations = observed(job, aside);
  const seen = new Set(observations.map((o) => o.key));
  const tests = new Set(aside.measures.map((a) => a.t.id));
  const own = new Map(e.hypotheses.map((h) => [h.id, h]));
  const degreeOf = ({ degree }: Hypothesis): Pick<Hypothesis, 'degree'> => (degree === undefined ? {} : { degree });
  return {
    ...e,
    hypotheses: [...e.hypotheses.map((h) => along(h, aside.predicted(null, h.id))), ...aside.faults.map(alone)],
    // First, so that what the family reads next goes on from them.
    observations: [...observations, ...e.observations],
    candidates: [
      ...e.candidates.filter((c) => c.enter.test === undefined || !tests.has(c.enter.test)),
      ...aside.measures.filter((a) => !seen.has(a.key) && !a.m.optional).map(candidateOf),
    ],
    keyOf: (t, m) => aside.measures.find((a) => a.t.id === t.id && a.m.id === m.id)?.key ?? e.keyOf(t, m),
    complete: (predicts) => {
      const base = from.get(predicts);
      if (!base) return;
      e.complete?.(base);
      // Made here, so it is a map that can be added to.
      const made = predicts as Map<string, Predicted>;
      for (const [key, value] of base) if (!made.has(key)) made.set(key, value);
    },
    both: (a, b, thorough) => {
      const [p, q] = [faults.get(a.id), faults.get(b.id)];
      // Two of a kind at once show as the one and the other in their own tests: too seldom to be tried.
      if (p && q) return null;
      const wiring = own.get(p ? b.id : a.id);
      const fault = p ?? q;
      if (fault && wiring) {
        const both = along({ ...wiring, about: [...wiring.about] }, aside.predicted(fault.id, wiring.id));
        return {
          ...both,
          name: `${wiring.name}, and ${fault.name}`,
          look: `${wiring.look} ${fault.look}`,
          fix: `${wiring.fix} Then: ${fault.fix}`,
        };
      }
      const [first, second] = [own.get(a.id), own.get(b.id)];
      const made =
        first && second ? e.both?.({ ...first, ...degreeOf(a) }, { ...second, ...degreeOf(b) }, thorough) : null;
      return made ? along(made, aside.predicted(null, made.id)) : null;
    },
  };
}
