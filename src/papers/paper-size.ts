/** The sheet a job is printed on: the one usual where it is. */
import { familyOf } from '@core/family/registry';
import type { Job } from '@core/job/schema';
import type { PageSize } from './pages';

export function sizeOf(job: Job): PageSize {
  const { module, job: seen } = familyOf(job);
  return job.units === 'us' || module.letterPaper(seen) ? 'LETTER' : 'A4';
}
