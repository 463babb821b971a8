/** A contact job as its family reads it. */
import type { SeenJob } from '../job/schema';

export type ContactJob = SeenJob<'contact'>;
