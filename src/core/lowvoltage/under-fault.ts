/** What would be read, seen and heard of a 24 V circuit with a fault in it. */
import { KernelMemory } from '../circuit/wasm/arena';
import { isSo, type Predicted, type Predictions } from '../evidence/hypothesis';
import { Numbered } from '../evidence/numbered';
import type { Numbers } from '../numbers';
import { perObject } from '../per-object';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import type { Asked, DeadPair } from './asked';
import { saidUnder } from './complaints';
import { DISPLAY_KEY, directionKey, opensKey, SEES_KEY } from './evidence-keys';
import { type Common, circuitWith, nothingShared } from './fault-circuit';
import { type AskedPairs, byNumber } from './fault-pairs';
import { FaultStates } from './fault-states';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
import type { OwnBlower } from './looks';
import { LIT_VOLTS } from './reported';
import { answersTo, type Claim, type Sight, Sights } from './sights';
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
  /** By state, what was seen to run or not, and what is looked at to have stopped. */
  claims: ReadonlyMap<string, readonly Claim[]>;
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
const JOINED: Predicted = { value: 1, reads: 1 };
const APART: Predicted = { value: 0, reads: OPEN_CIRCUIT_OHMS };

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
  predicts: Numbered;
  /** What is seen in each state. */
  seen: readonly Sight[];
  /** What it has answered. */
  answered: Lists;
}

/**
 * What was worked out for one circuit, kept from reading to reading: a further reading asks for one pair more under each
 * fault, not for everything anew. One circuit at a time.
 */
interface Kept {
  circuit: string;
  common: Common;
  sights: Sights;
  ways: Map<string, Way[]>;
}
/** Of 64 KiB: some hundred circuits. */
const MEMORY_PAGES = 24;
const nothingKept = (circuit: string, setting: FaultSetting): Kept => ({
  circuit,
  ...startOf(setting, new KernelMemory(MEMORY_PAGES)),
  ways: new Map(),
});
let kept: Kept | null = null;

/** What the circuits of a setting share. */
function startOf({ wanted, ownBlower, unknowns }: FaultSetting, memory: KernelMemory | null): Start {
  const common = nothingShared(unknowns, memory);
  return { common, sights: new Sights(common.keys, wanted, ownBlower) };
}
type Start = Pick<Kept, 'common' | 'sights'>;

/** What is asked: by state, pairs with volts; pairs read dead; what is said to run or to have stopped. */
interface Lists {
  asked: ReadonlyMap<string, AskedPairs>;
  dead: readonly DeadPair[];
  claims: FaultSetting['claims'];
}

const listsOf = ({ asked, dead, claims }: FaultSetting, common: Common): Lists => ({
  asked: new Map([...asked].map(([state, pairs]) => [state, byNumber(pairs, common)])),
  dead,
  claims,
});

/** Of some lists, what others before them did not ask: worked out once for all the ways that answered those. */
const beside = perObject((common: Common) =>
  perObject((before: Lists) =>
    perObject((now: Lists): Lists => {
      const volts = [...now.asked].flatMap(([state, { pairs }]): [string, AskedPairs][] => {
        const old = new Map(before.asked.get(state)?.pairs.map((p) => [p.key, p.read]));
        const more = pairs.filter((p) => !old.has(p.key) || (p.read && !old.get(p.key)));
        return more.length > 0 ? [[state, byNumber(more, common)]] : [];
      });
      return {
        asked: new Map(volts),
        dead: notIn(before.dead, now.dead),
        claims: new Map(
          [...now.claims].flatMap(([state, of]): [string, readonly Claim[]][] => {
            const more = notIn(before.claims.get(state) ?? [], of);
            return more.length > 0 ? [[state, more]] : [];
          }),
        ),
      };
    }),
  ),
);

/** What is on a list and not on one before it, by key. */
function notIn<T extends { key: string }>(before: readonly T[], now: readonly T[]): readonly T[] {
  const old = new Set(before.map(({ key }) => key));
  return now.filter(({ key }) => !old.has(key));
}

/** What a circuit is known by: everything that its predictions hang on but what is asked. */
const circuitOf = ({ planned, states, wanted, ownBlower, complaints, unknowns }: FaultSetting): string =>
  JSON.stringify([
    planned,
    states,
    [...wanted],
    ownBlower,
    complaints,
    unknowns.map(({ id, sigma, mean }) => [id, sigma, mean]),
  ]);

/** Predictions under faults of one circuit. @param once for one look: nothing is kept, and a fault has its usual way only */
export function faultReader(
  setting: FaultSetting,
  once: boolean,
): (id: string, apply: Fault['apply'] | null, brief?: boolean) => Predictions[] {
  if (once) {
    const start = startOf(setting, null);
    const reader = { setting, start, lists: listsOf(setting, start.common) };
    return (_id, apply) => {
      const at = statesWith(apply, reader)(1);
      return [fresh(at, reader, at.restingLimit(idleOf(setting))).predicts];
    };
  }
  const circuit = circuitOf(setting);
  const store = kept?.circuit === circuit ? kept : nothingKept(circuit, setting);
  kept = store;
  const reader = { setting, start: store, lists: listsOf(setting, store.common) };
  return (id, apply, brief = false) => {
    const known = store.ways.get(id);
    if (known) for (const way of known) more(way, reader);
    const found = known ?? waysOf(apply, reader, brief);
    store.ways.set(id, found);
    return found.map((w) => w.predicts);
  };
}

/** What faults are read with. */
interface Reader {
  setting: FaultSetting;
  start: Start;
  lists: Lists;
}

