/**
 * Evidence of a family whose faults are known by what they do to its tests: each fault changes the figure that a measure
 * would give, and two at once change it one after the other. As planned a measure gives the middle of its band.
 */

import type { Complaint } from '../job/complaint';
import { readingsSinceMended } from '../job/readings';
import type { Job } from '../job/schema';
import type { MeasurePlan, ProofRun, TestPlan } from '../proof/proof-run';
import { complaintKey, complaintObservations } from './complaints';
import type { NamedFault } from './hypothesis';
import {
  AS_PLANNED,
  type Candidate,
  type Evidence,
  type Hypothesis,
  type Observation,
  type Predicted,
} from './hypothesis';

/** "relay/off-volts": a measure of a test. */
type MeasureId = string;

/** A figure that a fault makes, by how much nobody knows. */
export interface Wide {
  value: number;
  sigma: number;
}

export interface TestFault extends NamedFault {
  /**
   * What a measure gives under it, from what it would give without; with a spread where that may be much or little;
   * null where it then gives no figure at all.
   */
  changes: Readonly<Record<MeasureId, (value: number) => number | null | Wide>>;
}

/** A measure that then reads nothing. */
export const zero = (): number => 0;

/** So much of what the measure reads as planned. @param share 1 = all of it */
export const times =
  (share: number) =>
  (v: number): number =>
    v * share;

/** Adds a fault, in the order of its fields. */
export type AddFault = (
  id: string,
  name: string,
  look: string,
  fix: string,
  prior: number,
  about: string[],
  changes: TestFault['changes'],
) => void;

/** An empty list of faults, and what adds to it. */
export function faultList(): { faults: TestFault[]; add: AddFault } {
  const faults: TestFault[] = [];
  return {
    faults,
    add: (id, name, look, fix, prior, about, changes) => {
      faults.push({ id, name, look, fix, prior, about, changes });
    },
  };
}

/** What the customer would notice, from the measures: each complaint by a question to the figures. */
export type Noticed = Readonly<
  Partial<Record<Complaint, (figure: (measure: MeasureId) => number | null | undefined) => boolean>>
>;

const measureId = (test: Pick<TestPlan, 'id'>, m: Pick<MeasurePlan, 'id'>): MeasureId => `${test.id}/${m.id}`;

/** An answer is one or the other; a figure is the middle of its band. */
const middle = (m: MeasurePlan): number => (m.predicted.low + m.predicted.high) / 2;
/** A band holds two standard deviations on either side. */
const sigmaOf = (m: MeasurePlan): number =>
  Math.max(m.tolerance, (m.predicted.high - m.predicted.low) / 4, 1e-3 * Math.abs(middle(m)));

const PLANNED_PRIOR = 20;
/** Mains, nameplates and meters: what a figure may be off by beside its band. */
const FIGURE_SHARE = 0.04;

export function testEvidence(
  job: Job,
  proof: ProofRun,
  faults: readonly TestFault[],
  noticed: Noticed,
): Evidence | null {
  if (proof.tests.length === 0) return null;
  const measures = proof.tests.flatMap((t) => t.measures.map((m) => ({ t, m, id: measureId(t, m) })));
  const under = (some: readonly TestFault[]): Map<string, Predicted> => {
    const figures = new Map<MeasureId, Wide | null>();
    for (const { m, id } of measures) {
      const value = middle(m);
      figures.set(id, some.reduce(after(id), { value, sigma: FIGURE_SHARE * Math.abs(value) }));
    }
    const predicts = new Map<string, Predicted>();
    for (const [id, figure] of figures) if (figure !== null) predicts.set(id, figure);
    for (const [complaint, would] of Object.entries(noticed) as [Complaint, NonNullable<Noticed[Complaint]>][])
      predicts.set(complaintKey(complaint), {
        value: would((m) => (figures.get(m) === null ? null : figures.get(m)?.value)) ? 1 : 0,
      });
    return predicts;
  };
  const hypothesis = (some: readonly TestFault[]): Hypothesis => ({
    id: some.map((f) => f.id).join(' + '),
    name: some.map((f) => f.name).join(', and '),
    look: some.map((f) => f.look).join(' '),
    fix: some.map((f) => f.fix).join(' Then: '),
    prior: some[0]?.prior ?? 1,
    about: some.flatMap((f) => f.about),
    predicts: under(some),
  });
  const byId = new Map(faults.map((f) => [f.id, f]));
  const observations = observed(job, measures);
  const seen = new Set(observations.map((o) => o.key));
  return {
    parameters: [],
    hypotheses: [
      {
        id: AS_PLANNED,
        name: 'as planned',
        look: 'Do the test again.',
        fix: 'Nothing to mend.',
        prior: PLANNED_PRIOR,
        about: [],
        predicts: under([]),
      },
      ...faults.map((f) => hypothesis([f])),
    ],
    observations,
    candidates: measures.flatMap(({ t, m, id }) => (m.optional || seen.has(id) ? [] : [candidate(t, m, id)])),
    keyOf: (t, m) => measureId(t, m),
    both: (a, b) => {
      const first = byId.get(a.id);
      const second = byId.get(b.id);
      return first && second ? hypothesis([first, second]) : null;
    },
  };
}

/** One fault after another on what a measure gives. */
const after =
  (id: MeasureId) =>
  (figure: Wide | null, fault: TestFault): Wide | null => {
    const change = fault.changes[id];
    if (figure === null || !change) return figure;
    const next = change(figure.value);
    if (next === null) return null;
    const wide = typeof next === 'number' ? { value: next, sigma: FIGURE_SHARE * Math.abs(next) } : next;
    return { value: wide.value, sigma: Math.max(wide.sigma, FIGURE_SHARE * Math.abs(wide.value)) };
  };

function observed(job: Job, measures: readonly { t: TestPlan; m: MeasurePlan; id: MeasureId }[]): Observation[] {
  const known = new Map(measures.map((x) => [x.id, x]));
  const latest = new Map<string, Observation>();
  for (const r of readingsSinceMended(job, (x) => x.test !== undefined && x.during === undefined)) {
    const x = known.get(`${r.test}/${r.measure}`);
    if (!x) continue;
    const answer = r.quantity === 'seen';
    latest.set(x.id, {
      id: r.id,
      key: x.id,
      value: r.value,
      sigma: answer ? null : sigmaOf(x.m),
      text: answer
        ? `${x.m.what}: ${r.value >= 0.5 ? (x.m.seen?.yes ?? 'yes') : (x.m.seen?.no ?? 'no')}`
        : `${x.m.what}: ${Math.round(r.value * 1000) / 1000}`,
    });
  }
  return [...latest.values(), ...complaintObservations(job)];
}

function candidate(t: TestPlan, m: MeasurePlan, key: MeasureId): Candidate {
  return {
    key,
    text: `${t.title}: ${m.what.charAt(0).toLowerCase()}${m.what.slice(1)}`,
    minutes: Math.max(1, (t.seconds + (t.wait?.seconds ?? 0)) / 60),
    enter: {
      quantity: m.quantity,
      ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
      state: m.state,
      test: t.id,
      measure: m.id,
      ...(m.seen ?? {}),
    },
  };
}
