/**
 * What each state of a 24 V circuit with a fault in it and a supply on it comes to, and what is read there. Each state is
 * solved once for all the ways in which a device may take it.
 */
import type { CircuitState } from '../circuit/netlist';
import type { Settled } from '../circuit/solve';
import type { Portion } from '../evidence/numbered';
import { perObject } from '../per-object';
import type { FaultCircuit } from './fault-circuit';
import { type AskedPairs, pairsIn } from './fault-pairs';
import { deviceVolts, LIT_VOLTS, reportsAll } from './reported';
import { STARTING_DOUBT, type Unknown } from './spread';
import type { CallState } from './states';

/** What a device draws that is going dark is anything between nothing and its nameplate. */
const DARK_DOUBT = 4;

/** A state as it settles with a device that calls, or that has no power for it. */
export interface SettledCall extends Settled {
  /** The device has no power, or loses it by calling: what is read is the circuit at rest. */
  goingDark: boolean;
  /** Volts at the device while it calls; null where it draws from no wire. */
  calling: number | null;
}

/** What a call comes to: the device calls; it has no power, or loses it by calling; the call opens the fuse. */
type Comes = 'calls' | 'dark' | 'blown';

/** How many times worse than usual each unknown is known in a state; null where none is. */
const doubts = (unknowns: readonly Unknown[], { starting, goingDark }: SettledCall): number[] | null =>
  starting.size === 0 && !goingDark
    ? null
    : unknowns.map(({ id }) => (starting.has(id) ? STARTING_DOUBT : goingDark && id === 'device' ? DARK_DOUBT : 1));

/** Of a device without power, nothing is called. */
const atRest = perObject((state: CallState): CallState => ({ ...state, calls: [], accessories: [] }));

const isSame = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean =>
  a === b || (a.size === b.size && [...a].every((x) => b.has(x)));

/** What a state comes to, with what was asked of it last. */
interface Outcome {
  settled: SettledCall;
  asked: AskedPairs;
  pairs: Portion;
}

/** Of one circuit with one supply; its states by their places in the list. */
export class FaultStates {
  /** As each settles with the device calling. */
  private readonly calls: (SettledCall | undefined)[];
  /** By what a call comes to. */
  private readonly outcomes: Record<Comes, (Outcome | undefined)[]>;
  private readonly reported = new Map<Comes, boolean | null>();

  /** @param supply share of the nameplates' volts */
  constructor(
    readonly p: FaultCircuit,
    private readonly states: readonly CallState[],
    private readonly supply: number,
  ) {
    const none = (): undefined[] => states.map(() => undefined);
    this.calls = none();
    this.outcomes = { calls: none(), dark: none(), blown: none() };
  }

  /** Volts from which the device is lit, as most are; null: it is dark at rest. @param idle below nought: there is no such state */
  restingLimit(idle: number): number | null {
    const resting = idle >= 0 ? this.called(idle).call.calling : null;
    return resting === null || resting >= LIT_VOLTS ? LIT_VOLTS : null;
  }

  /**
   * A state as it settles, and pairs in it.
   * @param livesFrom volts from which the device is lit; null: it is dark
   */
  at(state: number, livesFrom: number | null, asked: AskedPairs): Outcome {
    const { comes, call, stands } = this.comesTo(state, livesFrom);
    const outcomes = this.outcomes[comes];
    const before = outcomes[state];
    if (before?.asked === asked) return before;
    const settled = before?.settled ?? (comes === 'calls' ? call : this.powerless(state, comes, call));
    if (before || (comes === 'calls' && !stands)) this.stand(this.switched(state, comes));
    const made: Outcome = { settled, asked, pairs: pairsIn(this.p, asked, doubts(this.p.common.unknowns, settled)) };
    outcomes[state] = made;
    return made;
  }

  /** Lets go of what was asked: its ways have it by now, and there are hundreds of these. */
  forget(): void {
    for (const outcomes of Object.values(this.outcomes)) outcomes.fill(undefined);
  }

  /** Whether a call comes to the same with another supply: the same pulls in, starts and blows, and the device lives or not. */
  isLike(other: FaultStates, state: number, livesFrom: number | null): boolean {
    const [mine, its] = [this.comesTo(state, livesFrom), other.comesTo(state, livesFrom)];
    return (
      mine.comes === its.comes &&
      mine.call.blown === its.call.blown &&
      isSame(mine.call.running, its.call.running) &&
      isSame(mine.call.starting, its.call.starting)
    );
  }

  /** Whether a lit device reports all of some terminals at rest; null where that hangs on the device. */
  reports(idle: number, livesFrom: number, sees: readonly string[]): boolean | null {
    const { comes } = this.comesTo(idle, livesFrom);
    const known = this.reported.get(comes);
    if (known !== undefined) return known;
    this.stand(this.switched(idle, comes));
    const all = reportsAll(this.p, sees, this.p.joined);
    this.reported.set(comes, all);
    return all;
  }

  private comesTo(
    state: number,
    livesFrom: number | null,
  ): { comes: Comes; call: SettledCall /** The circuit stands as called. */; stands: boolean } {
    const { call, stands } = this.called(state);
    const { calling, blown } = call;
    if (livesFrom !== null && (calling ?? livesFrom) >= livesFrom) return { comes: 'calls', call, stands };
    return { comes: livesFrom !== null && blown ? 'blown' : 'dark', call, stands };
  }

  private called(state: number): { call: SettledCall; stands: boolean } {
    const known = this.calls[state];
    if (known) return { call: known, stands: false };
    this.supplied();
    const { running, starting, weak, blown } = this.p.solver.settled(this.switched(state, 'calls'));
    const call = { running, starting, weak, blown, calling: deviceVolts(this.p), goingDark: false };
    this.calls[state] = call;
    return { call, stands: true };
  }

  private powerless(state: number, comes: Comes, { calling, weak }: SettledCall): SettledCall {
    this.supplied();
    const { running, starting, blown } = this.p.solver.settled(this.switched(state, comes));
    return { running, starting, weak, blown: blown || comes === 'blown', calling, goingDark: true };
  }

  /** A fuse that opens leaves nothing to read of its transformer, whatever was called, and lets every call go. */
  private switched(number: number, comes: Comes): CircuitState {
    const { circuitState, installed } = this.p;
    const state = this.states[number] as CallState;
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

  /** Another circuit may have been in its solver, or another supply on it. */
  private supplied(): void {
    const { mains, nominal, solver, netlist } = this.p;
    if (solver.netlist !== netlist) solver.hold(netlist);
    const { emf } = solver.kernel.layout;
    for (let k = 0; k < mains.length; k++) emf[mains[k] as number] = (nominal[k] as number) * this.supply;
  }
}
