/** What a boiler job's survey holds: the plant, its ratings, what is joined to what, hot water and its use. */
import * as z from 'zod';
import { many, PointText, size } from './bounds';
import type { MeasuredLeaf } from './measured-leaf';

const text = z.string().max(200);

/** "RX.4", "HW.brown", "BOILER.SL": a part and one of its terminals. */
const WirePoint = z
  .string()
  .max(40)
  .regex(/^[A-Z0-9]+\.[A-Za-z0-9]+$/, 'a part and its terminal, such as RX.4 or HW.brown')
  .pipe(PointText);

export const PlantKind = z.enum(['combination', 'zone-valves', 'heating-valves', 'three-port', 'gravity']);

/** What a terminal of the old receiver did; a link joined two of them inside it. */
export const OldFunction = z.enum([
  'live',
  'neutral',
  'earth',
  'common',
  'heating-on',
  'heating-off',
  'hot-water-on',
  'hot-water-off',
  'link',
  'unused',
]);
/** What the boiler's call terminals take. */
export const BoilerInput = z.enum(['live', 'volt-free', 'low-voltage', 'bus']);

export const Wire = z.strictObject({
  a: WirePoint,
  b: WirePoint,
  colour: z.string().min(1).max(24).optional(),
  /** Terminal of the wiring centre it passes through. */
  centre: z.int().min(1).max(40).optional(),
});

const minute = z.int().min(0).max(1440);

const CoreKept = z.strictObject({
  colour: text,
  /** How it was dead for the ohms: with the live alone off, both bars may be one upstream. */
  isolation: z.enum(['live-only', 'double-pole']).optional(),
  /** Seen in the junction box: where its other end is. */
  junction: z.enum(['live', 'switched', 'neutral', 'earth', 'loose']).optional(),
});

/** As it is kept. */
export const BoilerKept = z.strictObject({
  region: z.enum(['NA', 'EU', 'UK', 'AU']).optional(),
  plant: PlantKind.optional(),
  heatingZones: z.int().min(1).max(8).optional(),
  input: BoilerInput.optional(),
  /** The boiler runs its pump on after the call: it feeds the pump and needs a permanent live. */
  pumpOverrun: z.boolean().optional(),
  permanentLive: z.boolean().optional(),
  /** Where the pump is: in the boiler's case, or a part of its own. */
  pump: z.enum(['inside', 'outside']).optional(),
  /** A core at the device that was traced or landed as its neutral; none: there is no neutral there. */
  deviceNeutral: z.enum(['landed', 'none']).optional(),
  /** Electrical, at 230 V. */
  boilerVA: size(1, 2000, 'VA', 'a boiler’s own draw').optional(),
  pumpVA: size(1, 2000, 'VA', 'a pump').optional(),
  fuseAmps: size(0.5, 63, 'A', 'a fuse').optional(),
  earth: z.boolean().optional(),
  /** shared: borrowed from another circuit. */
  neutral: z.enum(['own', 'shared']).optional(),
  /** The old room thermostat once the new one is in. */
  oldRoomThermostat: z.enum(['none', 'in-series', 'joined', 'floating']).optional(),
  /** Two of them in series, with the second forgotten, is the usual surprise. */
  oldRoomThermostats: z.int().min(1).max(2).optional(),
  /** An earth where the device hangs. */
  deviceEarth: z.boolean().optional(),
  /** What heats the store on and off: an output of the device, or a timer that was there and stays. */
  hotWaterBy: z.enum(['device', 'timer']).optional(),
  /** A thermostat on the cylinder; without one nothing stops the store at its temperature. */
  cylinderThermostat: z.boolean().optional(),
  /** One device for all zones, or a wall unit in each. */
  units: z.enum(['one', 'each-zone']).optional(),
  /** The old receiver's terminals by its own labels: what each did, and the colour of its core. */
  oldBox: many(
    z.strictObject({
      label: z.string().min(1).max(12),
      does: OldFunction,
      zone: z.int().min(1).max(8).optional(),
      colour: z.string().min(1).max(24).optional(),
    }),
    'old terminals',
  ).optional(),
  /** The old receiver had links inside: they are not carried over. */
  oldLinks: z.boolean().optional(),
  /** Cores coiled unused on the mains cables. */
  spareCores: z.int().min(0).max(24).optional(),
  /** What is joined now, where somebody traced it; the plan stands in for it until then. */
  wires: many(Wire, 'wires').optional(),
  boilerWatts: size(500, 200_000, 'W', 'a boiler').optional(),
  flowCelsius: z.number().min(20).max(90).optional(),
  dropKelvin: size(1, 40, 'K', 'flow less return').optional(),
  emitters: z.enum(['radiators', 'floor']).optional(),
  floor: z.enum(['living', 'bathroom', 'edge', 'timber']).optional(),
  cylinder: z
    .strictObject({
      litres: size(1, 2000, 'litres', 'a cylinder'),
      coilWatts: size(100, 100_000, 'W', 'a coil').optional(),
      targetCelsius: z.number().min(20).max(90).optional(),
      coldCelsius: z.number().min(1).max(40).optional(),
      lossWattsPerKelvin: z.number().min(0).max(50).optional(),
      /** Seldom used: a weekly hour at 60 °C is wanted. */
      seldomUsed: z.boolean().optional(),
    })
    .optional(),
  /** Hot water windows of a day, minutes from midnight. */
  windows: z
    .array(z.strictObject({ from: minute, to: minute }))
    .max(12)
    .optional(),
  /** On Saturday and Sunday, where those differ. */
  weekendWindows: z
    .array(z.strictObject({ from: minute, to: minute }))
    .max(12)
    .optional(),
  /** Of single days, Monday 0, where those differ from both. */
  dayWindows: z
    .partialRecord(
      z.enum(['0', '1', '2', '3', '4', '5', '6']),
      z.array(z.strictObject({ from: minute, to: minute })).max(12),
    )
    .optional(),
  drawOffs: z
    .array(z.strictObject({ at: minute, litres: size(0.1, 500, 'litres', 'a draw-off') }))
    .max(24)
    .optional(),
  /** Cores found in a box whose purpose nobody knows; what each reads are readings. */
  cores: many(CoreKept, 'cores').prefault({}),
  /** Thermostats to pair. */
  heads: z.int().min(1).max(12).optional(),
  internet: z.boolean().optional(),
  /** Tasks of the start, by id: when each was begun and done. */
  start: many(
    z.strictObject({ begun: z.iso.datetime({ offset: true }).optional(), done: z.boolean().optional() }),
    'ticks',
  ).prefault({}),
});

