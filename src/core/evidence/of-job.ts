/** The one engine asked about a job, whichever family it is of. */
import type { Shared } from '../family/contract';
import { type Derived, familyOf } from '../family/registry';
import type { Job } from '../job/schema';
import { withCardFaults } from './card';
import { type Coverage, coverageOf, testsShowing } from './coverage';
import type { Evidence } from './hypothesis';
import { rankEvidence } from './rank';
import type { Ranking } from './ranked';
import { withSensorFaults } from './sensors';
import { withWeekFaults } from './week';

/** A family's evidence with what lies beside every family. */
const withAsides = (e: Evidence, job: Job, { proof, settings }: Shared): Evidence =>
  withCardFaults(withWeekFaults(withSensorFaults(e, job, proof), job, proof), job, proof, settings.card);

/** What is wrong, by likelihood; null while nothing was read, or there is nothing to hold it against. */
export function rankingOf(job: Job, derived: Derived): Ranking | null {
  const { module, job: seen } = familyOf(job);
  const { proof } = derived.shared;
  const family = module.evidence?.(seen, derived.own, false) ?? null;
  const e = family && withAsides(family, job, derived.shared);
  if (!e || e.observations.length === 0) return null;
  const ranking = rankEvidence({ ...e, failed: proof.failed > 0 });
  const ranked = ranking.ranked.map((r, i) => {
    if (i >= LOOKED_AT) return r;
    e.complete?.(r.hypothesis.predicts);
    return { ...r, shownBy: testsShowing(r.hypothesis, e.keyOf, proof) };
  });
  return { ...ranking, ranked };
}

/** Of a ranking, as many as somebody may act on. */
const LOOKED_AT = 8;

/** Which single faults the proof as written would reveal; null where the family cannot tell, or there is no proof. */
export function coverageOfJob(job: Job, derived: Derived): Coverage | null {
  const { module, job: seen } = familyOf(job);
  const { proof } = derived.shared;
  if (proof.tests.length === 0) return null;
  const family = module.evidence?.(seen, derived.own, true) ?? null;
  const e = family && withAsides(family, job, derived.shared);
  return e && coverageOf(e, proof, job.proof.skipped);
}
