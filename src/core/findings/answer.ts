/** An answer put where it belongs: into the survey's own field. */
import { applyChanges } from '../job/changes';
import type { Job } from '../job/schema';
import type { Question } from './finding';

/** A job with a question answered: in its field where it has one; without a value taken back. */
export function answered(job: Job, question: Pick<Question, 'field'>, value: string | undefined): Job {
  if (!question.field) return job;
  const path = ['survey', ...question.field];
  const { value: changed } = applyChanges(job, [{ path, ...(value === undefined ? {} : { to: value }) }]);
  return changed;
}
