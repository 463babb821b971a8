/**
 * The numeric part of solving a state: everything that does not change between states is laid out
 * once in typed arrays, so that one state is a pass over the elements, a factorisation over a fixed
 * pattern and two substitutions. No objects are made while solving.
 *
 * Coils and fuses act on what they see: the state is a fixed point. A round that changes no
 * admittance needs no further solve.
 */
import { Factor } from './factor';
import { type Followed, type Group, type KernelArrays, type KernelLayout, KIND, MOVES } from './kernel-layout';
import { admittanceOf, type CircuitElement, HOLD, LEAK_SIEMENS, type Netlist, OPEN_OHMS, PICK_UP } from './netlist';
import { type Phasor, polar } from './phasor';
import { probePlain } from './probe';
import { analyse } from './symbolic';
import { Arena, type KernelMemory } from './wasm/arena';
import { fillHead, HEAD_LENGTH } from './wasm/kernel-head';

const MAX_ROUNDS = 32;
/** A plain constant, since the innermost loop compares with it. */
const BY_CONTROL = KIND.byControl;

/** One complex number copied from an array to the same place of another. */
function copyOf(source: Float64Array, at: number, into: Float64Array): void {
  into[2 * at] = source[2 * at] as number;
  into[2 * at + 1] = source[2 * at + 1] as number;
}

/** Square of the volts between two positions; the reference is below nought. */
function squareAcross(volts: Float64Array, a: number, b: number): number {
  const re = (a < 0 ? 0 : (volts[2 * a] as number)) - (b < 0 ? 0 : (volts[2 * b] as number));
  const im = (a < 0 ? 0 : (volts[2 * a + 1] as number)) - (b < 0 ? 0 : (volts[2 * b + 1] as number));
  return re * re + im * im;
}

/** By kind, the places of the elements that a round goes through. */
function placesByKind(
  elements: readonly CircuitElement[],
): Record<'switching' | 'sources' | 'loads' | 'fuses', number[]> {
  const of: ReturnType<typeof placesByKind> = {
    switching: [],
    sources: [],
    loads: [],
    fuses: [],
  };
  elements.forEach(({ kind }, i) => {
    if (kind === 'contact') of.switching.push(i);
    else if (kind === 'source') of.sources.push(i);
    else if (kind === 'load') of.loads.push(i);
    else if (kind === 'fuse') of.fuses.push(i);
  });
  return of;
}

function kindOf(e: CircuitElement): number {
  if (e.kind === 'contact') return 'control' in e.by ? KIND.byControl : KIND.byCoil;
  return e.kind === 'source' || e.kind === 'fuse' || e.kind === 'load' ? KIND[e.kind] : KIND.fixed;
}

/** Of an element, everything that another of its kind in its place may have otherwise. */
function layValues(
  { passing, blocking, emf, upper, lower }: KernelLayout,
  e: CircuitElement,
  i: number,
  hertz: Netlist['hertz'],
): void {
  const [re, im] = admittanceOf(e, hertz);
  passing[2 * i] = re;
  passing[2 * i + 1] = im;
  blocking[2 * i] = 1 / (e.kind === 'contact' ? e.openOhms : OPEN_OHMS);
  if (e.kind === 'source') {
    const [ur, ui] = polar(e.volts, e.degrees);
    emf[2 * i] = ur;
    emf[2 * i + 1] = ui;
  } else if (e.kind === 'fuse') upper[i] = e.amps;
  else if (e.kind === 'load') {
    upper[i] = e.stuck ? Number.MAX_VALUE : PICK_UP * e.ratedVolts;
    lower[i] = HOLD * e.ratedVolts;
  }
}

interface Laid {
  layout: KernelLayout;
  /** Numbers of the controls and of the supplies by name. */
  controls: ReadonlyMap<string, number>;
  supplies: ReadonlyMap<string, number>;
}

/**
 * Everything that does not change between states.
 * @param places of each element's two nodes in the elimination order; -1 is the reference
 */
