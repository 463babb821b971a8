/**
 * One open job in one browser tab. Changes are applied at once, kept in the outbox, sent, confirmed;
 * what others change arrives by the stream. No framework here.
 */
import { nanoid } from 'nanoid';
import { type Conflict, diff } from '../core/job/changes';
import {
  applyOperation,
  type Operation,
  redoChanges,
  type UndoState,
  undoChanges,
  undoState,
} from '../core/job/operation';
import type { Change, Job } from '../core/job/schema';
import type { Author } from './author';
import { dropOperations, keepJob, keepOperation, keptJob, waitingOperations } from './outbox';

export type Connection = 'loading' | 'live' | 'offline' | 'missing';

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
  /** Operations not yet confirmed by the server. */
  waiting: number;
  confirmedAt: string | null;
  undo: UndoState;
  notices: Notice[];
}

interface Entry {
  seq: number;
  operation: Operation;
  conflicts: Conflict[];
}

const RETRY_MS = 1500;

/** Words for a value in a notice. */
const shown = (value: unknown): string =>
  value === undefined ? 'nothing' : typeof value === 'object' ? 'another entry' : `“${String(value)}”`;

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
  };
  private readonly listeners = new Set<() => void>();
  private stream: EventSource | null = null;
  private sending = false;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private closed = false;

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
    this.pending = await waitingOperations(this.id);
    try {
      const response = await fetch(
        `/api/jobs/${encodeURIComponent(this.id)}?client=${encodeURIComponent(this.by().client)}`,
      );
      if (response.status === 404) return this.publish({ connection: 'missing' });
      if (!response.ok) throw new Error(`status ${response.status}`);
      const loaded = (await response.json()) as { job: Job; seq: number; own: Operation[] };
      this.confirmed = loaded.job;
      this.seq = loaded.seq;
      this.own = loaded.own;
      const known = new Set(loaded.own.map((o) => o.id));
      this.pending = this.pending.filter((o) => !known.has(o.id));
      this.publish({ connection: 'live' });
      this.keep();
    } catch {
      // No server: work on with what this browser last saw.
      const kept = await keptJob(this.id);
      if (kept) {
        this.confirmed = kept.job;
        this.seq = kept.seq;
        this.own = kept.own;
      }
      this.publish({ connection: 'offline' });
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

  undo(): void {
    const { undo } = this.state.undo;
    if (undo) this.push(`Undo: ${undo.label}`, undoChanges(undo), { kind: 'undo', target: undo.id });
  }

  redo(): void {
    const { redo } = this.state.undo;
    if (redo) this.push(`Redo: ${redo.label}`, redoChanges(redo), { kind: 'redo', target: redo.id });
  }

  dismiss(id: string): void {
    this.publish({ notices: this.state.notices.filter((n) => n.id !== id) });
  }

  restore(notice: Notice): void {
    if (notice.restore) this.push('Put back what was there', notice.restore, {});
    this.dismiss(notice.id);
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
      at: new Date().toISOString(),
      by: this.by(),
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

  private notify(notice: Notice): void {
    if (this.state.notices.some((n) => n.id === notice.id)) return;
    this.publish({ notices: [...this.state.notices, notice].slice(-4) });
  }

  private publish(change: Partial<SessionState>): void {
    let job = this.confirmed;
    for (const operation of this.pending) {
      if (!job) break;
      const applied = applyOperation(job, operation);
      if (applied.ok) job = applied.job;
    }
    this.state = {
      ...this.state,
      ...change,
      job,
      waiting: this.pending.length,
      undo: undoState([...this.own, ...this.pending], this.by().client),
    };
    for (const listener of this.listeners) listener();
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
    this.stream.onmessage = (message: MessageEvent<string>) => this.receive(JSON.parse(message.data) as Entry);
    this.stream.onerror = () => {
      this.publish({ connection: 'offline' });
      this.stream?.close();
      // Reconnect by hand from the position reached, so that nothing is missed or repeated.
      if (!this.closed) this.retry = setTimeout(() => (this.confirmed ? this.listen() : void this.open()), RETRY_MS);
    };
  }

  private receive(entry: Entry): void {
    if (!this.confirmed || entry.seq <= this.seq) return;
    const applied = applyOperation(this.confirmed, entry.operation);
    if (applied.ok) this.confirmed = applied.job;
    this.seq = entry.seq;
    const mine = this.pending.some((o) => o.id === entry.operation.id);
    this.pending = this.pending.filter((o) => o.id !== entry.operation.id);
    if (entry.operation.by.client === this.by().client) this.own.push(entry.operation);
    if (mine) void dropOperations([entry.operation.id]);
    // Applied here to the same state as on the server, so the same conflicts are found.
    const replaced = (applied.ok ? applied.conflicts : entry.conflicts).filter((c) => c.outcome === 'replaced');
    const lost = replaced[0];
    if (lost) {
      const who = mine ? 'You wrote' : `${entry.operation.by.name || 'Another device'} wrote`;
      this.notify({
        id: entry.operation.id,
        kind: 'conflict',
        text: `${who} ${shown(lost.change.to)} over ${shown(lost.found)} (${lost.change.path.slice(-2).join(' ')}). Both are in the journal; the later stands.`,
        restore: replaced.map((c) => ({ path: c.change.path, from: c.change.to, to: c.found })),
      });
    }
    this.publish({ confirmedAt: entry.operation.at });
    this.keep();
  }

  private async flush(): Promise<void> {
    if (this.sending || this.closed || !this.confirmed || this.pending.length === 0) return;
    this.sending = true;
    const batch = this.pending.slice(0, 100);
    try {
      const response = await fetch(`/api/jobs/${encodeURIComponent(this.id)}/ops`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ operations: batch }),
      });
      if (!response.ok) throw new Error(`status ${response.status}`);
      const result = (await response.json()) as {
        accepted: { id: string; seq: number }[];
        refused: { id: string; refusal: { message: string } }[];
      };
      for (const { id, refusal } of result.refused) this.notify({ id, kind: 'refused', text: refusal.message });
      const refused = new Set(result.refused.map((r) => r.id));
      this.pending = this.pending.filter((o) => !refused.has(o.id));
      await dropOperations([...refused]);
      // Confirmed by the server; if nobody else wrote in between they can be taken as they are.
      for (const { id, seq } of result.accepted) {
        const operation = batch.find((o) => o.id === id);
        if (operation && seq === this.seq + 1) this.receive({ seq, operation, conflicts: [] });
        else if (seq <= this.seq) this.pending = this.pending.filter((o) => o.id !== id);
      }
      this.publish({ connection: 'live', confirmedAt: new Date().toISOString() });
      this.sending = false;
      if (this.pending.length > 0) setTimeout(() => void this.flush(), 300);
    } catch {
      this.sending = false;
      this.publish({ connection: 'offline' });
      if (this.retry) clearTimeout(this.retry);
      this.retry = setTimeout(() => {
        if (this.stream?.readyState !== EventSource.OPEN) this.listen();
        void this.flush();
      }, RETRY_MS);
    }
  }
}
