/**
 * The virtual plant: a boiler with its valves, cylinder and receiver, wired as planned or with a
 * fault. Electrically it is the circuit core; valves take their time, water warms, heads pair.
 */
import { type PlantFaults, plantNetlist } from '../src/core/boiler/circuit';
import { type DemandResult, demandPairs, impossibleDemand, runDemand } from '../src/core/boiler/demand';
import { storeOf } from '../src/core/boiler/hot-water';
import {
  allValves,
  boxOf,
  hasCylinderStat,
  hasPumpPart,
  hasZoneValves,
  type Plant,
  plantParts,
  switchesMains,
  units,
} from '../src/core/boiler/parts';
import { WATER_J_PER_LITRE_KELVIN } from '../src/core/boiler/reheat';
import type { BoilerSheet } from '../src/core/boiler/sheet';
import { planWires } from '../src/core/boiler/wiring';
import { voltsBetween } from '../src/core/circuit/phasor';
import { CircuitSolver } from '../src/core/circuit/solve';
import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import type { Wire } from '../src/core/job/boiler-schema';
import type { BoilerJob, Job } from '../src/core/job/schema';
import { type PlantState, RIG_NAME, RIG_VERSION, type RigState, type SetDemand } from '../src/core/rig/protocol';
import { RigError } from './rig-error';

const VALVE_SECONDS = 15;
const IGNITION_SECONDS = 10;
const WARM_SECONDS = 25;
const AMBIENT_CELSIUS = 20;

interface PlantFault {
  id: string;
  name: string;
  wires?: (wires: Wire[]) => Wire[];
  inside?: PlantFaults;
  /** The receiver's radio hears nothing. */
  pairingFails?: boolean;
  lowBatteries?: boolean;
}

const dropped =
  (...points: string[]) =>
  (wires: Wire[]): Wire[] =>
    wires.filter((w) => !points.includes(w.a) && !points.includes(w.b));

function faultsOf(plant: Plant, sheet: BoilerSheet): PlantFault[] {
  const faults: PlantFault[] = [];
  if (sheet.pairMinutes > 0)
    faults.push({ id: 'pairing-fails', name: 'head does not reach the receiver', pairingFails: true });
  if (sheet.head === 'battery')
    faults.push({ id: 'low-batteries', name: 'head’s batteries nearly flat', lowBatteries: true });
  const swap = (x: string): string => (x === 'RX.3' ? 'RX.4' : x === 'RX.4' ? 'RX.3' : x);
  if ((plant.kind === 'zone-valves' || plant.kind === 'three-port') && !plant.timer)
    faults.push({
      id: 'crossed',
      name: 'heating and hot water crossed',
      wires: (wires) => wires.map((w) => ({ ...w, a: swap(w.a), b: swap(w.b) })),
    });
  if (hasZoneValves(plant.kind))
    for (const v of allValves(plant))
      faults.push(
        { id: `stuck-${v}`, name: `end switch of ${v} sticks closed`, inside: { stuck: [v] } },
        { id: `end-open-${v}`, name: `end switch of ${v} never makes`, inside: { endsOpen: [v] } },
        { id: `valve-open-${v}`, name: `motor of ${v} not joined`, wires: dropped(`${v}.brown`) },
      );
  const channels = boxOf(plant).channels * units(plant).length;
  const zones = hasZoneValves(plant.kind) ? Math.min(plant.zones, channels) : 1;
  if (plant.input !== 'bus')
    for (let z = 0; z < zones; z++)
      faults.push({
        id: `contact-${z + 1}`,
        name: `receiver’s heating contact ${z + 1} never makes`,
        inside: { contactsOpen: [z] },
      });
  if (hasCylinderStat(plant))
    faults.push({ id: 'welded', name: 'cylinder thermostat welded', inside: { cylinderWelded: true } });
  if (hasPumpPart(plant)) faults.push({ id: 'pump-dead', name: 'pump dead', inside: { pumpDead: true } });
  if (boxOf(plant).powered && plant.input !== 'bus')
    faults.push({ id: 'receiver-dead', name: 'receiver without its own live', wires: dropped('RX.L') });
  if (plant.roomPair)
    faults.push(
      { id: 'pair-open', name: 'a wire of the head broken', wires: dropped('HEAD.1'), pairingFails: true },
      {
        id: 'pair-mains',
        name: 'the old feed left on the head’s pair',
        wires: (wires) => [...wires, { a: 'SUPPLY.L', b: 'RX.R1' }],
      },
    );
  for (const p of plantParts(plant))
    for (const e of p.terminals.filter((t) => (t === 'E' || t === 'earth') && p.id !== 'SUPPLY'))
      faults.push({ id: `earth-${p.id}`, name: `no earth at ${p.name}`, wires: dropped(`${p.id}.${e}`) });
  if (plant.output !== 'live' && !switchesMains(plant) && plant.input !== 'bus')
    faults.push({
      id: 'link-left',
      name: 'link L to COM left in',
      wires: (wires) => [...wires, { a: 'SUPPLY.L', b: 'RX.COM' }],
    });
  if (plant.kind === 'three-port')
    faults.push({
      id: 'hw-off-missing',
      name: 'hot water off not joined',
      wires: (wires) => [...dropped('RX.1')(wires), { a: 'CYL.SAT', b: 'MID.grey' }],
    });
  if (plant.output !== 'live' && switchesMains(plant))
    faults.push({ id: 'link-missing', name: 'link L to COM missing', wires: dropped('RX.COM') });
  return faults;
}

