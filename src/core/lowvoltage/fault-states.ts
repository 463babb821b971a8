/**
 * A 24 V circuit with a fault in it and a supply on it: what each of its states comes to, and what is read there. Each
 * state is solved once for all the ways in which a device may take it.
 */
import { continuity, DIRECT_OHMS } from '../circuit/continuity';
import type { CircuitElement, CircuitState } from '../circuit/netlist';
import { meterReading, type Settled } from '../circuit/solve';
import type { KernelMemory } from '../circuit/wasm/arena';
import type { Parameter, Predicted } from '../evidence/hypothesis';
import { perObject } from '../per-object';
import type { Asked } from './asked';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
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

/** A circuit with what is looked up in it state after state. */
export interface FaultCircuit extends Predictor {
  /** Its readings are followed by what these move. */
  unknowns: readonly Unknown[];
  /** Where slopes are kept. */
  slab: Slab;
  /** Loads that somebody sees or hears running. */
  shown: readonly { id: string; runs: string }[];
  /** Places of the transformers' own volts in the kernel, and what they are by nameplate. */
  mains: readonly number[];
  nominal: readonly number[];
  /** Whether two points of it hang together with every supply off; and by wire and winding alone. */
  joined: (a: string, b: string) => boolean;
  direct: (a: string, b: string) => boolean;
}

/** Hands out places for slopes: one large array after another, in place of one for each figure. */
export class Slab {
  private of = new Float64Array(0);
  private next = 0;

  room(length: number): { of: Float64Array; at: number } {
    if (this.next + length > this.of.length) {
      this.of = new Float64Array(Math.max(length, SLAB));
      this.next = 0;
    }
    const at = this.next;
    this.next += length;
    return { of: this.of, at };
  }
}
/** Of so many numbers. */
const SLAB = 1 << 15;

/** Worked out when it is first asked for. */
function later<A extends unknown[], R>(make: () => (...args: A) => R): (...args: A) => R {
  let made: ((...args: A) => R) | undefined;
  return (...args) => {
    made ??= make();
    return made(...args);
  };
}

export function circuitWith(
  apply: Fault['apply'] | null,
  planned: Installed,
  unknowns: readonly Unknown[],
  memory: KernelMemory | null,
  slab: Slab,
): FaultCircuit {
  const p = predictor(apply ? apply(planned) : planned, memory, (elements) => groupsOf(unknowns, elements));
  const { netlist } = p.solver;
  const { elements } = netlist;
  const own = new Set(p.installed.transformers.map((t) => `source:${t.id}`));
  const { sources, loads } = p.solver.kernel.layout;
  const mains: number[] = [];
  for (const e of sources) if (own.has((elements[e] as CircuitElement).id)) mains.push(2 * e, 2 * e + 1);
  const shown: { id: string; runs: string }[] = [];
  for (const i of loads) {
    const e = elements[i] as CircuitElement;
    if (e.kind === 'load' && e.runs && seenRunning(e.runs)) shown.push({ id: e.id, runs: e.runs });
  }
  return {
    ...p,
    slab,
    unknowns,
    shown,
    mains,
    nominal: mains.map((i) => p.solver.kernel.layout.emf[i] as number),
    joined: later(() => continuity(netlist)),
    direct: later(() => continuity(netlist, DIRECT_OHMS)),
  };
}

/** How much of it depends on how the cores lie in their sheath. */
const STRAY_SHARE = 0.4;
/** What floats is not to be believed. */
function figure(value: number, ohms: number): Predicted {
  if (ohms <= FLOATS_OHMS / 30) return { value };
  return {
    value,
    floats: Math.max(Math.abs(value), NEIGHBOUR_VOLTS) * 0.5 * Math.min(1, ohms / FLOATS_OHMS),
    sigma: STRAY_SHARE * Math.abs(value),
  };
}

/** What a device draws that is going dark is anything between nothing and its nameplate. */
const DARK_DOUBT = 4;

/** A state as it settles with a device that calls, or that has no power for it. */
export interface SettledCall extends Settled {
  /** The device has no power, or loses it by calling: what is read is the circuit at rest. */
  goingDark: boolean;
  /** Volts at the device while it calls; null where it draws from no wire. */
  calling: number | null;
}

/** What is predicted of pairs by their keys; nothing of one that is not in the circuit. */
export type PairPredictions = readonly (readonly [string, Predicted])[];

/** What a call comes to: the device calls; it has no power, or loses it by calling; the call opens the fuse. */
type Comes = 'calls' | 'dark' | 'blown';

/** How many times worse than usual each unknown is known in a state; null where none is. */
const doubts = (unknowns: readonly Unknown[], { starting, goingDark }: SettledCall): number[] | null =>
  starting.size === 0 && !goingDark
    ? null
    : unknowns.map(({ id }) => (starting.has(id) ? STARTING_DOUBT : goingDark && id === 'device' ? DARK_DOUBT : 1));

/** Pairs of the state last settled. */
function pairsIn(p: FaultCircuit, pairs: readonly Asked[], settled: SettledCall): PairPredictions {
  const found: (readonly [string, Predicted])[] = [];
  const doubt = doubts(p.unknowns, settled);
  const first = SHARED_PARAMETERS.length;
  for (const { key, a, b, meterOhms = METER_DEFAULT, read } of pairs) {
    const [from, to] = [p.solver.at(a), p.solver.at(b)];
    if (from === undefined || to === undefined) continue;
    const along = read ? p.slab.room(first + p.unknowns.length) : null;
    const point = p.solver.between(from, to, along?.of, along ? along.at + first : 0);
    const { ohms, reactance } = point;
    const volts = meterReading(point, meterOhms);
    const predicted = figure(volts, Math.hypot(ohms, reactance));
    if (along) {
      const { of, at } = along;
      for (let u = 0; u < first; u++) of[at + u] = volts;
      for (let u = 0; doubt && u < doubt.length; u++)
        of[at + first + u] = (of[at + first + u] as number) * (doubt[u] as number);
      predicted.along = along;
    }
    found.push([key, predicted]);
  }
  return found;
}

