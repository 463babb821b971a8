/**
 * A plant as it stands and is joined, solved by phasors, dense and plain: it shares nothing with the circuit core and
 * nothing with the plan but the list of what is landed on which terminal of the wiring centre. Each part has its own core
 * to that terminal, so that one core off leaves the others joined.
 */
import type { Wire } from '../../src/core/job/boiler-schema';
import { chanceOf } from '../chance';
import { abs, type Branch, solvePhasors } from '../truth/phasor';
import type { Box, PlantSpec } from './spec';

/** A point of a part, and the terminal of the wiring centre that its core lies on. */
export interface Landing {
  point: string;
  centre: string;
}

/** What is wanted of the plant. */
export interface Wants {
  /** Heating zones from 0. */
  heating: readonly number[];
  water: boolean;
  /** The store is below its thermostat. */
  cold: boolean;
}

export type PlantDefect =
  | { kind: 'core-off'; point: string }
  | { kind: 'exchanged'; p: string; q: string }
  | { kind: 'end-switch'; valve: string; stuck: 'open' | 'closed' }
  | { kind: 'contact-open'; zone: number }
  | { kind: 'store-thermostat'; stuck: 'open' | 'closed' }
  | { kind: 'pump-dead' }
  | { kind: 'spur-off' }
  | { kind: 'link'; a: string; b: string }
  | { kind: 'motor-dead'; valve: string }
  | { kind: 'boiler-dead' };

/** Points by the terminal of the wiring centre that the work list puts their cores on. */
export function landingsOf(wires: readonly Wire[]): Landing[] {
  const out = new Map<string, Landing>();
  for (const { a, b, centre } of wires)
    for (const point of [a, b]) out.set(`${point} ${centre}`, { point, centre: String(centre ?? `${a}-${b}`) });
  return [...out.values()];
}

const CORE_OHMS = 0.03;
const SHUT_OHMS = 0.03;
const SUPPLY_OHMS = 0.3;
const EARTH_OHMS = 0.4;
const METER_OHMS = 10e6;
const NOMINAL = 230;
const OPEN_OHMS = 1e9;
/** A motor or relay works from so much of its volts. */
const WORKS = 0.7;
/** Above this a fuse of the spur opens at once: so many times its rating. */
const BLOWS = 3;
const HEAD_VOLTS = 15;
const LIVE_VOLTS = 50;

/** Volt-amperes and power factor by hand. */
const DRAWS = {
  motor: [6.5, 0.7],
  box: [3, 0.9],
  timer: [3, 0.9],
  /** Electronics of a boiler with a dry input. */
  controls: [6, 0.9],
  call: [0.5, 1],
  relay: [2, 0.6],
  head: [0.1, 1],
} as const;

interface Coil {
  id: string;
  a: string;
  b: string;
  va: number;
  factor: number;
  volts: number;
}

/** The plant in a demand, with everything that pulls in having done so. */
export interface Settled {
  works: ReadonlySet<string>;
  blown: boolean;
  branches: readonly Branch[];
}

/** What somebody standing there sees and feels. */
export interface PlantLooks {
  fires: boolean;
  pump: boolean;
  open: readonly string[];
  port: 'cylinder' | 'middle' | 'radiators' | null;
  toStore: boolean;
  toRadiators: boolean;
}

export class TruthPlant {
  private readonly volts: number;
  private readonly gain: number;
  private readonly landed: readonly Landing[];

  /** @param seed mains and meter of this house; nominal ones without */
  constructor(
    private readonly spec: PlantSpec,
    landed: readonly Landing[],
    private readonly defects: readonly PlantDefect[],
    seed?: number,
  ) {
    const random = seed === undefined ? () => 0.5 : chanceOf(seed);
    this.volts = NOMINAL * (0.95 + 0.1 * random());
    this.gain = 0.99 + 0.02 * random();
    const swaps = this.all('exchanged');
    const stands = (point: string): string => swaps.reduce((at, { p, q }) => (at === p ? q : at === q ? p : at), point);
    this.landed = landed.map((l) => ({ ...l, point: stands(l.point) }));
  }

