/** What is wrong with a 24 V job: the circuit under every fault, held against everything that was read. */

import { screwWords } from '../circuit/point';
import { complaintObservations } from '../evidence/complaints';
import {
  AS_PLANNED,
  type Candidate,
  type Evidence,
  type Hypothesis,
  type Observation,
  type Parameter,
  type Predicted,
} from '../evidence/hypothesis';
import { type Ranking, rankEvidence } from '../evidence/rank';
import { readingsInTime } from '../job/readings';
import type { LowVoltageJob, Reading } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { saidUnder } from './complaints';
import { nominalOpenVolts } from './equipment';
import type { LowVoltageDerived } from './family';
import { type Fault, singleFaults } from './faults';
import { type Installed, toNetlist, wallNode } from './installed';
import {
  METER_DEFAULT,
  type Predictor,
  predictedVolts,
  predictor,
  predictState,
  type StatePrediction,
  solveState,
} from './predict';
import { slopesOf, type Unknown, unknownsOf } from './spread';
import type { CallState } from './states';

const keyOf = (state: string, a: string, b: string, meterOhms?: number): string =>
  `${state}|${[a, b].sort().join('|')}${isLow(meterOhms) ? `|${meterOhms}` : ''}`;
/** A meter that loads what it reads is a part of the circuit. */
const isLow = (meterOhms: number | undefined): boolean => meterOhms !== undefined && meterOhms < LOW_METER;
const LOW_METER = 1e6;
const DISPLAY_KEY = 'display';
/** Which way the heat goes in a state: 1 into the indoor air, 0 out of it. */
const directionKey = (state: string): string => `direction|${state}`;

function direction(installed: Installed, running: readonly string[]): number | null {
  if (running.some((r) => r.startsWith('burner') || r.startsWith('heater'))) return 1;
  if (!running.includes('compressor')) return null;
  if (!installed.valveMarking) return 0;
  return running.includes('reversing valve') === (installed.valveMarking === 'B') ? 1 : 0;
}

/** Whether the supply air is warmer or colder at all. */
const movesKey = (state: string): string => `moves|${state}`;
/** Beyond this it is, and under this it is not; between the two nothing is said, K. */
const MOVES = { from: 4, under: 1 } as const;

const runsKey = (state: string): string => `runs|${state}`;

/** Of a reading, what nothing shared explains: touch, display, mains that drift between two readings. */
const READING_SHARE = 0.008;
const LEAST_SIGMA = 0.2;

