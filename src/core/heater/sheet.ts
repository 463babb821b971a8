/** Sheets of line-voltage thermostats: supply, poles, what they need at the wall, relay, terminals. Invented, generic. */
import * as z from 'zod';
import { checkPlate, Schedule, SettingEntry, SHEET_FORMAT, SHEET_VERSION, sheetHead } from '../devices/sheet';
import { SheetVolts } from '../mains/supply';

export const TerminalUse = z.enum(['supply-1', 'supply-2', 'load-1', 'load-2', 'neutral', 'earth']);
export type TerminalUse = z.infer<typeof TerminalUse>;

export const HeaterSheet = z
  .strictObject({
    ...sheetHead('heater'),
    volts: z.array(SheetVolts).min(1),
    poles: z.union([z.literal(1), z.literal(2)]),
    /**
     * What it lives on at the wall: both supply conductors, hot and neutral, nothing but its load in series, or a relay
     * box with its own transformer that a low-voltage head calls.
     */
    needs: z.enum(['both-legs', 'neutral', 'series', 'relay-box']),
    /** Resistive. */
    amps: z.number().min(1).max(63),
    /** Most watts by supply volts, where its maker says so; the least of this and the amperes holds. */
    watts: z.record(z.string(), z.number().min(10).max(50_000)).optional(),
    /** Least load it can live through in series, W. */
    leastWatts: z.number().min(0).max(5000).optional(),
    /** Chops the wave instead of closing a contact: not for motors. */
    electronic: z.boolean(),
    /** Seconds from the call to the contact and back; a thermal element waits. */
    waitSeconds: z.number().min(0).max(120).default(0),
    /** Its coil, VA, of a relay box. */
    coilVA: z.number().min(0.5).max(20).optional(),
    openWindow: z.boolean().default(false),
    depthMillimetres: z.number().min(5).max(120).default(25),
    terminals: z.record(z.string().min(1).max(4), TerminalUse),
    schedule: Schedule,
    forms: z.array(Schedule.shape.pattern).min(1).optional(),
    firstStartSeconds: z.number().min(0).max(3600).default(60),
    settings: z.array(SettingEntry).max(40),
  })
  .superRefine(checkPlate);
export type HeaterSheet = z.infer<typeof HeaterSheet>;

const base = { format: SHEET_FORMAT, version: SHEET_VERSION, family: 'heater' };
const degrees = (low: number, high: number): object => ({ range: { low, high, step: 0.5, unit: '°C' } });

