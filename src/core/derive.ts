/**
 * Everything a job implies, by pure functions, in the browser, on the server and in the CLI alike.
 * Families plug in by the registry; nothing here asks which family it serves.
 */
import type { Shared } from './family/contract';
import { type Derived, familyOf } from './family/registry';
import type { Job } from './job/schema';
import { withJoin } from './join/judge';
import { withMount } from './mount/judge';
import { nextStop, progress } from './progress';
import { withDanger } from './safe/danger';
import { withSensors } from './sensors/judge';
import { withOpenChoices } from './settings/open-choices';
import { withReadBack } from './settings/read-back';
import { inUnits, saidInUnits } from './units/localise';
import { withProgramme } from './week/judge';

export type { Derived };

/** @param now ISO time for things that expire; null where time does not matter */
export function derive(job: Job, now: string | null = null): Derived {
  const { module, job: seen } = familyOf(job);
  const results = module.derive(seen, now);
  const { own } = results;
  const chosen = withOpenChoices(job, results.shared, (other) => {
    const { module: its, job: otherSeen } = familyOf(other);
    return its.derive(otherSeen, now).shared;
  });
  const joined = withJoin(job, withReadBack(job, withMount(job, withSensors(job, withProgramme(job, chosen)))), now);
  const shared = withDanger(job, joined);
  const stops = progress(job, shared, (id) => module.measure(id, seen, own, shared));
  const derived = { family: job.family, own, shared, stops, next: nextStop(stops) };
  if (job.units === 'si') return derived as Derived;
  const say = <T>(value: T): T => saidInUnits(value, job.units);
  return {
    ...derived,
    own: { ...(own as object), ...(module.inUnits(own, say) as object) },
    shared: sharedInUnits(shared, job.units),
    stops: stops.map((s) => ({ ...s, blockers: say(s.blockers) })),
    // One module gave both the family's name and its results.
  } as Derived;
}

/** What is read by people, in the units the job is kept in; figures stay SI. */
function sharedInUnits(shared: Shared, units: Job['units']): Shared {
  const say = <T>(value: T): T => saidInUnits(value, units);
  const tests = shared.proof.tests.map((t) => ({
    ...t,
    ...say({ title: t.title, set: t.set, must: t.must, why: t.why, ...(t.caution ? { caution: t.caution } : {}) }),
    measures: t.measures.map((m) => ({ ...m, what: inUnits(m.what, units), source: inUnits(m.source, units) })),
  }));
  return {
    ...shared,
    sentence: inUnits(shared.sentence, units),
    questions: say(shared.questions),
    findings: say(shared.findings),
    proof: { ...shared.proof, tests, heldBy: say(shared.proof.heldBy) },
    settings: { canonical: say(shared.settings.canonical), card: say(shared.settings.card) },
  };
}

/** The derived job as one plain JSON object, for the CLI and for other programs. */
export function derivedJson(job: Job, now: string | null = null): Record<string, unknown> {
  const { own, shared, stops } = derive(job, now);
  return {
    ...familyOf(job).module.json(own, shared),
    // With the tests beside the family's own.
    proof: shared.proof,
    findings: shared.findings,
    stops: stops.map(({ blockers, ...s }) => ({ ...s, blockers: blockers.map((b) => b.code) })),
  };
}