export class BoilerWorld {
  private readonly plant: Plant;
  private readonly sheet: BoilerSheet;
  private readonly job: BoilerJob;
  private readonly wires: Wire[];
  private readonly faultList: PlantFault[];
  private readonly hidden: PlantFault[];
  private demand = { heating: [] as number[], hotWater: false, cylinderCold: true };
  private by: SetDemand['by'] = 'manual';
  private supplyOn = true;
  private seconds = 0;
  private rate = 1;
  private sinceCall = 0;
  private sinceFire = 0;
  private cylinderCelsius: number;
  private cylinderFlowSeconds = 0;
  private radiatorSeconds = 0;
  private pairing: number | null = null;
  private paired = false;
  private hubLeft: number;
  private settled: DemandResult | null = null;

  constructor(kept: Job, faultIds: readonly string[]) {
    const { sheet, plant } = ownOf(derive(kept), 'boiler');
    const job = seenAs(kept, 'boiler');
    if (!sheet || !plant)
      throw new RigError('This job has no plant to build: it needs to say what it is, and a device.');
    this.job = job;
    this.sheet = sheet;
    this.plant = plant;
    this.faultList = faultsOf(plant, sheet);
    this.hidden = faultIds.map((id) => {
      const fault = this.faultList.find((f) => f.id === id);
      if (!fault) throw new RigError(`faults: this plant cannot have "${id}"`);
      return fault;
    });
    this.wires = this.hidden.reduce((wires, f) => f.wires?.(wires) ?? wires, planWires(plant));
    this.cylinderCelsius = storeOf(job.survey)?.coldCelsius ?? 15;
    this.hubLeft = sheet.hubMinutes * 60;
    // A unit with nothing to pair is its own head.
    this.paired = sheet.pairMinutes === 0;
  }

  faults(): { id: string; name: string }[] {
    return this.faultList.map(({ id, name }) => ({ id, name }));
  }

  /** What the receiver passes on: its own buttons always, a head only when it is paired and has power. */
  private passedOn(): typeof this.demand {
    const flat = this.hidden.some((f) => f.lowBatteries) && this.seconds > 600;
    const heard = this.by === 'manual' || (this.paired && !flat);
    return heard ? this.demand : { ...this.demand, heating: [], hotWater: false };
  }

  /** What is wrong inside parts. */
  private inside(): PlantFaults {
    const all = this.hidden.map((f) => f.inside ?? {});
    return {
      stuck: all.flatMap((x) => x.stuck ?? []),
      endsOpen: all.flatMap((x) => x.endsOpen ?? []),
      contactsOpen: all.flatMap((x) => x.contactsOpen ?? []),
      cylinderWelded: all.some((x) => x.cylinderWelded),
      pumpDead: all.some((x) => x.pumpDead),
    };
  }

  private result(): DemandResult {
    this.settled ??= runDemand(this.plant, this.job.survey, this.wires, this.passedOn(), this.inside());
    return this.settled;
  }

  /** Valves on their way leave their end switches open. */
  private travelling(): boolean {
    return (hasZoneValves(this.plant.kind) || this.plant.kind === 'three-port') && this.sinceCall < VALVE_SECONDS;
  }

  private fires(): boolean {
    if (!this.supplyOn) return false;
    const r = this.result();
    return this.travelling() ? (r.steps[0]?.running.includes('boiler') ?? false) : r.boilerFires;
  }

  setDemand(next: SetDemand): void {
    if (next.by === 'manual' && !this.sheet.manualOverride)
      throw new RigError(`demand: ${this.sheet.name} has no buttons of its own`);
    const impossible = impossibleDemand(this.plant, next);
    if (impossible !== null) throw new RigError(`demand: ${impossible}`);
    this.by = next.by;
    this.demand = { heating: next.heating, hotWater: next.hotWater, cylinderCold: next.cylinderCold };
    this.sinceCall = 0;
    this.settled = null;
  }

  /** Begins pairing the head; it takes the sheet's minutes and may fail. */
  pair(): { ok: boolean; reason?: string } {
    if (this.sheet.pairMinutes === 0) return { ok: false, reason: `${this.sheet.name} has nothing to pair` };
    if (!this.supplyOn) return { ok: false, reason: 'the receiver has no supply' };
    if (this.hidden.some((f) => f.pairingFails))
      return { ok: false, reason: 'the receiver hears no head: nearer, or fresh batteries' };
    this.pairing = this.sheet.pairMinutes * 60;
    return { ok: true };
  }

