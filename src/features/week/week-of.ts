/** The week that is looked at: of which zone, what is being said of it, what is touched, and the ways to change it. */

import type { Job } from '@core/job/schema';
import { celsiusToFahrenheit, fixed } from '@core/units/units';
import type { WeekProgramme } from '@core/week/programme';
import { FIRST_ZONE, withZoneWeek, zoneWeek } from '@core/week/zones';
import { useState } from 'react';
import { type JobApi, useJob } from '../shell/job-context';

export type WeekEdit = (label: string, week: (w: Job['week']) => Job['week']) => boolean;

export interface WeekOf extends Pick<JobApi, 'job' | 'derived' | 'change' | 'sealed'> {
  zones: readonly { id: string; name: string }[];
  zone: string;
  look: (zone: string) => void;
  /** The week of that zone as it is kept. */
  mine: Job['week'];
  programme: WeekProgramme | null;
  /** What is being said is drawn as it is said, before anybody takes it. */
  draft: Job['week'] | null;
  setDraft: (week: Job['week'] | null) => void;
  selected: { day: number; index: number } | null;
  select: (event: { day: number; index: number } | null) => void;
  us: boolean;
  show: (celsius: number) => string;
  /** Of the zone looked at, and of the whole job. */
  edit: WeekEdit;
  editAll: WeekEdit;
}

export function useWeekOf(): WeekOf {
  const { job, derived, change, sealed } = useJob();
  const { shared } = derived;
  const zones = shared.week.zones ?? [];
  const [asked, setZone] = useState(FIRST_ZONE);
  const [draft, setDraft] = useState<Job['week'] | null>(null);
  const [selected, select] = useState<WeekOf['selected']>(null);
  // A plant may lose the zone that was looked at.
  const zone = zones.some((z) => z.id === asked) ? asked : FIRST_ZONE;
  const us = job.units === 'us';
  const zoneName = zones.find((z) => z.id === zone)?.name;
  const editAll: WeekEdit = (label, week) => change(label, (j) => ({ ...j, week: week(j.week) }));
  return {
    job,
    derived,
    change,
    sealed,
    zones,
    zone,
    look: (id) => {
      setZone(id);
      select(null);
      setDraft(null);
    },
    mine: zoneWeek(job.week, zone),
    programme:
      (zone === FIRST_ZONE ? shared.programme : shared.zoneProgrammes?.find((z) => z.id === zone)?.programme) ?? null,
    draft,
    setDraft,
    selected,
    select,
    us,
    show: (celsius) => (us ? `${fixed(celsiusToFahrenheit(celsius), 0)} °F` : `${fixed(celsius, 1)} °C`),
    editAll,
    edit: (label, week) =>
      editAll(zoneName ? `${zoneName}: ${label}` : label, (w) => withZoneWeek(w, zone, week(zoneWeek(w, zone)))),
  };
}
