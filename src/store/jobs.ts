/**
 * Jobs and their journals. Appending is one write batch: the operations and the new snapshot stand
 * or fall together, and a clash with another writer is retried on the newer state.
 */
import type { InValue } from '@libsql/client';
import { and, asc, desc, eq, gt, like, lt, lte, ne, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import * as z from 'zod';
import { type Conflict, diff, sameValue } from '../core/job/changes';
import { readJob } from '../core/job/first-version';
import { applyOperation, Operation, type Refusal } from '../core/job/operation';
import { Replay } from '../core/job/replay';
import { emptyJob, JOB_VERSION, type Job } from '../core/job/schema';
import { chainHash } from '../core/record/canonical';
import { sealDigest } from '../core/record/seal';
import { signDigest } from '../signing/signature';
import { store } from './client';
import type { Entry } from './entry';
import { GENESIS } from './journal';
import { announce } from './live';
import { jobs, operations } from './schema';
import { signingKey } from './signing';
import { INDEX_RECIPE, rowMark, searchWords, storable, summaryOf, tagsOf } from './summary';

export interface LoadedJob {
  id: string;
  job: Job;
  seq: number;
}

export interface Author {
  client: string;
  name: string;
}

const RETRIES = 40;

export const ready = async (): Promise<void> => store().ready;

/** The list's order: each change takes the next place. */
const NEXT_TURN = sql<number>`(SELECT coalesce(max(turn), 0) + 1 FROM jobs)`;

/** The row of a job but for its place in the list. */
function row(id: string, job: Job, seq: number, chain: string, updatedAt: string): typeof jobs.$inferInsert {
  const summary = summaryOf(job);
  const columns = {
    id,
    seq,
    chain,
    number: storable(job.number ?? ''),
    site: storable(job.site.name),
    zone: storable(job.zone),
    words: searchWords(job, summary),
    tags: tagsOf(job, summary),
    indexed: INDEX_RECIPE,
    archived: job.archived === true,
    sealed: job.seal !== undefined,
    summary: JSON.stringify(summary),
    updatedAt,
  };
  return { ...columns, snapshot: JSON.stringify(job), mark: rowMark(columns) };
}

/** A row whose snapshot no longer reads as a job. */
export class UnreadableJob extends Error {
  override name = 'UnreadableJob';
}

function readSnapshot(text: string): Job {
  try {
    return readJob(JSON.parse(text));
  } catch (error) {
    const issue = error instanceof z.ZodError ? error.issues[0] : undefined;
    throw new UnreadableJob(
      issue
        ? `What is stored of this job does not fit: ${issue.path.join('.')}: ${issue.message}`
        : 'What is stored of this job is damaged.',
    );
  }
}

export async function loadJob(id: string): Promise<LoadedJob | null> {
  const [found] = await store()
    .database.select({ snapshot: jobs.snapshot, seq: jobs.seq })
    .from(jobs)
    .where(eq(jobs.id, id))
    .limit(1);
  return found ? { id, job: readSnapshot(found.snapshot), seq: found.seq } : null;
}

/** Everything stored of a job as it stands in the tables, readable or not. */
export async function rawJob(id: string): Promise<{ job: unknown; journal: unknown[] } | null> {
  const { database } = store();
  const [found] = await database.select().from(jobs).where(eq(jobs.id, id)).limit(1);
  if (!found) return null;
  const journal = await database.select().from(operations).where(eq(operations.job, id)).orderBy(asc(operations.seq));
  return { job: found, journal };
}

export async function jobExists(id: string): Promise<boolean> {
  const [found] = await store().database.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id)).limit(1);
  return found !== undefined;
}

const entryOf = (r: { seq: number; body: string; conflicts: string }): Entry => ({
  seq: r.seq,
  operation: Operation.parse(JSON.parse(r.body)),
  conflicts: JSON.parse(r.conflicts) as Conflict[],
});

/** Journal entries after a position, in order. */
export async function entriesAfter(job: string, seq: number, limit = 2000): Promise<Entry[]> {
  const rows = await store()
    .database.select({ seq: operations.seq, body: operations.body, conflicts: operations.conflicts })
    .from(operations)
    .where(and(eq(operations.job, job), gt(operations.seq, seq)))
    .orderBy(asc(operations.seq))
    .limit(limit);
  return rows.map(entryOf);
}

export interface JournalQuery {
  /** Entries before this position. */
  before: number;
  /** Found in who, what and values alike; empty finds all. */
  search: string;
  limit: number;
}

