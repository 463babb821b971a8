/** Sheets of devices for mains-switched plants: what the receiver switches and how its parts are paired. Invented, generic. */
import * as z from 'zod';
import { Schedule, SettingEntry, SHEET_FORMAT, SHEET_VERSION, sheetHead } from '../devices/sheet';

export const BoilerSheet = z.strictObject({
  ...sheetHead('boiler'),
  /** What its outputs are: live at 230 V, a volt-free pair, a data bus (with a volt-free pair besides). */
  output: z.enum(['live', 'volt-free', 'bus']),
  channels: z.int().min(1).max(8),
  hotWater: z.boolean(),
  /** Has a "hot water off" output, which a three-port plant needs. */
  hotWaterOff: z.boolean(),
  contactAmps: z.number().min(0.1).max(16),
  needsNeutral: z.boolean(),
  head: z.enum(['battery', 'mains', 'wired']),
  /** Minutes; 0 where there is no such part. */
  hubMinutes: z.number().min(0).max(120),
  pairMinutes: z.number().min(0).max(60),
  manualOverride: z.boolean(),
  /** Hot water on and off so often a day, at most; its days follow the heating week's pattern. */
  waterPeriods: z.int().min(1).max(8).optional(),
  /** How it keeps the heating week; absent where a head or account keeps one of its own. */
  schedule: Schedule.optional(),
  settings: z.array(SettingEntry).max(40),
});
export type BoilerSheet = z.infer<typeof BoilerSheet>;

const flow = (label: string, at: object): object => ({
  setting: 'boiler.flow',
  label,
  at,
  range: { low: 25, high: 80, step: 1, unit: '°C' },
});
const cycles = (label: string, at: object): object => ({
  setting: 'boiler.cycles',
  label,
  at,
  range: { low: 1, high: 12, step: 1, unit: '/h' },
});
const frost = (label: string, at: object): object => ({
  setting: 'boiler.frost',
  label,
  at,
  range: { low: 3, high: 12, step: 0.5, unit: '°C' },
});

/** Heating by the week: six events a day, ready by its times. */
const weekOf = (pattern: string, slotsPerDay: number, times: string, owner = 'device'): object => ({
  pattern,
  slotsPerDay,
  minimumGapMinutes: 10,
  stepMinutes: 10,
  times,
  owner,
  holds: owner === 'device' ? ['hours', 'for-good'] : ['next-event', 'date'],
});

const radio = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  schedule: weekOf('7-day', 6, 'reach-by', 'either'),
  waterPeriods: 3,
  id: 'rc2-radio',
  menu: { press: 'both keys of the head', holdSeconds: 8, savedBy: 'Back, twice' },
  registration: { way: 'hub', bands: [], hubMinutes: 12, sees: 'The hub’s ring stands still, white.', reachMetres: 25 },
  lostSensor: 'duty',
  name: 'RC-2 radio receiver',
  family: 'boiler',
  output: 'live',
  channels: 2,
  hotWater: true,
  hotWaterOff: true,
  contactAmps: 3,
  needsNeutral: true,
  head: 'battery',
  hubMinutes: 12,
  pairMinutes: 4,
  manualOverride: true,
  settings: [
    cycles('Heating starts an hour', { path: ['Engineer', 'Heating', 'Starts'] }),
    {
      setting: 'start.adaptive',
      label: 'Ready by its time',
      at: { path: ['Engineer', 'Heating', 'Ready'] },
      values: { on: 'on', off: 'off' },
    },
    {
      setting: 'boiler.minimum',
      label: 'Shortest firing',
      at: { path: ['Engineer', 'Heating', 'Shortest'] },
      range: { low: 1, high: 10, step: 1, unit: 'min' },
    },
    frost('Frost guard', { path: ['Engineer', 'Guard', 'Frost'] }),
    {
      setting: 'store.target',
      label: 'Hot water',
      at: { path: ['Engineer', 'Hot water', 'Target'] },
      range: { low: 40, high: 70, step: 1, unit: '°C' },
    },
    {
      setting: 'store.pasteurise',
      label: 'Weekly hour',
      at: { path: ['Engineer', 'Hot water', 'Weekly hour'] },
      values: { on: 'on', off: 'off' },
    },
  ],
};

