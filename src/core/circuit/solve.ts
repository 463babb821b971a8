/**
 * Solves a netlist in a given state. Coils and fuses act on what they see, so the solution is a
 * fixed point: solve, let coils pull in or let go and fuses open, solve again, until nothing
 * changes. A state that comes round again is an oscillation, which is itself a finding.
 */
import { Factor } from './factor';
import { type CircuitElement, type CircuitState, HOLD, LEAK_SIEMENS, loadOhms, type Netlist, PICK_UP } from './netlist';
import { analyse } from './symbolic';

const MAX_ROUNDS = 32;

export interface Solution {
  /** Volts to the reference, by node name. */
  volts: ReadonlyMap<string, number>;
  /** Amperes through each element from a to b, by element id. */
  amps: ReadonlyMap<string, number>;
  /** Loads that are running (coil pulled in or electronics alive), by element id. */
  running: ReadonlySet<string>;
  blownFuses: ReadonlySet<string>;
  /** Elements that never settle. */
  oscillating: ReadonlySet<string>;
  rounds: number;
}

/** Volts between two nodes with the meter's own loading taken into account. */
export interface ProbePoint {
  open: number;
  ohms: number;
}

export class CircuitSolver {
  readonly netlist: Netlist;
  readonly nodes: readonly string[];
  private readonly index = new Map<string, number>();
  private readonly factor: Factor;
  private readonly from: Int32Array;
  private readonly to: Int32Array;
  private readonly siemens: Float64Array;
  private readonly rhs: Float64Array;

  constructor(netlist: Netlist) {
    this.netlist = netlist;
    const names = new Set<string>(netlist.extraNodes ?? []);
    for (const element of netlist.elements) {
      names.add(element.a);
      names.add(element.b);
    }
    names.delete(netlist.ground);
    this.nodes = [...names];
    this.nodes.forEach((name, i) => {
      this.index.set(name, i);
    });
    this.index.set(netlist.ground, -1);
    const edges = netlist.elements.map((e) => [this.nodeNumber(e.a), this.nodeNumber(e.b)] as const);
    const pattern = analyse(this.nodes.length, edges);
    const place = (node: number): number => (node < 0 ? -1 : (pattern.position[node] ?? -1));
    this.factor = new Factor(pattern);
    this.from = Int32Array.from(edges, ([a]) => place(a));
    this.to = Int32Array.from(edges, ([, b]) => place(b));
    this.siemens = new Float64Array(edges.length);
    this.rhs = new Float64Array(this.nodes.length);
  }

  has(node: string): boolean {
    return this.index.has(node);
  }

  private nodeNumber(node: string): number {
    const i = this.index.get(node);
    if (i === undefined) throw new RangeError(`no node "${node}" in this circuit`);
    return i;
  }

  private positionOf(node: string): number {
    const i = this.nodeNumber(node);
    return i < 0 ? -1 : (this.factor.pattern.position[i] ?? -1);
  }

  /** Sets conductances and injected currents for one round and solves. Reuses its buffers. */
  private round(state: CircuitState, pulledIn: ReadonlySet<string>, blown: ReadonlySet<string>): void {
    const { elements } = this.netlist;
    this.rhs.fill(0);
    for (let e = 0; e < elements.length; e++) {
      const element = elements[e] as CircuitElement;
      const g = 1 / ohmsOf(element, state, pulledIn, blown);
      this.siemens[e] = g;
      if (element.kind === 'source' && !state.suppliesOff.has(element.supply)) {
        // Norton form of the source: the current its EMF would drive through its own resistance.
        const current = element.volts * element.phase * g;
        const a = this.from[e] as number;
        const b = this.to[e] as number;
        if (a >= 0) this.rhs[a] = (this.rhs[a] as number) + current;
        if (b >= 0) this.rhs[b] = (this.rhs[b] as number) - current;
      }
    }
    this.factor.refactor(this.from, this.to, this.siemens, LEAK_SIEMENS);
    this.factor.solve(this.rhs);
  }

  private volt(position: number): number {
    return position < 0 ? 0 : (this.rhs[position] as number);
  }

