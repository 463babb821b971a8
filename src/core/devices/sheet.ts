/**
 * A device sheet: one thermostat model described by data, never by code. Users write their own
 * from a manual they hold; three invented ones ship.
 */
import * as z from 'zod';
import { TerminalLabel } from '../job/schema';
import { SheetJoin } from '../join/sheet';

export const SHEET_FORMAT = 'augerset.device';
export const SHEET_VERSION = 1;

const text = z.string().min(1).max(120);
const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[a-z0-9-]+$/, 'lower-case letters, digits and hyphens');

/** Canonical settings, the same for every device; the sheet says where each is. */
export const SettingKey = z.enum([
  'equipment.kind',
  'equipment.fuel',
  'stages.heat',
  'stages.cool',
  'stages.aux',
  'valve.active',
  'aux.fuel',
  'aux.lockout',
  'compressor.lockout',
  'aux.differential',
  'fan.heating',
  'transformers',
  'power.source',
  'cycles.heat',
  'cycles.cool',
  'compressor.rest',
  'changeover',
  'deadband',
  'units',
  'setback.recovery',
  'schedule.form',
  'schedule.slots',
  'stage.second',
  'fan.circulation',
  'terminals.byHand',
  'humidify.power',
  'humidify.target',
  'humidify.fan',
  'dehumidify.power',
  'dehumidify.target',
  'dehumidify.output',
  'dehumidify.fan',
  'ventilate.power',
  'ventilate.minutes',
  'ventilate.fan',
  'boiler.control',
  'boiler.flow',
  'boiler.cycles',
  'boiler.minimum',
  'boiler.frost',
  'boiler.overrun',
  'floor.limit',
  'store.target',
  'store.pasteurise',
  'floor.sensor',
  'floor.minimum',
  'probe.type',
  'load.metering',
  'load.watts',
  'energy.price',
  'energy.currency',
  'start.adaptive',
  'window.open',
  'lock',
  'clock',
  'damp.guard',
  'heater.cycle',
  'heater.most',
  'contact.swing',
]);

/** Where the setting is on this device: a numbered function, a path through its menus, or a switch in its case. */
const Location = z.union([
  /** A slide or dip switch inside the case. */
  z.strictObject({ switch: text }),
  z.strictObject({ function: z.int().min(0).max(9999) }),
  z.strictObject({ path: z.array(text).min(1).max(6) }),
]);

export const SettingEntry = z.strictObject({
  setting: SettingKey,
  label: text,
  at: Location,
  /** Canonical value to what is entered or chosen: { "furnace": "4" }. */
  values: z.record(text, text).optional(),
  /** What it stands at out of the box, in the device's own words. */
  factory: text.optional(),
  /** Cannot be reached, or not by the installer. */
  locked: z.boolean().optional(),
  /** For numbers: the range the device takes, in SI units. */
  range: z
    .strictObject({
      low: z.number(),
      high: z.number(),
      step: z.number().min(1e-3).max(1000),
      unit: z.enum(['K', 's', 'min', '/h', '°C', '%', 'min/h', 'W', '/kWh']),
    })
    .optional(),
});

const SheetTerminal = z.strictObject({
  label: TerminalLabel,
  role: z.enum([
    'hot',
    'hot-cool',
    'hot-heat',
    'common',
    'heat1',
    'heat2',
    'heat3',
    'cool1',
    'cool2',
    'fan',
    'valve-cool',
    'valve-heat',
    'valve-either',
    'emergency',
    'fault',
    'sensor',
    'accessory',
    'splitter',
    'valve-close',
  ]),
});

/** An output for accessories: one terminal fed from R inside the device, or a volt-free pair. */
const AccessoryRelay = z.strictObject({
  terminals: z.union([z.tuple([TerminalLabel]), z.tuple([TerminalLabel, TerminalLabel])]),
  kinds: z.array(z.enum(['humidifier', 'dehumidifier', 'ventilator'])).min(1),
});