  private all<K extends PlantDefect['kind']>(kind: K): Extract<PlantDefect, { kind: K }>[] {
    return this.defects.filter((d): d is Extract<PlantDefect, { kind: K }> => d.kind === kind);
  }

  private has(kind: PlantDefect['kind']): boolean {
    return this.all(kind).length > 0;
  }

  /** What pulls in when it has its volts. */
  private coils(): Coil[] {
    const { spec } = this;
    const out: Coil[] = [];
    const coil = (id: string, a: string, b: string, [va, factor]: readonly [number, number], volts = NOMINAL): void => {
      out.push({ id, a, b, va, factor, volts });
    };
    for (const { id, powered, head } of spec.boxes) {
      if (powered) coil(`box:${id}`, `${id}.L`, `${id}.N`, DRAWS.box);
      if (head !== null) coil(`head:${id}`, `${head}.1`, `${head}.2`, DRAWS.head, HEAD_VOLTS);
    }
    if (spec.timer) coil('timer', 'TIMER.L', 'TIMER.N', DRAWS.timer);
    const dead = this.all('motor-dead').map((d) => d.valve);
    for (const v of spec.valves) if (!dead.includes(v)) coil(v, `${v}.brown`, `${v}.blue`, DRAWS.motor);
    if (spec.threePort && !dead.includes('MID')) {
      coil('white', 'MID.white', 'MID.blue', DRAWS.motor);
      coil('grey', 'MID.grey', 'MID.blue', DRAWS.motor);
    }
    if (spec.relay) coil('relay', 'RELAY.A1', 'RELAY.A2', DRAWS.relay);
    if (!this.has('boiler-dead')) {
      if (spec.input === 'live') coil('boiler', 'BOILER.SL', 'BOILER.N', [spec.boilerVA, 0.8]);
      else if (spec.input !== 'bus') {
        coil('controls', 'BOILER.L', 'BOILER.N', DRAWS.controls);
        coil('boiler', 'boiler.inner', 'BOILER.CALL2', DRAWS.call, this.callVolts());
      }
    }
    if (spec.pumpOutside && !this.has('pump-dead')) coil('pump', 'PUMP.L', 'PUMP.N', [spec.pumpVA, 0.65]);
    return out;
  }

  /** What the boiler itself puts on its call pair. */
  private callVolts(): number {
    return this.spec.input === 'low-voltage' ? 24 : NOMINAL;
  }

  private boxContacts(box: Box, wants: Wants, works: ReadonlySet<string>): [string, string][] {
    // A box without its supply holds nothing; a bare contact on a battery needs none.
    if (box.powered && !works.has(`box:${box.id}`)) return [];
    const never = this.all('contact-open').map((d) => d.zone);
    const out = box.heats.flatMap(({ zone, from, to }): [string, string][] =>
      wants.heating.includes(zone) && !never.includes(zone) ? [[from, to]] : [],
    );
    if (box.powered && box.waterOn && wants.water) out.push([`${box.id}.L`, `${box.id}.3`]);
    if (box.powered && box.waterOff && !wants.water) out.push([`${box.id}.L`, `${box.id}.1`]);
    return out;
  }

  private storeContacts(wants: Wants): [string, string][] {
    const { spec } = this;
    const out: [string, string][] = [];
    if (spec.timer && wants.water) out.push(['TIMER.L', 'TIMER.ON']);
    if (spec.timer && spec.threePort && !wants.water) out.push(['TIMER.L', 'TIMER.OFF']);
    if (!spec.thermostat) return out;
    const [bad] = this.all('store-thermostat');
    const calls = bad ? bad.stuck === 'closed' : wants.cold;
    if (calls) out.push(['CYL.COM', 'CYL.CALL']);
    else if (!bad) out.push(['CYL.COM', 'CYL.SAT']);
    return out;
  }

