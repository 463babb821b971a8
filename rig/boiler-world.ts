/**
 * The virtual plant: a boiler with its valves, store and receiver, joined as the work list has it, or with a fault. What
 * stands there it reads from the survey on its own (rig/plant) and solves by itself; valves take their time, water warms,
 * heads pair.
 */
import { storeOf } from '../src/core/boiler/hot-water';
import { WATER_J_PER_LITRE_KELVIN } from '../src/core/boiler/reheat';
import type { BoilerSheet } from '../src/core/boiler/sheet';
import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import type { BoilerJob, Job } from '../src/core/job/schema';
import { type PlantState, RIG_NAME, RIG_VERSION, type RigState, type SetDemand } from '../src/core/rig/protocol';
import { landingsOf, type PlantDefect, type PlantLooks, type Settled, TruthPlant, type Wants } from './plant/plant';
import { type PlantSpec, plantSpec } from './plant/spec';
import { RigError } from './rig-error';

const VALVE_SECONDS = 15;
const IGNITION_SECONDS = 10;
const WARM_SECONDS = 25;
const AMBIENT_CELSIUS = 20;

interface PlantFault {
  id: string;
  name: string;
  does: readonly PlantDefect[];
  /** The receiver's radio hears nothing. */
  pairingFails?: boolean;
  lowBatteries?: boolean;
}

const coreOff = (point: string): PlantDefect => ({ kind: 'core-off', point });
const fault = (id: string, name: string, ...does: PlantDefect[]): PlantFault => ({ id, name, does });

/** Parts with an earth of their own, by the point it lies on. */
const earthsOf = (spec: PlantSpec): { point: string; name: string }[] => [
  ...spec.boxes
    .filter((box) => box.powered)
    .map(({ id }, i) => ({ point: `${id}.E`, name: spec.boxes.length > 1 ? `wall unit ${i + 1}` : 'receiver' })),
  { point: 'BOILER.E', name: 'boiler' },
  ...(spec.pumpOutside ? [{ point: 'PUMP.E', name: 'pump' }] : []),
  ...spec.valves.map((v) => ({ point: `${v}.earth`, name: v === 'HW' ? 'hot water valve' : `valve ${v}` })),
  ...(spec.threePort ? [{ point: 'MID.earth', name: 'three-port valve' }] : []),
];

/** What can be wrong with valves, contacts, store and pump. */
function partFaults(spec: PlantSpec): PlantFault[] {
  const contacts = spec.input === 'bus' ? [] : spec.boxes.flatMap((box) => box.heats);
  return [
    ...((spec.kind === 'zone-valves' || spec.threePort) && !spec.timer
      ? [fault('crossed', 'heating and hot water crossed', { kind: 'exchanged', p: 'RX.3', q: 'RX.4' })]
      : []),
    ...spec.valves.flatMap((valve) => [
      fault(`stuck-${valve}`, `end switch of ${valve} sticks closed`, { kind: 'end-switch', valve, stuck: 'closed' }),
      fault(`end-open-${valve}`, `end switch of ${valve} never makes`, { kind: 'end-switch', valve, stuck: 'open' }),
      fault(`valve-open-${valve}`, `motor of ${valve} not joined`, coreOff(`${valve}.brown`)),
    ]),
    ...contacts.map(({ zone }) =>
      fault(`contact-${zone + 1}`, `receiver’s heating contact ${zone + 1} never makes`, {
        kind: 'contact-open',
        zone,
      }),
    ),
    ...(spec.thermostat
      ? [fault('welded', 'cylinder thermostat welded', { kind: 'store-thermostat', stuck: 'closed' })]
      : []),
    ...(spec.pumpOutside ? [fault('pump-dead', 'pump dead', { kind: 'pump-dead' })] : []),
  ];
}

