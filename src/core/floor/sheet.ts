/** Sheets of line-voltage floor thermostats: supply, relay, probe, terminals, first start, settings. Invented, generic. */
import * as z from 'zod';
import { checkPlate, Schedule, SettingEntry, SHEET_FORMAT, SHEET_VERSION, sheetHead } from '../devices/sheet';
import { FloorCore, ProbeType } from '../job/floor-schema';
import { SheetVolts } from '../mains/supply';

/** What the device asks or shows when it first gets power. */
export const StartStep = z.enum([
  'language',
  'clock',
  'voltage',
  'test-trips',
  'test-resets',
  'load',
  'probe',
  'shows',
  'sensor',
  'limit',
]);
export type StartStep = z.infer<typeof StartStep>;

export const FloorSheet = z
  .strictObject({
    ...sheetHead('floor'),
    /** Supplies it takes, V. */
    volts: z.array(SheetVolts).min(1),
    relayAmps: z.number().min(0.5).max(25),
    /** Has its own ground-fault protection, with a test and a reset. */
    groundFault: z.boolean(),
    probes: z.array(ProbeType).min(1),
    /** What it is set to out of the box. */
    factoryProbe: ProbeType,
    /** measured: it meters the load itself; entered: the watts are typed; none: it does neither. */
    load: z.enum(['measured', 'entered', 'none']),
    /** Numbered terminals and what each is for. */
    terminals: z.record(z.string().min(1).max(4), FloorCore),
    start: z.array(StartStep).min(1).max(12),
    schedule: Schedule,
    /** Patterns it can be set to, coarsest first; absent when it has one only. */
    forms: z.array(Schedule.shape.pattern).min(1).optional(),
    floorRangeCelsius: z.tuple([z.number(), z.number()]),
    differentialKelvin: z.number().min(0.2).max(4),
    settings: z.array(SettingEntry).max(40),
  })
  .superRefine(checkPlate);
export type FloorSheet = z.infer<typeof FloorSheet>;

const celsius = (low: number, high: number, step: number): object => ({ range: { low, high, step, unit: '°C' } });

/** Two buttons and a knob; its modes hide behind a held key. */
const button = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  id: 'fb1-button',
  menu: { press: 'the knob', holdSeconds: 7, savedBy: 'leaving it alone for 30 s' },
  lostSensor: 'stops',
  name: 'FB-1 floor button',
  family: 'floor',
  volts: [230, 240],
  relayAmps: 16,
  groundFault: false,
  probes: ['10k', '12k', '15k', '33k'],
  factoryProbe: '10k',
  load: 'entered',
  terminals: { 1: 'L', 2: 'N', 3: 'heater-1', 4: 'heater-2', 5: 'probe-1', 6: 'probe-2' },
  start: ['clock', 'shows'],
  schedule: { pattern: '5+2', slotsPerDay: 4, minimumGapMinutes: 10, times: 'start-at', owner: 'device' },
  forms: ['5+2', '6+1', '7-day'],
  floorRangeCelsius: [5, 40],
  differentialKelvin: 1,
  settings: [
    {
      setting: 'floor.sensor',
      label: 'Obeys',
      at: { path: ['Tick held 6 s', 'o1'] },
      values: { air: 'A', floor: 'F', both: 'AF' },
    },
    { setting: 'floor.limit', label: 'Cap', at: { path: ['Tick held 6 s', 'o2'] }, ...celsius(20, 45, 1) },
    {
      setting: 'probe.type',
      label: 'Bead',
      at: { path: ['Tick held 6 s', 'o3'] },
      values: { '10k': '10', '12k': '12', '15k': '15', '33k': '33' },
    },
    {
      setting: 'load.watts',
      label: 'Load',
      at: { path: ['Tick held 6 s', 'o4'] },
      range: { low: 0, high: 9900, step: 10, unit: 'W' },
    },
    { setting: 'start.adaptive', label: 'Early', at: { path: ['Tick held 6 s', 'o5'] }, values: { on: '1', off: '0' } },
    { setting: 'window.open', label: 'Gap', at: { path: ['Tick held 6 s', 'o6'] }, values: { on: '1', off: '0' } },
    {
      setting: 'schedule.form',
      label: 'Days',
      at: { path: ['Tick held 6 s', 'o7'] },
      values: { '5+2': '52', '6+1': '61', '7-day': '7' },
    },
    { setting: 'lock', label: 'Keys', at: { path: ['Both arrows held 6 s'] }, values: { on: 'Loc', off: 'FrE' } },
  ],
};

