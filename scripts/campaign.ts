/**
 * `npm run campaign`: faults put into simulated houses of every family, the proof run on them with a meter that errs,
 * and the ranking held against the truth. Seeded, each run by its own key, on every core. `--seed 1`, `--singles 600`,
 * `--pairs 300`, `--outside 200`, `--healthy 100`, `--night` (ten thousand singles in all), `--canary` (the ranking answers as
 * planned: must fail), `--write` (into docs/diagnosis.md), `--processes 2`, `--kept FILE` (each run is added there as it
 * ends, and what stands there is not done again). Ends with 1 when a figure is under what is wanted.
 */
import '../src/core/family/all';
import { type ChildProcess, fork } from 'node:child_process';
import { appendFileSync, existsSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import * as z from 'zod';
import { demoJobs } from '../demo/jobs';
import { Outcome, type Task } from '../rig/campaign/outcome';
import { rowsOf, tableOf } from '../rig/campaign/report';
import { provable, type RigInput, rigTasks } from '../rig/campaign/rig-runs';
import { truthTasks } from '../rig/truth/campaign';
import { TRUTH_CASES } from '../rig/truth/houses';
import { ordersOfJob } from '../rig/truth/optimal';
import { houseSubjects, plantSubjects } from '../rig/truth/subjects';
import { anyJob } from '../tests/support/jobs';
import { HOUSES } from './campaign-houses';

const args = process.argv.slice(2);
const after = (name: string): string | undefined => {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? undefined : args[at + 1];
};
function option(name: string, otherwise: number): number {
  const text = after(name);
  if (text === undefined) return otherwise;
  const value = Number(text);
  if (Number.isInteger(value) && value >= 0) return value;
  console.error(`--${name} wants a whole number, not “${text}”.`);
  process.exit(2);
}

/** Of the houses described from outside, the first so many: the others take minutes for their best order. */
const ORDERED = 5;

/** By night: with the houses from outside, as many again, and the plants ten thousand singles and more. */
const NIGHT = { singles: 4700, pairs: 1000, outside: 600 };
const usual = args.includes('--night') ? NIGHT : { singles: 600, pairs: 300, outside: 200 };

const input: RigInput = {
  seed: option('seed', 1),
  singles: option('singles', usual.singles),
  pairs: option('pairs', usual.pairs),
  outside: option('outside', usual.outside),
  healthy: option('healthy', 100),
  canary: args.includes('--canary'),
};

/** Every run there is, in one order everywhere. */
async function allTasks(): Promise<Task[]> {
  const each = (of: number): number => Math.ceil(of / TRUTH_CASES.length);
  const { singles, outside, pairs } = input;
  const fromOutside = { ...input, singles: each(singles), outside: each(outside), pairs: each(pairs) };
  // A plant has fewer faults than a house.
  const ofPlants = {
    ...input,
    singles: Math.ceil(singles / 10),
    outside: Math.ceil(outside / 20),
    pairs: each(2 * pairs),
  };
  const demos = (await demoJobs()).map(({ id, job }) => ({ name: id, job }));
  return [
    ...(await rigTasks(HOUSES, provable(demos), input)),
    ...truthTasks('houses', houseSubjects(anyJob), fromOutside),
    ...truthTasks('plants', plantSubjects(anyJob), ofPlants),
    ...TRUTH_CASES.slice(0, ORDERED).map(
      ({ name, job }): Task => ({
        key: `order/${name}`,
        run: () => ({
          where: 'houses',
          kind: 'order',
          came: 'right',
          ratios: ordersOfJob(anyJob(job)).map((o) => o.engine / o.best),
        }),
      }),
    ),
  ];
}

const Done = z.object({ key: z.string(), outcome: Outcome });
type Done = z.infer<typeof Done>;

/** In a process of its own: does the runs it is sent the keys of. */
async function work(): Promise<void> {
  const tasks = new Map((await allTasks()).map((t) => [t.key, t]));
  process.on('message', async (key: string) => {
    const task = tasks.get(key);
    if (!task) throw new RangeError(`no run is called ${key}`);
    process.send?.({ key, outcome: await task.run() } satisfies Done);
  });
  process.send?.('ready');
}

/** What an earlier campaign of the same input left; a torn last line is dropped. */
function keptIn(path: string, head: string): Map<string, Outcome> {
  if (!existsSync(path)) {
    writeFileSync(path, `${head}\n`);
    return new Map();
  }
  const text = readFileSync(path, 'utf8');
  const whole = text.slice(0, text.lastIndexOf('\n') + 1);
  if (whole !== text) writeFileSync(path, whole);
  const [first, ...lines] = whole.trimEnd().split('\n');
  if (first !== head) {
    console.error(`${path} is of another campaign (${first}); this one is ${head}.`);
    process.exit(2);
  }
  return new Map(lines.map((line) => Done.parse(JSON.parse(line))).map(({ key, outcome }) => [key, outcome]));
}

/** Hands out the keys, the next to whoever is free. */
function shared(keys: readonly string[], processes: number, each: (done: Done) => void): Promise<void> {
  const left = [...keys].reverse();
  const worker = (): Promise<void> =>
    new Promise((resolve, reject) => {
      const child: ChildProcess = fork(fileURLToPath(import.meta.url), [...args, '--part']);
      child.on('message', (message) => {
        if (message !== 'ready') each(Done.parse(message));
        const key = left.pop();
        if (key === undefined) child.kill();
        else child.send(key);
      });
      child.on('error', reject);
      child.on('exit', (code, signal) =>
        signal === 'SIGTERM' && left.length === 0
          ? resolve()
          : reject(new Error(`a process ended with ${code ?? signal}`)),
      );
    });
  return Promise.all(Array.from({ length: Math.min(processes, keys.length) }, worker)).then(() => undefined);
}

async function campaign(): Promise<void> {
  const tasks = await allTasks();
  const path = after('kept');
  const done = path ? keptIn(path, JSON.stringify(input)) : new Map<string, Outcome>();
  const todo = tasks.map((t) => t.key).filter((key) => !done.has(key));
  const from = performance.now();
  const processes = option('processes', availableParallelism());
  await shared(todo, processes, ({ key, outcome }) => {
    done.set(key, outcome);
    if (path) appendFileSync(path, `${JSON.stringify({ key, outcome } satisfies Done)}\n`);
  });
  const outcomes = tasks.flatMap(({ key }) => done.get(key) ?? []);
  const rows = rowsOf(outcomes);
  const seconds = ((performance.now() - from) / 1000).toFixed(0);
  const table = [
    `Seed ${input.seed}, ${HOUSES.length} houses of five families, ${outcomes.length} runs, the last ${todo.length} of them in ${seconds} s in ${processes} processes.`,
    '',
    ...tableOf(rows),
  ];
  console.log(table.join('\n'));
  const wrong = outcomes.flatMap(({ where, came, words }) =>
    came !== 'silent' && words ? [`${where}: ${words}`] : [],
  );
  if (wrong.length > 0) console.log(`\nNot right:\n${wrong.map((w) => `  ${w}`).join('\n')}`);
  if (args.includes('--write')) {
    const doc = 'docs/diagnosis.md';
    const [before] = readFileSync(doc, 'utf8').split('<!-- campaign -->');
    writeFileSync(doc, `${before}<!-- campaign -->\n\n${table.join('\n')}\n`);
  }
  process.exitCode = rows.length > 0 && rows.every((r) => r.met) ? 0 : 1;
}

await (args.includes('--part') ? work() : campaign());