/** What can be wrong at the box's own terminals and in what is joined there. */
function joinFaults(spec: PlantSpec, sheet: BoilerSheet): PlantFault[] {
  const [box] = spec.boxes;
  const onBus = spec.input === 'bus';
  const dry = sheet.output !== 'live';
  const mains = spec.kind !== 'combination' || spec.input === 'live';
  const left = (b: string): PlantDefect => ({ kind: 'link', a: 'SUPPLY.L', b });
  return [
    ...(box?.powered && !onBus ? [fault('receiver-dead', 'receiver without its own live', coreOff('RX.L'))] : []),
    ...(box?.head
      ? [
          { ...fault('pair-open', 'a wire of the head broken', coreOff('HEAD.1')), pairingFails: true },
          fault('pair-mains', 'the old feed left on the head’s pair', left('RX.R1')),
        ]
      : []),
    ...earthsOf(spec).map(({ point, name }) =>
      fault(`earth-${point.replace(/\..*$/, '')}`, `no earth at ${name}`, coreOff(point)),
    ),
    ...(dry && !mains && !onBus ? [fault('link-left', 'link L to COM left in', left('RX.COM'))] : []),
    ...(spec.threePort ? [fault('hw-off-missing', 'hot water off not joined', coreOff('RX.1'))] : []),
    ...(dry && mains ? [fault('link-missing', 'link L to COM missing', coreOff('RX.COM'))] : []),
  ];
}

/** Every fault that this plant could have; drills draw from the list by number, so that what is there keeps its place. */
const faultsOf = (spec: PlantSpec, sheet: BoilerSheet): PlantFault[] => [
  ...(sheet.pairMinutes > 0
    ? [{ id: 'pairing-fails', name: 'head does not reach the receiver', does: [], pairingFails: true }]
    : []),
  ...(sheet.head === 'battery'
    ? [{ id: 'low-batteries', name: 'head’s batteries nearly flat', does: [], lowBatteries: true }]
    : []),
  ...partFaults(spec),
  ...joinFaults(spec, sheet),
];

export class BoilerWorld {
  private readonly plant: TruthPlant;
  private readonly spec: PlantSpec;
  private readonly points: ReadonlySet<string>;
  private readonly sheet: BoilerSheet;
  private readonly job: BoilerJob;
  private readonly faultList: readonly PlantFault[];
  private readonly hidden: readonly PlantFault[];
  private demand: Wants = { heating: [], water: false, cold: true };
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
  /** Settled with the valves on their way, and arrived; until something is asked otherwise. */
  private readonly settled = new Map<boolean, { at: Settled; looks: PlantLooks }>();

  /** @param seed mains and meter of this house; nominal ones without */
  constructor(kept: Job, faultIds: readonly string[], seed?: number) {
    const { sheet, wires } = ownOf(derive(kept), 'boiler');
    const job = seenAs(kept, 'boiler');
    const spec = sheet ? plantSpec(job.survey, sheet) : null;
    if (!sheet || !spec)
      throw new RigError('This job has no plant to build: it needs to say what it is, and a device.');
    if (wires.length === 0)
      throw new RigError(
        'This job has no plan to join the plant by: nothing it could plan does what the plant must do.',
      );
    this.job = job;
    this.sheet = sheet;
    this.spec = spec;
    this.faultList = faultsOf(spec, sheet);
    this.hidden = faultIds.map((id) => {
      const found = this.faultList.find((f) => f.id === id);
      if (!found) throw new RigError(`faults: this plant cannot have "${id}"`);
      return found;
    });
    this.plant = new TruthPlant(
      spec,
      landingsOf(wires),
      this.hidden.flatMap((f) => f.does),
      seed,
    );
    this.points = this.plant.points();
    this.cylinderCelsius = storeOf(job.survey)?.coldCelsius ?? 15;
    this.hubLeft = sheet.hubMinutes * 60;
    // A unit with nothing to pair is its own head.
    this.paired = sheet.pairMinutes === 0;
  }

  faults(): { id: string; name: string }[] {
    return this.faultList.map(({ id, name }) => ({ id, name }));
  }

  /** What the receiver passes on: its own buttons always, a head only when it is paired and has power. */
  private passedOn(): Wants {
    const flat = this.hidden.some((f) => f.lowBatteries) && this.seconds > 600;
    const heard = this.by === 'manual' || (this.paired && !flat);
    return heard ? this.demand : { ...this.demand, heating: [], water: false };
  }

  private now(): { at: Settled; looks: PlantLooks } {
    const moving = this.travelling();
    const known = this.settled.get(moving);
    if (known) return known;
    const wants = this.passedOn();
    const at = this.plant.settle(wants, moving);
    const found = { at, looks: this.plant.looks(at, wants) };
    this.settled.set(moving, found);
    return found;
  }

  /** Valves on their way leave their end switches open. */
  private travelling(): boolean {
    return (this.spec.valves.length > 0 || this.spec.threePort) && this.sinceCall < VALVE_SECONDS;
  }

