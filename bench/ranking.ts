/** How long a ranking takes: singles and pairs of a large 24 V job with a failed proof, afresh and after one more reading; and of a large plant. */
import { demoJobs } from '../demo/jobs';
import { proveOnWorld } from '../rig/prove';
import { clientFor } from '../rig/world-client';
import type { Point } from '../src/core/circuit/point';
import { derive } from '../src/core/derive';
import { rankingOf } from '../src/core/evidence/of-job';
import { familyOf } from '../src/core/family/registry';
import { pairKey } from '../src/core/job/points';
import type { Job, LowVoltageJob, Reading } from '../src/core/job/schema';
import { toNetlist } from '../src/core/lowvoltage/installed';

/** Of some runs: what else a machine does only adds to them. */
export interface Times {
  best: number;
  median: number;
}

export interface RankingFigures {
  what: string;
  hypotheses: number;
  /** ms, of runs that each begin with another cable, so that nothing is kept from before. */
  fresh: Times;
  /** ms, after one more reading. */
  again: Times;
  /** ms, after a reading between two points that nobody asked for and no test reads. */
  elsewhere: Times;
}

const RUNS = 7;

function timesOf(ms: readonly number[]): Times {
  const sorted = [...ms].sort((a, b) => a - b);
  return { best: sorted[0] ?? Number.NaN, median: sorted[sorted.length >> 1] ?? Number.NaN };
}

/** A demo job before its proof. */
async function bare(id: string): Promise<Job> {
  const job = (await demoJobs()).find((t) => t.id === id)?.job;
  if (!job) throw new Error(`no demo job ${id}`);
  const { seal: _seal, signature: _signature, ...rest } = job;
  return { ...rest, readings: {}, powerUp: {}, proof: { skipped: {} } };
}

/** The same with its proof taken on a house with two faults. */
const faulty = (job: Job, faults: readonly string[]): Promise<Job> =>
  proveOnWorld(job, { faults: [...faults], rig: clientFor(job, faults) });

const landed = (terminal: string, colour: string): LowVoltageJob['survey']['conductors'][string] => ({
  cable: 'main',
  wall: { terminal, colour, state: 'landed' },
  board: { terminal, colour, state: 'landed' },
});

/** With three accessories, two of them on transformers of their own, and three cores more. */
function larger(job: Job): Job {
  if (job.family !== '24v') return job;
  const { survey } = job;
  const main = survey.cables.main;
  return {
    ...job,
    survey: {
      ...survey,
      accessories: {
        ...survey.accessories,
        a2: { kind: 'dehumidifier', power: 'own', va: 10 },
        a3: { kind: 'ventilator', power: 'system', va: 12, returns: 'board' },
      },
      conductors: {
        ...survey.conductors,
        k13: landed('W2', 'grey'),
        k14: landed('E', 'pink'),
        k15: landed('L', 'tan'),
      },
      cables: { ...survey.cables, main: { ...main, cores: 11 } },
    },
  };
}

function nodesOf(job: Job): number {
  const d = derive(job);
  if (d.family !== '24v' || !d.own.installed) throw new Error('not a 24 V job with a plan');
  return new Set(toNetlist(d.own.installed).elements.flatMap((e) => [e.a, e.b])).size;
}

function timed(job: Job): { ms: number; hypotheses: number } {
  const d = derive(job);
  // What is derived when first asked for is no part of the ranking.
  JSON.stringify(d.shared.proof.verdict);
  const start = performance.now();
  const ranking = rankingOf(job, d);
  return { ms: performance.now() - start, hypotheses: ranking?.ranked.length ?? 0 };
}

const withoutTest = ({ test: _test, measure: _measure, ...rest }: Reading): Reading => rest;

/** Two points of a job that no reading and no test of it has together. */
function pairElsewhere(job: Job): { a: Point; b: Point; state: string } {
  const d = derive(job);
  const points = familyOf(job).module.probes?.(d.own) ?? [];
  const read = [...Object.values(job.readings), ...d.shared.proof.tests.flatMap((t) => t.measures)];
  const known = new Set(read.map((r) => pairKey(r.a, r.b)));
  const state = d.shared.proof.tests.at(-1)?.state ?? 'idle';
  for (const a of points)
    for (const b of points.toReversed()) if (a !== b && !known.has(pairKey(a, b))) return { a, b, state };
  throw new Error('every pair of this job was read');
}

function measure(what: string, job: Job, changed: (job: Job, n: number) => Job): RankingFigures {
  const fresh: number[] = [];
  const again: number[] = [];
  const elsewhere: number[] = [];
  let hypotheses = 0;
  for (let n = 0; n < RUNS; n++) {
    const other = changed(job, n);
    const first = timed(other);
    hypotheses = first.hypotheses;
    fresh.push(first.ms);
    const last = Object.values(other.readings).at(-1);
    if (!last) throw new Error(`${what}: nothing was read`);
    const readings = { ...other.readings, extra: { ...last, at: '2027-01-01T00:00:00Z' } };
    again.push(timed({ ...other, readings }).ms);
    const more: Reading = {
      ...withoutTest(last),
      quantity: 'volts-ac',
      value: 0.4,
      ...pairElsewhere(other),
      at: '2027-01-01T00:01:00Z',
    };
    elsewhere.push(timed({ ...other, readings: { ...readings, more } }).ms);
  }
  return { what, hypotheses, fresh: timesOf(fresh), again: timesOf(again), elsewhere: timesOf(elsewhere) };
}

/** The same job with another run of cable: nothing that was worked out for it before is of use. */
const otherRun = (job: Job, n: number): Job =>
  job.family === '24v'
    ? {
        ...job,
        survey: {
          ...job.survey,
          cables: { ...job.survey.cables, main: { ...job.survey.cables.main, metres: 10 + n } },
        },
      }
    : job;

const otherLitres = (job: Job, n: number): Job =>
  job.family === 'boiler'
    ? { ...job, survey: { ...job.survey, cylinder: { ...job.survey.cylinder, litres: 150 + n } } }
    : job;

export async function benchRanking(): Promise<RankingFigures[]> {
  const twoFaults = ['unseated-board-k4', 'coil-open-fan'];
  const pump = await bare('demo-sail');
  const large = larger(pump);
  // More than any pair on the list: every pair worth a try is tried.
  const threeFaults = [...twoFaults, 'coil-open-heat1'];
  const plant = await faulty(await bare('demo-parsonage'), ['stuck-HW', 'earth-PUMP']);
  return [
    measure(`24 V heat pump with an accessory, ${nodesOf(pump)} nodes`, await faulty(pump, twoFaults), otherRun),
    measure(`24 V heat pump with three, ${nodesOf(large)} nodes`, await faulty(large, twoFaults), otherRun),
    measure('the same, three faults: no pair explains it', await faulty(large, threeFaults), otherRun),
    measure('boiler with zone valves', plant, otherLitres),
  ];
}
