/**
 * One file that holds the whole store, made while it runs, checked when made and when read. A restore puts its
 * content in place of the store's in one transaction, and gives the store a new epoch.
 */
import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { nanoid } from 'nanoid';
import { migrationsFolder } from '../home';
import { setAsideBadBytes } from './bad-bytes';
import { type Broken, brokenText, brokenTexts, checkStore, type StoreCheck } from './check';
import { refuseNewer, store } from './client';
import { EPOCH_KEY } from './epoch';
import { refreshIndex } from './list';
import * as schema from './schema';

type Checked = Extract<StoreCheck, { ok: true }>;

/** A backup that is not one, or not whole; a file in the way. */
export class BackupError extends Error {
  override name = 'BackupError';
}

/** What a backup holds, and which jobs are not in it because they could not be read. */
export interface Backup extends Checked {
  leftOut: Broken[];
}

/**
 * A copy of the store made fit to be one: a job that is not whole is left out by name, and never keeps the others out.
 * What of it can be read stays in the store that was copied.
 */
async function fitToKeep(client: Client, file: string): Promise<Backup> {
  await setAsideBadBytes(client);
  const first = await checkStore(client);
  if (first.ok) return { ...first, leftOut: [] };
  const leftOut = first.all.filter((b) => b.job !== '');
  if (leftOut.length < first.all.length) throw new BackupError(`${file}: ${brokenText(first.broken)}`);
  for (const { job } of leftOut) {
    await client.execute({ sql: 'DELETE FROM operations WHERE job = ?', args: [job] });
    await client.execute({ sql: 'DELETE FROM jobs WHERE id = ?', args: [job] });
  }
  const check = await checkStore(client);
  if (!check.ok) throw new BackupError(`${file}: ${brokenText(check.broken)}`);
  return { ...check, leftOut };
}

async function checkedFile(at: string, file: string): Promise<Backup> {
  const client = createClient({ url: `file:${at}` });
  try {
    return await fitToKeep(client, file);
  } catch (error) {
    if (error instanceof BackupError) throw error;
    throw new BackupError(`${file}: is not a backup of this application`);
  } finally {
    client.close();
  }
}

/** Writes the store to a file that did not exist. Consistent whatever is written meanwhile. */
export async function backupTo(file: string): Promise<Backup> {
  const to = resolve(file);
  if (existsSync(to)) throw new BackupError(`${file}: is there already, and is left as it is`);
  const partial = join(dirname(to), `.${basename(to)}.${nanoid(6)}.part`);
  const { client, ready } = store();
  await ready;
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [partial] });
    const check = await checkedFile(partial, file);
    renameSync(partial, to);
    return check;
  } catch (error) {
    if (error instanceof Error && /unable to open|no such file/i.test(error.message))
      throw new BackupError(`${file}: cannot be written there`);
    throw error;
  } finally {
    rmSync(partial, { force: true });
  }
}

/**
 * Puts a backup's jobs in place of the store's, or changes nothing at all.
 * @param withoutDamaged jobs of the backup that are not whole are left out; else one of them refuses the whole
 */
export async function restoreFrom(file: string, withoutDamaged = false): Promise<Backup> {
  if (!existsSync(file)) throw new BackupError(`${file}: there is no such file`);
  const folder = mkdtempSync(join(tmpdir(), 'augerset-restore-'));
  const copy = join(folder, 'copy.db');
  try {
    copyFileSync(file, copy);
    const from = createClient({ url: `file:${copy}` });
    try {
      // An older backup is brought up to date on its copy; a newer one is refused.
      await refuseNewer(from).catch((error: Error) => {
        throw new BackupError(`${file}: ${error.message}`);
      });
      const known = await from
        .execute("SELECT name FROM sqlite_master WHERE name IN ('jobs', 'operations')")
        .catch(() => null);
      if (known?.rows.length !== 2) throw new BackupError(`${file}: is not a backup of this application`);
      await migrate(drizzle(from, { schema }), { migrationsFolder: migrationsFolder() });
      const check = await fitToKeep(from, file);
      if (check.leftOut.length > 0 && !withoutDamaged) throw new BackupError(`${file}: ${brokenTexts(check.leftOut)}`);
      const { client, ready } = store();
      await ready;
      const tx = await client.transaction('write');
      try {
        await tx.execute('DELETE FROM operations');
        await tx.execute('DELETE FROM jobs');
        for (const table of ['photos', 'sheets'] as const) await tx.execute(`DELETE FROM ${table}`);
        for (const table of ['jobs', 'operations', 'photos', 'sheets'] as const) {
          const { columns, rows } = await from.execute(`SELECT * FROM ${table}`);
          const sql = `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;
          for (const row of rows) await tx.execute({ sql, args: columns.map((c) => row[c] ?? null) });
        }
        await tx.execute({
          sql: 'INSERT INTO meta (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value',
          args: [EPOCH_KEY, nanoid()],
        });
        await tx.commit();
      } finally {
        tx.close();
      }
      // A backup of an earlier version holds a list made by an earlier recipe.
      await refreshIndex();
      return check;
    } finally {
      from.close();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
