'use client';

/** What the device will hold of the week: what is lost and when, and the entries to key in, ticked as they are. */
import type { Shared } from '@core/family/contract';
import type { Job } from '@core/job/schema';
import { celsiusToFahrenheit, clock, fixed } from '@core/units/units';
import { hourMinutes, type MinutesKind } from '@core/week/minutes';
import { alikeTogether, type Entry, entryText, keyedIn, type WeekProgramme } from '@core/week/programme';
import { DAYS } from '@core/week/week';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { FigureField } from '../../ui/figure-field';
import './programme.css';

interface Props {
  device: string;
  programme: WeekProgramme;
  week: Job['week'];
  units: 'si' | 'us';
  disabled: boolean;
  minutes: Shared['week']['minutes'];
  /** How the device keeps minutes of fan and fresh air. */
  minutesHeld: 'by-profile' | 'one';
  onKeyed: (label: string, keyed: Record<string, string>) => void;
  onLead: (celsius: number | undefined) => void;
}

/** Of the stretches lost, as many as a person reads. */
const SHOWN = 4;
const upTo = (minute: number): string => (minute === 1440 ? '24:00' : clock(minute));

const KINDS = [
  { kind: 'fanMinutes', of: 'fan', words: 'Fan' },
  { kind: 'freshMinutes', of: 'fresh', words: 'Fresh air' },
] as const satisfies readonly { kind: MinutesKind; of: string; words: string }[];

/** Minutes of fan and fresh air as the device keeps them. */
function MinutesLines({
  device,
  week,
  minutes,
  minutesHeld,
}: Omit<Props, 'programme' | 'units' | 'disabled' | 'onKeyed' | 'onLead'>): ReactNode {
  const lines = KINDS.flatMap(({ kind, of, words }) => {
    const wished = minutes?.[of] ? hourMinutes(week, kind) : null;
    if (!wished) return [];
    const needed = of === 'fresh' ? minutes?.fresh?.neededMinutes : null;
    const need = needed ? `; the dwelling needs ${needed}` : '';
    if (minutesHeld === 'by-profile')
      return [
        `${words}: ${Object.values(week.profiles)
          .map((p) => `${p.name} ${p[kind] ?? 0}`)
          .join(', ')} min an hour, ${fixed(wished.mean, 1)} on average${need}.`,
      ];
    return [
      `${words}: ${device} keeps one figure for all hours. ${wished.one} min an hour holds the ${fixed(wished.mean, 1)} wished on average${need}${wished.moreMinutes > 1 ? `, and runs ${fixed(wished.moreMinutes / 60, 0)} h a week where less is wished` : ''}.`,
    ];
  });
  return lines.map((line) => <p key={line}>{line}</p>);
}

export function ProgrammePanel({
  device,
  programme,
  week,
  units,
  disabled,
  minutes,
  minutesHeld,
  onKeyed,
  onLead,
}: Props): ReactNode {
  const { entries, lost, lostKelvinHours } = programme;
  const keyed = week.keyed ?? {};
  const done = keyedIn(week, programme, units);
  const us = units === 'us';
  const t = (c: number): string => (us ? `${fixed(celsiusToFahrenheit(c), 0)} °F` : `${fixed(c, 1)} °C`);
  const groups = alikeTogether(entries);
  const textOf = (e: Entry, id: string): string => entryText(entries.find((x) => x.id === id) ?? e, units);
  const hours = us ? `${fixed((lostKelvinHours * 9) / 5, 1)} °F·h` : `${fixed(lostKelvinHours, 1)} K·h`;
  return (
    <section className="panel stack programme" aria-label="Programme to key in">
      <div className="row programme-head">
        <h2>What {device} will hold</h2>
        <span className="soft">
          {done} of {entries.length} keyed in
        </span>
      </div>
      <p>
        {lostKelvinHours < 0.05 ? (
          <>The whole week, as wished.</>
        ) : (
          <>
            <b>{hours}</b> a week off what is wished: the least there can be on this device.
          </>
        )}
      </p>
      {lostKelvinHours < 0.05 ? null : (
        <ul className="programme-lost">
          {lost.slice(0, SHOWN).map((l) => (
            <li key={`${l.day}-${l.from}`}>
              {DAYS[l.day]?.slice(0, 3)} {clock(l.from)} to {upTo(l.to)}: <b>{t(l.programmedCelsius)}</b> in place of{' '}
              {t(l.wishedCelsius)}
            </li>
          ))}
          {lost.length > SHOWN ? <li className="soft">and {lost.length - SHOWN} shorter ones</li> : null}
        </ul>
      )}
      {programme.movedForCelsius === undefined ? null : (
        <>
          <p className="soft">
            This device starts at its times: they are moved ahead by this house’s warm-up. In colder weather than below
            it is warm later.
          </p>
          <FigureField
            label="Times moved for outdoors of"
            quantity="temperature"
            units={units}
            low={-50}
            high={25}
            value={programme.movedForCelsius}
            disabled={disabled}
            onTake={onLead}
          />
        </>
      )}
      <MinutesLines device={device} week={week} minutes={minutes} minutesHeld={minutesHeld} />
      <div className="programme-groups">
        {groups.map((g) => (
          <fieldset key={g.days} className="programme-group">
            <legend>{g.days}</legend>
            {g.entries.map((e) => {
              const on = e.ids.every((id) => keyed[id] === textOf(e, id));
              const was = on ? undefined : e.ids.map((id) => keyed[id]).find((t) => t !== undefined);
              const words = `${g.days}, ${e.slot}: ${clock(e.enter?.minute ?? e.minute)}`;
              return (
                <Button
                  key={e.id}
                  className={`programme-entry${on ? ' on' : ''}`}
                  disabled={disabled}
                  aria-pressed={on}
                  onClick={() => {
                    const next = { ...keyed };
                    for (const id of e.ids)
                      if (on) delete next[id];
                      else next[id] = textOf(e, id);
                    onKeyed(on ? `Not keyed in: ${words}` : `Keyed in: ${words}`, next);
                  }}
                >
                  <span className="programme-slot">{e.slot}</span>
                  <b className="mono">{clock(e.enter?.minute ?? e.minute)}</b>
                  <span>
                    {e.enter ? `${e.enter.dayBefore ? 'the day before, ' : ''}warm by ${clock(e.minute)}, ` : ''}
                    {t(e.heatCelsius)}
                    {e.coolCelsius === undefined ? '' : ` / ${t(e.coolCelsius)}`}
                  </span>
                  <span className="programme-state">
                    {on ? '✓' : was === undefined ? '' : `was ${was.split(': ').at(-1) ?? was}`}
                  </span>
                </Button>
              );
            })}
          </fieldset>
        ))}
      </div>
    </section>
  );
}
