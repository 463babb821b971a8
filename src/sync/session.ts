/**
 * One open job in one browser tab. Changes are applied at once, kept in the outbox, sent, confirmed;
 * what others change arrives by the stream. No framework here.
 */

import { nanoid } from 'nanoid';
import { Problems } from '../core/contract/listing';
import { AppendAnswer, EntryShape, OpenAnswer } from '../core/contract/session';
import { applyChanges, type Conflict, diff } from '../core/job/changes';
import { changesFromFirst, isOfFirst } from '../core/job/first-version';
import {
  applyOperation,
  type Operation,
  redoChanges,
  type UndoState,
  undoChanges,
  undoState,
} from '../core/job/operation';
import { type Change, JOB_VERSION, type Job } from '../core/job/schema';
import type { Author } from './author';
import {
  type Draft,
  draftsOf,
  dropOperations,
  giveUpDraft,
  keepJob,
  keepOperation,
  keptJob,
  setAside,
  waitingOperations,
} from './outbox';

/** offline: nobody answers; trouble: the server answers, with an error of its own; unreadable: it holds the job and cannot read it. */
export type Connection = 'loading' | 'live' | 'offline' | 'trouble' | 'missing' | 'unreadable';
export type { Draft };

export interface Notice {
  id: string;
  kind: 'conflict' | 'refused';
  text: string;
  /** Changes that would bring back what was written over. */
  restore?: Change[];
}

export interface SessionState {
  job: Job | null;
  connection: Connection;
  /** What the server says is wrong with what it holds of the job. */
  trouble?: string;
  /** Operations not yet confirmed by the server. */
  waiting: number;
  confirmedAt: string | null;
  undo: UndoState;
  notices: Notice[];
  /** Work of this browser that the server did not take. */
  drafts: Draft[];
}

interface Entry {
  seq: number;
  operation: Operation;
  conflicts: Conflict[];
}

const RETRY_MS = 1500;
const BATCH = 100;
/** An error of the server's own on one entry is tried this often before the entry is set aside. */
const TRIES = 3;
/** Answers of something in between, or "later": the entry is not to blame. */
const LATER: ReadonlySet<number> = new Set([404, 408, 429, 502, 503, 504]);

/** Words for a value in a notice. */
const shown = (value: unknown): string =>
  value === undefined ? 'nothing' : typeof value === 'object' ? 'another entry' : `“${String(value)}”`;

/** Notices this browser has answered, so that the next visit does not raise them again. */
const answeredKey = (job: string): string => `augerset.answered.${job}`;
const remembered = (job: string): string[] => {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(answeredKey(job)) ?? '[]') as string[];
  } catch {
    return [];
  }
};
const remember = (job: string, id: string): void => {
  try {
    globalThis.localStorage?.setItem(answeredKey(job), JSON.stringify([...remembered(job), id].slice(-200)));
  } catch {
    // Full or forbidden: the notice comes again, nothing is lost.
  }
};

export class JobSession {
  readonly id: string;
  private readonly by: () => Author;
  private confirmed: Job | null = null;
  private seq = 0;
  private pending: Operation[] = [];
  private own: Operation[] = [];
  private state: SessionState = {
    job: null,
    connection: 'loading',
    waiting: 0,
    confirmedAt: null,
    undo: { undo: null, redo: null },
    notices: [],
    drafts: [],
  };
  private readonly listeners = new Set<() => void>();
  private stream: EventSource | null = null;
  private sending = false;
  /** Down to one while an entry in the batch is refused, to find which. */
  private batch = BATCH;
  private tries = 0;
  private epoch: string | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private closed = false;
  private lastInstant = 0;
  /** The job with the waiting operations on it, and what it was made of. */
  private ahead: { from: Job; with: Operation[]; job: Job } | null = null;

  constructor(id: string, by: () => Author) {
    this.id = id;
    this.by = by;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): SessionState => this.state;

