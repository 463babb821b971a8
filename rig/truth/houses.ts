/** Houses written down by hand: what an installer types of them, and what stands there. */
import type { Spread, TruthDevice, TruthEquipment, TruthLoad, TruthTransformer, TruthWire } from './described';

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
/** The two-core lead of an accessory, Ω. */
const LEAD: Spread = [0.08, 0.5];
const solenoid = (runs: string, at: readonly [string, string], called = 'a1'): TruthLoad =>
  coil(runs, runs, [8.5, 11.5], { powerFactor: [0.5, 0.8], inrush: [1, 1.4], at, called: `accessory-${called}` });
const ownTransformer = (of: string): TruthTransformer => ({
  hot: of,
  common: of,
  va: 20,
  at: [`${of}.hot`, `${of}.common`],
  eitherWay: true,
  called: 'source-accessory-a1',
});
/** From the accessory to the volt-free pair and back. */
const ownLeads = (of: string): TruthWire[] => [
  { id: `${of}-out`, a: `${of}.in`, b: 'wall.Q1', ohms: LEAD, called: 'broken-accessory-a1-out' },
  { id: `${of}-back`, a: 'wall.Q2', b: `${of}.common`, ohms: LEAD, called: 'broken-accessory-a1-back' },
];
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
  {
    name: 'two transformers, C of the cooling one',
    job: {
      device: 'v7-menu',
      answers: { fuel: 'gas', 'common-of': 'cool' },
      survey: { lines: 'rc red, rh brown, c blue, w white, y yellow, g green' },
    },
    equipment: {
      transformers: [
        { hot: 'Rc', common: 'C', va: 40, called: 'T-cool' },
        { hot: 'Rh', common: 'C-heat', va: 40, eitherWay: true, called: 'T-heat' },
      ],
      loads: [{ ...gasValve, common: 'C-heat' }, contactor, fanRelay],
      blowerWithBurner: true,
      ties: [
        { a: 'wall.Rc', b: 'wall.Rh', called: 'tied-wall.Rc-wall.Rh' },
        { a: 'board.C', b: 'board.C-heat', called: 'tied-board.C-board.C-heat' },
      ],
    },
    device: {
      hot: 'Rc',
      common: 'C',
      va: [3, 4.2],
      from: { W1: 'Rh' },
      closes: { fan: ['G'], heat1: ['W1'], cool1: ['Y1', 'G'] },
    },
  },
  {
    name: 'humidifier with its own transformer',
    job: {
      device: 'a6-relay',
      survey: {
        equipment: { fuel: 'gas' },
        accessories: [{ kind: 'humidifier', power: 'own', va: 10 }],
        lines: 'r red, c blue, y yellow, g green, w white',
      },
    },
    equipment: {
      transformers: [...one, ownTransformer('humidifier')],
      loads: [gasValve, contactor, fanRelay, solenoid('humidifier', ['humidifier.hot', 'humidifier.in'])],
      wires: ownLeads('humidifier'),
      blowerWithBurner: true,
      ties: [
        { a: 'board.R', b: 'humidifier.common', called: 'tied-wall.R-accessory.a1.common' },
        { a: 'board.C', b: 'humidifier.common', called: 'tied-board.C-accessory.a1.common' },
      ],
    },
    device: {
      hot: 'R',
      common: 'C',
      va: [3.2, 4.4],
      from: { Q1: 'Q2' },
      closes: { fan: ['G'], heat1: ['W1'], cool1: ['Y1', 'G'], humidify: ['Q1', 'G'] },
    },
  },
  {
    name: 'ventilator fed by the system, dehumidifier with its own transformer',
    job: {
      device: 'a6-relay',
      survey: {
        equipment: { fuel: 'gas' },
        accessories: [
          { kind: 'dehumidifier', power: 'own', va: 10 },
          { kind: 'ventilator', power: 'system', va: 12, returns: 'board' },
        ],
        lines: 'r red, c blue, y yellow, g green, w white',
      },
    },
    equipment: {
      transformers: [...one, ownTransformer('dehumidifier')],
      loads: [
        gasValve,
        contactor,
        fanRelay,
        solenoid('dehumidifier', ['dehumidifier.hot', 'dehumidifier.in']),
        { ...solenoid('ventilator', ['ventilator.in', 'board.C'], 'a2'), va: [10.5, 13.5] },
      ],
      wires: [
        ...ownLeads('dehumidifier'),
        { id: 'out', a: 'wall.VNT', b: 'ventilator.in', ohms: LEAD, called: 'broken-accessory-a2-out' },
      ],
      blowerWithBurner: true,
    },
    device: {
      hot: 'R',
      common: 'C',
      va: [3.2, 4.4],
      from: { Q1: 'Q2' },
      closes: {
        fan: ['G'],
        heat1: ['W1'],
        cool1: ['Y1', 'G'],
        dehumidify: ['Q1', 'G'],
        ventilate: ['VNT', 'G'],
      },
    },
  },
  {
    name: 'heat pump of two stages behind an outdoor cable',
    job: {
      device: 'a6-relay',
      survey: {
        cables: { main: { gauge: 'AWG 18', metres: 14 }, outdoor: { gauge: 'AWG 18', metres: 12 } },
        equipment: { fuel: 'electric', outdoorUnit: 'heat-pump', reversingValve: 'O' },
        lines: [
          'r red, c blue, y1 yellow, y2 turquoise, g green, o orange, w1 white',
          'y1 yellow outdoor, y2 white outdoor, o orange outdoor, c blue outdoor',
        ],
      },
    },
    equipment: {
      transformers: one,
      loads: [
        { ...contactor, screw: 'Y1', at: ['outdoor.Y1', 'outdoor.C'] },
        coil('Y2', 'compressor, high', [6, 8], { at: ['outdoor.Y2', 'outdoor.C'] }),
        { ...valve('O'), at: ['outdoor.O', 'outdoor.C'] },
        fanRelay,
        { ...heaterRelay, screw: 'W1' },
      ],
      wires: (['Y1', 'Y2', 'O', 'C'] as const).map((screw, i) => ({
        id: `outdoor-${screw}`,
        a: `board.${screw}`,
        b: `outdoor.${screw}`,
        ohms: [0.2, 0.4],
        called: `broken-k${8 + i}`,
      })),
      blowerWithBurner: false,
      valve: 'O',
    },
    device: {
      hot: 'R',
      common: 'C',
      va: [3.2, 4.4],
      closes: {
        fan: ['G'],
        heat1: ['Y1', 'G'],
        heat2: ['Y1', 'Y2', 'G'],
        aux1: ['Y1', 'Y2', 'G', 'W1'],
        emergency: ['W1', 'G'],
        cool1: ['Y1', 'G', 'O/B'],
        cool2: ['Y1', 'Y2', 'G', 'O/B'],
      },
    },
  },
  {
    name: 'heating on two cores, the device on a transformer of its own',
    job: {
      device: 'v7-menu',
      decide: { powering: 'separate-transformer' },
      answers: { fuel: 'gas' },
      survey: { lines: 'r red, w white' },
    },
    equipment: {
      transformers: [
        ...one,
        {
          hot: 'plug',
          common: 'plug',
          va: 20,
          at: ['plug.hot', 'plug.common'],
          eitherWay: true,
          called: 'source-plug',
        },
      ],
      loads: [gasValve],
      wires: [
        { id: 'plug-hot', a: 'plug.hot', b: 'wall.Rc', ohms: LEAD, called: 'broken-kit-hot' },
        { id: 'plug-common', a: 'plug.common', b: 'wall.C', ohms: LEAD, called: 'broken-kit-common' },
      ],
      blowerWithBurner: true,
      ties: [
        { a: 'wall.Rc', b: 'wall.Rh', called: 'tied-wall.Rh-wall.Rc' },
        { a: 'wall.C', b: 'board.C', called: 'tied-board.C-plug.common' },
      ],
    },
    device: { hot: 'Rc', common: 'C', va: [3, 4.2], from: { W1: 'Rh' }, closes: { heat1: ['W1'] } },
  },
  {
    name: 'four cores, the fan’s given to C, G joined to Y at the board',
    job: {
      device: 't24-five',
      decide: { powering: 'reuse-g' },
      survey: { equipment: { fuel: 'gas' }, lines: 'r red, w white, y yellow, g green' },
    },
    equipment: {
      transformers: one,
      loads: [gasValve, contactor, fanRelay],
      wires: [{ id: 'g-y', a: 'board.G', b: 'board.Y', ohms: [0.005, 0.02], called: 'link-missing-G-Y' }],
      blowerWithBurner: true,
    },
    device: { hot: 'R', common: 'C', va: [2, 3.2], closes: { heat1: ['W'], cool1: ['Y'] } },
  },
  {
    name: 'zone valve with an end switch, another zone beside it',
    job: {
      device: 't24-five',
      survey: {
        equipment: { kind: 'zone-valve', fuel: 'gas' },
        zones: [{ name: 'upper floor' }],
        seen: { zoneValves: true },
        lines: 'r red, w white, c blue',
      },
    },
    equipment: {
      transformers: one,
      loads: [
        coil('W', 'zone valve', [6, 8.5], { powerFactor: [0.5, 0.8], inrush: [1, 1.2] }),
        { ...coil('boiler', 'boiler', [2, 5]), at: ['boiler.call', 'board.C'], called: 'boiler' },
      ],
      relays: [{ id: 'end', a: 'board.R', b: 'boiler.call', by: 'W', called: 'end-switch' }],
      // The other zone's thermostat, at rest.
      wires: [{ id: 'other-zone', a: 'board.R', b: 'board.C', ohms: [190, 400] }],
      blowerWithBurner: false,
    },
    device: { hot: 'R', common: 'C', va: [2, 3.2], closes: { heat1: ['W'] } },
  },
];
