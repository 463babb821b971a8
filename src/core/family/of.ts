/** A job whose family is known to whoever has it in hand. */
import { seen } from '../job/measured';
import type { Family, Job, JobOf, SeenJob } from '../job/schema';

/** A job known to be of a family; throws a RangeError for another. */
export function jobAs<F extends Family>(job: Job, family: F): JobOf<F> {
  if (job.family !== family) throw new RangeError(`a ${job.family} job was taken for a ${family} one`);
  // Just checked: its survey is that family's.
  return job as JobOf<F>;
}

/** The same as its family reads it. */
export const seenAs = <F extends Family>(job: Job, family: F): SeenJob<F> => seen(jobAs(job, family));
