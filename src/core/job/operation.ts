/**
 * The one shape of change. An operation says who did what to which job, when, as reversible
 * changes. `applyOperation` is pure: time, author and ids are data in the operation.
 */
import * as z from 'zod';
import { contentHash } from '../record/seal';
import { type Fit, fitting, fittingFirst } from './changed';
import { applyChanges, type Conflict, invert } from './changes';
import type { Job1 } from './first-version';
import { Change, type Job } from './schema';

const OperationKind = z.enum(['create', 'edit', 'undo', 'redo', 'seal', 'amend', 'sign']);

export const Operation = z.strictObject({
  id: z.string().min(8).max(40),
  job: z.string().min(4).max(40),
  /** Journal position the author had seen when making it. */
  base: z.int().min(0),
  at: z.iso.datetime({ offset: true }),
  by: z.strictObject({ client: z.string().min(1).max(40), name: z.string().max(80) }),
  kind: OperationKind,
  /** What the person did, in words: "Land yellow on Y". */
  label: z.string().min(1).max(200),
  changes: z.array(Change).max(2000),
  /** The operation that an undo or redo refers to. */
  target: z.string().max(40).optional(),
  /** Why a sealed job was amended. */
  reason: z.string().max(400).optional(),
  /** Version of the job format its paths are of; absent in the first. */
  version: z.literal(2).optional(),
});

export type Operation = z.infer<typeof Operation>;

export type Refusal =
  | { code: 'sealed'; message: string }
  | { code: 'not-sealed'; message: string }
  | { code: 'reading-is-kept'; message: string }
  | { code: 'seal-differs'; message: string }
  /** What it changes was taken away, or an amendment rests on something that no longer stands. */
  | { code: 'overtaken'; message: string }
  /** The id is in the journal already, for something else. */
  | { code: 'id-reused'; message: string }
  | { code: 'invalid'; message: string; path: string };

export type AppliedTo<J> = { ok: true; job: J; conflicts: Conflict[] } | { ok: false; refusal: Refusal };
export type Applied = AppliedTo<Job>;

/**
 * Readings may be added and struck, never altered or removed. Judged by what stands in the job, not by what the
 * author says stood there.
 */
function touchesReading(job: Sealable, changes: readonly Change[]): boolean {
  return changes.some(({ path, to }) => {
    if (path[0] !== 'readings') return false;
    const known = path[1] !== undefined && Object.hasOwn(job.readings, path[1]);
    if (path.length === 2) return known || to === undefined;
    return !(path.length === 3 && path[2] === 'struck');
  });
}

/** Putting a record away or taking it out again is not a change of its content. */
const onlyFiling = (changes: readonly Change[]): boolean =>
  changes.length > 0 && changes.every(({ path }) => path.length === 1 && path[0] === 'archived');

const touchesSeal = (changes: readonly Change[]): boolean =>
  changes.some(({ path }) => path[0] === 'seal' || path[0] === 'amendments' || path[0] === 'signature');

/**
 * Applies one operation to a job. Refuses edits to a sealed job, changed readings, and
 * anything that would leave the job outside its schema; says where.
 */
export const applyOperation = (job: Job, operation: Operation): Applied =>
  applyTo({ fit: fitting, amendment: { version: 2 } }, job, operation);

/** The same on a job of the first version, for journals of that time. */
export const applyFirst = (job: Job1, operation: Operation): AppliedTo<Job1> =>
  applyTo({ fit: fittingFirst, amendment: {} }, job, operation);

/** What a job of any version has for it. */
type Sealable = Pick<Job, 'seal' | 'signature' | 'amendments' | 'readings' | 'archived'>;

