/**
 * A 24 V house described from outside: what equipment stands there, what hangs on each screw of its board, and what a
 * device closes in each call, written down by hand and not read from any plan. Coils are R + jX, sealed and before they
 * have pulled in; transformers have a winding with reactance; long cores lie beside each other. Only what the installer
 * does is taken from the job: which core goes under which screw.
 */
import { chanceOf } from '../chance';
import type { Landed, Spread, TruthDevice, TruthEquipment, TruthFault, TruthLoad } from './described';
import { abs, type Branch, type Complex, solvePhasors } from './phasor';

const AWG18_OHMS_PER_METRE = 0.021;
const CORE_FARAD_PER_METRE = 60e-12;
const HERTZ = 60;
const OMEGA = 2 * Math.PI * HERTZ;
const METER_OHMS = 10e6;
/** What an ohmmeter shows at most. */
const MOST_OHMS = 1e8;
const RATED = 24;
const FUSE_AMPS = 5;
const OPEN = 1e12;
const CLOSED = 0.04;
const JOINT: Spread = [0.002, 0.03];

interface DrawnLoad extends TruthLoad {
  a: string;
  b: string;
  sealed: Complex;
  before: Complex;
  pullIn: number;
}

interface DrawnTransformer {
  hot: string;
  common: string;
  winding: Complex;
  emf: number;
}

const impedance = (va: number, powerFactor: number): Complex => {
  const z = RATED ** 2 / va;
  return [z * powerFactor, z * Math.sqrt(1 - powerFactor ** 2)];
};

type Does = TruthFault['does'];
type DoesOf<K extends Does['kind']> = Extract<Does, { kind: K }>;

interface Solved {
  branches: Branch[];
  /** What a hand meter, itself a part of the circuit, has across it. */
  volts: (a: string, b: string) => number;
  amps: (id: string) => number;
}

/** The house in a call, with its coils settled. */
interface SettledHouse {
  branches: Branch[];
  running: Set<string>;
  lit: boolean;
  volts: (a: string, b: string) => number;
}

export class TruthHouse {
  private readonly draw: (of: Spread) => number;
  private readonly transformers: DrawnTransformer[];
  private readonly loads: DrawnLoad[];
  private readonly wires: Map<string, number>;
  private readonly metres: number;
  private readonly joints: Map<string, number>;
  private readonly deviceVa: number;
  private readonly cores: Landed[];
  /** Transformers whose fuse a call has opened. */
  private readonly blown = new Set<number>();
  private readonly gain: number;
  private readonly reference: string;

  constructor(
    private readonly equipment: TruthEquipment,
    private readonly device: TruthDevice,
    landed: readonly Landed[],
    private readonly faults: readonly TruthFault[],
    seed: number,
  ) {
    const random = chanceOf(seed);
    this.draw = ([low, high]) => low + (high - low) * random();
    this.reference = `board.${equipment.transformers[0]?.common ?? 'C'}`;
    this.transformers = this.drawTransformers();
    this.loads = equipment.loads.map((l) => this.drawLoad(l));
    this.wires = new Map((equipment.wires ?? []).map((w) => [w.id, this.draw(w.ohms)]));
    this.metres = this.draw([6, 22]);
    this.cores = landed.map((c) => ({ ...c }));
    this.joints = new Map(this.cores.map((c) => [c.id, this.draw(JOINT) + this.draw(JOINT)]));
    this.deviceVa = this.has('device-draws')[0]?.va ?? this.draw(device.va);
    this.gain = 1 + this.draw([-0.01, 0.01]);
    for (const { a, b, at } of this.has('cores-swapped')) {
      const [p, q] = [this.core(a), this.core(b)];
      [p[at], q[at]] = [q[at], p[at]];
    }
  }

