/** How far the run is: each stop's state, in words, from the job and what is derived from it. */

import type { BoilerDerived } from './boiler/family';
import type { Finding } from './findings/finding';
import type { FloorDerived } from './floor/family';
import type { Job } from './job/schema';
import type { LowVoltageDerived } from './lowvoltage/family';
import { STOPS, type StopId } from './run';

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

interface Measure {
  done: number;
  of: number;
  says: string;
}

const yes = (...facts: boolean[]): { done: number; of: number } => ({
  done: facts.filter(Boolean).length,
  of: facts.length,
});

/** What the frame needs of a job, whichever family it is of. */
export interface ProgressInput extends LowVoltageDerived {
  boiler: BoilerDerived | null;
  floor: FloorDerived | null;
}

/** The stops that a boiler job measures in its own way. */
function measureBoiler(id: StopId, job: Job, b: BoilerDerived): Measure | null {
  const count = (done: number, of: number, says: string): Measure => ({ done, of: Math.max(1, of), says });
  switch (id) {
    case 'arrive': {
      const m = yes(job.site.name !== '', b.sheet !== null, job.arrive.worksNow !== undefined);
      return { ...m, says: m.done === m.of ? (b.sheet?.name ?? '') : `${m.done} of ${m.of}` };
    }
    case 'make-safe':
      return count(b.safe.readings.filter((r) => r !== null).length, 3, b.safe.proved ? 'proved dead' : 'not proved');
    case 'survey':
      return count(
        [job.boiler.plant, job.boiler.input, b.traced].filter((x) => x !== undefined && x !== null).length,
        3,
        b.traced ? `${b.traced.length} wires traced` : 'not traced',
      );
    case 'decide':
      return count(
        b.plant && b.questions.length === 0 ? 1 : 0,
        1,
        b.questions.length > 0 ? `${b.questions.length} to answer` : b.plant ? 'decided' : 'not decided',
      );
    case 'connect': {
      const done = b.steps.filter((s) => job.connect.done[s.id]).length;
      return count(done, b.steps.length, b.steps.length > 0 ? `${done} of ${b.steps.length}` : 'no plan yet');
    }
    case 'power-up': {
      const items = b.timeline?.items ?? [];
      const done = items.filter((i) => job.boiler.start[i.id]?.done).length;
      return count(done, items.length, items.length > 0 ? `${done} of ${items.length} done` : 'no plan yet');
    }
    case 'set-up': {
      const { card } = b.settings;
      const entered = card.filter((r) => job.setUp.entered[r.key]).length;
      return count(entered, card.length, card.length > 0 ? `${entered} of ${card.length} set` : 'no card yet');
    }
    case 'week':
      return count(
        b.plant?.kind === 'combination' || job.boiler.windows !== undefined ? 1 : 0,
        1,
        b.plant?.kind === 'combination' ? 'hot water on demand' : job.boiler.windows ? 'windows made' : 'not made',
      );
    default:
      return null;
  }
}

/** The stops that a floor job measures in its own way. */
function measureFloor(id: StopId, job: Job, f: FloorDerived): Measure | null {
  const count = (done: number, of: number, says: string): Measure => ({ done, of: Math.max(1, of), says });
  switch (id) {
    case 'arrive': {
      const m = yes(job.site.name !== '', f.sheet !== null, job.arrive.worksNow !== undefined);
      return { ...m, says: m.done === m.of ? (f.sheet?.name ?? '') : `${m.done} of ${m.of}` };
    }
    case 'make-safe':
      return count(f.safe.readings.filter((r) => r !== null).length, 3, f.safe.proved ? 'proved dead' : 'not proved');
    case 'survey': {
      const open = f.questions.filter((q) => q.stop === 'survey').length;
      return count(
        Object.keys(job.floor.mats).length > 0 ? (open === 0 ? 2 : 1) : 0,
        2,
        f.load ? `${Math.round(f.load.watts)} W` : open > 0 ? `${open} to measure` : 'no mats yet',
      );
    }
    case 'decide':
      return count(
        f.load && f.questions.length === 0 ? 1 : 0,
        1,
        f.questions.length > 0 ? `${f.questions.length} to answer` : f.contactor ? 'by contactor' : 'direct',
      );
    case 'connect': {
      const done = f.steps.filter((s) => job.connect.done[s.id]).length;
      return count(done, f.steps.length, f.steps.length > 0 ? `${done} of ${f.steps.length}` : 'no plan yet');
    }
    case 'power-up': {
      const said = f.start.filter((s) => s.said !== null).length;
      return count(
        said,
        f.start.length,
        f.start.length > 0 ? `${said} of ${f.start.length} answered` : 'no device yet',
      );
    }
    case 'set-up': {
      const { card } = f.settings;
      const entered = card.filter((r) => job.setUp.entered[r.key]).length;
      return count(entered, card.length, card.length > 0 ? `${entered} of ${card.length} set` : 'no card yet');
    }
    default:
      return null;
  }
}

