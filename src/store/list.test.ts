/** The list: what is found, in which order and in which state; a row that cannot be read; a store from earlier versions. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Operation } from '../core/job/operation';
import { emptyJob, Job } from '../core/job/schema';
import { restoreFrom } from './backup';
import { checkStore } from './check';
import { store } from './client';
import { appendOperations, importJob, loadJob, ready } from './jobs';
import { type ListQuery, listJobs, refreshIndex } from './list';
import { lookOver, storeTrouble } from './look-over';

const folder = mkdtempSync(join(tmpdir(), 'augerset-list-'));
const by = { client: 'phone', name: 'Ada' };
const at = '2026-03-01T09:00:00Z';
let serial = 0;

const edit = (job: string, path: string[], to: unknown, from?: unknown): Operation => ({
  id: `list-operation-${serial++}`,
  job,
  base: 1,
  at: '9999-01-01T00:00:00Z',
  by,
  kind: 'edit',
  label: 'edit',
  changes: [{ path, to, ...(from === undefined ? {} : { from }) }],
});
const make = (more: object): Promise<string> => importJob(Job.parse({ ...emptyJob(), ...more }), by, at);
const find = async (search: string, more: Partial<ListQuery> = {}): Promise<string[]> =>
  (await listJobs({ search, archived: false, limit: 60, ...more })).items.map((i) => i.id);

beforeAll(async () => {
  process.env.DATABASE_URL = `file:${join(folder, 'list.db')}`;
  await ready();
});
afterAll(() => {
  store().client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the list', () => {
  it('finds by the beginnings of words, wherever they were typed, and by what was found', async () => {
    const base = emptyJob();
    const id = await make({
      site: { name: 'Lifeboat 100% station', address: '4 Slipway', customer: 'Mårten Ek' },
      zone: 'boat hall',
      number: 'B-771',
      device: { sheet: 't24-five', serial: 'QX9-44/7' },
      handOver: { ...base.handOver, note: 'Key under the "blue" tub' },
      family: 'floor',
      survey: { mats: { m: { name: 'Slipmat', ratedWatts: 100 } } },
    });
    for (const search of [
      'HALL lifeb',
      '100%',
      'slipway',
      'marten',
      'b-771',
      'QX9-44/7',
      'tub "blue"',
      'slipm',
      'measure supply',
    ])
      expect([search, await find(search)]).toEqual([search, [id]]);
    for (const search of ['life_oat', '100%%x', 'allboat', '"', 'hall XOR', 'words : hall OR x'])
      expect([search, await find(search)]).toEqual([search, []]);
  });

  it('forgets what was there before, and says another state at once', async () => {
    const id = await make({ zone: 'gannet' });
    await appendOperations(id, [edit(id, ['zone'], 'puffin', 'gannet')]);
    expect([await find('gannet'), await find('puffin')]).toEqual([[], [id]]);
    expect([await find('puffin', { state: 'open' }), await find('puffin', { state: 'sealed' })]).toEqual([[id], []]);
    await appendOperations(id, [edit(id, ['archived'], true)]);
    expect([await find('puffin'), await find('puffin', { archived: true })]).toEqual([[], [id]]);
  });

  it('is ordered by its own count, whatever a client’s clock says, and read in pages that miss and repeat nothing', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 7; i++) ids.push(await make({ zone: `tern ${i}` }));
    await appendOperations(ids[2] ?? '', [edit(ids[2] ?? '', ['number'], 'x')]);
    const wanted = [2, 6, 5, 4, 3, 1, 0].map((i) => ids[i]);
    const seen: string[] = [];
    let before: number | undefined;
    for (;;) {
      const page = await listJobs({ search: 'tern', archived: false, limit: 3, before });
      seen.push(...page.items.map((i) => i.id));
      before = page.items.at(-1)?.turn;
      if (!page.more) break;
    }
    expect(seen).toEqual(wanted);
    expect((await find('')).slice(0, 3)).toEqual(wanted.slice(0, 3));
  });

  it('is filtered by who worked at it and by the day of its last change, with and without words', async () => {
    const reading = (by: string): object => ({
      r1: { at, by, source: 'typed', quantity: 'volts-ac', value: 25, a: 'wall.R', b: 'wall.C', stop: 'power-up' },
    });
    const ada = await make({ zone: 'dunlin one', readings: reading('Ada Lövgren') });
    const then = Job.parse({ ...emptyJob(), zone: 'dunlin two', readings: reading('Bo') });
    const bo = await importJob(then, by, '2025-05-05T10:00:00Z');
    expect(await find('dunlin', { person: 'ada' })).toEqual([ada]);
    expect(await find('dunlin', { person: 'ADA LOVG' })).toEqual([ada]);
    expect(await find('', { person: 'Bo' })).toEqual([bo]);
    expect(await find('dunlin', { person: 'Nobody' })).toEqual([]);
    expect(await find('dunlin', { person: '--' })).toEqual([]);
    expect(await find('dunlin', { until: '2025-05-05' })).toEqual([bo]);
    expect(await find('dunlin', { since: '2025-05-06' })).toEqual([ada]);
    expect(await find('', { since: '2025-05-05', until: '2025-05-05' })).toEqual([bo]);
    const counted = await listJobs({ search: 'dunlin', archived: false, limit: 60, until: '2025-05-05' });
    expect(counted.total).toBe(1);
  });

  it('keeps training cases to themselves', async () => {
    const drill = { level: 1, seed: 1, person: 'Robin', startedAt: at, steps: {} };
    const id = await make({ zone: 'plover', archived: true, drill });
    expect([await find('plover'), await find('plover', { archived: true })]).toEqual([[], []]);
    expect(await find('', { drills: true, person: 'robin' })).toEqual([id]);
    expect((await find('', { archived: true })).includes(id)).toBe(false);
  });

  it('holds what a column cannot: ends of text, half characters', async () => {
    const id = await make({ zone: 'kestrel\u0000 roof', number: '\ud800x', site: { name: 'a\u0007b' } });
    expect(await find('roof')).toEqual([id]);
    expect((await loadJob(id))?.job.zone).toBe('kestrel\u0000 roof');
    expect(await checkStore(store().client)).toMatchObject({ ok: true });
  });

  it('a row that cannot be read takes neither the list nor the others with it', async () => {
    const good = await make({ zone: 'skua one' });
    const bad = await make({ zone: 'skua two' });
    const { client } = store();
    await client.execute({
      sql: "UPDATE jobs SET summary = '{', snapshot = '[]', indexed = 0 WHERE id = ?",
      args: [bad],
    });
    const { items } = await listJobs({ search: 'skua', archived: false, limit: 10 });
    expect(items.map((i) => [i.id, i.sentence.includes('cannot be read')])).toEqual([
      [bad, true],
      [good, false],
    ]);
    expect(await refreshIndex()).toBe(1);
    expect(await find('skua')).toEqual([bad, good]);
    await lookOver();
    expect(storeTrouble()).toContain(bad);
    await client.execute({ sql: 'DELETE FROM jobs WHERE id = ?', args: [bad] });
    await lookOver();
    expect([storeTrouble(), await find('skua')]).toEqual([null, [good]]);
  });
});

/** A kept store of an earlier version, as a file. */
async function kept(name: string, change: (sql: string) => string): Promise<string> {
  const file = join(folder, name);
  const client = createClient({ url: `file:${file}` });
  await client.executeMultiple(change(readFileSync(new URL('./fixtures/store-2.sql', import.meta.url), 'utf8')));
  client.close();
  return file;
}
/** Before there were facts of the store itself. */
const firstVersion = (sql: string): string =>
  sql
    .replace(/INSERT INTO "__drizzle_migrations" VALUES\(NULL,'[0-9a-f]+',1795698212858\);\n/, '')
    .replace(/CREATE TABLE `meta`[^;]*;\n/, '')
    .replace(/INSERT INTO "meta"[^;]*;\n/g, '');

describe('a store of an earlier version', () => {
  it.each([
    ['second', (sql: string) => sql],
    ['first', firstVersion],
  ])('the %s is brought up to date whole, and then found in', async (name, change) => {
    const file = await kept(`${name}.db`, change);
    expect(await restoreFrom(file)).toMatchObject({ ok: true, jobs: 3, entries: 4 });
    expect((await loadJob('old-24v'))?.job.zone).toBe('landing');
    expect(await find('landing')).toEqual(['old-24v']);
    expect(await find('airing', { archived: true })).toEqual(['old-boiler']);
    expect(await checkStore(store().client)).toMatchObject({ ok: true });
  });

  it('a newer one is refused and left as it is', async () => {
    const file = await kept('newer.db', (sql) =>
      sql.replace('COMMIT;', `INSERT INTO "__drizzle_migrations" VALUES(NULL,'ffff',9999999999999);\nCOMMIT;`),
    );
    await expect(restoreFrom(file)).rejects.toThrow('written by a newer version');
    expect((await loadJob('old-24v'))?.job.zone).toBe('landing');
  });
});
