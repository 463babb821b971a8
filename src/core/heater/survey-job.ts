/** A heater job as its family reads it. */
import type { SeenJob } from '../job/schema';

export type HeaterJob = SeenJob<'heater'>;
