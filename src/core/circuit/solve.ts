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

export class CircuitSolver {
  readonly netlist: Netlist;
  readonly nodes: readonly string[];
  readonly kernel: StateKernel;

  /**
   * Throws a RangeError that names the element if a value is not a finite number.
   * @param many hundreds of states will be solved: prepare the compiled kernel
   */
  constructor(netlist: Netlist, many = false) {
    this.netlist = netlist;
    this.kernel = new StateKernel(netlist, many);
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
    kernel.controlNames.forEach((name, i) => {
      kernel.controls[i] = state.controls.has(name) ? 1 : 0;
    });
    kernel.supplyNames.forEach((name, i) => {
      kernel.suppliesOff[i] = state.suppliesOff.has(name) ? 1 : 0;
    });
    return kernel.run();
  }

  /** Voltage across an element in a state, were it a load of another VA there: the rest settles to it. */
  acrossWith(id: string, va: number, state: CircuitState): number {
    const { kernel } = this;
    const e = this.netlist.elements.findIndex((x) => x.id === id);
    const element = this.netlist.elements[e];
    if (element?.kind !== 'load') throw new RangeError(`no load "${id}" in this circuit`);
    const was = kernel.siemens[e] as number;
    kernel.siemens[e] = va / element.ratedVolts ** 2;
    this.settle(state);
    const volts = Math.abs(kernel.across(e));
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
    const { emf, kind, supply } = kernel.layout;
    elements.forEach((element, e) => {
      const live = kind[e] === KIND.source && kernel.suppliesOff[supply[e] as number] === 0 ? (emf[e] as number) : 0;
      amps.set(element.id, (kernel.across(e) - live) * (kernel.siemens[e] as number));
      if (kernel.pulledIn[e] === 1) running.add(element.id);
      if (kernel.blown[e] === 1) blownFuses.add(element.id);
      if (rounds < 0 && kernel.moving[e] === 1) oscillating.add(element.id);
    });
    return { volts, amps, running, blownFuses, oscillating, rounds: Math.abs(rounds) };
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
