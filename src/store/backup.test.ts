/** The restore drill: what is backed up comes back, what is damaged is named, and a bad file changes nothing. */
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { diff } from '../core/job/changes';
import type { Operation } from '../core/job/operation';
import { emptyJob } from '../core/job/schema';
import { sealed } from '../core/record/seal';
import { backupTo, restoreFrom } from './backup';
import { setAsideBadBytes } from './bad-bytes';
import { brokenText, checkStore } from './check';
import { store } from './client';
import { epoch } from './epoch';
import { appendOperations, importJob, loadJob, ready } from './jobs';
import { getPhoto, putPhoto } from './photos';
import { publicKey } from './signing';

const folder = mkdtempSync(join(tmpdir(), 'augerset-backup-'));
const by = { client: 'phone', name: 'Ada' };
const at = '2026-03-01T09:00:00Z';
let serial = 0;

const zone = (job: string, from: string, to: string): Operation => ({
  id: `operation-${serial++}`,
  job,
  base: 1,
  at,
  by,
  kind: 'edit',
  label: 'zone',
  changes: diff({ ...emptyJob(), zone: from }, { ...emptyJob(), zone: to }),
});
const file = (name: string): string => join(folder, name);
/** A backup with one thing in it changed, as another hand would. */
async function tampered(name: string, sql: string): Promise<string> {
  await backupTo(file(name));
  const client = createClient({ url: `file:${file(name)}` });
  await client.execute(sql);
  client.close();
  return file(name);
}

