/** One line of a job's journal as it is streamed. */
import type { Conflict } from '../core/job/changes';
import type { Operation } from '../core/job/operation';

export interface Entry {
  seq: number;
  operation: Operation;
  conflicts: Conflict[];
}
