/**
 * Whether a changed job is still one, at the cost of the change: what is the very same as in a job known to be
 * valid is not looked at again. Changes are written with shared structure, so a new reading makes new only the
 * objects on its path.
 */

import * as z from 'zod';
import { hasOwn, own } from '../own';
import { limitOf } from './bounds';
import { sameValue } from './changes';
import { Job1 } from './first-version';
import { JOB_SHAPES, Job } from './schema';

export interface Misfit {
  path: string;
  message: string;
}

/** null: fits as it stands. "parse": only a full parse can tell (a default is to be put in). */
type Verdict = null | 'parse' | Misfit;

const issueOf = (error: z.ZodError, path: readonly string[]): Misfit => ({
  path: [...path, ...(error.issues[0]?.path ?? []).map(String)].join('.'),
  message: error.issues[0]?.message ?? 'not a valid job',
});

/** Wrappers that say what stands for nothing; a value that is there is judged by what they wrap. */
function unwrapped(schema: z.core.$ZodType, value: unknown): { schema: z.core.$ZodType; verdict?: Verdict } {
  let at = schema;
  for (;;) {
    if (at instanceof z.ZodOptional) {
      if (value === undefined) return { schema: at, verdict: null };
      at = at.unwrap();
    } else if (at instanceof z.ZodPrefault || at instanceof z.ZodDefault) {
      if (value === undefined) return { schema: at, verdict: 'parse' };
      at = at.unwrap();
    } else return { schema: at };
  }
}

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function judge(outer: z.core.$ZodType, before: unknown, after: unknown, path: readonly string[]): Verdict {
  if (before === after && after !== undefined) return null;
  const { schema, verdict } = unwrapped(outer, after);
  if (verdict !== undefined) return verdict;
  const whole = (): Verdict => {
    const parsed = z.safeParse(schema, after);
    if (!parsed.success) return issueOf(parsed.error as z.ZodError, path);
    // A part of a new value that was left to its default.
    return sameValue(parsed.data, after) ? null : 'parse';
  };
  if (!isTree(after) || !isTree(before)) return whole();
  if (schema instanceof z.ZodObject && (schema.def.checks ?? []).length === 0) {
    const { shape } = schema;
    const unknown = Object.keys(after).find((k) => !hasOwn(shape, k));
    if (unknown !== undefined) return whole();
    for (const key of Object.keys(shape)) {
      const inner = judge(shape[key], own(before, key), own(after, key), [...path, key]);
      if (inner !== null) return inner;
    }
    return null;
  }
  const limit = limitOf(schema);
  if (schema instanceof z.ZodRecord && limit) {
    const keys = Object.keys(after);
    if (keys.length > limit.most) return { path: path.join('.'), message: limit.message };
    for (const key of keys) {
      if (after[key] === own(before, key) && after[key] !== undefined) continue;
      if (!hasOwn(before, key) && !z.safeParse(schema.keyType, key).success) return whole();
      const inner = judge(schema.valueType, own(before, key), after[key], [...path, key]);
      if (inner !== null) return inner;
    }
    return null;
  }
  return whole();
}

export type Fit<J> = { ok: true; job: J } | { ok: false; misfit: Misfit };

function judged<J>(shape: z.core.$ZodType, whole: z.ZodType<J>, before: J, after: unknown): Fit<J> {
  const verdict = judge(shape, before, after, []);
  // Judged to be one, piece by piece.
  if (verdict === null) return { ok: true, job: after as J };
  if (verdict !== 'parse') return { ok: false, misfit: verdict };
  const parsed = whole.safeParse(after);
  return parsed.success ? { ok: true, job: parsed.data } : { ok: false, misfit: issueOf(parsed.error, []) };
}

/** @param before a job known to be valid, from which `after` was made by changes */
export const fitting = (before: Job, after: unknown): Fit<Job> => judged(JOB_SHAPES[before.family], Job, before, after);

/** Whether a job of the first version is still one after a change. */
export const fittingFirst = (before: Job1, after: unknown): Fit<Job1> => judged(Job1, Job1, before, after);
