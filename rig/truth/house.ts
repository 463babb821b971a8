/**
 * A 24 V house described from outside: what equipment stands there, what hangs on each screw of its board, and what a
 * device closes in each call, written down by hand and not read from any plan. Coils are R + jX, sealed and before they
 * have pulled in; transformers have a winding with reactance; long cores lie beside each other. Only what the installer
 * does is taken from the job: which core goes under which screw.
 */
import { abs, type Branch, type Complex, solvePhasors } from './phasor';

/** From least to most: drawn by seed for each house. */
export type Spread = readonly [number, number];

export interface TruthLoad {
  screw: string;
  common?: string;
  runs: string;
  /** Sealed. */
  va: Spread;
  /** Sealed power factor of its coil. */
  powerFactor: Spread;
  /** VA before it has pulled in, over its sealed VA. */
  inrush: Spread;
}

export interface TruthEquipment {
  transformers: readonly { hot: string; common: string; va: number }[];
  loads: readonly TruthLoad[];
  /** The furnace starts its own blower when it burns. */
  blowerWithBurner: boolean;
  /** Where the heat goes: a heat pump, by the state in which its valve is energised. */
  valve?: 'O' | 'B';
}

export interface TruthDevice {
  hot: string;
  common: string;
  va: Spread;
  /** Screws closed to a hot one in each call, by the device's own letters. */
  closes: Readonly<Record<string, readonly string[]>>;
  /** Screws fed from another hot one than `hot`. */
  from?: Readonly<Record<string, string>>;
}

/** One core: the screw at either end, as the installer landed it. */
export interface Landed {
  id: string;
  wall: string | null;
  board: string | null;
}

export interface TruthFault {
  id: string;
  /** What is put into the house before it is solved. */
  does:
    | { kind: 'core-open'; core: string; at: 'wall' | 'board' | 'middle' }
    | { kind: 'joint'; core: string; ohms: number }
    | { kind: 'cores-swapped'; a: string; b: string; at: 'wall' | 'board' }
    | { kind: 'cores-touch'; a: string; b: string; ohms: number }
    | { kind: 'coil-open'; screw: string }
    | { kind: 'coil-heavy'; screw: string; times: number }
    | { kind: 'contact'; screw: string; stuck: 'open' | 'closed' }
    /** What the device closes by call, in place of what is meant. */
    | { kind: 'calls'; closes: Readonly<Record<string, readonly string[]>> }
    | { kind: 'low-mains'; share: number }
    | { kind: 'fuse-out' }
    | { kind: 'load-on-wrong-screw'; from: string; to: string }
    | { kind: 'device-draws'; va: number }
    | { kind: 'leak-to-common'; screw: string; ohms: number }
    | { kind: 'contact-leaks'; screw: string; ohms: number }
    | { kind: 'winding-weak'; ohms: number }
    | { kind: 'foreign-volts'; core: string; volts: number; ohms: number };
}

const AWG18_OHMS_PER_METRE = 0.021;
const CORE_FARAD_PER_METRE = 60e-12;
const HERTZ = 60;
const OMEGA = 2 * Math.PI * HERTZ;
const METER_OHMS = 10e6;
const RATED = 24;
const FUSE_AMPS = 5;
const OPEN = 1e12;
const JOINT: Spread = [0.002, 0.03];