  private fires(): boolean {
    return this.supplyOn && this.now().looks.fires;
  }

  private impossible({ heating, hotWater }: SetDemand): string | null {
    const { kind, store, boxes } = this.spec;
    if (hotWater && !store)
      return kind === 'combination'
        ? 'a combination boiler has no hot water channel: it heats water on demand by itself'
        : 'this plant has heating zones only: hot water is no channel of it';
    const zones = Math.max(1, this.spec.valves.filter((v) => v !== 'HW').length, boxes.length);
    const beyond = heating.find((z) => z >= zones || z < 0);
    return beyond === undefined ? null : `there is no heating zone ${beyond + 1}: this plant has ${zones}`;
  }

  setDemand(next: SetDemand): void {
    if (next.by === 'manual' && !this.sheet.manualOverride)
      throw new RigError(`demand: ${this.sheet.name} has no buttons of its own`);
    const impossible = this.impossible(next);
    if (impossible !== null) throw new RigError(`demand: ${impossible}`);
    this.by = next.by;
    this.demand = { heating: next.heating, water: next.hotWater, cold: next.cylinderCold };
    this.sinceCall = 0;
    this.settled.clear();
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

  private passPairing(dt: number): void {
    if (this.pairing === null) return;
    this.pairing -= dt;
    if (this.pairing > 0) return;
    this.pairing = null;
    this.paired = true;
    this.settled.clear();
  }

  private stepOne(dt: number): void {
    this.seconds += dt;
    this.sinceCall += dt;
    this.hubLeft = Math.max(0, this.hubLeft - dt);
    this.passPairing(dt);
    if (this.hidden.some((f) => f.lowBatteries)) this.settled.clear();
    const firing = this.fires();
    this.sinceFire = firing ? this.sinceFire + dt : 0;
    const hot = firing && this.sinceFire > IGNITION_SECONDS;
    const { looks } = this.now();
    this.cylinderFlowSeconds = hot && looks.toStore ? this.cylinderFlowSeconds + dt : 0;
    this.radiatorSeconds = hot && looks.toRadiators ? this.radiatorSeconds + dt : 0;
    const store = storeOf(this.job.survey);
    if (!store) return;
    const power = hot && looks.toStore ? store.watts : 0;
    this.cylinderCelsius +=
      ((power - store.lossWattsPerKelvin * (this.cylinderCelsius - AMBIENT_CELSIUS)) * dt) /
      (store.litres * WATER_J_PER_LITRE_KELVIN);
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

  private known(...points: readonly string[]): void {
    for (const p of points) if (!this.points.has(p)) throw new RigError(`probe: there is no point "${p}"`);
  }

  /** Volts between two points of the plant. */
  probe(a: string, b: string): number {
    this.known(a, b);
    return this.supplyOn ? this.plant.reads(this.now().at, a, b) : 0;
  }

  /** Ohms between two points with the spur off at both poles: what a meter would read with nothing calling. */
  ohms(a: string, b: string): number {
    if (this.supplyOn) throw new RigError('probe: ohms are read with the supply off');
    this.known(a, b);
    return this.plant.ohms(a, b, this.demand.cold);
  }

  private asDemand({ heating, water, cold }: Wants): PlantState['demand'] {
    return { heating: [...heating], hotWater: water, cylinderCold: cold };
  }

  plantState(): PlantState {
    const { looks } = this.now();
    return {
      by: this.by,
      demand: this.asDemand(this.demand),
      passedOn: this.asDemand(this.passedOn()),
      boilerFires: this.fires(),
      pumpRuns: this.supplyOn && looks.pump && !this.travelling(),
      valvesOpen: this.supplyOn && !this.travelling() ? [...looks.open] : [],
      port: looks.port,
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
    const { heating, water } = this.passedOn();
    return {
      rig: RIG_NAME,
      version: RIG_VERSION,
      seconds: Math.round(this.seconds),
      rate: this.rate,
      house: [this.job.site.name, this.job.zone].filter(Boolean).join(', ') || 'a house',
      supplyOn: this.supplyOn,
      display: this.supplyOn ? 'lit' : 'dark',
      detected: [],
      mode: heating.length > 0 ? 'heat' : 'off',
      fan: 'auto',
      heatCelsius: 20,
      coolCelsius: 25,
      settings: {},
      calling: [...heating.map((z) => `heating ${z + 1}`), ...(water ? ['hot water'] : [])],
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
