/**
 * What a family gives. Every stop reads `Shared`: what all families say of a job in one form. The family's own results
 * stand beside it, for its own screens. The registry is the only list of families in the core.
 */

import type * as z from 'zod';
import type { CircuitState } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import type { CircuitSolver } from '../circuit/solve';
import type { BaseSheet, LostSensor, Schedule } from '../devices/sheet';
import type { Evidence } from '../evidence/hypothesis';
import type { Finding, Question } from '../findings/finding';
import type { Complaint } from '../job/complaint';
import type { Family, Job, SeenJob } from '../job/schema';
import type { SheetJoin } from '../join/sheet';
import type { MainsSafe } from '../mains/make-safe';
import type { ProofRun } from '../proof/proof-run';
import type { PaperPart } from '../record/paper-part';
import type { FollowUp, Topic } from '../record/topic';
import type { TestRunner } from '../rig/client';
import type { StopId } from '../run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import type { CardRow } from '../settings/card';
import type { Lead } from '../week/lead';
import { keyedIn, type SetpointRange, type WeekProgramme } from '../week/programme';
import { zoneWeek } from '../week/zones';

/** What every stop reads, whichever family the job is of. */
export interface Shared {
  sheet: {
    name: string;
    schedule?: Schedule;
    /** What it does once no sensor that counts is left, where the sheet says. */
    lostSensor?: LostSensor;
    /** How it is joined and registered, where it is. */
    registration?: SheetJoin;
    /** What it takes as setpoints; a wide range where the sheet does not say. */
    setpoints?: SetpointRange;
    /** What it is, for Arrive, where the sentence of the job says something else. */
    says?: string;
    startsIn?: { updateSeconds: number; firstStartSeconds: number };
  } | null;
  /** The whole job in one sentence. */
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  /** The work in its order, ticked by id. */
  steps: { id: string; what: string; place?: string }[];
  kit: { id: string; name: string; why: string }[];
  safe: { proved: boolean };
  /** Prove, test, prove, where the family works on mains. */
  mains: MainsSafe | null;
  /** What a week of this family wants: one setpoint or two, and where a new profile begins, °C. */
  week: {
    heatOnly: boolean;
    startCelsius: number;
    /** Zones on this device, the first being the job's own week; one without. */
    zones?: readonly { id: string; name: string }[];
    /** Where the family knows how long its warm times take: when each has to be entered on a device that starts at its times. */
    leads?: readonly Lead[];
    /** Minutes an hour that this device and its plant can take; of fresh air with what the dwelling needs, where known. */
    minutes?: { fan: boolean; fresh: { neededMinutes: number | null } | null };
  };
  /** The closest programme the device can hold to the week; null without a week, or where something outside owns it. */
  programme?: WeekProgramme | null;
  /** The same of the other zones, in their order. */
  zoneProgrammes?: { id: string; name: string; programme: WeekProgramme | null }[];
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

export type JobTrialLine =
  | { ok: true; text: string; says: string; edit: (job: Job) => Job }
  | { ok: false; text: string; problem: string };

/** Result of wires tried on the circuit, or the entry that is none. */
export type TriedWires = { ok: true; result: unknown } | { ok: false; text: string; problem: string };

/** Device sheets of a family: those that ship, what one of the user's own must be, and how one is told by a line. */
export interface FamilySheets {
  shipped: readonly BaseSheet[];
  schema: z.ZodType<BaseSheet>;
  says: (sheet: never) => string;
}

/** Which circuit of a job is asked for. */
export interface CircuitAsked {
  state: string;
  /** A fault of the job's own list put into it, by its id. */
  fault?: string | undefined;
  /** Valves have been called and have not arrived. */
  moving?: boolean | undefined;
}

/** The circuit of a job in one state, for other programs; or why there is none. */
export type CircuitExport =
  | { ok: true; title: string; solver: CircuitSolver; state: CircuitState }
  | { ok: false; problem: string };

/** What a family has derived: its own results, and what every stop reads of them. */
export interface Results<Own> {
  own: Own;
  shared: Shared;
}

export interface FamilyModule<F extends Family, Own> {
  id: F;
  /** "5 conductors": what was surveyed, counted. */
  surveyed: (job: SeenJob<F>) => string;
  /** @param now ISO time for what goes out of date; null takes the job's own last moment */
  derive: (job: SeenJob<F>, now: string | null) => Results<Own>;
  /** The family's own results as people read them, in the job's units. */
  inUnits: (own: Own, say: <T>(value: T) => T) => Partial<Own>;
  /** The family's own part of the derived job as plain JSON. */
  json: (own: Own, shared: Shared) => Record<string, unknown>;
  /** A stop measured in the family's own way; null where the common way serves. */
  measure: (id: StopId, job: SeenJob<F>, own: Own, shared: Shared) => Measure | null;
  /** What runs, by demand or call, as it is wired. */
  runs: (own: Own) => Map<string, string>;
  /** A proposal other than a setting, typed. */
  trial: (text: string, own: Own) => JobTrialLine;
  /** Wires tried on the circuit itself, where the family has that; null while there is no circuit. */
  tryWires?: (entries: readonly string[], job: SeenJob<F>, own: Own) => TriedWires | null;
  /** What the customer is shown besides what every customer is. */
  topics: (job: SeenJob<F>, own: Own) => Topic[];
  /** When the customer should call. */
  callWhen: string;
  followUps: (job: SeenJob<F>, own: Own) => FollowUp[];
  /** Names and notes of the survey, for search. */
  searched: (job: SeenJob<F>) => readonly (string | undefined)[];
  /** Sheet of paper where the job is. */
  letterPaper: (job: SeenJob<F>) => boolean;
  /** What a copy of the job keeps of its survey: not what was measured or done. */
  copied: (survey: SeenJob<F>['survey']) => SeenJob<F>['survey'];
  circuit: (job: SeenJob<F>, own: Own, asked: CircuitAsked) => CircuitExport;
  /**
   * What is wrong, as far as the family can tell; null while there is nothing to hold readings against.
   * @param whole for every state of the proof as written; only those that were read without
   */
  evidence?: (job: SeenJob<F>, own: Own, whole: boolean) => Evidence | null;
  /** Points a meter's probe reaches, beside those of its tests. */
  probes?: (own: Own) => readonly Point[];
  /** What a customer of such a system may complain of. */
  complaints?: readonly Complaint[];
  /** How its tests are done on a rig, where they do not say so themselves. */
  runTest?: TestRunner;
  sheets: FamilySheets;
  /** Tables and lines of the technical record; drawings are the papers' own. */
  papers: (job: SeenJob<F>, own: Own) => PaperPart[];
}

const plural = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** Ticked of a list, as every family's Connect and Set up count it. */
export const ticked = (done: number, of: number, none: string, verb = ''): Measure => ({
  done,
  of: Math.max(1, of),
  says: of > 0 ? `${done} of ${of}${verb}` : none,
});

/** Arrive, Connect and Set up of a family with one device and one list of work. */
export function commonMeasure(id: StopId, job: Job, shared: Shared): Measure | null {
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
    case 'week': {
      const all = [
        { week: job.week, programme: shared.programme ?? null },
        ...(shared.zoneProgrammes ?? []).map((z) => ({ week: zoneWeek(job.week, z.id), programme: z.programme })),
      ];
      const of = all.reduce((n, z) => n + (z.programme?.entries.length ?? 0), 0);
      const keyed = all.reduce((n, z) => n + keyedIn(z.week, z.programme, job.units), 0);
      return {
        done: job.week.days ? 1 : 0,
        of: 1,
        says: !job.week.days ? 'not made' : keyed > 0 ? `${keyed} of ${of} keyed in` : 'made',
      };
    }
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
