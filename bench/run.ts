/** `npm run bench`: figures and ratios, each beside its C twin in the same run. `--write` puts them into docs/performance.md. */

import '../src/core/family/all';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { build as bundle } from 'esbuild';
import fc from 'fast-check';
import { StateKernel } from '../src/core/circuit/kernel';
import type { Netlist } from '../src/core/circuit/netlist';
import { CircuitSolver } from '../src/core/circuit/solve';
import { KernelMemory } from '../src/core/circuit/wasm/arena';
import { everyState, worstStates } from '../src/core/circuit/worst';
import { derive } from '../src/core/derive';
import { ownOf } from '../src/core/family/registry';
import { floorWeek } from '../src/core/floor/week';
import { callOf, toNetlist } from '../src/core/lowvoltage/installed';
import { surveyJob } from '../tests/arbitrary/low-voltage';
import { floorJob } from '../tests/support/floor';
import { eightZones, fiveWire, threeZones } from './jobs';
import { benchList } from './list';
import { benchThread } from './page-thread';
import { benchPages } from './pages';
import { benchPapers } from './papers';
import type { RankingFigures, Times } from './ranking';

const build = 'bench/build';
mkdirSync(build, { recursive: true });

const nowNs = (): number => Number(process.hrtime.bigint());
const quantile = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN;

/** Median nanoseconds a call over 15 batches, after warming up. */
function medianNs(run: () => void, repeats: number): number {
  for (let i = 0; i < repeats; i++) run();
  const times: number[] = [];
  for (let r = 0; r < 15; r++) {
    const start = nowNs();
    for (let i = 0; i < repeats; i++) run();
    times.push((nowNs() - start) / repeats);
  }
  return quantile(
    times.sort((a, b) => a - b),
    0.5,
  );
}

function dump(kernel: StateKernel): string {
  const { layout: l, factor } = kernel;
  const p = factor.pattern;
  const lines = [
    [
      p.size,
      l.kind.length,
      p.row.length,
      p.pairOther.length,
      kernel.controls.length,
      kernel.suppliesOff.length,
      l.coilsMatter ? 1 : 0,
    ],
    l.kind,
    l.by,
    l.normallyOpen,
    l.supply,
    l.from,
    l.to,
    p.slot,
    p.columnStart,
    p.column,
    p.row,
    p.pairStart,
    p.pairOther,
    p.pairTarget,
    kernel.controls,
    kernel.suppliesOff,
    l.passing,
    l.blocking,
    l.emf,
    l.upper,
    l.lower,
  ];
  return `${lines.map((a) => Array.from(a as ArrayLike<number>).join(' ')).join('\n')}\n`;
}

interface Twin {
  sparseNs: number;
  sparse: number[];
  denseNs: number;
  dense: number[];
}

const compiler = spawnSync('cc', ['--version']).status === 0 ? 'cc' : null;
if (compiler)
  for (const twin of ['state-solve', 'house-year'])
    execFileSync(compiler, ['-O2', '-o', `${build}/${twin}`, `bench/${twin}.c`, '-lm']);

function stateSolve(name: string, netlist: Netlist, controls: readonly string[]): string[] {
  const kernel = new StateKernel(netlist, new KernelMemory());
  const nodes = kernel.volts.length / 2;
  kernel.controlNames.forEach((c, i) => {
    kernel.controls[i] = controls.includes(c) ? 1 : 0;
  });
  // Dense elimination grows with the cube of the nodes: fewer repeats keep the bench to a minute or two.
  const repeats = Math.ceil(200_000 / nodes);
  const ns = medianNs(() => kernel.run(), repeats);
  if (!compiler) return [`| ${name}, ${nodes} nodes | ${ns.toFixed(0)} ns | no C compiler here | | | |`];
  writeFileSync(`${build}/${name.replace(/\W+/g, '-')}.txt`, dump(kernel));
  const twin = JSON.parse(
    execFileSync(`${build}/state-solve`, [`${build}/${name.replace(/\W+/g, '-')}.txt`, String(repeats)], {
      encoding: 'utf8',
    }),
  ) as Twin;
  kernel.run();
  const apart = (other: readonly number[]): number =>
    Math.max(...other.map((v, i) => Math.abs(v - (kernel.volts[i] ?? Number.NaN))));
  // The twin does the same sums in the same order; the dense form loses digits behind open contacts.
  if (!(apart(twin.sparse) < 1e-9)) throw new Error(`${name}: the C twin differs by ${apart(twin.sparse)} V`);
  if (!(apart(twin.dense) < 1e-3)) throw new Error(`${name}: dense LU differs by ${apart(twin.dense)} V`);
  return [
    `| ${name}, ${nodes} nodes | ${ns.toFixed(0)} ns | ${twin.sparseNs.toFixed(0)} ns | ${(ns / twin.sparseNs).toFixed(2)} | ${twin.denseNs.toFixed(0)} ns | ${(ns / twin.denseNs).toFixed(2)} |`,
  ];
}

