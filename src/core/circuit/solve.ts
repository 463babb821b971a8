/** Solves a netlist in a state and answers in names: the readable face of the kernel. */
import { StateKernel } from './kernel';
import { type Group, KIND } from './kernel-layout';
import {
  admittanceOf,
  type CircuitElement,
  type CircuitState,
  inrushAdmittance,
  type Netlist,
  startsWithMore,
} from './netlist';
import { magnitude, minus, NO_PHASOR, type Phasor } from './phasor';
import type { ProbePoint } from './probe';
import { ProbeTable } from './probe-table';
import { Roster } from './roster';
import type { KernelMemory } from './wasm/arena';

export interface Solution {
  /** Volts to the reference, by node name. */
  volts: ReadonlyMap<string, Phasor>;
  /** Amperes through each element from a to b, by element id. */
  amps: ReadonlyMap<string, Phasor>;
  /** Loads that are running (coil pulled in or electronics alive), by element id. */
  running: ReadonlySet<string>;
  /** Coils with volts across that have not pulled in: they draw their inrush. */
  starting: ReadonlySet<string>;
  blownFuses: ReadonlySet<string>;
  /** Elements that never settle. */
  oscillating: ReadonlySet<string>;
  rounds: number;
}

/** The same without volts and amperes. */
export interface Settled {
  running: ReadonlySet<string>;
  starting: ReadonlySet<string>;
  /** A coil draws its inrush, or holds with so few volts that it may never have pulled in. */
  weak: boolean;
  /** A fuse has opened. */
  blown: boolean;
}

/** A coil that holds with less than so much of its rated volts is tried by its inrush: it may never have pulled in. */
const WEAK_SHARE = 0.94;
/** Under this a coil draws nothing worth counting, V. */
const LEAST_COIL_VOLTS = 0.3;
const MOST_PASSES = 4;
const NOTHING: ReadonlySet<string> = new Set();

/** A pair's own figures, before its slopes. */
const FIGURES = 3;
/** Real (0) or imaginary (1) part at a position; nothing at the reference. */
const part = (values: Float64Array, at: number, which: 0 | 1): number =>
  at < 0 ? 0 : (values[2 * at + which] as number);

/** Where in the netlist, its admittance as it starts, and the volts under which pulling in is tried with that. */
interface Coil {
  e: number;
  inrush: Phasor;
  weak: number;
}

/** Of a coil that starts with more than it holds with; null of another load. */
function coilOf({ elements, hertz }: Netlist, e: number): Coil | null {
  const x = elements[e] as CircuitElement;
  return x.kind === 'load' && startsWithMore(x)
    ? { e, inrush: inrushAdmittance(x, x.inrushVA, hertz), weak: WEAK_SHARE * x.ratedVolts }
    : null;
}

export class CircuitSolver {
  readonly kernel: StateKernel;
  /** Coils with an inrush; and of each whether it draws that in the state last settled. */
  private readonly coils: Coil[] = [];
  private readonly drawing: Uint8Array;
  private held: Netlist;

  /**
   * Throws a RangeError that names the element if a value is not a finite number.
   * @param memory where hundreds of states will be solved: the compiled kernel works there
   * @param groups of elements that readings may be followed by
   */
  constructor(netlist: Netlist, memory: KernelMemory | null = null, groups: readonly Group[] = []) {
    this.held = netlist;
    this.kernel = new StateKernel(netlist, memory, groups);
    for (const e of this.kernel.layout.loads) {
      const coil = coilOf(netlist, e);
      if (coil) this.coils.push(coil);
    }
    this.drawing = new Uint8Array(this.coils.length);
    netlist.elements.forEach((_, e) => {
      this.check(e);
    });
  }

  get netlist(): Netlist {
    return this.held;
  }

  /** @param netlist of the same shape (see pool.ts): the same circuit with other values, every source at its own volts again */
  hold(netlist: Netlist): void {
    const { kernel, coils, held } = this;
    this.held = netlist;
    for (let e = 0; e < netlist.elements.length; e++) {
      const element = netlist.elements[e] as CircuitElement;
      if (element === held.elements[e] && element.kind !== 'source') continue;
      kernel.put(element, e, netlist.hertz);
      const k = element.kind === 'load' ? coils.findIndex((coil) => coil.e === e) : -1;
      if (k >= 0) coils[k] = coilOf(netlist, e) ?? (coils[k] as Coil);
    }
    // All of it is held by now: one that is refused leaves nothing half held.
    for (let e = 0; e < netlist.elements.length; e++) if (netlist.elements[e] !== held.elements[e]) this.check(e);
  }

  private check(e: number): void {
    const { passing, emf } = this.kernel.layout;
    for (const k of [2 * e, 2 * e + 1])
      if (!Number.isFinite(passing[k]) || !Number.isFinite(emf[k]))
        throw new RangeError(`"${this.held.elements[e]?.name}" has a value that is not finite`);
  }

  /** No pair was followed in the state last settled. */
  private isNew = true;

