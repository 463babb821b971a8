'use client';

import { withStruck } from '@core/job/readings';
import { bandText, type MeasureResult, readText, type TestResult, valueText } from '@core/proof/proof-run';
import { toldWords } from '@core/proof/told';
/** One measure: what, its band, what was read, and the verdict. */
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { More } from '../../ui/more';
import { RangeBar } from '../../ui/range-bar';
import { ReadingEntry } from '../../ui/reading-entry';
import { useJob } from '../shell/job-context';
import { ToldEntry } from './told-entry';

const MEASURE: Record<TestResult['verdict'], string> = {
  pass: 'as predicted',
  fail: 'not as predicted',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: '',
};

/** The first end of the family's scale that the prediction fits on. */
const scaleEnd = (ends: readonly number[], high: number): number =>
  ends.find((end) => end >= high) ?? ends.at(-1) ?? high;

/** What is read off a clock, no meter. */
const CLOCK_AXIS = 15;
const TIMED: ReadonlySet<string> = new Set(['minutes', 'seconds']);

export function Measure({ test, measure: m }: { test: TestResult; measure: MeasureResult }): ReactNode {
  const { job, derived, read, change, light, sealed } = useJob();
  const last = m.readings[m.readings.length - 1];
  const [again, setAgain] = useState(false);
  const where = [m.a, m.b].filter((x) => x !== undefined);
  const take = (value: number, more: { during?: 'restart-delay'; words?: string } = {}): void => {
    read(`${test.title}: ${m.what} ${readText(m, { value, ...more }, job.units)}`, {
      quantity: m.quantity,
      value,
      state: m.state,
      stop: 'proof',
      test: test.id,
      measure: m.id,
      ...more,
      ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
    });
  };
  // Mains jobs are read on a mains axis; a huge ohms band is drawn as far as it matters.
  const axis =
    m.quantity === 'volts-ac'
      ? { from: 0, to: scaleEnd(derived.shared.scaleVolts, m.predicted.high) }
      : m.quantity === 'ohms' && m.predicted.high > 1e6
        ? { from: 0, to: 2 * m.predicted.low }
        : m.quantity === 'minutes'
          ? { from: -CLOCK_AXIS, to: CLOCK_AXIS }
          : {};
  const us = job.units === 'us' && m.quantity === 'kelvin' ? 9 / 5 : 1;
  return (
    <div className={`measure ${m.verdict}`}>
      <div className="measure-what">
        <b>{m.what}</b>
        <span className="soft">
          predicted {bandText(m, job.units)}
          {m.quantity === 'seen' ? '; a look is weaker than a figure' : ''}
        </span>
        <More summary={'source'}>
          {m.source}. Meter ±{valueText(m.quantity === 'seen' ? 'ohms' : m.quantity, m.tolerance, job.units)}.
          {where.length > 0 ? (
            <button type="button" className="plain" onClick={() => light(where)}>
              light it up
            </button>
          ) : null}
        </More>
      </div>
      {m.quantity === 'seen' ? (
        <div className="row">
          <Button aria-pressed={last?.value === 1} disabled={sealed} onClick={() => take(1)}>
            Yes
          </Button>
          <Button
            aria-pressed={last?.value === 0 && last.during === undefined}
            disabled={sealed}
            onClick={() => take(0)}
          >
            No
          </Button>
          {m.notBeforeSeconds ? (
            <Button
              aria-pressed={last?.during !== undefined}
              disabled={sealed}
              onClick={() => take(0, { during: 'restart-delay' })}
            >
              Not yet, it rests
            </Button>
          ) : null}
        </div>
      ) : (
        <RangeBar
          low={m.predicted.low * us}
          high={m.predicted.high * us}
          value={last ? last.value * us : null}
          {...axis}
          verdict={m.verdict}
          label={`predicted ${bandText(m, job.units)}${last ? `, read ${valueText(m.quantity, last.value, job.units)}` : ''}`}
        />
      )}
      <div className="measure-read">
        {last ? (
          <p>
            <span className="mono measure-value">{readText(m, last, job.units)}</span>
            <span className="measure-verdict">
              {MEASURE[m.verdict]}
              {m.readings.length > 1 ? `, reading ${m.readings.length}` : ''}
              {last.source === 'rig' ? ', rig' : ''}
            </span>
          </p>
        ) : null}
        {m.quantity === 'seen' || sealed || (last && !again) ? null : (
          <ReadingEntry
            direct={m.predicted.high > 1.5 ? 'V' : 'mV'}
            compact
            label={last ? 'read again' : TIMED.has(m.quantity) ? 'clock says' : 'meter says'}
            of={`${test.id} ${m.id}`}
            at={{ quantity: m.quantity, test: test.id, measure: m.id }}
            quantity={m.quantity}
            units={job.units}
            onRead={(value) => {
              take(value);
              setAgain(false);
            }}
          />
        )}
        {last && !sealed && !again && m.quantity !== 'seen' ? (
          <button type="button" className="plain" onClick={() => setAgain(true)}>
            read again
          </button>
        ) : null}
        {last && !sealed ? (
          <button
            type="button"
            className="plain"
            onClick={() => change(`Strike the reading of ${m.what}`, (j) => withStruck(j, last.id, true))}
          >
            strike
          </button>
        ) : null}
      </div>
      {m.told && last?.value === 0 && last.during === undefined && !sealed ? (
        <ToldEntry told={m.told} words={last.words} onKeep={(ids) => take(0, { words: toldWords(ids) })} />
      ) : null}
    </div>
  );
}