function applyTo<J extends Sealable>(
  as: { fit: (before: J, after: unknown) => Fit<J>; amendment: { version?: 2 } },
  job: J,
  operation: Operation,
): AppliedTo<J> {
  if (job.seal && operation.kind !== 'amend' && operation.kind !== 'sign' && !onlyFiling(operation.changes)) {
    return {
      ok: false,
      refusal: { code: 'sealed', message: 'This record is sealed. Amend it with a reason instead.' },
    };
  }
  if ((operation.kind === 'amend' || operation.kind === 'sign') && !job.seal) {
    return { ok: false, refusal: { code: 'not-sealed', message: 'Only a sealed record is amended or signed.' } };
  }
  if (operation.kind !== 'seal' && operation.kind !== 'sign' && touchesSeal(operation.changes)) {
    return { ok: false, refusal: { code: 'invalid', message: 'The seal cannot be edited.', path: 'seal' } };
  }
  const only = { seal: 'seal', sign: 'signature' } as const;
  if (operation.kind === 'seal' || operation.kind === 'sign') {
    const own = only[operation.kind];
    if (operation.changes.some(({ path }) => path[0] !== own))
      return { ok: false, refusal: { code: 'invalid', message: `A ${own} carries nothing but itself.`, path: own } };
  }
  if (operation.kind !== 'create' && touchesReading(job, operation.changes)) {
    return {
      ok: false,
      refusal: { code: 'reading-is-kept', message: 'A reading is never changed. Add another, or strike this one.' },
    };
  }
  if (operation.kind === 'amend' && (operation.reason ?? '').trim().length < 3) {
    return { ok: false, refusal: { code: 'invalid', message: 'An amendment needs a reason.', path: 'reason' } };
  }
  const { value, conflicts } = applyChanges(job, operation.changes);
  const gone = conflicts.filter((c) => c.outcome === 'gone').length;
  if (operation.kind === 'edit' && gone > 0 && gone === operation.changes.length) {
    return {
      ok: false,
      refusal: { code: 'overtaken', message: 'What this belongs to was taken away meanwhile: nothing was changed.' },
    };
  }
  // An amendment must be reversible exactly, or the seal beneath it could no longer be checked.
  if (operation.kind === 'amend' && conflicts.length > 0) {
    return {
      ok: false,
      refusal: { code: 'overtaken', message: 'The record was amended meanwhile. Look again, then amend.' },
    };
  }
  const amended: J =
    operation.kind === 'amend'
      ? {
          ...value,
          amendments: [
            ...job.amendments,
            {
              at: operation.at,
              by: operation.by.name || operation.by.client,
              reason: operation.reason ?? '',
              changes: operation.changes,
              ...as.amendment,
            },
          ],
        }
      : value;
  const fit = as.fit(job, amended);
  if (!fit.ok) return { ok: false, refusal: { code: 'invalid', ...fit.misfit } };
  if (operation.kind === 'seal' && fit.job.seal?.contentHash !== contentHash(job)) {
    return {
      ok: false,
      refusal: {
        code: 'seal-differs',
        message: 'Somebody changed the job while it was being sealed. Look again, then seal.',
      },
    };
  }
  return { ok: true, job: fit.job, conflicts };
}

/** Undoing an added reading strikes it: nothing measured is ever lost. */
export function undoChanges(operation: Operation): Change[] {
  return invert(operation.changes).map((change) =>
    change.path[0] === 'readings' && change.path.length === 2 && change.to === undefined
      ? { path: [...change.path, 'struck'], to: true }
      : change,
  );
}

export interface UndoState {
  undo: Operation | null;
  redo: Operation | null;
}

/**
 * What this author can undo and redo, read from the journal alone, so that it survives reloads.
 * `journal` is in order; only the author's own operations count.
 */
export function undoState(journal: readonly Operation[], client: string): UndoState {
  const done: Operation[] = [];
  const undone: Operation[] = [];
  for (const operation of journal) {
    if (operation.by.client !== client) continue;
    if (operation.kind === 'edit') {
      done.push(operation);
      undone.length = 0;
    } else if (operation.kind === 'undo') {
      const last = done.pop();
      if (last) undone.push(last);
    } else if (operation.kind === 'redo') {
      const last = undone.pop();
      if (last) done.push(last);
    }
  }
  return { undo: done[done.length - 1] ?? null, redo: undone[undone.length - 1] ?? null };
}

/** The changes that bring back what an undo took away. A struck reading is un-struck. */
export function redoChanges(operation: Operation): Change[] {
  return operation.changes.map((change) =>
    change.path[0] === 'readings' && change.path.length === 2 && change.from === undefined
      ? { path: [...change.path, 'struck'], from: true }
      : change,
  );
}
