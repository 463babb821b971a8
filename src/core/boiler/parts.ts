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

export interface Plant {
  kind: PlantKind;
  zones: number;
  input: BoilerInput;
  output: OutputKind;
  overrun: boolean;
}

export const hasCylinder = (kind: PlantKind): boolean => kind !== 'combination';

/** Heating zone valves, in order: "CH1", "CH2" …; the cylinder's is "HW". */
export const zoneValves = (plant: Plant): string[] =>
  plant.kind === 'zone-valves' ? Array.from({ length: plant.zones }, (_, i) => `CH${i + 1}`) : [];

const VALVE = ['blue', 'brown', 'grey', 'orange', 'earth'];

export function plantParts(plant: Plant): PartInfo[] {
  const parts: PartInfo[] = [
    { id: 'SUPPLY', name: 'fused spur', terminals: ['L', 'N', 'E'] },
    {
      id: 'RX',
      name: 'receiver',
      terminals:
        plant.output === 'bus'
          ? ['L', 'N', 'E', 'BUS1', 'BUS2', 'COM', 'NO', '1', '3']
          : plant.output === 'volt-free'
            ? ['L', 'N', 'E', 'COM', 'NO', '1', '3', ...channels(plant)]
            : ['L', 'N', 'E', '1', '2', '3', ...channels(plant)],
    },
    {
      id: 'BOILER',
      name: 'boiler',
      terminals: ['L', 'N', 'E', 'SL', 'PUMP', 'CALL1', 'CALL2', 'BUS1', 'BUS2'],
    },
    { id: 'PUMP', name: 'pump', terminals: ['L', 'N', 'E'] },
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

/** Heating outputs: 4 for the first zone, then 5, 6 … */
function channels(plant: Plant): string[] {
  return Array.from({ length: plant.kind === 'zone-valves' ? plant.zones : 1 }, (_, i) => String(4 + i));
}

export const heatingOutput = (zone: number): string => String(4 + zone);

/** The plant as surveyed, or null while nobody said what it is. */
export function plantOf(survey: BoilerSurvey, output: OutputKind): Plant | null {
  if (!survey.plant) return null;
  return {
    kind: survey.plant,
    zones: survey.plant === 'zone-valves' ? (survey.heatingZones ?? 1) : 1,
    input: survey.input ?? (output === 'bus' ? 'bus' : 'live'),
    output,
    overrun: survey.pumpOverrun ?? false,
  };
}
