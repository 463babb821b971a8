/**
 * The parts of a mains-switched plant and their terminals. A wire joins two of them; the wiring
 * centre is where they are joined, by number.
 */
import type { Point } from '../circuit/point';
import type { BoilerInput, BoilerSurvey, PlantKind } from '../job/boiler-schema';

export interface PartInfo {
  id: string;
  name: string;
  terminals: readonly string[];
}

/** What the receiver's outputs are: live at 230 V, a volt-free pair, or a data bus. */
export type OutputKind = 'live' | 'volt-free' | 'bus';

/** What the receiver or relay box has: terminals it lacks are never planned, nor asked of anybody. */
export interface Box {
  /** Heating outputs. */
  channels: number;
  hotWater: boolean;
  hotWaterOff: boolean;
  /** It lives on L and N of its own; a battery head with a bare contact does not. */
  powered: boolean;
}

/** A box with everything a plant could ask for. */
const FULL_BOX: Box = { channels: 8, hotWater: true, hotWaterOff: true, powered: true };

export interface Plant {
  kind: PlantKind;
  zones: number;
  input: BoilerInput;
  output: OutputKind;
  overrun: boolean;
  /** The box of the device sheet; one with everything where there is none. */
  box?: Box;
  /** Without a cylinder thermostat hot water runs as long as it is called; true where nobody said otherwise. */
  cylinderStat?: boolean;
  /** Hot water is switched by a timer that was there, not by the device. */
  timer?: boolean;
  /** A wall unit in each zone, each with a supply of its own. */
  unitEachZone?: boolean;
  /** The head hangs on two low-voltage wires of the relay box. */
  roomPair?: boolean;
  /** The pump is inside the boiler's case: always so in a combination boiler unless one was seen outside. */
  pumpInside?: boolean;
}

/** The receiver as its sheet has it; one with everything where there is no sheet. */
export const boxOf = (plant: Plant): Box => plant.box ?? FULL_BOX;
/** The pump is a part of its own, outside the boiler’s case. */
export const hasPumpPart = (plant: Plant): boolean => !(plant.pumpInside ?? plant.kind === 'combination');
/** Something switches mains here: the boiler's switched live, or valves. A dry output then needs its link from L. */
export const switchesMains = (plant: Plant): boolean => plant.kind !== 'combination' || plant.input === 'live';
/** A dry call input behind valves that give a live: a relay stands between. */
export const needsCallRelay = (plant: Plant): boolean =>
  plant.kind !== 'combination' && (plant.input === 'volt-free' || plant.input === 'low-voltage');

/** The plant keeps hot water in a store. */
export const hasCylinder = (kind: PlantKind): boolean => kind !== 'combination' && kind !== 'heating-valves';
/** A two-port valve to each heating zone. */
export const hasZoneValves = (kind: PlantKind): boolean => kind === 'zone-valves' || kind === 'heating-valves';
/** A cylinder that stops by a thermostat of its own. */
export const hasCylinderStat = (plant: Plant): boolean => hasCylinder(plant.kind) && plant.cylinderStat !== false;

/** Heating zone valves, in order: "CH1", "CH2" …; the cylinder's is "HW". */
export const zoneValves = (plant: Plant): string[] =>
  hasZoneValves(plant.kind) ? Array.from({ length: plant.zones }, (_, i) => `CH${i + 1}`) : [];

/** Every two-port valve: the cylinder's first. */
export const allValves = (plant: Plant): string[] => [
  ...(plant.kind === 'zone-valves' ? ['HW'] : []),
  ...zoneValves(plant),
];

/** The receiver, or the wall unit of a zone from 0. */
const unitOf = (plant: Plant, zone: number): string => (plant.unitEachZone && zone > 0 ? `RX${zone + 1}` : 'RX');
/** Every receiver or wall unit, by the name its terminals begin with. */
export const units = (plant: Plant): string[] =>
  Array.from({ length: plant.unitEachZone ? plant.zones : 1 }, (_, z) => unitOf(plant, z));

/** The terminal that calls for heat in a zone from 0. */
export const heatPoint = (plant: Plant, zone: number): Point =>
  plant.output !== 'live' && (zone === 0 || plant.unitEachZone)
    ? `${unitOf(plant, zone)}.NO`
    : `${unitOf(plant, zone)}.${heatingOutput(plant.unitEachZone ? 0 : zone)}`;
/** What gives the live of hot water wanted, and of hot water not wanted; null where nothing does. */
export const hotWaterOnPoint = (plant: Plant): Point | null =>
  !hasCylinder(plant.kind) ? null : plant.timer ? 'TIMER.ON' : boxOf(plant).hotWater ? 'RX.3' : null;
/** What gives the live of hot water not wanted, where the plant takes one; null where nothing does. */
export const hotWaterOffPoint = (plant: Plant): Point | null =>
  plant.kind !== 'three-port' ? null : plant.timer ? 'TIMER.OFF' : boxOf(plant).hotWaterOff ? 'RX.1' : null;