  /** All nodes but the reference. */
  get nodes(): string[] {
    return [...this.kernel.nodeIndex.keys()].filter((name) => name !== this.netlist.ground);
  }

  has(node: string): boolean {
    return this.kernel.nodeIndex.has(node);
  }

  /** Settles the kernel in a state without naming anything: for going through many. @returns rounds, negative if it never settles */
  settle(state: CircuitState): number {
    const { kernel } = this;
    this.isNew = true;
    this.drawing.fill(0);
    for (const { e } of this.coils) {
      kernel.admittance[2 * e] = kernel.layout.passing[2 * e] as number;
      kernel.admittance[2 * e + 1] = kernel.layout.passing[2 * e + 1] as number;
    }
    kernel.controlNames.forEach((name, i) => {
      kernel.controls[i] = state.controls.has(name) ? 1 : 0;
    });
    kernel.supplyNames.forEach((name, i) => {
      kernel.suppliesOff[i] = state.suppliesOff.has(name) ? 1 : 0;
    });
    const rounds = kernel.run();
    return this.coils.length === 0 ? rounds : this.started(rounds);
  }

  private put(e: number, [re, im]: Phasor): void {
    this.kernel.admittance[2 * e] = re;
    this.kernel.admittance[2 * e + 1] = im;
  }

  /** Has coils draw their inrush, or what they hold with. @returns whether one draws otherwise than before */
  private draw(which: (coil: Coil, volts: number, drawing: boolean) => boolean): boolean {
    const { coils, drawing, kernel } = this;
    const { passing } = kernel.layout;
    let changed = false;
    for (let k = 0; k < coils.length; k++) {
      const coil = coils[k] as Coil;
      const { e } = coil;
      const was = drawing[k] === 1;
      const now = which(coil, kernel.voltsAcross(e), was);
      if (now === was) continue;
      drawing[k] = now ? 1 : 0;
      this.put(e, now ? coil.inrush : [passing[2 * e] as number, passing[2 * e + 1] as number]);
      changed = true;
    }
    return changed;
  }

  /**
   * Coils between released and pulled in: one that has volts and has not pulled in draws its inrush; one that only just
   * pulled in by what it holds with is tried by what it starts with. Elsewhere what they hold with stands.
   */
  private started(rounds: number): number {
    const { kernel } = this;
    const { pulledIn } = kernel;
    const tried = ({ e, weak }: Coil, volts: number): boolean =>
      pulledIn[e] === 1 ? volts < weak : volts > LEAST_COIL_VOLTS;
    // What draws its inrush goes on doing so until it has pulled in.
    const still = ({ e }: Coil, volts: number, drawing: boolean): boolean =>
      pulledIn[e] !== 1 && (volts > LEAST_COIL_VOLTS || drawing);
    let last = this.draw(tried) ? kernel.run() : rounds;
    for (let pass = 0; pass < MOST_PASSES && this.draw(still); pass++) last = kernel.run();
    return last;
  }

  /** Voltage across a coil in a state while it draws its inrush, of so many VA: the rest settles to it. */
  acrossStarting(id: string, inrushVA: number, state: CircuitState): number {
    const { kernel } = this;
    const e = this.netlist.elements.findIndex((x) => x.id === id);
    const element = this.netlist.elements[e];
    if (element?.kind !== 'load') throw new RangeError(`no load "${id}" in this circuit`);
    const starting = inrushAdmittance(element, inrushVA, this.netlist.hertz);
    kernel.layout.passing.set(starting, 2 * e);
    this.put(e, starting);
    this.settle(state);
    const volts = kernel.voltsAcross(e);
    const holding = admittanceOf(element, this.netlist.hertz);
    kernel.layout.passing.set(holding, 2 * e);
    this.put(e, holding);
    return volts;
  }

  /** What a state settles to besides its volts, for those who go through hundreds. */
  settled(state: CircuitState): Settled {
    this.settle(state);
    const { kernel, netlist, coils, drawing } = this;
    const { loads, fuses } = kernel.layout;
    let starting: Set<string> | null = null;
    let weak = false;
    for (let k = 0; k < coils.length; k++) {
      const { e, weak: least } = coils[k] as Coil;
      if (drawing[k] === 1) {
        starting ??= new Set();
        starting.add((netlist.elements[e] as CircuitElement).id);
        weak = true;
      } else if (kernel.pulledIn[e] === 1 && kernel.voltsAcross(e) < least) weak = true;
    }
    return {
      running: this.roster.running(kernel.pulledIn, loads),
      starting: starting ?? NOTHING,
      weak,
      blown: fuses.some((e) => kernel.blown[e] === 1),
    };
  }

  private madeRoster: Roster | undefined;
  /** Its loads. */
  get roster(): Roster {
    this.madeRoster ??= Roster.of(this.netlist.elements, this.kernel.layout.loads);
    return this.madeRoster;
  }

  /** Only what runs, for those who ask nothing else of a state. */
  running(state: CircuitState): Set<string> {
    this.settle(state);
    const { kernel } = this;
    return new Set(this.netlist.elements.flatMap((e, i) => (kernel.pulledIn[i] === 1 ? [e.id] : [])));
  }

