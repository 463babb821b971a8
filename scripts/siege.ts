/**
 * `npm run siege`: two servers on one store, 32 writers, kills, resends, mutated operations and imports, removed
 * parents, two tabs apart with a seal between, streams nobody reads, papers under load, a flood of searches, the
 * database taken away and put back, ten thousand one-byte changes of a sealed file. Then every confirmed change is
 * looked for in the journal.
 * Seeded; `--seconds 60`, `--seed 1`, `--long` (ten minutes), `--canary` (must fail). Ends with 1 when anything was lost or lied about.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { Job } from '../src/core/job/schema';
import { sealed } from '../src/core/record/seal';
import { checkText } from '../src/signing/file-check';
import { brokenText, checkStore } from '../src/store/check';

const args = process.argv.slice(2);
const option = (name: string, otherwise: number): number => {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(args[at + 1]);
};
const SEED = option('seed', 1);
const SECONDS = args.includes('--long') ? 600 : option('seconds', 60);
const WRITERS = 32;
const JOBS = 8;
const PORTS = [4811, 4812];
const UNREAD = 40;
const MEMORY_MB = 300;

/** A small seeded source of chance: the same seed attacks in the same way, as far as timing lets it. */
function chance(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
const pick = <T>(random: () => number, items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
const sleep = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

const folder = mkdtempSync(join(tmpdir(), 'augerset-siege-'));
const url = `file:${join(folder, 'siege.db')}`;
const servers = new Map<number, ChildProcess>();
const found = {
  confirmed: 0,
  refused: 0,
  kills: 0,
  away: 0,
  papers: 0,
  imports: 0,
  resent: 0,
  apart: 0,
  flooded: 0,
  saidAway: 0,
  bytesTried: 0,
};
/** While the database is taken away, "away" is the right answer. */
let databaseAway = false;
const wrong: string[] = [];
const statuses = new Map<number, number>();
const confirmed = new Map<string, { job: string; value: string }>();

function start(port: number): void {
  servers.set(
    port,
    spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-p', String(port), '-H', '127.0.0.1'], {
      stdio: ['ignore', 'ignore', process.env.SIEGE_LOG ? 'inherit' : 'ignore'],
      env: { ...process.env, DATABASE_URL: url, NEXT_TELEMETRY_DISABLED: '1' },
    }),
  );
}
async function up(port: number): Promise<void> {
  for (let i = 0; i < 200; i++) {
    if (
      await fetch(`http://127.0.0.1:${port}/api/jobs`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await sleep(100);
  }
  throw new Error(`no server on ${port}`);
}

/** One request to either server; null when it was away. Every 5xx is a finding. */
async function ask(port: number, path: string, body?: unknown): Promise<{ status: number; text: string } | null> {
  try {
    const r = await fetch(`http://127.0.0.1:${port}${path}`, {
      ...(body === undefined
        ? {}
        : {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: typeof body === 'string' ? body : JSON.stringify(body),
          }),
      signal: AbortSignal.timeout(30_000),
    });
    const text = await r.text();
    statuses.set(r.status, (statuses.get(r.status) ?? 0) + 1);
    if (r.status === 503 && databaseAway && text.includes('away')) found.saidAway += 1;
    else if (r.status >= 500) wrong.push(`${r.status} from ${path}: ${text.slice(0, 120)}`);
    return { status: r.status, text };
  } catch {
    found.away += 1;
    return null;
  }
}

/** Somewhere in the text something else. */
function mutated(random: () => number, text: string): string {
  const at = Math.floor(random() * text.length);
  const kind = random();
  if (kind < 0.3) return text.slice(0, at) + text.slice(at + 1 + Math.floor(random() * 8));
  if (kind < 0.6)
    return text.slice(0, at) + pick(random, ['"', '{', '-1e308', 'null', '\\u0000', '%', '[[[[']) + text.slice(at);
  return text.slice(0, at) + String.fromCharCode(32 + Math.floor(random() * 90)) + text.slice(at + 1);
}

let serial = 0;
async function writer(name: string, jobs: readonly string[], random: () => number, until: number): Promise<void> {
  let last: { job: string; op: object } | null = null;
  while (Date.now() < until) {
    const job = pick(random, jobs);
    const id = `${name}-${serial++}-siege`;
    const value = `${name} ${serial}`;
    const kind = random();
    const at = new Date().toISOString();
    const reading = {
      at,
      by: name,
      source: 'typed',
      quantity: 'volts-ac',
      value: 20 + random() * 10,
      a: 'wall.R',
      b: 'wall.C',
    };
    const changes =
      kind < 0.45
        ? [{ path: ['readings', id], to: reading }]
        : kind < 0.6
          ? [{ path: ['zone'], from: '', to: value }]
          : kind < 0.7
            ? [{ path: ['survey', 'zones', 'never', 'name'], from: 'a', to: value }]
            : kind < 0.75
              ? [{ path: ['readings', pick(random, [...confirmed.keys(), 'none'])], to: reading }]
              : [{ path: ['number'], to: value }];
    const op = { id, job, base: 0, at, by: { client: name, name }, kind: 'edit', label: 'siege', changes };
    const port = pick(random, PORTS);
    if (kind > 0.95) {
      // A mutated import: taken whole or not at all.
      const text = mutated(
        random,
        JSON.stringify({ format: 'augerset.job', version: 1, device: 't24-five', zone: value }),
      );
      await ask(port, '/api/jobs', { by: op.by, from: { kind: 'file', text } });
      found.imports += 1;
      continue;
    }
    if (kind > 0.9) {
      await ask(port, `/api/jobs/${job}/ops`, mutated(random, JSON.stringify({ operations: [op] })));
      continue;
    }
    if (kind > 0.85 && last) {
      // The answer may have been lost in a kill: sent again it must count once.
      await ask(port, `/api/jobs/${last.job}/ops`, { operations: [last.op] });
      found.resent += 1;
      continue;
    }
    const answer = await ask(port, `/api/jobs/${job}/ops`, { operations: [op] });
    last = { job, op };
    if (answer?.status !== 200) {
      if (!answer) await sleep(50 + random() * 200);
      continue;
    }
    const result = JSON.parse(answer.text) as {
      accepted: { id: string }[];
      refused: { id: string; refusal: { message?: string } }[];
    };
    if (result.accepted.some((a) => a.id === id)) {
      found.confirmed += 1;
      confirmed.set(id, { job, value: JSON.stringify(changes) });
    } else if (result.refused.some((r) => r.id === id && (r.refusal.message ?? '').length > 5)) found.refused += 1;
    else wrong.push(`${id} was neither accepted nor refused with a reason`);
  }
}

async function killer(random: () => number, until: number): Promise<void> {
  while (Date.now() < until) {
    await sleep(2500 + random() * 3000);
    const port = pick(random, PORTS);
    const gone = new Promise((resolve) => servers.get(port)?.once('exit', resolve));
    servers.get(port)?.kill('SIGKILL');
    await gone;
    found.kills += 1;
    start(port);
    await up(port);
  }
}

const by = { client: 'siege', name: 'Siege' };
const operation = (job: string, changes: object[], more: object = {}): object => ({
  id: `apart-${serial++}-siege`,
  job,
  base: 1,
  at: new Date().toISOString(),
  by,
  kind: 'edit',
  label: 'siege',
  changes,
  ...more,
});

interface Answer {
  accepted: { id: string }[];
  refused: { id: string; refusal: { code: string; message: string } }[];
}
async function send(job: string, operations: object[], random: () => number): Promise<Answer | null> {
  for (let i = 0; i < 20; i++) {
    const answer = await ask(pick(random, PORTS), `/api/jobs/${job}/ops`, { operations });
    if (answer?.status === 200) return JSON.parse(answer.text) as Answer;
    await sleep(300);
  }
  return null;
}

/** One tab writes while it is offline; another takes away what it writes to, then seals. What comes late is refused, each with its reason. */
async function apart(random: () => number, until: number): Promise<void> {
  while (Date.now() < until) {
    const made = await ask(pick(random, PORTS), '/api/jobs', { by, from: { kind: 'empty' } });
    if (made?.status !== 201) {
      await sleep(500);
      continue;
    }
    const job = (JSON.parse(made.text) as { id: string }).id;
    await send(job, [operation(job, [{ path: ['survey', 'zones', 'z'], to: { name: 'north' } }])], random);
    const late = [1, 2, 3].map((i) =>
      operation(job, [{ path: ['survey', 'zones', 'z', 'name'], from: 'north', to: `offline ${i}` }]),
    );
    await send(job, [operation(job, [{ path: ['survey', 'zones', 'z'], from: { name: 'north' } }])], random);
    const gone = await send(job, late.slice(0, 1), random);
    const stood = await ask(pick(random, PORTS), `/api/jobs/${job}`);
    if (stood?.status !== 200) continue;
    const { seal } = sealed(
      Job.parse((JSON.parse(stood.text) as { job: unknown }).job),
      new Date().toISOString(),
      'Siege',
    );
    const shut = await send(job, [operation(job, [{ path: ['seal'], to: seal }], { kind: 'seal' })], random);
    const after = await send(job, late.slice(1), random);
    if (!gone || !shut || !after) continue;
    const codes = [...gone.refused, ...after.refused].map((r) => (r.refusal.message.length > 5 ? r.refusal.code : '?'));
    if (gone.accepted.length + after.accepted.length > 0 || codes.join() !== 'overtaken,sealed,sealed')
      wrong.push(`apart: ${job} answered ${codes.join()} and took ${gone.accepted.length + after.accepted.length}`);
    found.apart += 1;
    await sleep(200 + random() * 600);
  }
}

/** Hundreds at once: every one is answered, none with an error. */
async function flood(jobs: readonly string[], random: () => number): Promise<void> {
  const words = ['siege', 'w1', 'nothing', '', '"', 'landed yet', '\u0000', '%'];
  const answers = await Promise.all(
    Array.from({ length: 600 }, (_, i) =>
      i % 3 === 0
        ? ask(pick(random, PORTS), `/api/jobs/${pick(random, jobs)}`)
        : ask(
            pick(random, PORTS),
            `/api/jobs?q=${encodeURIComponent(pick(random, words))}&state=${pick(random, ['', 'stopped', 'sealed', 'x'])}`,
          ),
    ),
  );
  found.flooded = answers.filter((a) => a?.status === 200).length;
  if (answers.some((a) => a === null)) wrong.push('flood: an answer never came');
}

/** The file is taken away under two running servers, and put back: they say so, and go on by themselves. */
async function takeAway(jobs: readonly string[], random: () => number): Promise<void> {
  const files = ['', '-wal', '-shm'].map((end) => `${join(folder, 'siege.db')}${end}`).filter((f) => existsSync(f));
  databaseAway = true;
  for (const f of files) renameSync(f, `${f}.away`);
  for (let i = 0; i < 20; i++) {
    const job = pick(random, jobs);
    const answer = await ask(pick(random, PORTS), `/api/jobs/${job}/ops`, {
      operations: [operation(job, [{ path: ['number'], to: 'while away' }])],
    });
    if (answer?.status === 200) wrong.push('away: a change was confirmed while the database was away');
    await sleep(100);
  }
  for (const f of files) renameSync(`${f}.away`, f);
  databaseAway = false;
  for (const port of PORTS) await up(port);
  const job = jobs[0] ?? '';
  const back = await send(job, [operation(job, [{ path: ['number'], to: 'back again' }])], random);
  if (back?.accepted.length !== 1) wrong.push('away: the servers did not go on when the database was back');
  if (found.saidAway < 10) wrong.push(`away: said so ${found.saidAway} times of 20`);
}

/** Every one-byte change of a sealed file, as far as ten thousand go. */
async function bytes(random: () => number): Promise<void> {
  const list = await ask(PORTS[0] ?? 0, '/api/jobs?state=sealed&limit=1');
  const id = (JSON.parse(list?.text ?? '{"items":[]}') as { items: { id: string }[] }).items[0]?.id;
  const file = id ? await ask(PORTS[0] ?? 0, `/api/jobs/${id}/export`) : null;
  if (!file || !checkText(file.text).ok) {
    wrong.push('bytes: no sealed and signed file to try');
    return;
  }
  const whole = Buffer.from(file.text);
  for (let i = 0; i < 10_000; i++) {
    const changed = Buffer.from(whole);
    const at = Math.floor(random() * whole.length);
    changed[at] = (whole[at] ?? 0) ^ (1 + Math.floor(random() * 255));
    const check = checkText(changed.toString('utf8'));
    if (check.ok && check.exact) wrong.push(`bytes: a change at ${at} was not found`);
    found.bytesTried += 1;
  }
}

/** Opened and never read. */
const unread = (port: number, job: string): void => {
  const request = get(`http://127.0.0.1:${port}/api/jobs/${job}/stream`, (response) => response.pause());
  request.on('error', () => undefined);
};

async function papers(jobs: readonly string[], random: () => number, until: number): Promise<void> {
  while (Date.now() < until) {
    const answer = await ask(pick(random, PORTS), `/api/jobs/${pick(random, jobs)}/handover`);
    if (answer?.status === 200) found.papers += 1;
    await sleep(3000);
  }
}

const memoryMB = (pid: number | undefined): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

const random = chance(SEED);
try {
  PORTS.forEach(start); // two starts at once on a store that is not there yet
  await Promise.all(PORTS.map(up));
  const jobs: string[] = [];
  for (let i = 0; i < JOBS; i++) {
    const made = await ask(PORTS[0] ?? 0, '/api/jobs', { by: { client: 'siege', name: '' }, from: { kind: 'empty' } });
    jobs.push((JSON.parse(made?.text ?? '{}') as { id: string }).id);
  }
  const until = Date.now() + SECONDS * 1000;
  for (let i = 0; i < UNREAD; i++) unread(pick(random, PORTS), pick(random, jobs));
  await Promise.all([
    ...Array.from({ length: WRITERS }, (_, i) => writer(`w${i}`, jobs, chance(SEED * 1000 + i), until)),
    killer(chance(SEED + 7), until),
    papers(jobs, chance(SEED + 9), until),
    apart(chance(SEED + 11), until),
  ]);
  await flood(jobs, chance(SEED + 13));
  await takeAway(jobs, chance(SEED + 15));
  await bytes(chance(SEED + 17));
  await sleep(3000);
  const memory = PORTS.map((p) => memoryMB(servers.get(p)?.pid));
  const client = createClient({ url });
  const check = await checkStore(client);
  if (!check.ok) wrong.push(`store: ${brokenText(check.broken)}`);
  const { rows } = await client.execute('SELECT job, id, body FROM operations');
  const journal = new Map<string, { job: string; body: string }[]>();
  for (const r of rows) {
    const list = journal.get(String(r.id)) ?? [];
    list.push({ job: String(r.job), body: String(r.body) });
    journal.set(String(r.id), list);
  }
  // The gate's own canary: a change that nobody kept must be missed.
  if (args.includes('--canary')) confirmed.set('canary-never-sent', { job: jobs[0] ?? '', value: '' });
  for (const [id, { job, value }] of confirmed) {
    const there = journal.get(id) ?? [];
    const [one] = there;
    if (there.length !== 1 || one?.job !== job) wrong.push(`${id} was confirmed and stands ${there.length} times`);
    else if (JSON.stringify((JSON.parse(one.body) as { changes: unknown }).changes) !== value)
      wrong.push(`${id} was confirmed and is not what was sent`);
  }
  client.close();
  memory.forEach((mb, i) => {
    if (mb > MEMORY_MB) wrong.push(`server ${i + 1} holds ${mb.toFixed(0)} MB`);
  });
  console.log(
    JSON.stringify(
      {
        seed: SEED,
        seconds: SECONDS,
        ...found,
        statuses: Object.fromEntries(statuses),
        memoryMB: memory.map(Math.round),
        store: check.ok ? { jobs: check.jobs, entries: check.entries } : 'broken',
        wrong: wrong.length,
      },
      null,
      2,
    ),
  );
  for (const w of wrong.slice(0, 20)) console.log(`  ${w}`);
} finally {
  for (const s of servers.values()) s.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
process.exit(wrong.length > 0 ? 1 : 0);