beforeAll(async () => {
  process.env.DATABASE_URL = `file:${file('live.db')}`;
  await ready();
});
afterAll(() => {
  store().client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('backup and restore', () => {
  it('gives back the store of that moment, and tells open pages by a new epoch', async () => {
    const id = await importJob({ ...emptyJob(), zone: 'a' }, by, at);
    await appendOperations(id, [zone(id, 'a', 'b')]);
    const before = await epoch();
    expect(await backupTo(file('one.db'))).toEqual({ ok: true, jobs: 1, entries: 2, leftOut: [] });
    await appendOperations(id, [zone(id, 'b', 'c')]);
    const later = await importJob(emptyJob(), by, at);
    expect(await restoreFrom(file('one.db'))).toMatchObject({ jobs: 1, entries: 2 });
    expect([(await loadJob(id))?.job.zone, await loadJob(later)]).toEqual(['b', null]);
    expect(await epoch()).not.toBe(before);
    expect(await checkStore(store().client)).toMatchObject({ ok: true });
    // Written on afterwards, from where the backup was.
    expect(await appendOperations(id, [zone(id, 'b', 'd')])).toMatchObject({ accepted: [{ seq: 3 }] });
  });

  it('photographs come back with the jobs they are of, the same bytes by the same hash', async () => {
    // The least there is: a segment, a scan, an end.
    const bytes = Uint8Array.from([0xff, 0xd8, 0xff, 0xdb, 0, 3, 1, 0xff, 0xda, 0, 2, 9, 9, 0xff, 0xd9]);
    const hash = createHash('sha256').update(bytes).digest('hex');
    expect(await putPhoto(hash, bytes)).toEqual({ ok: true });
    expect(await putPhoto(hash, bytes)).toEqual({ ok: true });
    expect(await putPhoto(hash.replace(/^./, 'x'), bytes)).toMatchObject({ ok: false });
    await backupTo(file('photos.db'));
    await store().client.execute('DELETE FROM photos');
    expect(await getPhoto(hash)).toBeNull();
    await restoreFrom(file('photos.db'));
    expect([...((await getPhoto(hash)) ?? [])]).toEqual([...bytes]);
  });

  it('is consistent while jobs are written', async () => {
    const id = await importJob({ ...emptyJob(), zone: '0' }, by, at);
    const writing = (async () => {
      for (let i = 0; i < 40; i++) await appendOperations(id, [zone(id, String(i), String(i + 1))]);
    })();
    const checks = await Promise.all([backupTo(file('busy1.db')), backupTo(file('busy2.db'))]);
    await writing;
    for (const c of checks) expect(c.ok).toBe(true);
  });

  it('never writes over a file, and leaves no part behind', async () => {
    writeFileSync(file('mine.txt'), 'keep');
    await expect(backupTo(file('mine.txt'))).rejects.toThrow('is there already');
    await expect(backupTo(file('no/such/folder.db'))).rejects.toThrow('cannot be written there');
    expect(readdirSync(folder).filter((f) => f.endsWith('.part'))).toEqual([]);
  });

  it.each([
    [
      'an entry changed',
      `UPDATE operations SET body = replace(body, '"to":"b"', '"to":"B"') WHERE seq = 2`,
      /entry 2: is not/,
    ],
    ['an entry gone', 'DELETE FROM operations WHERE seq = 1', /entry 1: is missing/],
    ['a snapshot changed', `UPDATE jobs SET snapshot = replace(snapshot, '"zone":"', '"zone":"x')`, /snapshot/],
    ['a chain changed', `UPDATE jobs SET chain = 'x'`, /end of the chain/],
    ['a newer version', 'UPDATE __drizzle_migrations SET created_at = 9999999999999', /newer version/],
  ])('%s is named, and the store stays as it is', async (name, sql, said) => {
    const id = await importJob({ ...emptyJob(), zone: 'a' }, by, at);
    await appendOperations(id, [zone(id, 'a', 'b')]);
    const bad = await tampered(`${name}.db`, sql);
    const before = await epoch();
    await expect(restoreFrom(bad)).rejects.toThrow(said);
    expect([(await loadJob(id))?.job.zone, await epoch()]).toEqual(['b', before]);
  });

  it('what is no backup is refused in words', async () => {
    writeFileSync(file('text.db'), 'not a database at all');
    await expect(restoreFrom(file('text.db'))).rejects.toThrow('not a backup');
    await expect(restoreFrom(file('none.db'))).rejects.toThrow('no such file');
  });

  it('the live store’s own damage is named', async () => {
    const id = await importJob({ ...emptyJob(), zone: 'a' }, by, at);
    await store().client.execute({
      sql: `UPDATE operations SET body = replace(body, 'Start', 'Begin') WHERE job = ?`,
      args: [id],
    });
    const check = await checkStore(store().client);
    expect(check.ok ? '' : brokenText(check.broken)).toBe(
      `job ${id}, entry 1: is not what was chained: its hash differs`,
    );
    // The others are backed up, and this one is named.
    const made = await backupTo(file('damaged.db'));
    expect(made.leftOut.map((b) => b.job)).toEqual([id]);
    expect(await restoreFrom(file('damaged.db'))).toMatchObject({ jobs: made.jobs, leftOut: [] });
  });

  it('bytes that are no text end nothing: the row is named, kept byte for byte, and the others go on', async () => {
    const good = await importJob({ ...emptyJob(), zone: 'good' }, by, at);
    const bad = await importJob({ ...emptyJob(), zone: 'bad' }, by, at);
    const { client } = store();
    await client.execute({
      sql: "UPDATE operations SET body = CAST(x'7bff7d' AS TEXT) WHERE job = ?",
      args: [bad],
    });
    const set = await setAsideBadBytes(client);
    expect(set).toEqual([{ table: 'operations', row: bad, column: 'body' }]);
    const kept = await client.execute({ sql: 'SELECT body FROM operations WHERE job = ?', args: [bad] });
    expect(new Uint8Array(kept.rows[0]?.body as ArrayBuffer)).toEqual(new Uint8Array([0x7b, 0xff, 0x7d]));
    const check = await checkStore(client);
    expect(check.ok ? [] : check.all.map(brokenText)).toContain(`job ${bad}, entry 1: cannot be read`);
    const made = await backupTo(file('bytes.db'));
    expect(made.leftOut.map((b) => b.job)).toContain(bad);
    expect((await loadJob(good))?.job.zone).toBe('good');
    // A backup that holds such bytes is refused whole, or restored without that job.
    await client.execute({ sql: 'DELETE FROM operations WHERE job = ?', args: [bad] });
    await client.execute({ sql: 'DELETE FROM jobs WHERE id = ?', args: [bad] });
  });

  it('a backup with a damaged job is restored without it when that is asked for', async () => {
    const id = await importJob({ ...emptyJob(), zone: 'x' }, by, at);
    const bad = await tampered('one-bad.db', `UPDATE operations SET hash = 'no' WHERE job = '${id}'`);
    await expect(restoreFrom(bad)).rejects.toThrow(id);
    const restored = await restoreFrom(bad, true);
    expect(restored.leftOut.map((b) => b.job)).toEqual([id]);
    expect(await loadJob(id)).toBeNull();
  });
});

describe('the store’s check', () => {
  it('finds every one-byte change of any row', async () => {
    // What the tests before this one broke is put away first.
    await store().client.execute('DELETE FROM operations');
    await store().client.execute('DELETE FROM jobs');
    const id = await importJob({ ...emptyJob(), zone: 'kept' }, by, at);
    await appendOperations(id, [zone(id, 'kept', 'kept well'), zone(id, 'other', 'last')]);
    const job = (await loadJob(id))?.job;
    if (!job) throw new Error('no job');
    const { seal } = sealed(job, at, 'Ada');
    await appendOperations(id, [
      { ...zone(id, '', ''), kind: 'seal', label: 'seal', changes: [{ path: ['seal'], to: seal }] },
    ]);
    expect((await loadJob(id))?.job.signature?.key).toBe(await publicKey());
    await backupTo(file('whole.db'));
    const client = createClient({ url: `file:${file('whole.db')}` });
    await client.execute({ sql: 'DELETE FROM operations WHERE job <> ?', args: [id] });
    await client.execute({ sql: 'DELETE FROM jobs WHERE id <> ?', args: [id] });
    expect(await checkStore(client)).toMatchObject({ ok: true, jobs: 1, entries: 5 });
    // A small generator with a seed of its own: the same rows and letters every run.
    let seed = 20261126;
    const random = (below: number): number => {
      seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff;
      return (seed >> 8) % below;
    };
    const missed: string[] = [];
    for (let i = 0; i < 300; i++) {
      const table = i % 2 ? 'jobs' : 'operations';
      const { rows, columns } = await client.execute(`SELECT rowid AS r, * FROM ${table}`);
      const row = rows[random(rows.length)];
      const column = columns[1 + random(columns.length - 1)] ?? '';
      const was = row?.[column] ?? null;
      const text = String(was);
      const where = random(text.length);
      const letter = text[where] === 'x' ? 'y' : 'x';
      const value =
        typeof was === 'number' ? was + 1000 + random(9) : `${text.slice(0, where)}${letter}${text.slice(where + 1)}`;
      const set = (v: string | number): { sql: string; args: (string | number)[] } => ({
        sql: `UPDATE ${table} SET ${column} = ? WHERE rowid = ?`,
        args: [v, Number(row?.r)],
      });
      // The triggers keep the index to the row: another hand does not.
      await client.execute('PRAGMA foreign_keys = OFF');
      await client.execute('DROP TRIGGER IF EXISTS jobs_text_changed');
      await client.execute(set(value));
      const check = await checkStore(client).catch(() => ({ ok: false }));
      if (check.ok) missed.push(`${table}.${column} ${text.slice(0, 40)} -> ${String(value).slice(0, 40)}`);
      await client.execute(set(was as string | number));
    }
    client.close();
    expect(missed).toEqual([]);
  });
});
