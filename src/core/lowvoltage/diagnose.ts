/** What is wrong with a 24 V job: the circuit under every fault, held against everything that was read. */

import { screwWords } from '../circuit/point';
import { complaintObservations } from '../evidence/complaints';
import {
  AS_PLANNED,
  type Candidate,
  type Evidence,
  type Hypothesis,
  type Observation,
  type Predicted,
} from '../evidence/hypothesis';
import { rankEvidence } from '../evidence/rank';
import type { Ranking } from '../evidence/ranked';
import { readingsSinceMended } from '../job/readings';
import type { LowVoltageJob, Reading } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { withPlannedFan } from './air';
import { nominalOpenVolts } from './equipment';
import { DISPLAY_KEY, directionKey, movesKey, opensKey, pairKey, runsKey } from './evidence-keys';
import type { LowVoltageDerived } from './family';
import { type Fault, singleFaults } from './faults';
import { type Installed, toNetlist } from './installed';
import type { StatePrediction } from './predict';
import { settingFaults } from './setting-faults';
import { unknownsOf } from './spread';
import type { CallState } from './states';
import {
  askedPairs,
  type FaultSetting,
  faultReader,
  type OwnBlower,
  SHARED_PARAMETERS,
  withSupply,
} from './under-fault';

/** Beyond this the supply air is warmer or colder, and under this it is not; between the two nothing is said, K. */
const AIR_MEASURES: ReadonlySet<string> = new Set(['rise', 'split']);
const MOVES = { from: 4, under: 1 } as const;

/** Of a reading, what nothing shared explains: touch, display, mains that drift between two readings. */
const READING_SHARE = 0.008;
const LEAST_SIGMA = 0.2;

/** Readings taken since power-up that the circuit can predict, and what was seen, heard and complained of. */
function observe(job: LowVoltageJob): Observation[] {
  const observations: Observation[] = [];
  const latest = new Map<string, [string, Reading, readonly string[]]>();
  const done = new Set<string>();
  for (const r of readingsSinceMended(job)) {
    if (r.stop === 'make-safe' || r.state === undefined || r.during !== undefined) continue;
    // What a call does to its own readings is in their prediction.
    const entry: [string, Reading, readonly string[]] = [r.id, r, [...done].filter((s) => s !== r.state).map(opensKey)];
    done.add(r.state);
    if (r.quantity === 'volts-ac' && r.a && r.b) latest.set(pairKey(r.state, r.a, r.b, r.meterOhms), entry);
    if (r.quantity === 'seen' && r.measure === 'runs') latest.set(runsKey(r.state), entry);
    // Supply air beside return air: a sensor warmed in the hand is another kelvin.
    const air = r.quantity === 'kelvin' && r.measure !== undefined && AIR_MEASURES.has(r.measure);
    if (air && (Math.abs(r.value) >= MOVES.from || Math.abs(r.value) < MOVES.under))
      latest.set(movesKey(r.state), entry);
    // Under 2 K either way the air does not yet say.
    if (air && Math.abs(r.value) >= 2) latest.set(directionKey(r.state), entry);
  }
  for (const [key, [id, r, after]] of latest) {
    if (key.startsWith('moves|')) {
      const value = Math.abs(r.value) >= MOVES.from ? 1 : 0;
      const text = `${r.state ?? ''}: the supply air ${value === 1 ? 'is warmer or colder' : 'is as the room'}`;
      observations.push({ id: `${id}-moves`, key, value, sigma: null, text, after });
      continue;
    }
    const volts = r.quantity === 'volts-ac';
    const air = r.quantity === 'kelvin';
    const warms = (r.measure === 'split') === r.value < 0;
    observations.push({
      id,
      key,
      after,
      value: air ? (warms ? 1 : 0) : r.value,
      sigma: volts ? Math.hypot(LEAST_SIGMA, READING_SHARE * r.value) : null,
      text: volts
        ? `${screwWords(r.a ?? '')} to ${screwWords(r.b ?? '')} ${r.value.toFixed(1)} V in ${r.state}`
        : air
          ? `${r.state}: the supply air gets ${warms ? 'warmer' : 'colder'}`
          : `${r.state}: ${r.value >= 0.5 ? 'the right things ran' : 'not the right things ran'}`,
    });
  }
  if (job.powerUp.display) {
    observations.push({
      id: 'display',
      key: DISPLAY_KEY,
      value: job.powerUp.display === 'lit' ? 1 : 0,
      sigma: null,
      text: `the display is ${job.powerUp.display}`,
    });
  }
  return [...complaintObservations(job), ...observations];
}

