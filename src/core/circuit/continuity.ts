/**
 * What a meter finds joined in a dead circuit: which nodes hang together through anything that conducts, with contacts as
 * they rest, windings and loads by their ohms. Topology, no solution: a floating pair has no ohms to solve for.
 */
import { netOf } from './joined';
import type { CircuitElement, Netlist } from './netlist';

/** From here on an ordinary meter shows no connection: insulation, an open contact. */
export const APART_OHMS = 1e5;

/** Under this two points hang together by wire and winding alone, no coil or device between them. */
export const DIRECT_OHMS = 10;

/** Ohms of an element with the supplies off and nothing called; none for what direct current does not pass. */
function restingOhms(e: CircuitElement): number | null {
  switch (e.kind) {
    case 'capacitance':
      return null;
    case 'contact':
      return e.normally === 'open' ? e.openOhms : e.closedOhms;
    case 'load':
      return e.ratedVolts ** 2 / e.va;
    default:
      return e.ohms;
  }
}

/**
 * Whether two nodes of a dead circuit are joined. A node that is not there is joined to nothing but itself.
 * @param under by elements of fewer ohms than this
 */
export function continuity(
  netlist: Pick<Netlist, 'elements'>,
  under: number = APART_OHMS,
): (a: string, b: string) => boolean {
  const root = netOf(
    netlist.elements.filter((e) => {
      const ohms = restingOhms(e);
      return ohms !== null && ohms < under;
    }),
  );
  return (a, b) => root(a) === root(b);
}
