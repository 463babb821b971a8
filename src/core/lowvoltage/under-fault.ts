/** What would be read, seen and heard of a 24 V circuit with a fault in it. */
import { continuity, DIRECT_OHMS } from '../circuit/continuity';
import { type Group, meterReading, type Settled } from '../circuit/solve';
import type { Parameter, Predicted } from '../evidence/hypothesis';
import { OPEN_CIRCUIT_OHMS } from '../units/meter-units';
import type { Asked, DeadPair } from './asked';
import { saidUnder } from './complaints';
import { DISPLAY_KEY, directionKey, opensKey, SEES_KEY } from './evidence-keys';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
import { isLame, looks, type OwnBlower, withAir } from './looks';
import { METER_DEFAULT, type Predictor, predictor } from './predict';
import { seenRunning } from './proof-measures';
import { deviceVolts, LIT_VOLTS, reportsAll } from './reported';
import { FLOATS_OHMS, groupsOf, NEIGHBOUR_VOLTS, STARTING_DOUBT, type Unknown } from './spread';
import type { CallState } from './states';

/** The supply's own spread, as mains and transformers have it; the meter's gain. Every voltage follows both. */
export const SHARED_PARAMETERS: readonly Parameter[] = [
  { id: 'supply', sigma: 0.045, mean: 0 },
  { id: 'meter', sigma: 0.006, mean: 0 },
];

/** Everything that is the same under every fault. */
export interface FaultSetting {
  /** The circuit as planned, with transformers by their nameplates. */
  planned: Installed;
  states: readonly CallState[];
  idle: CallState | undefined;
  /** What runs in each state where all is well. */
  running: ReadonlyMap<string, readonly string[]>;
  /** With what the equipment starts its own blower, whatever the thermostat calls. */
  ownBlower: OwnBlower;
  unknowns: readonly Unknown[];
  asked: ReadonlyMap<string, readonly Asked[]>;
  /** Pairs that are read with every supply off. */
  dead: readonly DeadPair[];
  /** What the customer says is asked as well. */
  complaints: boolean;
  /** Things that were seen to run or not, by the key of each. */
  ran: ReadonlyMap<string, { state: string; name: string }>;
  /** By key, what is looked at to have stopped. */
  stopped: ReadonlyMap<string, { state: string; none: readonly string[] }>;
  /** Terminals that the device reports of; null where that is neither asked nor answered. */
  sees: readonly string[] | null;
}

/** A circuit with what is looked up in it state after state. */
interface Prepared extends Predictor {
  groups: readonly Group[];
  /** Loads that somebody sees or hears running. */
  shown: readonly { id: string; runs: string }[];
  /** Places of the transformers' own volts in the kernel, and what they are by nameplate. */
  mains: readonly number[];
  nominal: readonly number[];
}

/**
 * Transformers by their nameplate. A reading that a fault has pulled down must not first become the supply that judges
 * it: what the supply gives is found under each hypothesis on its own, from its nameplate.
 */
export const byNameplate = (installed: Installed, openVolts: number): Installed => ({
  ...installed,
  transformers: installed.transformers.map((t) => ({ ...t, openVolts })),
});

/** How much of it depends on how the cores lie in their sheath. */
const STRAY_SHARE = 0.4;
/** What floats is not to be believed. */
const figure = (value: number, ohms: number): Predicted => ({
  value,
  ...(ohms > FLOATS_OHMS / 30
    ? {
        floats: Math.max(Math.abs(value), NEIGHBOUR_VOLTS) * 0.5 * Math.min(1, ohms / FLOATS_OHMS),
        sigma: STRAY_SHARE * Math.abs(value),
      }
    : {}),
});
const answer = (value: number): Predicted => ({ value });
/** What a meter shows between points that hang together, and between such that do not, Ω. */
const JOINED_READS = 1;
const joinedAnswer = (joined: boolean): Predicted => ({
  value: joined ? 1 : 0,
  reads: joined ? JOINED_READS : OPEN_CIRCUIT_OHMS,
});

