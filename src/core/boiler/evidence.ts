/** What is wrong with a plant: every demand under every fault, held against what was read, seen and complained of. */

import { type Point, pointLabel } from '../circuit/point';
import { CircuitSolver } from '../circuit/solve';
import { complaintKey, complaintObservations } from '../evidence/complaints';
import {
  AS_PLANNED,
  type Candidate,
  type Evidence,
  type Hypothesis,
  type Observation,
  type Predicted,
} from '../evidence/hypothesis';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import type { Complaint } from '../job/complaint';
import { readingsSinceMended } from '../job/readings';
import type { BoilerJob, Reading } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { type PlantFaults, plantNetlist } from './circuit';
import { type DemandResult, demandPairs, demandRunner } from './demand';
import type { BoilerDerived } from './family';
import { type PlantFault, plantFaults } from './faults';
import { allValves, hasCylinder, type Plant, plantParts } from './parts';

/** By the device's own buttons, or from its head: a fault of the radio shows in one of them only. */
const ROUNDS = ['manual', 'paired'] as const;
type Round = (typeof ROUNDS)[number];

const NEUTRAL = 'SUPPLY.N';
/** An earth is whole under this, a dry pair apart above that, Ω: as the tests have it. */
const WHOLE_OHMS = 1;
const APART_OHMS = 100_000;
const MOST_OHMS = 1e9;
/** A core that floats beside live ones takes as often as not a part of their volts. */
const STRAY_VOLTS = 100;

const seenKey = (round: Round, state: string, what: string): string => `${round}|${state}|${what}`;
const voltsKey = (round: Round, state: string, point: string): string => `${round}|${state}|v|${point}`;
const ohmsKey = (a: string, b: string): string => `isolated|${[a, b].sort().join('|')}`;
/** Ohms as they are judged: whole, or apart. */
const classKey = (a: string, b: string): string => `${ohmsKey(a, b)}|class`;
const classOf = (ohms: number): number => (ohms <= WHOLE_OHMS ? 1 : ohms >= APART_OHMS ? 0 : 0.5);

const SEEN = /^(fires|pump|cylinder|radiators|valve-.+)$/;
const roundOf = (test: string | undefined): Round => (test?.startsWith('paired') ? 'paired' : 'manual');

/** Complaints that a plant can give rise to. */
export const BOILER_COMPLAINTS: readonly Complaint[] = [
  'no-heat',
  'no-hot-water',
  'radiators-with-water',
  'water-with-heating',
  'zone-cold',
  'runs-always',
  'trips',
];

const MEASURED_WRONGLY = 0.0003;
const MAINS_SIGMA = 0.04;
const VOLTS_SIGMA = 6;

function key(test: Pick<TestPlan, 'id'>, m: MeasurePlan): string | null {
  if (m.quantity === 'ohms' && m.a && m.b) return ohmsKey(m.a, m.b);
  if (m.quantity === 'volts-ac' && m.a && m.b === NEUTRAL) return voltsKey(roundOf(test.id), m.state, m.a);
  return m.quantity === 'seen' && SEEN.test(m.id) ? seenKey(roundOf(test.id), m.state, m.id) : null;
}

interface Site {
  plant: Plant;
  survey: BoilerSurvey;
  wires: readonly Wire[];
  /** Pairs of the tests made with the supply off. */
  pairs: readonly (readonly [string, string])[];
  points: readonly Point[];
}

/** Ohms with the supply and its bond taken away. */
function isolatedOhms(site: Site, wires: readonly Wire[], inside: PlantFaults): [string, number][] {
  if (site.pairs.length === 0) return [];
  const netlist = plantNetlist(site.plant, site.survey, wires, inside);
  const solver = new CircuitSolver({
    ...netlist,
    elements: netlist.elements.filter((e) => e.id !== 'mains' && e.id !== 'bond'),
  });
  const solution = solver.solve({ controls: new Set(), suppliesOff: new Set(['spur']) });
  const there = (p: string): boolean => solver.has(p) || p === netlist.ground;
  return site.pairs.flatMap(([a, b]) => {
    if (!there(a) || !there(b)) return [];
    const ohms = Math.min(solver.probeAll([a, b], solution).ohms(0, 1), MOST_OHMS);
    return [
      [ohmsKey(a, b), ohms],
      [classKey(a, b), classOf(ohms)],
    ];
  });
}

/**
 * What was worked out for one plant, kept from reading to reading: a further reading asks nothing of the circuit that was
 * not known of it. One plant at a time.
 */
let kept: { plant: string; under: Map<string, Map<string, Predicted>> } = { plant: '', under: new Map() };

/** What everything predicted hangs on. */
const plantKey = ({ plant, survey, wires, pairs, points }: Site): string =>
  JSON.stringify([plant, survey, wires, pairs, points]);

/** @param key of the site */
function knownUnder(key: string, site: Site, faults: readonly PlantFault[]): Map<string, Predicted> {
  if (kept.plant !== key) kept = { plant: key, under: new Map() };
  const id = faults.map((f) => f.id).join(' + ');
  const known = kept.under.get(id);
  if (known) return known;
  const made = predictUnder(site, faults);
  kept.under.set(id, made);
  return made;
}

