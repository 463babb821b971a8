'use client';

import type { Job, WeekEvent } from '@core/job/schema';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { copyDay, DAYS, PATTERN_GROUPS, profileAt, setEvents, startingWeek } from '@core/week/week';
import { FIRST_ZONE, withZoneWeek, zoneWeek } from '@core/week/zones';
/** Week: comfort profiles and when each is in force, on a strip that is dragged, nudged and copied. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { WeekStrip } from '../../ui/week-strip';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { CalendarRow } from './calendar-row';
import { EventPanel } from './event-panel';
import { HoldPanel } from './hold';
import { HolidayPanel } from './holiday';
import { HousePanel } from './house-panel';
import { ProfileCard } from './profile-card';
import { ProgrammePanel } from './programme-panel';
import { SensorsPanel } from './sensors-panel';
import { SpokenLine } from './spoken-line';
import './week.css';

type Pattern = keyof typeof PATTERN_GROUPS;
/** The form a floor device is set to; its groups are then the days that must be alike. */
const patternOf = (form: string | undefined): Pattern | undefined =>
  (Object.keys(PATTERN_GROUPS) as Pattern[]).find((p) => p === form);

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

export function Week({
  starting,
  startsFrom = 'Start from one that fits most households: in, out and at night, 3 K setback; then drag.',
  children,
  without,
  sentence,
  title = 'Week',
  ownYear = false,
}: Props): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { sheet, settings, week } = derived.shared;
  const zones = week.zones ?? [];
  const [asked, setZone] = useState(FIRST_ZONE);
  // A plant may lose the zone that was looked at.
  const zone = zones.some((z) => z.id === asked) ? asked : FIRST_ZONE;
  const mine = zoneWeek(job.week, zone);
  const programme =
    (zone === FIRST_ZONE
      ? derived.shared.programme
      : derived.shared.zoneProgrammes?.find((z) => z.id === zone)?.programme) ?? null;
  const [draft, setDraft] = useState<Job['week'] | null>(null);
  const schedule = sheet?.schedule;
  const [selected, setSelected] = useState<{ day: number; index: number } | null>(null);
  const { days: standing, profiles: known } = mine;
  // What is being said is drawn as it is said, before anybody takes it.
  const days = draft?.days ?? standing;
  const profiles = draft?.profiles ?? known;
  const us = job.units === 'us';
  const show = (celsius: number): string =>
    us ? `${fixed(celsiusToFahrenheit(celsius), 0)} °F` : `${fixed(celsius, 1)} °C`;
  const editAll = (label: string, week: (w: Job['week']) => Job['week']): boolean =>
    change(label, (j) => ({ ...j, week: week(j.week) }));
  const zoneName = zones.find((z) => z.id === zone)?.name;
  const edit = (label: string, week: (w: Job['week']) => Job['week']): boolean =>
    editAll(zoneName ? `${zoneName}: ${label}` : label, (w) => withZoneWeek(w, zone, week(zoneWeek(w, zone))));
  const picker =
    zones.length > 1 ? (
      <Choice
        label="Week of"
        value={zone}
        options={zones.map((z) => ({ value: z.id, label: z.name }))}
        onChoose={(id) => {
          setZone(id);
          setSelected(null);
          setDraft(null);
        }}
      />
    ) : null;
  const step = us ? 5 / 9 : 0.5;
  const slots = schedule?.slotsPerDay;
  const spoken = (
    <SpokenLine
      week={mine}
      units={job.units}
      heatOnly={week.heatOnly}
      disabled={sealed}
      onDraft={setDraft}
      onTake={(said) =>
        edit('The week as said', (w) => ({ ...w, profiles: said.profiles, ...(said.days ? { days: said.days } : {}) }))
      }
    />
  );
  const begin = starting ?? (() => startingWeek(job.units, week.heatOnly));
  const calendar = (
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
  if (!standing || !days) {
    return (
      <>
        <Bench title={title}>
          {picker}
          <section className="panel stack week-start">
            <p>No week yet. Say it, or {startsFrom.charAt(0).toLowerCase() + startsFrom.slice(1)}</p>
            {spoken}
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
            {calendar}
          </section>
          {draft?.days ? (
            <WeekStrip
              days={draft.days}
              profiles={draft.profiles}
              selected={null}
              onSelect={() => undefined}
              onMove={() => undefined}
              onAdd={() => undefined}
              onRemove={() => undefined}
              format={show}
              disabled
            />
          ) : null}
          {without}
        </Bench>
        <ReadingSide here="week" sentence={sentence ?? 'No week is made yet.'} />
      </>
    );
  }
  const chosen = selected ? days[selected.day]?.[selected.index] : undefined;
  const eventsOf = (day: number): WeekEvent[] => [...(days[day] ?? [])];
  const put = (label: string, day: number, events: WeekEvent[]): void => {
    edit(label, (w) => setEvents(w, day, events));
  };
  const move = (day: number, index: number, minute: number): void => {
    const events = eventsOf(day);
    const event = events[index];
    if (!event) return;
    const others = events.filter((_, i) => i !== index);
    const clear = others.some((o) => o.minute === minute) ? minute + 5 : minute;
    put(`${DAYS[day]}: ${clock(event.minute)} to ${clock(clear)}`, day, [...others, { ...event, minute: clear }]);
    const after = [...others.map((o) => o.minute), clear].sort((a, b) => a - b).indexOf(clear);
    setSelected({ day, index: after });
  };
  const form = settings.card.find((r) => r.key === 'schedule.form')?.value;
  const groups = PATTERN_GROUPS[patternOf(form) ?? schedule?.pattern ?? '7-day'];
  const groupOf = (day: number): number[] => [...(groups.find((g) => g.includes(day)) ?? [day])];
  const heats = Object.values(profiles).map((p) => p.heatCelsius);
  const setback = heats.length > 0 ? Math.max(...heats) - Math.min(...heats) : 0;
  const setPlace =
    sheet && schedule
      ? `${sheet.name} takes ${form ?? schedule.pattern}, ${slots} events a day, ${schedule.times === 'reach-by' ? 'and reaches each by its time' : 'and starts at each time'}.`
      : '';
  return (
    <>
      <Bench title={title} note={setPlace}>
        {picker}
        {spoken}
        <section className="profiles" aria-label="Comfort profiles">
          {Object.entries(profiles).map(([id, p]) => (
            <ProfileCard
              key={id}
              profile={p}
              show={show}
              step={step}
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
        <WeekStrip
          days={days}
          profiles={profiles}
          selected={selected}
          onSelect={setSelected}
          onMove={move}
          onAdd={(day, minute) => {
            // The other of the two that are used most: whatever holds there now is changed.
            const now = profileAt(days, day, minute);
            const use = Object.keys(profiles).find((p) => p !== now) ?? now ?? 'in';
            const events = [...eventsOf(day).filter((e) => e.minute !== minute), { minute, profile: use }].sort(
              (a, b) => a.minute - b.minute,
            );
            put(`${DAYS[day]}: add ${clock(minute)}`, day, events);
            setSelected({ day, index: events.findIndex((e) => e.minute === minute) });
          }}
          onRemove={(day, index) => {
            put(
              `${DAYS[day]}: take out ${clock(days[day]?.[index]?.minute ?? 0)}`,
              day,
              eventsOf(day).filter((_, i) => i !== index),
            );
            setSelected(null);
          }}
          stepMinutes={schedule?.stepMinutes ?? 15}
          format={show}
          disabled={sealed || draft !== null}
          {...(draft === null && programme && programme.lostKelvinHours >= 0.05
            ? { held: programme.days, heldDays: programme.lost.map((l) => l.day) }
            : {})}
        />
        <p className="soft week-legend">
          <span className="key-heat" /> {week.heatOnly ? 'wanted' : 'heat setpoint'}{' '}
          {week.heatOnly ? null : (
            <>
              <span className="key-cool" /> cool setpoint
            </>
          )}
          {programme && programme.lostKelvinHours >= 0.05 ? ', dotted what the device holds' : ''}. Touch an empty part
          to add; drag or arrow keys to move.
        </p>
        {selected && chosen ? (
          <EventPanel
            event={chosen}
            day={selected.day}
            index={selected.index}
            profiles={profiles}
            group={groupOf(selected.day)}
            sealed={sealed}
            onProfile={(label, profile) =>
              put(
                label,
                selected.day,
                eventsOf(selected.day).map((e, i) => (i === selected.index ? { ...e, profile } : e)),
              )
            }
            onTime={(minute) => move(selected.day, selected.index, minute)}
            onOut={(label) => {
              put(
                label,
                selected.day,
                eventsOf(selected.day).filter((_, i) => i !== selected.index),
              );
              setSelected(null);
            }}
            onCopy={(label, to) => edit(label, (w) => copyDay(w, selected.day, to))}
          />
        ) : null}
        {draft === null && sheet && programme && job.week.owner !== 'outside' ? (
          <ProgrammePanel
            device={sheet.name}
            programme={programme}
            week={mine}
            minutes={week.minutes}
            minutesHeld={schedule?.minutes ?? 'one'}
            units={job.units}
            disabled={sealed}
            onKeyed={(label, keyed) => edit(label, (w) => ({ ...w, keyed }))}
            onLead={(leadCelsius) =>
              change('Outdoors the times are moved for', (j) => ({ ...j, house: { ...j.house, leadCelsius } }))
            }
          />
        ) : null}
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
          schedule={schedule}
          programme={programme}
          units={job.units}
          disabled={sealed}
          onChange={(label, hold) => editAll(label, ({ hold: _was, ...w }) => (hold ? { ...w, hold } : w))}
        />
        {calendar}
        <SensorsPanel />
        {children}
        {ownYear ? null : <HousePanel zone={zone} />}
      </Bench>
      <ReadingSide
        here="week"
        sentence={
          sentence ??
          `${Object.keys(profiles).length} profiles, ${us ? `${fixed((setback * 9) / 5, 0)} °F` : `${fixed(setback, 1)} K`} setback, ${days.reduce((n, d) => n + d.length, 0)} events a week.`
        }
      />
    </>
  );
}