/** Nearer than this to where a device lives one may be lit where another is dark. */
const EDGE_VOLTS = { low: 13.5, high: 21 } as const;
const LESS_VOLTS = 16;
const LEAST_DROP = 0.4;
/** What a device draws that is going dark is anything between nothing and its nameplate. */
const DARK_DOUBT = 4;
/** The supply's own spread on either side. */
const EITHER_WAY = [0.95, 1.05] as const;

/** Between where any device lives and where none does: limits of another device than the usual. */
function otherLimits(resting: number | null, called: readonly (number | null)[]): (number | null)[] {
  const onEdge = (v: number | null): boolean => v !== null && v > EDGE_VOLTS.low && v < EDGE_VOLTS.high;
  if (resting === null || ![resting, ...called].some(onEdge)) return [];
  if (!onEdge(resting)) return resting < LIT_VOLTS ? [] : [EDGE_VOLTS.low, LESS_VOLTS];
  // Lit or dark at rest; lit, and dark in whatever takes more.
  return [resting < LIT_VOLTS ? EDGE_VOLTS.low : null, EDGE_VOLTS.low, resting - LEAST_DROP];
}

/** One way a fault could show: with which supply, from which volts the device is lit, and what is then read. */
interface Way {
  /** Its circuit, kept: a further reading is one state more of it. Ways of one fault share it. */
  p: Prepared;
  supply: number;
  livesFrom: number | null;
  predicts: Map<string, Predicted>;
  /** Pairs that are not in its circuit. */
  absent: Set<string>;
  /** By state, what runs; none where nobody could say what would be seen. */
  runs: Map<string, readonly string[] | null>;
  /** Lists of what is asked that it has answered, by their numbers. */
  answered: Set<number>;
}

/**
 * What was worked out for one circuit, kept from reading to reading: a further reading asks for one pair more under each
 * fault, not for everything anew. One circuit at a time.
 */
interface Kept {
  circuit: string;
  ways: Map<string, Way[]>;
  /** Numbers of the lists of what was asked. */
  lists: Map<string, number>;
}
let kept: Kept = { circuit: '', ways: new Map(), lists: new Map() };

/** What is asked, each list by a number: a way that answered a list is not gone through for it again. */
interface Lists {
  /** By state, of pairs with volts. */
  asked: ReadonlyMap<string, number>;
  /** Of pairs read dead and of what somebody said ran. */
  rest: number;
}

function listsOf({ asked, dead, ran }: FaultSetting, { lists }: Kept): Lists {
  const number = (list: string): number => {
    const found = lists.get(list) ?? lists.size;
    lists.set(list, found);
    return found;
  };
  const volts = [...asked].map(([state, pairs]): [string, number] => [
    state,
    number(`${state}:${pairs.map((p) => `${p.key}${p.read ? '!' : ''}`).join()}`),
  ]);
  return { asked: new Map(volts), rest: number(`${dead.map((d) => d.key).join()};${[...ran.keys()].join()}`) };
}

/** What a circuit is known by: everything that its predictions hang on but what is asked. */
const circuitOf = ({ planned, states, running, ownBlower, complaints, stopped, unknowns }: FaultSetting): string =>
  JSON.stringify([
    planned,
    states,
    [...running],
    ownBlower,
    complaints,
    [...stopped.keys()],
    unknowns.map(({ id, sigma, mean }) => [id, sigma, mean]),
  ]);

/** Predictions under faults of one circuit. @param once for one look: nothing is kept, and a fault has its usual way only */
export function faultReader(
  setting: FaultSetting,
  once: boolean,
): (id: string, apply: Fault['apply'] | null, brief?: boolean) => Map<string, Predicted>[] {
  if (once)
    return (_id, apply) => {
      const states = new States(circuitWith(apply, setting), setting);
      return [fresh(states, 1, states.restingLimit()).predicts];
    };
  const circuit = circuitOf(setting);
  if (kept.circuit !== circuit) kept = { circuit, ways: new Map(), lists: new Map() };
  const { ways } = kept;
  const lists = listsOf(setting, kept);
  return (id, apply, brief = false) => {
    const known = ways.get(id);
    const found = known ?? waysOf(apply, setting, brief);
    if (known) for (const way of known) more(way, setting, lists);
    else {
      ways.set(id, found);
      for (const { answered } of found) for (const list of [...lists.asked.values(), lists.rest]) answered.add(list);
    }
    return found.map((w) => w.predicts);
  };
}

