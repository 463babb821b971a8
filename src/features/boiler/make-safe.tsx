'use client';

/** Make safe: prove, test, prove. */
import { MAINS_CAUTION } from '@core/boiler/cautions';
import { PROVE_STEPS } from '@core/boiler/make-safe';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { ReadingEntry } from '../../ui/reading-entry';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import { useBoiler } from './use-boiler';
import '../make-safe/make-safe.css';

export function BoilerMakeSafe(): ReactNode {
  const { job, boiler, read, sealed } = useBoiler();
  const { safe } = boiler;
  const next = PROVE_STEPS.findIndex((_, i) => safe.readings[i] === null);
  return (
    <>
      <Bench title="Make safe" note="mains: prove, test, prove">
        <p className="caution-line">{MAINS_CAUTION}</p>
        {PROVE_STEPS.map((s, i) => {
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
                    measure: s.id,
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
              ? `Next: ${PROVE_STEPS[next]?.what.toLowerCase() ?? ''}.`
              : 'Three readings, and not yet a proof.'
        }
      >
        <ReadingsLog stop="make-safe" />
      </ReadingSide>
    </>
  );
}
