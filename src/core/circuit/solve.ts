/** Solves a netlist in a state and answers in names: the readable face of the kernel. */
import { StateKernel } from './kernel';
import { type Group, KIND } from './kernel-layout';
import { admittanceOf, type CircuitElement, type CircuitState, inrushAdmittance, type Netlist } from './netlist';
import { magnitude, minus, NO_PHASOR, type Phasor } from './phasor';
import type { ProbePoint } from './probe';
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

export class CircuitSolver {
  readonly netlist: Netlist;
  readonly kernel: StateKernel;
  /** Coils with an inrush: where in the netlist, its admittance then, and the volts under which pulling in is tried with it. */
  private readonly coils: { e: number; inrush: Phasor; weak: number }[] = [];

  /**
   * Throws a RangeError that names the element if a value is not a finite number.
   * @param memory where hundreds of states will be solved: the compiled kernel works there
   * @param groups of elements that readings may be followed by
   */
  constructor(netlist: Netlist, memory: KernelMemory | null = null, groups: readonly Group[] = []) {
    this.netlist = netlist;
    this.kernel = new StateKernel(netlist, memory, groups);
    for (const e of this.kernel.layout.loads) {
      const x = netlist.elements[e] as CircuitElement;
      if (x.kind === 'load' && x.coil && x.inrushVA !== undefined && x.inrushVA > x.va)
        this.coils.push({
          e,
          inrush: inrushAdmittance(x, x.inrushVA, netlist.hertz),
          weak: WEAK_SHARE * x.ratedVolts,
        });
    }
    const { passing, emf } = this.kernel.layout;
    for (let k = 0; k < passing.length; k++)
      if (!Number.isFinite(passing[k]) || !Number.isFinite(emf[k]))
        throw new RangeError(`"${netlist.elements[k >> 1]?.name}" has a value that is not finite`);
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
    for (let k = 0; k < this.coils.length; k++) {
      const { e } = this.coils[k] as { e: number };
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

  private sealed(e: number): Phasor {
    const { passing } = this.kernel.layout;
    return [passing[2 * e] as number, passing[2 * e + 1] as number];
  }

  private put(e: number, [re, im]: Phasor): void {
    this.kernel.admittance[2 * e] = re;
    this.kernel.admittance[2 * e + 1] = im;
  }

  /** An inrush is always more than what a coil holds with. */
  private draws(e: number, [re, im]: Phasor): boolean {
    return this.kernel.admittance[2 * e] === re && this.kernel.admittance[2 * e + 1] === im;
  }

  /**
   * Coils between released and pulled in: one that has volts and has not pulled in draws its inrush; one that only just
   * pulled in by what it holds with is tried by what it starts with. Elsewhere what they hold with stands.
   */
  private started(rounds: number): number {
    const { pulledIn } = this.kernel;
    let last = rounds;
    type Coil = (typeof this.coils)[number];
    const put = (which: (coil: Coil, volts: number) => boolean): boolean => {
      let changed = false;
      for (const coil of this.coils) {
        const wanted = which(coil, this.kernel.voltsAcross(coil.e)) ? coil.inrush : this.sealed(coil.e);
        if (this.draws(coil.e, wanted)) continue;
        this.put(coil.e, wanted);
        changed = true;
      }
      if (changed) last = this.kernel.run();
      return changed;
    };
    put(({ e, weak }, volts) => (pulledIn[e] === 1 ? volts < weak : volts > LEAST_COIL_VOLTS));
    for (let pass = 0; pass < MOST_PASSES; pass++) {
      const before = this.coils.map((coil) => this.draws(coil.e, coil.inrush));
      // What draws its inrush goes on doing so until it has pulled in.
      const still = ({ e, inrush }: Coil, volts: number): boolean =>
        pulledIn[e] !== 1 && (volts > LEAST_COIL_VOLTS || this.draws(e, inrush));
      if (!put(still) || this.coils.every((coil, i) => this.draws(coil.e, coil.inrush) === before[i])) break;
    }
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
    const { kernel, netlist } = this;
    const running = new Set<string>();
    let starting: Set<string> | null = null;
    const { loads, fuses } = kernel.layout;
    for (const e of loads) if (kernel.pulledIn[e] === 1) running.add((netlist.elements[e] as { id: string }).id);
    let weak = false;
    for (const { e, inrush, weak: least } of this.coils) {
      if (this.draws(e, inrush)) {
        starting ??= new Set();
        starting.add((netlist.elements[e] as { id: string }).id);
        weak = true;
      } else if (kernel.pulledIn[e] === 1 && kernel.voltsAcross(e) < least) weak = true;
    }
    return { running, starting: starting ?? NOTHING, weak, blown: fuses.some((e) => kernel.blown[e] === 1) };
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
    for (const { e, inrush } of this.coils) if (this.draws(e, inrush)) starting.add((elements[e] as { id: string }).id);
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
    return Math.hypot(part(volts, i, 0) - part(volts, j, 0), part(volts, i, 1) - part(volts, j, 1));
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

  /**
   * A pair of points in the state last settled; see probe.ts.
   * @param a,b positions of points, from `at`
   * @param into where the slopes by the groups are put, and from where on; null: they are not asked for
   */
  between(a: number, b: number, into: Float64Array | null = null, at = 0): ProbePoint {
    const { kernel } = this;
    kernel.probe(a, b, into === null ? 0 : this.isNew ? 2 : 1);
    const { probed } = kernel;
    if (into !== null) {
      this.isNew = false;
      for (let k = FIGURES; k < probed.length; k++) into[at + k - FIGURES] = probed[k] as number;
    }
    return { open: probed[0] as number, ohms: probed[1] as number, reactance: probed[2] as number };
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

/** Every pair of some points in one state: what an ideal meter reads between them, and the impedance behind it. */
export class ProbeTable {
  readonly size: number;

  /**
   * @param volts of each point to the reference
   * @param impedance node impedance matrix, row-major, ohms, two numbers each
   */
  constructor(
    readonly volts: readonly Phasor[],
    readonly impedance: Float64Array,
  ) {
    this.size = volts.length;
  }

  open(i: number, j: number): number {
    return magnitude(minus(this.volts[i] ?? NO_PHASOR, this.volts[j] ?? NO_PHASOR));
  }

  private behind(i: number, j: number, part: 0 | 1): number {
    const { impedance: z, size: n } = this;
    const at = (row: number, column: number): number => z[2 * (row * n + column) + part] as number;
    return at(i, i) + at(j, j) - 2 * at(i, j);
  }

  ohms(i: number, j: number): number {
    return Math.max(0, this.behind(i, j, 0));
  }

  reactance(i: number, j: number): number {
    return this.behind(i, j, 1);
  }

  private point(i: number, j: number): ProbePoint {
    return { open: this.open(i, j), ohms: this.ohms(i, j), reactance: this.reactance(i, j) };
  }

  /** Null where there is no such point: an index of −1 is that of a point that was not found. */
  at(i: number, j: number): ProbePoint | null {
    const known = i >= 0 && j >= 0 && i < this.size && j < this.size;
    return known ? this.point(i, j) : null;
  }

  /** Every ordered pair. */
  *pairs(): Generator<ProbePoint> {
    for (let i = 0; i < this.size; i++) for (let j = 0; j < this.size; j++) yield this.point(i, j);
  }
}

/** What a meter of the given input resistance shows across a Thevenin equivalent: it is a part of the circuit it reads. */
export const meterReading = ({ open, ohms, reactance }: ProbePoint, meterOhms: number): number =>
  (open * meterOhms) / Math.hypot(meterOhms + ohms, reactance);