/**
 * The ways of a fault; several where a device or a coil is on its edge, the usual first.
 * @param brief with the usual supply alone
 */
function waysOf(apply: Fault['apply'] | null, setting: FaultSetting, brief: boolean): Way[] {
  // One circuit for all of them: a supply of more or less volts is the same circuit with other sources.
  const p = circuitWith(apply, setting);
  const from = (supply: number): { ways: Way[]; weak: boolean } => {
    supplied(p, supply);
    const states = new States(p, setting);
    const usual = fresh(states, supply, states.restingLimit());
    const others = otherLimits(usual.resting, usual.called).map((lives) => fresh(states, supply, lives));
    return { ways: [usual, ...others], weak: usual.weak };
  };
  const usual = from(1);
  // Where a coil only just pulls in, a few per cent of the supply decide it.
  return apply !== null && usual.weak && !brief
    ? [...usual.ways, ...EITHER_WAY.flatMap((share) => from(share).ways)]
    : usual.ways;
}

/** Whether dead pairs of a way's circuit are joined. */
function addDead({ p, predicts }: Way, { dead }: FaultSetting): void {
  const pairs = dead.filter(({ key }) => !predicts.has(key));
  if (pairs.length === 0) return;
  const joined = continuity(p.solver.netlist);
  const direct = continuity(p.solver.netlist, DIRECT_OHMS);
  for (const { key, direct: directly, a, b } of pairs) {
    predicts.set(key, joinedAnswer(joined(a, b)));
    predicts.set(directly, answer(direct(a, b) ? 1 : 0));
  }
}

/** Whether each thing runs that somebody said of whether it did. */
function addRan({ predicts, runs }: Way, { ran }: FaultSetting): void {
  for (const [key, { state, name }] of ran) {
    const there = runs.get(state);
    if (there && !predicts.has(key)) predicts.set(key, answer(there.includes(name) ? 1 : 0));
  }
}

/** Whether the device reports what it should. */
function addSees(way: Way, { sees, idle }: FaultSetting): void {
  if (sees === null || !idle || way.predicts.has(SEES_KEY)) return;
  if (way.livesFrom === null) {
    way.predicts.set(SEES_KEY, answer(0));
    return;
  }
  settle(way.p, idle, way.livesFrom);
  const all = reportsAll(way.p, sees);
  if (all !== null) way.predicts.set(SEES_KEY, answer(all ? 1 : 0));
}

/** Pairs asked for that a way has not been asked before. */
function more(way: Way, setting: FaultSetting, lists: Lists): void {
  const { answered } = way;
  if (!answered.has(lists.rest)) {
    addDead(way, setting);
    addRan(way, setting);
    answered.add(lists.rest);
  }
  if (setting.sees !== null && !way.predicts.has(SEES_KEY)) {
    supplied(way.p, way.supply);
    addSees(way, setting);
  }
  let ready = false;
  for (const state of setting.states) {
    const list = lists.asked.get(state.id);
    if (list === undefined || answered.has(list)) continue;
    answered.add(list);
    const asked = setting.asked.get(state.id) ?? NO_PAIRS;
    let pairs: Asked[] | null = null;
    for (const pair of asked) {
      const has = way.predicts.get(pair.key);
      if (has === undefined ? way.absent.has(pair.key) : !pair.read || has.along !== undefined) continue;
      pairs ??= [];
      pairs.push(pair);
    }
    if (pairs === null) continue;
    if (!ready) supplied(way.p, way.supply);
    ready = true;
    put(way, pairsIn(way.p, setting, pairs, settle(way.p, state, way.livesFrom)));
  }
}

const NO_PAIRS: readonly Asked[] = [];

/** Transformers at a share of their nameplates. */
function supplied({ solver, mains, nominal }: Prepared, share: number): void {
  const { emf } = solver.kernel.layout;
  for (let k = 0; k < mains.length; k++) emf[mains[k] as number] = (nominal[k] as number) * share;
}

