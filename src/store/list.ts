/** The list of jobs: searched by a full-text index over everything typed, filtered by state, paged by the store's own count. */
import { and, desc, eq, gte, lt, type SQL, sql } from 'drizzle-orm';
import { COUNT_TO, type JobListItem, type ListState } from '../core/contract/listing';
import { readJob } from '../core/job/first-version';
import { store } from './client';
import { jobs } from './schema';
import { INDEX_RECIPE, personTag, readSummary, rowMark, searchWords, summaryOf, tagsOf, unreadable } from './summary';

export interface ListQuery {
  search: string;
  archived: boolean;
  /** Training cases, and nothing else. */
  drills?: boolean | undefined;
  state?: ListState | undefined;
  /** Who worked at it: the beginning of a name. */
  person?: string | undefined;
  /** Last changed on or after, and before: days, "2026-11-30". */
  since?: string | undefined;
  until?: string | undefined;
  limit: number;
  /** The last item's turn of the page before. */
  before?: number | undefined;
}

const TAG: Record<ListState, string> = { stopped: 'stopped', failed: 'failed', open: 'unsealed', sealed: 'sealed' };

/**
 * An expression of the index: every word must begin something typed. Null where a search holds nothing that can
 * be found.
 */
function matchOf(query: Pick<ListQuery, 'search' | 'archived' | 'drills' | 'state' | 'person'>): string | null {
  const words = query.search
    .split(/\s+/)
    .filter((w) => /[\p{L}\p{N}]/u.test(w))
    .slice(0, 8);
  if (words.length === 0 && query.search.trim() !== '') return null;
  const person = personTag(query.person ?? '');
  if (person === '' && (query.person ?? '').trim() !== '') return null;
  return [
    `tags : ${query.drills ? 'drill' : query.archived ? 'away' : 'kept'}`,
    ...(query.state ? [`tags : ${TAG[query.state]}`] : []),
    ...(person === '' ? [] : [`tags : "${person}" *`]),
    ...words.map((w) => `words : "${w.replaceAll('"', '""')}" *`),
  ].join(' AND ');
}

const COLUMNS = {
  id: jobs.id,
  number: jobs.number,
  site: jobs.site,
  zone: jobs.zone,
  archived: jobs.archived,
  sealed: jobs.sealed,
  summary: jobs.summary,
  updatedAt: jobs.updatedAt,
  turn: jobs.turn,
};

/** @returns a page, latest change first; `total` counts to a thousand and no further */
export async function listJobs(query: ListQuery): Promise<{ items: JobListItem[]; total: number; more: boolean }> {
  const { database } = store();
  const before = query.before ?? Number.MAX_SAFE_INTEGER;
  const take = query.limit + 1;
  const match = matchOf(query);
  if (match === null) return { items: [], total: 0, more: false };
  // Without words the index of places is the shorter way; it cannot tell what was put away from training cases.
  const plain =
    query.search.trim() === '' && query.state === undefined && !query.archived && !query.drills && !query.person;
  const text = sql`jobs_text`;
  const day = and(
    query.since === undefined ? undefined : gte(jobs.updatedAt, query.since),
    // The day itself counts: everything of it stands before the next.
    query.until === undefined ? undefined : lt(jobs.updatedAt, `${query.until}T99`),
  );
  const page = plain
    ? database
        .select(COLUMNS)
        .from(jobs)
        .where(and(eq(jobs.archived, query.archived), lt(jobs.turn, before), day))
        .orderBy(desc(jobs.turn))
        .limit(take)
    : database
        .select(COLUMNS)
        .from(jobs)
        .innerJoin(text, sql`${text}.rowid = ${jobs.turn}`)
        .where(and(sql`jobs_text MATCH ${match} AND ${text}.rowid < ${before}`, day))
        .orderBy(sql`${text}.rowid DESC`)
        .limit(take);
  const dayOf = (prefix: string): SQL =>
    sql`${query.since === undefined ? sql`` : sql` AND ${sql.raw(prefix)}updated_at >= ${query.since}`}${query.until === undefined ? sql`` : sql` AND ${sql.raw(prefix)}updated_at < ${`${query.until}T99`}`}`;
  const dated = query.since !== undefined || query.until !== undefined;
  const counted = plain
    ? sql`SELECT count(*) AS n FROM (SELECT 1 FROM jobs WHERE archived = ${query.archived ? 1 : 0}${dayOf('')} LIMIT ${COUNT_TO + 1})`
    : dated
      ? sql`SELECT count(*) AS n FROM (SELECT 1 FROM jobs_text JOIN jobs ON jobs.turn = jobs_text.rowid WHERE jobs_text MATCH ${match}${dayOf('jobs.')} LIMIT ${COUNT_TO + 1})`
      : sql`SELECT count(*) AS n FROM (SELECT 1 FROM jobs_text WHERE jobs_text MATCH ${match} LIMIT ${COUNT_TO + 1})`;
  const rows = await page;
  const [count] = await database.all<{ n: number }>(counted);
  return {
    items: rows.slice(0, query.limit).map(({ summary, ...rest }) => ({ ...rest, ...readSummary(summary) })),
    total: count?.n ?? 0,
    more: rows.length > query.limit,
  };
}

const BATCH = 20;

/** Rows made by an older recipe are made again, a few at a time, while the store is used. Their place stays. */
export async function refreshIndex(): Promise<number> {
  const { database } = store();
  let made = 0;
  for (;;) {
    const stale = await database.select().from(jobs).where(lt(jobs.indexed, INDEX_RECIPE)).limit(BATCH);
    if (stale.length === 0) return made;
    for (const found of stale) {
      const { id, seq, snapshot } = found;
      let columns: Partial<typeof jobs.$inferInsert>;
      try {
        const job = readJob(JSON.parse(snapshot));
        const summary = summaryOf(job);
        columns = {
          words: searchWords(job, summary),
          tags: tagsOf(job, summary),
          summary: JSON.stringify(summary),
          indexed: INDEX_RECIPE,
        };
      } catch {
        const summary = unreadable('This job cannot be read: see what the store’s check says of it.');
        columns = { summary: JSON.stringify(summary), indexed: INDEX_RECIPE };
      }
      // A change made meanwhile has made its own.
      await database
        .update(jobs)
        .set({ ...columns, mark: rowMark({ ...found, ...columns }) })
        .where(and(eq(jobs.id, id), eq(jobs.seq, seq)));
      made += 1;
    }
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}