/** Readings taken since power-up that the circuit can predict, and what was seen, heard and complained of. */
function observe(job: LowVoltageJob): Observation[] {
  const observations: Observation[] = [];
  const latest = new Map<string, [string, Reading]>();
  for (const r of readingsInTime(job)) {
    const entry: [string, Reading] = [r.id, r];
    if (r.stop === 'make-safe' || r.state === undefined || r.during !== undefined) continue;
    if (r.quantity === 'volts-ac' && r.a && r.b) latest.set(keyOf(r.state, r.a, r.b, r.meterOhms), entry);
    if (r.quantity === 'seen' && r.measure === 'runs') latest.set(runsKey(r.state), entry);
    if (r.quantity === 'kelvin' && (Math.abs(r.value) >= MOVES.from || Math.abs(r.value) < MOVES.under))
      latest.set(movesKey(r.state), entry);
    // Under 2 K either way the air does not yet say.
    if (r.quantity === 'kelvin' && Math.abs(r.value) >= 2) latest.set(directionKey(r.state), entry);
  }
  for (const [key, [id, r]] of latest) {
    if (key.startsWith('moves|')) {
      const value = Math.abs(r.value) >= MOVES.from ? 1 : 0;
      const text = `${r.state ?? ''}: the supply air ${value === 1 ? 'is warmer or colder' : 'is as the room'}`;
      observations.push({ id: `${id}-moves`, key, value, sigma: null, text });
      continue;
    }
    const volts = r.quantity === 'volts-ac';
    const air = r.quantity === 'kelvin';
    const warms = (r.measure === 'split') === r.value < 0;
    observations.push({
      id,
      key,
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
  return [...observations, ...complaintObservations(job)];
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

/** The supply's own spread, as mains and transformers have it; the meter's gain. */
const SUPPLY_SIGMA = 0.045;
const METER_SIGMA = 0.006;
const SHARED = { supply: 'supply', meter: 'meter' } as const;

/** Behind more than this a point floats: what a meter shows there hangs on the cores beside it. */
const FLOATS_OHMS = 1e6;
/** A core that floats beside a live one takes a part of its volts through the capacitance between them. */
const NEIGHBOUR_VOLTS = 27;

/** Every voltage of a state scales with the source and with the meter; what floats is not to be believed. */
const figure = (value: number, behind?: { ohms: number } | null): Predicted => ({
  value,
  by: { [SHARED.supply]: value, [SHARED.meter]: value },
  ...(behind && behind.ohms > FLOATS_OHMS / 30
    ? { floats: Math.max(Math.abs(value), NEIGHBOUR_VOLTS) * 0.5 * Math.min(1, behind.ohms / FLOATS_OHMS) }
    : {}),
});
const answer = (value: number): Predicted => ({ value });

/** What all readings share. */
const PARAMETERS: readonly Parameter[] = [
  { id: SHARED.supply, sigma: SUPPLY_SIGMA, mean: 0 },
  { id: SHARED.meter, sigma: METER_SIGMA, mean: 0 },
];

/**
 * The circuit with transformers by their nameplates: what the supply gives is found under each hypothesis on its own. A
 * reading that a fault has pulled down must not first become the supply that judges it.
 */
const byNameplate = (planned: Installed, share: number): Installed => ({
  ...planned,
  transformers: planned.transformers.map((t) => ({ ...t, openVolts: t.openVolts * share })),
});

/** The supply's own spread on either side. */
const SUPPLY_EITHER_WAY = [0.95, 1.05] as const;

/** A device lives from here; nearer than this to it one may be lit where another is dark. */
const LIT_VOLTS = 18;
const EDGE_VOLTS = { low: 13.5, high: 21 } as const;
/** Between where any device lives and where none does: limits of another device than the usual. */
function otherLimits(resting: number | null, called: readonly (number | null)[]): (number | null)[] {
  const onEdge = (v: number | null): boolean => v !== null && v > EDGE_VOLTS.low && v < EDGE_VOLTS.high;
  if (resting === null || ![resting, ...called].some(onEdge)) return [];
  if (!onEdge(resting)) return resting < LIT_VOLTS ? [] : [EDGE_VOLTS.low, LESS_VOLTS];
  // Lit or dark at rest; lit, and dark in whatever takes more.
  return [resting < LIT_VOLTS ? EDGE_VOLTS.low : null, EDGE_VOLTS.low, resting - LEAST_DROP];
}
const LESS_VOLTS = 16;
const LEAST_DROP = 0.4;
const DARK_DEVICE: ReadonlyMap<string, number> = new Map([['device', 4]]);
const NOTHING: ReadonlyMap<string, number> = new Map();

/** Volts at the device; null where it draws from no wire. */
function deviceVolts({ installed: { device } }: Predictor, prediction: StatePrediction): number | null {
  return device && predictedVolts(prediction, wallNode(device.hot), wallNode(device.common), METER_DEFAULT);
}

function predictUnder(
  p: Predictor,
  planned: Installed,
  healthy: ReadonlyMap<string, StatePrediction>,
  states: readonly CallState[],
  observations: readonly Observation[],
  unknowns: readonly Unknown[],
  livesFrom: number | null,
): Map<string, Predicted> {
  const predicts = new Map<string, Predicted>();
  const read = new Set(observations.map((o) => o.key));
  const lowMeters = observations.flatMap((o) => {
    const [state = '', a = '', b = '', ohms] = o.key.split('|');
    return ohms === undefined ? [] : [{ key: o.key, state, a, b, ohms: Number(ohms) }];
  });
  // A thermostat without power calls nothing, whatever it was asked.
  const dark = livesFrom === null;
  const running = new Set<string>();
  for (const state of states) {
    const resting = { ...state, calls: [], accessories: [] };
    const asked = predictState(p, dark ? resting : state);
    // A call that takes the thermostat's own supply lets it drop out: what is read is the circuit at rest.
    const drops = livesFrom !== null && (deviceVolts(p, asked) ?? livesFrom) < livesFrom && !blows(asked);
    const prediction = drops ? predictState(p, resting) : asked;
    const settled = solveState(p, drops || dark ? resting : state);
    // What a device draws that is going dark is anything between nothing and its nameplate.
    const doubted = drops || dark ? DARK_DEVICE : NOTHING;
    for (let i = 0; i < prediction.points.length; i++) {
      for (let j = i + 1; j < prediction.points.length; j++) {
        const a = prediction.points[i] ?? '';
        const b = prediction.points[j] ?? '';
        const key = keyOf(state.id, a, b);
        const plain = figure(predictedVolts(prediction, a, b, METER_DEFAULT) ?? 0, prediction.probes.at(i, j));
        predicts.set(
          key,
          read.has(key)
            ? { ...plain, by: { ...plain.by, ...slopesOf(p.solver, unknowns, a, b, settled, doubted) } }
            : plain,
        );
      }
    }
    for (const l of lowMeters)
      if (l.state === state.id) predicts.set(l.key, figure(predictedVolts(prediction, l.a, l.b, l.ohms) ?? 0));
    const wanted = healthy.get(state.id)?.running ?? [];
    const same = wanted.length === prediction.running.length && wanted.every((r) => prediction.running.includes(r));
    predicts.set(runsKey(state.id), answer(same ? 1 : 0));
    for (const r of prediction.running) running.add(`${state.id}|${r}`);
    const way = direction(p.installed, prediction.running);
    if (way !== null) predicts.set(directionKey(state.id), answer(way));
    // Without its blower heat or cold does not reach the air that is read.
    if (way === null) predicts.set(movesKey(state.id), answer(0));
    else if (prediction.running.includes('blower')) predicts.set(movesKey(state.id), answer(1));
    if (state.id === 'idle') {
      predicts.set(DISPLAY_KEY, answer(planned.device && dark ? 0 : 1));
    }
  }
  for (const [key, value] of saidUnder(states, running, dark, (state) => predicts.get(directionKey(state))?.value))
    predicts.set(key, answer(value));
  return predicts;
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
    const key = keyOf(state.id, a, b);
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
 * @param whole every state, for the proof as written; those that were read without
 */
function evidence(
  job: LowVoltageJob,
  asRead: Installed,
  states: readonly CallState[],
  healthy: ReadonlyMap<string, StatePrediction>,
  openVolts: number,
  whole: boolean,
  among: readonly Fault[] = singleFaults(asRead),
): Evidence {
  const planned = byNameplate(asRead, nominalOpenVolts(job) / openVolts);
  const observations = observe(job);
  const solved = whole ? states.filter((s) => !s.dead) : observedStates(states, observations);
  const faults = new Map(among.map((f) => [f.id, f]));
  const unknowns = unknownsOf(job, toNetlist(planned).elements);
  const idle = states.find((s) => s.id === 'idle');
  /** What is read with a fault in; several ways where it leaves the device on the edge of going dark. */
  const under = (apply: Fault['apply'] | null): Map<string, Predicted>[] => {
    const base = predictedWays(apply, 1);
    // Where a coil only just pulls in, a few per cent of the supply decide it.
    return base.onEdge ? [...base.ways, ...SUPPLY_EITHER_WAY.flatMap((s) => predictedWays(apply, s).ways)] : base.ways;
  };
  const predictedWays = (
    apply: Fault['apply'] | null,
    supply: number,
  ): { ways: Map<string, Predicted>[]; onEdge: boolean } => {
    const whole = supply === 1 ? planned : byNameplate(planned, supply);
    const p = predictor(apply ? apply(whole) : whole);
    const resting = idle ? deviceVolts(p, predictState(p, idle)) : null;
    const called = solved.map((s) => deviceVolts(p, predictState(p, s)));
    const lit = resting === null || resting >= LIT_VOLTS;
    const ways = [lit ? LIT_VOLTS : null, ...otherLimits(resting, called)].map((from) =>
      predictUnder(p, planned, healthy, solved, observations, unknowns, from),
    );
    return { ways, onEdge: apply !== null && solved.some((s) => solveState(p, s).weak) };
  };
  const degrees = (fault: Fault): Pick<Hypothesis, 'predicts' | 'worse'> => {
    const [predicts = new Map<string, Predicted>(), ...worse] = [fault.apply, ...(fault.worse ?? [])].flatMap(under);
    return { predicts, ...(worse.length > 0 ? { worse } : {}) };
  };
  const hypothesis = (fault: Fault): Hypothesis => ({
    id: fault.id,
    name: fault.name,
    look: fault.look,
    fix: fault.fix,
    prior: fault.prior,
    about: fault.about,
    ...degrees(fault),
  });
  return {
    parameters: [...PARAMETERS, ...unknowns.map(({ id, sigma, mean }) => ({ id, sigma, mean }))],
    hypotheses: [
      {
        id: AS_PLANNED,
        name: 'wired as planned',
        look: 'Measure again.',
        fix: 'Nothing to mend.',
        prior: 30,
        about: [],
        predicts: under(null)[0] ?? new Map<string, Predicted>(),
      },
      ...among.map(hypothesis),
    ],
    observations,
    candidates: candidates(planned, solved, new Set(observations.map((o) => o.key))),
    keyOf: keyOfMeasure,
    both: (a, b) => {
      const first = faults.get(a.id);
      const second = faults.get(b.id);
      if (!first || !second) return null;
      return {
        ...hypothesis({
          ...first,
          about: [...first.about, ...second.about],
          apply: (i) => second.apply(first.apply(i)),
          worse: undefined,
          supplyOff: first.supplyOff === true || second.supplyOff === true,
        }),
        name: `${first.name}, and ${second.name}`,
        look: `${first.look} ${second.look}`,
        fix: `${first.fix} Then: ${second.fix}`,
      };
    },
  };
}

/** A fuse that opens leaves nothing to read, whatever is called. */
const blows = (prediction: StatePrediction): boolean => prediction.faults.some((f) => f.kind === 'fuse-open');

/** The key of a measure of the proof; null where the circuit says nothing of it. */
function keyOfMeasure(_test: Pick<TestPlan, 'id'>, m: MeasurePlan): string | null {
  if (m.a && m.b) return m.quantity === 'volts-ac' ? keyOf(m.state, m.a, m.b) : null;
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

/** What a job with a plan says of what is wrong; null while there is no plan to hold readings against. */
export function lowVoltageEvidence(
  job: LowVoltageJob,
  d: Pick<LowVoltageDerived, 'installed' | 'predictionsOf' | 'states' | 'predictions' | 'source'>,
  whole: boolean,
  among?: readonly Fault[],
): Evidence | null {
  if (!d.installed || d.predictionsOf !== 'plan') return null;
  const healthy = new Map(d.predictions.map((p) => [p.state, p]));
  return evidence(job, d.installed, d.states, healthy, d.source.openVolts, whole, among);
}
