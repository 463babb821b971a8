/**
 * A journal played from its beginning: entries of the first version on a job of that time, and from the first of
 * today's on the job brought up to date.
 */
import { applyChanges } from './changes';
import { emptyJob1, fromFirst, Job1 } from './first-version';
import { type Applied, applyFirst, applyOperation, type Operation } from './operation';
import { emptyJob, Job } from './schema';

export class Replay {
  private first: Job1 | null = null;
  private now: Job | null = null;

  /** The job as it stands; an empty one before the first entry. */
  job(): Job {
    return this.now ?? (this.first ? fromFirst(this.first) : emptyJob());
  }

  /** Applies the next entry. A first entry that does not begin a job, and one that does not fit, are refused. */
  take(operation: Operation): Pick<Applied & { ok: true }, 'conflicts'> | { refused: string } {
    return operation.version === undefined ? this.takeFirst(operation) : this.takeToday(operation);
  }

  private takeFirst(operation: Operation): { conflicts: (Applied & { ok: true })['conflicts'] } | { refused: string } {
    if (this.now) return { refused: 'an entry of the first version after one of today’s' };
    if (operation.kind === 'create') {
      const begun = Job1.safeParse(applyChanges(emptyJob1(), operation.changes).value);
      if (!begun.success || this.first) return { refused: 'does not begin a job' };
      this.first = begun.data;
      return { conflicts: [] };
    }
    const applied = applyFirst(this.first ?? emptyJob1(), operation);
    if (!applied.ok) return { refused: applied.refusal.message };
    this.first = applied.job;
    return { conflicts: applied.conflicts };
  }

  private takeToday(operation: Operation): { conflicts: (Applied & { ok: true })['conflicts'] } | { refused: string } {
    if (operation.kind === 'create') {
      const begun = Job.safeParse(applyChanges(emptyJob(), operation.changes).value);
      if (!begun.success || this.now || this.first) return { refused: 'does not begin a job' };
      this.now = begun.data;
      return { conflicts: [] };
    }
    const applied = applyOperation(this.job(), operation);
    if (!applied.ok) return { refused: applied.refusal.message };
    this.now = applied.job;
    return { conflicts: applied.conflicts };
  }
}