function circuitWith(apply: Fault['apply'] | null, { planned, unknowns }: FaultSetting): Prepared {
  const p = predictor(apply ? apply(planned) : planned);
  const { elements } = p.solver.netlist;
  const own = new Set(p.installed.transformers.map((t) => `source:${t.id}`));
  const mains = elements.flatMap((e, i) => (own.has(e.id) ? [2 * i, 2 * i + 1] : []));
  return {
    ...p,
    groups: groupsOf(unknowns, elements),
    shown: elements.flatMap((e) =>
      e.kind === 'load' && e.runs && seenRunning(e.runs) ? [{ id: e.id, runs: e.runs }] : [],
    ),
    mains,
    nominal: mains.map((i) => p.solver.kernel.layout.emf[i] as number),
  };
}

interface SettledCall extends Settled {
  /** The device has no power, or loses it by calling: what is read is the circuit at rest. */
  goingDark: boolean;
  /** Volts at the device while it calls; null where it draws from no wire. */
  calling: number | null;
}

/** What a call comes to: the device calls; it has no power, or loses it by calling; the call opens the fuse. */
type Comes = 'calls' | 'dark' | 'blown';

const comesTo = (blown: boolean, calling: number | null, livesFrom: number | null): Comes =>
  livesFrom !== null && (calling ?? livesFrom) >= livesFrom ? 'calls' : livesFrom !== null && blown ? 'blown' : 'dark';

/** A call without power to hold it. A fuse that opens leaves nothing to read of its transformer, whatever was called. */
function withoutPower(p: Prepared, state: CallState, blown: boolean): Settled {
  const resting = p.circuitState({ ...state, calls: [], accessories: [] });
  if (!blown) return p.solver.settled(resting);
  const suppliesOff = new Set([...resting.suppliesOff, ...p.installed.transformers.map((t) => t.supply)]);
  return { ...p.solver.settled({ controls: resting.controls, suppliesOff }), blown: true };
}

function settle(p: Prepared, state: CallState, livesFrom: number | null): SettledCall {
  const called = p.solver.settled(p.circuitState(state));
  const calling = deviceVolts(p);
  const comes = comesTo(called.blown, calling, livesFrom);
  if (comes === 'calls') return { ...called, calling, goingDark: false };
  return { ...withoutPower(p, state, comes === 'blown'), calling, weak: called.weak, goingDark: true };
}

/** How many times worse than usual each unknown is known in a state. */
const doubts = (unknowns: readonly Unknown[], { starting }: Settled, goingDark: boolean): number[] =>
  unknowns.map(({ id }) => (starting.has(id) ? STARTING_DOUBT : goingDark && id === 'device' ? DARK_DOUBT : 1));

const NO_GROUPS: readonly Group[] = [];

/** What is predicted of pairs, and which of them are not in the circuit. */
interface Pairs {
  found: readonly (readonly [string, Predicted])[];
  absent: readonly string[];
}

function put({ predicts, absent }: Way, pairs: Pairs): void {
  for (const [key, predicted] of pairs.found) predicts.set(key, predicted);
  for (const key of pairs.absent) absent.add(key);
}

/** Pairs of the state last settled. */
function pairsIn(p: Prepared, setting: FaultSetting, pairs: readonly Asked[], settled: SettledCall): Pairs {
  const found: (readonly [string, Predicted])[] = [];
  const absent: string[] = [];
  const doubt = doubts(setting.unknowns, settled, settled.goingDark);
  for (const { key, a, b, meterOhms = METER_DEFAULT, read } of pairs) {
    const [from, to] = [p.solver.at(a), p.solver.at(b)];
    if (from === undefined || to === undefined) {
      absent.push(key);
      continue;
    }
    const point = p.solver.between(from, to, read ? p.groups : NO_GROUPS, SHARED_PARAMETERS.length);
    const { ohms, reactance, slopes: along } = point;
    const volts = meterReading(point, meterOhms);
    const predicted = figure(volts, Math.hypot(ohms, reactance));
    if (read) {
      for (let u = 0; u < SHARED_PARAMETERS.length; u++) along[u] = volts;
      for (let u = 0; u < doubt.length; u++)
        along[SHARED_PARAMETERS.length + u] = (along[SHARED_PARAMETERS.length + u] as number) * (doubt[u] as number);
      predicted.along = along;
    }
    found.push([key, predicted]);
  }
  return { found, absent };
}