  setSupply(on: boolean): void {
    this.supplyOn = on;
    this.sinceCall = 0;
  }

  private stepOne(dt: number): void {
    this.seconds += dt;
    this.sinceCall += dt;
    this.hubLeft = Math.max(0, this.hubLeft - dt);
    if (this.pairing !== null) {
      this.pairing -= dt;
      if (this.pairing <= 0) {
        this.pairing = null;
        this.paired = true;
        this.settled = null;
      }
    }
    if (this.hidden.some((f) => f.lowBatteries)) this.settled = null;
    const firing = this.fires();
    this.sinceFire = firing ? this.sinceFire + dt : 0;
    const hot = firing && this.sinceFire > IGNITION_SECONDS;
    const r = this.result();
    this.cylinderFlowSeconds = hot && r.toCylinder ? this.cylinderFlowSeconds + dt : 0;
    this.radiatorSeconds = hot && r.toRadiators ? this.radiatorSeconds + dt : 0;
    const store = storeOf(this.job.survey);
    if (store) {
      const power = hot && r.toCylinder ? store.watts : 0;
      this.cylinderCelsius +=
        ((power - store.lossWattsPerKelvin * (this.cylinderCelsius - AMBIENT_CELSIUS)) * dt) /
        (store.litres * WATER_J_PER_LITRE_KELVIN);
    }
  }

  advance(seconds: number): void {
    for (let left = seconds; left > 1e-9; left -= 1) this.stepOne(Math.min(1, left));
  }

  clockRate(): number {
    return this.rate;
  }
  setRate(rate: number): void {
    this.rate = rate;
  }

  /** Volts between two points of the plant. */
  probe(a: string, b: string): number {
    const { volts } = this.result();
    for (const p of [a, b]) if (!volts.has(p)) throw new RigError(`probe: there is no point "${p}"`);
    const difference = voltsBetween(volts, a, b);
    if (!this.supplyOn) return 0;
    // Before the valve has arrived its switched live is dead.
    return this.travelling() && !this.fires() && [a, b].includes('BOILER.SL') ? 0 : difference;
  }

  /** Ohms between two points with the spur off at both poles: what a meter would read with nothing calling. */
  ohms(a: string, b: string): number {
    if (this.supplyOn) throw new RigError('probe: ohms are read with the supply off');
    const netlist = plantNetlist(this.plant, this.job.survey, this.wires, this.inside());
    const isolated = { ...netlist, elements: netlist.elements.filter((e) => e.id !== 'mains' && e.id !== 'bond') };
    const solver = new CircuitSolver(isolated);
    for (const p of [a, b])
      if (!solver.has(p) && p !== isolated.ground) throw new RigError(`probe: there is no point "${p}"`);
    const solution = solver.solve({ controls: new Set(), suppliesOff: new Set(['spur']) });
    return solver.probeAll([a, b], solution).ohms(0, 1);
  }

  plantState(): PlantState {
    const r = this.result();
    return {
      by: this.by,
      demand: this.demand,
      passedOn: this.passedOn(),
      boilerFires: this.fires(),
      pumpRuns: this.supplyOn && r.pumpRuns && !this.travelling(),
      valvesOpen: this.supplyOn && !this.travelling() ? r.open : [],
      port: r.port,
      cylinderFlowWarm: this.cylinderFlowSeconds > WARM_SECONDS,
      radiatorsWarm: this.radiatorSeconds > WARM_SECONDS,
      cylinderCelsius: Math.round(this.cylinderCelsius * 100) / 100,
      paired: this.paired,
      pairingSeconds: this.pairing === null ? 0 : Math.round(this.pairing),
      hubSeconds: Math.round(this.hubLeft),
    };
  }

  state(): RigState {
    const plant = this.plantState();
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: Math.round(this.seconds),
      rate: this.rate,
      house: [this.job.site.name, this.job.zone].filter(Boolean).join(', ') || 'a house',
      supplyOn: this.supplyOn,
      display: this.supplyOn ? 'lit' : 'dark',
      detected: [],
      mode: plant.passedOn.heating.length > 0 ? 'heat' : 'off',
      fan: 'auto',
      heatCelsius: 20,
      coolCelsius: 25,
      settings: {},
      calling: demandPairs(this.plant)
        .filter(
          (p) =>
            p.demand.heating.join() === plant.passedOn.heating.join() && p.demand.hotWater === plant.passedOn.hotWater,
        )
        .map((p) => p.id)
        .slice(0, 1),
      restSeconds: 0,
      running: [...(plant.boilerFires ? ['boiler'] : []), ...(plant.pumpRuns ? ['pump'] : [])],
      roomCelsius: 19,
      supplyCelsius: 19,
      returnCelsius: 19,
      outdoorCelsius: 6,
      hiddenFaults: this.hidden.length,
      plant,
    };
  }
}
