/**
 * The virtual room with electric heaters. Its voltages are worked out by hand from the two legs, the contacts and the
 * ohms, not by the circuit that predicts them: a house must not agree with a mistake of the plan.
 */
import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import { coresOf } from '../src/core/heater/circuit';
import { roomOf } from '../src/core/heater/room';
import type { HeaterSheet } from '../src/core/heater/sheet';
import type { HeaterJob } from '../src/core/heater/survey-job';
import type { Job } from '../src/core/job/schema';
import { RIG_NAME, RIG_VERSION, type RigState } from '../src/core/rig/protocol';
import { type House, type HouseState, stepHouse } from '../src/core/thermal/two-node';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/figure';
import type { Appliance } from './appliance';
import { RigError } from './rig-error';

const TICK_SECONDS = 5;
/** A built room is a little heavier and loses a little less than the one on the form. */
const TRUE_MASS = 1.1;
const TRUE_LOSS = 0.93;
const FAN_RUN_ON_SECONDS = 90;
const LEAK_AMPS = 0.008;
const OPEN_WINDOW = 40;

interface HeaterFault {
  id: string;
  name: string;
}

/** A voltage with its phase. */
interface Phasor {
  re: number;
  im: number;
}
const EARTH: Phasor = { re: 0, im: 0 };
const minus = (a: Phasor, b: Phasor): number => Math.hypot(a.re - b.re, a.im - b.im);
const mix = (a: Phasor, b: Phasor, share: number): Phasor => ({
  re: a.re + (b.re - a.re) * share,
  im: a.im + (b.im - a.im) * share,
});

export class HeaterWorld implements Appliance {
  private readonly job: HeaterJob;
  private readonly sheet: HeaterSheet;
  private readonly faultList: HeaterFault[];
  private readonly hidden: ReadonlySet<string>;
  private readonly legs: [Phasor, Phasor];
  private readonly twoHots: boolean;
  private readonly loop: boolean;
  private readonly units: { id: string; ohms: number; fan: boolean }[];
  private readonly room: House | null;
  /** Core or terminal to the node it is. */
  private readonly nodes: ReadonlyMap<string, 's1' | 's2' | 'l1' | 'l2'>;
  private air: HouseState;
  private readonly outdoorCelsius: number;
  private setCelsius = 5;
  private calling = false;
  private sinceCall = 1e6;
  private supplyOn = true;
  private tripped = false;
  private fanSeconds = 0;
  private seconds = 0;
  private rate = 1;

  constructor(kept: Job, faultIds: readonly string[]) {
    const d = ownOf(derive(kept), 'heater');
    this.job = seenAs(kept, 'heater');
    const { circuit, wall } = d;
    const cores = coresOf(wall);
    if (!circuit || !cores || wall.volts === null)
      throw new RigError('This job has no heaters to build: cables, nameplates and a device that fits this wall.');
    this.sheet = circuit.sheet;
    this.loop = wall.kind === 'two-core';
    this.twoHots = wall.twoHots ?? false;
    this.units = circuit.load.units.map((u) => ({
      id: u.id,
      ohms: u.ratedVolts ** 2 / u.ratedWatts,
      fan: u.kind === 'fan',
    }));
    this.faultList = faultsOf(
      circuit.sheet,
      this.units.length,
      this.loop,
      this.twoHots,
      this.units.some((u) => u.fan),
      this.job.survey.groundFault === 'upstream',
      roomOf(this.job.survey) !== null,
    );
    for (const id of faultIds)
      if (!this.faultList.some((f) => f.id === id)) throw new RigError(`faults: these heaters cannot have "${id}"`);
    this.hidden = new Set(faultIds);
    const v = wall.volts * (this.hidden.has('half-volts') ? 0.5 : 1);
    const third = Math.round(wall.volts / 8) === 26;
    this.legs = !this.twoHots
      ? [{ re: v, im: 0 }, EARTH]
      : third
        ? [
            { re: v / Math.sqrt(3), im: 0 },
            { re: -v / Math.sqrt(12), im: v / 2 },
          ]
        : [
            { re: v / 2, im: 0 },
            { re: -v / 2, im: 0 },
          ];
    const nodes = new Map<string, 's1' | 's2' | 'l1' | 'l2'>();
    const [s1, s2] = cores.supply;
    const [l1, l2] = cores.load;
    if (!this.loop) {
      nodes.set(s2, 's2');
      nodes.set(l2, 'l2');
    }
    nodes.set(s1, 's1');
    nodes.set(l1, 'l1');
    // The neutral core of a hot and neutral pair may be the first: the hot one is what the legs begin with.
    const first = this.job.survey.cables[wall.supply?.id ?? ''];
    if (!this.loop && !this.twoHots && (first?.firstToEarth ?? 1e3) < (first?.secondToEarth ?? 0)) {
      nodes.set(s1, 's2');
      nodes.set(s2, 's1');
    }
    for (const t of d.terminals) {
      const node = t.core === null ? undefined : nodes.get(`cable.${t.core}`);
      if (node) nodes.set(`terminal.${t.terminal}`, node);
    }
    this.nodes = nodes;
    const room = roomOf(this.job.survey);
    this.room = room && {
      ...room,
      massCapacity: room.massCapacity * TRUE_MASS,
      toOutdoors: room.toOutdoors * TRUE_LOSS * (this.hidden.has('window') ? OPEN_WINDOW : 1),
    };
    const start = this.job.survey.roomCelsius ?? 18;
    this.air = { airCelsius: start, massCelsius: start };
    this.outdoorCelsius = this.job.survey.outdoorCelsius ?? 5;
  }

