/**
 * The virtual floor: mats in a slab that warms as the floor model says, a probe of its true type, and
 * a thermostat with its own set-up, which may be wrong. A built floor is never quite the one on the
 * form: this one is a little heavier and loses a little less.
 */

import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import { scaled } from '../src/core/floor/fit';
import { latestOhms, ratedOhms } from '../src/core/floor/load';
import {
  type Around,
  type FloorModel,
  type FloorState,
  floorHouse,
  floorInputs,
  floorNetwork,
  surfaceCelsius,
} from '../src/core/floor/model';
import type { SensorMode } from '../src/core/floor/run';
import type { FloorSheet } from '../src/core/floor/sheet';
import { celsiusAt, OPEN_OHMS, ohmsAt, PROBE_TYPES, probeName, probeState } from '../src/core/floor/thermistor';
import type { ProbeType } from '../src/core/job/floor-schema';
import type { FloorJob, Job } from '../src/core/job/schema';
import { type FloorRigState, RIG_NAME, RIG_VERSION, type RigState, type SetFloor } from '../src/core/rig/protocol';
import { settledValue } from '../src/core/settings/card';
import type { Step } from '../src/core/thermal/expm';
import { moved, transitionOf } from '../src/core/thermal/network';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/figure';
import { RigError } from './rig-error';

const TICK_SECONDS = 10;
const TRUE_MASS = 1.12;
const TRUE_LOSS = 0.94;
/** A suppressor across open contacts. */
const LEAK_VOLTS = 4.2;
/** What the device's own meter is off by. */
const METER_GAIN = 0.985;

interface FloorFault {
  id: string;
  name: string;
  halfVolts?: boolean;
  groundFault?: boolean;
  brokenMat?: boolean;
  series?: boolean;
  probe?: 'open' | 'short';
  stuck?: boolean;
  settings?: Record<string, string>;
}

function faultsOf(sheet: FloorSheet, type: ProbeType, mats: number): FloorFault[] {
  const other = sheet.factoryProbe === type ? sheet.probes.find((t) => t !== type) : sheet.factoryProbe;
  return [
    ...(other
      ? [
          {
            id: 'probe-type',
            name: `probe of ${probeName(type)} set as ${probeName(other)}`,
            settings: { 'probe.type': other },
          },
        ]
      : []),
    { id: 'air-mode', name: 'probe ignored: the device obeys the room air', settings: { 'floor.sensor': 'air' } },
    { id: 'ground-fault', name: 'a nick in a mat: leak to earth', groundFault: true },
    { id: 'half-volts', name: 'half the voltage arrives', halfVolts: true },
    {
      id: 'mat-broken',
      name: mats > 1 ? 'one mat’s element is broken' : 'the mat’s element is broken',
      brokenMat: true,
    },
    ...(mats > 1 ? [{ id: 'series', name: 'mats joined in series', series: true }] : []),
    { id: 'probe-open', name: 'probe broken', probe: 'open' as const },
    { id: 'probe-short', name: 'probe shorted', probe: 'short' as const },
    { id: 'relay-stuck', name: 'relay sticks closed', stuck: true },
  ];
}

const isMode = (v: string | undefined): v is SensorMode => v === 'air' || v === 'floor' || v === 'both';

export class FloorWorld {
  private readonly job: FloorJob;
  private readonly sheet: FloorSheet;
  private readonly model: FloorModel;
  private readonly around: Around;
  private readonly step: Pick<Step, 'phi' | 'gamma'>;
  private readonly type: ProbeType;
  private readonly faultList: FloorFault[];
  private readonly hidden: FloorFault[];
  private readonly volts: number;
  private readonly ohms: number;
  private readonly metered: boolean;
  private readonly settings: Record<string, string>;
  private floor: FloorState;
  private setCelsius = 5;
  private limitCelsius: number;
  private probeIn = true;
  private supplyOn = true;
  private tripped = false;
  private relay = false;
  private seconds = 0;
  private rate = 1;

