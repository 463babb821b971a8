/** An open job as the server answers it: checked by the page before anything is believed. */
import * as z from 'zod';
import { Operation } from '../job/operation';
import { Change, Job } from '../job/schema';

const ConflictShape = z.object({
  change: Change,
  found: z.unknown().optional(),
  outcome: z.enum(['replaced', 'gone']),
});

/** One line of a job's journal as it is streamed. */
export const EntryShape = z.object({ seq: z.int().min(1), operation: Operation, conflicts: z.array(ConflictShape) });

export const OpenAnswer = z.object({
  id: z.string(),
  job: Job,
  seq: z.int().min(0),
  /** The author's own latest operations: what undo is read from. */
  own: z.array(Operation),
  epoch: z.string(),
  /** Entries that wrote over something. */
  disputed: z.array(EntryShape),
});

export const AppendAnswer = z.object({
  accepted: z.array(z.object({ id: z.string(), seq: z.int() })),
  refused: z.array(z.object({ id: z.string(), refusal: z.object({ code: z.string(), message: z.string() }) })),
  seq: z.int(),
});
