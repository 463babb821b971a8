/**
 * Two conductors of a supply and what stands between any two points of what they feed. Where both are live (240 V of
 * opposed legs, 208 V of two phases) the voltage of a point is x·L + y·N with real x and y, because everything behind
 * them is a resistance; the angle between the legs is put in at the end: |U|² = (x·L)² + (y·N)² + 2·x·y·L·N·cos.
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import { CircuitSolver } from '../circuit/solve';
import { nominalVolts } from './supply';

export interface Legs {
  /** Volts of each conductor to earth, and the cosine of the angle between them. */
  l: number;
  n: number;
  cos: number;
}

/** @param twoHots both conductors are live; without it the second is at earth */
export function legsOf(volts: number, twoHots: boolean): Legs {
  if (!twoHots) return { l: volts, n: 0, cos: 0 };
  // Two of three phases are 120° apart: the volts between them are √3 of each to earth.
  if (nominalVolts(volts) === 208) return { l: volts / Math.sqrt(3), n: volts / Math.sqrt(3), cos: -0.5 };
  return { l: volts / 2, n: volts / 2, cos: -1 };
}

/** A source of one volt: the leg's own voltage is put in where its share is known. */
export const legSource = (leg: 'L' | 'N', a: string, earth: string): CircuitElement => ({
  id: leg,
  name: leg,
  a,
  b: earth,
  kind: 'source',
  volts: 1,
  ohms: CLOSED_OHMS,
  phase: 1,
  ratedVA: 1e5,
  supply: leg,
});

/** RMS volts and ohms between two points; null where one of them is not in the circuit. */
export function between(
  netlist: Netlist,
  legs: Legs,
  controls: ReadonlySet<string>,
  a: string,
  b: string,
): { volts: number; ohms: number } | null {
  const solver = new CircuitSolver(netlist);
  if (!solver.has(a) || !solver.has(b)) return null;
  const share = (off: readonly string[]): { volts: number; ohms: number } => {
    const solution = solver.solve({ controls, suppliesOff: new Set(off) });
    const pair = solver.probeAll([a, b], solution).at(0, 1);
    return { volts: (solution.volts.get(a) ?? 0) - (solution.volts.get(b) ?? 0), ohms: pair?.ohms ?? OPEN_OHMS };
  };
  const byL = share(['N']);
  const x = byL.volts * legs.l;
  const y = legs.n > 0 ? share(['L']).volts * legs.n : 0;
  return { volts: Math.sqrt(Math.max(0, x * x + y * y + 2 * x * y * legs.cos)), ohms: byL.ohms };
}
