/** The ranking held against houses and plants that were described from outside: singles, pairs, what no list has, and healthy ones. */
import { derive } from '../../src/core/derive';
import { AS_PLANNED } from '../../src/core/evidence/hypothesis';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Ranking } from '../../src/core/evidence/ranked';
import type { Job } from '../../src/core/job/schema';
import { chanceOf } from '../chance';
import { alike, explainsAll } from './alike';

export interface Score {
  of: number;
  right: number;
  confidentWrong: number;
}
export interface TruthScores {
  singles: Score;
  pairs: Score;
  outside: Score;
  /** Faults that no test showed: nothing to rank. */
  silent: string[];
  healthy: { of: number; alarms: number; close: number };
  /** What went wrong, one line each. */
  wrong: string[];
}

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

const CONFIDENT = 0.8;
const score = (): Score => ({ of: 0, right: 0, confidentWrong: 0 });

interface Ran {
  ranking: Ranking | null;
  shown: boolean;
}

function ran(of: TruthSubject, faults: readonly TruthNamed[], seed: number): Ran {
  const proved = of.prove(faults, seed);
  const d = derive(proved);
  const { failed, inconclusive } = d.shared.proof;
  return { ranking: rankingOf(proved, d), shown: failed + inconclusive > 0 };
}

/** The first of a ranking names a fault, or cannot be told from what does by anything that was read. */
function names(ranking: Ranking, fault: TruthNamed, top: string): boolean {
  const { accepts } = fault;
  if (accepts === null) return false;
  if (top.split(' + ').some((id) => accepts.test(id))) return true;
  return ranking.ranked.some(({ hypothesis: h }) => accepts.test(h.id) && alike(ranking, h.id, top, ranking.observed));
}

export function truthCampaign(subjects: readonly TruthSubject[], input: TruthInput): TruthScores {
  const out: TruthScores = {
    singles: score(),
    pairs: score(),
    outside: score(),
    silent: [],
    healthy: { of: 0, alarms: 0, close: 0 },
    wrong: [],
  };
  const random = chanceOf(input.seed);
  const judge = (to: Score, right: boolean, ranking: Ranking, what: string): void => {
    const [first] = ranking.ranked;
    to.of++;
    if (right) {
      to.right++;
      return;
    }
    if (first && first.probability > CONFIDENT && ranking.none < first.probability) to.confidentWrong++;
    out.wrong.push(
      `${what} → ${first?.hypothesis.id} ${first?.probability.toFixed(2)}, none ${ranking.none.toFixed(2)}`,
    );
  };
  for (const of of subjects) {
    const top = (r: Ranking): string => (input.canary ? AS_PLANNED : (r.ranked[0]?.hypothesis.id ?? ''));
    const leads = (r: Ranking): boolean => input.canary === true || r.none <= (r.ranked[0]?.probability ?? 0);
    const shuffled = [...of.faults].sort((a, b) => hash(a.id, input.seed) - hash(b.id, input.seed));
    const [inList, inNone] = [shuffled.filter((f) => f.accepts !== null), shuffled.filter((f) => f.accepts === null)];
    const tried = [...cycled(inList, input.singles), ...cycled(inNone, input.outside)];
    for (const [i, fault] of tried.entries()) {
      const { ranking, shown } = ran(of, [fault], input.seed * 1000 + i);
      const what = `${of.name}: ${fault.id}`;
      if (!shown || !ranking) {
        out.silent.push(what);
        continue;
      }
      if (fault.accepts) judge(out.singles, leads(ranking) && names(ranking, fault, top(ranking)), ranking, what);
      else {
        const first = ranking.ranked.find((r) => r.hypothesis.id === top(ranking));
        judge(out.outside, !leads(ranking) || explainsAll(first), ranking, what);
      }
    }
    for (let i = 0; i < input.pairs; i++) {
      const a = inList[Math.floor(random() * inList.length)];
      const b = inList[Math.floor(random() * inList.length)];
      if (!a || !b || a === b) continue;
      const { ranking, shown } = ran(of, [a, b], input.seed * 2000 + i);
      // A fault that the other one hides has nothing to be named by.
      if (!shown || !ranking || !both(of, a, b, input.seed * 2000 + i)) continue;
      const first = ranking.ranked.find((r) => r.hypothesis.id === top(ranking));
      const right = leads(ranking) && (explainsAll(first) || [a, b].every((f) => names(ranking, f, top(ranking))));
      judge(out.pairs, right, ranking, `${of.name}: ${a.id} and ${b.id}`);
    }
    for (let i = 0; i < input.healthy; i++) {
      const { failed, inconclusive } = derive(of.prove([], input.seed * 3000 + i)).shared.proof;
      out.healthy.of++;
      if (failed > 0) out.healthy.alarms++;
      else if (inconclusive > 0) out.healthy.close++;
    }
  }
  return out;
}

/** Whether each of two faults changes what the proof reads beside the other. */
function both(of: TruthSubject, a: TruthNamed, b: TruthNamed, seed: number): boolean {
  const read = (faults: readonly TruthNamed[]): string =>
    JSON.stringify(Object.values(of.prove(faults, seed).readings).map((r) => Math.round(r.value)));
  const together = read([a, b]);
  return together !== read([a]) && together !== read([b]);
}

/** So many of a list, from its beginning again where it is shorter. */
const cycled = <T>(list: readonly T[], n: number): T[] =>
  list.length === 0 ? [] : Array.from({ length: n }, (_, i) => list[i % list.length] as T);

/** An order by seed that does not hang on how many there are. */
function hash(text: string, seed: number): number {
  let h = (2166136261 ^ seed) >>> 0;
  for (const c of text) h = Math.imul(h ^ c.charCodeAt(0), 16777619) >>> 0;
  return h;
}
