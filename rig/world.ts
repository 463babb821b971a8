/**
 * The virtual house: wiring with or without faults, a thermostat with its own set-up state and delays, equipment that
 * runs when its coils pull in, air that warms and cools. Where each core goes is the work list's; what stands at its
 * other end the house has from the survey, on its own (rig/house), so that a plan that read it wrongly meets it here.
 */
import { derive } from '../src/core/derive';
import type { DeviceSheet } from '../src/core/devices/sheet';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import { standingReadings } from '../src/core/job/readings';
import type { Job, LowVoltageJob } from '../src/core/job/schema';
import { ACTION } from '../src/core/lowvoltage/accessories/plan';
import type { Letters } from '../src/core/lowvoltage/candidates';
import { everyFault } from '../src/core/lowvoltage/diagnose';
import type { Fault } from '../src/core/lowvoltage/faults/fault';
import { RIG_NAME, RIG_VERSION, type RigState } from '../src/core/rig/protocol';
import type { TerminalRole } from '../src/core/survey/terminals.data';
import { type Accessory, accessoryOutputs, type Moment, type Thermostat, wantedRoles } from './control';
import { HouseAir, type OwnFan } from './house/air';
import { houseAsWired } from './house/as-wired';
import { HouseCircuit } from './house/circuit';
import type { Equipment } from './house/equipment';
import { RigError } from './rig-error';

export interface WorldOptions {
  /** Ids of `faults()`. */
  faults?: readonly string[];
  outdoorCelsius?: number;
  roomCelsius?: number;
  /** Faults that no list knows, put in beside the listed ones. */
  unlisted?: readonly Fault[];
  /** Which of the houses that the survey allows; the middle of them without. */
  seed?: number | undefined;
}

const HOT_ROLES: readonly (TerminalRole | undefined)[] = ['hot', 'hot-cool', 'hot-heat'];

/** With what somebody saw the equipment start its own blower. */
function ownFanOf({ survey }: LowVoltageJob, equipment: Equipment): OwnFan {
  const { electricHeat, wet, valve } = equipment;
  const { fanStartedBy, fanWithCooling } = survey.equipment;
  const seen = fanStartedBy === 'equipment';
  return { heating: (electricHeat || wet || valve !== null) && seen, cooling: fanWithCooling === 'own' };
}

/** What somebody has seen of the letters stands over what readings say of them. */
const settledBy = (letters: Letters, job: LowVoltageJob): LowVoltageJob => ({
  ...job,
  survey: { ...job.survey, seen: { ...letters, ...job.survey.seen } },
});

/** Volts of R to C with nothing called, as somebody read them there before a proof began. */
function restingVolts(job: LowVoltageJob): { a: string; b: string; volts: number } | null {
  const hot = /\.R[ch]?$/;
  const last = standingReadings(job)
    .filter((r) => r.quantity === 'volts-ac' && r.state === 'idle' && r.stop !== 'proof')
    .filter(({ a = '', b = '' }) => (hot.test(a) && b.endsWith('.C')) || (hot.test(b) && a.endsWith('.C')))
    .at(-1);
  return last?.a && last.b ? { a: last.a, b: last.b, volts: last.value } : null;
}

export class World {
  private readonly circuit: HouseCircuit;
  private readonly air: HouseAir;
  private readonly equipment: Equipment;
  private readonly sheet: DeviceSheet;
  private readonly hidden: readonly Fault[];
  private readonly possible: readonly Fault[];
  /** What was entered into the device, by canonical setting. */
  private settings: Record<string, string>;
  private readonly name: string;
  private readonly accessories: Accessory[];
  private readonly outdoorCelsius: number;
  private seconds = 0;
  private rate = 1;
  private startLeft: number;
  private restLeft: number;
  private thermostat: Thermostat = {
    mode: 'off',
    fan: 'auto',
    heatCelsius: 20,
    coolCelsius: 24.5,
    heatBy: 'compressor',
    accessories: [],
  };
  private powered = false;