function measureStop(id: StopId, job: Job, d: ProgressInput): Measure {
  const own = d.boiler ? measureBoiler(id, job, d.boiler) : d.floor ? measureFloor(id, job, d.floor) : null;
  if (own) return own;
  const with_ = (m: { done: number; of: number }, says: string): Measure => ({ ...m, says });
  switch (id) {
    case 'arrive': {
      const m = yes(job.site.name !== '', d.sheet !== null, job.arrive.worksNow !== undefined);
      return with_(m, m.done === m.of ? (d.sheet?.name ?? '') : `${m.done} of ${m.of}`);
    }
    case 'make-safe': {
      const m = yes(Object.keys(job.supplies).length > 0, d.safe.proved);
      return with_(m, d.safe.proved ? 'proved dead' : 'not proved');
    }
    case 'survey': {
      const landed = Object.values(job.survey.conductors).filter(
        (c) => c.wall?.state === 'landed' || c.board?.state === 'landed',
      ).length;
      return { done: landed > 1 ? 1 : 0, of: 1, says: landed > 0 ? `${landed} landed` : 'nothing landed' };
    }
    case 'decide':
      return with_(
        yes(
          d.system.verdict === 'known',
          d.system.kind !== null && d.questions.filter((q) => q.needed).length === 0,
          d.powering?.chosen != null,
        ),
        d.questions.length > 0 ? `${d.questions.length} to answer` : d.powering?.chosen ? 'decided' : 'not decided',
      );
    case 'connect': {
      const steps = d.wiring?.steps ?? [];
      const done = steps.filter((s) => job.connect.done[s.id]).length;
      return {
        done: steps.length > 0 ? done : 0,
        of: Math.max(1, steps.length),
        says: steps.length > 0 ? `${done} of ${steps.length}` : 'no plan yet',
      };
    }
    case 'power-up': {
      const read = Object.values(job.readings).some((r) => !r.struck && r.stop === 'power-up');
      return with_(
        yes(job.powerUp.display === 'lit', read),
        job.powerUp.display === 'lit'
          ? read
            ? 'lit, measured'
            : 'lit, not measured'
          : job.powerUp.display === 'dead'
            ? 'display dead'
            : 'not yet',
      );
    }
    case 'set-up': {
      const card = d.settings.card;
      const entered = card.filter((r) => job.setUp.entered[r.key]).length;
      const joined =
        job.join.internet === 'no' ||
        job.join.controlProof !== undefined ||
        (d.sheet !== null && d.sheet.registration === undefined);
      return {
        done: entered + (joined ? 1 : 0),
        of: Math.max(1, card.length) + 1,
        says: card.length > 0 ? `${entered} of ${card.length} set${joined ? '' : ', not joined'}` : 'no card yet',
      };
    }
    case 'week':
      return { done: job.week.days ? 1 : 0, of: 1, says: job.week.days ? 'made' : 'not made' };
    case 'proof': {
      const { tests, passed, skipped, failed } = d.proof;
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
    case 'hand-over':
      return {
        done: (Object.keys(job.handOver.shown).length > 0 ? 1 : 0) + (job.seal ? 1 : 0),
        of: 2,
        says: job.seal ? 'sealed' : Object.keys(job.handOver.shown).length > 0 ? 'shown, not sealed' : 'not yet',
      };
  }
}

export function progress(job: Job, derived: ProgressInput): StopProgress[] {
  return STOPS.map((stop) => {
    const blockers = derived.findings.filter((f) => f.stop === stop.id && f.severity === 'blocker');
    const m = measureStop(stop.id, job, derived);
    const complete = m.done >= m.of;
    const state: StopState = blockers.length > 0 ? 'blocked' : complete ? 'done' : m.done > 0 ? 'under-way' : 'to-do';
    return {
      id: stop.id,
      name: stop.name,
      minutes: stop.id === 'proof' && derived.proof.minutes > 0 ? derived.proof.minutes : stop.minutes,
      state,
      says: m.says,
      blockers,
    };
  });
}

/** The first stop that is not done: where to go next. */
export const nextStop = (stops: readonly StopProgress[]): StopId =>
  stops.find((s) => s.state !== 'done')?.id ?? 'hand-over';
