/**
 * The worst simultaneous state of a circuit, found by trying every state its controls can be in:
 * the highest load on each source and the lowest voltage of each coil that runs.
 */
import type { CircuitElement, CircuitState, LoadElement, Netlist, SourceElement } from './netlist';
import { magnitude, NO_PHASOR, voltsBetween } from './phasor';
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

/** Loads of a solved state and what each takes, largest first. */
function loadParts(netlist: Netlist, solution: Solution): WorstSource['parts'] {
  return netlist.elements
    .flatMap((e) => {
      if (e.kind !== 'load') return [];
      const va = voltsBetween(solution.volts, e.a, e.b) * magnitude(solution.amps.get(e.id) ?? NO_PHASOR);
      return va > 0.05 ? [{ id: e.id, name: e.name, va }] : [];
    })
    .sort((a, b) => b.va - a.va || a.id.localeCompare(b.id));
}

/** The most that any state asks of each source, and which state that is. */
export function worstStates(solver: CircuitSolver, states: readonly CircuitState[]): WorstStates {
  const { netlist, kernel } = solver;
  const { elements } = netlist;
  const at = (wanted: (e: CircuitElement) => boolean): number[] => elements.flatMap((e, i) => (wanted(e) ? [i] : []));
  const loads = at((e) => e.kind === 'load' && !e.sense);
  const sources = at((e) => e.kind === 'source');
  const worst = new Map<number, { va: number; state: number }>();
  let weakest: { element: number; share: number; volts: number; state: number } | null = null;
  states.forEach((state, i) => {
    solver.settle(state);
    for (const e of sources) {
      const va = kernel.voltsAcross(e) * magnitude(solver.through(e));
      const before = worst.get(e);
      if (before === undefined || va > before.va + 1e-9) worst.set(e, { va, state: i });
    }
    for (const e of loads) {
      const volts = kernel.voltsAcross(e);
      const share = volts / (elements[e] as LoadElement).ratedVolts;
      // Under a quarter of rated voltage it is not meant to run in this state.
      if (share > 0.25 && (weakest === null || share < weakest.share - 1e-9))
        weakest = { element: e, share, volts, state: i };
    }
  });
  // A const copy: the closure above hides from the compiler that it may have been set.
  const found = weakest as { element: number; share: number; volts: number; state: number } | null;
  return {
    tried: states.length,
    sources: [...worst].map(([e, { va, state }]) => ({
      source: elements[e] as SourceElement,
      va,
      state,
      parts: loadParts(netlist, solver.solve(states[state] as CircuitState)),
    })),
    weakest: found && {
      load: elements[found.element] as LoadElement,
      volts: found.volts,
      share: found.share,
      state: found.state,
    },
  };
}

/** Every on/off combination of the controls, at most 2^16 states. Throws a RangeError beyond that. */
export function everyState(controls: readonly string[], suppliesOff: ReadonlySet<string> = new Set()): CircuitState[] {
  if (controls.length > 16) throw new RangeError(`${controls.length} controls: at most 16 can be tried in full`);
  return Array.from({ length: 2 ** controls.length }, (_, mask) => ({
    controls: new Set(controls.filter((_c, i) => ((mask >> i) & 1) === 1)),
    suppliesOff,
  }));
}
