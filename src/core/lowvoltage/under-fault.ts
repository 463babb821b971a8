/** What would be read, seen and heard of a 24 V circuit with a fault in it. */
import { KernelMemory } from '../circuit/wasm/arena';
import { isSo, type Predicted } from '../evidence/hypothesis';
import { OPEN_CIRCUIT_OHMS } from '../units/meter-units';
import type { Asked, DeadPair } from './asked';
import { saidUnder } from './complaints';
import { DISPLAY_KEY, directionKey, opensKey, SEES_KEY } from './evidence-keys';
import { circuitWith, FaultStates, type PairPredictions, Slab } from './fault-states';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
import { isLame, looks, type OwnBlower, withAir } from './looks';
import { LIT_VOLTS } from './reported';
import type { Unknown } from './spread';
import type { CallState } from './states';

/** Everything that is the same under every fault. */
export interface FaultSetting {
  /** The circuit as planned, with transformers by their nameplates. */
  planned: Installed;
  states: readonly CallState[];
  idle: CallState | undefined;
  /** What runs in each state where all is well, that somebody sees or hears; the blower with it. */
  wanted: ReadonlyMap<string, readonly string[]>;
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

/**
 * Transformers by their nameplate. A reading that a fault has pulled down must not first become the supply that judges
 * it: what the supply gives is found under each hypothesis on its own, from its nameplate.
 */
export const byNameplate = (installed: Installed, openVolts: number): Installed => ({
  ...installed,
  transformers: installed.transformers.map((t) => ({ ...t, openVolts })),
});

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
  /** Its circuit, kept: a further reading is one state more of it. Ways of one fault and supply share it. */
  at: FaultStates;
  livesFrom: number | null;
  predicts: Map<string, Predicted>;
  /** By state, what runs; none where nobody could say what would be seen. */
  runs: Map<string, readonly string[] | null>;
  /** Lists of what is asked that it has answered, by their numbers; and by state the last of them. */
  answered: Set<number>;
  last: Map<string, number>;
}

/**
 * What was worked out for one circuit, kept from reading to reading: a further reading asks for one pair more under each
 * fault, not for everything anew. One circuit at a time.
 */
interface Kept {
  circuit: string;
  /** Hundreds of circuits lie in it. */
  memory: KernelMemory;
  slab: Slab;
  ways: Map<string, Way[]>;
  /** Numbers of the lists of what was asked. */
  lists: Map<string, number>;
  /** By number, the pairs of a list; and of one after another, by the numbers of both, what it asks beside that. */
  pairs: Map<number, readonly Asked[]>;
  beside: Map<string, readonly Asked[]>;
}
/** Of 64 KiB: some hundred circuits. */
const MEMORY_PAGES = 24;
const nothingKept = (circuit: string): Kept => ({
  circuit,
  memory: new KernelMemory(MEMORY_PAGES),
  slab: new Slab(),
  ways: new Map(),
  lists: new Map(),
  pairs: new Map(),
  beside: new Map(),
});
let kept: Kept = nothingKept('');

/** What is asked, each list by a number: a way that answered a list is not gone through for it again. */
interface Lists {
  /** By state, of pairs with volts. */
  asked: ReadonlyMap<string, number>;
  /** Of pairs read dead and of what somebody said ran. */
  rest: number;
}

function listsOf({ asked, dead, ran }: FaultSetting, { lists, pairs }: Kept): Lists {
  const number = (list: string): number => {
    const found = lists.get(list) ?? lists.size;
    lists.set(list, found);
    return found;
  };
  const volts = [...asked].map(([state, list]): [string, number] => {
    const n = number(`${state}:${list.map((p) => `${p.key}${p.read ? '!' : ''}`).join()}`);
    if (!pairs.has(n)) pairs.set(n, list);
    return [state, n];
  });
  return { asked: new Map(volts), rest: number(`${dead.map((d) => d.key).join()};${[...ran.keys()].join()}`) };
}

/** What a list asks that another before it did not. */
function askedBeside(now: number, before: number | undefined, { pairs, beside }: Kept): readonly Asked[] {
  const all = pairs.get(now) ?? NO_PAIRS;
  if (before === undefined) return all;
  const key = `${before} ${now}`;
  const known = beside.get(key);
  if (known) return known;
  const old = new Map((pairs.get(before) ?? NO_PAIRS).map((p) => [p.key, p.read]));
  const made = all.filter((p) => !old.has(p.key) || (p.read && !old.get(p.key)));
  beside.set(key, made);
  return made;
}