  /** Switches that are shut: what is called, and what has pulled in. @param moving valves have not arrived */
  private shut(wants: Wants, works: ReadonlySet<string>, moving: boolean): [string, string][] {
    const { spec } = this;
    const out = [...spec.boxes.flatMap((box) => this.boxContacts(box, wants, works)), ...this.storeContacts(wants)];
    for (const valve of spec.valves) {
      const bad = this.all('end-switch').find((d) => d.valve === valve);
      if (bad ? bad.stuck === 'closed' : works.has(valve) && !moving) out.push([`${valve}.grey`, `${valve}.orange`]);
    }
    // It has gone over to the radiators alone: its own switch gives the boiler's live from the heating core.
    if (spec.threePort && !moving && works.has('white') && works.has('grey')) out.push(['MID.white', 'MID.orange']);
    if (spec.relay && works.has('relay')) out.push(['RELAY.COM', 'RELAY.NO']);
    const feedsPump = spec.input !== 'bus' && (spec.overrun || spec.kind === 'combination');
    if (feedsPump && works.has('boiler')) out.push(['BOILER.L', 'BOILER.PUMP']);
    return out;
  }

  /** Sources other than the mains: the boiler's own on its call pair, a relay box's on its head's wires. */
  private ownSources(works: ReadonlySet<string>): Branch[] {
    const { spec } = this;
    const out: Branch[] = [];
    // There while the boiler has its supply; off, nothing of it is felt.
    if (spec.input === 'low-voltage' || spec.input === 'volt-free')
      out.push({
        id: 'own',
        a: 'BOILER.CALL1',
        b: 'boiler.inner',
        r: works.has('controls') ? 2 : OPEN_OHMS,
        x: 0,
        emf: [this.callVolts(), 0],
      });
    for (const { id, head } of spec.boxes)
      if (head !== null && works.has(`box:${id}`))
        out.push({ id: `pair:${id}`, a: `${id}.R1`, b: `${id}.R2`, r: 20, x: 0, emf: [HEAD_VOLTS, 0] });
    return out;
  }

  private branches(wants: Wants, works: ReadonlySet<string>, supplied: boolean, moving = false): Branch[] {
    const out: Branch[] = [];
    const resistor = (id: string, a: string, b: string, r: number): void => {
      out.push({ id, a, b, r, x: 0 });
    };
    if (supplied) {
      out.push({ id: 'supply', a: 'meter tails', b: 'SUPPLY.N', r: SUPPLY_OHMS, x: 0, emf: [this.volts, 0] });
      if (!this.has('spur-off')) resistor('fuse', 'meter tails', 'SUPPLY.L', 0.02);
      resistor('earthed', 'SUPPLY.N', 'SUPPLY.E', EARTH_OHMS);
      out.push(...this.ownSources(works));
    }
    const off = this.all('core-off').map((d) => d.point);
    this.landed.forEach(({ point, centre }, i) => {
      if (!off.includes(point)) resistor(`core-${i}`, point, `centre.${centre}`, CORE_OHMS);
    });
    this.shut(wants, works, moving).forEach(([a, b], i) => {
      resistor(`shut-${i}`, a, b, SHUT_OHMS);
    });
    for (const { a, b } of this.all('link')) resistor(`link-${a}-${b}`, a, b, 0.01);
    for (const { id, a, b, va, factor, volts } of this.coils()) {
      const z = volts ** 2 / va;
      out.push({ id, a, b, r: z * factor, x: supplied ? z * Math.sqrt(1 - factor ** 2) : 0 });
    }
    return out;
  }

