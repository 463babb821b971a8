/** A class: the same seeded cases for everybody, as a file. */
import * as z from 'zod';
import { Family } from '../job/schema';
import { DRILL_FORMAT, DRILL_VERSION, DrillLevel } from './drill';

export const DrillCase = z.strictObject({
  family: Family,
  level: DrillLevel,
  seed: z.int().min(1).max(999_999),
});
export type DrillCase = z.infer<typeof DrillCase>;

export const DrillClass = z.strictObject({
  format: z.literal(DRILL_FORMAT),
  version: z.literal(DRILL_VERSION),
  name: z.string().min(1).max(80),
  cases: z.array(DrillCase).min(1).max(40),
});
export type DrillClass = z.infer<typeof DrillClass>;