  faults(): { id: string; name: string }[] {
    return this.faultList;
  }

  private has(id: string): boolean {
    return this.hidden.has(id);
  }

  private powered(): boolean {
    return this.supplyOn && !this.tripped && !this.has('exchanged');
  }

  /** The first contact, the second where there is one. */
  private contacts(): { first: boolean; second: boolean } {
    const stuck = this.has('stuck') || this.has('second-device');
    const called = this.powered() && this.calling && this.sinceCall >= this.sheet.waitSeconds;
    const first = stuck || called;
    const second = this.sheet.poles === 2 ? first || this.has('leg-unbroken') : true;
    return { first, second };
  }

  private ohms(): number {
    const whole = this.has('cut-out') ? this.units.slice(1) : this.units;
    if (whole.length === 0) return Number.POSITIVE_INFINITY;
    return this.has('series') ? whole.reduce((s, u) => s + u.ohms, 0) : 1 / whole.reduce((s, u) => s + 1 / u.ohms, 0);
  }

  private joint(): number {
    return this.has('warm-joint') ? 0.3 * this.ohms() : 0;
  }

  /** Volts of each conductor as it arrives at the box. */
  private arrives(): [Phasor, Phasor] {
    const live = (this.supplyOn && !this.tripped) || this.has('other-breaker');
    const stays = live || this.has('one-pole-breaker');
    return [live ? this.legs[0] : EARTH, stays ? this.legs[1] : EARTH];
  }

  private amps(): number {
    const { first, second } = this.contacts();
    const [l, n] = this.arrives();
    return first && second ? minus(l, n) / (this.ohms() + this.joint()) : 0;
  }

  /** Potential of a node; null where it hangs on nothing a meter could read. */
  private potential(node: 's1' | 's2' | 'l1' | 'l2' | 'h1' | 'h2'): Phasor | null {
    const [l, n] = this.arrives();
    const { first, second } = this.contacts();
    const whole = this.ohms();
    const total = whole + this.joint();
    const onward = Number.isFinite(total);
    switch (node) {
      case 's1':
        return l;
      case 's2':
        return n;
      case 'l1':
        if (first) return l;
        return second && onward ? n : null;
      case 'l2':
        if (second) return n;
        return first && onward ? l : null;
      case 'h1':
        // Behind the joint, where there is one.
        if (first && second && onward) return mix(l, n, this.joint() / total);
        return this.potential('l1');
      default:
        return this.potential('l2');
    }
  }

  act(change: Readonly<Record<string, string | number | boolean>>): void {
    for (const [key, value] of Object.entries(change)) {
      if (key === 'setCelsius' && typeof value === 'number' && value >= 5 && value <= 40) this.setCelsius = value;
      else if (key === 'groundFault' && (value === 'test' || value === 'reset')) this.tripped = value === 'test';
      else
        throw new RigError(
          `act: ${key} ${String(value)} cannot be done here: setCelsius 5 to 40, groundFault test or reset`,
        );
    }
    this.decide();
  }

  setSupply(on: boolean): void {
    this.supplyOn = on;
    this.decide();
  }

  private decide(): void {
    const calls = this.powered() && this.air.airCelsius < this.setCelsius - 0.25 && !this.has('too-little');
    if (calls !== this.calling) {
      // A fan heater blows its element cold.
      if (!calls && this.amps() > 0.1 && !this.has('fan-stops')) this.fanSeconds = FAN_RUN_ON_SECONDS;
      this.calling = calls;
      this.sinceCall = 0;
    }
    if (this.amps() > 0.1 && this.has('earth-leak')) this.tripped = true;
  }

  advance(seconds: number): void {
    for (let left = seconds; left > 1e-9; left -= TICK_SECONDS) {
      this.seconds += TICK_SECONDS;
      this.sinceCall += TICK_SECONDS;
      this.fanSeconds = Math.max(0, this.fanSeconds - TICK_SECONDS);
      const watts =
        this.amps() ** 2 * (this.has('cut-out') && this.units.length === 1 ? 0 : Math.min(this.ohms(), 1e9));
      if (this.room) this.air = stepHouse(this.room, this.air, this.outdoorCelsius, watts, TICK_SECONDS);
      this.decide();
    }
  }

  clockRate(): number {
    return this.rate;
  }
  setRate(rate: number): void {
    this.rate = rate;
  }