/** A screen that asks its way through the first start. */
const screen = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  id: 'fs4-screen',
  registration: { way: 'own-network', bands: ['2.4'], press: 'The lower corner of the screen', holdSeconds: 8 },
  lostSensor: 'own',
  name: 'FS-4 floor screen',
  family: 'floor',
  volts: [120, 208, 240],
  relayAmps: 15,
  groundFault: true,
  probes: ['6.8k', '10k', '12k', '15k', '33k', '47k', '100k'],
  factoryProbe: '10k',
  load: 'measured',
  terminals: { 1: 'heater-1', 2: 'heater-2', 3: 'L', 4: 'N', 5: 'probe-1', 6: 'probe-2' },
  start: ['language', 'clock', 'voltage', 'test-trips', 'test-resets', 'probe', 'shows', 'sensor', 'limit', 'load'],
  schedule: { pattern: '7-day', slotsPerDay: 6, minimumGapMinutes: 5, times: 'reach-by', owner: 'either' },
  forms: ['5+2', '6+1', '7-day'],
  floorRangeCelsius: [5, 40],
  differentialKelvin: 0.5,
  settings: [
    {
      setting: 'floor.sensor',
      label: 'Steer by',
      at: { path: ['Fitter', 'Floor', 'Steer by'] },
      values: { air: 'room air', floor: 'floor', both: 'room, floor capped' },
    },
    {
      setting: 'probe.type',
      label: 'Probe',
      at: { path: ['Fitter', 'Floor', 'Probe'] },
      values: {
        '6.8k': '6.8 kΩ',
        '10k': '10 kΩ',
        '12k': '12 kΩ',
        '15k': '15 kΩ',
        '33k': '33 kΩ',
        '47k': '47 kΩ',
        '100k': '100 kΩ',
      },
    },
    {
      setting: 'floor.limit',
      label: 'Never above',
      at: { path: ['Fitter', 'Floor', 'Never above'] },
      ...celsius(20, 40, 0.5),
    },
    {
      setting: 'floor.minimum',
      label: 'Never below',
      at: { path: ['Fitter', 'Floor', 'Never below'] },
      values: { off: 'off', '10': '10 °C', '15': '15 °C' },
    },
    {
      setting: 'load.metering',
      label: 'Meter the load',
      at: { path: ['Fitter', 'Load', 'Meter'] },
      values: { on: 'yes', off: 'no' },
    },
    {
      setting: 'load.watts',
      label: 'Watts',
      at: { path: ['Fitter', 'Load', 'Watts'] },
      range: { low: 0, high: 20_000, step: 10, unit: 'W' },
    },
    {
      setting: 'energy.price',
      label: 'Price',
      at: { path: ['Owner', 'Cost', 'Price'] },
      range: { low: 0.01, high: 9.99, step: 0.01, unit: '/kWh' },
    },
    { setting: 'energy.currency', label: 'Currency', at: { path: ['Owner', 'Cost', 'Currency'] } },
    {
      setting: 'start.adaptive',
      label: 'Ready by',
      at: { path: ['Owner', 'Week', 'Ready by'] },
      values: { on: 'yes', off: 'no' },
    },
    {
      setting: 'schedule.form',
      label: 'Days',
      at: { path: ['Owner', 'Week', 'Days'] },
      values: { '5+2': 'work and rest', '6+1': 'six and one', '7-day': 'each its own' },
    },
    {
      setting: 'window.open',
      label: 'Open window',
      at: { path: ['Owner', 'Saving', 'Open window'] },
      values: { on: 'yes', off: 'no' },
    },
    {
      setting: 'damp.guard',
      label: 'Dry floor',
      at: { path: ['Owner', 'Saving', 'Dry floor'] },
      values: { on: 'yes', off: 'no' },
    },
    { setting: 'units', label: 'Degrees', at: { path: ['Owner', 'Screen', 'Degrees'] }, values: { si: 'C', us: 'F' } },
    {
      setting: 'clock',
      label: 'Clock',
      at: { path: ['Owner', 'Screen', 'Clock'] },
      values: { network: 'from the network', own: 'set by hand' },
    },
    { setting: 'lock', label: 'Lock', at: { path: ['Owner', 'Screen', 'Lock'] }, values: { on: 'code', off: 'open' } },
  ],
};

/** The sheets that ship, each checked by the schema. */
/** A dial with a small relay, for one mat: everything else is set by slides behind it, and a week is six days and one. */
const dial = {
  format: SHEET_FORMAT,
  version: SHEET_VERSION,
  id: 'fd2-dial',
  name: 'FD-2 floor dial',
  family: 'floor',
  lostSensor: 'duty',
  volts: [120, 230, 240],
  relayAmps: 10,
  groundFault: false,
  probes: ['10k', '33k'],
  factoryProbe: '33k',
  load: 'none',
  terminals: { N: 'N', L: 'L', M1: 'heater-1', M2: 'heater-2', F1: 'probe-1', F2: 'probe-2' },
  start: ['clock'],
  schedule: {
    pattern: '6+1',
    slotsPerDay: 4,
    minimumGapMinutes: 30,
    stepMinutes: 30,
    times: 'start-at',
    owner: 'device',
    holds: ['next-event', 'for-good'],
  },
  floorRangeCelsius: [8, 35],
  differentialKelvin: 1.5,
  settings: [
    {
      setting: 'floor.sensor',
      label: 'Obeys',
      at: { switch: 'A and b' },
      values: { air: 'up up', floor: 'down down', both: 'up down' },
    },
    { setting: 'probe.type', label: 'Bead', at: { switch: 'c' }, values: { '10k': 'up', '33k': 'down' } },
    { setting: 'floor.limit', label: 'Cap', at: { path: ['The inner ring'] }, ...celsius(20, 35, 1) },
    { setting: 'start.adaptive', label: 'Ahead', at: { switch: 'd' }, values: { on: 'down', off: 'up' } },
    { setting: 'units', label: 'Scale', at: { switch: 'e' }, values: { si: 'up', us: 'down' } },
    { setting: 'damp.guard', label: 'Dry', at: { switch: 'f' }, values: { on: 'down', off: 'up' } },
  ],
};

export const FLOOR_SHEETS: readonly FloorSheet[] = [button, screen, dial].map((s) => FloorSheet.parse(s));