/** States worth solving: idle, and those observed. */
function observedStates(states: readonly CallState[], observations: readonly Observation[]): CallState[] {
  const named = new Set(
    observations.map((o) =>
      /^(runs|direction|moves|said)\|/.test(o.key) ? (o.key.split('|')[1] ?? '') : (o.key.split('|')[0] ?? ''),
    ),
  );
  // A complaint is of whole calls: all of them are looked at.
  const all = observations.some((o) => o.key.startsWith('said|'));
  return states.filter((s) => !s.dead && (all || s.id === 'idle' || named.has(s.id)));
}

function candidates(planned: Installed, states: readonly CallState[], observed: ReadonlySet<string>): Candidate[] {
  const out: Candidate[] = [];
  const hot = planned.wallScrews.find(
    (s) =>
      ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(s)?.role ?? '') &&
      planned.conductors.some((c) => c.wall === s),
  );
  const common = planned.wallScrews.find(
    (s) => terminalInfo(s)?.role === 'common' && planned.conductors.some((c) => c.wall === s),
  );
  const boardHot = planned.transformers[0]?.hot ?? 'R';
  const boardCommon = planned.transformers[0]?.common ?? 'C';
  const add = (state: CallState, a: string, b: string, minutes: number): void => {
    const key = pairKey(state.id, a, b);
    if (!observed.has(key))
      out.push({
        key,
        text: `${screwWords(a)} to ${screwWords(b)}, ${state.name}`,
        minutes,
        enter: { quantity: 'volts-ac', a, b, state: state.id },
      });
  };
  for (const state of states) {
    if (hot && common) add(state, `wall.${hot}`, `wall.${common}`, 1);
    if (state.id === 'idle') add(state, `board.${boardHot}`, `board.${boardCommon}`, 2);
    for (const c of planned.conductors) {
      if (!c.wall || !c.board || c.wall === hot || c.wall === common) continue;
      if (hot) add(state, `wall.${hot}`, `wall.${c.wall}`, 1);
      add(state, `board.${c.board}`, `board.${boardCommon}`, 2);
    }
    // Across one conductor: a second lead to the board costs time.
    for (const c of planned.conductors) if (c.wall && c.board) add(state, `wall.${c.wall}`, `board.${c.board}`, 4);
  }
  return out;
}

/**
 * Everything this job says of what is wrong.
 * @param asRead the circuit as it should be, with the supply as it was read
 * @param whole for the proof as written, each fault in its mildest and usual way; else for the readings there are
 */
function evidence(
  job: LowVoltageJob,
  asRead: Installed,
  states: readonly CallState[],
  healthy: ReadonlyMap<string, StatePrediction>,
  openVolts: number,
  whole: boolean,
  among: readonly Fault[] = singleFaults(asRead),
  measures: readonly MeasurePlan[] = [],
  ownBlower: OwnBlower = { heat: false, cool: false },
): Evidence {
  const planned = withSupply(asRead, nominalOpenVolts(job) / openVolts);
  const observations = observe(job);
  const solved = states.filter((s) => !s.dead);
  const faults = new Map(among.map((f) => [f.id, f]));
  const unknowns = unknownsOf(job, toNetlist(planned).elements);
  const next = candidates(planned, observedStates(states, observations), new Set(observations.map((o) => o.key)));
  const setting: FaultSetting = {
    planned,
    states: solved,
    idle: states.find((s) => s.id === 'idle'),
    running: new Map([...healthy].map(([state, p]) => [state, p.running])),
    ownBlower,
    unknowns,
    asked: askedPairs(observations, next, measures),
    complaints: whole || observations.some((o) => o.key.startsWith('said|')),
  };
  const under = faultReader(setting, whole);
  const read = faultReader({ ...setting, asked: askedPairs(observations, [], []) }, whole);
  /** What was predicted of what was read only, and what asks for the rest. */
  const partly = new WeakMap<ReadonlyMap<string, Predicted>, () => void>();
  /** By fault, for each of its predictions, what puts it in as bad as that. */
  const asBad = new Map<string, Fault['apply'][]>();
  const degrees = (fault: Fault, brief: boolean): Pick<Hypothesis, 'predicts' | 'worse'> => {
    const worseBy = whole ? [] : (fault.worse ?? []);
    const each = [fault.apply, ...worseBy].map((apply, degree) => {
      const id = `${fault.id}:${degree}`;
      const ways = (whole ? under : read)(id, apply, brief);
      if (!whole) for (const way of ways) partly.set(way, () => under(id, apply, brief));
      return { apply, ways };
    });
    asBad.set(
      fault.id,
      each.flatMap(({ apply, ways }) => ways.map(() => apply)),
    );
    const [predicts = new Map<string, Predicted>(), ...worse] = each.flatMap(({ ways }) => ways);
    return { predicts, ...(worse.length > 0 ? { worse } : {}) };
  };
  const hypothesis = (fault: Fault, brief = false): Hypothesis => ({
    id: fault.id,
    name: fault.name,
    look: fault.look,
    fix: fault.fix,
    prior: fault.prior,
    about: fault.about,
    ...degrees(fault, brief),
  });
  return {
    parameters: [...SHARED_PARAMETERS, ...unknowns.map(({ id, sigma, mean }) => ({ id, sigma, mean }))],
    hypotheses: [
      {
        id: AS_PLANNED,
        name: 'wired as planned',
        look: 'Measure again.',
        fix: 'Nothing to mend.',
        prior: 30,
        about: [],
        predicts: under(AS_PLANNED, null)[0] ?? new Map<string, Predicted>(),
      },
      ...among.map((f) => hypothesis(f)),
    ],
    observations,
    candidates: next,
    keyOf: keyOfMeasure,
    complete: (predicts) => partly.get(predicts)?.(),
    both: (a, b, thorough) => {
      const first = faults.get(a.id);
      const second = faults.get(b.id);
      if (!first || !second) return null;
      const [apply, ...worse] = thorough
        ? everyDegree(first, second)
        : [together(asBad.get(a.id)?.[a.degree ?? 0] ?? first.apply, asBad.get(b.id)?.[b.degree ?? 0] ?? second.apply)];
      if (!apply) return null;
      return {
        ...hypothesis(
          {
            ...first,
            id: `${a.id} + ${b.id}${thorough ? '' : `, ${a.degree} and ${b.degree}`}`,
            about: [...first.about, ...second.about],
            apply,
            worse,
            supplyOff: first.supplyOff === true || second.supplyOff === true,
          },
          // Hundreds are first only looked over.
          !thorough,
        ),
        name: `${first.name}, and ${second.name}`,
        look: `${first.look} ${second.look}`,
        fix: `${first.fix} Then: ${second.fix}`,
      };
    },
  };
}