/** A number stream by seed. */
export function chance(seed: number): () => number {
  let a = (seed ^ 0x9e3779b9) >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

interface DrawnLoad extends TruthLoad {
  sealed: Complex;
  before: Complex;
  pullIn: number;
}

const impedance = (va: number, powerFactor: number): Complex => {
  const z = RATED ** 2 / va;
  return [z * powerFactor, z * Math.sqrt(1 - powerFactor ** 2)];
};

export class TruthHouse {
  private readonly draw: (of: Spread) => number;
  private readonly open: number;
  private readonly windings: Complex[];
  private readonly loads: DrawnLoad[];
  private readonly metres: number;
  private readonly joints: Map<string, number>;
  private readonly deviceVa: number;
  private cores: Landed[];
  private blown = false;
  private readonly gain: number;
  private readonly shake: () => number;

  constructor(
    private readonly equipment: TruthEquipment,
    private readonly device: TruthDevice,
    landed: readonly Landed[],
    private readonly faults: readonly TruthFault[],
    seed: number,
  ) {
    const random = chance(seed);
    this.draw = ([low, high]) => low + (high - low) * random();
    const regulation = this.draw([0.08, 0.13]);
    const low = faults.find((f) => f.does.kind === 'low-mains')?.does;
    this.open = RATED * (1 + regulation) * this.draw([0.96, 1.04]) * (low?.kind === 'low-mains' ? low.share : 1);
    // Regulation is what a resistive load at its rating would lose; a part of the winding is leakage reactance.
    this.windings = equipment.transformers.map(({ va }) => {
      const z = (regulation * RATED ** 2) / va;
      return [z, z * this.draw([0.2, 0.7])];
    });
    this.loads = equipment.loads.map((l) => {
      const heavy = faults.find((f) => f.does.kind === 'coil-heavy' && f.does.screw === l.screw)?.does;
      const va = this.draw(l.va) * (heavy?.kind === 'coil-heavy' ? heavy.times : 1);
      return {
        ...l,
        sealed: impedance(va, this.draw(l.powerFactor)),
        before: impedance(va * this.draw(l.inrush), 0.75),
        pullIn: RATED * this.draw([0.6, 0.74]),
      };
    });
    this.metres = this.draw([6, 22]);
    this.cores = landed.map((c) => ({ ...c }));
    this.joints = new Map(this.cores.map((c) => [c.id, this.draw(JOINT) + this.draw(JOINT)]));
    const draws = faults.find((f) => f.does.kind === 'device-draws')?.does;
    this.deviceVa = draws?.kind === 'device-draws' ? draws.va : this.draw(device.va);
    this.gain = 1 + this.draw([-0.01, 0.01]);
    this.shake = () => this.draw([-0.004, 0.004]);
    for (const { does } of faults)
      if (does.kind === 'cores-swapped') {
        const end = does.at;
        const [p, q] = [this.core(does.a)[end], this.core(does.b)[end]];
        this.core(does.a)[end] = q;
        this.core(does.b)[end] = p;
      }
  }

  private core(id: string): Landed {
    const found = this.cores.find((c) => c.id === id);
    if (!found) throw new RangeError(`no core "${id}"`);
    return found;
  }

  private has<K extends TruthFault['does']['kind']>(kind: K): Extract<TruthFault['does'], { kind: K }>[] {
    return this.faults.flatMap((f) =>
      f.does.kind === kind ? [f.does as Extract<TruthFault['does'], { kind: K }>] : [],
    );
  }

  /** Screws that the device closes in a call; none while it is without power. */
  private closed(state: string, lit: boolean): Set<string> {
    const otherwise = this.has('calls')[0]?.closes[state];
    const called = new Set(lit ? (otherwise ?? this.device.closes[state] ?? []) : []);
    for (const { screw, stuck } of this.has('contact')) {
      if (stuck === 'open') called.delete(screw);
      else called.add(screw);
    }
    return called;
  }

  private branches(closed: ReadonlySet<string>, sealed: ReadonlySet<string>, deviceDraws: boolean): Branch[] {
    const out: Branch[] = [];
    const fuse = this.has('fuse-out').length > 0;
    this.equipment.transformers.forEach((t, i) => {
      const [r, x] = this.windings[i] ?? [1, 0];
      const weak = this.has('winding-weak')[0]?.ohms ?? 0;
      out.push({ id: `winding-${i}`, a: `lead-${i}`, b: `board.${t.common}`, r: r + weak, x, emf: [this.open, 0] });
      out.push({
        id: `fuse-${i}`,
        a: `lead-${i}`,
        b: `board.${t.hot}`,
        r: this.blown || (fuse && i === 0) ? OPEN : 0.02,
        x: 0,
      });
    });
    for (const core of this.cores) {
      const openAt = this.has('core-open').find((f) => f.core === core.id)?.at;
      const joint = this.has('joint').find((f) => f.core === core.id)?.ohms ?? 0;
      const wall = core.wall === null ? `bare.${core.id}.wall` : `wall.${core.wall}`;
      const board = core.board === null ? `bare.${core.id}.board` : `board.${core.board}`;
      // The core itself, between its own two ends, and a joint at each.
      const r = AWG18_OHMS_PER_METRE * this.metres;
      const joints = this.joints.get(core.id) ?? 0;
      out.push({
        id: `core-${core.id}`,
        a: `${core.id}.w`,
        b: `${core.id}.b`,
        r: openAt === 'middle' ? OPEN : r,
        x: 0,
      });
      out.push({
        id: `at-wall-${core.id}`,
        a: wall,
        b: `${core.id}.w`,
        r: openAt === 'wall' ? OPEN : joints / 2 + 1e-4,
        x: 0,
      });
      out.push({
        id: `at-board-${core.id}`,
        a: `${core.id}.b`,
        b: board,
        r: openAt === 'board' ? OPEN : joints / 2 + 1e-4 + joint,
        x: 0,
      });
    }
    // Cores of one sheath lie beside each other: a coil that floats is moved by its neighbours.
    const inSheath = [...this.cores].sort((p, q) => p.id.localeCompare(q.id));
    inSheath.forEach((p, i) => {
      const q = inSheath[i + 1];
      if (q)
        out.push({
          id: `beside-${p.id}`,
          a: `${p.id}.w`,
          b: `${q.id}.w`,
          r: 0,
          x: -1 / (OMEGA * CORE_FARAD_PER_METRE * this.metres),
        });
    });
    for (const { a, b, ohms } of this.has('cores-touch'))
      out.push({ id: `touch-${a}-${b}`, a: `${a}.w`, b: `${b}.w`, r: ohms, x: 0 });
    for (const { screw, ohms } of this.has('leak-to-common'))
      out.push({
        id: `leak-${screw}`,
        a: `board.${screw}`,
        b: `board.${this.equipment.transformers[0]?.common ?? 'C'}`,
        r: ohms,
        x: 0,
      });
    for (const screw of closed)
      out.push({
        id: `contact-${screw}`,
        a: `wall.${this.device.from?.[screw] ?? this.device.hot}`,
        b: `wall.${screw}`,
        r: 0.04,
        x: 0,
      });
    // Another circuit's core, a quarter of a cycle away.
    for (const { core, volts, ohms } of this.has('foreign-volts'))
      out.push({
        id: `foreign-${core}`,
        a: `${core}.w`,
        b: `board.${this.equipment.transformers[0]?.common ?? 'C'}`,
        r: ohms,
        x: 0,
        emf: [0, volts],
      });
    for (const { screw, ohms } of this.has('contact-leaks'))
      if (!closed.has(screw))
        out.push({
          id: `across-${screw}`,
          a: `wall.${this.device.from?.[screw] ?? this.device.hot}`,
          b: `wall.${screw}`,
          r: ohms,
          x: 0,
        });
    if (deviceDraws) {
      // A rectifier draws its VA in step with the volts; what is missing from its power factor is harmonics.
      const r = RATED ** 2 / this.deviceVa;
      out.push({ id: 'device', a: `wall.${this.device.hot}`, b: `wall.${this.device.common}`, r, x: 0 });
    } else out.push({ id: 'device', a: `wall.${this.device.hot}`, b: `wall.${this.device.common}`, r: 5000, x: 0 });
    for (const l of this.loads) {
      if (this.has('coil-open').some((f) => f.screw === l.screw)) continue;
      const moved = this.has('load-on-wrong-screw').find((f) => f.from === l.screw);
      const [r, x] = sealed.has(l.screw) ? l.sealed : l.before;
      out.push({
        id: `coil-${l.screw}`,
        a: `board.${moved?.to ?? l.screw}`,
        b: `board.${l.common ?? this.equipment.transformers[0]?.common ?? 'C'}`,
        r,
        x,
      });
    }
    return out;
  }

  /** The house in a call, with its coils settled. */
  settle(state: string): {
    branches: Branch[];
    running: Set<string>;
    lit: boolean;
    volts: (a: string, b: string) => number;
  } {
    // A device that is dark at rest closes nothing, so nothing can feed it through its own contact.
    let lit = state === 'idle' || this.settle('idle').lit;
    for (;;) {
      const closed = this.closed(state, lit);
      let sealed = new Set<string>();
      let found = this.solved(closed, sealed, lit);
      for (let round = 0; round < 12; round++) {
        const next = new Set(
          this.loads
            .filter((l) => {
              const volts = this.acrossCoil(found, l.screw);
              return volts >= (sealed.has(l.screw) ? l.pullIn * 0.75 : l.pullIn);
            })
            .map((l) => l.screw),
        );
        if (next.size === sealed.size && [...next].every((s) => sealed.has(s))) break;
        sealed = next;
        found = this.solved(closed, sealed, lit);
      }
      // A board's fuse opens for good: a call that shorts the winding leaves nothing to read in it.
      if (!this.blown && this.equipment.transformers.some((_, i) => found.amps(`fuse-${i}`) > FUSE_AMPS)) {
        this.blown = true;
        const dead = this.settle(state);
        this.blown = false;
        return dead;
      }
      const supply = found.volts(`wall.${this.device.hot}`, `wall.${this.device.common}`);
      if (lit && supply < 17) {
        lit = false;
        continue;
      }
      const runs = new Set(this.loads.filter((l) => sealed.has(l.screw)).map((l) => l.runs));
      if (this.equipment.blowerWithBurner && runs.has('burner')) runs.add('blower');
      return { branches: found.branches, running: runs, lit, volts: found.volts };
    }
  }

  private acrossCoil(found: { amps: (id: string) => number; branches: Branch[] }, screw: string): number {
    const coil = found.branches.find((b) => b.id === `coil-${screw}`);
    return coil ? found.amps(coil.id) * Math.hypot(coil.r, coil.x) : 0;
  }

  private solved(
    closed: ReadonlySet<string>,
    sealed: ReadonlySet<string>,
    lit: boolean,
  ): { branches: Branch[]; volts: (a: string, b: string) => number; amps: (id: string) => number } {
    const branches = this.branches(closed, sealed, lit);
    const reference = `board.${this.equipment.transformers[0]?.common ?? 'C'}`;
    const plain = solvePhasors(branches, reference);
    return {
      branches,
      amps: (id) => abs(plain.amps(id)),
      // The meter is a part of the circuit it reads.
      volts: (a, b) => {
        const with_ = solvePhasors([...branches, { id: 'meter', a, b, r: METER_OHMS, x: 0 }], reference);
        return abs(with_.amps('meter')) * METER_OHMS;
      },
    };
  }

  /** What a hand meter shows, V. */
  reads(state: string, a: string, b: string): number {
    const volts = this.settle(state).volts(a, b);
    return Math.max(0, Math.round(volts * this.gain * (1 + this.shake()) * 10) / 10);
  }

  /** Terminals the device sees wired: a path of less than 2 kΩ through a coil to its common side. */
  detected(screws: readonly string[]): string[] {
    const { lit, branches } = this.settle('idle');
    if (!lit) return [];
    const reference = `board.${this.equipment.transformers[0]?.common ?? 'C'}`;
    return screws.filter((s) => {
      if (s === this.device.hot || s === this.device.common || s === 'Rh' || s === 'Rc')
        return this.cores.some((c) => c.wall === s);
      const hot = `wall.${this.device.from?.[s] ?? this.device.hot}`;
      const tried = solvePhasors([...branches, { id: 'sense', a: hot, b: `wall.${s}`, r: 20_000, x: 0 }], reference);
      return abs(tried.amps('sense')) * 20_000 > 15;
    });
  }

  /** Supply less return air, K; 0 while nothing makes heat or cold. */
  air(state: string): number {
    const { running } = this.settle(state);
    if (!running.has('blower')) return 0;
    let kelvin = 0;
    if (running.has('burner')) kelvin += 30;
    // Strips beside a heat pump are the smaller part; an electric furnace is nothing else.
    if (running.has('heater')) kelvin += this.equipment.valve === undefined ? 30 : 12;
    if (running.has('compressor')) {
      const energised = running.has('reversing valve');
      const warms = this.equipment.valve !== undefined && energised === (this.equipment.valve === 'B');
      kelvin += warms ? 13 : -10;
    }
    return kelvin;
  }
}
