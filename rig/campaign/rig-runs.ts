/** The campaign on the rig's own houses: one fault, two, one that no list knows, none; and the demo jobs, healthy. */
import { derive } from '../../src/core/derive';
import { AS_PLANNED } from '../../src/core/evidence/hypothesis';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Ranking } from '../../src/core/evidence/ranked';
import type { Family, Job } from '../../src/core/job/schema';
import type { Fault } from '../../src/core/lowvoltage/faults/fault';
import type { MeasurePlan } from '../../src/core/proof/proof-run';
import { normalOf } from '../chance';
import { proveOnWorld } from '../prove';
import { isTruth } from '../same';
import { alike, explainsAll } from '../truth/alike';
import { clientFor, worldClient } from '../world-client';
import { answered, chanceFor, type Kind, type Outcome, picker, type Task, wrongness } from './outcome';
import { unlistedOf } from './unlisted';

export interface RigHouse {
  name: string;
  job: Job;
}

export interface RigInput {
  seed: number;
  /** In all. */
  singles: number;
  pairs: number;
  outside: number;
  /** Of each house, and of each demo job. */
  healthy: number;
  /** The ranking answers as planned whatever was read: must fail. */
  canary: boolean;
}

/**
 * What is tried beyond singles: pairs where a family's rig takes two faults, and faults that no list knows; and whose rig
 * draws its house by a seed, mains and all.
 */
const TRIED: Partial<Record<Family, { pairs: boolean; drawn: boolean; unlisted?: (job: Job) => Fault[] }>> = {
  '24v': { pairs: true, drawn: true, unlisted: unlistedOf },
  boiler: { pairs: true, drawn: true },
};

/** The joint of a few ohms that no reading of the proof is sensitive to. */
const SILENT = /^joint-/;
/** Beside these a second fault has nothing to be named by. */
const ALL_DARK = /^(supply-off|dead-|fuse-|receiver-dead)/;

const STEP = { 'volts-dc': 0.001, amps: 0.01 } as const;

/** A meter with a gain of its own, noise and a display; the mains of this house, where the rig does not draw them. */
function meterOf({ family }: Job, random: () => number): (value: number, m: MeasurePlan) => number {
  const gain = 1 + normalOf(random, 0.006);
  const mains = TRIED[family]?.drawn ? 1 : 1 + normalOf(random, 0.02);
  return (value, { quantity }) => {
    if (quantity === 'seen' || quantity === 'minutes') return value;
    const scale = quantity === 'volts-ac' ? gain * mains : gain;
    const step = quantity in STEP ? STEP[quantity as keyof typeof STEP] : 0.1;
    const shown = Math.round((value * scale + normalOf(random, step / 2)) / step) * step;
    // A meter shows no volts, amperes or ohms below nothing.
    return /^(volts-ac|ohms|amps|watts)$/.test(quantity) ? Math.max(0, shown) : shown;
  };
}

interface Proved {
  job: Job;
  shared: ReturnType<typeof derive>['shared'];
  ranking: () => Ranking | null;
}

async function proved(
  job: Job,
  faults: readonly string[],
  random: () => number,
  unlisted: readonly Fault[] = [],
): Promise<Proved> {
  const seed = Math.floor(random() * 2 ** 31);
  const rig = unlisted.length > 0 ? worldClient(job, faults, { unlisted, seed }) : clientFor(job, faults, seed);
  const after = await proveOnWorld(job, { faults, rig, read: meterOf(job, random) });
  const d = derive(after);
  return { job: after, shared: d.shared, ranking: () => rankingOf(after, d) };
}

/** A demo job before its proof: another day's mains has no part in it. */
function unproved(job: Job): Job {
  const { seal: _seal, signature: _signature, ...rest } = job as Job & { seal?: unknown; signature?: unknown };
  const kept = Object.entries(job.readings).filter(
    ([, r]) => r.stop === 'make-safe' || (r.stop !== 'proof' && !(r.quantity === 'volts-ac' && r.state === 'idle')),
  );
  return { ...rest, readings: Object.fromEntries(kept), powerUp: {}, proof: { skipped: {} } } as Job;
}

const rig = (kind: Kind, came: Outcome['came'], more: Partial<Outcome> = {}): Outcome => ({
  where: 'rig',
  kind,
  came,
  ...more,
});

/** Where every test passes the fault does nothing that this proof looks at: coverage names it, no ranking can. */
const shownBy = ({ shared, ranking }: Proved): Ranking | null => (shared.proof.verdict === 'pass' ? null : ranking());

async function single({ name, job }: RigHouse, fault: string, random: () => number, canary: boolean): Promise<Outcome> {
  const { family } = job;
  const ranking = shownBy(await proved(job, [fault], random));
  if (!ranking) return rig('single', 'silent', { family, words: `${name}: ${fault}` });
  const top = canary ? AS_PLANNED : (ranking.ranked[0]?.hypothesis.id ?? '');
  const truths = ranking.ranked.map((r) => r.hypothesis.id).filter((id) => isTruth(family, fault, id));
  const right =
    ranking.none <= (ranking.ranked[0]?.probability ?? 0) &&
    truths.some((id) => id === top || alike(ranking, id, top, ranking.observed));
  if (right) return rig('single', 'right', { family });
  return rig('single', wrongness(ranking), { family, words: `${name}: ${fault}: ${answered(ranking)}` });
}