/** A page of the journal, newest first. */
export async function journalPage(job: string, query: JournalQuery): Promise<{ entries: Entry[]; more: boolean }> {
  const escaped = query.search.trim().replace(/[\\%_]/g, (c) => `\\${c}`);
  const rows = await store()
    .database.select({ seq: operations.seq, body: operations.body, conflicts: operations.conflicts })
    .from(operations)
    .where(
      and(
        eq(operations.job, job),
        lt(operations.seq, query.before),
        escaped === '' ? undefined : like(operations.body, sql`${`%${escaped}%`} escape '\\'`),
      ),
    )
    .orderBy(desc(operations.seq))
    .limit(query.limit + 1);
  return { entries: rows.slice(0, query.limit).map(entryOf), more: rows.length > query.limit };
}

/** The job as it stood after an entry of its journal; null when there is no such entry. */
export async function jobAt(id: string, seq: number): Promise<Job | null> {
  const rows = await store()
    .database.select({ seq: operations.seq, body: operations.body, conflicts: operations.conflicts })
    .from(operations)
    .where(and(eq(operations.job, id), lte(operations.seq, seq)))
    .orderBy(asc(operations.seq));
  if (rows.at(-1)?.seq !== seq) return null;
  const replay = new Replay();
  for (const { operation } of rows.map(entryOf)) replay.take(operation);
  return replay.job();
}

/** The latest entries that wrote over something, oldest first. */
export async function disputedEntries(job: string, limit = 20): Promise<Entry[]> {
  const rows = await store()
    .database.select({ seq: operations.seq, body: operations.body, conflicts: operations.conflicts })
    .from(operations)
    .where(and(eq(operations.job, job), ne(operations.conflicts, '[]')))
    .orderBy(desc(operations.seq))
    .limit(limit);
  return rows.reverse().map(entryOf);
}

/** The author's latest operations, oldest first: what undo is read from. */
export async function ownEntries(job: string, client: string, limit = 200): Promise<Operation[]> {
  const rows = await store()
    .database.select({ body: operations.body })
    .from(operations)
    .where(and(eq(operations.job, job), eq(operations.client, client)))
    .orderBy(desc(operations.seq))
    .limit(limit);
  const operations_ = rows.reverse().map((r) => Operation.parse(JSON.parse(r.body)));
  return operations_;
}

export interface AppendResult {
  accepted: { id: string; seq: number }[];
  refused: { id: string; refusal: Refusal }[];
  seq: number;
}

/** Jobs written to lately, by the end of their chain: the next change need not read the whole again. */
const lately = new Map<string, { chain: string; job: Job }>();
const MOST_LATELY = 50;

function remember(id: string, chain: string, job: Job): void {
  lately.delete(id);
  lately.set(id, { chain, job });
  for (const oldest of lately.keys()) {
    if (lately.size <= MOST_LATELY) break;
    lately.delete(oldest);
  }
}

/** The snapshot that belongs to a chain; null when the row has gone meanwhile. */
async function snapshotOf(id: string, row: { chain: string }): Promise<Job | null> {
  const known = lately.get(id);
  // The chain's end names the content: another process or a restore would have moved it.
  if (known?.chain === row.chain) return known.job;
  const [found] = await store().database.select({ snapshot: jobs.snapshot }).from(jobs).where(eq(jobs.id, id)).limit(1);
  return found ? readSnapshot(found.snapshot) : null;
}

/** One writer at a time on a job within this process; what other processes do is retried. */
const queues = new Map<string, Promise<unknown>>();

/** Appends operations in the order given. One already in the journal is accepted again without effect. */
export function appendOperations(id: string, incoming: readonly Operation[]): Promise<AppendResult | null> {
  const before = queues.get(id) ?? Promise.resolve();
  const mine = before.catch(() => undefined).then(() => inTurn(() => tryAppend(id, incoming)));
  queues.set(id, mine);
  const leave = (): void => {
    if (queues.get(id) === mine) queues.delete(id);
  };
  mine.then(leave, leave);
  return mine;
}

/** Statements that stand or fall together. Locked from the start: a lock taken late fails on a newer state. */
async function writeTogether(
  statements: readonly { toSQL: () => { sql: string; params: unknown[] } }[],
): Promise<void> {
  await store().client.batch(
    statements.map((s) => {
      const { sql: text, params } = s.toSQL();
      return { sql: text, args: params as InValue[] };
    }),
    'write',
  );
}

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  for (let attempt = 0; ; attempt++) {
    try {
      return await work();
    } catch (error) {
      // Another writer took the next position first, or the file was busy: look again and retry.
      if (attempt >= RETRIES || !isClash(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, Math.min(400, 15 * 1.5 ** attempt) * (0.5 + Math.random())));
    }
  }
}

function isClash(error: unknown): boolean {
  const texts: string[] = [];
  for (let e: unknown = error; e instanceof Error; e = e.cause) texts.push(e.message);
  return /UNIQUE|PRIMARY KEY|SQLITE_BUSY|SQLITE_CONSTRAINT|locked/i.test(texts.join(' '));
}