  /** The node a point is; heaters' ends lie behind the load cable. */
  private at(point: string): Phasor | null {
    if (point === 'earth') return EARTH;
    const heater = /^heater\.([^.]+)\.([12])$/.exec(point);
    if (heater) {
      const i = this.units.findIndex((u) => u.id === heater[1]);
      if (i < 0) throw new RigError(`probe: there is no point "${point}"`);
      const [a, b] = [this.potential('h1'), this.loop ? this.arrives()[1] : this.potential('h2')];
      if (!this.has('series') || a === null || b === null) return heater[2] === '1' ? a : b;
      // In a chain each has its share.
      const before = this.units.slice(0, i + (heater[2] === '1' ? 0 : 1)).reduce((s, u) => s + u.ohms, 0);
      return mix(a, b, before / this.ohms());
    }
    const node = this.nodes.get(point);
    if (!node) throw new RigError(`probe: there is no point "${point}" here`);
    return this.potential(node);
  }

  probe(a: string, b: string, _meterOhms: number, kind: 'volts' | 'ohms'): number {
    if (kind === 'ohms') {
      if (this.supplyOn) throw new RigError('probe: ohms with the supply off only');
      const across = [a, b].map((p) => (p.startsWith('heater') ? 'h' : this.nodes.get(p)));
      return across.every((n) => n === 'l1' || n === 'l2' || n === 'h')
        ? Math.min(this.ohms(), OPEN_CIRCUIT_OHMS)
        : OPEN_CIRCUIT_OHMS;
    }
    const [x, y] = [this.at(a), this.at(b)];
    // A core that hangs on nothing takes the other probe's potential through the meter.
    if (x === null || y === null) return 0;
    const leak =
      this.sheet.needs === 'series' && !this.contacts().first && this.supplyOn
        ? LEAK_AMPS * Math.min(this.ohms(), 100)
        : 0;
    const volts = minus(x, y);
    return volts < 1 && a !== 'earth' && b !== 'earth' ? leak : volts;
  }

  state(): RigState {
    const amps = this.amps();
    const lit = this.powered() && !(this.has('too-little') && this.seconds % 20 < 10);
    const heats = amps > 0.1;
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: this.seconds,
      rate: this.rate,
      house: [this.job.site.name, this.job.zone].filter(Boolean).join(', ') || 'a room',
      supplyOn: this.supplyOn,
      display: lit ? 'lit' : 'dark',
      detected: [],
      mode: 'heat',
      fan: 'auto',
      heatCelsius: this.setCelsius,
      coolCelsius: 40,
      settings: {},
      calling: this.calling ? ['heat'] : [],
      restSeconds: 0,
      running: heats ? ['heaters'] : [],
      roomCelsius: Math.round(this.air.airCelsius * 10) / 10,
      supplyCelsius: 0,
      returnCelsius: 0,
      outdoorCelsius: this.outdoorCelsius,
      hiddenFaults: this.hidden.size,
      shows: {
        amps: Math.round(amps * 100) / 100,
        // Shown by its own thermometer, finer than the display.
        roomCelsius: Math.round(this.air.airCelsius * 100) / 100,
        setCelsius: this.setCelsius,
        heating: heats,
        tripped: this.tripped,
        fanRuns: this.units.some((u) => u.fan) && (heats || this.fanSeconds > 0),
      },
    };
  }
}

function faultsOf(
  sheet: HeaterSheet,
  heaters: number,
  loop: boolean,
  twoHots: boolean,
  fan: boolean,
  protectedAhead: boolean,
  room: boolean,
): HeaterFault[] {
  const all: (HeaterFault | false)[] = [
    !loop && sheet.needs !== 'series' && { id: 'exchanged', name: 'supply and load exchanged at the device' },
    sheet.poles === 2 && twoHots && { id: 'leg-unbroken', name: 'one leg is not broken: a welded pole' },
    heaters > 1 && { id: 'series', name: 'heaters in series' },
    { id: 'half-volts', name: 'half the voltage arrives' },
    { id: 'cut-out', name: heaters > 1 ? 'one heater’s cut-out is open' : 'the heater’s cut-out is open' },
    { id: 'warm-joint', name: 'a warm joint on the way to the heaters' },
    { id: 'other-breaker', name: 'the marked breaker is another circuit’s' },
    twoHots && { id: 'one-pole-breaker', name: 'the breaker breaks one pole' },
    { id: 'stuck', name: 'the contact has welded' },
    { id: 'second-device', name: 'another thermostat keeps them on' },
    sheet.needs === 'series' && { id: 'too-little', name: 'too little load for the device to live on' },
    protectedAhead && { id: 'earth-leak', name: 'a heater leaks to earth' },
    fan && { id: 'fan-stops', name: 'the fan stops with the element' },
    room && { id: 'window', name: 'a window stands open' },
  ];
  return all.filter((f): f is HeaterFault => f !== false);
}
