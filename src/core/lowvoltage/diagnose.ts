/** What is wrong with a 24 V job: the circuit under every fault, held against everything that was read. */

import { type Point, screwWords } from '../circuit/point';
import { AS_PLANNED, type Candidate, type Evidence, type Hypothesis, type Observation } from '../evidence/hypothesis';
import { rankEvidence } from '../evidence/rank';
import type { Ranking } from '../evidence/ranked';
import type { LowVoltageJob } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { withPlannedFan } from './air';
import { apartPairs } from './apart';
import { askedPairs, deadPairs } from './asked';
import { nominalOpenVolts } from './equipment';
import { joinedKey, pairKey, ranOf, runsKey, SEES_KEY, stoppedKey } from './evidence-keys';
import type { LowVoltageDerived } from './family';
import { SHARED_PARAMETERS } from './fault-pairs';
import type { Fault } from './faults/fault';
import { singleFaults } from './faults/single';
import { everyDegree, together, Under } from './hypotheses';
import { type Installed, toNetlist } from './installed';
import { type OwnBlower, withAir } from './looks';
import { observe } from './observed';
import type { StatePrediction } from './predict';
import { runNames, seenRunning } from './proof-measures';
import { seeable } from './reported';
import { settingFaults } from './setting-faults';
import type { Claim } from './sights';
import { unknownsOf } from './spread';
import type { CallState } from './states';
import { byNameplate, type FaultSetting } from './under-fault';