const VALVE = ['blue', 'brown', 'grey', 'orange', 'earth'];

/** Every part of the plant with the terminals that exist on it. */
export function plantParts(plant: Plant): PartInfo[] {
  const box = boxOf(plant);
  const parts: PartInfo[] = [
    { id: 'SUPPLY', name: 'fused spur', terminals: ['L', 'N', 'E'] },
    ...units(plant).map((id, z) => ({
      id,
      name: plant.unitEachZone && plant.zones > 1 ? `wall unit ${z + 1}` : 'receiver',
      terminals: [
        ...(box.powered ? ['L', 'N', 'E'] : []),
        ...(plant.output === 'bus' ? ['BUS1', 'BUS2'] : []),
        ...(plant.output === 'live' ? [] : ['COM', 'NO']),
        ...(box.hotWaterOff ? ['1', '2'] : []),
        ...(box.hotWater ? ['3'] : []),
        ...channels(plant),
        ...(plant.roomPair ? ['R1', 'R2'] : []),
      ],
    })),
    ...(plant.roomPair
      ? units(plant).map((id, z) => ({
          id: `HEAD${id.slice(2)}`,
          name: plant.unitEachZone && plant.zones > 1 ? `head ${z + 1}` : 'head',
          terminals: ['1', '2'],
        }))
      : []),
    {
      id: 'BOILER',
      name: 'boiler',
      terminals: ['L', 'N', 'E', 'SL', 'PUMP', 'CALL1', 'CALL2', 'BUS1', 'BUS2'],
    },
    ...(hasPumpPart(plant) ? [{ id: 'PUMP', name: 'pump', terminals: ['L', 'N', 'E'] }] : []),
    ...(needsCallRelay(plant) ? [{ id: 'RELAY', name: 'call relay', terminals: ['A1', 'A2', 'COM', 'NO'] }] : []),
  ];
  if (plant.timer)
    parts.push({
      id: 'TIMER',
      name: 'hot water timer',
      terminals: ['L', 'N', 'ON', ...(plant.kind === 'three-port' ? ['OFF'] : [])],
    });
  if (hasCylinderStat(plant)) parts.push({ id: 'CYL', name: 'cylinder thermostat', terminals: ['COM', 'CALL', 'SAT'] });
  for (const id of allValves(plant)) parts.push({ id, name: valveName(id), terminals: VALVE });
  if (plant.kind === 'three-port')
    parts.push({ id: 'MID', name: 'three-port valve', terminals: ['blue', 'white', 'grey', 'orange', 'earth'] });
  parts.push({ id: 'ROOM', name: 'old room thermostat', terminals: ['L', 'SL', 'N'] });
  return parts;
}

/** A valve as people call it: "heating valve 2". */
export const valveName = (id: string): string => (id === 'HW' ? 'hot water valve' : `heating valve ${id.slice(2)}`);

/** Heating outputs: 4 for the first zone, then 5, 6 …; the first zone of a dry box has COM and NO instead. */
function channels(plant: Plant): string[] {
  const wanted = hasZoneValves(plant.kind) && !plant.unitEachZone ? plant.zones : 1;
  const zones = Math.min(wanted, boxOf(plant).channels);
  const all = Array.from({ length: zones }, (_, i) => String(4 + i));
  return plant.output === 'live' ? all : all.slice(1);
}

const heatingOutput = (zone: number): string => String(4 + zone);

/** What the plant needs to know of a device sheet. */
export interface BoxSheet {
  output: OutputKind;
  channels: number;
  hotWater: boolean;
  hotWaterOff: boolean;
  needsNeutral: boolean;
  head?: string;
}

/** The plant as surveyed, or null while nobody said what it is. */
export function plantOf(survey: BoilerSurvey, sheet: BoxSheet | null): Plant | null {
  if (!survey.plant) return null;
  const output = sheet?.output ?? 'live';
  return {
    kind: survey.plant,
    zones: hasZoneValves(survey.plant) ? (survey.heatingZones ?? 1) : 1,
    input: survey.input ?? (output === 'bus' ? 'bus' : 'live'),
    output,
    overrun: survey.pumpOverrun ?? false,
    ...(survey.cylinderThermostat === false ? { cylinderStat: false } : {}),
    ...(hasCylinder(survey.plant) && survey.hotWaterBy === 'timer' ? { timer: true } : {}),
    ...(hasZoneValves(survey.plant) && survey.units === 'each-zone' ? { unitEachZone: true } : {}),
    ...(sheet?.head === 'wired' ? { roomPair: true } : {}),
    ...(survey.pump ? { pumpInside: survey.pump === 'inside' } : {}),
    ...(sheet
      ? {
          box: {
            channels: sheet.channels,
            hotWater: sheet.hotWater,
            hotWaterOff: sheet.hotWaterOff,
            powered: sheet.needsNeutral,
          },
        }
      : {}),
  };
}
