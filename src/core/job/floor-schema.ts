/**
 * What a floor heating job's survey holds: supply, mats, probe, floor and room, and what was logged. What was measured
 * of them are readings; a file may write them beside what they are of, and that is how they are read here.
 */
import * as z from 'zod';
import { key, many, size } from './bounds';
import type { MeasuredLeaf } from './measured-leaf';
import { Wire } from './wire';

const text = z.string().max(200);

/** A broken core reads "OL" on the meter and is kept as 1e8. */
const ohms = z
  .number()
  .min(1e-3, 'ohms must be above zero: a short reads a few tenths, a broken core reads OL')
  .max(1e9, 'beyond what a meter reads: a broken core reads OL and is kept as 1e8');

export const Covering = z.enum(['tile', 'stone', 'timber', 'laminate', 'vinyl', 'carpet']);
/** What the cable lies in, and on. */
export const Build = z.enum(['board', 'concrete', 'screed', 'joists']);
/** What lies under the floor. */
export const Beneath = z.enum(['ground', 'heated', 'unheated']);
/** Probes by their resistance at 25 °C. */
export const ProbeType = z.enum(['6.8k', '10k', '12k', '15k', '33k', '47k', '100k'], {
  error: (issue) => `"${String(issue.input)}" is not a probe type: 6.8k, 10k, 12k, 15k, 33k, 47k or 100k`,
});

export const MatReading = z.strictObject({
  ohms: ohms.optional(),
  /** Cable to screen. */
  megohms: z.number().min(0, 'megohms cannot be below zero').max(1e5).optional(),
});

const MatKept = z.strictObject({
  name: text.optional(),
  ratedWatts: size(1, 10_000, 'W', 'watts'),
  ratedVolts: size(1, 500, 'V', 'volts').optional(),
});
const Mat = MatKept.extend({
  before: MatReading.optional(),
  after: MatReading.optional(),
  connection: MatReading.optional(),
});

/** A core at the new device's numbered terminals. */
export const FloorCore = z.enum(['L', 'N', 'E', 'heater-1', 'heater-2', 'screen', 'probe-1', 'probe-2']);

const minute = z.int().min(0).max(1440);

const ProbeKept = z.strictObject({
  /** Off its bag or sheet. */
  type: ProbeType.optional(),
  place: z.enum(['between', 'across']).optional(),
  /** B of the probe's own sheet, K; the usual spread is taken without. */
  beta: z.number().min(2500, 'B lies between 2500 and 5000 K').max(5000, 'B lies between 2500 and 5000 K').optional(),
  /** There is no probe in this floor. */
  absent: z.boolean().optional(),
});

/** As it is kept. */
export const FloorKept = z.strictObject({
  region: z.enum(['NA', 'EU', 'UK', 'AU']).optional(),
  breakerAmps: size(1, 125, 'A', 'a breaker').optional(),
  breakerPoles: z.enum(['one', 'two']).optional(),
  /** The cable from breaker to box. */
  wire: Wire.optional(),
  aluminium: z.boolean().optional(),
  /** Ground-fault protection ahead of the device. */
  groundFault: z.enum(['upstream', 'none']).optional(),
  mats: many(MatKept, 'mats').prefault({}),
  joined: z.enum(['parallel', 'series']).optional(),
  /** Mats whose leads are joined to nothing. */
  loose: z.array(key).max(24).optional(),
  switching: z.enum(['direct', 'contactor', 'slave']).optional(),
  probe: ProbeKept.prefault({}),
  areaSquareMetres: size(0.05, 1000, 'm²', 'area').optional(),
  covering: Covering.optional(),
  /** m²K/W, where the covering's sheet gives it. */
  coveringResistance: z.number().min(0).max(0.5).optional(),
  /** What the covering's maker allows. */
  coveringLimitCelsius: z.number().min(20).max(45).optional(),
  build: Build.optional(),
  beneath: Beneath.optional(),
  /** comfort: warm underfoot; bath: wet bare feet; sole: the only heat of the room; damp: keeps an unheated room dry. */
  purpose: z.enum(['comfort', 'bath', 'sole', 'damp']).optional(),
  roomCelsius: z.number().min(-20).max(40).optional(),
  outdoorCelsius: z.number().min(-40).max(45).optional(),
  /** Coldest the room must be held at. */
  designCelsius: z.number().min(-40).max(20).optional(),
  lossWattsPerKelvin: size(0.1, 2000, 'W/K', 'what the room loses').optional(),
  screenEarthed: z.boolean().optional(),
  old: z.enum(['none', 'mechanical', 'electronic']).optional(),
  slackMillimetres: z.number().min(0).max(2000).optional(),
  /** Terminal number to the core found or put on it. */
  landed: many(FloorCore, 'cores').prefault({}),
  price: z
    .strictObject({
      perKwh: size(1e-4, 1000, '', 'a price'),
      currency: z.string().min(1).max(5),
      /** A cheaper stretch of a day, which may pass midnight; on the days it begins on, Monday 0, all of them without. */
      offPeak: z
        .strictObject({
          from: minute,
          to: minute,
          perKwh: size(1e-4, 1000, '', 'a price'),
          days: z.array(z.int().min(0).max(6)).min(1).max(7).optional(),
        })
        .optional(),
    })
    .optional(),
  /** The probe logged while the floor heats at full power, minutes from switching on. */
  log: z
    .array(z.strictObject({ minute: z.number().min(0).max(2880), celsius: z.number().min(-20).max(90) }))
    .max(2000)
    .optional(),
});

