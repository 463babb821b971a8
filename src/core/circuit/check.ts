/** What a solved state shows to be wrong with a circuit, whatever it is a circuit of. */
import type { CircuitElement, LoadElement, Netlist, SourceElement } from './netlist';
import { magnitude, NO_PHASOR, polar, realPower, voltsBetween } from './phasor';
import type { Solution } from './solve';

export type CircuitFault =
  | { kind: 'fuse-open'; element: string; name: string; amps: number }
  | { kind: 'overload'; element: string; name: string; va: number; ratedVA: number }
  | { kind: 'near-limit'; element: string; name: string; va: number; ratedVA: number }
  | { kind: 'weak-coil'; element: string; name: string; volts: number; ratedVolts: number; pulledIn: boolean }
  | { kind: 'series-loads'; elements: string[]; names: string[] }
  | { kind: 'opposed-sources'; elements: string[]; amps: number }
  | { kind: 'oscillation'; elements: string[]; names: string[] };

/** VA drawn from each source: its terminal voltage times its current. */
export function sourceLoading(netlist: Netlist, solution: Solution): Map<string, number> {
  const loading = new Map<string, number>();
  for (const element of netlist.elements) {
    if (element.kind !== 'source') continue;
    loading.set(element.id, through(element, solution) * across(element, solution));
  }
  return loading;
}

const across = (element: CircuitElement, solution: Solution): number =>
  voltsBetween(solution.volts, element.a, element.b);
const through = (element: CircuitElement, solution: Solution): number =>
  magnitude(solution.amps.get(element.id) ?? NO_PHASOR);

/** Amperes that flow against a source's own voltage; less than nothing where it feeds. */
const against = (source: SourceElement, { amps }: Solution): number =>
  realPower(polar(1, source.degrees), amps.get(source.id) ?? NO_PHASOR);

/** Nodes joined by anything of low resistance: conductors, joints, links, intact fuses, closed contacts. */
function wiredTogether(netlist: Netlist, solution: Solution): Map<string, string> {
  const parent = new Map<string, string>();
  const find = (node: string): string => {
    let at = node;
    while (parent.has(at)) at = parent.get(at) ?? at;
    return at;
  };
  for (const element of netlist.elements) {
    const metal =
      element.kind === 'conductor' || element.kind === 'joint' || element.kind === 'link' || element.kind === 'fuse';
    const closedContact =
      element.kind === 'contact' && across(element, solution) < 1 && through(element, solution) > 1e-6;
    if (!metal && !closedContact) continue;
    if (element.kind === 'fuse' && solution.blownFuses.has(element.id)) continue;
    const a = find(element.a);
    const b = find(element.b);
    if (a !== b) parent.set(a, b);
  }
  const root = new Map<string, string>();
  for (const element of netlist.elements) for (const node of [element.a, element.b]) root.set(node, find(node));
  return root;
}

/**
 * Two loads in series: the same current through both, nothing else on the node between them,
 * and each with a real share of the voltage.
 */
function seriesLoads(netlist: Netlist, solution: Solution): CircuitFault[] {
  const root = wiredTogether(netlist, solution);
  const loadsAt = new Map<string, LoadElement[]>();
  const othersAt = new Map<string, number>();
  for (const element of netlist.elements) {
    if (element.kind !== 'load' && element.kind !== 'source') continue;
    const a = root.get(element.a) ?? element.a;
    const b = root.get(element.b) ?? element.b;
    for (const node of a === b ? [a] : [a, b]) {
      if (element.kind === 'source') {
        othersAt.set(node, (othersAt.get(node) ?? 0) + 1);
        continue;
      }
      const there = loadsAt.get(node);
      if (there) there.push(element);
      else loadsAt.set(node, [element]);
    }
  }
  const faults: CircuitFault[] = [];
  for (const [node, loads] of loadsAt) {
    if (loads.length !== 2 || (othersAt.get(node) ?? 0) > 0 || node === root.get(netlist.ground)) continue;
    const shares = loads.map((load) => across(load, solution) / load.ratedVolts);
    if (shares.every((share) => share > 0.03 && share < 0.97)) {
      faults.push({ kind: 'series-loads', elements: loads.map((l) => l.id), names: loads.map((l) => l.name) });
    }
  }
  return faults;
}

/** All faults of one solved state. Coils are only judged when they carry more than a stray current. */
export function checkCircuit(netlist: Netlist, solution: Solution): CircuitFault[] {
  const faults: CircuitFault[] = [];
  const named = new Map(netlist.elements.map((e) => [e.id, e]));
  for (const id of solution.blownFuses) {
    const fuse = named.get(id);
    if (fuse?.kind === 'fuse') faults.push({ kind: 'fuse-open', element: id, name: fuse.name, amps: fuse.amps });
  }
  const loading = sourceLoading(netlist, solution);
  for (const element of netlist.elements) {
    if (element.kind === 'source') {
      const va = loading.get(element.id) ?? 0;
      if (va > element.ratedVA) {
        faults.push({ kind: 'overload', element: element.id, name: element.name, va, ratedVA: element.ratedVA });
      } else if (va > 0.8 * element.ratedVA) {
        faults.push({ kind: 'near-limit', element: element.id, name: element.name, va, ratedVA: element.ratedVA });
      }
    } else if (element.kind === 'load' && !element.sense) {
      const share = across(element, solution) / element.ratedVolts;
      const meant = (through(element, solution) * element.ratedVolts) / element.va > 0.25;
      if (meant && share < 0.85) {
        faults.push({
          kind: 'weak-coil',
          element: element.id,
          name: element.name,
          volts: share * element.ratedVolts,
          ratedVolts: element.ratedVolts,
          pulledIn: solution.running.has(element.id),
        });
      }
    }
  }
  faults.push(...seriesLoads(netlist, solution));
  const sources = netlist.elements.filter((e) => e.kind === 'source');
  if (sources.length > 1) {
    const feeding = sources.filter((s) => against(s, solution) < -1e-3);
    const fed = sources.filter((s) => against(s, solution) > 0.05);
    if (fed.length > 0 && feeding.length > 0) {
      faults.push({
        kind: 'opposed-sources',
        elements: sources.map((s) => s.id),
        amps: Math.max(...fed.map((s) => through(s, solution))),
      });
    }
  }
  if (solution.oscillating.size > 0) {
    const ids = [...solution.oscillating];
    faults.push({ kind: 'oscillation', elements: ids, names: ids.map((id) => named.get(id)?.name ?? id) });
  }
  return faults;
}
