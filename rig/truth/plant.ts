/**
 * A plant described from outside: what stands there and what each of its switches does, written down by hand and solved
 * by phasors, dense and plain. Of the job only the list of what is landed on which terminal of the wiring centre is
 * taken: each part's own core to that terminal, so that one core off leaves the others joined.
 */
import { chanceOf } from '../chance';
import { abs, type Branch, solvePhasors } from './phasor';

/** A point of a part, and the terminal of the wiring centre that its core lies on. */
export interface Landing {
  point: string;
  centre: string;
}

export interface PlantWants {
  heat: boolean;
  water: boolean;
  /** The store is below its thermostat. */
  cold: boolean;
}

export type PlantDefect =
  | { kind: 'core-off'; point: string }
  | { kind: 'exchanged'; p: string; q: string }
  | { kind: 'end-switch'; valve: string; stuck: 'open' | 'closed' }
  | { kind: 'contact-open' }
  | { kind: 'store-thermostat'; stuck: 'open' | 'closed' }
  | { kind: 'pump-dead' }
  | { kind: 'spur-off' }
  | { kind: 'unheard' }
  | { kind: 'link'; a: string; b: string }
  | { kind: 'motor-dead'; valve: string }
  | { kind: 'boiler-dead' };

export interface PlantSite {
  name: string;
  job: object;
  kind: 'two-port valves' | 'three-port valve' | 'pair';
  /** Its receiver has buttons that work without the head. */
  buttons: boolean;
}

const CORE_OHMS = 0.03;
const SHUT_OHMS = 0.03;
const SUPPLY_OHMS = 0.3;
const FUSE_AMPS = 3;
const METER_OHMS = 10e6;
const NOMINAL = 230;
/** A motor or relay works from so much of its volts. */
const WORKS = 0.7;

/** Volt-amperes and power factor by hand: motor, boiler's controls and fan, pump, receiver, the boiler's own call. */
const DRAWS: Readonly<Record<string, readonly [number, number]>> = {
  motor: [6.5, 0.7],
  boiler: [110, 0.8],
  pump: [55, 0.65],
  receiver: [3, 0.9],
  call: [0.5, 1],
};

interface Coil {
  id: string;
  a: string;
  b: string;
  draws: keyof typeof DRAWS & string;
  volts?: number;
}

export class TruthPlant {
  private readonly volts: number;
  private readonly gain: number;
  private readonly landed: Landing[];

  constructor(
    private readonly kind: PlantSite['kind'],
    landed: readonly Landing[],
    private readonly defects: readonly PlantDefect[],
    seed: number,
  ) {
    const random = chanceOf(seed);
    this.volts = NOMINAL * (0.95 + 0.1 * random());
    this.gain = 0.99 + 0.02 * random();
    const swaps = defects.filter((d) => d.kind === 'exchanged');
    const stands = (point: string): string => swaps.reduce((at, { p, q }) => (at === p ? q : at === q ? p : at), point);
    this.landed = landed.map((l) => ({ ...l, point: stands(l.point) }));
  }

  private has(kind: PlantDefect['kind']): boolean {
    return this.defects.some((d) => d.kind === kind);
  }

  /** What pulls in when it has its volts. */
  private coils(): Coil[] {
    const motor = (id: string, a: string, b: string): Coil[] =>
      this.defects.some((d) => d.kind === 'motor-dead' && d.valve === id.replace(/:.*/, ''))
        ? []
        : [{ id, a, b, draws: 'motor' }];
    const out: Coil[] = [];
    if (this.kind === 'pair') {
      out.push({ id: 'alive', a: 'BOILER.L', b: 'BOILER.N', draws: 'boiler' });
      out.push({ id: 'boiler', a: 'boiler.inner', b: 'BOILER.CALL2', draws: 'call', volts: 24 });
      return out;
    }
    out.push({ id: 'receiver', a: 'RX.L', b: 'RX.N', draws: 'receiver' });
    if (!this.has('boiler-dead')) out.push({ id: 'boiler', a: 'BOILER.SL', b: 'BOILER.N', draws: 'boiler' });
    if (!this.has('pump-dead')) out.push({ id: 'pump', a: 'PUMP.L', b: 'PUMP.N', draws: 'pump' });
    if (this.kind === 'two-port valves')
      return [...out, ...motor('HW', 'HW.brown', 'HW.blue'), ...motor('CH1', 'CH1.brown', 'CH1.blue')];
    return [...out, ...motor('MID:white', 'MID.white', 'MID.blue'), ...motor('MID:grey', 'MID.grey', 'MID.blue')];
  }

  /** Switches that are shut: what is called, and what has pulled in. */
  private shut(wants: PlantWants, works: ReadonlySet<string>): [string, string][] {
    const out: [string, string][] = [];
    if (this.kind === 'pair') {
      if (wants.heat && !this.has('contact-open')) out.push(['RX.COM', 'RX.NO']);
      return out;
    }
    if (works.has('receiver')) {
      if (wants.heat && !this.has('contact-open')) out.push(['RX.L', 'RX.4']);
      out.push(['RX.L', wants.water ? 'RX.3' : 'RX.1']);
    }
    const thermostat = this.defects.find((d) => d.kind === 'store-thermostat');
    if (thermostat?.kind === 'store-thermostat') {
      if (thermostat.stuck === 'closed') out.push(['CYL.COM', 'CYL.CALL']);
    } else out.push(['CYL.COM', wants.cold ? 'CYL.CALL' : 'CYL.SAT']);
    if (this.kind === 'three-port valve') {
      // It has gone over to the radiators alone: its own switch gives the boiler's live from the heating core.
      if (works.has('MID:white') && works.has('MID:grey')) out.push(['MID.white', 'MID.orange']);
      return out;
    }
    for (const valve of ['HW', 'CH1']) {
      const stuck = this.defects.find((d) => d.kind === 'end-switch' && d.valve === valve);
      const closed = stuck?.kind === 'end-switch' ? stuck.stuck === 'closed' : works.has(valve);
      if (closed) out.push([`${valve}.grey`, `${valve}.orange`]);
    }
    return out;
  }

