'use client';

/** The open floor job: what is derived of it, and the one way its survey is changed. */
import type { FloorDerived } from '@core/floor/family';
import type { FloorSurvey } from '@core/job/floor-schema';
import { type JobApi, useJob } from '../shell/job-context';

export interface FloorApi extends JobApi {
  floor: FloorDerived;
  survey: FloorSurvey;
  /** One change of the floor's survey. */
  set: (label: string, more: Partial<FloorSurvey>) => boolean;
}

export function useFloor(): FloorApi {
  const api = useJob();
  const { floor } = api.derived;
  if (!floor) throw new Error('a floor screen needs a floor job');
  return {
    ...api,
    floor,
    survey: api.job.floor,
    set: (label, more) => api.change(label, (j) => ({ ...j, floor: { ...j.floor, ...more } })),
  };
}
