/**
 * Faults that lie beside a family's own and show in tests of their own, where nothing of the wiring shows: of sensors, of
 * the clock and the week, of the card. They stand alone, beside any fault of the family, and two of one kind at once.
 */
import { readingsSinceMended } from '../job/readings';
import type { Job } from '../job/schema';
import { perObject } from '../per-object';
import { type MeasurePlan, type TestPlan, valueText } from '../proof/proof-run';
import { toldOf } from '../proof/told';
import { Remembered } from '../remembered';
import {
  type Candidate,
  type Evidence,
  type Hypothesis,
  inOrder,
  type NamedFault,
  type Observation,
  type Predicted,
  type Predictions,
} from './hypothesis';

export type AsideFault = NamedFault;

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

/** Of such a measure whose no says which: the key of one of them. */
export const toldKey = (key: string, id: string): string => `${key}|${id}`;

const keyed = (m: MeasurePlan): string => `${m.what.charAt(0).toLowerCase()}${m.what.slice(1)}`;

function observed(job: Job, { measures, sigma }: Aside): Observation[] {
  const latest = new Map<string, Observation[]>();
  for (const r of readingsSinceMended(job, (x) => x.test !== undefined && x.during === undefined)) {
    const one = measures.find(({ t, m }) => t.id === r.test && m.id === r.measure);
    if (!one) continue;
    const seen = one.m.quantity === 'seen';
    const which = one.m.told && toldOf(r.words, one.m.told);
    const said = (id: string, key: string, value: number, text: string, error?: number): Observation => ({
      id,
      key,
      value,
      sigma: seen ? null : sigma(one.m),
      text: `${one.t.title}: ${text}`,
      ...(error === undefined ? {} : { error }),
    });
    latest.set(
      one.key,
      one.m.told && which
        ? one.m.told.among.map(({ id, label }) => {
            const is = which.includes(id);
            return said(
              `${r.id}-${id}`,
              toldKey(one.key, id),
              is ? 1 : 0,
              `${label}, ${is ? 'otherwise' : 'as it should be'}`,
              TOLD_ERROR,
            );
          })
        : [
            said(
              r.id,
              one.key,
              r.value,
              `${keyed(one.m)}, ${valueText(one.m.quantity, r.value, job.units, one.m.seen)}`,
            ),
          ],
    );
  }
  return [...latest.values()].flat();
}

const candidateOf = ({ key, t, m }: AsideMeasure): Candidate => ({
  key,
  text: `${t.title}: ${keyed(m)}`,
  minutes: Math.max(1, t.seconds / 60),
  enter: { quantity: m.quantity, state: m.state, test: t.id, measure: m.id, ...(m.seen ? m.seen : {}) },
});

type More = ReadonlyMap<string, Predicted>;

const joins = new WeakMap<More, WeakMap<More, More>>();

/** One over the other. */
function joined(under: More, over: More): More {
  const of = joins.get(under) ?? new WeakMap<More, More>();
  joins.set(under, of);
  const made = of.get(over) ?? new Map([...under, ...over]);
  of.set(over, made);
  return made;
}

/**
 * Some predictions over others, seen through: nothing is copied, and what the family is asked for later shows at once.
 * Over others that lie over a family's, they lie over the family's own: one look, however many kinds there are.
 */
class Over implements Predictions {
  readonly base: Predictions;
  private readonly more: More;

  constructor(base: Predictions, more: More) {
    this.base = base instanceof Over ? base.base : base;
    this.more = base instanceof Over ? joined(base.more, more) : more;
  }

  get(key: string): Predicted | undefined {
    return this.more.get(key) ?? this.base.get(key);
  }

  has(key: string): boolean {
    return this.more.has(key) || this.base.has(key);
  }

  keys(): Iterable<string> {
    return new Set([...this.more.keys(), ...this.base.keys()]);
  }

  inOrder(keys: readonly string[]): readonly (Predicted | undefined)[] {
    const under = inOrder(this.base, keys);
    const over = overOf(keys)(this.more);
    if (over.length === 0) return under;
    const made = [...under];
    for (const [i, predicted] of over) made[i] = predicted;
    return made;
  }
}

