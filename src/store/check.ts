/**
 * Whether a store is whole: each job's hash chain against its journal, its journal against its snapshot. The
 * first entry that does not fit is named.
 */
import type { Client, Row } from '@libsql/client';
import { sameValue } from '../core/job/changes';
import { readJob } from '../core/job/first-version';
import { Operation } from '../core/job/operation';
import { Replay } from '../core/job/replay';
import { chainHash } from '../core/record/canonical';
import { checkRecord } from '../signing/signature';
import { GENESIS } from './journal';
import { rowMark } from './summary';

export interface Broken {
  job: string;
  /** Journal entry, or null where the snapshot itself is at fault. */
  seq: number | null;
  what: string;
}

export type StoreCheck =
  | { ok: true; jobs: number; entries: number }
  /** The first that is broken, and every one, by name. */
  | { ok: false; broken: Broken; all: Broken[]; jobs: number; entries: number };

function saysSame(text: string, value: unknown): boolean {
  try {
    return sameValue(JSON.parse(text), JSON.parse(JSON.stringify(value)));
  } catch {
    return false;
  }
}

/** One job: entries in order, then the snapshot beside what they give. */
async function checkJob(client: Client, id: string): Promise<{ entries: number } | Broken> {
  const broken = (seq: number | null, what: string): Broken => ({ job: id, seq, what });
  const { rows } = await client.execute({
    sql: 'SELECT seq, id, client, body, conflicts, hash FROM operations WHERE job = ? ORDER BY seq',
    args: [id],
  });
  let chain = GENESIS;
  const replay = new Replay();
  let expected = 0;
  for (const r of rows) {
    expected += 1;
    const seq = Number(r.seq);
    if (seq !== expected) return broken(expected, 'is missing from the journal');
    let operation: Operation;
    try {
      operation = Operation.parse(JSON.parse(String(r.body)));
    } catch {
      return broken(seq, 'cannot be read');
    }
    chain = chainHash(chain, operation);
    if (chain !== r.hash) return broken(seq, 'is not what was chained: its hash differs');
    if (operation.job !== id || operation.id !== r.id || operation.by.client !== r.client)
      return broken(seq, 'is filed under another name than its own');
    if (operation.kind === 'create' && (seq !== 1 || r.conflicts !== '[]')) return broken(seq, 'does not begin a job');
    const taken = replay.take(operation);
    if ('refused' in taken)
      return broken(
        seq,
        operation.kind === 'create' ? taken.refused : `does not fit the job before it (${taken.refused})`,
      );
    if (!saysSame(String(r.conflicts), taken.conflicts)) return broken(seq, 'says otherwise what it wrote over');
  }
  const job = replay.job();
  const [row] = (await client.execute({ sql: 'SELECT * FROM jobs WHERE id = ?', args: [id] })).rows;
  if (!row) return broken(null, 'has a journal and no snapshot');
  if (Number(row.seq) !== expected) return broken(expected + 1, 'is counted by the snapshot and not in the journal');
  if (row.chain !== chain) return broken(expected, 'is not the end of the chain that the snapshot names');
  try {
    if (!sameValue(readJob(JSON.parse(String(row.snapshot))), job))
      return broken(null, 'has a snapshot that its journal does not give');
  } catch {
    return broken(null, 'has a snapshot that cannot be read');
  }
  if (job.signature) {
    const signed = checkRecord(job);
    if (!signed.ok) return broken(null, `is sealed, and its signature does not hold: ${signed.message}`);
  }
  const kept = row.mark === '' && row.indexed === 0 ? '' : rowMark(rowOf(row));
  const truths = [row.archived, row.sealed].every((v) => v === 0 || v === 1);
  if (row.mark !== kept || !truths) return broken(null, 'has an entry in the list that was changed by another hand');
  return { entries: expected };
}

/** A row of the list as it is marked. */
const rowOf = (row: Row): Parameters<typeof rowMark>[0] => ({
  id: String(row.id),
  seq: Number(row.seq),
  chain: String(row.chain),
  number: String(row.number),
  site: String(row.site),
  zone: String(row.zone),
  words: String(row.words),
  archived: row.archived === 1,
  sealed: row.sealed === 1,
  summary: String(row.summary),
  updatedAt: String(row.updated_at),
  tags: String(row.tags),
  indexed: Number(row.indexed),
});

/** Something that is no single job's. */
const wholly = (what: string): StoreCheck => {
  const broken: Broken = { job: '', seq: null, what };
  return { ok: false, broken, all: [broken], jobs: 0, entries: 0 };
};

/** @param pause lets others go on between two jobs */
export async function checkStore(client: Client, pause?: () => Promise<void>): Promise<StoreCheck> {
  const file = (await client.execute('PRAGMA integrity_check')).rows[0]?.integrity_check;
  if (file !== undefined && file !== 'ok') return wholly(`the file itself is damaged: ${String(file).slice(0, 120)}`);
  try {
    // Rank 1: the index is held against the rows it was made of.
    await client.execute("INSERT INTO jobs_text (jobs_text, rank) VALUES ('integrity-check', 1)");
  } catch {
    return wholly('the search index does not fit the list');
  }
  const { rows } = await client.execute('SELECT id FROM jobs UNION SELECT DISTINCT job FROM operations ORDER BY 1');
  let entries = 0;
  const all: Broken[] = [];
  for (const { id } of rows) {
    await pause?.();
    const one = await checkJob(client, String(id));
    if ('what' in one) all.push(one);
    else entries += one.entries;
  }
  const [broken] = all;
  const jobs = rows.length - all.length;
  return broken ? { ok: false, broken, all, jobs, entries } : { ok: true, jobs, entries };
}

/** Every broken job in a line each, the first few where there are many. */
export const brokenTexts = (all: readonly Broken[], most = 20): string =>
  [...all.slice(0, most).map(brokenText), ...(all.length > most ? [`and ${all.length - most} more`] : [])].join('\n');

/** "job k3F9, entry 7: is not what was chained". */
export const brokenText = ({ job, seq, what }: Broken): string =>
  [job && `job ${job}`, seq !== null && `entry ${seq}`]
    .filter(Boolean)
    .join(', ')
    .concat(job ? ': ' : '', what);
