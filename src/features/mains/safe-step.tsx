'use client';

/** One reading of a series that proves something dead: what to measure, what it should show, what it showed. */
import type { Quantity } from '@core/job/schema';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { ReadingEntry } from '../../ui/reading-entry';
import { useJob } from '../shell/job-context';
import '../make-safe/make-safe.css';

interface Props {
  n: number;
  title: string;
  /** "Expected: 100 V or more". */
  expected: string;
  label: string;
  quantity?: Quantity;
  /** What was read; null where nothing was. */
  shown: number | null;
  good: boolean;
  /** The step that is next: its field is the one to fill. */
  next: boolean;
  /** What was read no longer counts: too old, or a supply was switched since. */
  old: boolean;
  take: (value: number) => void;
  button?: string;
}

export function SafeStep(props: Props): ReactNode {
  const { n, title, expected, label, quantity = 'volts-ac', shown, good, next, old, take, button } = props;
  const { job, sealed } = useJob();
  const state = shown === null ? (next ? 'next' : 'to-come') : !good ? 'bad' : old ? 'old' : 'good';
  return (
    <li className={`safe-step ${state}`} aria-current={next ? 'step' : undefined}>
      <span className="safe-step-n" aria-hidden="true">
        {state === 'good' ? '✓' : state === 'bad' ? '!' : n}
      </span>
      <p className="safe-step-what">
        <b>{title}</b>
        <span className="soft">{expected}</span>
      </p>
      {shown === null ? null : (
        <p className="safe-step-shown mono">
          {fixed(shown, 1)} V
          <span className="soft">{state === 'bad' ? ' not as expected' : state === 'old' ? ' out of date' : ''}</span>
        </p>
      )}
      <ReadingEntry
        compact
        label={label}
        quantity={quantity}
        units={job.units}
        disabled={sealed}
        {...(button === undefined ? {} : { button })}
        onRead={take}
      />
    </li>
  );
}
