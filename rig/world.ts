/**
 * The virtual house: wiring with or without faults, a thermostat with its own set-up state and
 * delays, equipment that runs when its coils pull in, air that warms and cools. Everything
 * electrical is answered by the circuit core, so a fault looks as it would on a meter.
 */
import { METER_HIGH_OHMS } from '../src/core/circuit/netlist';
import { voltsBetween } from '../src/core/circuit/phasor';
import type { Solution } from '../src/core/circuit/solve';
import { CircuitSolver, meterReading } from '../src/core/circuit/solve';
import { derive } from '../src/core/derive';
import type { DeviceSheet } from '../src/core/devices/sheet';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import type { Job } from '../src/core/job/schema';
import { ACTION } from '../src/core/lowvoltage/accessories/plan';
import { everyFault } from '../src/core/lowvoltage/diagnose';
import { ANOTHER_SUPPLY } from '../src/core/lowvoltage/faults/cores';
import type { Fault } from '../src/core/lowvoltage/faults/fault';
import type { Installed } from '../src/core/lowvoltage/installed';
import { callOf, toNetlist } from '../src/core/lowvoltage/installed';
import { OTHER_THERMOSTAT } from '../src/core/lowvoltage/loads.data';
import { type Predictor, predictor } from '../src/core/lowvoltage/predict';
import { isHeatPump, isWet } from '../src/core/lowvoltage/system';
import { RIG_NAME, RIG_VERSION, type RigState } from '../src/core/rig/protocol';
import type { TerminalRole } from '../src/core/survey/terminals.data';
import { EXAMPLE_HOUSE, type HouseState, stepHouse } from '../src/core/thermal/two-node';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/meter-units';
import { type Accessory, accessoryOutputs, type Moment, type Thermostat, wantedRoles } from './control';
import { RigError } from './rig-error';

/** Nominal figures of the invented equipment. */
const FURNACE_STAGE_WATTS = [9_000, 15_000, 20_000];
const HEATER_STAGE_WATTS = [5_000, 9_000, 12_000];
const HOT_WATER_COIL_WATTS = [6_500];
const COOLING_STAGE_WATTS = [7_000, 10_500];
const AIRFLOW_M3S = 0.42;
const RHO_CP = 1.2 * 1005;
const FURNACE_FAN_ON_SECONDS = 35;
const FURNACE_FAN_OFF_SECONDS = 90;
const IGNITION_SECONDS = 30;
const COIL_SECONDS = 70;
const POWER_OK_VOLTS = 18;

export class World {
  private readonly planned: Installed;
  private installed: Installed;
  private readonly sheet: DeviceSheet;
  private predictor: Predictor;
  private readonly hidden: Fault[];
  private readonly possible: readonly Fault[];
  /** What was entered into the device, by canonical setting. */
  private settings: Record<string, string> = {};
  private readonly electricHeat: boolean;
  private readonly name: string;
  /** The equipment's own valve marking; null where there is no heat pump. */
  private readonly marking: 'O' | 'B' | null;
  private readonly dual: boolean;
  /** Water carries the heat: no air is warmed unless a coil's fan runs. */
  private readonly wet: boolean;
  private readonly closesValve: boolean;
  /** The equipment starts its own blower, by what was seen of it. */
  private readonly ownFan: { heating: boolean; cooling: boolean };
  private readonly accessories: Accessory[];
  private supplyOn = true;
  /** The board's fuse has opened, and stays open until somebody puts in a new one with the supply off. */
  private fuseOpen = false;
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
  private house: HouseState;
  private readonly outdoorCelsius: number;
  private calling: string[] = [];
  private solution: Solution | null = null;
  private burnerSeconds = 0;
  private sinceBurner = 1e6;
  private coilShare = 0;
  private burnerShare = 0;
  private powered = false;
  /** Into the air since the house was loaded. */
  private heatJoules = 0;

