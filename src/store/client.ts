/** The one connection to the store: a file by default, or any libSQL server by DATABASE_URL and token. */
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as z from 'zod';
import * as schema from './schema';

const Environment = z.object({
  DATABASE_URL: z
    .string()
    .regex(/^(file:|libsql:|https?:|wss?:)/, 'must begin with file:, libsql:, http(s): or ws(s):')
    .default('file:./data/augerset.db'),
  DATABASE_AUTH_TOKEN: z.string().optional(),
});

export type Database = LibSQLDatabase<typeof schema>;

interface Connection {
  client: Client;
  database: Database;
  ready: Promise<void>;
}

async function prepare(client: Client, database: Database, isFile: boolean): Promise<void> {
  if (isFile) {
    // Server-side databases set these themselves.
    await client.execute('PRAGMA journal_mode = WAL');
    await client.execute('PRAGMA busy_timeout = 5000');
  }
  await client.execute('PRAGMA foreign_keys = ON');
  await migrate(database, { migrationsFolder: 'drizzle' });
}

function connect(): Connection {
  const parsed = Environment.safeParse(process.env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((i) => `${i.path.join('.')} ${i.message}`).join('; '));
  const { DATABASE_URL: url, DATABASE_AUTH_TOKEN: authToken } = parsed.data;
  const isFile = url.startsWith('file:');
  if (isFile) mkdirSync(dirname(url.slice('file:'.length)), { recursive: true });
  const client = createClient({ url, ...(authToken ? { authToken } : {}) });
  const database = drizzle(client, { schema });
  return { client, database, ready: prepare(client, database, isFile) };
}

// Route bundles may load this module more than once in one process; they must share one connection.
const holder = globalThis as typeof globalThis & { augersetStore?: Connection };

export function store(): Connection {
  holder.augersetStore ??= connect();
  return holder.augersetStore;
}
