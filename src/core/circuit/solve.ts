/** Solves a netlist in a state and answers in names: the readable face of the kernel. */
import { KIND, StateKernel } from './kernel';
import type { CircuitState, Netlist } from './netlist';

export interface Solution {
  /** Volts to the reference, by node name. */
  volts: ReadonlyMap<string, number>;
  /** Amperes through each element from a to b, by element id. */
  amps: ReadonlyMap<string, number>;
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

/** Thevenin equivalent of a pair of points. */
export interface ProbePoint {
  open: number;
  ohms: number;
}

/** A coil that holds with less than so much of its rated volts is tried by its inrush: it may never have pulled in. */
const WEAK_SHARE = 0.94;
/** Under this a coil draws nothing worth counting, V. */
const LEAST_COIL_VOLTS = 0.3;
const MOST_PASSES = 4;

export class CircuitSolver {
  readonly netlist: Netlist;
  readonly nodes: readonly string[];
  readonly kernel: StateKernel;
  /** Coils with an inrush: where in the netlist, its conductance, and the volts under which pulling in is tried with it. */
  private readonly coils: readonly { e: number; inrush: number; weak: number }[];

  /**
   * Throws a RangeError that names the element if a value is not a finite number.
   * @param many hundreds of states will be solved: prepare the compiled kernel
   */
  constructor(netlist: Netlist, many = false) {
    this.netlist = netlist;
    this.kernel = new StateKernel(netlist, many);
    this.coils = netlist.elements.flatMap((x, e) =>
      x.kind === 'load' && x.coil && x.inrushVA !== undefined && x.inrushVA > x.va
        ? [{ e, inrush: x.inrushVA / x.ratedVolts ** 2, weak: WEAK_SHARE * x.ratedVolts }]
        : [],
    );
    this.nodes = [...this.kernel.nodeIndex.keys()].filter((name) => name !== netlist.ground);
    const { passing, emf } = this.kernel.layout;
    netlist.elements.forEach((e, i) => {
      if (!Number.isFinite(passing[i] as number) || !Number.isFinite(emf[i] as number)) {
        throw new RangeError(`"${e.name}" has a value that is not finite`);
      }
    });
  }

  private currents: Float64Array | null = null;

  has(node: string): boolean {
    return this.kernel.nodeIndex.has(node);
  }

  /** Settles the kernel in a state without naming anything: for going through many. @returns rounds, negative if it never settles */
  settle(state: CircuitState): number {
    const { kernel } = this;
    this.currents = null;
    for (const { e } of this.coils) kernel.siemens[e] = kernel.layout.passing[e] as number;
    kernel.controlNames.forEach((name, i) => {
      kernel.controls[i] = state.controls.has(name) ? 1 : 0;
    });
    kernel.supplyNames.forEach((name, i) => {
      kernel.suppliesOff[i] = state.suppliesOff.has(name) ? 1 : 0;
    });
    const rounds = kernel.run();
    return this.coils.length === 0 ? rounds : this.started(rounds);
  }

  /**
   * Coils between released and pulled in: one that has volts and has not pulled in draws its inrush; one that only just
   * pulled in by what it holds with is tried by what it starts with. Elsewhere what they hold with stands.
   */
  private started(rounds: number): number {
    const { siemens, pulledIn, layout } = this.kernel;
    let last = rounds;
    const put = (which: (coil: { e: number; weak: number }, volts: number) => boolean): boolean => {
      let changed = false;
      for (const coil of this.coils) {
        const volts = Math.abs(this.kernel.across(coil.e));
        const wanted = which(coil, volts) ? coil.inrush : (layout.passing[coil.e] as number);
        if (siemens[coil.e] === wanted) continue;
        siemens[coil.e] = wanted;
        changed = true;
      }
      if (changed) last = this.kernel.run();
      return changed;
    };
    put(({ e, weak }, volts) => (pulledIn[e] === 1 ? volts < weak : volts > LEAST_COIL_VOLTS));
    for (let pass = 0; pass < MOST_PASSES; pass++) {
      const before = this.coils.map(({ e }) => siemens[e] as number);
      // What draws its inrush goes on doing so until it has pulled in.
      const still = ({ e }: { e: number }, volts: number): boolean =>
        pulledIn[e] !== 1 && (volts > LEAST_COIL_VOLTS || siemens[e] !== layout.passing[e]);
      if (!put(still) || this.coils.every(({ e }, i) => siemens[e] === before[i])) break;
    }
    return last;
  }

