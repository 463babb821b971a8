/**
 * Text columns whose bytes are no text. The database driver ends the process when it meets one, so each is kept as a blob
 * from then on: every byte stays as it is, the row reads as damaged, and whoever reads it can say so.
 */
import type { Client } from '@libsql/client';

/** Text that is read of jobs and their journals, and how a row is called. Sheets and names of rows are not looked at. */
const TEXTS = {
  jobs: {
    columns: ['number', 'site', 'zone', 'words', 'tags', 'summary', 'snapshot', 'chain', 'mark', 'updated_at'],
    name: 'id',
  },
  operations: { columns: ['client', 'body', 'conflicts', 'hash'], name: 'job' },
} as const;

/** A row with bytes that are no text. */
export interface BadBytes {
  table: string;
  /** The job it is of. */
  row: string;
  column: string;
}

const decoder = new TextDecoder('utf-8', { fatal: true });
const isText = (bytes: Uint8Array): boolean => {
  try {
    decoder.decode(bytes);
    return true;
  } catch {
    return false;
  }
};

const asText = (value: unknown): string =>
  value instanceof ArrayBuffer ? new TextDecoder().decode(value) : String(value);

/** Sets aside every column whose bytes are no text. Only rows with anything beyond ASCII are read. */
export async function setAsideBadBytes(client: Client): Promise<BadBytes[]> {
  const bad: BadBytes[] = [];
  for (const [table, { columns, name }] of Object.entries(TEXTS))
    for (const column of columns) {
      const { rows } = await client.execute(
        `SELECT rowid AS at, CAST(${name} AS BLOB) AS name, CAST(${column} AS BLOB) AS bytes FROM ${table} ` +
          `WHERE typeof(${column}) = 'text' AND ${column} GLOB '*[^' || char(1) || '-' || char(127) || ']*'`,
      );
      for (const r of rows) {
        if (!(r.bytes instanceof ArrayBuffer) || isText(new Uint8Array(r.bytes))) continue;
        await client.execute({
          sql: `UPDATE ${table} SET ${column} = CAST(${column} AS BLOB) WHERE rowid = ?`,
          args: [Number(r.at)],
        });
        bad.push({ table, row: asText(r.name), column });
      }
    }
  return bad;
}