  constructor(kept: Job, options: WorldOptions = {}) {
    const { faults = [], outdoorCelsius = 24, roomCelsius = 21, unlisted = [], seed } = options;
    const d = ownOf(derive(kept), '24v');
    const job = settledBy(d.candidates.settled, seenAs(kept, '24v'));
    if (!d.sheet || !d.installed || !d.wiring || d.predictionsOf !== 'plan') {
      throw new RigError(
        'This job has no plan to build a house from: it needs a readable survey, a device and a way to power it.',
      );
    }
    const house = houseAsWired(job, d.sheet, d.wiring);
    this.sheet = d.sheet;
    this.equipment = house.equipment;
    this.accessories = d.wiring.accessories.map((a) => ({
      kind: a.accessory.kind,
      terminal: a.terminals[0] ?? 'Q1',
      reversed: a.accessory.output === 'reversed',
      needsFan: a.needsFan,
      verb: ACTION[a.accessory.kind],
    }));
    this.settings = Object.fromEntries(d.settings.canonical.map((s) => [s.key, job.setUp.chosen[s.key] ?? s.value]));
    this.name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'a house';
    this.possible = everyFault(job, d);
    const known = new Map(this.possible.map((f) => [f.id, f]));
    const listed = faults.map((id) => {
      const fault = known.get(id);
      if (!fault) throw new RigError(`faults: this house cannot have "${id}"`);
      return fault;
    });
    this.hidden = [...listed, ...unlisted];
    // What was entered otherwise this house's own device acts on; the wires stay as they are.
    for (const { setting } of this.hidden) if (setting) this.settings[setting.key] = setting.value;
    const installed = this.hidden
      .filter((f) => !f.setting)
      .reduce((before, fault) => fault.apply(before), house.installed);
    const { loadVA = {} } = job.survey.equipment;
    this.circuit = new HouseCircuit(house.installed, installed, seed, {
      labels: new Set(Object.keys(loadVA).map((id) => `load:${id}`)),
      run: job.survey.cables.main.metres !== undefined,
      read: restingVolts(job),
    });
    this.outdoorCelsius = outdoorCelsius;
    this.air = new HouseAir(this.circuit, house.equipment, ownFanOf(job, house.equipment), outdoorCelsius, roomCelsius);
    this.startLeft = this.sheet.firstStartSeconds;
    this.restLeft = this.restSeconds();
    this.settle();
  }

  /** Faults this house could have, by id and name. */
  faults(): { id: string; name: string }[] {
    return this.possible.map(({ id, name }) => ({ id, name }));
  }

  /** Terminals the device reports: those it was told of by hand, and those that a load's path pulls to the common side. */
  private detected(): string[] {
    if (!this.powered || this.startLeft > 0) return [];
    const { circuit } = this;
    const hots = this.sheet.terminals.filter((t) => HOT_ROLES.includes(t.role)).map((t) => t.label);
    // Each transformer's calls return to its own hot: every wired R is tried.
    const live = hots.filter((h) => circuit.landed(h));
    const byHand = (this.settings['terminals.byHand'] ?? '').split(' ');
    return this.sheet.terminals
      .map((t) => t.label)
      .filter((label) => {
        if (hots.includes(label)) return circuit.landed(label);
        // Entered by hand: reported whatever the device sees.
        if (byHand.includes(label)) return true;
        return circuit.landed(label) && (circuit.calls.includes(label) || circuit.pulled(label, live));
      });
  }

  private wantedCalls(): string[] {
    if (!this.powered || this.startLeft > 0) return [];
    const { wired } = this.circuit;
    const { valve, dual, closes } = this.equipment;
    const now: Moment = {
      thermostat: this.thermostat,
      settings: this.settings,
      accessories: this.accessories,
      roomCelsius: this.air.roomCelsius,
      resting: this.restLeft > 0,
      was: (role) => this.isCalled(role),
      marking: valve,
      valveReversed: wired.valveReversed === true,
      dual,
      closesValve: closes,
    };
    const roles = wantedRoles(now);
    const called = wired.contacts.filter((c) => roles.includes(c.role ?? 'fault')).map((c) => c.to);
    return [...called, ...accessoryOutputs(now)];
  }

