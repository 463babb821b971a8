/** How far the run is: each stop's state, in words, from the job and what is derived from it. */
import { commonMeasure, type Measure, type Shared, type StopProgress, type StopState } from './family/contract';
import type { Job } from './job/schema';
import { STOPS, type StopId } from './run';

export type { StopProgress, StopState };

export function progress(job: Job, shared: Shared, own: (id: StopId) => Measure | null): StopProgress[] {
  return STOPS.map((stop) => {
    const blockers = shared.findings.filter((f) => f.stop === stop.id && f.severity === 'blocker');
    const m = own(stop.id) ?? commonMeasure(stop.id, job, shared) ?? { done: 0, of: 1, says: '' };
    const complete = m.done >= m.of;
    const state: StopState = blockers.length > 0 ? 'blocked' : complete ? 'done' : m.done > 0 ? 'under-way' : 'to-do';
    return {
      id: stop.id,
      name: stop.name,
      minutes: stop.id === 'proof' && shared.proof.minutes > 0 ? shared.proof.minutes : stop.minutes,
      state,
      says: m.says,
      blockers,
    };
  });
}

/** The first stop that is not done: where to go next. */
export const nextStop = (stops: readonly StopProgress[]): StopId =>
  stops.find((s) => s.state !== 'done')?.id ?? 'hand-over';
