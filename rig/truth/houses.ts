/** Houses written down by hand: what an installer types of them, and what stands there. */
import type { TruthDevice, TruthEquipment, TruthLoad } from './house';

export interface TruthCase {
  name: string;
  /** The job as the installer kept it: survey, device, answers. */
  job: object;
  equipment: TruthEquipment;
  device: TruthDevice;
}

const coil = (
  screw: string,
  runs: string,
  va: readonly [number, number],
  more: Partial<TruthLoad> = {},
): TruthLoad => ({
  screw,
  runs,
  va,
  powerFactor: [0.35, 0.7],
  inrush: [1.5, 2.5],
  ...more,
});
/** An electronic board takes its calls as resistors or opto inputs, a gas valve is a coil with much iron. */
const gasValve = coil('W', 'burner', [8, 12], { powerFactor: [0.5, 0.8], inrush: [1, 1.3] });
const contactor = coil('Y', 'compressor', [7, 11], { inrush: [3, 4] });
const fanRelay = coil('G', 'blower', [3, 5]);
const valve = (screw: string): TruthLoad => coil(screw, 'reversing valve', [6, 9], { inrush: [1.4, 1.8] });
const heaterRelay = coil('W', 'heater', [8, 12]);
const one = [{ hot: 'R', common: 'C', va: 40 }];

export const TRUTH_CASES: readonly TruthCase[] = [
  {
    name: 'gas furnace with air conditioning, five cores',
    job: {
      device: 't24-five',
      survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
    },
    equipment: { transformers: one, loads: [gasValve, contactor, fanRelay], blowerWithBurner: true },
    device: {
      hot: 'R',
      common: 'C',
      va: [2, 3.2],
      closes: { fan: ['G'], heat1: ['W'], cool1: ['Y', 'G'] },
    },
  },
  {
    name: 'gas furnace alone, three cores',
    job: { device: 't24-five', survey: { lines: 'r red, c blue, w white', equipment: { fuel: 'gas' } } },
    equipment: { transformers: one, loads: [gasValve], blowerWithBurner: true },
    device: { hot: 'R', common: 'C', va: [2, 3.2], closes: { heat1: ['W'] } },
  },
  {
    name: 'electric furnace, the device runs the fan',
    job: {
      device: 't24-five',
      survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'electric' } },
    },
    equipment: { transformers: one, loads: [heaterRelay, contactor, fanRelay], blowerWithBurner: false },
    device: { hot: 'R', common: 'C', va: [2, 3.2], closes: { fan: ['G'], heat1: ['W', 'G'], cool1: ['Y', 'G'] } },
  },
  {
    name: 'heat pump, valve on O, auxiliary heat',
    job: {
      device: 'p9-pump',
      answers: { fuel: 'electric' },
      survey: { lines: 'r red, c blue, y yellow, g green, o orange, w white', equipment: { outdoorUnit: 'heat-pump' } },
    },
    equipment: {
      transformers: one,
      loads: [contactor, fanRelay, valve('O'), heaterRelay],
      blowerWithBurner: false,
      valve: 'O',
    },
    device: {
      hot: 'R',
      common: 'C',
      va: [2, 3.5],
      closes: {
        fan: ['G'],
        heat1: ['Y1', 'G'],
        aux1: ['Y1', 'G', 'W1'],
        emergency: ['W1', 'G'],
        cool1: ['Y1', 'G', 'O/B'],
      },
    },
  },
  {
    name: 'heat pump, valve on B, no auxiliary heat',
    job: {
      device: 'p9-pump',
      survey: { lines: 'r red, c blue, y yellow, g green, b orange', equipment: { outdoorUnit: 'heat-pump' } },
    },
    equipment: { transformers: one, loads: [contactor, fanRelay, valve('B')], blowerWithBurner: false, valve: 'B' },
    device: {
      hot: 'R',
      common: 'C',
      va: [2, 3.5],
      closes: { fan: ['G'], heat1: ['Y1', 'G', 'O/B'], cool1: ['Y1', 'G'] },
    },
  },
  {
    name: 'two stages of each, two R terminals joined inside the device',
    job: {
      device: 'v7-menu',
      survey: {
        lines: 'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green',
        equipment: { fuel: 'gas' },
      },
    },
    equipment: {
      transformers: one,
      loads: [
        { ...gasValve, screw: 'W1' },
        coil('W2', 'burner, high', [5, 7]),
        { ...contactor, screw: 'Y1' },
        coil('Y2', 'compressor, high', [6, 8]),
        fanRelay,
      ],
      blowerWithBurner: true,
    },
    device: {
      hot: 'Rc',
      common: 'C',
      va: [3, 4.2],
      closes: {
        fan: ['G'],
        heat1: ['W1'],
        heat2: ['W1', 'W2'],
        cool1: ['Y1', 'G'],
        cool2: ['Y1', 'Y2', 'G'],
      },
    },
  },
  {
    name: 'heat pump before a gas furnace',
    job: {
      device: 'p9-pump',
      answers: { fuel: 'gas' },
      survey: { lines: 'r red, c blue, y yellow, g green, o orange, w white', equipment: { outdoorUnit: 'heat-pump' } },
    },
    equipment: {
      transformers: one,
      loads: [contactor, fanRelay, valve('O'), gasValve],
      blowerWithBurner: true,
      valve: 'O',
    },
    device: {
      hot: 'R',
      common: 'C',
      va: [2, 3.5],
      closes: { fan: ['G'], heat1: ['Y1', 'G'], aux1: ['W1'], cool1: ['Y1', 'G', 'O/B'] },
    },
  },
];