const SHEETS = [
  {
    ...base,
    id: 'hl2-twin',
    menu: { press: 'the clock', holdSeconds: 10, offFirst: true, savedBy: 'OK' },
    registration: {
      way: 'two-keys',
      bands: ['2.4'],
      press: 'Both arrows',
      holdSeconds: 5,
      sees: 'The wave in the corner flashes, then stands still.',
    },
    lostSensor: 'own',
    name: 'HL-2 twin-pole line',
    volts: [120, 208, 240],
    poles: 2,
    needs: 'both-legs',
    amps: 16,
    watts: { 120: 1920, 208: 3328, 240: 3840 },
    electronic: false,
    openWindow: true,
    terminals: { A1: 'supply-1', A2: 'supply-2', B1: 'load-1', B2: 'load-2' },
    schedule: { pattern: '7-day', slotsPerDay: 6, minimumGapMinutes: 10, times: 'reach-by', owner: 'either' },
    forms: ['5+2', '7-day'],
    settings: [
      {
        setting: 'heater.cycle',
        label: 'Rhythm',
        at: { path: ['Fit', 'Heater', 'Rhythm'] },
        values: { short: 'brisk', minutes: 'plain', long: 'slow' },
      },
      { setting: 'heater.most', label: 'Top', at: { path: ['Fit', 'Range', 'Top'] }, ...degrees(10, 30) },
      {
        setting: 'load.watts',
        label: 'Load',
        at: { path: ['Fit', 'Heater', 'Load'] },
        range: { low: 0, high: 4000, step: 10, unit: 'W' },
      },
      {
        setting: 'start.adaptive',
        label: 'Be ready',
        at: { path: ['Home', 'Week', 'Be ready'] },
        values: { on: 'yes', off: 'no' },
      },
      {
        setting: 'window.open',
        label: 'Window',
        at: { path: ['Home', 'Thrift', 'Window'] },
        values: { on: 'yes', off: 'no' },
      },
      {
        setting: 'schedule.form',
        label: 'Days',
        at: { path: ['Home', 'Week', 'Days'] },
        values: { '5+2': 'work, rest', '7-day': 'each' },
      },
      { setting: 'units', label: 'Degrees', at: { path: ['Home', 'Face', 'Degrees'] }, values: { si: 'C', us: 'F' } },
      { setting: 'lock', label: 'Lock', at: { path: ['Home', 'Face', 'Lock'] }, values: { on: 'shut', off: 'open' } },
    ],
  },
  {
    ...base,
    id: 'hs1-series',
    name: 'HS-1 two-wire series',
    volts: [120, 208, 240],
    poles: 1,
    needs: 'series',
    amps: 15,
    leastWatts: 500,
    electronic: true,
    terminals: { '1': 'supply-1', '2': 'load-1' },
    schedule: { pattern: '5+2', slotsPerDay: 4, minimumGapMinutes: 15, times: 'start-at', owner: 'device' },
    settings: [
      { setting: 'heater.cycle', label: 'Beat', at: { function: 3 }, values: { short: '1', minutes: '2', long: '3' } },
      { setting: 'heater.most', label: 'Cap', at: { function: 4 }, range: { low: 15, high: 30, step: 1, unit: '°C' } },
      { setting: 'start.adaptive', label: 'Early', at: { function: 6 }, values: { on: '1', off: '0' } },
      { setting: 'units', label: 'C or F', at: { function: 1 }, values: { si: '0', us: '1' } },
    ],
  },
  {
    ...base,
    id: 'hn1-relay',
    registration: { way: 'short-range', bands: ['2.4', '5'] },
    lostSensor: 'own',
    name: 'HN-1 relay with neutral',
    volts: [120, 230, 240],
    poles: 1,
    needs: 'neutral',
    amps: 16,
    electronic: false,
    openWindow: true,
    terminals: { L: 'supply-1', N: 'neutral', '1': 'load-1' },
    schedule: { pattern: '7-day', slotsPerDay: 8, minimumGapMinutes: 5, times: 'reach-by', owner: 'either' },
    settings: [
      {
        setting: 'heater.cycle',
        label: 'Switching',
        at: { path: ['Setup', 'Load', 'Switching'] },
        values: { short: 'every 1 min', minutes: 'every 5 min', long: 'every 15 min' },
      },
      { setting: 'heater.most', label: 'Highest', at: { path: ['Setup', 'Load', 'Highest'] }, ...degrees(15, 35) },
      {
        setting: 'load.watts',
        label: 'Watts',
        at: { path: ['Setup', 'Load', 'Watts'] },
        range: { low: 0, high: 3680, step: 10, unit: 'W' },
      },
      {
        setting: 'start.adaptive',
        label: 'Reach by',
        at: { path: ['Use', 'Week', 'Reach by'] },
        values: { on: 'yes', off: 'no' },
      },
      {
        setting: 'window.open',
        label: 'Airing',
        at: { path: ['Use', 'Thrift', 'Airing'] },
        values: { on: 'yes', off: 'no' },
      },
      { setting: 'units', label: 'Unit', at: { path: ['Use', 'Face', 'Unit'] }, values: { si: '°C', us: '°F' } },
      {
        setting: 'clock',
        label: 'Time',
        at: { path: ['Use', 'Face', 'Time'] },
        values: { network: 'network', own: 'by hand' },
      },
    ],
  },
  {
    ...base,
    id: 'hr1-box',
    registration: { way: 'radio', bands: [], press: 'The small key behind the cover', holdSeconds: 1 },
    lostSensor: 'stops',
    name: 'HR-1 relay box and head',
    volts: [120, 208, 240],
    poles: 2,
    needs: 'relay-box',
    amps: 22,
    coilVA: 4,
    electronic: false,
    waitSeconds: 45,
    terminals: { X1: 'supply-1', X2: 'supply-2', Z1: 'load-1', Z2: 'load-2' },
    schedule: { pattern: '7-day', slotsPerDay: 4, minimumGapMinutes: 15, times: 'reach-by', owner: 'either' },
    settings: [
      {
        setting: 'heater.cycle',
        label: 'Cycle',
        at: { path: ['Technical', 'Cycle'] },
        values: { minutes: 'normal', long: 'long' },
      },
      {
        setting: 'start.adaptive',
        label: 'Anticipate',
        at: { path: ['Owner', 'Anticipate'] },
        values: { on: 'on', off: 'off' },
      },
      { setting: 'units', label: 'Scale', at: { path: ['Owner', 'Scale'] }, values: { si: 'C', us: 'F' } },
    ],
  },
];

/** The sheets that ship, each checked by the schema. */
export const HEATER_SHEETS: readonly HeaterSheet[] = SHEETS.map((s) => HeaterSheet.parse(s));
