/** What may be named in a drill, and which names are right: the fault itself, or what gives the same reading everywhere. */
import { derive } from '../../src/core/derive';
import { AS_PLANNED, type Hypothesis } from '../../src/core/evidence/hypothesis';
import { rankingOf } from '../../src/core/evidence/of-job';
import { familyOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import { isTruth } from '../same';
import { sameReading } from '../truth/alike';

export interface Nameable {
  id: string;
  name: string;
}

const singlesOf = (job: Job): readonly Hypothesis[] => {
  const { module, job: seen } = familyOf(job);
  const evidence = module.evidence?.(seen, derive(job).own, true);
  return (evidence?.hypotheses ?? []).filter((h) => h.id !== AS_PLANNED);
};

/** What a customer says is no reading. */
const isReading = (key: string): boolean => !key.startsWith('said|');

const alikeEverywhere = (x: Hypothesis, y: Hypothesis): boolean =>
  [...new Set([...x.predicts.keys(), ...y.predicts.keys()])]
    .filter(isReading)
    .every((key) => sameReading(x.predicts.get(key), y.predicts.get(key)));

/** Every single fault that the engine knows for this job, by name. */
export const nameable = (job: Job): Nameable[] =>
  singlesOf(job)
    .map((h) => ({ id: h.id, name: h.name }))
    .sort((x, y) => x.name.localeCompare(y.name));

/** For each hidden fault the ids of all names that are right; none where the engine has no name for it. */
export function answersOf(job: Job, faults: readonly string[]): string[][] {
  const singles = singlesOf(job);
  return faults.map((f) => {
    const exact = singles.filter((h) => isTruth(job.family, f, h.id));
    return singles.filter((h) => exact.some((e) => e === h || alikeEverywhere(e, h))).map((h) => h.id);
  });
}

/** How likely the readings make a name, whether by itself, in a pair, or as one alike. */
export function likely(job: Job, hypothesis: string): number {
  const singles = singlesOf(job);
  const named = singles.find((h) => h.id === hypothesis);
  const same = new Set(singles.filter((h) => named && alikeEverywhere(named, h)).map((h) => h.id));
  const ranked = rankingOf(job, derive(job))?.ranked ?? [];
  const sum = ranked
    .filter(({ hypothesis: h }) => (h.of ?? [h.id]).some((id) => same.has(id)))
    .reduce((s, r) => s + r.probability, 0);
  return Math.min(1, sum);
}
