/** The one connection to the store: a file by default, or any libSQL server by DATABASE_URL and token. */
import { mkdirSync, readFileSync } from 'node:fs';
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
  if (isFile) mkdirSync(dirname(url.slice('file:'.length)), { recursive: true });
  const client = createClient({ url, ...(authToken ? { authToken } : {}), ...(isFile ? { timeout: BUSY_MS } : {}) });
  const database = drizzle(client, { schema });
  return { client, database, ready: prepare(client, database, isFile) };
}

// Route bundles may load this module more than once in one process; they must share one connection.
const holder = globalThis as typeof globalThis & { augersetStore?: Connection };

export function store(): Connection {
  holder.augersetStore ??= connect();
  return holder.augersetStore;
}
