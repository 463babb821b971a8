/**
 * Two conductors of a supply. Where both are live, 240 V of opposed legs, 208 V of two of three phases, the second is a
 * source with an angle of its own.
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist } from '../circuit/netlist';
import type { ProbePoint } from '../circuit/probe';
import { CircuitSolver } from '../circuit/solve';
import type { SupplyRead } from './supply';

export interface Legs {
  /** Volts of each conductor to earth, and by how much the second is behind the first. */
  L: number;
  N: number;
  degrees: number;
}

/** What of a supply decides how its conductors stand to earth: told, or assumed where nothing says it. */
export type LegsRead = Pick<SupplyRead, 'kind' | 'could'>;

/** Volts of each conductor to earth: a neutral is at earth, two hots share the volts between them. */
export function legsOf(volts: number, { kind, could }: LegsRead): Legs {
  // While it is open the most usual of what it could be is predicted; nothing is planned on it.
  const supply = kind ?? could[0];
  if (!supply || supply.toEarth.some(([low]) => low === 0)) return { L: volts, N: 0, degrees: 0 };
  // Two of three phases are 120° apart: the volts between them are √3 of each to earth.
  if (supply.id.startsWith('two-legs')) return { L: volts / Math.sqrt(3), N: volts / Math.sqrt(3), degrees: 120 };
  return { L: volts / 2, N: volts / 2, degrees: 180 };
}

/** A live conductor of the supply as a source against earth. */
export const legSource = (leg: 'L' | 'N', a: string, earth: string, legs: Legs): CircuitElement => ({
  id: leg,
  name: leg,
  a,
  b: earth,
  kind: 'source',
  volts: legs[leg],
  ohms: CLOSED_OHMS,
  degrees: leg === 'N' ? legs.degrees : 0,
  ratedVA: 1e5,
  supply: leg,
});

/** RMS volts and what lies behind them between two points; null where one of them is not in the circuit. */
export function between(netlist: Netlist, controls: ReadonlySet<string>, a: string, b: string): ProbePoint | null {
  const solver = new CircuitSolver(netlist);
  if (!solver.has(a) || !solver.has(b)) return null;
  const solution = solver.solve({ controls, suppliesOff: new Set() });
  return solver.probeAll([a, b], solution).at(0, 1);
}