async function pair({ name, job }: RigHouse, a: string, b: string, random: () => number): Promise<Outcome> {
  const ranking = shownBy(await proved(job, [a, b], random));
  const top = ranking?.ranked[0];
  if (!ranking || !top) return rig('pair', 'silent', { words: `${name}: ${a} + ${b}` });
  const ids = top.hypothesis.of ?? [top.hypothesis.id];
  const named = (f: string): boolean =>
    ids.some(
      (id) =>
        isTruth(job.family, f, id) ||
        ranking.ranked.some(
          (r) => isTruth(job.family, f, r.hypothesis.id) && alike(ranking, r.hypothesis.id, id, ranking.observed),
        ),
    );
  // Both named, or a simpler cause that gives all the same readings.
  if ((named(a) && named(b)) || explainsAll(top)) return rig('pair', 'right');
  return rig('pair', wrongness(ranking), { words: `${name}: ${a} + ${b}: ${answered(ranking)}` });
}

async function outside(job: Job, fault: Fault, random: () => number): Promise<Outcome> {
  const ranking = shownBy(await proved(job, [], random, [fault]));
  if (!ranking) return rig('outside', 'silent', { words: fault.id });
  const top = ranking.ranked[0];
  // None of these first, or something that explains everything that was read.
  if (ranking.none > (top?.probability ?? 0) || explainsAll(top)) return rig('outside', 'right');
  return rig('outside', wrongness(ranking), { words: `outside ${fault.id}: ${answered(ranking)}` });
}

async function healthy({ name, job }: RigHouse, random: () => number): Promise<Outcome> {
  const { proof } = (await proved(job, [], random)).shared;
  const failed = proof.tests.find((t) => t.verdict === 'fail');
  if (failed) {
    const measure = failed.measures.find((m) => m.verdict === 'fail')?.id;
    return rig('healthy', 'alarm', { words: `healthy ${name}: ${failed.id} ${measure}` });
  }
  return rig('healthy', proof.tests.some((t) => t.verdict === 'inconclusive') ? 'close' : 'right');
}

async function demo({ name, job }: RigHouse, random: () => number): Promise<Outcome> {
  const { verdict } = (await proved(job, [], random)).shared.proof;
  return verdict === 'pass' ? rig('demo', 'right') : rig('demo', 'wrong', { words: `healthy ${name}: ${verdict}` });
}

/** Demo jobs whose proof may begin. */
export const provable = (demos: readonly RigHouse[]): RigHouse[] =>
  demos
    .map(({ name, job }) => ({ name, job: unproved(job) }))
    .filter(({ job }) => {
      const { proof, findings } = derive(job).shared;
      return proof.tests.length > 0 && !findings.some((f) => f.severity === 'blocker');
    });

/** Every run on the rig, by key. @param demos healthy jobs beside the houses */
export async function rigTasks(
  houses: readonly RigHouse[],
  demos: readonly RigHouse[],
  input: RigInput,
): Promise<Task[]> {
  const { seed, canary } = input;
  const known = new Map<string, string[]>();
  for (const { name, job } of houses)
    known.set(
      name,
      (await clientFor(job, []).faults()).map((f) => f.id).filter((f) => !SILENT.test(f)),
    );
  const every = houses.flatMap((house) => (known.get(house.name) ?? []).map((fault) => ({ house, fault })));
  const paired = houses.filter(({ job }) => TRIED[job.family]?.pairs);
  const strange = houses.flatMap(({ job }) => {
    const unlisted = TRIED[job.family]?.unlisted;
    return unlisted ? [{ job, faults: unlisted(job) }] : [];
  });
  const task = (key: string, run: (random: () => number) => Promise<Outcome>): Task => ({
    key: `rig/${key}`,
    run: () => run(chanceFor(key, seed)),
  });
  const many = (n: number, of: (i: number) => Task): Task[] => Array.from({ length: n }, (_, i) => of(i));
  return [
    ...many(input.singles, (i) =>
      task(`single/${i}`, (random) => {
        const { house, fault } = every[i] ?? picker(random)(every);
        return single(house, fault, random, canary);
      }),
    ),
    ...many(input.pairs, (i) =>
      task(`pair/${i}`, async (random) => {
        const pick = picker(random);
        const house = pick(paired);
        const list = (known.get(house.name) ?? []).filter((f) => !ALL_DARK.test(f));
        const [a, b] = [pick(list), pick(list)];
        return a === b ? rig('pair', 'skipped') : pair(house, a, b, random);
      }),
    ),
    ...many(input.outside, (i) =>
      task(`outside/${i}`, (random) => {
        const pick = picker(random);
        const { job, faults } = pick(strange);
        return outside(job, pick(faults), random);
      }),
    ),
    ...houses.flatMap((h) =>
      many(input.healthy, (i) => task(`healthy/${h.name}/${i}`, (random) => healthy(h, random))),
    ),
    ...demos.flatMap((h) => many(input.healthy, (i) => task(`demo/${h.name}/${i}`, (random) => demo(h, random)))),
  ];
}
