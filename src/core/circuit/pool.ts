/**
 * Solvers for hundreds of circuits of one job: most faults leave what is joined to what as it is and change values alone,
 * so that circuits of one shape take turns in one solver.
 */
import { Numbers } from '../numbers';
import { perObject } from '../per-object';
import type { Group } from './kernel-layout';
import { type CircuitElement, type Netlist, startsWithMore } from './netlist';
import { CircuitSolver } from './solve';
import type { KernelMemory } from './wasm/arena';

/** All of an element that a solver is laid out by; the rest are values. */
function shapeOf(e: CircuitElement): string {
  const common = [e.kind, e.id, e.a, e.b];
  if (e.kind === 'source') return JSON.stringify([...common, e.supply]);
  if (e.kind === 'contact') return JSON.stringify([...common, e.by, e.normally]);
  if (e.kind === 'load') return JSON.stringify([...common, e.runs, startsWithMore(e), e.powerFactor !== undefined]);
  return JSON.stringify(common);
}

export class SolverPool {
  private readonly solvers = new Map<string, CircuitSolver>();
  private readonly shapes = new Numbers();
  private readonly nodes = new Numbers();
  private readonly shape = perObject((e: CircuitElement) => this.shapes.of(shapeOf(e)));

  /**
   * @param memory where the compiled kernel works; null: the reference does
   * @param groups of elements that readings may be followed by, the same for all that have one shape
   */
  constructor(
    private readonly memory: KernelMemory | null,
    private readonly groups: (elements: readonly CircuitElement[]) => readonly Group[],
  ) {}

  /** A solver that holds a circuit, until one of the same shape is asked for or held. */
  of(netlist: Netlist): CircuitSolver {
    const key = this.key(netlist);
    const found = this.solvers.get(key);
    if (found) {
      found.hold(netlist);
      return found;
    }
    const made = new CircuitSolver(netlist, this.memory, this.groups(netlist.elements));
    this.solvers.set(key, made);
    return made;
  }

  private key({ elements, ground, hertz, extraNodes = [] }: Netlist): string {
    const { nodes, shape } = this;
    let key = String.fromCharCode(hertz ?? 0, nodes.of(ground), extraNodes.length);
    for (const node of extraNodes) key += String.fromCharCode(nodes.of(node));
    for (const e of elements) key += String.fromCharCode(shape(e));
    return key;
  }
}
