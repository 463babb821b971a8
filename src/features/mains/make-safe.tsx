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
      <Bench title="Make safe" note="mains: live, dead, tester again">
        <p className="caution-line">{MAINS_CAUTION}</p>
        {steps.map((s, i) => {
          const r = safe.readings[i];
          const live = s.measure !== 'dead';
          return (
            <section key={s.id} className="panel stack">
              <h2>
                {i + 1}. {s.what}
              </h2>
              {r ? (
                <p className="mono big-figure">{fixed(r.value, 0)} V</p>
              ) : (
                <p className="soft">
                  {live ? `Expected: ${s.low} V or more` : `Expected: ${s.high} V or less`}
                  {s.quantity === 'volts-dc' ? ', meter on DC' : ', meter on AC'}
                </p>
              )}
              <ReadingEntry
                label={`Step ${i + 1}, volts`}
                quantity={s.quantity}
                units={job.units}
                disabled={sealed}
                onRead={(value) =>
                  read(`${s.id}: ${fixed(value, 0)} V`, {
                    quantity: s.quantity,
                    value,
                    stop: 'make-safe',
                    measure: s.measure,
                    ...(s.a && s.b ? { a: s.a, b: s.b } : {}),
                    // Read on purpose with the supply on: a claim of "off" would make it a supply that came back.
                    state: s.measure === 'dead' ? 'off' : 'on',
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
            ? 'Proved dead. These points read live before, and the tester worked after.'
            : next >= 0
              ? `Next: step ${next + 1}. ${steps[next]?.what ?? ''}.`
              : 'Every step has a reading, but they do not prove it dead. See below.'
        }
      >
        <ReadingsLog stop="make-safe" />
      </ReadingSide>
    </>
  );
}
