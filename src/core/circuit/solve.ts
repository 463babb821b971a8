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
  /** A coil draws its inrush, or holds with so few volts that it may never have pulled in. */
  weak: boolean;
  blownFuses: ReadonlySet<string>;
  /** Elements that never settle. */
  oscillating: ReadonlySet<string>;
  rounds: number;
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

  has(node: string): boolean {
    return this.kernel.nodeIndex.has(node);
  }

  /** Settles the kernel in a state without naming anything: for going through many. @returns rounds, negative if it never settles */
  settle(state: CircuitState): number {
    const { kernel } = this;
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
    const { emf, kind, supply } = kernel.layout;
    elements.forEach((element, e) => {
      const live = kind[e] === KIND.source && kernel.suppliesOff[supply[e] as number] === 0 ? (emf[e] as number) : 0;
      amps.set(element.id, (kernel.across(e) - live) * (kernel.siemens[e] as number));
      if (kernel.pulledIn[e] === 1) running.add(element.id);
      if (kernel.blown[e] === 1) blownFuses.add(element.id);
      if (rounds < 0 && kernel.moving[e] === 1) oscillating.add(element.id);
    });
    const weak =
      starting.size > 0 || this.coils.some((c) => kernel.pulledIn[c.e] === 1 && Math.abs(kernel.across(c.e)) < c.weak);
    return { volts, amps, running, starting, weak, blownFuses, oscillating, rounds: Math.abs(rounds) };
  }

  /**
   * How the magnitude between two points of the state last solved follows each element: volts for the logarithm of its
   * conductance, by one adjoint solve. An element with twice the conductance moves it by about 0.69 times its figure.
   * @returns by element, in the netlist's order
   */
  slopes(a: string, b: string, solution: Solution): Float64Array {
    const { kernel } = this;
    const { elements } = this.netlist;
    const adjoint = new Float64Array(kernel.volts.length);
    const [from, to] = [kernel.position(a), kernel.position(b)];
    if (from >= 0) adjoint[from] = 1;
    if (to >= 0) adjoint[to] = (adjoint[to] as number) - 1;
    kernel.factor.solve(adjoint);
    const sign = Math.sign((solution.volts.get(a) ?? 0) - (solution.volts.get(b) ?? 0));
    const at = (node: string): number => {
      const position = kernel.position(node);
      return position < 0 ? 0 : (adjoint[position] as number);
    };
    return Float64Array.from(elements, (e) => -sign * (at(e.a) - at(e.b)) * (solution.amps.get(e.id) ?? 0));
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