  /** @param moving valves have been called and have not arrived */
  settle(wants: Wants, moving = false): Settled {
    let works: ReadonlySet<string> = new Set();
    for (let round = 0; round < 16; round++) {
      const branches = this.branches(wants, works, true, moving);
      const { amps, volts } = solvePhasors(branches, 'SUPPLY.N');
      if (abs(amps('fuse')) > this.spec.fuseAmps * BLOWS)
        return { works: new Set(), blown: true, branches: this.branches(wants, new Set(), false) };
      const next = new Set(
        this.coils()
          .filter((c) => {
            const [p, q] = [volts(c.a), volts(c.b)];
            return Math.hypot(p[0] - q[0], p[1] - q[1]) >= WORKS * c.volts;
          })
          .map((c) => c.id),
      );
      const same = next.size === works.size && [...next].every((x) => works.has(x));
      works = next;
      if (same) return { works, blown: false, branches };
    }
    return { works, blown: false, branches: this.branches(wants, works, true, moving) };
  }

  /** A boiler on a data pair fires when the pair is whole and both ends have power. */
  private byBus(wants: Wants): boolean {
    if (this.spec.input !== 'bus' || this.spec.kind !== 'combination' || wants.heating.length === 0) return false;
    const off = this.all('core-off').map((d) => d.point);
    return ['BUS1', 'BUS2'].every((t) =>
      ['RX', 'BOILER'].every((p) => !off.includes(`${p}.${t}`) && this.landed.some((l) => l.point === `${p}.${t}`)),
    );
  }

  looks({ works }: Settled, wants: Wants): PlantLooks {
    const { spec } = this;
    const bus = this.byBus(wants);
    const fires = works.has('boiler') || bus;
    const pump = spec.pumpOutside ? works.has('pump') : fires;
    const [white, grey] = [works.has('white'), works.has('grey')];
    // At rest it sends the water to the store, by white to both, by white and grey to the radiators alone.
    const port = !spec.threePort ? null : white ? (grey ? 'radiators' : 'middle') : grey ? null : 'cylinder';
    const open = spec.valves.filter((v) => works.has(v));
    const flows = fires && pump;
    const gravity = spec.kind === 'gravity';
    const zoned = spec.valves.length > 0;
    return {
      fires,
      pump,
      open,
      port,
      toStore: gravity
        ? fires
        : zoned
          ? pump && open.includes('HW')
          : spec.threePort && flows && (port === 'cylinder' || port === 'middle'),
      toRadiators: zoned
        ? pump && open.some((v) => v !== 'HW')
        : spec.threePort
          ? flows && (port === 'radiators' || port === 'middle')
          : gravity
            ? flows
            : fires,
    };
  }

  /** Every point that a probe can touch. */
  points(): Set<string> {
    const of = [
      ...this.landed.map((l) => l.point),
      ...this.spec.boxes.flatMap((b) => b.heats.flatMap((h) => [h.from, h.to])),
      ...this.coils().flatMap((c) => [c.a, c.b]),
      ...this.spec.valves.flatMap((v) => [`${v}.grey`, `${v}.orange`]),
      'BOILER.SL',
      'BOILER.CALL1',
      'BOILER.CALL2',
      'BOILER.PUMP',
    ];
    return new Set(of.filter((p) => /^[A-Z0-9]+\./.test(p)));
  }

  /** What a meter shows between two points, V. */
  reads({ branches, blown }: Settled, a: string, b: string): number {
    if (blown) return 0;
    const { amps } = solvePhasors([...branches, { id: 'meter', a, b, r: METER_OHMS, x: 0 }], 'SUPPLY.N');
    return abs(amps('meter')) * METER_OHMS * this.gain;
  }

  /** A point has mains on it, to neutral. */
  isLive(settled: Settled, point: string): boolean {
    return this.reads(settled, point, 'SUPPLY.N') > LIVE_VOLTS;
  }

  /** Ohms between two points with the supply off at both poles and nothing called. @param cold the store is */
  ohms(a: string, b: string, cold = true): number {
    const still = this.branches({ heating: [], water: false, cold }, new Set(), false);
    const tried: Branch = { id: 'meter', a, b, r: 1, x: 0, emf: [1, 0] };
    const current = abs(solvePhasors([...still, tried], 'SUPPLY.N').amps('meter'));
    return current < 1e-9 ? OPEN_OHMS : Math.max(0, 1 / current - 1);
  }
}
