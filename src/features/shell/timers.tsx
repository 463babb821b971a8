'use client';

import type { Job, Timer } from '@core/job/schema';
import { countdown } from '@core/units/units';
/** Waits run side by side on every screen; they are data of the job, so a reload changes nothing. */
import { nanoid } from 'nanoid';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useJob, useNow } from './job-context';

export interface RunningTimer extends Timer {
  id: string;
  left: number;
}

export const runningTimers = (job: Job, now: number): RunningTimer[] =>
  Object.entries(job.timers)
    .filter(([, t]) => !t.stopped)
    .map(([id, t]) => ({ ...t, id, left: t.seconds - (now - Date.parse(t.startedAt)) / 1000 }))
    .sort((a, b) => a.left - b.left);

function useTimers(): {
  start: (label: string, seconds: number, stop: string) => void;
  stop: (id: string) => void;
  find: (label: string) => RunningTimer | undefined;
} {
  const { job, change } = useJob();
  const now = useNow(1000);
  return {
    start: (label, seconds, stop) => {
      change(`Start waiting: ${label}`, (j) => ({
        ...j,
        timers: { ...j.timers, [nanoid(8)]: { label, seconds, stop, startedAt: new Date().toISOString() } },
      }));
    },
    stop: (id) => {
      change('Stop waiting', (j) => {
        const t = j.timers[id];
        return t ? { ...j, timers: { ...j.timers, [id]: { ...t, stopped: true } } } : j;
      });
    },
    find: (label) => runningTimers(job, now).find((t) => t.label === label),
  };
}

/** One wait, to be started or watched where it is needed. */
export function Wait({ label, seconds, stop }: { label: string; seconds: number; stop: string }): ReactNode {
  const timers = useTimers();
  const { sealed } = useJob();
  const running = timers.find(label);
  if (!running) {
    return (
      <button type="button" className="wait" disabled={sealed} onClick={() => timers.start(label, seconds, stop)}>
        <span>{label}</span>
        <span className="mono">{countdown(seconds)}</span>
        <span className="wait-go">start</span>
      </button>
    );
  }
  return (
    <button
      type="button"
      className={`wait running${running.left <= 0 ? ' over' : ''}`}
      onClick={() => timers.stop(running.id)}
    >
      <span>{label}</span>
      <span className="mono">{countdown(running.left)}</span>
      <span className="wait-go">{running.left <= 0 ? 'over, clear' : 'stop'}</span>
    </button>
  );
}

/** Pinned under the run line, on every screen. */
export function RunningWaits(): ReactNode {
  const { job } = useJob();
  const now = useNow(1000);
  const timers = useTimers();
  const running = runningTimers(job, now);
  const [announced, setAnnounced] = useState('');
  const told = useRef(new Set<string>());
  useEffect(() => {
    for (const t of running) {
      if (t.left <= 0 && !told.current.has(t.id)) {
        told.current.add(t.id);
        setAnnounced(`${t.label} is over`);
      }
    }
  }, [running]);
  return (
    <section className="waits" aria-label="Running meanwhile" hidden={running.length === 0}>
      <h2>Running meanwhile</h2>
      <span className="visually-hidden" role="status">
        {announced}
      </span>
      {running.map((t) => (
        <button
          key={t.id}
          type="button"
          className={`waiting${t.left <= 0 ? ' over' : ''}`}
          onClick={() => timers.stop(t.id)}
          aria-label={`${t.label}, ${t.left <= 0 ? 'over; clear it' : `${countdown(t.left)} left; stop it`}`}
        >
          <span>{t.label}</span>
          <span className="mono">{t.left <= 0 ? 'over' : countdown(t.left)}</span>
          <span className="bar" aria-hidden="true">
            <span style={{ width: `${Math.min(100, 100 * (1 - t.left / t.seconds))}%` }} />
          </span>
        </button>
      ))}
    </section>
  );
}