async function tryAppend(id: string, incoming: readonly Operation[]): Promise<AppendResult | null> {
  const { database } = store();
  const [found] = await database
    .select({ seq: jobs.seq, chain: jobs.chain })
    .from(jobs)
    .where(eq(jobs.id, id))
    .limit(1);
  if (!found) return null;
  const before = await snapshotOf(id, found);
  if (!before) return null;
  let job = before;
  let { seq, chain } = found;
  const result: AppendResult = { accepted: [], refused: [], seq };
  const rows: (typeof operations.$inferInsert)[] = [];
  const entries: Entry[] = [];
  const take = (operation: Operation, applied: { job: Job; conflicts: Conflict[] }): void => {
    job = applied.job;
    seq += 1;
    chain = chainHash(chain, operation);
    rows.push({
      job: id,
      seq,
      id: operation.id,
      client: operation.by.client,
      body: JSON.stringify(operation),
      conflicts: JSON.stringify(applied.conflicts),
      hash: chain,
    });
    entries.push({ seq, operation, conflicts: applied.conflicts });
  };
  const signing = (of: Job, base: number, signature: Job['signature']): Operation => ({
    id: nanoid(),
    job: id,
    base,
    at: new Date().toISOString(),
    by: { client: 'store', name: 'this store' },
    version: JOB_VERSION,
    kind: 'sign',
    label: 'Sign the record',
    changes: [{ path: ['signature'], ...(of.signature ? { from: of.signature } : {}), to: signature }],
  });
  for (const sent of incoming) {
    // Whatever is written from now on is of today's format.
    const operation: Operation = { ...sent, version: JOB_VERSION };
    const here = entries.find((e) => e.operation.id === operation.id);
    const [stored] = here
      ? []
      : await database
          .select({ seq: operations.seq, body: operations.body })
          .from(operations)
          .where(and(eq(operations.job, id), eq(operations.id, operation.id)))
          .limit(1);
    const known = here ?? (stored && { seq: stored.seq, operation: Operation.parse(JSON.parse(stored.body)) });
    if (known) {
      // Sent again it is accepted again; other content under a known id would be lost without a word.
      if (sameValue({ ...known.operation, version: JOB_VERSION }, operation))
        result.accepted.push({ id: operation.id, seq: known.seq });
      else
        result.refused.push({
          id: operation.id,
          refusal: { code: 'id-reused', message: 'This id is in the journal already, for another change.' },
        });
      continue;
    }
    const applied = applyOperation(job, operation);
    if (!applied.ok) {
      result.refused.push({ id: operation.id, refusal: applied.refusal });
      continue;
    }
    take(operation, applied);
    result.accepted.push({ id: operation.id, seq });
    if (operation.kind === 'seal' || operation.kind === 'amend') {
      const signed = signing(job, seq, signDigest(await signingKey(), sealDigest(job)));
      const standing = applyOperation(job, signed);
      if (standing.ok) take(signed, standing);
    }
  }
  if (rows.length > 0) {
    // The server's own clock orders the list: a client's may be years off.
    const { id: _id, ...columns } = row(id, job, seq, chain, new Date().toISOString());
    await writeTogether([
      ...rows.map((r) => database.insert(operations).values(r)),
      database
        .update(jobs)
        .set({ ...columns, turn: NEXT_TURN })
        .where(eq(jobs.id, id)),
    ]);
    remember(id, chain, job);
    announce(id, entries);
  }
  result.seq = seq;
  return result;
}

/** A new job whose first journal entry is its content at the start. */
export async function importJob(job: Job, by: Author, at: string, id: string = nanoid(12)): Promise<string> {
  const operation: Operation = {
    id: nanoid(),
    job: id,
    base: 0,
    at,
    by,
    version: JOB_VERSION,
    kind: 'create',
    label: 'Start the job',
    changes: diff(emptyJob(), job),
  };
  const { database } = store();
  const chain = chainHash(GENESIS, operation);
  const write = [
    database.insert(jobs).values({ ...row(id, job, 1, chain, at), turn: NEXT_TURN }),
    database.insert(operations).values({
      job: id,
      seq: 1,
      id: operation.id,
      client: by.client,
      body: JSON.stringify(operation),
      conflicts: '[]',
      hash: chain,
    }),
  ];
  await inTurn(() => writeTogether(write));
  return id;
}

export type ChainCheck = { ok: true; entries: number } | { ok: false; seq: number };

/** Recomputes the hash chain over the journal; says the first entry that does not fit. */
export async function verifyChain(id: string): Promise<ChainCheck> {
  const rows = await store()
    .database.select()
    .from(operations)
    .where(eq(operations.job, id))
    .orderBy(asc(operations.seq));
  let chain = GENESIS;
  for (const r of rows) {
    chain = chainHash(chain, Operation.parse(JSON.parse(r.body)));
    if (chain !== r.hash) return { ok: false, seq: r.seq };
  }
  return { ok: true, entries: rows.length };
}
