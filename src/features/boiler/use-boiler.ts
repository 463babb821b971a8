'use client';

/** The open boiler job: what is derived of it, and the one way its survey is changed. */
import type { BoilerDerived } from '@core/boiler/family';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import { type FamilyApi, useFamily } from '../shell/family-job';

export function useSurvey(): Pick<FamilyApi<'boiler'>, 'set'> & { survey: BoilerSurvey } {
  const { job, set } = useFamily('boiler');
  return { survey: job.survey, set };
}

export function useBoiler(): FamilyApi<'boiler'> & { boiler: BoilerDerived } {
  const api = useFamily('boiler');
  return { ...api, boiler: api.derived };
}