  constructor(kept: Job, faultIds: readonly string[]) {
    const derived = ownOf(derive(kept), 'floor');
    const job = seenAs(kept, 'floor');
    const { sheet } = derived;
    const house = derived.load ? floorHouse(job.survey, derived.load.watts) : null;
    if (!sheet || !derived.load || !house)
      throw new RigError('This job has no floor to build: it needs a device, a supply, mats with volts, and an area.');
    this.job = job;
    this.sheet = sheet;
    this.around = house.around;
    this.type = derived.probe.type ?? sheet.factoryProbe;
    const entries = Object.values(job.survey.mats).filter((m) => m.ratedVolts !== undefined);
    this.faultList = faultsOf(sheet, this.type, entries.length);
    this.hidden = faultIds.map((id) => {
      const fault = this.faultList.find((f) => f.id === id);
      if (!fault) throw new RigError(`faults: this floor cannot have "${id}"`);
      return fault;
    });
    this.volts = derived.load.supplyVolts * (this.has('halfVolts') ? 0.5 : 1);
    const each = entries.map(
      (m) => latestOhms(m) ?? ratedOhms({ ratedWatts: m.ratedWatts, ratedVolts: m.ratedVolts ?? 1 }),
    );
    const whole = this.has('brokenMat') ? each.slice(1) : each;
    this.ohms = this.has('series')
      ? whole.reduce((sum, r) => sum + r, 0)
      : whole.length === 0
        ? Number.POSITIVE_INFINITY
        : 1 / whole.reduce((sum, r) => sum + 1 / r, 0);
    this.model = scaled({ ...house.model, watts: this.volts ** 2 / this.ohms }, TRUE_MASS, TRUE_LOSS);
    this.floor = house.start;
    this.step = transitionOf(floorNetwork(this.model), TICK_SECONDS);
    this.metered = sheet.load === 'measured' && !derived.contactor;
    // Set up as the card says, but for what a fault set differently.
    this.settings = {
      ...Object.fromEntries(derived.settings.canonical.map((s) => [s.key, settledValue(job, s)])),
      ...Object.assign({}, ...this.hidden.map((f) => f.settings ?? {})),
    };
    this.limitCelsius = Number(this.settings['floor.limit'] ?? 35);
  }

  faults(): { id: string; name: string }[] {
    return this.faultList.map(({ id, name }) => ({ id, name }));
  }

  private mode(): SensorMode {
    const m = this.settings['floor.sensor'];
    return isMode(m) ? m : 'floor';
  }

  private setType(): ProbeType {
    return PROBE_TYPES.find((t) => t === this.settings['probe.type']) ?? this.sheet.factoryProbe;
  }

  private probeOhms(): number {
    const wrong = this.hidden.find((f) => f.probe)?.probe;
    if (!this.probeIn || wrong === 'open') return OPEN_OHMS * 10;
    return wrong === 'short' ? 0.6 : ohmsAt(this.type, this.floor[3] ?? 20);
  }

  /** What the device shows; null while it says that its probe is broken. */
  private shown(): number | null {
    const ohms = this.probeOhms();
    return probeState(ohms) === 'reads' ? Math.round(celsiusAt(this.setType(), ohms) * 10) / 10 : null;
  }

  /** The device's decision, every ten seconds. */
  private decide(): void {
    const live = this.supplyOn && !this.tripped;
    const shown = this.shown();
    const mode = this.mode();
    const seen = mode === 'floor' ? shown : (this.floor[1] ?? 20);
    const half = this.sheet.differentialKelvin / 2;
    let on = this.relay;
    if (seen === null || (mode !== 'air' && shown === null)) on = false;
    else {
      if (seen < this.setCelsius - half) on = true;
      else if (seen > this.setCelsius + half) on = false;
      if (mode !== 'air' && shown !== null && shown >= this.limitCelsius) on = false;
    }
    if (this.hidden.some((f) => f.stuck)) on = true;
    this.relay = live && on;
    // A leak trips as soon as the mat is live.
    if (this.relay && this.hidden.some((f) => f.groundFault)) {
      this.tripped = true;
      this.relay = false;
    }
  }

