/**
 * Where a plant's parts and pipes stand on its drawing, level for a laptop and upright for a phone. One
 * geometry; what moves, fires or is unknown is the drawing's business.
 */
import { allValves, hasCylinder, hasPumpPart, hasZoneValves, type Plant } from './parts';

export type PlantPart = 'receiver' | 'spur' | 'boiler' | 'pump' | 'valve' | 'cylinder' | 'stat' | 'radiators' | 'room';

export interface PlacedPlantPart {
  id: PlantPart;
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Pipe {
  /** When water moves in it: always with the boiler or pump, or on its way to one place. */
  way: 'common' | 'cylinder' | 'radiators';
  back: boolean;
  points: readonly (readonly [number, number])[];
}

export interface PlantLayout {
  width: number;
  height: number;
  parts: PlacedPlantPart[];
  pipes: Pipe[];
  /** What electricity asks for, receiver to what it calls. */
  asks: { from: PlantPart; to: PlantPart }[];
}

type Shape = Pick<Plant, 'kind' | 'pumpInside' | 'zones' | 'cylinderStat'>;

const part = (id: PlantPart, x: number, y: number, width: number, height: number): PlacedPlantPart => ({
  id,
  x,
  y,
  width,
  height,
});

/** @param plant null while nobody said what it is: every part that could be there is drawn */
export function plantLayout(plant: Shape | null, upright: boolean): PlantLayout {
  const cylinder = plant === null || hasCylinder(plant.kind);
  const valve = plant === null || hasZoneValves(plant.kind) || plant.kind === 'three-port';
  const pump = plant === null || hasPumpPart({ ...plant, input: 'live', output: 'live', overrun: false });
  return upright ? tall(cylinder, valve, pump) : level(cylinder, valve, pump);
}

function level(cylinder: boolean, valve: boolean, pump: boolean): PlantLayout {
  const parts = [
    part('spur', 16, 16, 118, 52),
    part('receiver', 150, 16, 168, 52),
    part('room', 334, 16, 176, 52),
    part('boiler', 24, 250, 150, 92),
    ...(pump ? [part('pump', 222, 112, 56, 56)] : []),
    ...(valve ? [part('valve', 388, 112, 56, 56)] : []),
    ...(cylinder ? [part('cylinder', 366, 222, 100, 136), part('stat', 490, 268, 150, 52)] : []),
    part('radiators', 596, 122, 128, 96),
  ];
  const y = 140;
  const pipes: Pipe[] = [
    {
      way: 'common',
      back: false,
      points: [
        [99, 250],
        [99, y],
        [416, y],
      ],
    },
    {
      way: 'radiators',
      back: false,
      points: [
        [416, y],
        [660, y],
      ],
    },
    {
      way: 'radiators',
      back: true,
      points: [
        [660, 218],
        [660, 390],
        [99, 390],
        [99, 342],
      ],
    },
  ];
  if (cylinder)
    pipes.push(
      {
        way: 'cylinder',
        back: false,
        points: [
          [416, y],
          [416, 262],
        ],
      },
      {
        way: 'cylinder',
        back: true,
        points: [
          [366, 330],
          [300, 330],
          [300, 390],
          [99, 390],
          [99, 342],
        ],
      },
    );
  return { width: 744, height: 410, parts, pipes, asks: asksOf(cylinder, valve) };
}

function tall(cylinder: boolean, valve: boolean, pump: boolean): PlantLayout {
  const parts = [
    part('spur', 8, 8, 104, 52),
    part('receiver', 120, 8, 222, 52),
    part('room', 8, 70, 334, 48),
    part('boiler', 8, 432, 128, 86),
    ...(pump ? [part('pump', 53, 250, 56, 56)] : []),
    ...(valve ? [part('valve', 178, 170, 56, 56)] : []),
    ...(cylinder ? [part('cylinder', 160, 262, 92, 128), part('stat', 174, 404, 168, 48)] : []),
    part('radiators', 258, 232, 84, 96),
  ];
  const y = 198;
  const pipes: Pipe[] = [
    {
      way: 'common',
      back: false,
      points: [
        [81, 432],
        [81, y],
        [206, y],
      ],
    },
    {
      way: 'radiators',
      back: false,
      points: [
        [206, y],
        [300, y],
        [300, 232],
      ],
    },
    {
      way: 'radiators',
      back: true,
      points: [
        [300, 328],
        [300, 540],
        [81, 540],
        [81, 518],
      ],
    },
  ];
  if (cylinder)
    pipes.push(
      {
        way: 'cylinder',
        back: false,
        points: [
          [206, y],
          [206, 300],
        ],
      },
      {
        way: 'cylinder',
        back: true,
        points: [
          [160, 366],
          [146, 366],
          [146, 540],
          [81, 540],
          [81, 518],
        ],
      },
    );
  return { width: 350, height: 556, parts, pipes, asks: asksOf(cylinder, valve) };
}

const asksOf = (cylinder: boolean, valve: boolean): PlantLayout['asks'] => [
  ...(valve
    ? [{ from: 'receiver' as const, to: 'valve' as const }]
    : [{ from: 'receiver' as const, to: 'boiler' as const }]),
  ...(cylinder ? [{ from: 'receiver' as const, to: 'stat' as const }] : []),
];

const valvesName = (n: number): string => (n === 1 ? 'zone valve' : `${n} zone valves`);

/** What a part is called on this plant. */
export function plantPartName(id: PlantPart, plant: Shape | null): string {
  switch (id) {
    case 'valve':
      return plant === null
        ? 'valves'
        : plant.kind === 'three-port'
          ? 'three-port valve'
          : valvesName(allValves({ ...plant, input: 'live', output: 'live', overrun: false }).length);
    case 'stat':
      return 'cylinder thermostat';
    case 'room':
      return 'old room thermostat';
    case 'spur':
      return 'spur';
    default:
      return id;
  }
}
