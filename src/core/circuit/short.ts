/** Where a short runs: the fuse that opened is put back, and what then carries its current is named. */
import type { CircuitState, Netlist } from './netlist';
import { magnitude, NO_PHASOR } from './phasor';
import { CircuitSolver } from './solve';

/** Names of the conductors, links and contacts that carry at least the fuse's rating, most current first. */
export function shortPath(netlist: Netlist, state: CircuitState, fuseId: string): string[] {
  const fuse = netlist.elements.find((e) => e.id === fuseId);
  if (fuse?.kind !== 'fuse') return [];
  const whole: Netlist = {
    ...netlist,
    elements: netlist.elements.map((e) => (e.kind === 'fuse' ? { ...e, amps: 1e9 } : e)),
  };
  const { amps } = new CircuitSolver(whole).solve(state);
  return netlist.elements
    .filter((e) => e.kind === 'conductor' || e.kind === 'link' || e.kind === 'contact' || e.kind === 'joint')
    .map((e) => ({ name: e.name, amps: magnitude(amps.get(e.id) ?? NO_PHASOR) }))
    .filter((e) => e.amps >= fuse.amps)
    .sort((a, b) => b.amps - a.amps || a.name.localeCompare(b.name))
    .map((e) => e.name);
}