  set(change: SetFloor): void {
    const { settings, setCelsius, limitCelsius, probe, groundFault } = change;
    for (const [key, value] of Object.entries(settings ?? {})) {
      if (!this.sheet.settings.some((s) => s.setting === key))
        throw new RigError(`settings: ${this.sheet.name} has no "${key}"`);
      this.settings[key] = value;
      if (key === 'floor.limit') this.limitCelsius = Number(value);
    }
    if (setCelsius !== undefined) this.setCelsius = setCelsius;
    if (limitCelsius !== undefined) this.limitCelsius = limitCelsius;
    if (probe !== undefined) {
      if (this.supplyOn) throw new RigError('probe: supply off before its cores are touched');
      this.probeIn = probe === 'in';
    }
    if (groundFault === 'test') {
      this.tripped = true;
      this.relay = false;
    }
    if (groundFault === 'reset') this.tripped = false;
    this.decide();
  }

  setSupply(on: boolean): void {
    this.supplyOn = on;
    this.relay = false;
  }

  advance(seconds: number): void {
    for (let left = seconds; left > 1e-9; left -= TICK_SECONDS) {
      this.decide();
      this.move();
    }
    this.decide();
  }

  private move(): void {
    this.seconds += TICK_SECONDS;
    this.floor = moved(this.step, this.floor, floorInputs(this.around, this.relay ? this.model.watts : 0));
  }

  clockRate(): number {
    return this.rate;
  }
  setRate(rate: number): void {
    this.rate = rate;
  }

  /** Volts between two points, or the ohms of what is between them with the supply off. */
  probe(a: string, b: string, kind: 'volts' | 'ohms'): number {
    const pair = [a, b].sort().join(' ');
    const known = ['HEATER.1 HEATER.2', 'SUPPLY.L SUPPLY.N', 'PROBE.1 PROBE.2'];
    if (!known.includes(pair)) throw new RigError(`probe: there is no pair "${a}" and "${b}": ${known.join(', ')}`);
    if (kind === 'ohms') {
      if (this.supplyOn && pair !== 'PROBE.1 PROBE.2') throw new RigError('probe: ohms with the supply off only');
      return pair === 'PROBE.1 PROBE.2' ? this.probeOhms() : Math.min(this.ohms, OPEN_CIRCUIT_OHMS);
    }
    if (pair === 'PROBE.1 PROBE.2' || !this.supplyOn || this.tripped) return 0;
    if (pair === 'SUPPLY.L SUPPLY.N') return this.volts;
    return this.relay ? this.volts : LEAK_VOLTS;
  }

  private has(key: keyof FloorFault): boolean {
    return this.hidden.some((f) => f[key] === true);
  }

  floorState(): FloorRigState {
    const amps = this.relay && Number.isFinite(this.ohms) ? this.volts / this.ohms : 0;
    return {
      relayClosed: this.relay,
      tripped: this.tripped,
      amps: Math.round(amps * 100) / 100,
      loadShownWatts: this.metered ? Math.round(amps * this.volts * METER_GAIN) : null,
      shownCelsius: this.shown(),
      probeOhms: Math.round(this.probeOhms()),
      probe: this.probeIn ? 'in' : 'out',
      setCelsius: this.setCelsius,
      limitCelsius: this.limitCelsius,
      sensor: this.mode(),
      probeType: this.setType(),
      surfaceCelsius: Math.round(surfaceCelsius(this.model, this.floor) * 10) / 10,
    };
  }

  state(): RigState {
    const floor = this.floorState();
    const room = Math.round((this.floor[1] ?? 20) * 10) / 10;
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: this.seconds,
      rate: this.rate,
      house: [this.job.site.name, this.job.zone].filter(Boolean).join(', ') || 'a house',
      supplyOn: this.supplyOn,
      display: this.supplyOn && !this.tripped ? 'lit' : 'dark',
      detected: [],
      mode: 'heat',
      fan: 'auto',
      heatCelsius: this.setCelsius,
      coolCelsius: 45,
      settings: { ...this.settings },
      calling: this.relay ? ['heater'] : [],
      restSeconds: 0,
      running: this.relay && floor.amps > 0 ? ['floor'] : [],
      roomCelsius: room,
      supplyCelsius: room,
      returnCelsius: room,
      outdoorCelsius: this.job.survey.outdoorCelsius ?? 5,
      hiddenFaults: this.hidden.length,
      floor,
    };
  }
}
