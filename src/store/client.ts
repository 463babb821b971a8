/** The one connection to the store: a file by default, or any libSQL server by DATABASE_URL and token. */
import { existsSync, mkdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as z from 'zod';
import { home, migrationsFolder } from '../home';
import * as schema from './schema';

const Environment = z.object({
  DATABASE_URL: z
    .string()
    .regex(/^(file:|libsql:|https?:|wss?:)/, 'must begin with file:, libsql:, http(s): or ws(s):')
    .default(`file:${join(home(), 'data', 'augerset.db')}`),
  DATABASE_AUTH_TOKEN: z.string().optional(),
});

export type Database = LibSQLDatabase<typeof schema>;

interface Connection {
  client: Client;
  database: Database;
  ready: Promise<void>;
  /** The file and which one it is; null for a server. */
  file: { path: string; inode: number } | null;
}

/** The database cannot be reached now; nothing was changed, and the same can be asked again later. */
class StoreAway extends Error {
  override name = 'StoreAway';
}

const AWAY =
  /SQLITE_(CANTOPEN|IOERR|READONLY|FULL|NOTADB|BUSY|LOCKED)|unable to open|ECONNREFUSED|ECONNRESET|ENOTFOUND|ETIMEDOUT|fetch failed|EACCES|EPERM|ENOENT|ENOTDIR|EEXIST|EROFS|ENOSPC|is closed/i;

/** Whether an error says that the database is away, full or busy, as against a mistake of ours. */
export function isAway(error: unknown): boolean {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    const code = 'code' in e ? String(e.code) : '';
    if (e instanceof StoreAway || AWAY.test(`${code} ${e.message}`)) return true;
  }
  return false;
}

/** How long a busy file is waited for on the spot, on every connection; longer waits do not hold up the process. */
const BUSY_MS = 100;
const WAITS = 40;
const WAIT_MS = 250;

/** Refuses a store whose migrations go further than those known here. */
export async function refuseNewer(client: Client): Promise<void> {
  const journal = z
    .object({ entries: z.array(z.object({ when: z.number() })) })
    .parse(JSON.parse(readFileSync(join(migrationsFolder(), 'meta', '_journal.json'), 'utf8')));
  const known = Math.max(...journal.entries.map((e) => e.when));
  const found = await client
    .execute('SELECT max(created_at) AS at FROM __drizzle_migrations')
    .catch(() => ({ rows: [{ at: 0 }] }));
  if (Number(found.rows[0]?.at ?? 0) > known)
    throw new Error('It was written by a newer version of the application. Update this one; nothing was changed.');
}

/** Two starts at once wait for each other; a database that is away is waited for. */
async function migrateInTurn(client: Client, database: Database): Promise<void> {
  for (let attempt = 0; ; attempt++) {
    try {
      await refuseNewer(client);
      return await migrate(database, { migrationsFolder: migrationsFolder() });
    } catch (error) {
      const said = error instanceof Error ? `${error.message} ${String(error.cause ?? '')}` : '';
      if (attempt >= WAITS || !/BUSY|locked|already exists|UNIQUE/i.test(said)) throw error;
      await new Promise((resolve) => setTimeout(resolve, WAIT_MS * (0.5 + Math.random())));
    }
  }
}

async function prepare(client: Client, database: Database, isFile: boolean): Promise<void> {
  if (isFile) {
    // Server-side databases set these themselves.
    await client.execute('PRAGMA journal_mode = WAL');
  }
  await client.execute('PRAGMA foreign_keys = ON');
  await migrateInTurn(client, database);
}

function connect(): Connection {
  const parsed = Environment.safeParse(process.env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((i) => `${i.path.join('.')} ${i.message}`).join('; '));
  const { DATABASE_URL: url, DATABASE_AUTH_TOKEN: authToken } = parsed.data;
  const isFile = url.startsWith('file:');
  const path = url.slice('file:'.length);
  if (isFile) mkdirSync(dirname(path), { recursive: true });
  const client = createClient({ url, ...(authToken ? { authToken } : {}), ...(isFile ? { timeout: BUSY_MS } : {}) });
  const database = drizzle(client, { schema });
  const ready = prepare(client, database, isFile);
  const connection: Connection = { client, database, ready, file: null };
  ready.then(
    () => {
      if (isFile) connection.file = { path, inode: statSync(path).ino };
    },
    () => {
      // Not kept: whoever asks next tries again.
      if (holder.augersetStore === connection) delete holder.augersetStore;
    },
  );
  return connection;
}

/** SQLite goes on writing into a file that was taken away, and all of it would be lost: noticed before every use. */
function stillThere(file: NonNullable<Connection['file']>): boolean {
  try {
    return statSync(file.path).ino === file.inode;
  } catch {
    return false;
  }
}

// Route bundles may load this module more than once in one process; they must share one connection.
const holder = globalThis as typeof globalThis & { augersetStore?: Connection };

/** Throws StoreAway while the file that was open has been taken away. */
export function store(): Connection {
  const open = holder.augersetStore;
  if (open?.file && !stillThere(open.file)) {
    // A new empty store in its place would look as if everything were gone.
    if (!existsSync(open.file.path)) throw new StoreAway('The database file is away.');
    open.client.close();
    delete holder.augersetStore;
  }
  holder.augersetStore ??= connect();
  return holder.augersetStore;
}
