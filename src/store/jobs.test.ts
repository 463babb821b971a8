import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { diff } from '../core/job/changes';
import type { Operation } from '../core/job/operation';
import { emptyJob, type Job } from '../core/job/schema';
import { store } from './client';
import {
  appendOperations,
  disputedEntries,
  entriesAfter,
  importJob,
  jobAt,
  journalPage,
  loadJob,
  ownEntries,
  ready,
  verifyChain,
} from './jobs';
import { listen } from './live';

const folder = mkdtempSync(join(tmpdir(), 'augerset-store-'));
const by = { client: 'phone', name: 'Ada' };
let serial = 0;

const edit = (job: string, before: Job, after: Job, client = 'phone'): Operation => ({
  id: `operation-${serial++}`,
  job,
  base: 1,
  at: '2026-03-01T09:00:00Z',
  by: { client, name: '' },
  kind: 'edit',
  label: 'edit',
  changes: diff(before, after),
});

beforeAll(async () => {
  process.env.DATABASE_URL = `file:${join(folder, 'test.db')}`;
  await ready();
});
afterAll(() => {
  store().client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the store', () => {
  it('keeps a job, its journal and an unbroken chain', async () => {
    const start: Job = { ...emptyJob(), zone: 'loft', site: { name: 'Net loft' } };
    const id = await importJob(start, by, '2026-03-01T08:00:00Z');
    const op = edit(id, start, { ...start, zone: 'upper floor' });
    const heard: number[] = [];
    const stop = listen(id, (entries) => heard.push(...entries.map((e) => e.seq)));
    expect(await appendOperations(id, [op])).toEqual({ accepted: [{ id: op.id, seq: 2 }], refused: [], seq: 2 });
    stop();
    expect(heard).toEqual([2]);
    expect((await loadJob(id))?.job.zone).toBe('upper floor');
    expect((await entriesAfter(id, 1)).map((e) => e.operation.id)).toEqual([op.id]);
    expect((await ownEntries(id, 'phone')).map((o) => o.kind)).toEqual(['create', 'edit']);
    expect(await verifyChain(id)).toEqual({ ok: true, entries: 2 });
  });

  it('takes the same operation twice without doing it twice', async () => {
    const id = await importJob(emptyJob(), by, '2026-03-01T08:00:00Z');
    const op = edit(id, emptyJob(), { ...emptyJob(), zone: 'a' });
    await appendOperations(id, [op]);
    expect(await appendOperations(id, [op])).toMatchObject({ accepted: [{ seq: 2 }], seq: 2 });
  });

  it('refuses other content under a known id, also twice in one batch, and takes the rest', async () => {
    const id = await importJob(emptyJob(), by, '2026-03-01T08:00:00Z');
    const op = edit(id, emptyJob(), { ...emptyJob(), zone: 'a' });
    const other = { ...edit(id, emptyJob(), { ...emptyJob(), zone: 'b' }), id: op.id };
    const last = edit(id, emptyJob(), { ...emptyJob(), number: '7' });
    expect(await appendOperations(id, [op, op, other, last])).toMatchObject({
      accepted: [{ seq: 2 }, { seq: 2 }, { seq: 3 }],
      refused: [{ id: op.id, refusal: { code: 'id-reused' } }],
    });
    expect(await appendOperations(id, [other])).toMatchObject({ accepted: [], refused: [{ id: op.id }] });
    expect((await loadJob(id))?.job).toMatchObject({ zone: 'a', number: '7' });
  });

  it('remembers what was written over, for whoever opens the job next', async () => {
    const id = await importJob(emptyJob(), by, '2026-03-01T08:00:00Z');
    await appendOperations(id, [edit(id, emptyJob(), { ...emptyJob(), zone: 'a' })]);
    await appendOperations(id, [edit(id, emptyJob(), { ...emptyJob(), zone: 'b' }, 'laptop')]);
    expect((await disputedEntries(id)).map((e) => [e.seq, e.conflicts[0]?.found])).toEqual([[3, 'a']]);
  });

  it('the journal is read in pages and searched, and the job is had as it stood at any entry', async () => {
    const id = await importJob({ ...emptyJob(), zone: '0' }, by, '2026-03-01T08:00:00Z');
    for (let i = 0; i < 5; i++)
      await appendOperations(id, [
        edit(id, { ...emptyJob(), zone: String(i) }, { ...emptyJob(), zone: String(i + 1) }),
      ]);
    const first = await journalPage(id, { before: Number.MAX_SAFE_INTEGER, search: '', limit: 4 });
    expect([first.entries.map((e) => e.seq), first.more]).toEqual([[6, 5, 4, 3], true]);
    const rest = await journalPage(id, { before: 3, search: '', limit: 4 });
    expect([rest.entries.map((e) => e.seq), rest.more]).toEqual([[2, 1], false]);
    expect((await journalPage(id, { before: 99, search: '%', limit: 4 })).entries).toEqual([]);
    expect((await journalPage(id, { before: 99, search: 'start the', limit: 4 })).entries.map((e) => e.seq)).toEqual([
      1,
    ]);
    expect((await Promise.all([1, 3, 6, 7, 0].map((n) => jobAt(id, n)))).map((j) => j?.zone ?? null)).toEqual([
      '0',
      '2',
      '5',
      null,
      null,
    ]);
  });

  it('orders writers that append at the same moment and reports what was written over', async () => {
    const id = await importJob(emptyJob(), by, '2026-03-01T08:00:00Z');
    const ops = ['a', 'b', 'c', 'd'].map((zone) => edit(id, emptyJob(), { ...emptyJob(), zone }, zone));
    await Promise.all(ops.map((op) => appendOperations(id, [op])));
    const entries = await entriesAfter(id, 1);
    expect(entries.map((e) => e.seq)).toEqual([2, 3, 4, 5]);
    expect(entries.filter((e) => e.conflicts.length > 0)).toHaveLength(3);
    expect((await loadJob(id))?.job.zone).toBe(entries[3]?.operation.by.client);
    expect(await verifyChain(id)).toEqual({ ok: true, entries: 5 });
  });

  it('refuses what the job may not become and keeps the rest', async () => {
    const id = await importJob(emptyJob(), by, '2026-03-01T08:00:00Z');
    const bad: Operation = {
      ...edit(id, emptyJob(), emptyJob()),
      changes: [{ path: ['units'], from: 'si', to: 'cubits' }],
    };
    const good = edit(id, emptyJob(), { ...emptyJob(), zone: 'kept' });
    const result = await appendOperations(id, [bad, good]);
    expect(result).toMatchObject({
      accepted: [{ id: good.id }],
      refused: [{ id: bad.id, refusal: { code: 'invalid', path: 'units' } }],
    });
  });

  it('notices a journal that was tampered with', async () => {
    const id = await importJob({ ...emptyJob(), zone: 'true' }, by, '2026-03-01T08:00:00Z');
    await store().client.execute({
      sql: `update operations set body = replace(body, 'true', 'false') where job = ?`,
      args: [id],
    });
    expect(await verifyChain(id)).toEqual({ ok: false, seq: 1 });
  });

  it('knows no unknown job', async () => {
    expect(await loadJob('nothing')).toBeNull();
    expect(await appendOperations('nothing', [])).toBeNull();
  });

  it('has foreign keys and the write-ahead log on', async () => {
    const { client } = store();
    expect((await client.execute('PRAGMA foreign_keys')).rows[0]?.foreign_keys).toBe(1);
    expect((await client.execute('PRAGMA journal_mode')).rows[0]?.journal_mode).toBe('wal');
  });
});