  private isCalled(role: TerminalRole): boolean {
    const { wired, calls } = this.circuit;
    return wired.contacts.some((c) => c.role === role && calls.includes(c.to));
  }

  /** Brings calls and circuit into line with the present moment. */
  private settle(): void {
    this.circuit.blow();
    const before = this.powered;
    this.powered = this.circuit.deviceAlive();
    if (!this.powered) {
      this.startLeft = this.sheet.firstStartSeconds;
      this.restLeft = this.restSeconds();
      this.circuit.setCalls([]);
      return;
    }
    if (!before) this.startLeft = Math.max(this.startLeft, this.sheet.firstStartSeconds);
    const cooling = this.isCalled('cool1');
    this.circuit.setCalls(this.wantedCalls());
    if (cooling && !this.isCalled('cool1')) this.restLeft = this.restSeconds();
  }

  private stepOne(dt: number): void {
    if (this.startLeft > 0 && this.powered) this.startLeft = Math.max(0, this.startLeft - dt);
    if (this.restLeft > 0 && this.powered) this.restLeft = Math.max(0, this.restLeft - dt);
    this.settle();
    this.air.step(dt);
    this.seconds += dt;
  }

  /** Runs the house on; control and equipment act every second, as they would. */
  advance(seconds: number): void {
    let left = seconds;
    while (left > 1e-9) {
      const dt = Math.min(1, left);
      this.stepOne(dt);
      left -= dt;
    }
  }

  clockRate(): number {
    return this.rate;
  }

  setRate(rate: number): void {
    this.rate = rate;
  }

  setSupply(on: boolean): void {
    this.circuit.setSupply(on);
    this.settle();
    this.settle();
  }

  private restSeconds(): number {
    const set = Number(this.settings['compressor.rest']);
    return Number.isFinite(set) ? set : this.sheet.compressorRestSeconds;
  }

  setSettings(settings: Record<string, string>): void {
    if (!this.powered) throw new RigError('The display is dark: nothing can be set.');
    const unknown = Object.keys(settings).find((k) => !(k in this.settings));
    if (unknown !== undefined) throw new RigError(`settings: this device has no "${unknown}"`);
    this.settings = { ...this.settings, ...settings };
    this.settle();
  }

  setThermostat(change: Partial<Thermostat>): void {
    if (!this.powered) throw new RigError('The display is dark: nothing can be set.');
    this.thermostat = { ...this.thermostat, ...change };
    this.settle();
  }

  /** Moves or reseats one end of a conductor. Anything but the supply off is noted by the drill later. */
  moveConductor(id: string, end: 'wall' | 'board', terminal: string | null, reseat: boolean): void {
    this.circuit.move(id, end, terminal, reseat);
    this.settle();
    this.settle();
  }

  probe(a: string, b: string, meterOhms?: number, kind: 'volts' | 'ohms' = 'volts'): number {
    return kind === 'ohms' ? this.circuit.ohms(a, b) : this.circuit.volts(a, b, meterOhms);
  }

  state(): RigState {
    const { supply, ret } = this.air.now();
    const blower = this.air.blowerRuns();
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: Math.round(this.seconds),
      rate: this.rate,
      house: this.name,
      supplyOn: this.circuit.supply,
      display: !this.powered ? 'dark' : this.startLeft > 0 ? 'starting' : 'lit',
      detected: this.detected(),
      mode: this.thermostat.mode,
      fan: this.thermostat.fan,
      heatCelsius: this.thermostat.heatCelsius,
      coolCelsius: this.thermostat.coolCelsius,
      settings: this.settings,
      calling: [...this.circuit.calls],
      restSeconds: Math.round(this.restLeft),
      running: [...this.circuit.running().filter((r) => r !== 'blower'), ...(blower ? ['blower'] : [])],
      roomCelsius: this.air.roomCelsius,
      supplyCelsius: supply,
      returnCelsius: ret,
      outdoorCelsius: this.outdoorCelsius,
      hiddenFaults: this.hidden.length,
      shows: { 'heat.joules': Math.round(this.air.heatJoules), 'fuse.open': this.circuit.fuse === 'open' },
    };
  }
}