  async open(): Promise<void> {
    const stored = await waitingOperations(this.id);
    const ids = new Set(stored.map((o) => o.id));
    // What was made a moment ago may not be in the browser's store yet.
    this.pending = [...stored, ...this.pending.filter((o) => !ids.has(o.id))];
    const drafts = await draftsOf(this.id);
    let answered = false;
    try {
      const response = await fetch(
        `/api/jobs/${encodeURIComponent(this.id)}?client=${encodeURIComponent(this.by().client)}`,
      );
      if (response.status === 404) return this.publish({ connection: 'missing', drafts });
      answered = true;
      if (response.status === 422) {
        const said = Problems.safeParse(await response.json());
        const trouble = said.success ? (said.data.problems[0]?.message ?? '') : '';
        return this.publish({ connection: 'unreadable', drafts, trouble });
      }
      if (!response.ok) throw new Error(`status ${response.status}`);
      const loaded = OpenAnswer.parse(await response.json());
      this.epoch = loaded.epoch;
      this.confirmed = loaded.job;
      this.seq = loaded.seq;
      this.own = loaded.own;
      const known = new Set(loaded.own.map((o) => o.id));
      await dropOperations(this.pending.filter((o) => known.has(o.id)).map((o) => o.id));
      this.pending = this.pending.filter((o) => !known.has(o.id));
      this.publish({ connection: 'live', drafts });
      this.keep();
      // What was written over while nobody here looked.
      for (const entry of loaded.disputed) {
        // Only where it still stands: what was changed again since needs no offer.
        const standing = entry.conflicts.filter(
          ({ change: { path, to } }) =>
            applyChanges(loaded.job, [{ path, ...(to === undefined ? {} : { from: to, to }) }]).conflicts.length === 0,
        );
        this.tell(entry, standing, false);
      }
    } catch {
      // No server: work on with what this page has, or this browser last saw; what is kept may lag behind the page.
      const kept = await keptJob(this.id);
      if (kept && !this.confirmed) {
        this.confirmed = kept.job;
        this.seq = kept.seq;
        this.own = kept.own;
      }
      this.publish({ connection: answered ? 'trouble' : 'offline', drafts });
    }
    if (this.closed) return;
    this.listen();
    void this.flush();
  }

  close(): void {
    this.closed = true;
    this.stream?.close();
    if (this.retry) clearTimeout(this.retry);
  }

  /** Makes a change now; `edit` gives the job as it should be. Does nothing if nothing differs. */
  change(
    label: string,
    edit: (job: Job) => Job,
    more: Partial<Pick<Operation, 'kind' | 'reason' | 'target'>> = {},
  ): boolean {
    const { job } = this.state;
    if (!job) return false;
    return this.push(label, diff(job, edit(job)), more);
  }

  /** An entry of the first version as it would be made today. */
  private today(operation: Operation): Operation {
    const { job } = this.state;
    return operation.version !== undefined || !job
      ? operation
      : { ...operation, changes: changesFromFirst(operation.changes, job.family) };
  }

  undo(): void {
    const { undo } = this.state.undo;
    if (undo) this.push(`Undo: ${undo.label}`, undoChanges(this.today(undo)), { kind: 'undo', target: undo.id });
  }

  redo(): void {
    const { redo } = this.state.undo;
    if (redo) this.push(`Redo: ${redo.label}`, redoChanges(this.today(redo)), { kind: 'redo', target: redo.id });
  }

  dismiss(id: string): void {
    remember(this.id, id);
    this.publish({ notices: this.state.notices.filter((n) => n.id !== id) });
  }

  restore(notice: Notice): void {
    if (notice.restore) this.push('Put back what was there', notice.restore, {});
    this.dismiss(notice.id);
  }

  /** The draft's values written onto the job as it stands now; stays a draft if that is refused. */
  applyDraft(draft: Draft): void {
    const { job } = this.state;
    if (!job) return;
    const { value, conflicts } = applyChanges(
      job,
      isOfFirst(draft.changes) ? changesFromFirst(draft.changes, job.family) : draft.changes,
    );
    if (conflicts.some((c) => c.outcome === 'gone')) {
      this.notify({ id: nanoid(), kind: 'refused', text: 'What it belongs to is still gone. Copy it, or give it up.' });
      return;
    }
    const changes = diff(job, value);
    // Nothing left to do means that it stands already.
    if (changes.length === 0 || this.push(draft.label, changes, {})) this.giveUp(draft.id);
  }

  giveUp(id: string): void {
    void giveUpDraft(id);
    this.publish({ drafts: this.state.drafts.filter((d) => d.id !== id) });
  }

  private async putAside(operation: Operation, changes: Change[], why: string): Promise<void> {
    const draft: Draft = { id: operation.id, job: this.id, label: operation.label, changes, why, at: operation.at };
    await setAside(draft);
    this.pending = this.pending.filter((o) => o.id !== operation.id);
    this.publish({ drafts: [...this.state.drafts.filter((d) => d.id !== draft.id), draft] });
  }

