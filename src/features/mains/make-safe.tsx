'use client';

/** Make safe: prove, test, prove. */
import { MAINS_CAUTION } from '@core/mains/cautions';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { ReadingEntry } from '../../ui/reading-entry';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import '../make-safe/make-safe.css';

export function MainsMakeSafe(): ReactNode {
  const { job, derived, read, sealed } = useJob();
  const safe = derived.shared.mains;
  if (!safe) throw new Error('this screen needs a mains job');
  const { steps } = safe;
  const next = steps.findIndex((_, i) => safe.readings[i] === null);
  return (
    <>
      <Bench title="Make safe" note="mains: prove, test, prove">
        <p className="caution-line">{MAINS_CAUTION}</p>
        {steps.map((s, i) => {
          const r = safe.readings[i];
          return (
            <section key={s.id} className="panel stack">
              <h2>
                {i + 1}. {s.what}
              </h2>
              {r ? (
                <p className="mono big-figure">{fixed(r.value, 0)} V</p>
              ) : (
                <p className="soft">
                  wants {s.low} to {s.high} V
                </p>
              )}
              <ReadingEntry
                label={`Step ${i + 1}, volts`}
                quantity="volts-ac"
                units={job.units}
                disabled={sealed}
                onRead={(value) =>
                  read(`${s.id}: ${fixed(value, 0)} V`, {
                    quantity: 'volts-ac',
                    value,
                    stop: 'make-safe',
                    measure: s.measure,
                    ...(s.a && s.b ? { a: s.a, b: s.b } : {}),
                    state: 'off',
                  })
                }
              />
            </section>
          );
        })}
      </Bench>
      <ReadingSide
        here="make-safe"
        sentence={
          safe.proved
            ? 'Dead, and proved: the tester worked before and after.'
            : next >= 0
              ? `Next: ${steps[next]?.what.toLowerCase() ?? ''}.`
              : 'All read, and not yet a proof: in order, and each as it should be.'
        }
      >
        <ReadingsLog stop="make-safe" />
      </ReadingSide>
    </>
  );
}