function layoutOf(netlist: Netlist, places: readonly (readonly [number, number])[], arena: Arena): Laid {
  const { elements } = netlist;
  const n = elements.length;
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
    passing: arena.reals(2 * n),
    blocking: arena.reals(2 * n),
    by: arena.integers(n).fill(-1),
    normallyOpen: arena.integers(n).fill(1),
    emf: arena.reals(2 * n),
    supply: arena.integers(n).fill(-1),
    upper: arena.reals(n),
    lower: arena.reals(n),
    from: arena.copyIntegers(places.map(([a]) => a)),
    to: arena.copyIntegers(places.map(([, b]) => b)),
    coilsMatter: false,
    switching: new Int32Array(0),
    sources: new Int32Array(0),
    loads: new Int32Array(0),
    fuses: new Int32Array(0),
  };
  elements.forEach((e, i) => {
    layValues(layout, e, i, netlist.hertz);
    layout.kind[i] = kindOf(e);
    if (e.kind === 'source') layout.supply[i] = numbered(supplies, e.supply);
    if (e.kind !== 'contact') return;
    layout.normallyOpen[i] = e.normally === 'open' ? 1 : 0;
    if ('control' in e.by) layout.by[i] = numbered(controls, e.by.control);
    else {
      layout.by[i] = coilElement.get(e.by.coil) ?? -1;
      layout.coilsMatter = true;
    }
  });
  const of = placesByKind(elements);
  layout.switching = arena.copyIntegers(of.switching);
  layout.sources = arena.copyIntegers(of.sources);
  layout.loads = arena.copyIntegers(of.loads);
  layout.fuses = arena.copyIntegers(of.fuses);
  return { layout, controls, supplies };
}

