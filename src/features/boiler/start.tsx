'use client';

/** Start and pair, on a time axis. */
import { MAINS_CAUTION } from '@core/mains/cautions';
import type { ReactNode } from 'react';
import { Choice, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { Bench } from '../shell/frame';
import { useNow } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Wait } from '../shell/timers';
import { StartLine } from './start-line';
import { useBoiler, useSurvey } from './use-boiler';

/** The clock so many minutes from now. */
const clockIn = (now: number, minutes: number): string =>
  new Date(now + minutes * 60_000).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

export function BoilerStart(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const first = boiler.now.find((i) => !i.wait) ?? boiler.now[0];
  const now = useNow(30_000);
  const waits = boiler.now.filter((i) => i.wait);
  return (
    <>
      <Bench
        title="Start and pair"
        note={
          boiler.timeline
            ? `${boiler.timeline.finish} min in all; earliest finish ${clockIn(now, boiler.minutesLeft)}`
            : ''
        }
      >
        <p className="caution-line">{MAINS_CAUTION}</p>
        {boiler.timeline ? (
          <StartLine timeline={boiler.timeline} started={survey.start} />
        ) : (
          <p>Choose a device in Arrive.</p>
        )}
        {waits.map((w) => (
          <Wait key={w.id} label={w.name} seconds={w.minutes * 60} stop="power-up" />
        ))}
        <section className="panel stack">
          <div className="field-grid">
            <FigureField
              label="Thermostats to pair"
              quantity="plain"
              units={job.units}
              low={1}
              high={12}
              value={survey.heads}
              disabled={sealed}
              onTake={(n) => set('Thermostats', { heads: n === undefined ? undefined : Math.round(n) })}
            />
            <Choice
              label="Internet here today"
              value={survey.internet === undefined ? undefined : survey.internet ? 'yes' : 'no'}
              disabled={sealed}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'no', label: 'No' },
              ]}
              onChoose={(v) => set(`Internet: ${v}`, { internet: v === 'yes' })}
            />
          </div>
          {(boiler.timeline?.items ?? []).map((i) => {
            const entry = survey.start[i.id];
            return (
              <Tick
                key={i.id}
                checked={entry?.done === true}
                disabled={sealed}
                note={`${i.minutes} min${i.wait ? ', by itself' : ''}${i.id === first?.id ? ', next' : ''}`}
                onToggle={(done) =>
                  set(`${done ? 'Done' : 'Not done'}: ${i.name}`, {
                    start: {
                      ...survey.start,
                      [i.id]: { ...entry, done, begun: entry?.begun ?? new Date().toISOString() },
                    },
                  })
                }
              >
                {i.name}
              </Tick>
            );
          })}
        </section>
      </Bench>
      <ReadingSide
        here="power-up"
        sentence={
          first
            ? `Now: ${first.name.charAt(0).toLowerCase()}${first.name.slice(1)}.`
            : boiler.timeline
              ? 'Everything of the start is done.'
              : boiler.sentence
        }
      />
    </>
  );
}
