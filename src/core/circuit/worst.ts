/**
 * The worst simultaneous state of a circuit, found by trying every state its controls can be in:
 * the highest load on each source and the lowest voltage of each coil that runs.
 */
import { sourceLoading } from './check';
import type { CircuitState, LoadElement, Netlist, SourceElement } from './netlist';
import type { CircuitSolver, Solution } from './solve';

export interface WorstSource {
  source: SourceElement;
  va: number;
  /** Index of the state, and the loads that share it with what each takes. */
  state: number;
  parts: { id: string; name: string; va: number }[];
}

export interface WorstCoil {
  load: LoadElement;
  volts: number;
  /** Of rated voltage. */
  share: number;
  state: number;
}

export interface WorstStates {
  tried: number;
  sources: WorstSource[];
  /** The weakest running coil of all states, or null when nothing runs. */
  weakest: WorstCoil | null;
}

const across = (load: LoadElement, s: Solution): number =>
  Math.abs((s.volts.get(load.a) ?? 0) - (s.volts.get(load.b) ?? 0));

/** Loads of a solved state and what each takes, largest first. */
export function loadParts(netlist: Netlist, solution: Solution): WorstSource['parts'] {
  return netlist.elements
    .flatMap((e) => {
      if (e.kind !== 'load') return [];
      const va = across(e, solution) * Math.abs(solution.amps.get(e.id) ?? 0);
      return va > 0.05 ? [{ id: e.id, name: e.name, va }] : [];
    })
    .sort((a, b) => b.va - a.va || a.id.localeCompare(b.id));
}

export function worstStates(solver: CircuitSolver, states: readonly CircuitState[]): WorstStates {
  const { netlist } = solver;
  const loads = netlist.elements.filter((e): e is LoadElement => e.kind === 'load' && !e.sense);
  const worst = new Map<string, WorstSource>();
  let weakest: WorstCoil | null = null;
  states.forEach((state, i) => {
    const solution = solver.solve(state);
    for (const [id, va] of sourceLoading(netlist, solution)) {
      const before = worst.get(id);
      const source = netlist.elements.find((e) => e.id === id);
      if (source?.kind === 'source' && (before === undefined || va > before.va + 1e-9))
        worst.set(id, { source, va, state: i, parts: loadParts(netlist, solution) });
    }
    for (const load of loads) {
      const volts = across(load, solution);
      const share = volts / load.ratedVolts;
      // Under a quarter of rated voltage it is not meant to run in this state.
      if (share > 0.25 && (weakest === null || share < weakest.share - 1e-9))
        weakest = { load, volts, share, state: i };
    }
  });
  return { tried: states.length, sources: [...worst.values()], weakest };
}

/** Every on/off combination of the controls, at most 2^16 states. Throws a RangeError beyond that. */
export function everyState(controls: readonly string[], suppliesOff: ReadonlySet<string> = new Set()): CircuitState[] {
  if (controls.length > 16) throw new RangeError(`${controls.length} controls: at most 16 can be tried in full`);
  return Array.from({ length: 2 ** controls.length }, (_, mask) => ({
    controls: new Set(controls.filter((_c, i) => ((mask >> i) & 1) === 1)),
    suppliesOff,
  }));
}
