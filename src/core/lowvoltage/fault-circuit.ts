/** A 24 V circuit with a fault in it, laid out so that hundreds of them are gone through. */
import { continuity, DIRECT_OHMS } from '../circuit/continuity';
import type { CircuitElement, Netlist } from '../circuit/netlist';
import { SolverPool } from '../circuit/pool';
import type { CircuitSolver } from '../circuit/solve';
import type { KernelMemory } from '../circuit/wasm/arena';
import { Numbers } from '../numbers';
import { perObject } from '../per-object';
import { Slab } from '../slab';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
import { type Predictor, predictor } from './predict';
import { groupsOf, type Unknown } from './spread';

/** What the circuits of one job share. */
export interface Common {
  /** What is not known of them, and what solves them. */
  unknowns: readonly Unknown[];
  solvers: SolverPool;
  /** Where slopes are kept. */
  slab: Slab;
  /** Numbers of what is predicted, and of points. */
  keys: Numbers;
  points: Numbers;
}

/** @param memory where the compiled kernel works; null: the reference does */
export const nothingShared = (unknowns: readonly Unknown[], memory: KernelMemory | null): Common => ({
  unknowns,
  solvers: new SolverPool(memory, (elements) => groupsOf(unknowns, elements)),
  slab: new Slab(),
  keys: new Numbers(),
  points: new Numbers(),
});

/** A circuit with what is looked up in it state after state. */
export interface FaultCircuit extends Predictor {
  common: Common;
  /** Its solver has others in turn: it holds this one while it is asked. */
  netlist: Netlist;
  /** Position of a point, by its number; undefined where it is not in this circuit. */
  place: (point: number) => number | undefined;
  /** Places of the transformers' own volts in the kernel, and what they are by nameplate. */
  mains: readonly number[];
  nominal: readonly number[];
  /** Whether two points of it hang together with every supply off; and by wire and winding alone. */
  joined: (a: string, b: string) => boolean;
  direct: (a: string, b: string) => boolean;
}

/** Worked out when it is first asked for. */
function later<A extends unknown[], R>(make: () => (...args: A) => R): (...args: A) => R {
  let made: ((...args: A) => R) | undefined;
  return (...args) => {
    made ??= make();
    return made(...args);
  };
}

const placesIn = perObject((points: Numbers) =>
  perObject((solver: CircuitSolver): FaultCircuit['place'] => {
    const known: (number | undefined)[] = [];
    return (point) => {
      while (known.length < points.size) known.push(solver.at(points.name(known.length)));
      return known[point];
    };
  }),
);

export function circuitWith(apply: Fault['apply'] | null, planned: Installed, common: Common): FaultCircuit {
  const p = predictor(apply ? apply(planned) : planned, (netlist) => common.solvers.of(netlist));
  const { netlist, kernel } = p.solver;
  const own = new Set(p.installed.transformers.map((t) => `source:${t.id}`));
  const mains: number[] = [];
  for (const e of kernel.layout.sources)
    if (own.has((netlist.elements[e] as CircuitElement).id)) mains.push(2 * e, 2 * e + 1);
  return {
    ...p,
    common,
    netlist,
    place: placesIn(common.points)(p.solver),
    mains,
    nominal: mains.map((i) => kernel.layout.emf[i] as number),
    joined: later(() => continuity(netlist)),
    direct: later(() => continuity(netlist, DIRECT_OHMS)),
  };
}
