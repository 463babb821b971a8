/** What this browser has not yet had confirmed, and the last known state of each job, in IndexedDB. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { changesAcross, changesFromFirst, Job1, readJob } from '../core/job/first-version';
import { applyFirst, type Operation } from '../core/job/operation';
import { type Change, JOB_VERSION, Job } from '../core/job/schema';

/** Work the server did not take, kept for its author: to apply again, to copy, or to give up. */
export interface Draft {
  id: string;
  job: string;
  label: string;
  changes: Change[];
  /** Why it was not taken, in words. */
  why: string;
  at: string;
}

interface Kept {
  id: string;
  job: Job;
  seq: number;
  own: Operation[];
}

interface Schema extends DBSchema {
  outbox: { key: string; value: Operation & { order: number }; indexes: { 'by-job': string } };
  jobs: { key: string; value: Kept };
  drafts: { key: string; value: Draft; indexes: { 'by-job': string } };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('augerset', 2, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('outbox', { keyPath: 'id' }).createIndex('by-job', 'job');
        db.createObjectStore('jobs', { keyPath: 'id' });
      }
      if (from < 2) db.createObjectStore('drafts', { keyPath: 'id' }).createIndex('by-job', 'job');
    },
    // A page of a newer version wants to bring it up to date: this one lets go, and opens it anew when it needs it.
    blocking(_current, _wanted, event) {
      opened = null;
      (event.target as IDBDatabase | null)?.close();
    },
  });
  return opened;
}

let order = 0;

export async function keepOperation(operation: Operation): Promise<void> {
  order = Math.max(order + 1, Date.now());
  await (await database()).put('outbox', { ...operation, order });
}

export async function dropOperations(ids: readonly string[]): Promise<void> {
  const tx = (await database()).transaction('outbox', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

export async function waitingOperations(job: string): Promise<Operation[]> {
  const db = await database();
  const all = await db.getAllFromIndex('outbox', 'by-job', job);
  const waiting = all.sort((a, b) => a.order - b.order).map(({ order: _order, ...operation }) => operation);
  if (waiting.every((o) => o.version !== undefined)) return waiting;
  return upToDate(waiting, (await db.get('jobs', job))?.job);
}

/**
 * What waits from a page of the first version, as today's: each is carried out on the job as that page knew it, and
 * what it changed is brought up to date. Without that job its paths alone are.
 */
function upToDate(waiting: readonly Operation[], kept: unknown): Operation[] {
  const begun = Job1.safeParse(kept);
  const today = begun.success ? undefined : Job.safeParse(kept).data;
  let at = begun.success ? begun.data : null;
  return waiting.map((operation) => {
    if (operation.version !== undefined) return operation;
    const applied = at && applyFirst(at, operation);
    const changes =
      at && applied?.ok
        ? changesAcross(at, applied.job, operation.at)
        : changesFromFirst(operation.changes, at?.family ?? today?.family ?? '24v');
    if (applied?.ok) at = applied.job;
    return { ...operation, changes, version: JOB_VERSION };
  });
}

export async function keepJob(kept: Kept): Promise<void> {
  await (await database()).put('jobs', kept);
}

export async function keptJob(id: string): Promise<Kept | undefined> {
  const kept = await (await database()).get('jobs', id);
  if (!kept) return undefined;
  // Kept by an earlier version, or by nobody who could be trusted: it must read as a job today.
  try {
    return { ...kept, job: readJob(kept.job) };
  } catch {
    return undefined;
  }
}

/** Out of the outbox and into the drafts in one step: at no moment is it in neither. */
export async function setAside(draft: Draft): Promise<void> {
  const tx = (await database()).transaction(['outbox', 'drafts'], 'readwrite');
  await Promise.all([tx.objectStore('drafts').put(draft), tx.objectStore('outbox').delete(draft.id), tx.done]);
}

export async function draftsOf(job: string): Promise<Draft[]> {
  const all = await (await database()).getAllFromIndex('drafts', 'by-job', job);
  return all.sort((a, b) => a.at.localeCompare(b.at));
}

export async function giveUpDraft(id: string): Promise<void> {
  await (await database()).delete('drafts', id);
}
