/**
 * What a job of a contact holds: an appliance that wants nothing but a contact closed. A valve that makes its own
 * millivolts, a boiler or heater with a pair of its own, or a small 24 V control with its own transformer.
 */
import * as z from 'zod';
import { key, many, size } from '../job/bounds';
import type { MeasuredLeaf } from '../job/measured-leaf';
import { Gauge } from '../job/survey-schema';

const text = z.string().max(200);
const millivolts = z.number().min(-2000).max(2000, 'more than 2 V is no millivolts');
const ohms = z.number().min(0, 'ohms cannot be below zero').max(1e9, 'an open loop reads OL and is kept as 1e8');
const volts = z.number().min(0, 'write the size, and the polarity beside it').max(300);

const ApplianceKind = z.enum(['millivolt', 'dry-pair', 'own-24v']);

const SwitchKept = z.strictObject({
  name: text.optional(),
  kind: z.enum(['limit', 'wall-switch', 'thermostat', 'remote', 'pressure']).optional(),
});

/** A conductor under a terminal of the new device. */
export const ContactCore = z.enum(['pair-1', 'pair-2', 'r', 'c', 'w']);
export type ContactCore = z.infer<typeof ContactCore>;

/** As it is kept. */
export const ContactKept = z.strictObject({
  region: z.enum(['NA', 'EU', 'UK', 'AU']).optional(),
  appliance: ApplianceKind.optional(),
  looks: z.enum(['fireplace', 'room-heater', 'wall-furnace', 'boiler', 'unit-heater']).optional(),
  pilot: z.enum(['lit', 'out', 'none']).optional(),
  /** Off the valve's own sheet, or measured on it. */
  pileOhms: size(0.1, 20, 'Ω', 'a thermopile').optional(),
  coilOhms: size(0.1, 50, 'Ω', 'a coil').optional(),
  pullMillivolts: size(10, 700, 'mV', 'a pull-in voltage').optional(),
  gauge: Gauge.optional(),
  metres: size(0.1, 200, 'm', 'a cable').optional(),
  switches: many(SwitchKept, 'switches').prefault({}),
  /** Joined by a wire, the appliance runs. */
  answers: z.enum(['yes', 'no']).optional(),
  polarity: z.enum(['any', 'matters']).optional(),
  /** Zones whose end switches close this pair, and whether each is a contact of its own. */
  zones: z.int().min(1).max(12).optional(),
  zonesIsolated: z.boolean().optional(),
  /** Another supply is joined to the pair. */
  secondSupply: z.boolean().optional(),
  /** A relay with its own contact stands between device and pair. */
  isolatingRelay: z.boolean().optional(),
  /** 24 V for the device from a transformer of its own. */
  separateTransformer: z.boolean().optional(),
  transformerVA: size(1, 100, 'VA', 'a transformer').optional(),
  valveVA: size(0.5, 60, 'VA', 'what the call draws').optional(),
  common: z.enum(['yes', 'no']).optional(),
  landed: z.record(key, ContactCore).prefault({}),
});

/** With what was measured beside what it is of: as files may write it, and as everything here reads it. */
export const Contact = ContactKept.extend({
  /** Across the pile with the loop open, and with it closed. */
  openMillivolts: millivolts.optional(),
  loadedMillivolts: millivolts.optional(),
  /** Across the valve's coil, loop closed. */
  coilMillivolts: millivolts.optional(),
  /** Leads and contacts, pile and coil off the loop. */
  loopOhms: ohms.optional(),
  switches: many(
    SwitchKept.extend({
      /** Across the closed contact, loop closed. */
      millivolts: millivolts.optional(),
    }),
    'switches',
  ).prefault({}),
  /** The pair open: what the appliance puts on it. */
  pairAc: volts.optional(),
  pairDc: volts.optional(),
  /** The same with the pair closed. */
  pairClosed: volts.optional(),
  secondaryVolts: volts.optional(),
});

const MILLI = 1e-3;
export const CONTACT_MEASURED: readonly MeasuredLeaf[] = [
  {
    path: ['openMillivolts'],
    measure: 'pile-open',
    quantity: 'volts-dc',
    scale: MILLI,
    words: 'across the pile, loop open',
  },
  {
    path: ['loadedMillivolts'],
    measure: 'pile-loaded',
    quantity: 'volts-dc',
    scale: MILLI,
    words: 'across the pile, loop closed',
  },
  {
    path: ['coilMillivolts'],
    measure: 'coil',
    quantity: 'volts-dc',
    scale: MILLI,
    words: 'across the coil, loop closed',
  },
  { path: ['loopOhms'], measure: 'loop-ohms', quantity: 'ohms', words: 'leads and contacts of the loop' },
  {
    path: ['switches', '*', 'millivolts'],
    measure: 'switch-millivolts',
    quantity: 'volts-dc',
    scale: MILLI,
    words: 'across the closed contact',
  },
  { path: ['pairAc'], measure: 'pair-ac', quantity: 'volts-ac', words: 'the pair, open, AC' },
  { path: ['pairDc'], measure: 'pair-dc', quantity: 'volts-dc', words: 'the pair, open, DC' },
  { path: ['pairClosed'], measure: 'pair-closed', quantity: 'volts-ac', words: 'the pair, closed' },
  { path: ['secondaryVolts'], measure: 'secondary', quantity: 'volts-ac', words: 'the appliance’s transformer' },
];

export type ContactSurvey = z.infer<typeof Contact>;

const WORDS: Record<string, string> = {
  'pile.1': 'pile, hot end',
  'pile.2': 'pile, other end',
  'coil.1': 'coil, one side',
  'coil.2': 'coil, other side',
  'pair.1': 'pair, first core',
  'pair.2': 'pair, second core',
  'call.r': 'R of the appliance',
  'call.c': 'C of the appliance',
  'call.w': 'W of the appliance',
  earth: 'earth',
};

/** A point in words; null when it is none of this family's. */
export const contactPointWords = (_survey: unknown, point: string): string | null => WORDS[point] ?? null;
export const CONTACT_POINTS: readonly string[] = Object.keys(WORDS);