  /** @param unlisted faults that no list knows, put in beside the listed ones */
  constructor(
    kept: Job,
    faultIds: readonly string[],
    outdoorCelsius: number,
    roomCelsius: number,
    unlisted: readonly Fault[] = [],
  ) {
    const d = ownOf(derive(kept), '24v');
    const job = seenAs(kept, '24v');
    if (!d.sheet || !d.installed || d.predictionsOf !== 'plan') {
      throw new RigError(
        'This job has no plan to build a house from: it needs a readable survey, a device and a way to power it.',
      );
    }
    this.sheet = d.sheet;
    this.planned = d.installed;
    this.electricHeat = d.system.fuel === 'electric';
    this.marking = isHeatPump(d.system) ? (d.system.reversingValve ?? 'O') : null;
    this.dual = d.system.kind === 'dual-fuel';
    this.wet = isWet(d.system);
    this.closesValve = d.system.closesValve;
    this.ownFan = {
      heating:
        (this.electricHeat || this.wet || this.marking !== null) &&
        (job.survey.equipment.fanStartedBy === 'equipment' || job.answers['heat-fan'] === 'own'),
      cooling: job.answers['y-without-g'] === 'own',
    };
    this.accessories = (d.wiring?.accessories ?? []).map((a) => ({
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
    const listed = faultIds.map((id) => {
      const fault = known.get(id);
      if (!fault) throw new RigError(`faults: this house cannot have "${id}"`);
      return fault;
    });
    this.hidden = [...listed, ...unlisted];
    // What was entered otherwise this house's own device acts on; the wires stay as they are.
    for (const { setting } of this.hidden) if (setting) this.settings[setting.key] = setting.value;
    this.installed = this.hidden
      .filter((f) => !f.setting)
      .reduce((installed, fault) => fault.apply(installed), this.planned);
    this.predictor = predictor(this.installed);
    this.outdoorCelsius = outdoorCelsius;
    this.house = { airCelsius: roomCelsius, massCelsius: roomCelsius };
    this.startLeft = this.sheet.firstStartSeconds;
    this.restLeft = this.restSeconds();
    this.settle();
  }

  /** Faults this house could have, by id and name. */
  faults(): { id: string; name: string }[] {
    return this.possible.map(({ id, name }) => ({ id, name }));
  }

  private solve(): Solution {
    this.solution ??= this.predictor.solver.solve({
      controls: new Set(this.calling.map(callOf)),
      suppliesOff: this.supplyOn
        ? new Set()
        : new Set(this.predictor.solver.kernel.supplyNames.filter((name) => name !== ANOTHER_SUPPLY)),
    });
    return this.solution;
  }

  private has(runs: string): boolean {
    const solution = this.solve();
    return this.predictor.solver.netlist.elements.some(
      (e) => e.kind === 'load' && e.runs === runs && solution.running.has(e.id),
    );
  }

  /** What is wired, with the fuse as it is now. */
  private wired(): Installed {
    const { installed } = this;
    return this.fuseOpen
      ? { ...installed, transformers: installed.transformers.map((t) => ({ ...t, fuseOut: true })) }
      : installed;
  }

  private rewire(): void {
    this.predictor = predictor(this.wired());
    this.solution = null;
  }

  private hasPower(): boolean {
    const { device } = this.installed;
    if (!device) return true;
    const { volts } = this.solve();
    return voltsBetween(volts, `wall.${device.hot}`, `wall.${device.common}`) >= POWER_OK_VOLTS;
  }

  /** A terminal is detected when a load path pulls it to the common side. */
  private detected(): string[] {
    if (!this.powered || this.startLeft > 0) return [];
    const solution = this.solve();
    const hots = this.sheet.terminals
      .filter((t) => t.role === 'hot' || t.role === 'hot-cool' || t.role === 'hot-heat')
      .map((t) => t.label);
    const wired = (label: string): boolean =>
      this.installed.conductors.some((c) => c.wall === label && c.open !== 'wall');
    // Each transformer's calls return to its own hot: every wired R is tried.
    const live = hots.filter((h) => wired(h));
    const byHand = (this.settings['terminals.byHand'] ?? '').split(' ');
    return this.sheet.terminals
      .map((t) => t.label)
      .filter((label) => {
        if (hots.includes(label)) return wired(label);
        // Entered by hand: reported whatever the device sees.
        if (byHand.includes(label)) return true;
        if (!wired(label)) return false;
        if (this.calling.includes(label)) return true;
        return live.some((hot) => {
          const point = this.predictor.solver.probeAll([`wall.${hot}`, `wall.${label}`], solution).at(0, 1);
          return point !== null && meterReading(point, 100e3) > 15;
        });
      });
  }

  private wantedCalls(): string[] {
    if (!this.powered || this.startLeft > 0) return [];
    const now: Moment = {
      thermostat: this.thermostat,
      settings: this.settings,
      accessories: this.accessories,
      roomCelsius: this.house.airCelsius,
      resting: this.restLeft > 0,
      was: (role) => this.isCalled(role),
      marking: this.marking,
      valveReversed: this.installed.valveReversed === true,
      dual: this.dual,
      closesValve: this.closesValve,
    };
    const roles = wantedRoles(now);
    const called = this.installed.contacts.filter((c) => roles.includes(c.role ?? 'fault')).map((c) => c.to);
    return [...called, ...accessoryOutputs(now)];
  }

  private isCalled(role: TerminalRole): boolean {
    return this.installed.contacts.some((c) => c.role === role && this.calling.includes(c.to));
  }

  /** Brings calls and circuit into line with the present moment. */
  private settle(): void {
    if (!this.fuseOpen && this.solve().blownFuses.size > 0) {
      this.fuseOpen = true;
      this.rewire();
    }
    const before = this.powered;
    this.powered = this.hasPower();
    if (!this.powered) {
      this.startLeft = this.sheet.firstStartSeconds;
      this.restLeft = this.restSeconds();
      this.setCalls([]);
      return;
    }
    if (!before) this.startLeft = Math.max(this.startLeft, this.sheet.firstStartSeconds);
    const cooling = this.isCalled('cool1');
    this.setCalls(this.wantedCalls());
    if (cooling && !this.isCalled('cool1')) this.restLeft = this.restSeconds();
  }

  private setCalls(calls: string[]): void {
    if (calls.join() === this.calling.join()) return;
    this.calling = calls;
    this.solution = null;
  }

  private blowerRuns(): boolean {
    if (this.has('blower')) return true;
    // Equipment that starts its own blower does so with its relay, as somebody saw it do.
    if (this.ownFan.heating && this.heatStages() > 0) return true;
    if (this.ownFan.cooling && this.coolStages() > 0) return true;
    if (this.electricHeat || this.wet || (this.marking && !this.dual)) return false;
    return (
      this.burnerSeconds > FURNACE_FAN_ON_SECONDS ||
      (this.sinceBurner < FURNACE_FAN_OFF_SECONDS && this.burnerShare > 0.05)
    );
  }

  private heatStages(): number {
    if (!['burner', 'heater', 'boiler', 'pump'].some((runs) => this.has(runs))) return 0;
    const second = this.has('burner, high') || this.has('heater, second stage');
    const third = this.has('third heat stage') || this.has('heater, third stage');
    return 1 + (second ? 1 : 0) + (third ? 1 : 0);
  }

  private coolStages(): number {
    return this.has('compressor') ? 1 + (this.has('compressor, high') ? 1 : 0) : 0;
  }

  /** +1 when the compressor heats the indoor air, -1 when it cools it. */
  private direction(): 1 | -1 {
    if (!this.marking) return -1;
    const energised = this.has('reversing valve');
    return energised === (this.marking === 'B') ? 1 : -1;
  }

  private air(): { heat: number; supply: number; ret: number } {
    const pump = this.marking !== null && !this.dual;
    const stages = this.wet ? HOT_WATER_COIL_WATTS : pump ? HEATER_STAGE_WATTS : FURNACE_STAGE_WATTS;
    const heating = (stages[this.heatStages() - 1] ?? stages[0] ?? 0) * this.burnerShare;
    const compressor = (COOLING_STAGE_WATTS[this.coolStages() - 1] ?? COOLING_STAGE_WATTS[0] ?? 0) * this.coilShare;
    const high =
      this.coolStages() > 1 ? 1.5 : pump || this.coolStages() > 0 ? 1.35 : this.heatStages() > 1 ? 1.3 : 0.75;
    const flow = this.blowerRuns() ? AIRFLOW_M3S * high : 0;
    // Radiators warm the room without any air stream.
    const radiators = this.wet && flow === 0 ? heating : 0;
    const heat = flow > 0 ? heating + this.direction() * compressor : radiators;
    const ret = this.house.airCelsius;
    return { heat, ret, supply: flow > 0 ? ret + heat / (RHO_CP * flow) : ret };
  }

  private stepOne(dt: number): void {
    if (this.startLeft > 0 && this.powered) this.startLeft = Math.max(0, this.startLeft - dt);
    if (this.restLeft > 0 && this.powered) this.restLeft = Math.max(0, this.restLeft - dt);
    this.settle();
    const stages = this.heatStages();
    this.burnerSeconds = stages > 0 ? this.burnerSeconds + dt : 0;
    this.sinceBurner = stages > 0 ? 0 : this.sinceBurner + dt;
    const burning = stages > 0 && this.burnerSeconds > IGNITION_SECONDS;
    const toward = (share: number, target: number, tau: number): number =>
      target + (share - target) * Math.exp(-dt / tau);
    this.burnerShare = toward(this.burnerShare, burning ? 1 : 0, COIL_SECONDS);
    this.coilShare = toward(this.coilShare, this.coolStages() > 0 ? 1 : 0, COIL_SECONDS);
    const { heat } = this.air();
    this.heatJoules += heat * dt;
    this.house = stepHouse(EXAMPLE_HOUSE, this.house, this.outdoorCelsius, heat, dt);
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
    this.supplyOn = on;
    // Whoever switches off to look at it puts a new fuse in.
    if (!on) this.fuseOpen = false;
    this.rewire();
    this.settle();
    this.solution = null;
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
    if (!this.installed.conductors.some((c) => c.id === id)) throw new RigError(`conductor: there is no "${id}"`);
    this.installed = {
      ...this.installed,
      conductors: this.installed.conductors.map((c) => {
        if (c.id !== id) return c;
        const { open, ...rest } = c;
        const seated = reseat && open === end ? rest : { ...rest, ...(open ? { open } : {}) };
        return { ...seated, [end]: terminal ?? undefined };
      }),
    };
    this.rewire();
    this.settle();
    this.solution = null;
  }

  probe(a: string, b: string, meterOhms = METER_HIGH_OHMS, kind: 'volts' | 'ohms' = 'volts'): number {
    for (const point of [a, b]) {
      if (!this.predictor.solver.has(point) && point !== this.predictor.solver.netlist.ground)
        throw new RigError(`probe: there is no point "${point}"`);
    }
    if (kind === 'ohms' && this.supplyOn) throw new RigError('probe: ohms are read with the supply off');
    if (kind === 'ohms') return this.ohmsBetween(a, b);
    const point = this.predictor.solver.probeAll([a, b], this.solve()).at(0, 1);
    return point ? meterReading(point, meterOhms) : 0;
  }

  /** What an ohmmeter finds: direct current, which neither reactance nor capacitance answers. */
  private ohmsBetween(a: string, b: string): number {
    const { hertz: _mains, ...direct } = toNetlist(this.wired());
    const solver = new CircuitSolver(direct);
    const dead = solver.solve({ controls: new Set(), suppliesOff: new Set(solver.kernel.supplyNames) });
    return Math.min(solver.probeAll([a, b], dead).at(0, 1)?.ohms ?? OPEN_CIRCUIT_OHMS, OPEN_CIRCUIT_OHMS);
  }

  state(): RigState {
    const { supply, ret } = this.air();
    const solution = this.solve();
    const loads = this.predictor.solver.netlist.elements.flatMap((e) =>
      e.kind === 'load' &&
      e.runs &&
      e.runs !== 'display' &&
      e.runs !== 'blower' &&
      e.runs !== OTHER_THERMOSTAT &&
      solution.running.has(e.id)
        ? [e.runs]
        : [],
    );
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: Math.round(this.seconds),
      rate: this.rate,
      house: this.name,
      supplyOn: this.supplyOn,
      display: !this.powered ? 'dark' : this.startLeft > 0 ? 'starting' : 'lit',
      detected: this.detected(),
      mode: this.thermostat.mode,
      fan: this.thermostat.fan,
      heatCelsius: this.thermostat.heatCelsius,
      coolCelsius: this.thermostat.coolCelsius,
      settings: this.settings,
      calling: this.calling,
      restSeconds: Math.round(this.restLeft),
      running: [...loads, ...(this.blowerRuns() ? ['blower'] : [])],
      roomCelsius: this.house.airCelsius,
      supplyCelsius: supply,
      returnCelsius: ret,
      outdoorCelsius: this.outdoorCelsius,
      hiddenFaults: this.hidden.length,
      shows: { 'heat.joules': Math.round(this.heatJoules), 'fuse.open': this.fuseOpen },
    };
  }
}