  /** One mains for all; regulation is what a resistive load at its rating would lose, a part of it leakage reactance. */
  private drawTransformers(): DrawnTransformer[] {
    const mains = this.draw([0.96, 1.04]);
    return this.equipment.transformers.map(({ hot, common, va, at, eitherWay }, i) => {
      const regulation = this.draw([0.08, 0.13]);
      const low = this.has('low-mains').find((f) => (f.transformer ?? i) === i)?.share ?? 1;
      const dead = this.has('transformer-dead').some((f) => f.transformer === i);
      const r = (regulation * RATED ** 2) / va;
      const weak = i === 0 ? (this.has('winding-weak')[0]?.ohms ?? 0) : 0;
      const turned = eitherWay === true && this.draw([0, 1]) < 0.5 ? -1 : 1;
      const [a, b] = at ?? [`board.${hot}`, `board.${common}`];
      return {
        hot: a,
        common: b,
        winding: [r + weak, r * this.draw([0.2, 0.7])],
        emf: dead ? 0 : RATED * (1 + regulation) * mains * low * turned,
      };
    });
  }

  private drawLoad(l: TruthLoad): DrawnLoad {
    const heavy = this.has('coil-heavy').find((f) => f.screw === l.screw)?.times ?? 1;
    const moved = this.has('load-on-wrong-screw').find((f) => f.from === l.screw)?.to;
    const va = this.draw(l.va) * heavy;
    const [a, b] = l.at ?? [
      `board.${moved ?? l.screw}`,
      `board.${l.common ?? this.equipment.transformers[0]?.common ?? 'C'}`,
    ];
    return {
      ...l,
      a,
      b,
      sealed: impedance(va, this.draw(l.powerFactor)),
      before: impedance(va * this.draw(l.inrush), 0.75),
      pullIn: this.has('coil-late').find((f) => f.screw === l.screw)?.volts ?? RATED * this.draw([0.6, 0.74]),
    };
  }

  private core(id: string): Landed {
    const found = this.cores.find((c) => c.id === id);
    if (!found) throw new RangeError(`no core "${id}"`);
    return found;
  }

