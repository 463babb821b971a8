/** Tables. The journal is the truth; the jobs row is its snapshot with columns to list and search by. */
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

export const jobs = sqliteTable(
  'jobs',
  {
    id: text('id').primaryKey(),
    /** Position of the last operation in the snapshot. */
    seq: integer('seq').notNull(),
    snapshot: text('snapshot').notNull(),
    /** Head of the journal's hash chain. */
    chain: text('chain').notNull(),
    number: text('number').notNull(),
    site: text('site').notNull(),
    zone: text('zone').notNull(),
    /** Everything typed that search looks in. */
    words: text('words').notNull(),
    archived: integer('archived', { mode: 'boolean' }).notNull(),
    sealed: integer('sealed', { mode: 'boolean' }).notNull(),
    /** List index, written with the snapshot: what the list shows of each job. */
    summary: text('summary').notNull(),
    updatedAt: text('updated_at').notNull(),
    /** The store's own count of changes: the list's order, and the row of the full-text index (jobs_text, kept by triggers). */
    turn: integer('turn').notNull().default(0),
    /** Words the list is filtered by: kept or away, sealed or unsealed, stopped, failed. */
    tags: text('tags').notNull().default(''),
    /** Which recipe words, tags and summary were made by. */
    indexed: integer('indexed').notNull().default(0),
    /** SHA-256 over the row but for its snapshot (the journal gives that) and its turn (the index knows it). */
    mark: text('mark').notNull().default(''),
  },
  (t) => [
    uniqueIndex('jobs_by_turn').on(t.turn),
    index('jobs_by_place').on(t.archived, t.turn),
    index('jobs_by_index').on(t.indexed),
  ],
);

export const operations = sqliteTable(
  'operations',
  {
    job: text('job')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    seq: integer('seq').notNull(),
    id: text('id').notNull(),
    client: text('client').notNull(),
    body: text('body').notNull(),
    conflicts: text('conflicts').notNull(),
    /** SHA-256 over the previous entry's hash and this operation. */
    hash: text('hash').notNull(),
  },
  (t) => [primaryKey({ columns: [t.job, t.seq] }), uniqueIndex('operations_by_id').on(t.job, t.id)],
);

/** Photographs, by the hash of what they are: the same picture twice is one. */
export const photos = sqliteTable('photos', {
  hash: text('hash').primaryKey(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  addedAt: text('added_at').notNull(),
});

/** Device sheets that people wrote, each version for good; a sheet put away is no longer offered. */
export const sheets = sqliteTable(
  'sheets',
  {
    family: text('family').notNull(),
    id: text('id').notNull(),
    version: integer('version').notNull(),
    name: text('name').notNull(),
    body: text('body').notNull(),
    by: text('by').notNull(),
    addedAt: text('added_at').notNull(),
    away: integer('away', { mode: 'boolean' }).notNull().default(false),
  },
  (t) => [primaryKey({ columns: [t.family, t.id, t.version] })],
);

/** Facts of the store itself: its epoch changes when a backup is restored, and every open page loads again. */
export const meta = sqliteTable('meta', { key: text('key').primaryKey(), value: text('value').notNull() });
