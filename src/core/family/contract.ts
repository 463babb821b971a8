/**
 * What a family gives. Every stop reads `Derived`: what all families share, and the family's own results beside it.
 * The registry is the only list of families in the core; nothing else asks which one a job is of.
 */
import type { BoilerDerived } from '../boiler/family';
import type { Schedule } from '../devices/sheet';
import type { Finding, Question } from '../findings/finding';
import type { FloorDerived } from '../floor/family';
import type { Family, Job } from '../job/schema';
import type { LowVoltageDerived } from '../lowvoltage/family';
import type { MainsSafe } from '../mains/make-safe';
import type { ProofRun } from '../proof/proof-run';
import type { FollowUp, Topic } from '../record/topic';
import type { StopId } from '../run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import type { CardRow } from '../settings/card';

/** What every stop reads, whichever family the job is of. */
export interface Shared {
  sheet: { name: string; schedule?: Schedule } | null;
  /** The whole job in one sentence. */
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  /** The work in its order, ticked by id. */
  steps: { id: string; what: string }[];
  kit: { id: string; name: string; why: string }[];
  safe: { proved: boolean };
  /** Prove, test, prove, where the family works on mains. */
  mains: MainsSafe | null;
  /** What a week of this family wants: one setpoint or two, and where a new profile begins, °C. */
  week: { heatOnly: boolean; startCelsius: number };
  /** Volts at the right end of a reading's scale, at least: the scale grows with what is predicted. */
  scaleVolts: readonly number[];
}

export type StopState = 'done' | 'under-way' | 'blocked' | 'to-do';

export interface StopProgress {
  id: StopId;
  name: string;
  minutes: number;
  state: StopState;
  /** In words, under the name. */
  says: string;
  blockers: Finding[];
}

/** How far one stop is. */
export interface Measure {
  done: number;
  of: number;
  says: string;
}

/** A family's results where its own screens find them; those of the others stay empty. */
export interface Own extends LowVoltageDerived {
  boiler: BoilerDerived | null;
  floor: FloorDerived | null;
}

export interface Derived extends Own {
  shared: Shared;
  stops: StopProgress[];
  next: StopId;
}

export type JobTrialLine =
  | { ok: true; text: string; says: string; edit: (job: Job) => Job }
  | { ok: false; text: string; problem: string };

export interface FamilyModule {
  id: Family;
  /** "5 conductors": what was surveyed, counted. */
  surveyed: (job: Job) => string;
  /** @param now ISO time for things that expire; null where time does not matter */
  derive: (job: Job, now: string | null) => Own & { shared: Shared };
  /** The family's own results as people read them, in the job's units. */
  inUnits: (d: Derived, say: <T>(value: T) => T) => Partial<Own>;
  /** The family's own part of the derived job as plain JSON. */
  json: (d: Derived) => Record<string, unknown>;
  /** A stop measured in the family's own way; null where the common way serves. */
  measure: (id: StopId, job: Job, d: Derived) => Measure | null;
  /** What runs, by demand or call, as it is wired. */
  runs: (d: Derived) => Map<string, string>;
  /** A proposal other than a setting, typed. */
  trial: (text: string, d: Derived) => JobTrialLine;
  /** What the customer is shown besides what every customer is. */
  topics: (job: Job, d: Derived) => Topic[];
  /** When the customer should call. */
  callWhen: string;
  followUps: (job: Job, d: Derived) => FollowUp[];
}

const plural = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** Ticked of a list, as every family's Connect and Set up count it. */
export const ticked = (done: number, of: number, none: string, verb = ''): Measure => ({
  done,
  of: Math.max(1, of),
  says: of > 0 ? `${done} of ${of}${verb}` : none,
});

/** Arrive, Connect and Set up of a family with one device and one list of work. */
export function commonMeasure(id: StopId, job: Job, d: Derived): Measure | null {
  const { shared } = d;
  switch (id) {
    case 'arrive': {
      const facts = [job.site.name !== '', shared.sheet !== null, job.arrive.worksNow !== undefined];
      const done = facts.filter(Boolean).length;
      return {
        done,
        of: facts.length,
        says: done === facts.length ? (shared.sheet?.name ?? '') : `${done} of ${facts.length}`,
      };
    }
    case 'connect':
      return ticked(shared.steps.filter((s) => job.connect.done[s.id]).length, shared.steps.length, 'no plan yet');
    case 'set-up': {
      const { card } = shared.settings;
      return ticked(card.filter((r) => job.setUp.entered[r.key]).length, card.length, 'no card yet', ' set');
    }
    case 'week':
      return { done: job.week.days ? 1 : 0, of: 1, says: job.week.days ? 'made' : 'not made' };
    case 'proof': {
      const { tests, passed, skipped, failed } = shared.proof;
      return {
        done: tests.length > 0 ? passed + skipped : 0,
        of: Math.max(1, tests.length),
        says:
          tests.length === 0
            ? 'no tests yet'
            : failed > 0
              ? `${failed} shown wrong`
              : `${passed} of ${tests.length} shown`,
      };
    }
    case 'hand-over': {
      const shown = Object.keys(job.handOver.shown).length > 0;
      return {
        done: (shown ? 1 : 0) + (job.seal ? 1 : 0),
        of: 2,
        says: job.seal ? 'sealed' : shown ? 'shown, not sealed' : 'not yet',
      };
    }
    default:
      return null;
  }
}

export { plural };
