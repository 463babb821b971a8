/** What a job knows of the house and of what heating it costs: a short form; what is absent is a default and a question. */
import * as z from 'zod';
import { many, size } from './bounds';

const minute = z.int().min(0).max(1440);

export const HouseKept = z.strictObject({
  areaSquareMetres: size(5, 5000, 'm²', 'a heated area').optional(),
  /** Of each zone, m²; what is left is shared evenly by the others. */
  zoneAreas: many(size(1, 5000, 'm²', 'a zone'), 'zones').optional(),
  storeys: z.int().min(1).max(6).optional(),
  age: z.enum(['old', 'mid', 'late', 'new']).optional(),
  glazing: z.enum(['single', 'double', 'triple']).optional(),
  emitter: z.enum(['air', 'radiators', 'floor']).optional(),
  heater: z.enum(['burner', 'electric', 'heat-pump']).optional(),
  heatWatts: size(300, 200_000, 'W', 'the heating').optional(),
  /** Heat over what is paid for, of a burner. */
  efficiency: z.number().min(0.3).max(1.1).optional(),
  /** A heat pump's rated points; two at least. */
  points: z
    .array(
      z.strictObject({
        outdoorCelsius: z.number().min(-40).max(30),
        watts: size(300, 200_000, 'W', 'a heat pump'),
        cop: z.number().min(1).max(9),
      }),
    )
    .max(8)
    .refine((all) => new Set(all.map((p) => p.outdoorCelsius)).size === all.length, {
      error: 'two rated points at one outdoor temperature',
    })
    .optional(),
  auxWatts: z.number().min(0).max(60_000).optional(),
  /** Starts an hour at half load, as the device's cycle setting or anticipator gives them; a plain band without. */
  cyclesPerHour: z.number().min(0.5).max(12).optional(),
  /** Mean outdoors over the year, and the coldest day planned for. */
  meanCelsius: z.number().min(-15).max(30).optional(),
  designCelsius: z.number().min(-50).max(20).optional(),
  /** Outdoors, °C, for which the times of a device that starts at them are moved ahead. */
  leadCelsius: z.number().min(-50).max(25).optional(),
  currency: z.string().min(1).max(8).optional(),
  perKwh: z.number().min(0).max(100).optional(),
  offPeak: z.strictObject({ from: minute, to: minute, perKwh: z.number().min(0).max(100) }).optional(),
  /** Factors on the form, found from a log. */
  fitted: z
    .strictObject({
      loss: z.number().min(0.1).max(10),
      mass: z.number().min(0.1).max(10),
      gains: z.number().min(0.1).max(10),
      errors: z.strictObject({ loss: z.number(), mass: z.number(), gains: z.number() }),
      rows: z.int().min(2).max(20_000),
    })
    .optional(),
});
export type HouseKept = z.infer<typeof HouseKept>;