/** With what was measured beside what it is of: as files may write it, and as everything here reads it. */
export const BoilerSurvey = BoilerKept.extend({
  cores: many(
    CoreKept.extend({
      /** Volts to earth with nothing calling, and with the old thermostat calling. */
      idleVolts: z.number().min(0).max(300).optional(),
      callVolts: z.number().min(0).max(300).optional(),
      /** Continuity to the neutral bar with the supply off. */
      toNeutralOhms: z.number().min(0).max(1e9).optional(),
      /** To the earth bar, likewise. */
      toEarthOhms: z.number().min(0).max(1e9).optional(),
    }),
    'cores',
  ).prefault({}),
});

/** Answers that fill a field: the question is that nobody filled it. */
export const BOILER_ANSWERS: Readonly<Record<string, readonly string[]>> = {
  plant: ['plant'],
  'boiler-input': ['input'],
};

export const BOILER_MEASURED: readonly MeasuredLeaf[] = [
  { path: ['cores', '*', 'idleVolts'], measure: 'core-idle', quantity: 'volts-ac', words: 'to earth, nothing calling' },
  { path: ['cores', '*', 'callVolts'], measure: 'core-call', quantity: 'volts-ac', words: 'to earth, calling' },
  { path: ['cores', '*', 'toNeutralOhms'], measure: 'core-neutral', quantity: 'ohms', words: 'to the neutral bar' },
  { path: ['cores', '*', 'toEarthOhms'], measure: 'core-earth', quantity: 'ohms', words: 'to the earth bar' },
];

export type BoilerKept = z.infer<typeof BoilerKept>;
export type BoilerSurvey = z.infer<typeof BoilerSurvey>;
export type OldFunction = z.infer<typeof OldFunction>;
export type PlantKind = z.infer<typeof PlantKind>;
export type BoilerInput = z.infer<typeof BoilerInput>;
export type Wire = z.infer<typeof Wire>;
