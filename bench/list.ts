/** The list at fifty thousand jobs: two people searching while a third opens a job, on a store of its own in the temporary folder. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { surveyJob } from '../tests/arbitrary/low-voltage';

const JOBS = 50_000;
const ROUNDS = 300;
const PLACES = ['harbour', 'orchard', 'mill', 'quarry', 'lantern', 'weir', 'heron', 'saltings', 'gatehouse', 'granary'];
const ROOMS = ['hall', 'landing', 'study', 'workshop', 'loft', 'shop', 'chapel', 'kitchen'];
/** What people type: rare, common, several words, half a word, nothing. */
const SEARCHES = [
  'heron 417',
  'mill',
  'gas furnace',
  'granary loft',
  'b-20',
  'har',
  'conditioning hall',
  'weir 3 study',
  '',
];

export interface ListFigures {
  jobs: number;
  search: { median: number; p95: number; worst: number };
  open: { median: number; p95: number; worst: number };
}

const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN;

export async function benchList(): Promise<ListFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'augerset-bench-'));
  process.env.DATABASE_URL = `file:${join(folder, 'list.db')}`;
  const { store } = await import('../src/store/client');
  const { importJob, loadJob, ready } = await import('../src/store/jobs');
  const { listJobs } = await import('../src/store/list');
  await ready();
  const { client } = store();
  try {
    // A hundred real rows; the rest are copies of them under other names, as the store itself would write them.
    const by = { client: 'bench', name: 'Bench' };
    const ids: string[] = [];
    for (const job of fc.sample(surveyJob, { seed: 20261126, numRuns: 100 }))
      ids.push(await importJob(job, by, '2026-03-01T08:00:00Z'));
    const { columns, rows } = await client.execute('SELECT * FROM jobs');
    const sql = `INSERT INTO jobs (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;
    for (let at = rows.length; at < JOBS; at += 1000)
      await client.batch(
        Array.from({ length: Math.min(1000, JOBS - at) }, (_, i) => {
          const n = at + i;
          const row = rows[n % rows.length];
          const site = `${PLACES[n % 10]} ${PLACES[Math.floor(n / 10) % 10]} ${n % 997}`;
          const zone = ROOMS[n % 8] ?? '';
          const words = `b-${n}\n${site}\n${zone}\n${String(row?.words ?? '')}`;
          const own: Record<string, string | number> = {
            id: `bench-${n}`,
            turn: n + 1000,
            number: `b-${n}`,
            site,
            zone,
            words,
          };
          return { sql, args: columns.map((c) => own[c] ?? row?.[c] ?? null) };
        }),
        'write',
      );
    const search: number[] = [];
    const open: number[] = [];
    const timed = async (into: number[], work: () => Promise<unknown>): Promise<void> => {
      const start = performance.now();
      await work();
      into.push(performance.now() - start);
    };
    const look = (n: number): Promise<unknown> =>
      listJobs({
        search: SEARCHES[n % SEARCHES.length] ?? '',
        archived: false,
        limit: 60,
        state: n % 5 === 0 ? 'stopped' : undefined,
      });
    for (let i = 0; i < ROUNDS; i++)
      await Promise.all([
        timed(search, () => look(i)),
        timed(search, () => look(i * 7 + 3)),
        timed(open, () => loadJob(ids[i % ids.length] ?? '')),
      ]);
    const figures = (times: number[]): ListFigures['search'] => {
      const sorted = times.sort((a, b) => a - b);
      return { median: quantile(sorted, 0.5), p95: quantile(sorted, 0.95), worst: sorted.at(-1) ?? Number.NaN };
    };
    return { jobs: JOBS, search: figures(search), open: figures(open) };
  } finally {
    client.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