/** Everything that could be read, seen or complained of under some faults. */
function predictUnder(site: Site, faults: readonly PlantFault[]): Map<string, Predicted> {
  const { plant, survey, points } = site;
  const wires = faults.reduce<Wire[]>((w, f) => f.wires?.(w) ?? w, [...site.wires]);
  const inside = joined(faults.map((f) => f.inside ?? {}));
  const unheard = faults.some((f) => f.unheard);
  const predicts = new Map<string, Predicted>();
  const results = new Map<string, DemandResult>();
  const pairs = demandPairs(plant);
  const run = demandRunner(plant, survey, wires, inside, true);
  for (const { id, demand } of pairs) results.set(id, run(demand));
  const none = results.get('none');
  for (const { id } of pairs)
    for (const round of ROUNDS) {
      // What the head asks is not there for a device that does not hear it.
      const r = round === 'paired' && unheard ? none : results.get(id);
      if (!r) continue;
      const see = (what: string, yes: boolean): void => {
        predicts.set(seenKey(round, id, what), { value: yes ? 1 : 0 });
      };
      see('fires', r.boilerFires);
      see('pump', r.pumpRuns);
      for (const v of allValves(plant)) see(`valve-${v}`, r.open.includes(v));
      // Grey alone holds the three-port valve where it last stood, and nobody knows where that was.
      if (plant.kind !== 'three-port' || r.port !== null || !r.boilerFires) {
        see('cylinder', r.boilerFires && r.toCylinder);
        see('radiators', r.boilerFires && r.toRadiators);
      }
      for (const point of points) {
        const read = r.reads(point, NEUTRAL);
        const value = read?.volts ?? 0;
        predicts.set(
          voltsKey(round, id, point),
          read?.floats ? { value, floats: STRAY_VOLTS } : { value, by: { mains: value } },
        );
      }
    }
  for (const [k, value] of isolatedOhms(site, wires, inside)) predicts.set(k, { value });
  const heard = (id: string): DemandResult | undefined => (unheard ? none : results.get(id));
  for (const [complaint, would] of saidUnder(plant, heard))
    predicts.set(complaintKey(complaint), { value: would ? 1 : 0 });
  return predicts;
}

function joined(all: readonly PlantFaults[]): PlantFaults {
  return {
    stuck: all.flatMap((x) => x.stuck ?? []),
    endsOpen: all.flatMap((x) => x.endsOpen ?? []),
    contactsOpen: all.flatMap((x) => x.contactsOpen ?? []),
    cylinderWelded: all.some((x) => x.cylinderWelded),
    pumpDead: all.some((x) => x.pumpDead),
  };
}

/** What a customer would notice. */
function saidUnder(plant: Plant, at: (demand: string) => DemandResult | undefined): [Complaint, boolean][] {
  const zones = Array.from({ length: plant.zones }, (_, z) => (plant.zones > 1 ? `ch${z + 1}` : 'ch'));
  const warm = (d: string): boolean => at(d)?.boilerFires === true && at(d)?.toRadiators === true;
  const water = (d: string): boolean => at(d)?.boilerFires === true && at(d)?.toCylinder === true;
  const out: [Complaint, boolean][] = [
    ['no-heat', zones.every((z) => !warm(z))],
    ['runs-always', at('none')?.boilerFires === true || at('hw-satisfied')?.boilerFires === true],
    ['trips', ['none', 'hw', ...zones, 'both'].some((d) => at(d)?.fuseOpens === true)],
  ];
  if (zones.length > 1) out.push(['zone-cold', zones.some((z) => !warm(z)) && zones.some(warm)]);
  if (hasCylinder(plant.kind))
    out.push(
      ['no-hot-water', !water('hw') && !water('both')],
      ['radiators-with-water', warm('hw')],
      ['water-with-heating', !water('hw') && water('both')],
    );
  return out;
}

const ASKED: Readonly<Record<string, string>> = {
  fires: 'does the boiler fire?',
  pump: 'does the pump turn?',
  cylinder: 'does the cylinder’s flow pipe get warm?',
  radiators: 'do the radiators get warm?',
};

/** Latest of each thing read or seen since the work was done. */
function observe(job: BoilerJob): Observation[] {
  const latest = new Map<string, { r: Reading & { id: string }; o: Omit<Observation, 'id' | 'key'> }>();
  for (const r of readingsSinceMended(job)) {
    if (r.stop === 'make-safe' || r.state === undefined || r.during !== undefined) continue;
    if (r.quantity === 'seen' && r.measure !== undefined && SEEN.test(r.measure)) {
      const text = `${r.state}: ${(ASKED[r.measure] ?? `${r.measure}?`).replace(/\?$/, '')}: ${r.value >= 0.5 ? 'yes' : 'no'}`;
      latest.set(seenKey(roundOf(r.test), r.state, r.measure), { r, o: { value: r.value, sigma: null, text } });
    }
    if (r.quantity === 'volts-ac' && r.a && r.b === NEUTRAL && r.stop === 'proof')
      latest.set(voltsKey(roundOf(r.test), r.state, r.a), {
        r,
        o: {
          value: r.value,
          sigma: VOLTS_SIGMA,
          text: `${pointLabel(r.a)} to N ${r.value.toFixed(0)} V in ${r.state}`,
        },
      });
    if (r.quantity === 'ohms' && r.a && r.b && r.state === 'isolated')
      latest.set(classKey(r.a, r.b), {
        r,
        o: {
          value: classOf(r.value),
          sigma: null,
          // Measured: ohms of a whole core are not mistaken for none.
          error: MEASURED_WRONGLY,
          text: `${pointLabel(r.a)} to ${pointLabel(r.b)} ${r.value <= WHOLE_OHMS ? 'whole' : 'not whole'}`,
        },
      });
  }
  return [
    ...[...latest].map(([k, { r, o }]): Observation => ({ id: r.id, key: k, ...o })),
    ...complaintObservations(job),
  ];
}

