/** A fault that was mended, as a mark in time: what was read before it speaks of another installation. */
import type { Job } from '../job/schema';

type Mended = NonNullable<Job['proof']['mended']>[string];

/** @param id of the mark; @param mark `tests` are those that are open again */
export const withMended = (job: Job, id: string, mark: Mended): Job => ({
  ...job,
  proof: { ...job.proof, mended: { ...job.proof.mended, [id]: mark } },
});
