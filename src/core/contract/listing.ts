/** The list of jobs as the server answers it and the page reads it: one shape, checked on both sides. */
import * as z from 'zod';
import { DrillTold } from '../drill/told';
import { Family } from '../family/surveys';

/** What the list shows of a job beyond its names. */
export const JobSummary = z.object({
  sentence: z.string(),
  next: z.string(),
  nextId: z.string(),
  done: z.number(),
  of: z.number(),
  blockers: z.array(z.string()),
  failed: z.number(),
  device: z.string(),
  family: Family.optional(),
  /** Of a training case. */
  drill: DrillTold.optional(),
});
export type JobSummary = z.infer<typeof JobSummary>;

export const JobListItem = JobSummary.extend({
  id: z.string(),
  number: z.string(),
  site: z.string(),
  zone: z.string(),
  archived: z.boolean(),
  sealed: z.boolean(),
  updatedAt: z.string(),
  /** Position in the list: the next page lies before it. */
  turn: z.number(),
});
export type JobListItem = z.infer<typeof JobListItem>;

/** States a list is asked for. */
export const LIST_STATES = ['stopped', 'failed', 'open', 'sealed'] as const;
export type ListState = (typeof LIST_STATES)[number];

/** Counted no further: "over a thousand" is as good as a number. */
export const COUNT_TO = 1000;

export const Listing = z.object({
  items: z.array(JobListItem),
  /** Counted to `COUNT_TO`, no further. */
  total: z.number(),
  more: z.boolean(),
  /** What is wrong with the store, where its own check found something. */
  trouble: z.string().nullable(),
});
export type Listing = z.infer<typeof Listing>;

/** What was wrong with a request, and where. */
export const Problems = z.object({ problems: z.array(z.object({ path: z.string(), message: z.string() })) });
export type Problem = z.infer<typeof Problems>['problems'][number];

export const Made = z.object({ id: z.string() });