  /** Voltage across an element in a state, were it a load of another VA there: the rest settles to it. */
  acrossWith(id: string, va: number, state: CircuitState): number {
    const { kernel } = this;
    const e = this.netlist.elements.findIndex((x) => x.id === id);
    const element = this.netlist.elements[e];
    if (element?.kind !== 'load') throw new RangeError(`no load "${id}" in this circuit`);
    const { passing } = kernel.layout;
    const was = passing[e] as number;
    passing[e] = va / element.ratedVolts ** 2;
    kernel.siemens[e] = passing[e] as number;
    this.settle(state);
    const volts = Math.abs(kernel.across(e));
    passing[e] = was;
    kernel.siemens[e] = was;
    return volts;
  }

  /** What a state settles to besides its volts, for those who go through hundreds. */
  settled(state: CircuitState): Settled {
    this.settle(state);
    const { kernel, netlist } = this;
    const running = new Set<string>();
    const starting = new Set<string>();
    const { loads, fuses } = kernel.layout;
    for (const e of loads) if (kernel.pulledIn[e] === 1) running.add((netlist.elements[e] as { id: string }).id);
    let weak = false;
    for (const { e, inrush, weak: least } of this.coils) {
      if (kernel.siemens[e] === inrush) {
        starting.add((netlist.elements[e] as { id: string }).id);
        weak = true;
      } else if (kernel.pulledIn[e] === 1 && Math.abs(kernel.across(e)) < least) weak = true;
    }
    return { running, starting, weak, blown: fuses.some((e) => kernel.blown[e] === 1) };
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
    const volts = new Map<string, number>([[this.netlist.ground, 0]]);
    for (const name of this.nodes) volts.set(name, kernel.volts[kernel.position(name)] as number);
    const amps = new Map<string, number>();
    const running = new Set<string>();
    const blownFuses = new Set<string>();
    const oscillating = new Set<string>();
    const starting = new Set<string>();
    for (const { e, inrush } of this.coils)
      if (kernel.siemens[e] === inrush) starting.add((elements[e] as { id: string }).id);
    elements.forEach((element, e) => {
      amps.set(element.id, this.through(e));
      if (kernel.pulledIn[e] === 1) running.add(element.id);
      if (kernel.blown[e] === 1) blownFuses.add(element.id);
      if (rounds < 0 && kernel.moving[e] === 1) oscillating.add(element.id);
    });
    return { volts, amps, running, starting, blownFuses, oscillating, rounds: Math.abs(rounds) };
  }

  /** Volts everywhere for one ampere put in at one point and taken out at the other, in the state last solved. */
  private adjoint(a: string, b: string): Float64Array {
    const { kernel } = this;
    const volts = new Float64Array(kernel.volts.length);
    const [from, to] = [kernel.position(a), kernel.position(b)];
    if (from >= 0) volts[from] = 1;
    if (to >= 0) volts[to] = (volts[to] as number) - 1;
    kernel.factor.solve(volts);
    return volts;
  }

  /** Resistance behind a pair of points in the state last solved, ohms. */
  behind(a: string, b: string): number {
    const volts = this.adjoint(a, b);
    const at = (point: string): number => {
      const position = this.kernel.position(point);
      return position < 0 ? 0 : (volts[position] as number);
    };
    return Math.max(0, at(a) - at(b));
  }

  /** Position of a point for `between`; undefined where it is not in this circuit. */
  at(point: string): number | undefined {
    return this.has(point) || point === this.netlist.ground ? this.kernel.position(point) : undefined;
  }

  /** Amperes through every element in the state last settled: asked for once a state, by many pairs. */
  private allThrough(): Float64Array {
    this.currents ??= Float64Array.from(this.netlist.elements, (_, e) => this.through(e));
    return this.currents;
  }