  private push(
    label: string,
    changes: Change[],
    more: Partial<Pick<Operation, 'kind' | 'reason' | 'target'>>,
  ): boolean {
    const { job } = this.state;
    if (!job || changes.length === 0) return false;
    const operation: Operation = {
      id: nanoid(),
      job: this.id,
      base: this.seq,
      at: this.instant(),
      by: this.by(),
      version: JOB_VERSION,
      kind: 'edit',
      label: label.slice(0, 200),
      changes,
      ...more,
    };
    const applied = applyOperation(job, operation);
    if (!applied.ok) {
      this.notify({ id: operation.id, kind: 'refused', text: applied.refusal.message });
      return false;
    }
    this.pending.push(operation);
    this.publish({});
    void keepOperation(operation).then(() => this.flush());
    return true;
  }

  /** No two changes of one page bear the same moment, so that their order is kept by it. */
  private instant(): string {
    this.lastInstant = Math.max(Date.now(), this.lastInstant + 1);
    return new Date(this.lastInstant).toISOString();
  }

  private notify(notice: Notice): void {
    if (this.state.notices.some((n) => n.id === notice.id) || remembered(this.id).includes(notice.id)) return;
    this.publish({ notices: [...this.state.notices, notice] });
  }

  private publish(change: Partial<SessionState>): void {
    this.state = {
      ...this.state,
      ...change,
      job: this.withPending(),
      waiting: this.pending.length,
      undo: undoState([...this.own, ...this.pending], this.by().client),
    };
    for (const listener of this.listeners) listener();
  }

  /** What waits, on top of what the server has said: only what was added since is applied. */
  private withPending(): Job | null {
    const { confirmed, pending } = this;
    if (!confirmed) return null;
    const known =
      this.ahead?.from === confirmed && this.ahead.with.every((o, i) => pending[i] === o) ? this.ahead : null;
    let job = known?.job ?? confirmed;
    for (const operation of pending.slice(known?.with.length ?? 0)) {
      const applied = applyOperation(job, operation);
      if (applied.ok) job = applied.job;
    }
    this.ahead = { from: confirmed, with: [...pending], job };
    return job;
  }

  private keep(): void {
    if (this.confirmed) void keepJob({ id: this.id, job: this.confirmed, seq: this.seq, own: this.own.slice(-200) });
  }

  private listen(): void {
    this.stream?.close();
    this.stream = new EventSource(`/api/jobs/${encodeURIComponent(this.id)}/stream?after=${this.seq}`);
    this.stream.onopen = () => {
      this.publish({ connection: 'live' });
      void this.flush();
    };
    this.stream.addEventListener('epoch', (message: MessageEvent<string>) => {
      // The store was restored from a backup: what this page knows of its journal is void.
      if (this.epoch === null || message.data === this.epoch || this.closed) return;
      this.stream?.close();
      this.notify({ id: `epoch-${message.data}`, kind: 'refused', text: 'The store was restored: loaded again.' });
      void this.open();
    });
    this.stream.onmessage = (message: MessageEvent<string>) => {
      const entry = EntryShape.safeParse(JSON.parse(message.data));
      // Not an entry of this version: the whole job is fetched again rather than guessed at.
      if (entry.success) this.receive(entry.data as Entry);
      else this.stream?.onerror?.(message);
    };
    this.stream.onerror = () => {
      // A stream does not say why it failed: what the last answer said stands until the next.
      if (this.state.connection !== 'trouble') this.publish({ connection: 'offline' });
      this.stream?.close();
      if (this.closed) return;
      // Opened again from the start: the job may be gone, or the store another one.
      if (this.retry) clearTimeout(this.retry);
      this.retry = setTimeout(() => void this.open(), RETRY_MS);
    };
  }

