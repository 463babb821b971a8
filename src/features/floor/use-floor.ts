'use client';

/** The open floor job: what is derived of it, and the one way its survey is changed. */
import type { FloorDerived } from '@core/floor/family';
import type { FloorSurvey } from '@core/job/floor-schema';
import { type FamilyApi, useFamily } from '../shell/family-job';

export interface FloorApi extends FamilyApi<'floor'> {
  floor: FloorDerived;
  survey: FloorSurvey;
}

export function useFloor(): FloorApi {
  const api = useFamily('floor');
  return { ...api, floor: api.derived, survey: api.job.survey };
}
