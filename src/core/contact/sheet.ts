/** Sheets of thermostats for millivolt and dry-contact appliances: what they close, and what they live on. Invented, generic. */
import * as z from 'zod';
import { checkPlate, Schedule, SettingEntry, SHEET_FORMAT, SHEET_VERSION, sheetHead } from '../devices/sheet';

const ContactUse = z.enum(['com', 'no', 'r', 'c', 'w', 'live', 'neutral']);

export const ContactSheet = z
  .strictObject({
    ...sheetHead('contact'),
    /** A contact of its own; R joined to W; or electronics that need a load's own voltage. */
    closes: z.enum(['isolated', 'from-r', 'triac']),
    /** Batteries; 24 V; a receiver's own mains supply; or what leaks through the circuit it switches. */
    livesOn: z.enum(['battery', '24v', 'mains', 'loop']),
    /** Its contacts are made for dry circuits: gold, sure at millivolts. */
    dry: z.boolean(),
    /** Of a closed contact, Ω. */
    contactOhms: z.number().min(0.001).max(5).default(0.05),
    /** What it draws where it lives on 24 V. */
    va: z.number().min(0.05).max(20).optional(),
    amps: z.number().min(0.01).max(16),
    pairMinutes: z.number().min(0).max(60).default(0),
    terminals: z.record(z.string().min(1).max(4), ContactUse),
    schedule: Schedule,
    forms: z.array(Schedule.shape.pattern).min(1).optional(),
    firstStartSeconds: z.number().min(0).max(3600).default(30),
    settings: z.array(SettingEntry).max(40),
  })
  .superRefine(checkPlate);
export type ContactSheet = z.infer<typeof ContactSheet>;

const base = { format: SHEET_FORMAT, version: SHEET_VERSION, family: 'contact' };
const week = { pattern: '5+2', slotsPerDay: 4, minimumGapMinutes: 15, times: 'start-at', owner: 'device' };

const SHEETS = [
  {
    ...base,
    id: 'cb1-cell',
    name: 'CB-1 cell-fed contact',
    closes: 'isolated',
    livesOn: 'battery',
    dry: true,
    contactOhms: 0.03,
    amps: 2,
    terminals: { P: 'com', Q: 'no' },
    schedule: week,
    settings: [
      { setting: 'contact.swing', label: 'Swing', at: { function: 2 }, values: { narrow: '1', usual: '2', wide: '3' } },
      { setting: 'start.adaptive', label: 'Early', at: { function: 5 }, values: { on: '1', off: '0' } },
      { setting: 'units', label: 'C or F', at: { function: 1 }, values: { si: '0', us: '1' } },
    ],
  },
  {
    ...base,
    id: 'cr2-radio',
    menu: { press: 'Home and +', holdSeconds: 5, passcode: '0000', savedBy: 'Home' },
    registration: { way: 'pairing', bands: [], press: 'The key under the receiver’s lid', holdSeconds: 4 },
    lostSensor: 'duty',
    name: 'CR-2 radio receiver and head',
    closes: 'isolated',
    livesOn: 'mains',
    dry: true,
    contactOhms: 0.05,
    amps: 8,
    pairMinutes: 3,
    terminals: { L: 'live', N: 'neutral', '1': 'com', '3': 'no' },
    schedule: { ...week, pattern: '7-day', slotsPerDay: 6, times: 'reach-by', owner: 'either' },
    forms: ['5+2', '7-day'],
    settings: [
      {
        setting: 'contact.swing',
        label: 'Band',
        at: { path: ['Trade', 'Band'] },
        values: { narrow: '0.3', usual: '0.6', wide: '1.2' },
      },
      {
        setting: 'start.adaptive',
        label: 'Be warm by',
        at: { path: ['Home', 'Be warm by'] },
        values: { on: 'yes', off: 'no' },
      },
      {
        setting: 'schedule.form',
        label: 'Days',
        at: { path: ['Home', 'Days'] },
        values: { '5+2': 'work, rest', '7-day': 'each' },
      },
      { setting: 'units', label: 'Degrees', at: { path: ['Home', 'Degrees'] }, values: { si: 'C', us: 'F' } },
    ],
  },
  {
    ...base,
    id: 'cp1-wired',
    registration: { way: 'card-digits', bands: ['2.4'], check: 'verhoeff', digits: 12 },
    lostSensor: 'own',
    name: 'CP-1 wired 24 V',
    closes: 'from-r',
    livesOn: '24v',
    dry: false,
    va: 3,
    amps: 1,
    terminals: { Rh: 'r', Cm: 'c', Wh: 'w' },
    schedule: { ...week, pattern: '7-day', slotsPerDay: 6, times: 'reach-by', owner: 'either' },
    settings: [
      {
        setting: 'contact.swing',
        label: 'Differential',
        at: { path: ['Pro', 'Differential'] },
        values: { narrow: 'fine', usual: 'normal', wide: 'coarse' },
      },
      { setting: 'units', label: 'Scale', at: { path: ['Pro', 'Scale'] }, values: { si: 'C', us: 'F' } },
      { setting: 'clock', label: 'Clock', at: { path: ['Pro', 'Clock'] }, values: { network: 'network', own: 'own' } },
    ],
  },
  {
    ...base,
    id: 'ct1-thief',
    name: 'CT-1 two-wire electronic',
    closes: 'triac',
    livesOn: 'loop',
    dry: false,
    amps: 1,
    terminals: { Rh: 'r', Wh: 'w' },
    schedule: week,
    settings: [{ setting: 'units', label: 'Unit', at: { function: 1 }, values: { si: '0', us: '1' } }],
  },
];

/** The sheets that ship, each checked by the schema. */
export const CONTACT_SHEETS: readonly ContactSheet[] = SHEETS.map((s) => ContactSheet.parse(s));
