/**
 * The parts of a mains-switched plant and their terminals. A wire joins two of them; the wiring
 * centre is where they are joined, by number.
 */
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
  /** The pump is inside the boiler's case: always so in a combination boiler unless one was seen outside. */
  pumpInside?: boolean;
}

export const boxOf = (plant: Plant): Box => plant.box ?? FULL_BOX;
export const hasPumpPart = (plant: Plant): boolean => !(plant.pumpInside ?? plant.kind === 'combination');
/** Something switches mains here: the boiler's switched live, or valves. A dry output then needs its link from L. */
export const switchesMains = (plant: Plant): boolean => plant.kind !== 'combination' || plant.input === 'live';
/** A dry call input behind valves that give a live: a relay stands between. */
export const needsCallRelay = (plant: Plant): boolean =>
  plant.kind !== 'combination' && (plant.input === 'volt-free' || plant.input === 'low-voltage');

export const hasCylinder = (kind: PlantKind): boolean => kind !== 'combination';

/** Heating zone valves, in order: "CH1", "CH2" …; the cylinder's is "HW". */
export const zoneValves = (plant: Plant): string[] =>
  plant.kind === 'zone-valves' ? Array.from({ length: plant.zones }, (_, i) => `CH${i + 1}`) : [];

const VALVE = ['blue', 'brown', 'grey', 'orange', 'earth'];

export function plantParts(plant: Plant): PartInfo[] {
  const box = boxOf(plant);
  const parts: PartInfo[] = [
    { id: 'SUPPLY', name: 'fused spur', terminals: ['L', 'N', 'E'] },
    {
      id: 'RX',
      name: 'receiver',
      terminals: [
        ...(box.powered ? ['L', 'N', 'E'] : []),
        ...(plant.output === 'bus' ? ['BUS1', 'BUS2'] : []),
        ...(plant.output === 'live' ? [] : ['COM', 'NO']),
        ...(box.hotWaterOff ? ['1', '2'] : []),
        ...(box.hotWater ? ['3'] : []),
        ...channels(plant),
      ],
    },
    {
      id: 'BOILER',
      name: 'boiler',
      terminals: ['L', 'N', 'E', 'SL', 'PUMP', 'CALL1', 'CALL2', 'BUS1', 'BUS2'],
    },
    ...(hasPumpPart(plant) ? [{ id: 'PUMP', name: 'pump', terminals: ['L', 'N', 'E'] }] : []),
    ...(needsCallRelay(plant) ? [{ id: 'RELAY', name: 'call relay', terminals: ['A1', 'A2', 'COM', 'NO'] }] : []),
  ];
  if (hasCylinder(plant.kind))
    parts.push({ id: 'CYL', name: 'cylinder thermostat', terminals: ['COM', 'CALL', 'SAT'] });
  if (plant.kind === 'zone-valves') {
    parts.push({ id: 'HW', name: 'hot water valve', terminals: VALVE });
    for (const id of zoneValves(plant)) parts.push({ id, name: `heating valve ${id.slice(2)}`, terminals: VALVE });
  }
  if (plant.kind === 'three-port')
    parts.push({ id: 'MID', name: 'three-port valve', terminals: ['blue', 'white', 'grey', 'orange', 'earth'] });
  parts.push({ id: 'ROOM', name: 'old room thermostat', terminals: ['L', 'SL', 'N'] });
  return parts;
}

/** Heating outputs: 4 for the first zone, then 5, 6 …; the first zone of a dry box has COM and NO instead. */
function channels(plant: Plant): string[] {
  const zones = Math.min(plant.kind === 'zone-valves' ? plant.zones : 1, boxOf(plant).channels);
  const all = Array.from({ length: zones }, (_, i) => String(4 + i));
  return plant.output === 'live' ? all : all.slice(1);
}

export const heatingOutput = (zone: number): string => String(4 + zone);

/** What the plant needs to know of a device sheet. */
export interface BoxSheet {
  output: OutputKind;
  channels: number;
  hotWater: boolean;
  hotWaterOff: boolean;
  needsNeutral: boolean;
}

/** The plant as surveyed, or null while nobody said what it is. */
export function plantOf(survey: BoilerSurvey, sheet: BoxSheet | null): Plant | null {
  if (!survey.plant) return null;
  const output = sheet?.output ?? 'live';
  return {
    kind: survey.plant,
    zones: survey.plant === 'zone-valves' ? (survey.heatingZones ?? 1) : 1,
    input: survey.input ?? (output === 'bus' ? 'bus' : 'live'),
    output,
    overrun: survey.pumpOverrun ?? false,
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
