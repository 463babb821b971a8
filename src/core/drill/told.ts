/** What a list tells of a drill, before anything is derived. */
import * as z from 'zod';
import { type Drill, DrillLevel, isPassed } from './drill';

export const DrillTold = z.object({
  level: DrillLevel,
  seed: z.number(),
  person: z.string(),
  class: z.string(),
  /** null while it is under way. */
  points: z.number().nullable(),
  passed: z.boolean(),
});
export type DrillTold = z.infer<typeof DrillTold>;

export const toldOf = (drill: Drill): DrillTold => ({
  level: drill.level,
  seed: drill.seed,
  person: drill.person,
  class: drill.class ?? '',
  points: drill.finished?.result.points ?? null,
  passed: drill.finished !== undefined && isPassed(drill.finished.result),
});