  private has<K extends Does['kind']>(kind: K): DoesOf<K>[] {
    return this.faults.flatMap((f) => (f.does.kind === kind ? [f.does as DoesOf<K>] : []));
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

  /** Windings behind their fuses. */
  private supplies(): Branch[] {
    const out = this.has('fuse-out').map((f) => f.transformer ?? 0);
    return this.transformers.flatMap(({ hot, common, winding: [r, x], emf }, i): Branch[] => [
      { id: `winding-${i}`, a: `lead-${i}`, b: common, r, x, emf: [emf, 0] },
      { id: `fuse-${i}`, a: `lead-${i}`, b: hot, r: this.blown.has(i) || out.includes(i) ? OPEN : 0.02, x: 0 },
    ]);
  }

  /** A core between its own two ends, and a joint at each. */
  private cable(): Branch[] {
    const cores = this.cores.flatMap((core): Branch[] => {
      const openAt = this.has('core-open').find((f) => f.core === core.id)?.at;
      const joint = this.has('joint').find((f) => f.core === core.id)?.ohms ?? 0;
      const joints = (this.joints.get(core.id) ?? 0) / 2 + 1e-4;
      const part = (id: string, a: string, b: string, open: boolean, r: number): Branch => ({
        id: `${id}-${core.id}`,
        a,
        b,
        r: open ? OPEN : r,
        x: 0,
      });
      const wall = core.wall === null ? `bare.${core.id}.wall` : `wall.${core.wall}`;
      const board = core.board === null ? `bare.${core.id}.board` : `board.${core.board}`;
      return [
        part('core', `${core.id}.w`, `${core.id}.b`, openAt === 'middle', AWG18_OHMS_PER_METRE * this.metres),
        part('at-wall', wall, `${core.id}.w`, openAt === 'wall', joints),
        part('at-board', `${core.id}.b`, board, openAt === 'board', joints + joint),
      ];
    });
    // Cores of one sheath lie beside each other: a coil that floats is moved by its neighbours.
    const inSheath = [...this.cores].sort((p, q) => p.id.localeCompare(q.id));
    const beside = inSheath.slice(1).map((q, i): Branch => {
      const p = inSheath[i]?.id ?? '';
      const x = -1 / (OMEGA * CORE_FARAD_PER_METRE * this.metres);
      return { id: `beside-${p}`, a: `${p}.w`, b: `${q.id}.w`, r: 0, x };
    });
    const leads = (this.equipment.wires ?? []).map(({ id, a, b }): Branch => {
      const open = this.has('wire-open').some((f) => f.wire === id);
      return { id: `wire-${id}`, a, b, r: open ? OPEN : (this.wires.get(id) ?? 1), x: 0 };
    });
    return [...cores, ...beside, ...leads];
  }

  /** What should not be there. */
  private wrongWays(closed: ReadonlySet<string>): Branch[] {
    return [
      ...this.has('cores-touch').map(
        ({ a, b, ohms }): Branch => ({ id: `touch-${a}-${b}`, a: `${a}.w`, b: `${b}.w`, r: ohms, x: 0 }),
      ),
      ...this.has('leak-to-common').map(
        ({ screw, ohms }): Branch => ({ id: `leak-${screw}`, a: `board.${screw}`, b: this.reference, r: ohms, x: 0 }),
      ),
      ...this.has('tied').map(({ a, b }): Branch => ({ id: `tied-${a}-${b}`, a, b, r: 0.03, x: 0 })),
      // Another circuit's core, a quarter of a cycle away.
      ...this.has('foreign-volts').map(
        ({ core, volts, ohms }): Branch => ({
          id: `foreign-${core}`,
          a: `${core}.w`,
          b: this.reference,
          r: ohms,
          x: 0,
          emf: [0, volts],
        }),
      ),
      ...this.has('contact-leaks').flatMap(({ screw, ohms }): Branch[] =>
        closed.has(screw) ? [] : [{ id: `across-${screw}`, a: this.hotOf(screw), b: `wall.${screw}`, r: ohms, x: 0 }],
      ),
    ];
  }

  private hotOf(screw: string): string {
    return `wall.${this.device.from?.[screw] ?? this.device.hot}`;
  }

  private branches(closed: ReadonlySet<string>, sealed: ReadonlySet<string>, deviceDraws: boolean): Branch[] {
    const contacts = [...closed].map(
      (screw): Branch => ({ id: `contact-${screw}`, a: this.hotOf(screw), b: `wall.${screw}`, r: CLOSED, x: 0 }),
    );
    // A rectifier draws its VA in step with the volts; what is missing from its power factor is harmonics.
    const device: Branch = {
      id: 'device',
      a: `wall.${this.device.hot}`,
      b: `wall.${this.device.common}`,
      r: deviceDraws ? RATED ** 2 / this.deviceVa : 5000,
      x: 0,
    };
    const coils = this.loads
      .filter((l) => !this.has('coil-open').some((f) => f.screw === l.screw))
      .map((l): Branch => {
        const [r, x] = sealed.has(l.screw) ? l.sealed : l.before;
        return { id: `coil-${l.screw}`, a: l.a, b: l.b, r, x };
      });
    const relays = (this.equipment.relays ?? []).map(({ id, a, b, by }): Branch => {
      const stuck = this.has('relay').find((f) => f.relay === id)?.stuck;
      const shut = stuck === 'closed' || (stuck !== 'open' && sealed.has(by));
      return { id: `relay-${id}`, a, b, r: shut ? CLOSED : OPEN, x: 0 };
    });
    return [...this.supplies(), ...this.cable(), ...this.wrongWays(closed), ...contacts, device, ...coils, ...relays];
  }

  /** What each coil does at the volts it then has, until nothing moves. */
  private settledCoils(closed: ReadonlySet<string>, lit: boolean): { found: Solved; sealed: Set<string> } {
    let sealed = new Set<string>();
    let found = this.solved(closed, sealed, lit);
    for (let round = 0; round < 12; round++) {
      const next = new Set(
        this.loads
          .filter((l) => this.acrossCoil(found, l.screw) >= (sealed.has(l.screw) ? l.pullIn * 0.75 : l.pullIn))
          .map((l) => l.screw),
      );
      if (next.size === sealed.size && [...next].every((s) => sealed.has(s))) break;
      sealed = next;
      found = this.solved(closed, sealed, lit);
    }
    return { found, sealed };
  }

  /** The house in a call, with its coils settled. */
  settle(state: string): SettledHouse {
    // A device that is dark at rest closes nothing, so nothing can feed it through its own contact.
    let lit = state === 'idle' || this.settle('idle').lit;
    for (;;) {
      const closed = this.closed(state, lit);
      const { found, sealed } = this.settledCoils(closed, lit);
      // A board's fuse opens for good: a call that shorts the winding leaves nothing to read in it.
      const opened = this.transformers.findIndex((_, i) => !this.blown.has(i) && found.amps(`fuse-${i}`) > FUSE_AMPS);
      if (opened >= 0) {
        this.blown.add(opened);
        const dead = this.settle(state);
        this.blown.delete(opened);
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

  private acrossCoil(found: Solved, screw: string): number {
    const coil = found.branches.find((b) => b.id === `coil-${screw}`);
    return coil ? found.amps(coil.id) * Math.hypot(coil.r, coil.x) : 0;
  }

  private solved(closed: ReadonlySet<string>, sealed: ReadonlySet<string>, lit: boolean): Solved {
    const branches = this.branches(closed, sealed, lit);
    const plain = solvePhasors(branches, this.reference);
    return {
      branches,
      amps: (id) => abs(plain.amps(id)),
      volts: (a, b) => {
        const with_ = solvePhasors([...branches, { id: 'meter', a, b, r: METER_OHMS, x: 0 }], this.reference);
        return abs(with_.amps('meter')) * METER_OHMS;
      },
    };
  }

  /** What a hand meter shows, V. */
  reads(state: string, a: string, b: string): number {
    const volts = this.settle(state).volts(a, b);
    return Math.max(0, Math.round(volts * this.gain * (1 + this.draw([-0.004, 0.004])) * 10) / 10);
  }

  /** What an ohmmeter shows with every supply off, Ω: direct current from the meter, nothing called, no fuse gone. */
  ohms(a: string, b: string): number {
    const direct = this.branches(this.closed('off', false), new Set(), false)
      .filter((branch) => branch.r > 0)
      .map(({ id, a: from, b: to, r }): Branch => ({ id, a: from, b: to, r, x: 0 }));
    const meter: Branch = { id: 'meter', a, b, r: 1, x: 0, emf: [1, 0] };
    const amps = abs(solvePhasors([...direct, meter], this.reference).amps('meter'));
    return Math.min(MOST_OHMS, amps > 0 ? Math.max(0, 1 / amps - 1) : MOST_OHMS);
  }

  /** The setting that somebody entered otherwise; none where the device is as on the card. */
  setOtherwise(): string | undefined {
    return this.has('calls')[0]?.setting;
  }

  /** Terminals the device sees wired: a path of less than 2 kΩ through a coil to its common side. */
  detected(screws: readonly string[]): string[] {
    const { lit, branches } = this.settle('idle');
    if (!lit) return [];
    return screws.filter((s) => {
      if (s === this.device.hot || s === this.device.common || s === 'R' || s === 'Rh' || s === 'Rc')
        return this.cores.some((c) => c.wall === s);
      const sense: Branch = { id: 'sense', a: this.hotOf(s), b: `wall.${s}`, r: 20_000, x: 0 };
      return abs(solvePhasors([...branches, sense], this.reference).amps('sense')) * 20_000 > 15;
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
