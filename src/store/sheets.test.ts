import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import '../core/family/all';
import { familyOf } from '../core/family/registry';
import { emptyJobOf, Family } from '../core/job/schema';
import { backupTo, restoreFrom } from './backup';
import { store } from './client';
import { ready } from './jobs';
import { listSheets, putAwaySheet, putSheet, sheetVersions } from './sheets';

const folder = mkdtempSync(join(tmpdir(), 'augerset-sheets-'));
const shippedOf = (family: Family): Record<string, unknown> & { id: string; name: string } => {
  const [sheet] = familyOf(emptyJobOf(family)).module.sheets.shipped;
  if (!sheet) throw new Error(`no sheet ships for ${family}`);
  return { ...sheet };
};
const own = (family: Family, more: object = {}): Record<string, unknown> & { id: string; name: string } => ({
  ...shippedOf(family),
  id: 'own-1',
  name: 'Own one',
  ...more,
});

beforeAll(async () => {
  process.env.DATABASE_URL = `file:${join(folder, 'live.db')}`;
  await ready();
});
afterAll(() => {
  store().client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe.each(Family.options)('a sheet of %s of one’s own', (family) => {
  it('is kept by versions, put away, and comes back with the next', async () => {
    expect(await putSheet({ family, sheet: own(family), by: 'Ada' })).toEqual({
      ok: true,
      answer: { version: 1, same: false },
    });
    expect(await putSheet({ family, sheet: own(family), by: 'Ada' })).toEqual({
      ok: true,
      answer: { version: 1, same: true },
    });
    await putSheet({ family, sheet: own(family, { name: 'Own two' }), by: 'Bo' });
    expect(await listSheets(family)).toMatchObject([{ id: 'own-1', name: 'Own two', version: 2, by: 'Bo' }]);
    expect((await sheetVersions(family, 'own-1')).map((v) => [v.version, v.name])).toEqual([
      [2, 'Own two'],
      [1, 'Own one'],
    ]);
    expect(await putAwaySheet(family, 'own-1')).toBe(true);
    expect(await listSheets(family)).toEqual([]);
    await putSheet({ family, sheet: own(family), by: 'Ada' });
    expect(await listSheets(family)).toMatchObject([{ version: 3, name: 'Own one' }]);
  });
  it('is refused while it is not whole, with its place', async () => {
    const { settings: _gone, ...bare } = own(family, { id: 'own-2' });
    expect(await putSheet({ family, sheet: bare as never, by: '' })).toMatchObject({
      ok: false,
      problems: [{ path: 'settings', message: expect.stringContaining('not filled in') }],
    });
    expect(await sheetVersions(family, 'own-2')).toEqual([]);
  });
  it('never stands for one that ships', async () => {
    expect(await putSheet({ family, sheet: shippedOf(family), by: '' })).toMatchObject({ ok: false });
  });
});

describe('sheets and the whole store', () => {
  it('come back from a backup; an unknown one is not put away', async () => {
    const before = await listSheets('floor');
    expect(before.length).toBe(1);
    await backupTo(join(folder, 'all.db'));
    await store().client.execute('DELETE FROM sheets');
    await restoreFrom(join(folder, 'all.db'));
    expect(await listSheets('floor')).toEqual(before);
    expect(await putAwaySheet('floor', 'nothing-such')).toBe(false);
  });
});