  /** Amperes through an element from its first node to its second, in the state last settled. */
  private through(e: number): number {
    const { kernel } = this;
    const { emf, kind, supply } = kernel.layout;
    const live = kind[e] === KIND.source && kernel.suppliesOff[supply[e] as number] === 0 ? (emf[e] as number) : 0;
    return (kernel.across(e) - live) * (kernel.siemens[e] as number);
  }

  /**
   * A pair of points in the state last settled: ideal volts, the resistance behind them, and how the volts follow
   * groups of elements: for the logarithm of their conductance, by one adjoint solve. A group of twice the conductance
   * moves them by about 0.69 times its figure.
   * @param a position of a point, from `at`
   * @param groups elements by their place in the netlist; without, no slopes
   */
  between(a: number, b: number, groups: readonly Int32Array[] = []): ProbePoint & { slopes: Float64Array } {
    const { kernel } = this;
    const { from, to } = kernel.layout;
    const adjoint = new Float64Array(kernel.volts.length);
    if (a >= 0) adjoint[a] = 1;
    if (b >= 0) adjoint[b] = (adjoint[b] as number) - 1;
    kernel.factor.solve(adjoint);
    const of = (values: Float64Array, i: number): number => (i < 0 ? 0 : (values[i] as number));
    const volts = of(kernel.volts, a) - of(kernel.volts, b);
    const sign = Math.sign(volts);
    const slopes = new Float64Array(groups.length);
    const currents = groups.length > 0 ? this.allThrough() : slopes;
    for (let g = 0; g < groups.length; g++) {
      const group = groups[g] as Int32Array;
      let sum = 0;
      for (let k = 0; k < group.length; k++) {
        const e = group[k] as number;
        sum -= (of(adjoint, from[e] as number) - of(adjoint, to[e] as number)) * (currents[e] as number);
      }
      slopes[g] = sign * sum;
    }
    return { open: Math.abs(volts), ohms: Math.max(0, of(adjoint, a) - of(adjoint, b)), slopes };
  }

  /** Thevenin equivalents between every pair of the given nodes in the state last solved. */
  probeAll(points: readonly string[], solution: Solution): ProbeTable {
    const { kernel } = this;
    const n = points.length;
    const at = points.map((point) => kernel.position(point));
    const impedance = new Float64Array(n * n);
    const column = new Float64Array(kernel.volts.length);
    for (let j = 0; j < n; j++) {
      column.fill(0);
      const position = at[j] as number;
      if (position < 0) continue;
      column[position] = 1;
      kernel.factor.solve(column);
      for (let i = 0; i < n; i++) {
        const row = at[i] as number;
        if (row >= 0) impedance[i * n + j] = column[row] as number;
      }
    }
    return new ProbeTable(
      Float64Array.from(points, (p) => solution.volts.get(p) ?? 0),
      impedance,
    );
  }
}

/** Every pair of some points in one state: what an ideal meter reads between them, and the resistance behind it. */
export class ProbeTable {
  readonly size: number;

  /**
   * @param volts of each point to the reference
   * @param impedance node impedance matrix, row-major, ohms
   */
  constructor(
    readonly volts: Float64Array,
    readonly impedance: Float64Array,
  ) {
    this.size = volts.length;
  }

  open(i: number, j: number): number {
    return Math.abs((this.volts[i] as number) - (this.volts[j] as number));
  }

  ohms(i: number, j: number): number {
    const { impedance: z, size: n } = this;
    return Math.max(0, (z[i * n + i] as number) + (z[j * n + j] as number) - 2 * (z[i * n + j] as number));
  }

  /** Null where there is no such point: an index of −1 is that of a point that was not found. */
  at(i: number, j: number): ProbePoint | null {
    const known = i >= 0 && j >= 0 && i < this.size && j < this.size;
    return known ? { open: this.open(i, j), ohms: this.ohms(i, j) } : null;
  }

  /** Every ordered pair. */
  *pairs(): Generator<ProbePoint> {
    for (let i = 0; i < this.size; i++)
      for (let j = 0; j < this.size; j++) yield { open: this.open(i, j), ohms: this.ohms(i, j) };
  }
}

/** What a meter of the given input resistance shows across a Thevenin equivalent. */
export const meterReading = (point: ProbePoint, meterOhms: number): number =>
  (point.open * meterOhms) / (meterOhms + point.ohms);
