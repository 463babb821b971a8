/**
 * The plant as a circuit for the same core as the 24 V jobs: 230 V behind a fuse, valves whose
 * motors close end switches, the three-port valve, the cylinder thermostat's changeover, receiver
 * contacts and the boiler's call input.
 *
 * The three-port valve is told by its wires alone: white is a heating call, grey says hot water is
 * satisfied. Its own switch joins white to orange only while both are live (radiators alone);
 * otherwise the boiler runs through the cylinder thermostat.
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import {
  allValves,
  boxOf,
  hasCylinder,
  hasCylinderStat,
  hasPumpPart,
  heatPoint,
  needsCallRelay,
  type Plant,
  plantParts,
  units,
  valveName,
} from './parts';

export const MAINS_VOLTS = 230;
/** Loop impedance of a house's supply, and joints in the wiring centre. */
const SUPPLY_OHMS = 0.35;
const JOINT_OHMS = 0.02;
const BOND_OHMS = 0.5;
/** Nameplate values, typical: valve motor 6 VA, boiler controls and fan 120, pump 60, call relay 2. */
const RECEIVER_VA = 3;
export const USUAL_VA = { valve: 6, mid: 5, boiler: 120, pump: 60, call: 2 };
/** Of motors and relays, usual values; electronics are taken as resistances. */
const POWER_FACTOR = { motor: 0.75, relay: 0.6 };
export const SPUR_FUSE_AMPS = 3;
/** The boiler's own call supply behind a dry input. */
const CALL_VOLTS = 24;
const CONTROLS_VA = 5;

export interface Demand {
  /** Heating zones calling, by number from 0. */
  heating: readonly number[];
  hotWater: boolean;
  /** The cylinder is below its thermostat's setting. */
  cylinderCold: boolean;
}

/** The controls of the circuit that a demand closes. */
export const demandControls = (d: Demand): Set<string> =>
  new Set([
    ...d.heating.map((z) => `heat:${z}`),
    ...(d.hotWater ? ['hot-water'] : []),
    ...(d.cylinderCold ? ['cylinder-cold'] : []),
  ]);

const contact = (
  id: string,
  name: string,
  a: string,
  b: string,
  by: { control: string } | { coil: string },
  normally: 'open' | 'closed' = 'open',
): CircuitElement => ({
  kind: 'contact',
  id,
  name,
  a,
  b,
  closedOhms: CLOSED_OHMS,
  openOhms: OPEN_OHMS,
  by,
  normally,
});

const load = (
  id: string,
  name: string,
  a: string,
  b: string,
  va: number,
  runs: string,
  powerFactor?: number,
): CircuitElement => ({
  kind: 'load',
  id,
  name,
  a,
  b,
  ratedVolts: MAINS_VOLTS,
  va,
  coil: true,
  runs,
  ...(powerFactor === undefined ? {} : { powerFactor }),
});

/** What may be wrong inside parts: wires are wrong in the wires themselves. */
export interface PlantFaults {
  /** End switches that never open, by valve; ones that never make. */
  stuck?: readonly string[];
  endsOpen?: readonly string[];
  /** Heating contacts of the receiver that never make, by zone from 0. */
  contactsOpen?: readonly number[];
  cylinderWelded?: boolean;
  pumpDead?: boolean;
}

/** Extra low voltage that a relay box puts on its head's two wires. */
const HEAD_VOLTS = 15;
const HEAD_VA = 0.1;

/**
 * The receiver, or a wall unit in each zone: contacts move only while their box has its own supply. A box without
 * one (a battery head's bare contact) needs none.
 */
function receiverElements(plant: Plant, open: readonly number[]): CircuitElement[] {
  const { powered } = boxOf(plant);
  const points = new Set(plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));
  return units(plant).flatMap((unit, k) => {
    const mine = (z: number): boolean => (plant.unitEachZone ? z === k : true);
    const zones = Array.from({ length: plant.zones }, (_, z) => z).filter(
      (z) => mine(z) && !open.includes(z) && points.has(heatPoint(plant, z)),
    );
    return unitElements(plant, unit, zones, powered, points);
  });
}