  /** The settled state. Throws only if the netlist holds a value that is not finite. */
  solve(state: CircuitState): Solution {
    const { elements } = this.netlist;
    let pulledIn = new Set<string>();
    let blown = new Set<string>();
    const seen: string[] = [];
    let oscillating = new Set<string>();
    let rounds = 0;
    for (; rounds < MAX_ROUNDS; rounds++) {
      this.round(state, pulledIn, blown);
      const nextIn = new Set<string>();
      const nextBlown = new Set(blown);
      for (let e = 0; e < elements.length; e++) {
        const element = elements[e] as CircuitElement;
        const across = this.volt(this.from[e] as number) - this.volt(this.to[e] as number);
        if (!Number.isFinite(across)) throw new RangeError(`"${element.name}" has a value that is not finite`);
        if (element.kind === 'load') {
          const threshold = (pulledIn.has(element.id) ? HOLD : PICK_UP) * element.ratedVolts;
          if (Math.abs(across) >= threshold) nextIn.add(element.id);
        } else if (element.kind === 'fuse' && Math.abs(across) * (this.siemens[e] as number) > element.amps) {
          nextBlown.add(element.id);
        }
      }
      const settled = sameSet(nextIn, pulledIn) && sameSet(nextBlown, blown);
      const moved = new Set(
        [...nextIn].filter((id) => !pulledIn.has(id)).concat([...pulledIn].filter((id) => !nextIn.has(id))),
      );
      pulledIn = nextIn;
      blown = nextBlown;
      if (settled) break;
      const signature = `${[...pulledIn].sort().join()}|${[...blown].sort().join()}`;
      if (seen.includes(signature) || rounds === MAX_ROUNDS - 1) {
        oscillating = moved;
        break;
      }
      seen.push(signature);
    }
    const volts = new Map<string, number>([[this.netlist.ground, 0]]);
    for (const name of this.nodes) volts.set(name, this.volt(this.positionOf(name)));
    const amps = new Map<string, number>();
    elements.forEach((element, e) => {
      const across = this.volt(this.from[e] as number) - this.volt(this.to[e] as number);
      const emf =
        element.kind === 'source' && !state.suppliesOff.has(element.supply) ? element.volts * element.phase : 0;
      amps.set(element.id, (across - emf) * (this.siemens[e] as number));
    });
    return { volts, amps, running: pulledIn, blownFuses: blown, oscillating, rounds: rounds + 1 };
  }

  /**
   * Thevenin equivalent between every pair of the given nodes in the state last solved:
   * what an ideal meter reads, and the resistance behind it. Row-major, points × points.
   */
  probeAll(points: readonly string[], solution: Solution): ProbePoint[][] {
    const size = this.nodes.length;
    const columns = points.map((point) => {
      const position = this.positionOf(point);
      const x = new Float64Array(size);
      if (position >= 0) {
        x[position] = 1;
        this.factor.solve(x);
      }
      return x;
    });
    const at = points.map((point) => this.positionOf(point));
    const z = (i: number, j: number): number => {
      const position = at[i] ?? -1;
      return position < 0 ? 0 : (columns[j]?.[position] ?? 0);
    };
    return points.map((a, i) =>
      points.map((b, j) => ({
        open: Math.abs((solution.volts.get(a) ?? 0) - (solution.volts.get(b) ?? 0)),
        ohms: Math.max(0, z(i, i) + z(j, j) - 2 * z(i, j)),
      })),
    );
  }
}

/** What a meter of the given input resistance shows across a Thevenin equivalent. */
export const meterReading = (point: ProbePoint, meterOhms: number): number =>
  (point.open * meterOhms) / (meterOhms + point.ohms);

function sameSet(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  if (a.size !== b.size) return false;
  for (const item of a) if (!b.has(item)) return false;
  return true;
}

function ohmsOf(
  element: CircuitElement,
  state: CircuitState,
  pulledIn: ReadonlySet<string>,
  blown: ReadonlySet<string>,
): number {
  switch (element.kind) {
    case 'load':
      return loadOhms(element);
    case 'fuse':
      return blown.has(element.id) ? 1e9 : element.ohms;
    case 'contact': {
      const active = 'control' in element.by ? state.controls.has(element.by.control) : pulledIn.has(element.by.coil);
      return active === (element.normally === 'open') ? element.closedOhms : element.openOhms;
    }
    default:
      return element.ohms;
  }
}