  private branches(shut: readonly [string, string][], supplied: boolean): Branch[] {
    const out: Branch[] = [];
    const resistor = (id: string, a: string, b: string, r: number): void => {
      out.push({ id, a, b, r, x: 0 });
    };
    if (supplied) {
      out.push({ id: 'supply', a: 'meter tails', b: 'SUPPLY.N', r: SUPPLY_OHMS, x: 0, emf: [this.volts, 0] });
      if (!this.has('spur-off')) resistor('fuse', 'meter tails', 'SUPPLY.L', 0.02);
      resistor('earthed', 'SUPPLY.N', 'SUPPLY.E', 0.4);
    }
    this.landed.forEach(({ point, centre }, i) => {
      if (!this.defects.some((d) => d.kind === 'core-off' && d.point === point))
        resistor(`core-${i}`, point, `centre.${centre}`, CORE_OHMS);
    });
    shut.forEach(([a, b], i) => {
      resistor(`shut-${i}`, a, b, SHUT_OHMS);
    });
    for (const d of this.defects) if (d.kind === 'link') resistor(`link-${d.a}`, d.a, d.b, 0.01);
    for (const c of this.coils()) {
      const [va, factor] = DRAWS[c.draws] ?? [1, 1];
      const z = (c.volts ?? NOMINAL) ** 2 / va;
      out.push({ id: c.id, a: c.a, b: c.b, r: z * factor, x: supplied ? z * Math.sqrt(1 - factor ** 2) : 0 });
    }
    // The boiler's own low voltage behind its pair, there while the boiler has its supply; off, nothing of it is felt.
    if (this.kind === 'pair' && supplied)
      out.push({ id: 'own', a: 'BOILER.CALL1', b: 'boiler.inner', r: 200, x: 0, emf: [24, 0] });
    return out;
  }

  /** The plant in a demand with everything that pulls in having done so. */
  private settle(wants: PlantWants): { works: ReadonlySet<string>; branches: Branch[]; blown: boolean } {
    let works: ReadonlySet<string> = new Set();
    for (let round = 0; round < 12; round++) {
      const branches = this.branches(this.shut(wants, works), true);
      const { amps, volts } = solvePhasors(branches, 'SUPPLY.N');
      if (abs(amps('fuse')) > FUSE_AMPS * 3)
        return { works: new Set(), branches: this.branches([], false), blown: true };
      const next = new Set(
        this.coils()
          .filter((c) => {
            const [p, q] = [volts(c.a), volts(c.b)];
            return Math.hypot(p[0] - q[0], p[1] - q[1]) >= WORKS * (c.volts ?? NOMINAL);
          })
          .map((c) => c.id),
      );
      const same = next.size === works.size && [...next].every((x) => works.has(x));
      works = next;
      if (same) return { works, branches, blown: false };
    }
    return { works, branches: this.branches(this.shut(wants, works), true), blown: false };
  }

  /** What somebody sees in a demand. @param heard it comes from the head, not from buttons */
  looks(wants: PlantWants, heard: boolean): Record<string, boolean> {
    const asked = heard && this.has('unheard') ? { ...wants, heat: false, water: false } : wants;
    const { works } = this.settle(asked);
    const fires = works.has('boiler') && (this.kind !== 'pair' || works.has('alive'));
    const turns = this.kind === 'pair' ? fires : works.has('pump');
    const flows = fires && turns;
    const [white, grey] = [works.has('MID:white'), works.has('MID:grey')];
    const byValve = this.kind === 'three-port valve';
    return {
      fires,
      pump: turns,
      'valve-HW': works.has('HW'),
      'valve-CH1': works.has('CH1'),
      // At rest it sends the water to the store, by white to both, by white and grey to the radiators alone.
      cylinder: flows && (byValve ? !(white && grey) : works.has('HW')),
      radiators: flows && (byValve ? white : this.kind === 'pair' || works.has('CH1')),
    };
  }

  /** What a meter shows between two points in a demand, V. */
  reads(wants: PlantWants, heard: boolean, a: string, b: string): number {
    const asked = heard && this.has('unheard') ? { ...wants, heat: false, water: false } : wants;
    const { branches, blown } = this.settle(asked);
    if (blown) return 0;
    const { amps } = solvePhasors([...branches, { id: 'meter', a, b, r: METER_OHMS, x: 0 }], 'SUPPLY.N');
    return Math.round(abs(amps('meter')) * METER_OHMS * this.gain * 10) / 10;
  }

  /** Ohms between two points with the supply off at both poles and nothing called. */
  ohms(a: string, b: string): number {
    const still = this.branches(this.shut({ heat: false, water: false, cold: true }, new Set()), false);
    const tried: Branch = { id: 'meter', a, b, r: 1, x: 0, emf: [1, 0] };
    const { amps } = solvePhasors([...still, tried], 'SUPPLY.N');
    const current = abs(amps('meter'));
    return current < 1e-9 ? 1e9 : Math.max(0, Math.round((1 / current - 1) * 100) / 100);
  }
}