const degreesOf = (f: Fault): Fault['apply'][] => [f.apply, ...(f.worse ?? [])];
const together =
  (p: Fault['apply'], q: Fault['apply']): Fault['apply'] =>
  (i) =>
    q(p(i));
const everyDegree = (a: Fault, b: Fault): Fault['apply'][] =>
  degreesOf(a).flatMap((p) =>
    degreesOf(b).map(
      (q): Fault['apply'] =>
        (i) =>
          q(p(i)),
    ),
  );

/** The key of a measure of the proof; null where the circuit says nothing of it. */
function keyOfMeasure(_test: Pick<TestPlan, 'id'>, m: MeasurePlan): string | null {
  if (m.a && m.b) return m.quantity === 'volts-ac' ? pairKey(m.state, m.a, m.b) : null;
  if (m.check?.kind === 'runs') return runsKey(m.state);
  return null;
}

/** Ranking of faults against what was read, or null when nothing has been read. */
export function diagnose(
  job: LowVoltageJob,
  planned: Installed,
  states: readonly CallState[],
  healthy: ReadonlyMap<string, StatePrediction>,
  openVolts = nominalOpenVolts(job),
): Ranking | null {
  const e = evidence(job, planned, states, healthy, openVolts, false);
  return e.observations.length === 0 ? null : rankEvidence(e);
}

type Evident = Pick<
  LowVoltageDerived,
  | 'installed'
  | 'predictionsOf'
  | 'states'
  | 'predictions'
  | 'source'
  | 'proof'
  | 'system'
  | 'sheet'
  | 'wiring'
  | 'settings'
>;

/** Every single fault of a planned job: of its wiring, and of what was entered into its device. */
export function everyFault(
  job: LowVoltageJob,
  {
    installed,
    sheet,
    system,
    wiring,
    settings,
  }: Pick<Evident, 'installed' | 'sheet' | 'system' | 'wiring' | 'settings'>,
): Fault[] {
  if (!installed) return [];
  const set = sheet
    ? settingFaults(job, sheet, settings.canonical, {
        system: wiring ? withPlannedFan(system, wiring) : system,
        thermostatRunsFan: settings.thermostatRunsFan,
        accessories: wiring?.accessories ?? [],
      })
    : [];
  return [...singleFaults(installed), ...set];
}

/** What a job with a plan says of what is wrong; null while there is no plan to hold readings against. */
export function lowVoltageEvidence(
  job: LowVoltageJob,
  d: Evident,
  whole: boolean,
  among: readonly Fault[] = everyFault(job, d),
): Evidence | null {
  if (!d.installed || d.predictionsOf !== 'plan') return null;
  const healthy = new Map(d.predictions.map((p) => [p.state, p]));
  const measures = whole ? d.proof.tests.flatMap((t) => t.measures) : [];
  const { air, kind } = d.system;
  const ownBlower = { heat: air.heating === 'equipment' || kind === 'dual-fuel', cool: air.cooling === 'equipment' };
  return evidence(job, d.installed, d.states, healthy, d.source.openVolts, whole, among, measures, ownBlower);
}