function unitElements(
  plant: Plant,
  unit: string,
  zones: readonly number[],
  powered: boolean,
  points: ReadonlySet<string>,
): CircuitElement[] {
  const elements: CircuitElement[] = [];
  const coil = unit === 'RX' ? 'receiver' : `receiver:${unit}`;
  const inner = unit.toLowerCase();
  const alive = (from: string, node: string): string => {
    if (!powered) return from;
    elements.push(contact(`${inner}:alive:${node}`, 'receiver has its supply', from, node, { coil }));
    return node;
  };
  if (powered) elements.push(load(coil, 'receiver', `${unit}.L`, `${unit}.N`, RECEIVER_VA, 'receiver'));
  const dry = plant.output !== 'live';
  const heatFrom = alive(dry ? `${unit}.COM` : `${unit}.L`, `${inner}.heat`);
  const liveFrom = dry && powered ? alive(`${unit}.L`, `${inner}.live`) : heatFrom;
  for (const z of zones) {
    const to = heatPoint(plant, z);
    const from = to.endsWith('.NO') ? heatFrom : liveFrom;
    // Further channels of a box without a supply have nothing to switch.
    if (to.endsWith('.NO') || powered || !dry)
      elements.push(contact(`rx:heat${z}`, `receiver, heating ${z + 1}`, from, to, { control: `heat:${z}` }));
  }
  if (powered && hasCylinder(plant.kind) && !plant.timer) {
    const water = (id: string, name: string, to: string, normally: 'open' | 'closed'): void => {
      if (points.has(to)) elements.push(contact(id, name, liveFrom, to, { control: 'hot-water' }, normally));
    };
    water(`${inner}:hw`, 'receiver, hot water on', `${unit}.3`, 'open');
    water(`${inner}:hw-off`, 'receiver, hot water off', `${unit}.1`, 'closed');
  }
  if (plant.roomPair) elements.push(...headElements(unit, coil));
  return elements;
}

/** The head's own supply over its two wires, either way round. */
function headElements(unit: string, coil: string): CircuitElement[] {
  const n = unit.slice(2);
  const inner = `${unit.toLowerCase()}.pair`;
  return [
    {
      kind: 'source',
      id: `head-supply${n}`,
      name: 'relay box’s supply for its head',
      a: inner,
      b: `${unit}.R2`,
      volts: HEAD_VOLTS,
      ohms: 20,
      degrees: 0,
      ratedVA: 2,
      supply: 'spur',
    },
    contact(`head-fed${n}`, 'relay box has its supply', inner, `${unit}.R1`, { coil }),
    {
      kind: 'load',
      id: `head${n}`,
      name: 'head',
      a: `HEAD${n}.1`,
      b: `HEAD${n}.2`,
      ratedVolts: HEAD_VOLTS,
      va: HEAD_VA,
      coil: true,
      runs: 'head',
    },
  ];
}

/** A timer that was there: its live out while hot water is wanted, the other while it is not. */
const timerElements = (plant: Plant): CircuitElement[] => [
  load('timer', 'hot water timer', 'TIMER.L', 'TIMER.N', RECEIVER_VA, ''),
  contact('timer:on', 'timer, hot water on', 'TIMER.L', 'TIMER.ON', { control: 'hot-water' }),
  ...(plant.kind === 'three-port'
    ? [contact('timer:off', 'timer, hot water off', 'TIMER.L', 'TIMER.OFF', { control: 'hot-water' }, 'closed')]
    : []),
];

/** The mains behind the spur's fuse; neutral and earth are one upstream, so that no meter there tells them apart. */
function supplyElements(survey: BoilerSurvey): CircuitElement[] {
  const amps = survey.fuseAmps ?? SPUR_FUSE_AMPS;
  return [
    {
      kind: 'source',
      id: 'mains',
      name: 'mains',
      a: 'mains.L',
      b: 'SUPPLY.N',
      volts: MAINS_VOLTS,
      ohms: SUPPLY_OHMS,
      degrees: 0,
      ratedVA: MAINS_VOLTS * amps,
      supply: 'spur',
    },
    { kind: 'fuse', id: 'fuse', name: 'spur fuse', a: 'mains.L', b: 'SUPPLY.L', ohms: 0.03, amps },
    // A load returned to earth runs.
    {
      kind: 'link',
      id: 'bond',
      name: 'neutral and earth upstream',
      a: 'SUPPLY.N',
      b: 'SUPPLY.E',
      ohms: BOND_OHMS,
    },
  ];
}

/** The cylinder thermostat's changeover. */
function cylinderElements(welded: boolean): CircuitElement[] {
  if (welded)
    return [
      {
        kind: 'link',
        id: 'cyl:call',
        name: 'cylinder thermostat welded',
        a: 'CYL.COM',
        b: 'CYL.CALL',
        ohms: CLOSED_OHMS,
      },
    ];
  const by = { control: 'cylinder-cold' };
  return [
    contact('cyl:call', 'cylinder thermostat calling', 'CYL.COM', 'CYL.CALL', by),
    contact('cyl:sat', 'cylinder thermostat satisfied', 'CYL.COM', 'CYL.SAT', by, 'closed'),
  ];
}

/** A two-port valve: its motor, and the switch at the end of its way. */
function valveElements(
  id: string,
  { stuck, endsOpen, travelling }: PlantFaults & { travelling?: boolean },
): CircuitElement[] {
  const name = valveName(id);
  const motor = load(`motor:${id}`, name, `${id}.brown`, `${id}.blue`, USUAL_VA.valve, name, POWER_FACTOR.motor);
  const [end, grey, orange] = [`end:${id}`, `${id}.grey`, `${id}.orange`];
  if (stuck?.includes(id))
    return [
      motor,
      { kind: 'link', id: end, name: `stuck end switch of ${name}`, a: grey, b: orange, ohms: CLOSED_OHMS },
    ];
  return travelling || endsOpen?.includes(id)
    ? [motor]
    : [motor, contact(end, `end switch of ${name}`, grey, orange, { coil: `motor:${id}` })];
}

