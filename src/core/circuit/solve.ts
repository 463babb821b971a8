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

  /**
   * Thevenin equivalent between every pair of the given nodes in the state last solved:
   * what an ideal meter reads, and the resistance behind it. Row-major, points × points.
   */
  probeAll(points: readonly string[], solution: Solution): ProbePoint[][] {
    const { kernel } = this;
    const at = points.map((point) => kernel.position(point));
    const columns = at.map((position) => {
      const x = new Float64Array(kernel.volts.length);
      if (position >= 0) {
        x[position] = 1;
        kernel.factor.solve(x);
      }
      return x;
    });
    const z = (i: number, j: number): number => {
      const position = at[i] ?? -1;
      return position < 0 ? 0 : (columns[j]?.[position] ?? 0);
    };
    const volts = points.map((p) => solution.volts.get(p) ?? 0);
    return points.map((_, i) =>
      points.map((__, j) => ({
        open: Math.abs((volts[i] as number) - (volts[j] as number)),
        ohms: Math.max(0, z(i, i) + z(j, j) - 2 * z(i, j)),
      })),
    );
  }
}

/** What a meter of the given input resistance shows across a Thevenin equivalent. */
export const meterReading = (point: ProbePoint, meterOhms: number): number =>
  (point.open * meterOhms) / (meterOhms + point.ohms);
