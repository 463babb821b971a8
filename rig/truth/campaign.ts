/** The ranking held against houses and plants that were described from outside: singles, pairs, what no list has, and healthy ones. */
import { derive } from '../../src/core/derive';
import { AS_PLANNED } from '../../src/core/evidence/hypothesis';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Ranking } from '../../src/core/evidence/ranked';
import type { Job } from '../../src/core/job/schema';
import {
  answered,
  type Came,
  chanceFor,
  hashOf,
  type Outcome,
  picker,
  type Task,
  wrongness,
} from '../campaign/outcome';
import { alike, explainsAll } from './alike';

/** A fault that can be put into a subject, and which names of the engine are right; none where its list has none. */
export interface TruthNamed {
  id: string;
  accepts: RegExp | null;
}

/** A house or plant with the job an installer keeps of it. */
export interface TruthSubject {
  name: string;
  job: Job;
  faults: readonly TruthNamed[];
  /** The job with its proof as taken there. @param faults of this subject's */
  prove: (faults: readonly TruthNamed[], seed: number) => Job;
}

export interface TruthInput {
  seed: number;
  /** Of each house. */
  singles: number;
  outside: number;
  pairs: number;
  healthy: number;
  /** Blinds the ranking: it always answers as planned. Must score near nothing. */
  canary?: boolean;
}

/** What was ranked where a test showed something, null where none did. */
function shownIn(of: TruthSubject, faults: readonly TruthNamed[], seed: number): Ranking | null {
  const proved = of.prove(faults, seed);
  const d = derive(proved);
  const { failed, inconclusive } = d.shared.proof;
  return failed + inconclusive > 0 ? rankingOf(proved, d) : null;
}

/** The first of a ranking names a fault, or cannot be told from what does by anything that was read. */
function names(ranking: Ranking, fault: TruthNamed, top: string): boolean {
  const { accepts } = fault;
  if (accepts === null) return false;
  if (top.split(' + ').some((id) => accepts.test(id))) return true;
  return ranking.ranked.some(({ hypothesis: h }) => accepts.test(h.id) && alike(ranking, h.id, top, ranking.observed));
}

/** Every run on one subject, by key. */
function tasksOf(where: 'houses' | 'plants', of: TruthSubject, input: TruthInput): Task[] {
  const { seed, canary = false } = input;
  const top = (r: Ranking): string => (canary ? AS_PLANNED : (r.ranked[0]?.hypothesis.id ?? ''));
  const leads = (r: Ranking): boolean => canary || r.none <= (r.ranked[0]?.probability ?? 0);
  const firstOf = (r: Ranking) => r.ranked.find((x) => x.hypothesis.id === top(r));
  const shuffled = [...of.faults].sort((a, b) => hashOf(a.id, seed) - hashOf(b.id, seed));
  const [inList, inNone] = [shuffled.filter((f) => f.accepts !== null), shuffled.filter((f) => f.accepts === null)];
  const judged = (kind: Outcome['kind'], ranking: Ranking, right: boolean, what: string): Outcome => {
    const came: Came = right ? 'right' : wrongness(ranking);
    return { where, kind, came, ...(right ? {} : { words: `${of.name}: ${what} → ${answered(ranking)}` }) };
  };
  const single = (fault: TruthNamed, at: number): Outcome => {
    const kind = fault.accepts ? 'single' : 'outside';
    const ranking = shownIn(of, [fault], at);
    if (!ranking) return { where, kind, came: 'silent', words: `${of.name}: ${fault.id}` };
    const right = fault.accepts
      ? leads(ranking) && names(ranking, fault, top(ranking))
      : !leads(ranking) || explainsAll(firstOf(ranking));
    return judged(kind, ranking, right, fault.id);
  };
  const pair = (key: string, at: number): Outcome => {
    const pick = picker(chanceFor(key, seed));
    const [a, b] = [pick(inList), pick(inList)];
    const ranking = a && b && a !== b ? shownIn(of, [a, b], at) : null;
    // A fault that the other one hides has nothing to be named by.
    if (!ranking || !bothShow(of, a, b, at)) return { where, kind: 'pair', came: 'skipped' };
    const right =
      leads(ranking) && (explainsAll(firstOf(ranking)) || [a, b].every((f) => names(ranking, f, top(ranking))));
    return judged('pair', ranking, right, `${a.id} and ${b.id}`);
  };
  const healthy = (at: number): Outcome => {
    const { failed, inconclusive } = derive(of.prove([], at)).shared.proof;
    return { where, kind: 'healthy', came: failed > 0 ? 'alarm' : inconclusive > 0 ? 'close' : 'right' };
  };
  const many = (n: number, kind: string, run: (key: string, i: number) => Outcome): Task[] =>
    Array.from({ length: n }, (_, i) => {
      const key = `${where}/${of.name}/${kind}/${i}`;
      return { key, run: () => run(key, i) };
    });
  const from = (list: readonly TruthNamed[], first: number) => (_: string, i: number) =>
    single(list[i % list.length] as TruthNamed, seed * 1000 + first + i);
  return [
    ...many(inList.length > 0 ? input.singles : 0, 'single', from(inList, 0)),
    ...many(inNone.length > 0 ? input.outside : 0, 'outside', from(inNone, input.singles)),
    ...many(inList.length > 0 ? input.pairs : 0, 'pair', (key, i) => pair(key, seed * 2000 + i)),
    ...many(input.healthy, 'healthy', (_, i) => healthy(seed * 3000 + i)),
  ];
}

/** Every run on subjects that were described from outside. */
export const truthTasks = (where: 'houses' | 'plants', subjects: readonly TruthSubject[], input: TruthInput): Task[] =>
  subjects.flatMap((of) => tasksOf(where, of, input));

/** Whether each of two faults changes what the proof reads beside the other. */
function bothShow(of: TruthSubject, a: TruthNamed, b: TruthNamed, seed: number): boolean {
  const read = (faults: readonly TruthNamed[]): string =>
    JSON.stringify(Object.values(of.prove(faults, seed).readings).map((r) => Math.round(r.value)));
  const together = read([a, b]);
  return together !== read([a]) && together !== read([b]);
}