/** Groups as the kernels go through them. */
function followedOf(groups: readonly Group[], arena: Arena): Followed {
  const member = groups.flatMap((g) => [...g.members]);
  let end = 0;
  return {
    start: arena.copyIntegers([0, ...groups.map((g) => (end += g.members.length))]),
    member: arena.copyIntegers(member),
    moves: arena.copyIntegers(groups.map((g) => MOVES[g.moves])),
  };
}

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
  /** Of each element as it stands, siemens, two numbers each. */
  readonly admittance: Float64Array;
  /** Volts by position in the elimination order, two numbers each, after run(). */
  readonly volts: Float64Array;
  /** Elements that changed in the last round of a run that did not settle. */
  readonly moving: Int32Array;
  readonly followed: Followed;
  readonly adjoint: Float64Array;
  readonly currents: Float64Array;
  readonly probed: Float64Array;
  /** Where the compiled form finds all this. */
  private readonly head: Int32Array;
  private readonly arena: Arena;

  /**
   * @param memory where the compiled form works; null: the reference does
   * @param groups of elements that readings may be followed by
   */
  constructor(netlist: Netlist, memory: KernelMemory | null, groups: readonly Group[] = []) {
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
    const members = groups.reduce((sum, g) => sum + g.members.length, 0);
    const arena = new Arena(
      12 * n + 8 * names.size + 2 * entries + 3 + groups.length + 8,
      16 * n + names.size + 3 * entries + 2 * pairs + HEAD_LENGTH + members + 2 * groups.length + 8,
      HEAD_LENGTH + 4,
      memory,
    );
    this.arena = arena;
    this.factor = new Factor(pattern, arena);
    const { layout, controls, supplies } = layoutOf(
      netlist,
      edges.map(([x, y]) => [place(x), place(y)]),
      arena,
    );
    this.layout = layout;
    this.controlNames = [...controls.keys()];
    this.supplyNames = [...supplies.keys()];
    this.controls = arena.integers(controls.size);
    this.suppliesOff = arena.integers(supplies.size);
    this.pulledIn = arena.integers(n);
    this.blown = arena.integers(n);
    this.moving = arena.integers(n);
    this.admittance = arena.copyReals(layout.passing);
    this.volts = arena.reals(2 * names.size);
    this.followed = followedOf(groups, arena);
    this.adjoint = arena.reals(2 * names.size);
    this.currents = arena.reals(2 * n);
    this.probed = arena.reals(3 + groups.length);
    this.head = arena.integers(HEAD_LENGTH);
    if (arena.kernel) fillHead(this.head, this);
  }

  /** Another element in the place of one that is joined and switched as it is. */
  put(e: CircuitElement, i: number, hertz: Netlist['hertz']): void {
    const { admittance, layout } = this;
    layValues(layout, e, i, hertz);
    copyOf(layout.passing, i, admittance);
  }

  /** Position of a node in the elimination order; -1 for the reference. */
  position(node: string): number {
    const i = this.nodeIndex.get(node);
    if (i === undefined) throw new RangeError(`no node "${node}" in this circuit`);
    return i < 0 ? -1 : (this.factor.pattern.position[i] as number);
  }

  /** Voltage across an element, from its first node to its second. */
  across(e: number): Phasor {
    const a = this.layout.from[e] as number;
    const b = this.layout.to[e] as number;
    const { volts } = this;
    return [
      (a < 0 ? 0 : (volts[2 * a] as number)) - (b < 0 ? 0 : (volts[2 * b] as number)),
      (a < 0 ? 0 : (volts[2 * a + 1] as number)) - (b < 0 ? 0 : (volts[2 * b + 1] as number)),
    ];
  }

  /** Its magnitude. */
  voltsAcross(e: number): number {
    return Math.sqrt(squareAcross(this.volts, this.layout.from[e] as number, this.layout.to[e] as number));
  }

  /**
   * Solves to the fixed point from all coils released and all fuses whole.
   * @returns rounds taken; negative when it never settles (see `moving`)
   */
  run(): number {
    const { kernel } = this.arena;
    return kernel ? kernel.run(this.head.byteOffset, MAX_ROUNDS) : this.runPlain();
  }

  /**
   * A pair of points in the state last settled, into `probed`.
   * @param a,b positions in the elimination order; -1 is the reference
   * @param follow 0 without groups, 1 with, 2 with in a state that no pair was asked of before
   */
  probe(a: number, b: number, follow: 0 | 1 | 2): void {
    const { kernel } = this.arena;
    if (kernel) kernel.probe(this.head.byteOffset, a, b, follow);
    else probePlain(this, a, b, follow);
  }

  /** The reference: what `run` does, in plain code. Tests hold the compiled form against it. */
  runPlain(): number {
    const { kind, passing, blocking, by, normallyOpen, emf, supply, from, to, upper, lower } = this.layout;
    const { switching, sources, loads, fuses, coilsMatter } = this.layout;
    const { controls, suppliesOff, pulledIn, blown, moving, admittance, volts, factor } = this;
    for (let i = 0; i < loads.length; i++) pulledIn[loads[i] as number] = 0;
    for (let i = 0; i < fuses.length; i++) blown[fuses[i] as number] = 0;
    for (let round = 1; round <= MAX_ROUNDS; round++) {
      for (let i = 0; i < volts.length; i++) volts[i] = 0;
      for (let i = 0; i < switching.length; i++) {
        const e = switching[i] as number;
        const active = kind[e] === BY_CONTROL ? controls[by[e] as number] : pulledIn[by[e] as number];
        copyOf(active === normallyOpen[e] ? passing : blocking, e, admittance);
      }
      for (let i = 0; i < fuses.length; i++) {
        const e = fuses[i] as number;
        copyOf(blown[e] === 1 ? blocking : passing, e, admittance);
      }
      for (let i = 0; i < sources.length; i++) {
        const e = sources[i] as number;
        if (suppliesOff[supply[e] as number] !== 0) continue;
        // Norton form: the current the EMF would drive through its own impedance.
        const ur = emf[2 * e] as number;
        const ui = emf[2 * e + 1] as number;
        const yr = passing[2 * e] as number;
        const yi = passing[2 * e + 1] as number;
        const re = ur * yr - ui * yi;
        const im = ur * yi + ui * yr;
        const a = 2 * (from[e] as number);
        const b = 2 * (to[e] as number);
        if (a >= 0) {
          volts[a] = (volts[a] as number) + re;
          volts[a + 1] = (volts[a + 1] as number) + im;
        }
        if (b >= 0) {
          volts[b] = (volts[b] as number) - re;
          volts[b + 1] = (volts[b + 1] as number) - im;
        }
      }
      factor.refactor(admittance, LEAK_SIEMENS);
      factor.solve(volts);
      let changed = false;
      for (let i = 0; i < loads.length; i++) {
        const e = loads[i] as number;
        const was = pulledIn[e] as number;
        const limit = (was === 1 ? lower[e] : upper[e]) as number;
        const now = squareAcross(volts, from[e] as number, to[e] as number) >= limit * limit ? 1 : 0;
        moving[e] = now ^ was;
        pulledIn[e] = now;
        if (now !== was && coilsMatter) changed = true;
      }
      for (let i = 0; i < fuses.length; i++) {
        const e = fuses[i] as number;
        const was = blown[e] as number;
        const yr = admittance[2 * e] as number;
        const yi = admittance[2 * e + 1] as number;
        const most = upper[e] as number;
        const now =
          was === 1 || squareAcross(volts, from[e] as number, to[e] as number) * (yr * yr + yi * yi) > most * most
            ? 1
            : 0;
        moving[e] = now ^ was;
        blown[e] = now;
        if (now !== was) changed = true;
      }
      if (!changed) return round;
    }
    return -MAX_ROUNDS;
  }
}
