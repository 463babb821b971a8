/**
 * What a heater job's survey holds: the cables in the box and what each reads, the heaters with their nameplates,
 * breaker, wire and room. Which cable is the supply and which the load is shown by readings, never by colour.
 */

import * as z from 'zod';
import { pointParts } from '../circuit/point';
import { key, many, size } from '../job/bounds';
import type { MeasuredLeaf } from '../job/measured-leaf';
import { Wire } from '../job/wire';

const text = z.string().max(200);
const ohms = z.number().min(0, 'ohms cannot be below zero').max(1e9, 'a broken element reads OL and is kept as 1e8');
const volts = z.number().min(0, 'volts AC have no sign').max(700);

const HeaterKind = z.enum(['baseboard', 'convector', 'radiant', 'fan', 'foil']);

const CableKept = z.strictObject({
  name: text.optional(),
  /** Where somebody traced it to; a reading speaks louder. */
  traced: z.enum(['supply', 'load', 'onward']).optional(),
});
const HeaterKept = z.strictObject({
  name: text.optional(),
  kind: HeaterKind.optional(),
  ratedWatts: size(50, 20_000, 'W', 'watts').optional(),
  ratedVolts: size(50, 700, 'V', 'volts').optional(),
});

/** A core under a terminal of the new device: cable and core, "c1.1". */
const CorePoint = z.string().regex(/^[A-Za-z0-9_:+-]+\.[12]$/, 'a cable and its core, such as c1.2');

/** As it is kept. */
export const HeatersKept = z.strictObject({
  region: z.enum(['NA', 'EU', 'UK', 'AU']).optional(),
  cables: many(CableKept, 'cables').prefault({}),
  heaters: many(HeaterKept, 'heaters').prefault({}),
  breakerAmps: size(1, 125, 'A', 'a breaker').optional(),
  /** A breaker of one pole leaves the other conductor standing. */
  breakerPoles: z.enum(['one', 'two']).optional(),
  groundFault: z.enum(['upstream', 'none']).optional(),
  wire: Wire.optional(),
  aluminium: z.boolean().optional(),
  switching: z.enum(['direct', 'contactor']).optional(),
  /** Another thermostat on the same heaters. */
  secondDevice: z.boolean().optional(),
  place: z.enum(['dry', 'bathroom', 'wet-zone']).optional(),
  mounting: z.enum(['good', 'above-heater', 'draught', 'outer-wall', 'sun']).optional(),
  boxMillimetres: size(10, 200, 'mm', 'a box').optional(),
  areaSquareMetres: size(0.5, 1000, 'm²', 'area').optional(),
  lossWattsPerKelvin: size(0.5, 2000, 'W/K', 'what the room loses').optional(),
  roomCelsius: z.number().min(-20).max(40).optional(),
  outdoorCelsius: z.number().min(-40).max(45).optional(),
  designCelsius: z.number().min(-40).max(20).optional(),
  wantedCelsius: z.number().min(5).max(30).optional(),
  old: z.enum(['none', 'mechanical', 'electronic']).optional(),
  /** Terminal to the core found on it. */
  landed: z.record(key, CorePoint).prefault({}),
});

/** With what was measured beside what it is of: as files may write it, and as everything here reads it. */
export const Heaters = HeatersKept.extend({
  cables: many(
    CableKept.extend({
      /** Supply on, cores parted: between its two cores, and each to earth. */
      liveVolts: volts.optional(),
      firstToEarth: volts.optional(),
      secondToEarth: volts.optional(),
      /** Supply off and proved: between its cores, and to earth. */
      ohms: ohms.optional(),
      megohms: z.number().min(0).max(1e5).optional(),
    }),
    'cables',
  ).prefault({}),
  heaters: many(HeaterKept.extend({ ohms: ohms.optional() }), 'heaters').prefault({}),
});

export const HEATER_MEASURED: readonly MeasuredLeaf[] = [
  {
    path: ['cables', '*', 'liveVolts'],
    measure: 'cable-live',
    quantity: 'volts-ac',
    words: 'between its cores, supply on',
  },
  { path: ['cables', '*', 'firstToEarth'], measure: 'cable-first', quantity: 'volts-ac', words: 'first core to earth' },
  {
    path: ['cables', '*', 'secondToEarth'],
    measure: 'cable-second',
    quantity: 'volts-ac',
    words: 'second core to earth',
  },
  { path: ['cables', '*', 'ohms'], measure: 'cable-ohms', quantity: 'ohms', words: 'between its cores, dead' },
  {
    path: ['cables', '*', 'megohms'],
    measure: 'cable-insulation',
    quantity: 'ohms',
    scale: 1e6,
    words: 'to earth, insulation',
  },
  { path: ['heaters', '*', 'ohms'], measure: 'heater-ohms', quantity: 'ohms', words: 'element, at the heater' },
];

export type HeaterSurvey = z.infer<typeof Heaters>;

const END: Record<string, string> = { '1': 'first core', '2': 'second core' };

/** A point in words: "Cable 1, first core", "terminal L1", "Bay, one end"; null when it is none of a heater job's. */
export function heaterPointWords(
  survey: {
    cables: Record<string, { name?: string | undefined }>;
    heaters: Record<string, { name?: string | undefined }>;
  },
  point: string,
): string | null {
  const { part, id, end } = pointParts(point);
  if (point === 'earth') return 'earth';
  if (part === 'terminal') return `terminal ${id}`;
  if (part === 'cable') {
    const at = Object.keys(survey.cables).indexOf(id);
    return `${survey.cables[id]?.name ?? `Cable ${at + 1}`}, ${END[end] ?? end}`;
  }
  if (part !== 'heater') return null;
  const at = Object.keys(survey.heaters).indexOf(id);
  return `${survey.heaters[id]?.name ?? `Heater ${at + 1}`}, ${end === '1' ? 'one end' : 'other end'}`;
}
