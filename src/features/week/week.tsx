'use client';

import type { Job } from '@core/job/schema';
import { fixed } from '@core/units/units';
import { startingWeek } from '@core/week/week';
/** Week: comfort profiles and when each is in force, on a strip that is dragged, nudged and copied. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { HoldPanel } from './hold';
import { HolidayPanel } from './holiday';
import { HousePanel } from './house-panel';
import { ProfileCard } from './profile-card';
import { ProgrammePanel } from './programme-panel';
import { SensorsPanel } from './sensors-panel';
import { WeekDrawn } from './week-drawn';
import { useWeekOf, type WeekOf } from './week-of';
import { OfCalendar, Said, ZonePicker } from './week-said';
import { WeekStart } from './week-start';
import './week.css';

interface Props {
  /** The week that a household starts from. */
  starting?: () => Job['week'];
  /** What it starts from, in words. */
  startsFrom?: string;
  /** Under the strip: what a family has to say of its week. */
  children?: ReactNode;
  /** Before there is a week. */
  without?: ReactNode;
  sentence?: string;
  title?: string;
  /** Without the house's own year: a family that has one of its own. */
  ownYear?: boolean;
}

/** Comfort profiles, each with its setpoints. */
function Profiles({ of, profiles }: { of: WeekOf; profiles: Job['week']['profiles'] }): ReactNode {
  const { derived, sealed, us, show, edit } = of;
  const { week } = derived.shared;
  return (
    <section className="profiles" aria-label="Comfort profiles">
      {Object.entries(profiles).map(([id, p]) => (
        <ProfileCard
          key={id}
          profile={p}
          show={show}
          step={us ? 5 / 9 : 0.5}
          us={us}
          minutes={week.minutes}
          disabled={sealed}
          onChange={(label, next) => edit(label, (w) => ({ ...w, profiles: { ...w.profiles, [id]: next } }))}
        />
      ))}
      {sealed ? null : (
        <Button
          onClick={() =>
            edit('Add a profile', (w) => ({
              ...w,
              profiles: {
                ...w.profiles,
                [nanoid(6)]: {
                  name: `Profile ${Object.keys(w.profiles).length + 1}`,
                  heatCelsius: week.startCelsius,
                  ...(week.heatOnly ? {} : { coolCelsius: 25 }),
                },
              },
            }))
          }
        >
          Add a profile
        </Button>
      )}
    </section>
  );
}

/** The week as the device holds it, and what is keyed in. */
function Programme({ of }: { of: WeekOf }): ReactNode {
  const { job, derived, mine, programme, draft, sealed, edit, change } = of;
  const { sheet, week } = derived.shared;
  if (draft !== null || !sheet || !programme || job.week.owner === 'outside') return null;
  return (
    <ProgrammePanel
      device={sheet.name}
      programme={programme}
      week={mine}
      minutes={week.minutes}
      minutesHeld={sheet.schedule?.minutes ?? 'one'}
      units={job.units}
      disabled={sealed}
      onKeyed={(label, keyed) => edit(label, (w) => ({ ...w, keyed }))}
      onLead={(leadCelsius) =>
        change('Outdoors the times are moved for', (j) => ({ ...j, house: { ...j.house, leadCelsius } }))
      }
    />
  );
}

/** Who owns the week, and what breaks into it. */
function Rules({ of }: { of: WeekOf }): ReactNode {
  const { job, derived, programme, sealed, editAll } = of;
  const { sheet } = derived.shared;
  return (
    <>
      <Choice
        label="Who owns the schedule"
        value={job.week.owner}
        disabled={sealed}
        options={[
          { value: 'device', label: 'the device' },
          { value: 'account', label: 'its account' },
          { value: 'outside', label: 'something else: leave the device on hold' },
        ]}
        onChoose={(owner) => editAll(`Schedule owner: ${owner}`, (w) => ({ ...w, owner }))}
      />
      <HolidayPanel
        holiday={job.week.holiday}
        units={job.units}
        disabled={sealed}
        onChange={(label, holiday) => editAll(label, ({ holiday: _was, ...w }) => (holiday ? { ...w, holiday } : w))}
      />
      <HoldPanel
        hold={job.week.hold}
        device={sheet?.name}
        schedule={sheet?.schedule}
        programme={programme}
        units={job.units}
        disabled={sealed}
        onChange={(label, hold) => editAll(label, ({ hold: _was, ...w }) => (hold ? { ...w, hold } : w))}
      />
    </>
  );
}

/** How much there is, in a line. */
function countsOf({ us }: WeekOf, days: NonNullable<Job['week']['days']>, profiles: Job['week']['profiles']): string {
  const heats = Object.values(profiles).map((p) => p.heatCelsius);
  const setback = heats.length > 0 ? Math.max(...heats) - Math.min(...heats) : 0;
  const apart = us ? `${fixed((setback * 9) / 5, 0)} °F` : `${fixed(setback, 1)} K`;
  const events = days.reduce((n, d) => n + d.length, 0);
  return `${Object.keys(profiles).length} profiles, ${apart} setback, ${events} events a week.`;
}

export function Week({
  starting,
  startsFrom = 'Start from one that fits most households: in, out and at night, 3 K setback; then drag.',
  children,
  without,
  sentence,
  title = 'Week',
  ownYear = false,
}: Props): ReactNode {
  const of = useWeekOf();
  const { job, derived, mine, draft, zone } = of;
  const { sheet, settings, week } = derived.shared;
  const days = draft?.days ?? mine.days;
  const profiles = draft?.profiles ?? mine.profiles;
  if (!mine.days || !days)
    return (
      <>
        <Bench title={title}>
          <ZonePicker of={of} />
          <WeekStart
            of={of}
            begin={starting ?? (() => startingWeek(job.units, week.heatOnly))}
            startsFrom={startsFrom}
          />
          {without}
        </Bench>
        <ReadingSide here="week" sentence={sentence ?? 'No week is made yet.'} />
      </>
    );
  const schedule = sheet?.schedule;
  const form = settings.card.find((r) => r.key === 'schedule.form')?.value;
  const setPlace =
    sheet && schedule
      ? `${sheet.name} takes ${form ?? schedule.pattern}, ${schedule.slotsPerDay} events a day, ${schedule.times === 'reach-by' ? 'and reaches each by its time' : 'and starts at each time'}.`
      : '';
  return (
    <>
      <Bench title={title} note={setPlace}>
        <ZonePicker of={of} />
        <Said of={of} />
        <Profiles of={of} profiles={profiles} />
        <WeekDrawn of={of} days={days} profiles={profiles} />
        <Programme of={of} />
        <Rules of={of} />
        <OfCalendar of={of} />
        <SensorsPanel />
        {children}
        {ownYear ? null : <HousePanel zone={zone} />}
      </Bench>
      <ReadingSide here="week" sentence={sentence ?? countsOf(of, days, profiles)} />
    </>
  );
}
