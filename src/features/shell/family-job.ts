'use client';

import { jobAs, seenAs } from '@core/family/of';
/** The open job as the screens of one family read it: its survey with what was measured, and its own results. */
import { type Derived, type OwnOf, ownOf } from '@core/family/registry';
import { throughSeen } from '@core/job/measured';
import type { Family, Job, SeenJob } from '@core/job/schema';
import { useMemo } from 'react';
import { author } from '../../sync/author';
import { type JobApi, useJob } from './job-context';

export interface FamilyApi<F extends Family> extends Omit<JobApi, 'job' | 'derived' | 'change'> {
  job: SeenJob<F>;
  /** The family's own results beside what every stop reads. */
  derived: OwnOf<F> & Pick<Derived, 'shared' | 'stops' | 'next'>;
  /** One change of the job, in words and as a pure edit; a changed measurement becomes a reading. */
  change: (label: string, edit: (job: SeenJob<F>) => SeenJob<F>) => boolean;
  /** One change of the survey's own fields. */
  set: (label: string, more: Partial<SeenJob<F>['survey']>) => boolean;
}

export function useFamily<F extends Family>(family: F): FamilyApi<F> {
  const api = useJob();
  return useMemo(() => {
    const { stops, next, shared } = api.derived;
    const own = ownOf(api.derived, family);
    const change: FamilyApi<F>['change'] = (label, edit) =>
      api.change(
        label,
        (j) =>
          // Of the family whose screen this is, and of it again when it comes back.
          throughSeen(jobAs(j, family), edit, {
            at: new Date().toISOString(),
            by: author().name || author().client,
            source: 'typed',
          }) as Job,
      );
    return {
      ...api,
      job: seenAs(api.job, family),
      derived: { ...(own as object), stops, next, shared } as FamilyApi<F>['derived'],
      change,
      set: (label, more) =>
        change(label, (j) => ({ ...j, survey: { ...(j.survey as object), ...more } }) as SeenJob<F>),
    };
  }, [api, family]);
}

export const useLowVoltage = (): FamilyApi<'24v'> => useFamily('24v');
