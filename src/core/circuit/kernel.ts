/**
 * The numeric part of solving a state: everything that does not change between states is laid out
 * once in typed arrays, so that one state is a pass over the elements, a factorisation over a fixed
 * pattern and two substitutions. No objects are made while solving.
 *
 * Coils and fuses act on what they see: the state is a fixed point. A round that changes no
 * conductance needs no further solve.
 */
import { Factor } from './factor';
import type { KernelArrays, KernelLayout } from './kernel-layout';
import { type CircuitElement, HOLD, LEAK_SIEMENS, loadOhms, type Netlist, OPEN_OHMS, PICK_UP } from './netlist';
import { analyse } from './symbolic';
import { Arena } from './wasm/arena';
import { HEAD_LENGTH, wasmRun } from './wasm/kernel-wasm';

/** What decides an element's conductance. */
export const KIND = { fixed: 0, source: 1, fuse: 2, byControl: 3, byCoil: 4, load: 5 } as const;

const MAX_ROUNDS = 32;
/** A plain constant, since the innermost loop compares with it. */
const BY_CONTROL = KIND.byControl;

export class StateKernel implements KernelArrays {
  readonly layout: KernelLayout;
  readonly factor: Factor;
  readonly nodeIndex: ReadonlyMap<string, number>;
  readonly controlNames: readonly string[];
  readonly supplyNames: readonly string[];
  readonly controls: Int32Array;
  readonly suppliesOff: Int32Array;
  readonly pulledIn: Int32Array;
  readonly blown: Int32Array;
  readonly siemens: Float64Array;
  /** Volts by position in the elimination order, after run(). */
  readonly volts: Float64Array;
  /** Elements that changed in the last round of a run that did not settle. */
  readonly moving: Int32Array;
  /** The same run, compiled; null where there is no WebAssembly. */
  private readonly compiled: (() => number) | null;

  /**
   * @param compiled prepare the compiled form as well: a memory and an instance of its own, worth it
   *   from a few hundred states on
   */
  constructor(netlist: Netlist, compiled = true) {
    const { elements, ground } = netlist;
    const names = new Set<string>(netlist.extraNodes ?? []);
    for (const e of elements) names.add(e.a).add(e.b);
    names.delete(ground);
    const index = new Map<string, number>([...names].map((name, i) => [name, i]));
    index.set(ground, -1);
    this.nodeIndex = index;
    const node = (name: string): number => index.get(name) ?? -1;
    const edges = elements.map((e) => [node(e.a), node(e.b)] as const);
    const pattern = analyse(names.size, edges);
    const place = (n: number): number => (n < 0 ? -1 : (pattern.position[n] ?? -1));
    const n = elements.length;
    const entries = pattern.row.length;
    const pairs = pattern.pairOther.length;
    const arena = new Arena(
      8 * n + 3 * names.size + entries + 8,
      14 * n + 3 * entries + 2 * pairs + HEAD_LENGTH + 2 * n + 8,
      HEAD_LENGTH + 4,
      compiled,
    );
    this.factor = new Factor(pattern, arena);
    const coilElement = new Map(elements.map((e, i) => [e.id, i]));
    const controls = new Map<string, number>();
    const supplies = new Map<string, number>();
    const numbered = (map: Map<string, number>, name: string): number => {
      const known = map.get(name);
      if (known !== undefined) return known;
      map.set(name, map.size);
      return map.size - 1;
    };
    const layout: KernelLayout = {
      kind: arena.integers(n),
      passing: arena.reals(n),
      blocking: arena.reals(n).fill(1 / OPEN_OHMS),
      by: arena.integers(n).fill(-1),
      normallyOpen: arena.integers(n).fill(1),
      emf: arena.reals(n),
      supply: arena.integers(n).fill(-1),
      upper: arena.reals(n),
      lower: arena.reals(n),
      from: arena.copyIntegers(edges.map(([a]) => place(a))),
      to: arena.copyIntegers(edges.map(([, b]) => place(b))),
      coilsMatter: false,
      switching: new Int32Array(0),
      sources: new Int32Array(0),
      loads: new Int32Array(0),
      fuses: new Int32Array(0),
    };
    elements.forEach((e: CircuitElement, i) => {
      switch (e.kind) {
        case 'source':
          layout.kind[i] = KIND.source;
          layout.passing[i] = 1 / e.ohms;
          layout.emf[i] = e.volts * e.phase;
          layout.supply[i] = numbered(supplies, e.supply);
          break;
        case 'fuse':
          layout.kind[i] = KIND.fuse;
          layout.passing[i] = 1 / e.ohms;
          layout.upper[i] = e.amps;
          break;
        case 'contact':
          layout.passing[i] = 1 / e.closedOhms;
          layout.blocking[i] = 1 / e.openOhms;
          layout.normallyOpen[i] = e.normally === 'open' ? 1 : 0;
          if ('control' in e.by) {
            layout.kind[i] = KIND.byControl;
            layout.by[i] = numbered(controls, e.by.control);
          } else {
            layout.kind[i] = KIND.byCoil;
            layout.by[i] = coilElement.get(e.by.coil) ?? -1;
            layout.coilsMatter = true;
          }
          break;
        case 'load':
          layout.kind[i] = KIND.load;
          layout.passing[i] = 1 / loadOhms(e);
          layout.upper[i] = PICK_UP * e.ratedVolts;
          layout.lower[i] = HOLD * e.ratedVolts;
          break;
        default:
          layout.passing[i] = 1 / e.ohms;
      }
    });
    const all = (...kinds: number[]): Int32Array =>
      arena.copyIntegers([...layout.kind.keys()].filter((i) => kinds.includes(layout.kind[i] as number)));
    layout.switching = all(KIND.byControl, KIND.byCoil);
    layout.sources = all(KIND.source);
    layout.loads = all(KIND.load);
    layout.fuses = all(KIND.fuse);
    this.layout = layout;
    this.controlNames = [...controls.keys()];
    this.supplyNames = [...supplies.keys()];
    this.controls = arena.integers(controls.size);
    this.suppliesOff = arena.integers(supplies.size);
    this.pulledIn = arena.integers(n);
    this.blown = arena.integers(n);
    this.moving = arena.integers(n);
    this.siemens = arena.copyReals(layout.passing);
    this.volts = arena.reals(names.size);
    this.compiled = wasmRun(this, arena, arena.integers(HEAD_LENGTH), MAX_ROUNDS);
  }