/** States worth solving: idle, and those observed. */
function observedStates(states: readonly CallState[], observations: readonly Observation[]): CallState[] {
  const named = new Set(
    observations.map((o) =>
      /^(runs|ran|stopped|direction|moves|said)\|/.test(o.key)
        ? (o.key.split('|')[1] ?? '')
        : (o.key.split('|')[0] ?? ''),
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
  const add = (state: CallState, a: Point, b: Point, minutes: number): void => {
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
  for (const { a, b, words } of apartPairs(planned)) {
    const key = joinedKey(a, b);
    if (!observed.has(key))
      out.push({
        key,
        text: `${words}, ohms with every supply off`,
        minutes: 4,
        enter: { quantity: 'ohms', a, b, state: 'off' },
      });
  }
  return out;
}

/** What the engine is told of a job beside its circuit. */
interface Told {
  /** The circuit as it should be, with the supply as it was read. */
  asRead: Installed;
  states: readonly CallState[];
  healthy: ReadonlyMap<string, StatePrediction>;
  /** For the proof as written, each fault in its mildest and usual way; else for the readings there are. */
  whole: boolean;
  among: readonly Fault[];
  tests: readonly Pick<TestPlan, 'id' | 'measures'>[];
  ownBlower: OwnBlower;
}

/** By state, what somebody said of whether it ran, and what is looked at to have stopped. */
function claimsOf(observations: readonly Observation[], measures: readonly MeasurePlan[]): FaultSetting['claims'] {
  const said = observations.flatMap(({ key }): [string, Claim][] => {
    const of = ranOf(key);
    return of ? [[of.state, { key, runs: of.name }]] : [];
  });
  const stopped = measures.flatMap(({ state, check }): [string, Claim][] =>
    check?.kind === 'stopped' ? [[state, { key: stoppedKey(state, check.none), none: check.none }]] : [],
  );
  const out = new Map<string, Claim[]>();
  for (const [state, claim] of [...said, ...stopped]) out.set(state, [...(out.get(state) ?? []), claim]);
  return out;
}

/** Everything that is asked of the circuit under each fault. */
function settingOf(
  job: LowVoltageJob,
  { asRead, states, healthy, whole, tests, ownBlower }: Told,
): { setting: FaultSetting; observations: Observation[]; next: Candidate[] } {
  const planned = byNameplate(asRead, nominalOpenVolts(job));
  const observations = observe(job, tests, runNames(planned));
  const all = tests.flatMap((t) => t.measures);
  const measures = whole ? all : [];
  const idle = states.find((s) => s.id === 'idle');
  const detected = all.flatMap((m) => (m.check?.kind === 'detected' ? [m.check.exactly] : []))[0] ?? null;
  const next = candidates(planned, observedStates(states, observations), new Set(observations.map((o) => o.key)));
  const setting: FaultSetting = {
    planned,
    states: states.filter((s) => !s.dead),
    idle,
    wanted: new Map([...healthy].map(([state, p]) => [state, withAir(p.running.filter(seenRunning), ownBlower)])),
    ownBlower,
    unknowns: unknownsOf(job, toNetlist(planned).elements),
    asked: askedPairs(observations, next, measures),
    dead: deadPairs(observations, next, measures),
    claims: claimsOf(observations, all),
    sees: detected && (whole || observations.some((o) => o.key === SEES_KEY)) ? seeable(planned, idle, detected) : null,
    complaints: whole || observations.some((o) => o.key.startsWith('said|')),
  };
  return { setting, observations, next };
}

/** Of 286 and 182 pairs of the campaign (seed 1) 60 lost none and one against all 110, 40 one and two. */
const COUPLES = 60;

/** Everything this job says of what is wrong. */
function evidence(job: LowVoltageJob, told: Told): Evidence {
  const { setting, observations, next } = settingOf(job, told);
  const { among, whole } = told;
  const faults = new Map(among.map((f) => [f.id, f]));
  const under = new Under(setting, observations, whole);
  const planned: Hypothesis = {
    id: AS_PLANNED,
    name: 'wired as planned',
    look: 'Measure again.',
    fix: 'Nothing to mend.',
    prior: 30,
    about: [],
    predicts: under.asPlanned(),
  };
  return {
    parameters: [...SHARED_PARAMETERS, ...setting.unknowns.map(({ id, sigma, mean }) => ({ id, sigma, mean }))],
    hypotheses: [planned, ...among.map((f) => under.hypothesis(f))],
    observations,
    candidates: next,
    keyOf: keyOfMeasure,
    complete: (predicts) => under.complete(predicts),
    surely: COUPLES,
    both: (a, b, thorough) => {
      const [first, second] = [faults.get(a.id), faults.get(b.id)];
      if (!first || !second) return null;
      const [apply, ...worse] = thorough
        ? everyDegree(first, second)
        : [together(under.applied(first, a), under.applied(second, b))];
      if (!apply) return null;
      const both: Fault = {
        ...first,
        id: `${a.id} + ${b.id}${thorough ? '' : `, ${a.degree} and ${b.degree}`}`,
        name: `${first.name}, and ${second.name}`,
        look: `${first.look} ${second.look}`,
        fix: `${first.fix} Then: ${second.fix}`,
        about: [...first.about, ...second.about],
        apply,
        worse,
        supplyOff: first.supplyOff === true || second.supplyOff === true,
      };
      // Hundreds are first only looked over.
      return under.hypothesis(both, !thorough);
    },
  };
}

/** The key of a measure of the proof; null where the circuit says nothing of it. */
function keyOfMeasure(_test: Pick<TestPlan, 'id'>, m: MeasurePlan): string | null {
  if (m.a && m.b)
    return m.quantity === 'volts-ac' ? pairKey(m.state, m.a, m.b) : m.quantity === 'ohms' ? joinedKey(m.a, m.b) : null;
  if (m.check?.kind === 'runs') return runsKey(m.state);
  if (m.check?.kind === 'stopped') return stoppedKey(m.state, m.check.none);
  if (m.check?.kind === 'detected') return SEES_KEY;
  return null;
}

/** Ranking of faults against what was read, or null when nothing has been read. */
export function diagnose(
  job: LowVoltageJob,
  planned: Installed,
  states: readonly CallState[],
  healthy: ReadonlyMap<string, StatePrediction>,
): Ranking | null {
  const told = { asRead: planned, states, healthy, whole: false, among: singleFaults(planned), tests: [] };
  const e = evidence(job, { ...told, ownBlower: { heat: false, cool: false } });
  return e.observations.length === 0 ? null : rankEvidence(e);
}

type Evident = Pick<
  LowVoltageDerived,
  'installed' | 'predictionsOf' | 'states' | 'predictions' | 'proof' | 'system' | 'sheet' | 'wiring' | 'settings'
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
  const { air, kind } = d.system;
  const ownBlower = { heat: air.heating === 'equipment' || kind === 'dual-fuel', cool: air.cooling === 'equipment' };
  return evidence(job, {
    asRead: d.installed,
    states: d.states,
    healthy,
    whole,
    among,
    tests: d.proof.tests,
    ownBlower,
  });
}