/** By keys that are asked for, which of them some predictions have, by their places. */
const overOf = perObject((keys: readonly string[]) =>
  perObject((more: More): readonly (readonly [number, Predicted])[] =>
    keys.flatMap((key, i) => {
      const found = more.get(key);
      return found ? [[i, found] as const] : [];
    }),
  ),
);

/** Kept as long as the family keeps its own: what was reckoned of them goes on from reading to reading. */
const kept = perObject((_: Predictions) => new WeakMap<More, Over>());
/** Predictions that say the same are the same one: what says it is long, and asked for beside hundreds. */
const saying = new Remembered<More>(500);
const same = perObject((more: More) => saying.of(JSON.stringify([...more]), () => more));

function over(base: Predictions, more: More): Over {
  const of = kept(base);
  const key = same(more);
  const made = of.get(key) ?? new Over(base, key);
  of.set(key, made);
  return made;
}

/** The same predictions for every hypothesis beside which they are the same. @param beside what of its name matters */
export function once(
  of: (fault: string, beside: boolean) => Map<string, Predicted>,
  beside: (id: string) => boolean = () => false,
): (fault: string | null, id: string) => Map<string, Predicted> {
  const made = new Map<string, Map<string, Predicted>>();
  return (fault, id) => {
    const key = `${fault ?? ''}|${beside(id)}`;
    const known = made.get(key) ?? of(fault ?? '', beside(id));
    made.set(key, known);
    return known;
  };
}

/** Who slips in one row slips in another; what was missed once was missed in a hurry. */
const OF_A_KIND = 20;
/** Which of some things it was is looked at twice before it is said. */
const TOLD_ERROR = 1e-4;

const isSame = (x: Predicted | undefined, y: Predicted | undefined): boolean =>
  x?.value === y?.value && x?.sigma === y?.sigma;

/** A family's evidence with these beside it; as it was where no test is of them. */
export function withAside(e: Evidence, job: Job, aside: Aside): Evidence {
  const [planned] = e.hypotheses;
  if (aside.measures.length === 0 || !planned) return e;
  const faults = new Map(aside.faults.map((f) => [f.id, f]));
  const along = (h: Hypothesis, more: More): Hypothesis => ({
    ...h,
    predicts: over(h.predicts, more),
    ...(h.worse ? { worse: h.worse.map((w) => over(w, more)) } : {}),
  });
  const alone = (f: AsideFault): Hypothesis => ({
    ...f,
    predicts: over(planned.predicts, aside.predicted(f.id, planned.id)),
  });
  /** Two of a kind: each does what it does alone; of what both do, and differently, nothing is foretold. */
  const together = (p: AsideFault, q: AsideFault): Hypothesis => {
    const [first, second] = [aside.predicted(p.id, planned.id), aside.predicted(q.id, planned.id)];
    const well = aside.predicted(null, planned.id);
    const made = new Map<string, Predicted>();
    for (const key of new Set([...well.keys(), ...first.keys(), ...second.keys()])) {
      const [x, y, z] = [first.get(key), second.get(key), well.get(key)];
      const put = isSame(x, z) || isSame(x, y) ? y : isSame(y, z) ? x : undefined;
      if (put) made.set(key, put);
    }
    return {
      ...p,
      about: [...p.about, ...q.about],
      often: OF_A_KIND,
      predicts: over(planned.predicts, made),
      name: `${p.name}, and ${q.name}`,
      look: `${p.look} ${q.look}`,
      fix: `${p.fix} Then: ${q.fix}`,
    };
  };
  const observations = observed(job, aside);
  const seen = new Set(
    observations.map((o) => aside.measures.find((a) => o.key === a.key || o.key.startsWith(`${a.key}|`))?.key),
  );
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
    complete: (predicts) => e.complete?.(predicts instanceof Over ? predicts.base : predicts),
    both: (a, b, thorough) => {
      const [p, q] = [faults.get(a.id), faults.get(b.id)];
      if (p && q) return together(p, q);
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