const job = fiveWire();
const derived = ownOf(derive(job), '24v');
if (!derived.installed) throw new Error('the five-wire job has no circuit');
const times: number[] = [];
for (let i = 0; i < 1500; i++) {
  const start = nowNs();
  derive(job);
  if (i >= 300) times.push((nowNs() - start) / 1e6);
}
times.sort((a, b) => a - b);

const bathroom = floorJob({}, { week: floorWeek('bath', 34) });
const floorTimes: number[] = [];
for (let i = 0; i < 500; i++) {
  const start = nowNs();
  derive(bathroom);
  if (i >= 100) floorTimes.push((nowNs() - start) / 1e6);
}
floorTimes.sort((a, b) => a - b);

const zones = threeZones();

/** Ten thousand surveys nobody chose, each derived once. */
const SURVEYS = 10_000;
const surveys = fc.sample(surveyJob, { seed: 20261125, numRuns: SURVEYS });
const surveyTimes: number[] = [];
for (const survey of surveys) {
  const start = nowNs();
  derive(survey);
  surveyTimes.push((nowNs() - start) / 1e6);
}
surveyTimes.sort((a, b) => a - b);

/** Every state of three zones' nine calls. */
const enumeration = new CircuitSolver(zones.netlist, new KernelMemory());
const states = everyState(zones.controls);
const worst = worstStates(enumeration, states);
const enumerationMs = medianNs(() => worstStates(enumeration, states), 3) / 1e6;
const out = [
  `Node ${process.version}, ${cpus()[0]?.model ?? 'unknown processor'}, ${compiler ? execFileSync('cc', ['--version'], { encoding: 'utf8' }).split('\n')[0] : 'no C compiler'}.`,
  '',
  '| what | median | p99 | wanted |',
  '| --- | --- | --- | --- |',
  `| derive, five-wire job | ${quantile(times, 0.5).toFixed(2)} ms | ${quantile(times, 0.99).toFixed(2)} ms | < 5 ms |`,
  `| derive, ${SURVEYS} random surveys | ${quantile(surveyTimes, 0.5).toFixed(2)} ms | ${quantile(surveyTimes, 0.99).toFixed(2)} ms | |`,
  `| derive, floor job with a week | ${quantile(floorTimes, 0.5).toFixed(2)} ms | ${quantile(floorTimes, 0.99).toFixed(2)} ms | < 5 ms |`,
  `| worst state of ${enumeration.nodes.length} nodes, all ${worst.tried} states | ${enumerationMs.toFixed(1)} ms | | |`,
  '',
  'One state solved to its fixed point (conductances, factorisation, substitution, coils and fuses). Phasors, on complex numbers. Same algorithm in C: wanted ≤ 1.5. Plain dense LU in C: wanted ≤ 0.33 on the 40-node job.',
  '',
  '| circuit | here | same in C -O2 | ratio | dense LU in C -O2 | ratio |',
  '| --- | --- | --- | --- | --- | --- |',
  ...stateSolve('five-wire job', toNetlist(derived.installed), ['Y', 'G'].map(callOf)),
  ...stateSolve('three zones', zones.netlist, ['1W', '2W', '3Y', '3G']),
  ...stateSolve('boiler with eight zones and a cylinder, 230 V', eightZones(), [
    'hot-water',
    'cylinder-cold',
    ...[0, 2, 4, 6].map((z) => `heat:${z}`),
  ]),
];
// A process of its own: in the application this is a worker that has run nothing but houses.
const alone = ['--import', 'tsx', 'bench/house-alone.ts', build, ...(compiler ? [`${build}/house-year`] : [])];
out.push(...execFileSync(process.execPath, alone, { encoding: 'utf8' }).trimEnd().split('\n'));
// One file, as the application's worker is: what loads the modules one by one here makes functions dearer.
const ranking = `${build}/ranking-alone.mjs`;
await bundle({
  entryPoints: ['bench/ranking-alone.ts'],
  outfile: ranking,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
});
const rankings: RankingFigures[] = JSON.parse(execFileSync(process.execPath, [ranking], { encoding: 'utf8' }));
const both = ({ best, median }: Times): string => `${best.toFixed(0)} ms (${median.toFixed(0)})`;
out.push(
  '',
  'What is wrong, ranked after a whole failed proof of a house with two faults: every single fault and hundreds of pairs, each put into the circuit; then once more with one reading more, and with one between two points that no test reads. The best of seven runs, the first of them cold, and their median.',
  '',
  '| job | hypotheses | afresh | wanted | one reading more | elsewhere | wanted |',
  '| --- | --- | --- | --- | --- | --- | --- |',
  ...rankings.map(
    (r) =>
      `| ${r.what} | ${r.hypotheses} | ${both(r.fresh)} | ≤ 1000 ms | ${both(r.again)} | ${both(r.elsewhere)} | < 100 ms |`,
  ),
);
const list = await benchList();
const papers = await benchPapers();
const ms = (v: number): string => `${v.toFixed(0)} ms`;
out.push(
  '',
  `The list at ${list.jobs} jobs, two people searching while a third opens a job; and papers by the press, warm, one of each demo job.`,
  '',
  '| what | median | p95 | worst | wanted |',
  '| --- | --- | --- | --- | --- |',
  `| a search | ${ms(list.search.median)} | ${ms(list.search.p95)} | ${ms(list.search.worst)} | p95 < 50 ms |`,
  `| a job opened meanwhile | ${ms(list.open.median)} | ${ms(list.open.p95)} | ${ms(list.open.worst)} | < 50 ms |`,
  `| handover papers of a demo job | ${ms(papers.usual.median)} | | ${ms(papers.usual.worst)} (${papers.usual.worstJob}) | < 1 s |`,
  `| handover papers with ${papers.long.readings} other readings | ${papers.long.seconds.toFixed(1)} s | | | |`,
  `| held up by it: the server’s own process | | | ${ms(papers.held)} | < 100 ms |`,
);
const pages = await benchPages();
out.push(
  '',
  'What a browser fetches to show a page for the first time, from the production build, compressed.',
  '',
  '| page | scripts | wanted | faces |',
  '| --- | --- | --- | --- |',
  ...pages.map(
    (p) => `| ${p.name} | ${p.scriptsKilobytes.toFixed(0)} kB | ≤ ${p.wanted} kB | ${p.facesKilobytes.toFixed(0)} kB |`,
  ),
);
const thread = await benchThread();
out.push(
  '',
  'The page’s own thread while its worker works, on a page that has settled: tasks over 50 ms by the browser’s own list, from the press to a second after the answer. None wanted.',
  '',
  '| what | presses | tasks over 50 ms | longest |',
  '| --- | --- | --- | --- |',
  ...thread.map((t) => `| ${t.what} | ${t.presses} | ${t.long} | ${t.worst === 0 ? 'under 50 ms' : ms(t.worst)} |`),
);
console.log(out.join('\n'));

if (process.argv.includes('--write')) {
  const path = 'docs/performance.md';
  const text = readFileSync(path, 'utf8');
  const [before, rest] = text.split('<!-- figures -->');
  const after = (rest ?? '').split('<!-- /figures -->')[1] ?? '\n';
  writeFileSync(path, `${before}<!-- figures -->\n\n${out.join('\n')}\n\n<!-- /figures -->${after}`);
}
// The press waits for more papers.
process.exit(0);