/** With what was measured beside what it is of: as files may write it, and as everything here reads it. */
export const FloorSurvey = FloorKept.extend({
  /** As measured. */
  supplyVolts: size(1, 700, 'V', 'volts').optional(),
  /** Each supply core to earth. */
  firstToEarth: z.number().min(0, 'volts AC have no sign').max(700).optional(),
  secondToEarth: z.number().min(0, 'volts AC have no sign').max(700).optional(),
  mats: many(Mat, 'mats').prefault({}),
  /** All mats together at the box. */
  togetherOhms: ohms.optional(),
  probe: ProbeKept.extend({
    ohms: ohms.optional(),
    /** What the floor is guessed or felt to be when the probe is measured. */
    floorCelsius: z.number().min(-20).max(60).optional(),
  }).prefault({}),
  /** Answers of the first start, by step. */
  start: many(z.strictObject({ said: text, at: z.iso.datetime({ offset: true }) }), 'ticks').prefault({}),
});

/** Answers that fill a field: the question is that nobody filled it. */
export const FLOOR_ANSWERS: Readonly<Record<string, readonly string[]>> = {
  'floor-purpose': ['purpose'],
  'floor-covering': ['covering'],
  'floor-ground-fault': ['groundFault'],
  'floor-joined': ['joined'],
  'floor-build': ['build'],
  'floor-beneath': ['beneath'],
  'floor-probe': ['probe', 'type'],
};

const MEGOHM = 1e6;
const stages = ['before', 'after', 'connection'] as const;

export const FLOOR_MEASURED: readonly MeasuredLeaf[] = [
  { path: ['supplyVolts'], measure: 'supply-volts', quantity: 'volts-ac', words: 'supply, between its two cores' },
  { path: ['firstToEarth'], measure: 'supply-first', quantity: 'volts-ac', words: 'supply, first core to earth' },
  { path: ['secondToEarth'], measure: 'supply-second', quantity: 'volts-ac', words: 'supply, second core to earth' },
  { path: ['togetherOhms'], measure: 'mats-together', quantity: 'ohms', words: 'all mats together at the box' },
  { path: ['probe', 'ohms'], measure: 'probe-ohms', quantity: 'ohms', words: 'probe, between its cores' },
  { path: ['probe', 'floorCelsius'], measure: 'probe-celsius', quantity: 'celsius', words: 'the floor at the probe' },
  ...stages.flatMap((stage): MeasuredLeaf[] => [
    { path: ['mats', '*', stage, 'ohms'], measure: `mat-ohms-${stage}`, quantity: 'ohms', words: `element, ${stage}` },
    {
      path: ['mats', '*', stage, 'megohms'],
      measure: `mat-insulation-${stage}`,
      quantity: 'ohms',
      scale: MEGOHM,
      words: `cable to screen, ${stage}`,
    },
  ]),
  { path: ['start', '*'], measure: 'start', quantity: 'said', words: 'first start', stop: 'power-up' },
];

export type FloorKept = z.infer<typeof FloorKept>;
export type FloorSurvey = z.infer<typeof FloorSurvey>;
export type Covering = z.infer<typeof Covering>;
export type Build = z.infer<typeof Build>;
export type Beneath = z.infer<typeof Beneath>;
export type ProbeType = z.infer<typeof ProbeType>;
export type MatReading = z.infer<typeof MatReading>;
export type Mat = z.infer<typeof Mat>;
export type FloorCore = z.infer<typeof FloorCore>;
export type Purpose = NonNullable<FloorSurvey['purpose']>;
export type MatStage = 'before' | 'after' | 'connection';