/** Its place among the states; below nought where there is none. */
const idleOf = ({ states, idle }: FaultSetting): number => (idle ? (placesOf(states).get(idle.id) ?? -1) : -1);
const placesOf = perObject((states: readonly CallState[]) => new Map(states.map(({ id }, number) => [id, number])));

/** One circuit for every supply: one of more or less volts is the same circuit with other sources. */
function statesWith(
  apply: Fault['apply'] | null,
  { setting: { planned, states }, start }: Reader,
): (supply: number) => FaultStates {
  const p = circuitWith(apply, planned, start.common);
  return (supply) => new FaultStates(p, states, supply);
}

/**
 * The ways of a fault; several where a device or a coil is on its edge, the usual first.
 * @param brief with the usual supply alone
 */
function waysOf(apply: Fault['apply'] | null, reader: Reader, brief: boolean): Way[] {
  const supplied = statesWith(apply, reader);
  const from = (at: FaultStates): [FreshWay, ...Way[]] => {
    const usual = fresh(at, reader, at.restingLimit(idleOf(reader.setting)));
    const others = otherLimits(usual.resting, usual.called).map((lives) => fresh(at, reader, lives));
    at.forget();
    return [usual, ...others];
  };
  const ways = from(supplied(1));
  if (apply === null || brief) return ways;
  // Where a coil only just pulls in, a few per cent of the supply decide it: where they do, that is another way.
  const [{ at, weak, livesFrom }] = ways;
  const others = EITHER_WAY.map(supplied);
  const decided = others.filter((other) => !weak.every((state) => other.isLike(at, state, livesFrom)));
  return [...ways, ...decided.flatMap(from)];
}

/** Whether dead pairs of a way's circuit are joined. */
function addDead({ at: { p }, predicts }: Way, { dead }: Lists): void {
  if (dead.length === 0) return;
  const predicted = dead.flatMap(({ a, b }) => [p.joined(a, b) ? JOINED : APART, isSo(p.direct(a, b))]);
  predicts.putAll({ numbers: numbersOf(p.common.keys)(dead), predicted });
}
const numbersOf = perObject((keys: Numbers) =>
  perObject((dead: readonly DeadPair[]) =>
    Int32Array.from(dead.flatMap(({ key, direct }) => [keys.of(key), keys.of(direct)])),
  ),
);

/** Whether all is so that is said of what runs. */
function addClaims({ at: { p }, predicts, seen }: Way, { claims }: Lists, states: readonly CallState[]): void {
  for (const [state, of] of claims)
    predicts.putAll(answersTo(of, p.common.keys, seen[placesOf(states).get(state) ?? -1]));
}

/** Whether the device reports what it should. */
function addSees({ at, livesFrom, predicts }: Way, setting: FaultSetting): void {
  const { sees } = setting;
  const idle = idleOf(setting);
  if (sees === null || idle < 0 || predicts.has(SEES_KEY)) return;
  const all = livesFrom === null ? false : at.reports(idle, livesFrom, sees);
  if (all !== null) predicts.set(SEES_KEY, isSo(all));
}

/** What is asked that a way has not been asked before. */
function more(way: Way, { setting, start, lists }: Reader): void {
  addSees(way, setting);
  if (way.answered === lists) return;
  const asked = beside(start.common)(way.answered)(lists);
  way.answered = lists;
  addDead(way, asked);
  addClaims(way, asked, setting.states);
  for (const [state, pairs] of asked.asked) {
    const number = placesOf(setting.states).get(state);
    if (number !== undefined) way.predicts.putAll(way.at.at(number, way.livesFrom, pairs).pairs);
  }
}

const NO_PAIRS: AskedPairs = { pairs: [], keys: new Int32Array(0), a: new Int32Array(0), b: new Int32Array(0) };

/** A way with everything that its volts said on the way of other limits. */
interface FreshWay extends Way {
  resting: number | null;
  called: readonly (number | null)[];
  /** States in which a coil holds by little, or never pulled in. */
  weak: readonly number[];
}

function fresh(at: FaultStates, { setting, start, lists }: Reader, livesFrom: number | null): FreshWay {
  const { states } = setting;
  const { p } = at;
  const sightOf = start.sights.of(p.solver.roster, p.installed.valveMarking);
  const predicts = new Numbered(start.common.keys);
  const called: (number | null)[] = [];
  const weak: number[] = [];
  const seen = states.map(({ id }, number): Sight => {
    const { settled, pairs } = at.at(number, livesFrom, lists.asked.get(id) ?? NO_PAIRS);
    called.push(settled.calling);
    if (settled.weak) weak.push(number);
    predicts.putAll(pairs);
    if (settled.blown) predicts.set(opensKey(id), isSo(true));
    const sight = sightOf(id, settled.running);
    predicts.putAll(sight.looks);
    return sight;
  });
  const idle = idleOf(setting);
  const resting = idle < 0 ? null : (called[idle] ?? null);
  if (idle >= 0) predicts.set(DISPLAY_KEY, isSo(!(setting.planned.device && livesFrom === null)));
  const way = { at, livesFrom, predicts, seen, answered: lists, resting, called, weak };
  addDead(way, lists);
  addSees(way, setting);
  addClaims(way, lists, states);
  if (setting.complaints) addSaid(way, setting);
  return way;
}

/** What a customer would notice. */
function addSaid({ predicts, seen, livesFrom }: Way, { states }: FaultSetting): void {
  const running = new Set(states.flatMap(({ id }, i) => (seen[i] as Sight).runs.map((r) => `${id}|${r}`)));
  const heats = (state: string): number | undefined => predicts.get(directionKey(state))?.value;
  for (const [key, value] of saidUnder(states, running, livesFrom === null, heats)) predicts.set(key, { value });
}