/** The three-port valve: it goes over by white and is held by grey; grey alone does not move it from rest. */
const midElements = (travelling: boolean): CircuitElement[] => [
  load(
    'mid:white',
    'three-port valve, heating',
    'MID.white',
    'MID.blue',
    USUAL_VA.mid,
    'three-port valve',
    POWER_FACTOR.motor,
  ),
  load(
    'mid:grey',
    'three-port valve, hot water satisfied',
    'MID.grey',
    'MID.blue',
    USUAL_VA.mid,
    '',
    POWER_FACTOR.motor,
  ),
  ...(travelling
    ? []
    : [
        contact('mid:switch', 'the valve’s own switch', 'MID.white', 'mid.over', { coil: 'mid:grey' }),
        contact('mid:moved', 'the valve has gone over', 'mid.over', 'MID.orange', { coil: 'mid:white' }),
      ]),
];

/** The boiler behind a dry input: its call circuit is fed from its own supply, so that without live it never fires. */
function dryBoiler(volts: number): CircuitElement[] {
  return [
    {
      kind: 'source',
      id: 'boiler:call-supply',
      name: 'boiler’s own call supply',
      a: 'BOILER.CALL1',
      b: 'boiler.fed',
      volts,
      ohms: 2,
      degrees: 0,
      ratedVA: 5,
      supply: 'spur',
    },
    load('boiler:supply', 'boiler’s own controls', 'BOILER.L', 'BOILER.N', CONTROLS_VA, ''),
    contact('boiler:fed', 'boiler has its supply', 'boiler.fed', 'boiler.inner', { coil: 'boiler:supply' }),
    {
      kind: 'load',
      id: 'boiler',
      name: 'boiler call',
      a: 'BOILER.CALL2',
      b: 'boiler.inner',
      ratedVolts: volts,
      va: USUAL_VA.call,
      coil: true,
      runs: 'boiler',
    },
  ];
}

/** What calls the boiler, and the output that keeps its pump on: live while it fires. */
function boilerElements(plant: Plant, survey: BoilerSurvey): CircuitElement[] {
  const elements: CircuitElement[] = [];
  if (needsCallRelay(plant))
    elements.push(
      load('relay', 'call relay', 'RELAY.A1', 'RELAY.A2', USUAL_VA.call, '', POWER_FACTOR.relay),
      contact('relay:contact', 'call relay contact', 'RELAY.COM', 'RELAY.NO', { coil: 'relay' }),
    );
  if (plant.input === 'low-voltage') elements.push(...dryBoiler(CALL_VOLTS));
  else if (plant.input === 'volt-free') elements.push(...dryBoiler(MAINS_VOLTS));
  else if (plant.input === 'live')
    elements.push(
      load(
        'boiler',
        'boiler',
        'BOILER.SL',
        'BOILER.N',
        survey.boilerVA ?? USUAL_VA.boiler,
        'boiler',
        POWER_FACTOR.motor,
      ),
    );
  if (plant.input !== 'bus' && (plant.overrun || plant.kind === 'combination'))
    elements.push(contact('boiler:pump', 'boiler’s pump output', 'BOILER.L', 'BOILER.PUMP', { coil: 'boiler' }));
  return elements;
}

/**
 * @param travelling valves have been called and have not arrived: their end switches are still open
 */
export function plantNetlist(
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
  options: PlantFaults & { travelling?: boolean } = {},
): Netlist {
  const { travelling = false, contactsOpen = [], cylinderWelded = false, pumpDead = false } = options;
  const elements: CircuitElement[] = [
    ...supplyElements(survey),
    ...wires.map(
      (w, i): CircuitElement => ({
        kind: 'joint',
        id: `wire:${i}`,
        name: `${w.a} to ${w.b}`,
        a: w.a,
        b: w.b,
        ohms: JOINT_OHMS,
      }),
    ),
    ...receiverElements(plant, contactsOpen),
    ...(plant.timer ? timerElements(plant) : []),
    ...(hasCylinderStat(plant) ? cylinderElements(cylinderWelded) : []),
    ...allValves(plant).flatMap((id) => valveElements(id, options)),
    ...(plant.kind === 'three-port' ? midElements(travelling) : []),
    ...boilerElements(plant, survey),
    ...(hasPumpPart(plant) && !pumpDead
      ? [load('pump', 'pump', 'PUMP.L', 'PUMP.N', survey.pumpVA ?? USUAL_VA.pump, 'pump', POWER_FACTOR.motor)]
      : []),
  ];
  return {
    elements,
    ground: 'SUPPLY.N',
    hertz: 50,
    // Terminals traced on a box that is not the sheet's stay points, so that a probe may touch them.
    extraNodes: [
      ...plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)),
      'BOILER.SL',
      'BOILER.CALL1',
      'BOILER.CALL2',
    ],
  };
}
