'use client';

/** The open boiler job: what is derived of it, and the one way its survey is changed. */
import type { BoilerDerived } from '@core/boiler/family';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import { type JobApi, useJob } from '../shell/job-context';

/** One change of the boiler's survey. */
export function useSurvey(): {
  survey: BoilerSurvey;
  set: (label: string, more: Partial<BoilerSurvey>) => boolean;
} {
  const { job, change } = useJob();
  return {
    survey: job.boiler,
    set: (label, more) => change(label, (j) => ({ ...j, boiler: { ...j.boiler, ...more } })),
  };
}

export const useBoiler = (): JobApi & { boiler: BoilerDerived } => {
  const api = useJob();
  const { boiler } = api.derived;
  if (!boiler) throw new Error('a boiler screen needs a boiler job');
  return { ...api, boiler };
};
