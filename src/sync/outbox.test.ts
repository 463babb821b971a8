/** What a browser kept by an earlier version is there, whole and in order, for this one. */
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { openDB } from 'idb';
import { beforeAll, describe, expect, it } from 'vitest';
import { draftsOf, keptJob, setAside, waitingOperations } from './outbox';

interface Kept {
  version: number;
  outbox: { id: string }[];
  jobs: { id: string }[];
}
const fixture = JSON.parse(readFileSync(new URL('./fixtures/browser-1.json', import.meta.url), 'utf8')) as Kept;

beforeAll(async () => {
  // As the first version made it.
  const old = await openDB('augerset', fixture.version, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'id' }).createIndex('by-job', 'job');
      db.createObjectStore('jobs', { keyPath: 'id' });
    },
  });
  for (const o of fixture.outbox) await old.put('outbox', o);
  for (const j of fixture.jobs) await old.put('jobs', j);
  old.close();
});

describe('a browser of the first version', () => {
  it('still holds what waited, in its order, and the job as it was seen', async () => {
    expect((await waitingOperations('old-job')).map((o) => o.id)).toEqual(['waiting-op-1', 'waiting-op-2']);
    const kept = await keptJob('old-job');
    expect([kept?.job.zone, kept?.seq, kept?.job.units]).toEqual(['hall', 3, 'si']);
    expect(await draftsOf('old-job')).toEqual([]);
  });

  it('can put work aside as this version does', async () => {
    const [first] = await waitingOperations('old-job');
    if (!first) throw new Error('nothing waits');
    const { id, job, label, changes, at } = first;
    await setAside({ id, job, label, changes, at, why: 'sealed' });
    expect((await waitingOperations('old-job')).map((o) => o.id)).toEqual(['waiting-op-2']);
    expect((await draftsOf('old-job')).map((d) => d.why)).toEqual(['sealed']);
  });

  it('a job that no longer reads as one is not shown as one', async () => {
    expect(await keptJob('strange-job')).toBeUndefined();
  });
});