const bus = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  schedule: weekOf('7-day', 8, 'reach-by', 'either'),
  waterPeriods: 4,
  id: 'bx1-bus',
  menu: { press: 'the key behind the lid', holdSeconds: 5, savedBy: 'closing the lid' },
  registration: { way: 'e-mail', bands: ['2.4'], check: 'luhn', digits: 16 },
  lostSensor: 'stops',
  name: 'BX-1 relay box',
  family: 'boiler',
  output: 'bus',
  channels: 1,
  hotWater: true,
  hotWaterOff: false,
  contactAmps: 2,
  needsNeutral: true,
  head: 'wired',
  hubMinutes: 10,
  pairMinutes: 3,
  manualOverride: true,
  settings: [
    { setting: 'boiler.control', label: 'Speaks by', at: { function: 2 }, values: { bus: '1', switched: '0' } },
    flow('Flow at most', { function: 5 }),
    frost('Frost', { function: 9 }),
    { setting: 'start.adaptive', label: 'Ahead', at: { function: 10 }, values: { on: '1', off: '0' } },
    {
      setting: 'store.target',
      label: 'Store',
      at: { function: 12 },
      range: { low: 40, high: 65, step: 1, unit: '°C' },
    },
  ],
};

const wall = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  schedule: weekOf('5+2', 4, 'start-at'),
  id: 'mw3-wall',
  name: 'MW-3 mains wall',
  family: 'boiler',
  output: 'live',
  channels: 1,
  hotWater: false,
  hotWaterOff: false,
  contactAmps: 5,
  needsNeutral: true,
  head: 'mains',
  hubMinutes: 0,
  pairMinutes: 0,
  manualOverride: true,
  settings: [
    cycles('CPH', { function: 3 }),
    frost('FrSt', { function: 7 }),
    { setting: 'schedule.slots', label: 'EvNt', at: { function: 12 }, values: { '2': '2', '4': '4' } },
  ],
};

const head = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  schedule: weekOf('5+1+1', 4, 'start-at'),
  id: 'hb1-head',
  registration: { way: 'pairing', bands: [], press: 'The receiver’s oval key', holdSeconds: 5, reachMetres: 20 },
  lostSensor: 'own',
  name: 'HB-1 battery head',
  family: 'boiler',
  output: 'volt-free',
  channels: 1,
  hotWater: false,
  hotWaterOff: false,
  contactAmps: 3,
  needsNeutral: false,
  head: 'battery',
  hubMinutes: 0,
  pairMinutes: 2,
  manualOverride: false,
  settings: [cycles('Pace', { switch: '1' }), frost('Frost', { switch: '2' })].map((e) => e),
};

/** Heating and hot water, a channel each. */
const pair = {
  ...radio,
  id: 'rd1-pair',
  schedule: weekOf('5+2', 4, 'start-at'),
  waterPeriods: 2,
  name: 'RD-1 heating and hot water',
  channels: 1,
  hubMinutes: 0,
  pairMinutes: 3,
};

/** Fed from the mains, its contact joined to nothing. */
const apart = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  schedule: weekOf('5+2', 6, 'start-at'),
  id: 'rv1-apart',
  lostSensor: 'stops',
  name: 'RV-1 volt-free receiver',
  family: 'boiler',
  output: 'volt-free',
  channels: 1,
  hotWater: false,
  hotWaterOff: false,
  contactAmps: 5,
  needsNeutral: true,
  head: 'battery',
  hubMinutes: 0,
  pairMinutes: 3,
  manualOverride: true,
  settings: [cycles('Starts', { path: ['Fitter', 'Starts'] }), frost('Guard', { path: ['Fitter', 'Guard'] })],
};

/** The sheets that ship, each checked by the schema. */
export const BOILER_SHEETS: readonly BoilerSheet[] = [radio, pair, bus, wall, apart, head].map((s) =>
  BoilerSheet.parse(s),
);
