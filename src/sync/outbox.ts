/** What this browser has not yet had confirmed, and the last known state of each job, in IndexedDB. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Operation } from '../core/job/operation';
import type { Job } from '../core/job/schema';

interface Kept {
  id: string;
  job: Job;
  seq: number;
  own: Operation[];
}

interface Schema extends DBSchema {
  outbox: { key: string; value: Operation & { order: number }; indexes: { 'by-job': string } };
  jobs: { key: string; value: Kept };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('augerset', 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'id' }).createIndex('by-job', 'job');
      db.createObjectStore('jobs', { keyPath: 'id' });
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
  const all = await (await database()).getAllFromIndex('outbox', 'by-job', job);
  return all.sort((a, b) => a.order - b.order).map(({ order: _order, ...operation }) => operation);
}

export async function keepJob(kept: Kept): Promise<void> {
  await (await database()).put('jobs', kept);
}

export async function keptJob(id: string): Promise<Kept | undefined> {
  return (await database()).get('jobs', id);
}
