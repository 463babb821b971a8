'use client';

import type { Job } from '@core/job/schema';
import { FIRST_ZONE } from '@core/week/zones';
/** Before there is a week: said, started from one that fits most, or from another zone's. */
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { WeekStrip } from '../../ui/week-strip';
import type { WeekOf } from './week-of';
import { OfCalendar, Said } from './week-said';

interface Props {
  of: WeekOf;
  begin: () => Job['week'];
  startsFrom: string;
}

const nothing = (): undefined => undefined;

export function WeekStart({ of, begin, startsFrom }: Props): ReactNode {
  const { job, zone, zones, sealed, draft, show, edit } = of;
  return (
    <>
      <section className="panel stack week-start">
        <p>No week yet. Say it, or {startsFrom.charAt(0).toLowerCase() + startsFrom.slice(1)}</p>
        <Said of={of} />
        <div className="row">
          <Button
            className="copper"
            disabled={sealed}
            onClick={() => edit('Start a week', (w) => ({ ...begin(), ...(w.owner ? { owner: w.owner } : {}) }))}
          >
            Start a week
          </Button>
          {zone !== FIRST_ZONE && job.week.days ? (
            <Button
              disabled={sealed}
              onClick={() => edit('Start from the first zone’s', (w) => ({ ...w, days: job.week.days }))}
            >
              Start from {zones[0]?.name}’s
            </Button>
          ) : null}
        </div>
        <OfCalendar of={of} />
      </section>
      {draft?.days ? (
        <WeekStrip
          days={draft.days}
          profiles={draft.profiles}
          selected={null}
          onSelect={nothing}
          onMove={nothing}
          onAdd={nothing}
          onRemove={nothing}
          format={show}
          disabled
        />
      ) : null}
    </>
  );
}