/** What a circuit is known by: everything that its predictions hang on but what is asked. */
const circuitOf = ({ planned, states, wanted, ownBlower, complaints, stopped, unknowns }: FaultSetting): string =>
  JSON.stringify([
    planned,
    states,
    [...wanted],
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
  if (once) {
    const slab = new Slab();
    return (_id, apply) => {
      const at = new FaultStates(circuitWith(apply, setting.planned, setting.unknowns, null, slab), 1);
      return [fresh(at, setting, at.restingLimit(setting.idle)).predicts];
    };
  }
  const circuit = circuitOf(setting);
  if (kept.circuit !== circuit) kept = nothingKept(circuit);
  const { ways } = kept;
  const lists = listsOf(setting, kept);
  return (id, apply, brief = false) => {
    const known = ways.get(id);
    const found = known ?? waysOf(apply, setting, brief);
    if (known) for (const way of known) more(way, setting, lists, kept);
    else {
      ways.set(id, found);
      for (const way of found) {
        for (const [state, list] of lists.asked) answer(way, state, list);
        way.answered.add(lists.rest);
      }
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
  const p = circuitWith(apply, setting.planned, setting.unknowns, kept.memory, kept.slab);
  const from = (at: FaultStates): [FreshWay, ...Way[]] => {
    const usual = fresh(at, setting, at.restingLimit(setting.idle));
    const others = otherLimits(usual.resting, usual.called).map((lives) => fresh(at, setting, lives));
    at.forget();
    return [usual, ...others];
  };
  const ways = from(new FaultStates(p, 1));
  if (apply === null || brief) return ways;
  // Where a coil only just pulls in, a few per cent of the supply decide it: where they do, that is another way.
  const [{ at, weak, livesFrom }] = ways;
  const others = EITHER_WAY.map((share) => new FaultStates(p, share));
  const decided = others.filter((other) => !weak.every((state) => other.isLike(at, state, livesFrom)));
  return [...ways, ...decided.flatMap(from)];
}

/** Whether dead pairs of a way's circuit are joined. */
function addDead({ at: { p }, predicts }: Way, { dead }: FaultSetting): void {
  for (const { key, direct, a, b } of dead) {
    if (predicts.has(key)) continue;
    predicts.set(key, joinedAnswer(p.joined(a, b)));
    predicts.set(direct, isSo(p.direct(a, b)));
  }
}

/** Whether each thing runs that somebody said of whether it did. */
function addRan({ predicts, runs }: Way, { ran }: FaultSetting): void {
  for (const [key, { state, name }] of ran) {
    const there = runs.get(state);
    if (there && !predicts.has(key)) predicts.set(key, isSo(there.includes(name)));
  }
}

/** Whether the device reports what it should. */
function addSees({ at, livesFrom, predicts }: Way, { sees, idle }: FaultSetting): void {
  if (sees === null || !idle || predicts.has(SEES_KEY)) return;
  const all = livesFrom === null ? false : at.reports(idle, livesFrom, sees);
  if (all !== null) predicts.set(SEES_KEY, isSo(all));
}

function answer({ answered, last }: Way, state: string, list: number): void {
  answered.add(list);
  last.set(state, list);
}

/** Pairs asked for that a way has not been asked before. */
function more(way: Way, setting: FaultSetting, lists: Lists, before: Kept): void {
  if (!way.answered.has(lists.rest)) {
    addDead(way, setting);
    addRan(way, setting);
    way.answered.add(lists.rest);
  }
  addSees(way, setting);
  for (const state of setting.states) {
    const list = lists.asked.get(state.id);
    if (list === undefined || way.answered.has(list)) continue;
    const pairs = askedBeside(list, way.last.get(state.id), before);
    if (pairs.length > 0) put(way, way.at.at(state, way.livesFrom, pairs).pairs);
    answer(way, state.id, list);
  }
}

function put({ predicts }: Way, pairs: PairPredictions): void {
  for (const [key, predicted] of pairs) predicts.set(key, predicted);
}

const NO_PAIRS: readonly Asked[] = [];

/** A way with everything that its volts said on the way of other limits. */
interface FreshWay extends Way {
  resting: number | null;
  called: readonly (number | null)[];
  /** States in which a coil holds by little, or never pulled in. */
  weak: readonly CallState[];
}

function fresh(at: FaultStates, setting: FaultSetting, livesFrom: number | null): FreshWay {
  const called: (number | null)[] = [];
  const weak: CallState[] = [];
  const way: FreshWay = {
    at,
    livesFrom,
    predicts: new Map(),
    runs: new Map(),
    answered: new Set(),
    last: new Map(),
    resting: null,
    called,
    weak,
  };
  const { predicts } = way;
  addDead(way, setting);
  const running = new Set<string>();
  const listsRunning = setting.complaints || setting.stopped.size > 0;
  for (const state of setting.states) {
    const { settled, pairs } = at.at(state, livesFrom, setting.asked.get(state.id) ?? NO_PAIRS);
    called.push(settled.calling);
    if (state.id === setting.idle?.id) way.resting = settled.calling;
    if (settled.weak) weak.push(state);
    put(way, pairs);
    if (settled.blown) predicts.set(opensKey(state.id), isSo(true));
    const runs = withAir(
      at.p.shown.flatMap((l) => (settled.running.has(l.id) ? [l.runs] : [])),
      setting.ownBlower,
    );
    if (listsRunning) for (const r of runs) running.add(`${state.id}|${r}`);
    const wanted = setting.wanted.get(state.id) ?? [];
    way.runs.set(state.id, isLame(runs) ? null : runs);
    if (!isLame(runs)) looks(predicts, state.id, runs, wanted, at.p.installed);
    if (state.id === 'idle') predicts.set(DISPLAY_KEY, isSo(!(setting.planned.device && livesFrom === null)));
  }
  for (const [key, { state, none }] of setting.stopped)
    predicts.set(key, isSo(!none.some((name) => running.has(`${state}|${name}`))));
  addSees(way, setting);
  addRan(way, setting);
  if (!setting.complaints) return way;
  const heats = (state: string): number | undefined => predicts.get(directionKey(state))?.value;
  for (const [key, value] of saidUnder(setting.states, running, livesFrom === null, heats))
    predicts.set(key, { value });
  return way;
}