/** What a state comes to: the same for every way in which its call comes to the same. */
interface Outcome extends SettledCall {
  pairs: Pairs;
  /** What runs that somebody sees or hears. */
  runs: readonly string[];
}

/** The states of a circuit with one supply, each solved once for all the ways in which a device may take it. */
class States {
  private readonly calls = new Map<string, SettledCall>();
  private readonly outcomes = new Map<string, Outcome>();

  constructor(
    readonly p: Prepared,
    readonly setting: FaultSetting,
  ) {}

  private called(state: CallState): { call: SettledCall; isSettled: boolean } {
    const known = this.calls.get(state.id);
    if (known) return { call: known, isSettled: false };
    const settled = this.p.solver.settled(this.p.circuitState(state));
    const call = { ...settled, calling: deviceVolts(this.p), goingDark: false };
    this.calls.set(state.id, call);
    return { call, isSettled: true };
  }

  /** Volts from which the device is lit, as most are; null: it is dark at rest. */
  restingLimit(): number | null {
    const { idle } = this.setting;
    const resting = idle ? this.called(idle).call.calling : null;
    return resting === null || resting >= LIT_VOLTS ? LIT_VOLTS : null;
  }

  /** @param livesFrom volts from which the device is lit; null: it is dark */
  of(state: CallState, livesFrom: number | null): Outcome {
    const { p, setting } = this;
    const { call, isSettled } = this.called(state);
    const comes = comesTo(call.blown, call.calling, livesFrom);
    const key = `${state.id}|${comes}`;
    const known = this.outcomes.get(key);
    if (known) return known;
    if (comes === 'calls' && !isSettled) p.solver.settle(p.circuitState(state));
    const settled =
      comes === 'calls'
        ? call
        : {
            ...withoutPower(p, state, comes === 'blown'),
            calling: call.calling,
            weak: call.weak,
            goingDark: true,
          };
    const made: Outcome = {
      ...settled,
      pairs: pairsIn(p, setting, setting.asked.get(state.id) ?? NO_PAIRS, settled),
      runs: withAir(
        p.shown.flatMap((l) => (settled.running.has(l.id) ? [l.runs] : [])),
        setting.ownBlower,
      ),
    };
    this.outcomes.set(key, made);
    return made;
  }
}

/** A way with everything that its volts said on the way of other limits. */
interface FreshWay extends Way {
  resting: number | null;
  called: readonly (number | null)[];
  /** A coil holds by little, or never pulled in. */
  weak: boolean;
}

function fresh(states: States, supply: number, livesFrom: number | null): FreshWay {
  const { p, setting } = states;
  const called: (number | null)[] = [];
  const way: FreshWay = {
    p,
    supply,
    livesFrom,
    predicts: new Map(),
    absent: new Set(),
    runs: new Map(),
    answered: new Set(),
    resting: null,
    called,
    weak: false,
  };
  const { predicts } = way;
  addDead(way, setting);
  const running = new Set<string>();
  for (const state of setting.states) {
    const outcome = states.of(state, livesFrom);
    const { runs } = outcome;
    called.push(outcome.calling);
    if (state.id === setting.idle?.id) way.resting = outcome.calling;
    way.weak ||= outcome.weak;
    put(way, outcome.pairs);
    if (outcome.blown) predicts.set(opensKey(state.id), answer(1));
    for (const r of runs) running.add(`${state.id}|${r}`);
    const wanted = withAir((setting.running.get(state.id) ?? []).filter(seenRunning), setting.ownBlower);
    way.runs.set(state.id, isLame(runs) ? null : runs);
    if (!isLame(runs)) looks(predicts, state.id, runs, wanted, p.installed);
    if (state.id === 'idle') predicts.set(DISPLAY_KEY, answer(setting.planned.device && livesFrom === null ? 0 : 1));
  }
  for (const [key, { state, none }] of setting.stopped)
    predicts.set(key, answer(none.some((name) => running.has(`${state}|${name}`)) ? 0 : 1));
  addSees(way, setting);
  addRan(way, setting);
  if (!setting.complaints) return way;
  const heats = (state: string): number | undefined => predicts.get(directionKey(state))?.value;
  for (const [key, value] of saidUnder(setting.states, running, livesFrom === null, heats))
    predicts.set(key, answer(value));
  return way;
}