/** Readings of the proof not taken yet, and points that a tester reaches. */
function candidatesOf(d: BoilerDerived, site: Site, observed: ReadonlySet<string>): Candidate[] {
  const out: Candidate[] = [];
  const offered = new Set<string>();
  const add = (c: Candidate): void => {
    if (observed.has(c.key) || offered.has(c.key)) return;
    offered.add(c.key);
    out.push(c);
  };
  for (const t of d.proof.tests)
    for (const m of t.measures) {
      const k = key(t, m);
      if (k === null || m.optional) continue;
      const ohms = m.quantity === 'ohms';
      add({
        key: ohms && m.a && m.b ? classKey(m.a, m.b) : k,
        text: `${t.title}: ${m.what.charAt(0).toLowerCase()}${m.what.slice(1)}`,
        minutes: ohms ? 3 : m.quantity === 'seen' ? 1.5 : 2,
        enter: {
          quantity: ohms ? 'ohms' : m.quantity === 'seen' ? 'seen' : 'volts-ac',
          ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
          state: m.state,
          test: t.id,
          measure: m.id,
          ...(m.seen ?? {}),
        },
      });
    }
  // With no device yet there is no proof: what a plant shows by itself is asked for all the same.
  for (const { id, name } of demandPairs(site.plant)) {
    for (const what of ['fires', 'pump', ...(hasCylinder(site.plant.kind) ? ['cylinder'] : []), 'radiators'])
      add({
        key: seenKey('manual', id, what),
        text: `${name}: ${ASKED[what] ?? what}`,
        minutes: 1.5,
        enter: { quantity: 'seen', state: id, measure: what, yes: 'yes', no: 'no' },
      });
    for (const point of site.points)
      add({
        key: voltsKey('manual', id, point),
        text: `${pointLabel(point)} to N, ${name}`,
        minutes: 2.5,
        enter: { quantity: 'volts-ac', a: point, b: NEUTRAL, state: id },
      });
  }
  return out;
}

/** What a plant says of what is wrong; null while nobody said what it is and how its boiler is called. */
export function boilerEvidence(job: BoilerJob, d: BoilerDerived): Evidence | null {
  const { plant, wires } = d;
  if (!plant || wires.length === 0) return null;
  const landed = new Set(wires.flatMap((w) => [w.a, w.b]));
  const site: Site = {
    plant,
    survey: job.survey,
    wires,
    pairs: d.proof.tests.flatMap((t) =>
      t.measures.flatMap((m): [string, string][] => (m.quantity === 'ohms' && m.a && m.b ? [[m.a, m.b]] : [])),
    ),
    points: plantParts(plant)
      .flatMap((p) => p.terminals.map((t): Point => `${p.id}.${t}`))
      .filter((p) => landed.has(p) && !/\.(E|earth|N|blue)$/.test(p)),
  };
  const at = plantKey(site);
  const faults = new Map(plantFaults(plant, wires).map((f) => [f.id, f]));
  const hypothesis = (of: readonly PlantFault[]): Hypothesis => {
    const [first] = of;
    if (!first) throw new RangeError('a hypothesis has a fault');
    return {
      id: first.id,
      name: of.map((f) => f.name).join(', and '),
      look: of.map((f) => f.look).join(' '),
      fix: of.map((f) => f.fix).join(' Then: '),
      prior: first.prior,
      about: of.flatMap((f) => f.about),
      predicts: knownUnder(at, site, of),
    };
  };
  const observations = observe(job);
  return {
    parameters: [{ id: 'mains', sigma: MAINS_SIGMA, mean: 0 }],
    hypotheses: [
      {
        id: AS_PLANNED,
        name: 'wired as planned',
        look: 'Do the test again.',
        fix: 'Nothing to mend.',
        prior: 20,
        about: [],
        predicts: knownUnder(at, site, []),
      },
      ...[...faults.values()].map((f) => hypothesis([f])),
    ],
    observations,
    candidates: candidatesOf(d, site, new Set(observations.map((o) => o.key))),
    keyOf: key,
    both: (a, b) => {
      const first = faults.get(a.id);
      const second = faults.get(b.id);
      return first && second ? hypothesis([first, second]) : null;
    },
  };
}