  /** The settled state. */
  solve(state: CircuitState): Solution {
    const { kernel } = this;
    const { elements } = this.netlist;
    const rounds = this.settle(state);
    const volts = new Map<string, Phasor>([[this.netlist.ground, NO_PHASOR]]);
    for (const name of this.nodes) {
      const i = 2 * kernel.position(name);
      volts.set(name, [kernel.volts[i] as number, kernel.volts[i + 1] as number]);
    }
    const amps = new Map<string, Phasor>();
    const running = new Set<string>();
    const blownFuses = new Set<string>();
    const oscillating = new Set<string>();
    const starting = new Set<string>();
    this.coils.forEach(({ e }, k) => {
      if (this.drawing[k] === 1) starting.add((elements[e] as CircuitElement).id);
    });
    elements.forEach((element, e) => {
      amps.set(element.id, this.through(e));
      if (kernel.pulledIn[e] === 1) running.add(element.id);
      if (kernel.blown[e] === 1) blownFuses.add(element.id);
      if (rounds < 0 && kernel.moving[e] === 1) oscillating.add(element.id);
    });
    return { volts, amps, running, starting, blownFuses, oscillating, rounds: Math.abs(rounds) };
  }

  /** Position of a point for `between`; undefined where it is not in this circuit. */
  at(point: string): number | undefined {
    const { nodeIndex, factor } = this.kernel;
    const node = nodeIndex.get(point);
    return node === undefined || node < 0 ? node : factor.pattern.position[node];
  }

  /** Volts between two points in the state last settled, with nothing drawn there; 0 where one is not in this circuit. */
  openVolts(a: string, b: string): number {
    const [i, j] = [this.at(a), this.at(b)];
    return i === undefined || j === undefined ? 0 : this.openBetween(i, j);
  }

  /** The same by positions, from `at`. */
  openBetween(i: number, j: number): number {
    const { volts } = this.kernel;
    return magnitude([part(volts, i, 0) - part(volts, j, 0), part(volts, i, 1) - part(volts, j, 1)]);
  }

  /** Amperes through an element from its first node to its second, in the state last settled. */
  through(e: number): Phasor {
    const { kernel } = this;
    const { emf, kind, supply } = kernel.layout;
    const live = kind[e] === KIND.source && kernel.suppliesOff[supply[e] as number] === 0;
    const across = kernel.across(e);
    const [re, im] = live ? minus(across, [emf[2 * e] as number, emf[2 * e + 1] as number]) : across;
    const yr = kernel.admittance[2 * e] as number;
    const yi = kernel.admittance[2 * e + 1] as number;
    return [re * yr - im * yi, re * yi + im * yr];
  }

  /** A pair of points in the state last settled; see probe.ts. @param into as `probe` has it */
  between(a: number, b: number, into: Float64Array | null = null): ProbePoint {
    this.probe(a, b, into, 0);
    const { probed } = this.kernel;
    return { open: probed[0] as number, ohms: probed[1] as number, reactance: probed[2] as number };
  }

  /**
   * The same for those who go through thousands: its figures are found in the kernel's `probed`.
   * @param a,b positions of points, from `at`
   * @param into where the slopes by the groups are put, and from where on; null: they are not asked for
   */
  probe(a: number, b: number, into: Float64Array | null, at: number): void {
    const { kernel } = this;
    kernel.probe(a, b, into === null ? 0 : this.isNew ? 2 : 1);
    if (into === null) return;
    this.isNew = false;
    const { probed } = kernel;
    for (let k = FIGURES; k < probed.length; k++) into[at + k - FIGURES] = probed[k] as number;
  }

  /** Thevenin equivalents between every pair of the given nodes in the state last solved. */
  probeAll(points: readonly string[], solution: Solution): ProbeTable {
    const { kernel } = this;
    const n = points.length;
    const at = points.map((point) => kernel.position(point));
    const impedance = new Float64Array(2 * n * n);
    const column = new Float64Array(kernel.volts.length);
    for (let j = 0; j < n; j++) {
      column.fill(0);
      const position = at[j] as number;
      if (position < 0) continue;
      column[2 * position] = 1;
      kernel.factor.solve(column);
      for (let i = 0; i < n; i++) {
        const row = at[i] as number;
        if (row < 0) continue;
        impedance[2 * (i * n + j)] = column[2 * row] as number;
        impedance[2 * (i * n + j) + 1] = column[2 * row + 1] as number;
      }
    }
    return new ProbeTable(
      points.map((p) => solution.volts.get(p) ?? NO_PHASOR),
      impedance,
    );
  }
}

/** What a meter of the given input resistance shows across a Thevenin equivalent: it is a part of the circuit it reads. */
export const meterReading = ({ open, ohms, reactance }: ProbePoint, meterOhms: number): number =>
  (open * meterOhms) / magnitude([meterOhms + ohms, reactance]);
