/** An answer put where it belongs: in the survey's own field, or kept by the question's code. */
import { applyChanges } from '../job/changes';
import type { Job } from '../job/schema';
import type { Question } from './finding';

/** A job with a question answered: in its field where it has one; without a value taken back. */
export function answered(job: Job, question: Pick<Question, 'code' | 'field'>, value: string | undefined): Job {
  const path = question.field ? ['survey', ...question.field] : ['answers', question.code];
  const { value: changed } = applyChanges(job, [{ path, ...(value === undefined ? {} : { to: value }) }]);
  return changed;
}
