/** A 24 V circuit with a fault in it, laid out so that hundreds of them are gone through. */
import { continuity, DIRECT_OHMS } from '../circuit/continuity';
import type { CircuitElement } from '../circuit/netlist';
import type { KernelMemory } from '../circuit/wasm/arena';
import { Numbers } from '../numbers';
import type { Fault } from './faults/fault';
import type { Installed } from './installed';
import { type Predictor, predictor } from './predict';
import { groupsOf, type Unknown } from './spread';

/** What the circuits of one job share. */
export interface Common {
  /** Where they are solved; null: each by the reference. */
  memory: KernelMemory | null;
  /** Where slopes are kept. */
  slab: Slab;
  /** Numbers of what is predicted, and of points. */
  keys: Numbers;
  points: Numbers;
}

export const nothingShared = (memory: KernelMemory | null): Common => ({
  memory,
  slab: new Slab(),
  keys: new Numbers(),
  points: new Numbers(),
});

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

/** A circuit with what is looked up in it state after state. */
export interface FaultCircuit extends Predictor {
  common: Common;
  /** Its readings are followed by what these move. */
  unknowns: readonly Unknown[];
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

function placesIn({ solver }: Predictor, points: Numbers): FaultCircuit['place'] {
  const known: (number | undefined)[] = [];
  return (point) => {
    while (known.length < points.size) known.push(solver.at(points.name(known.length)));
    return known[point];
  };
}

export function circuitWith(
  apply: Fault['apply'] | null,
  planned: Installed,
  unknowns: readonly Unknown[],
  common: Common,
): FaultCircuit {
  const p = predictor(apply ? apply(planned) : planned, common.memory, (elements) => groupsOf(unknowns, elements));
  const { netlist, kernel } = p.solver;
  const own = new Set(p.installed.transformers.map((t) => `source:${t.id}`));
  const mains: number[] = [];
  for (const e of kernel.layout.sources)
    if (own.has((netlist.elements[e] as CircuitElement).id)) mains.push(2 * e, 2 * e + 1);
  return {
    ...p,
    common,
    unknowns,
    place: placesIn(p, common.points),
    mains,
    nominal: mains.map((i) => kernel.layout.emf[i] as number),
    joined: later(() => continuity(netlist)),
    direct: later(() => continuity(netlist, DIRECT_OHMS)),
  };
}