/** How the device keeps a week: which days are alike, how many events a day, and what a time means. */
export const Schedule = z.strictObject({
  pattern: z.enum(['7-day', '5+2', '6+1', '5+1+1', 'each-day']),
  slotsPerDay: z.int().min(1).max(24),
  minimumGapMinutes: z.int().min(1).max(240),
  times: z.enum(['start-at', 'reach-by']),
  owner: z.enum(['device', 'account', 'either']),
  /** Grid of its times, min; of its setpoints, K and °F. 5 min, 0.5 K and 1 °F where the maker does not say. */
  stepMinutes: z.int().min(1).max(60).optional(),
  setpointStep: z.strictObject({ si: z.number().min(0.1).max(5), us: z.number().min(0.5).max(5) }).optional(),
  /** How it can hold one temperature by hand: until its next event, for so many hours, until a date and time, or for good. */
  holds: z
    .array(z.enum(['next-event', 'hours', 'date', 'for-good']))
    .min(1)
    .max(4)
    .optional(),
  /** Minutes of fan and fresh air: in each profile, or one figure for all hours. */
  minutes: z.enum(['by-profile', 'one']).optional(),
  /** What it calls its slots, in their order. */
  slotNames: z.array(z.string().min(1).max(24)).max(24).optional(),
});
export type Schedule = z.infer<typeof Schedule>;

/** What the device does once no sensor that counts is left. */
export const LostSensor = z.enum(['own', 'floor', 'last', 'stops', 'duty']);
export type LostSensor = z.infer<typeof LostSensor>;
export const LOST_SENSOR_WORDS: Readonly<Record<LostSensor, string>> = {
  own: 'steers by the sensor in itself',
  floor: 'steers by its floor probe',
  last: 'goes on with the last it heard',
  stops: 'stops, and says so',
  duty: 'runs a fixed part of each hour, whatever the room',
};

/** How the menu of an installer is entered and left. */
const SheetMenu = z.strictObject({
  press: text,
  holdSeconds: z.number().min(0).max(60).optional(),
  passcode: text.optional(),
  /** It must be off before its menu opens. */
  offFirst: z.boolean().optional(),
  /** What keeps what was entered: a key, or leaving it alone. */
  savedBy: text.optional(),
});
export type SheetMenu = z.infer<typeof SheetMenu>;

/** How the screws stand on the plate: rows of labels parted by blanks, a row being a column where it stands upright. */
const SheetPlate = z.strictObject({
  rows: z.array(text).min(1).max(4),
  upright: z.boolean().optional(),
});
export type SheetPlate = z.infer<typeof SheetPlate>;

/** What every family's sheet begins with. */
export const sheetHead = <F extends string>(family: F) => ({
  format: z.literal(SHEET_FORMAT),
  version: z.literal(SHEET_VERSION),
  id,
  name: text,
  family: z.literal(family),
  /** Where it was read: a leaflet, its edition. */
  origin: text.optional(),
  menu: SheetMenu.optional(),
  plate: SheetPlate.optional(),
  lostSensor: LostSensor.optional(),
  registration: SheetJoin.optional(),
});

/** Labels of a sheet's terminals, listed or by name. */
export const terminalLabels = (terminals: unknown): string[] =>
  Array.isArray(terminals)
    ? terminals.flatMap((t: { label?: unknown }) => (typeof t?.label === 'string' ? [t.label] : []))
    : typeof terminals === 'object' && terminals !== null
      ? Object.keys(terminals)
      : [];

/** The labels of one row of a plate. */
export const rowLabels = (row: string): string[] => row.split(/\s+/).filter(Boolean);

/** Every label on the plate is a terminal of the sheet, once. */
export function checkPlate(
  sheet: { plate?: SheetPlate | undefined; terminals?: unknown },
  context: z.RefinementCtx,
): void {
  const known = terminalLabels(sheet.terminals);
  const seen = new Set<string>();
  for (const [i, row] of (sheet.plate?.rows ?? []).entries())
    for (const label of rowLabels(row)) {
      const message = !known.includes(label)
        ? `${label} is not one of the terminals`
        : seen.has(label)
          ? `${label} stands on the plate twice`
          : '';
      if (message) context.addIssue({ code: 'custom', path: ['plate', 'rows', i], message });
      seen.add(label);
    }
}

