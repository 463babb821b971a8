'use client';

/** Whose week it is, said in words, and out and in as a calendar: the same before and after there is one. */
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { CalendarRow } from './calendar-row';
import { SpokenLine } from './spoken-line';
import type { WeekOf } from './week-of';

export function ZonePicker({ of: { zones, zone, look } }: { of: WeekOf }): ReactNode {
  return zones.length > 1 ? (
    <Choice label="Week of" value={zone} options={zones.map((z) => ({ value: z.id, label: z.name }))} onChoose={look} />
  ) : null;
}

export function Said({ of: { job, derived, mine, sealed, setDraft, edit } }: { of: WeekOf }): ReactNode {
  return (
    <SpokenLine
      week={mine}
      units={job.units}
      heatOnly={derived.shared.week.heatOnly}
      disabled={sealed}
      onDraft={setDraft}
      onTake={(said) =>
        edit('The week as said', (w) => ({ ...w, profiles: said.profiles, ...(said.days ? { days: said.days } : {}) }))
      }
    />
  );
}

export function OfCalendar({ of: { job, mine, sealed, edit } }: { of: WeekOf }): ReactNode {
  return (
    <CalendarRow
      job={{ ...job, week: mine }}
      sealed={sealed}
      onTake={(read) =>
        edit('The week of a calendar', (w) => ({
          ...w,
          profiles: read.profiles,
          ...(read.days ? { days: read.days } : {}),
          ...(read.holiday ? { holiday: read.holiday } : {}),
        }))
      }
    />
  );
}