/** Of a device without power, nothing is called. */
const atRest = perObject((state: CallState): CallState => ({ ...state, calls: [], accessories: [] }));

const isSame = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean =>
  a.size === b.size && [...a].every((x) => b.has(x));

/** What a state comes to, with what was asked of it last. */
interface Outcome {
  settled: SettledCall;
  asked: readonly Asked[];
  pairs: PairPredictions;
}

/** Of one circuit with one supply. */
export class FaultStates {
  /** By state, as it settles with the device calling. */
  private readonly calls = new Map<string, SettledCall>();
  /** By what a call comes to, and state. */
  private readonly outcomes: Record<Comes, Map<string, Outcome>> = {
    calls: new Map(),
    dark: new Map(),
    blown: new Map(),
  };
  private readonly reported = new Map<Comes, boolean | null>();

  /** @param supply share of the nameplates' volts */
  constructor(
    readonly p: FaultCircuit,
    private readonly supply: number,
  ) {}

  /** Volts from which the device is lit, as most are; null: it is dark at rest. */
  restingLimit(idle: CallState | undefined): number | null {
    const resting = idle ? this.called(idle).call.calling : null;
    return resting === null || resting >= LIT_VOLTS ? LIT_VOLTS : null;
  }

  /**
   * A state as it settles, and pairs in it.
   * @param livesFrom volts from which the device is lit; null: it is dark
   */
  at(state: CallState, livesFrom: number | null, asked: readonly Asked[]): Outcome {
    const { comes, call, stands } = this.comesTo(state, livesFrom);
    const outcomes = this.outcomes[comes];
    const before = outcomes.get(state.id);
    if (before?.asked === asked) return before;
    const settled = before?.settled ?? (comes === 'calls' ? call : this.powerless(state, comes, call));
    if (before || (comes === 'calls' && !stands)) this.stand(this.switched(state, comes));
    const made: Outcome = { settled, asked, pairs: pairsIn(this.p, asked, settled) };
    outcomes.set(state.id, made);
    return made;
  }

  /** Lets go of what was asked: its ways have it by now, and there are hundreds of these. */
  forget(): void {
    for (const outcomes of Object.values(this.outcomes)) outcomes.clear();
  }

  /** Whether a call comes to the same with another supply: the same pulls in, starts and blows, and the device lives or not. */
  isLike(other: FaultStates, state: CallState, livesFrom: number | null): boolean {
    const [mine, its] = [this.comesTo(state, livesFrom), other.comesTo(state, livesFrom)];
    return (
      mine.comes === its.comes &&
      mine.call.blown === its.call.blown &&
      isSame(mine.call.running, its.call.running) &&
      isSame(mine.call.starting, its.call.starting)
    );
  }

  /** Whether a lit device reports all of some terminals at rest; null where that hangs on the device. */
  reports(idle: CallState, livesFrom: number, sees: readonly string[]): boolean | null {
    const { comes } = this.comesTo(idle, livesFrom);
    const known = this.reported.get(comes);
    if (known !== undefined) return known;
    this.stand(this.switched(idle, comes));
    const all = reportsAll(this.p, sees);
    this.reported.set(comes, all);
    return all;
  }

  private comesTo(
    state: CallState,
    livesFrom: number | null,
  ): { comes: Comes; call: SettledCall /** The circuit stands as called. */; stands: boolean } {
    const { call, stands } = this.called(state);
    const { calling, blown } = call;
    if (livesFrom !== null && (calling ?? livesFrom) >= livesFrom) return { comes: 'calls', call, stands };
    return { comes: livesFrom !== null && blown ? 'blown' : 'dark', call, stands };
  }

  private called(state: CallState): { call: SettledCall; stands: boolean } {
    const known = this.calls.get(state.id);
    if (known) return { call: known, stands: false };
    this.supplied();
    const settled = this.p.solver.settled(this.p.circuitState(state));
    const call = { ...settled, calling: deviceVolts(this.p), goingDark: false };
    this.calls.set(state.id, call);
    return { call, stands: true };
  }

  private powerless(state: CallState, comes: Comes, { calling, weak }: SettledCall): SettledCall {
    this.supplied();
    const settled = this.p.solver.settled(this.switched(state, comes));
    return { ...settled, blown: settled.blown || comes === 'blown', calling, weak, goingDark: true };
  }

  /** A fuse that opens leaves nothing to read of its transformer, whatever was called, and lets every call go. */
  private switched(state: CallState, comes: Comes): CircuitState {
    const { circuitState, installed } = this.p;
    if (comes === 'calls') return circuitState(state);
    const resting = circuitState(atRest(state));
    if (comes === 'dark') return resting;
    const suppliesOff = new Set([...resting.suppliesOff, ...installed.transformers.map((t) => t.supply)]);
    return { controls: resting.controls, suppliesOff };
  }

  private stand(as: CircuitState): void {
    this.supplied();
    this.p.solver.settle(as);
  }

  /** Another supply may have been tried on the same circuit. */
  private supplied(): void {
    const { mains, nominal, solver } = this.p;
    const { emf } = solver.kernel.layout;
    for (let k = 0; k < mains.length; k++) emf[mains[k] as number] = (nominal[k] as number) * this.supply;
  }
}