  private receive(entry: Entry): void {
    if (!this.confirmed || entry.seq <= this.seq) return;
    const before = this.confirmed;
    const applied = applyOperation(before, entry.operation);
    if (applied.ok) this.confirmed = applied.job;
    this.seq = entry.seq;
    const mine = this.pending.some((o) => o.id === entry.operation.id);
    // The first of what waits, said by the server: the rest stands on it as it did.
    const { ahead } = this;
    if (
      ahead &&
      this.pending[0]?.id === entry.operation.id &&
      ahead.from === before &&
      ahead.with[0] === this.pending[0]
    )
      this.ahead = { from: this.confirmed, with: ahead.with.slice(1), job: ahead.job };
    this.pending = this.pending.filter((o) => o.id !== entry.operation.id);
    if (entry.operation.by.client === this.by().client) this.own.push(entry.operation);
    if (mine) void dropOperations([entry.operation.id]);
    // Applied here to the same state as on the server, so the same conflicts are found.
    const conflicts = applied.ok ? applied.conflicts : entry.conflicts;
    this.tell(entry, conflicts, mine);
    const gone = conflicts.filter((c) => c.outcome === 'gone').map((c) => c.change);
    if (mine && gone.length > 0)
      void this.putAside(entry.operation, gone, 'What it belongs to was taken away meanwhile.');
    this.publish({ confirmedAt: entry.operation.at });
    this.keep();
  }

  /** Says what an entry wrote over, with a way to put it back. */
  private tell(entry: Entry, conflicts: readonly Conflict[], mine: boolean): void {
    const replaced = conflicts.filter((c) => c.outcome === 'replaced');
    const lost = replaced[0];
    if (!lost) return;
    const who =
      mine || entry.operation.by.client === this.by().client
        ? 'You wrote'
        : `${entry.operation.by.name || 'Another device'} wrote`;
    const more = replaced.length > 1 ? `, and ${replaced.length - 1} more` : '';
    this.notify({
      id: entry.operation.id,
      kind: 'conflict',
      text: `${who} ${shown(lost.change.to)} over ${shown(lost.found)} (${lost.change.path.slice(-2).join(' ')}${more}). Both are in the journal; the later stands.`,
      restore: replaced.map((c) => ({ path: c.change.path, from: c.change.to, to: c.found })),
    });
  }

  private async flush(): Promise<void> {
    if (this.sending || this.closed || !this.confirmed || this.pending.length === 0) return;
    this.sending = true;
    const batch = this.pending.slice(0, this.batch);
    try {
      const response = await fetch(`/api/jobs/${encodeURIComponent(this.id)}/ops`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ operations: batch }),
      });
      if (!response.ok) {
        const handled = await this.refusedWhole(response, batch);
        this.sending = false;
        if (handled) setTimeout(() => void this.flush(), 0);
        else this.later('trouble');
        return;
      }
      const result = AppendAnswer.parse(await response.json());
      this.batch = BATCH;
      this.tries = 0;
      for (const { id, refusal } of result.refused) {
        const operation = batch.find((o) => o.id === id);
        if (operation) await this.putAside(operation, operation.changes, refusal.message);
      }
      // Confirmed by the server; if nobody else wrote in between they can be taken as they are.
      for (const { id, seq } of result.accepted) {
        const operation = batch.find((o) => o.id === id);
        if (operation && seq === this.seq + 1) this.receive({ seq, operation, conflicts: [] });
        else if (seq <= this.seq) {
          this.pending = this.pending.filter((o) => o.id !== id);
          void dropOperations([id]);
        }
      }
      this.publish({ connection: 'live', confirmedAt: new Date().toISOString() });
      this.sending = false;
      if (this.pending.length > 0) setTimeout(() => void this.flush(), 300);
    } catch {
      this.sending = false;
      this.later('offline');
    }
  }

  /** A batch answered with an error. True when something was done about it and the rest can go on. */
  private async refusedWhole(response: Response, batch: readonly Operation[]): Promise<boolean> {
    if (LATER.has(response.status)) return false;
    if (batch.length > 1) {
      this.batch = 1;
      return true;
    }
    const [only] = batch;
    this.tries += 1;
    if (!only || (response.status >= 500 && this.tries < TRIES)) return false;
    const said = Problems.safeParse(await response.json().catch(() => null));
    await this.putAside(
      only,
      only.changes,
      (said.success ? said.data.problems[0]?.message : undefined) ??
        `The server could not take it (${response.status}).`,
    );
    this.tries = 0;
    return true;
  }

  private later(connection: 'offline' | 'trouble'): void {
    this.publish({ connection });
    if (this.retry) clearTimeout(this.retry);
    this.retry = setTimeout(() => {
      if (this.stream?.readyState !== EventSource.OPEN) this.listen();
      void this.flush();
    }, RETRY_MS);
  }
}
