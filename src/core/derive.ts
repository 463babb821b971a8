/**
 * Everything a job implies, by pure functions, in the browser, on the server and in the CLI alike.
 * Families plug in by the registry; nothing here asks which family it serves.
 */
import type { Derived } from './family/contract';
import { familyOf } from './family/registry';
import type { Job } from './job/schema';
import { nextStop, progress } from './progress';
import { inUnits, saidInUnits } from './units/localise';

export type { Derived };

/** @param now ISO time for things that expire; null where time does not matter */
export function derive(job: Job, now: string | null = null): Derived {
  const family = familyOf(job);
  const own = family.derive(job, now);
  const { questions, findings, proof, kit, sentence } = own.shared;
  const derived: Derived = {
    ...own,
    questions,
    findings,
    proof,
    parts: kit,
    system: { ...own.system, sentence },
    stops: [],
    next: 'arrive',
  };
  const stops = progress(job, derived, family);
  return inJobUnits({ ...derived, stops, next: nextStop(stops) }, job);
}

/** What is read by people, in the units the job is kept in; figures stay SI. */
function inJobUnits(d: Derived, job: Job): Derived {
  const { units } = job;
  if (units === 'si') return d;
  const say = <T>(value: T): T => saidInUnits(value, units);
  const tests = d.proof.tests.map((t) => ({
    ...t,
    ...say({ title: t.title, set: t.set, must: t.must, why: t.why, ...(t.caution ? { caution: t.caution } : {}) }),
    measures: t.measures.map((m) => ({ ...m, what: inUnits(m.what, units), source: inUnits(m.source, units) })),
  }));
  const proof = { ...d.proof, tests, heldBy: say(d.proof.heldBy) };
  const sentence = inUnits(d.system.sentence, units);
  const questions = say(d.questions);
  const findings = say(d.findings);
  const settings = { canonical: say(d.shared.settings.canonical), card: say(d.shared.settings.card) };
  return {
    ...d,
    ...familyOf(job).inUnits(d, say),
    system: { ...d.system, sentence },
    questions,
    findings,
    proof,
    shared: { ...d.shared, sentence, questions, findings, proof, settings },
    stops: d.stops.map((s) => ({ ...s, blockers: say(s.blockers) })),
  };
}

/** The derived job as one plain JSON object, for the CLI and for other programs. */
export function derivedJson(job: Job, now: string | null = null): Record<string, unknown> {
  const d = derive(job, now);
  return {
    ...familyOf(job).json(d),
    stops: d.stops.map(({ blockers, ...s }) => ({ ...s, blockers: blockers.map((b) => b.code) })),
  };
}