  /** Position of a node in the elimination order; -1 for the reference. */
  position(node: string): number {
    const i = this.nodeIndex.get(node);
    if (i === undefined) throw new RangeError(`no node "${node}" in this circuit`);
    return i < 0 ? -1 : (this.factor.pattern.position[i] as number);
  }

  /** Voltage across an element, from its first node to its second. */
  across(e: number): number {
    const a = this.layout.from[e] as number;
    const b = this.layout.to[e] as number;
    return (a < 0 ? 0 : (this.volts[a] as number)) - (b < 0 ? 0 : (this.volts[b] as number));
  }

  /**
   * Solves to the fixed point from all coils released and all fuses whole.
   * @returns rounds taken; negative when it never settles (see `moving`)
   */
  run(): number {
    return this.compiled ? this.compiled() : this.runPlain();
  }

  /** The reference: what `run` does, in plain code. Tests hold the compiled form against it. */
  runPlain(): number {
    const { kind, passing, blocking, by, normallyOpen, emf, supply, from, to, upper, lower } = this.layout;
    const { switching, sources, loads, fuses, coilsMatter } = this.layout;
    const { controls, suppliesOff, pulledIn, blown, moving, siemens, volts, factor } = this;
    const size = volts.length;
    for (let i = 0; i < loads.length; i++) pulledIn[loads[i] as number] = 0;
    for (let i = 0; i < fuses.length; i++) blown[fuses[i] as number] = 0;
    for (let round = 1; round <= MAX_ROUNDS; round++) {
      for (let i = 0; i < size; i++) volts[i] = 0;
      for (let i = 0; i < switching.length; i++) {
        const e = switching[i] as number;
        const active = kind[e] === BY_CONTROL ? controls[by[e] as number] : pulledIn[by[e] as number];
        siemens[e] = (active === normallyOpen[e] ? passing[e] : blocking[e]) as number;
      }
      for (let i = 0; i < fuses.length; i++) {
        const e = fuses[i] as number;
        siemens[e] = (blown[e] === 1 ? blocking[e] : passing[e]) as number;
      }
      for (let i = 0; i < sources.length; i++) {
        const e = sources[i] as number;
        if (suppliesOff[supply[e] as number] !== 0) continue;
        // Norton form: the current the EMF would drive through its own resistance.
        const current = (emf[e] as number) * (passing[e] as number);
        const a = from[e] as number;
        const b = to[e] as number;
        if (a >= 0) volts[a] = (volts[a] as number) + current;
        if (b >= 0) volts[b] = (volts[b] as number) - current;
      }
      factor.refactor(siemens, LEAK_SIEMENS);
      factor.solve(volts);
      let changed = false;
      for (let i = 0; i < loads.length; i++) {
        const e = loads[i] as number;
        const a = from[e] as number;
        const b = to[e] as number;
        const across = Math.abs((a < 0 ? 0 : (volts[a] as number)) - (b < 0 ? 0 : (volts[b] as number)));
        const was = pulledIn[e] as number;
        const now = across >= (was === 1 ? (lower[e] as number) : (upper[e] as number)) ? 1 : 0;
        moving[e] = now ^ was;
        pulledIn[e] = now;
        if (now !== was && coilsMatter) changed = true;
      }
      for (let i = 0; i < fuses.length; i++) {
        const e = fuses[i] as number;
        const a = from[e] as number;
        const b = to[e] as number;
        const across = Math.abs((a < 0 ? 0 : (volts[a] as number)) - (b < 0 ? 0 : (volts[b] as number)));
        const was = blown[e] as number;
        const now = was === 1 || across * (siemens[e] as number) > (upper[e] as number) ? 1 : 0;
        moving[e] = now ^ was;
        blown[e] = now;
        if (now !== was) changed = true;
      }
      if (!changed) return round;
    }
    return -MAX_ROUNDS;
  }
}