export const DeviceSheet = z
  .strictObject({
    ...sheetHead('24v'),
    supply: z.strictObject({
      /** What can run it: the 24 V supply, its batteries, or either. */
      kinds: z
        .array(z.enum(['24v', 'battery', 'idle-loads']))
        .min(1)
        .max(3),
      va: z.number().min(0.01).max(20),
      commonRequired: z.boolean(),
      lowVolts: z.number().min(10).max(24).default(20),
      highVolts: z.number().min(24).max(40).default(30),
      /** The R terminal that powers it, where two transformers are kept apart; either side without. */
      from: z.union([TerminalLabel, z.literal('either')]).optional(),
      /** What it draws through an idle coil to live on without C, where it can. */
      idleMilliamps: z.number().min(0.1).max(200).optional(),
    }),
    terminals: z.array(SheetTerminal).min(2).max(24),
    /** The terminal a single R conductor lands on. */
    singleR: TerminalLabel,
    jumper: z.strictObject({
      /**
       * internal: the device joins its R terminals itself; wire: a jumper is fitted or removed; link: a
       * factory link that is cut for two transformers; none: one R terminal only.
       */
      kind: z.enum(['internal', 'wire', 'link', 'none']),
      between: z.array(TerminalLabel).max(3).default([]),
    }),
    heatStages: z.int().min(0).max(3),
    coolStages: z.int().min(0).max(2),
    heatPump: z.boolean().default(false),
    /** Terminals it calls auxiliary heat on with a heat pump, in order; its W terminals in order without. */
    auxTerminals: z.array(TerminalLabel).max(3).optional(),
    /** How it calls: by joining R to a terminal (and R only), or by contacts of their own that carry anything. */
    contacts: z.enum(['from-r', 'isolated', 'millivolt']).default('from-r'),
    /** What starts emergency heat: the user's own mode, or also a fault of the compressor that the device sees. */
    emergencyStartedBy: z.enum(['user', 'user-or-fault']).default('user'),
    accessoryRelays: z.array(AccessoryRelay).max(4).default([]),
    detectsTerminals: z.boolean(),
    powerKits: z.array(z.enum(['extender', 'splitter', 'separate-transformer', 'reuse-g'])).default([]),
    schedule: Schedule,
    heatRangeCelsius: z.tuple([z.number(), z.number()]),
    coolRangeCelsius: z.tuple([z.number(), z.number()]),
    deadbandKelvin: z.number().min(0.5).max(5),
    compressorRestSeconds: z.number().min(0).max(900),
    firstStartSeconds: z.number().min(0).max(3600),
    updateSeconds: z.number().min(0).max(3600),
    settings: z.array(SettingEntry).max(60),
  })
  .superRefine((sheet, context) => {
    checkPlate(sheet, context);
    const labels = sheet.terminals.map((t) => t.label);
    const twice = labels.find((label, i) => labels.indexOf(label) !== i);
    if (twice) context.addIssue({ code: 'custom', path: ['terminals'], message: `terminal ${twice} is listed twice` });
    if (!labels.includes(sheet.singleR)) {
      context.addIssue({ code: 'custom', path: ['singleR'], message: `${sheet.singleR} is not one of the terminals` });
    }
    for (const label of [
      ...(sheet.auxTerminals ?? []),
      ...(sheet.supply.from && sheet.supply.from !== 'either' ? [sheet.supply.from] : []),
    ]) {
      if (!labels.includes(label))
        context.addIssue({ code: 'custom', path: ['terminals'], message: `${label} is not one of the terminals` });
    }
    for (const label of sheet.accessoryRelays.flatMap((r) => r.terminals)) {
      if (!labels.includes(label))
        context.addIssue({
          code: 'custom',
          path: ['accessoryRelays'],
          message: `${label} is not one of the terminals`,
        });
    }
    for (const label of sheet.jumper.between) {
      if (!labels.includes(label)) {
        context.addIssue({
          code: 'custom',
          path: ['jumper', 'between'],
          message: `${label} is not one of the terminals`,
        });
      }
    }
  });

/** What every family's sheet has: the rest is its family's own. */
export interface BaseSheet {
  id: string;
  name: string;
  family: string;
  settings: SettingEntry[];
  schedule?: Schedule;
  lostSensor?: LostSensor;
  registration?: SheetJoin;
  origin?: string;
  menu?: SheetMenu;
  plate?: SheetPlate;
}

export type DeviceSheet = z.infer<typeof DeviceSheet>;
export type SettingKey = z.infer<typeof SettingKey>;
export type SettingEntry = z.infer<typeof SettingEntry>;

/** "function 1", "switch S2" or "Menu / Installer / Equipment". */
export const placeOf = (entry: SettingEntry): string =>
  'function' in entry.at
    ? `function ${entry.at.function}`
    : 'switch' in entry.at
      ? `switch ${entry.at.switch}`
      : entry.at.path.join(' / ');
