'use client';

import type { Job, WeekEvent } from '@core/job/schema';
import { clock } from '@core/units/units';
import { copyDay, DAYS, PATTERN_GROUPS, profileAt, setEvents } from '@core/week/week';
/** The week on its strip: dragged, nudged, copied; what an event holds once it is touched. */
import type { ReactNode } from 'react';
import { WeekStrip } from '../../ui/week-strip';
import { EventPanel } from './event-panel';
import type { WeekOf } from './week-of';

/** Under this the device holds the week as wanted, K·h. */
const LEAST_LOST = 0.05;

type Days = NonNullable<Job['week']['days']>;
type Pattern = keyof typeof PATTERN_GROUPS;
/** The form a floor device is set to; its groups are then the days that must be alike. */
const patternOf = (form: string | undefined): Pattern | undefined =>
  (Object.keys(PATTERN_GROUPS) as Pattern[]).find((p) => p === form);

interface Props {
  of: WeekOf;
  /** As they are drawn: as kept, or as they are being said. */
  days: Days;
  profiles: Job['week']['profiles'];
}

/** Ways to change single events, each with its words for the journal. */
function eventEdits({ edit, select }: WeekOf, days: Days) {
  const eventsOf = (day: number): WeekEvent[] => [...(days[day] ?? [])];
  const put = (label: string, day: number, events: WeekEvent[]): void => {
    edit(label, (w) => setEvents(w, day, events));
  };
  const without = (day: number, index: number): WeekEvent[] => eventsOf(day).filter((_, i) => i !== index);
  return {
    move: (day: number, index: number, minute: number): void => {
      const event = eventsOf(day)[index];
      if (!event) return;
      const others = without(day, index);
      const clear = others.some((o) => o.minute === minute) ? minute + 5 : minute;
      put(`${DAYS[day]}: ${clock(event.minute)} to ${clock(clear)}`, day, [...others, { ...event, minute: clear }]);
      const after = [...others.map((o) => o.minute), clear].sort((a, b) => a - b).indexOf(clear);
      select({ day, index: after });
    },
    add: (day: number, minute: number, profile: string): void => {
      const events = [...eventsOf(day).filter((e) => e.minute !== minute), { minute, profile }].sort(
        (a, b) => a.minute - b.minute,
      );
      put(`${DAYS[day]}: add ${clock(minute)}`, day, events);
      select({ day, index: events.findIndex((e) => e.minute === minute) });
    },
    takeOut: (label: string, day: number, index: number): void => {
      put(label, day, without(day, index));
      select(null);
    },
    profile: (label: string, day: number, index: number, profile: string): void => {
      put(
        label,
        day,
        eventsOf(day).map((e, i) => (i === index ? { ...e, profile } : e)),
      );
    },
  };
}

export function WeekDrawn({ of, days, profiles }: Props): ReactNode {
  const { derived, sealed, programme, draft, selected, select, show, edit } = of;
  const { sheet, settings, week } = derived.shared;
  const schedule = sheet?.schedule;
  const form = settings.card.find((r) => r.key === 'schedule.form')?.value;
  const groups = PATTERN_GROUPS[patternOf(form) ?? schedule?.pattern ?? '7-day'];
  const groupOf = (day: number): number[] => [...(groups.find((g) => g.includes(day)) ?? [day])];
  const chosen = selected ? days[selected.day]?.[selected.index] : undefined;
  const { move, add, takeOut, profile: setProfile } = eventEdits(of, days);
  const lost = programme && programme.lostKelvinHours >= LEAST_LOST ? programme : null;
  return (
    <>
      <WeekStrip
        days={days}
        profiles={profiles}
        selected={selected}
        onSelect={select}
        onMove={move}
        onAdd={(day, minute) => {
          // The other of the two that are used most: whatever holds there now is changed.
          const now = profileAt(days, day, minute);
          add(day, minute, Object.keys(profiles).find((p) => p !== now) ?? now ?? 'in');
        }}
        onRemove={(day, index) =>
          takeOut(`${DAYS[day]}: take out ${clock(days[day]?.[index]?.minute ?? 0)}`, day, index)
        }
        stepMinutes={schedule?.stepMinutes ?? 15}
        format={show}
        disabled={sealed || draft !== null}
        {...(draft === null && lost ? { held: lost.days, heldDays: lost.lost.map((l) => l.day) } : {})}
      />
      <p className="soft week-legend">
        <span className="key-heat" /> {week.heatOnly ? 'wanted' : 'heat setpoint'}{' '}
        {week.heatOnly ? null : (
          <>
            <span className="key-cool" /> cool setpoint
          </>
        )}
        {lost ? ', dotted what the device holds' : ''}. Touch an empty part to add; drag or arrow keys to move.
      </p>
      {selected && chosen ? (
        <EventPanel
          event={chosen}
          day={selected.day}
          index={selected.index}
          profiles={profiles}
          group={groupOf(selected.day)}
          sealed={sealed}
          onProfile={(label, profile) => setProfile(label, selected.day, selected.index, profile)}
          onTime={(minute) => move(selected.day, selected.index, minute)}
          onOut={(label) => takeOut(label, selected.day, selected.index)}
          onCopy={(label, to) => edit(label, (w) => copyDay(w, selected.day, to))}
        />
      ) : null}
    </>
  );
}
