'use client';

/** Make safe: prove, test, prove. */
import { MAINS_CAUTION } from '@core/mains/cautions';
import { FRESH_SECONDS } from '@core/safe/proved';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import { SafeStep } from './safe-step';

export function MainsMakeSafe(): ReactNode {
  const { derived, read } = useJob();
  const safe = derived.shared.mains;
  if (!safe) throw new Error('this screen needs a mains job');
  const { steps } = safe;
  const next = steps.findIndex((_, i) => safe.readings[i] === null);
  return (
    <>
      <Bench title="Make safe" note="mains: live, dead, tester again">
        <p className="caution-line">{MAINS_CAUTION}</p>
        <ol className="panel safe-steps">
          {steps.map((s, i) => {
            const r = safe.readings[i] ?? null;
            const dead = s.measure === 'dead';
            const meter = s.quantity === 'volts-dc' ? 'meter on DC' : 'meter on AC';
            return (
              <SafeStep
                key={s.id}
                n={i + 1}
                title={s.what}
                expected={`Expected: ${dead ? `${s.high} V or less` : `${s.low} V or more`}, ${meter}`}
                label={`Step ${i + 1}, volts`}
                quantity={s.quantity}
                shown={r?.value ?? null}
                good={r !== null && Math.abs(r.value) >= s.low && Math.abs(r.value) <= s.high}
                next={i === next}
                old={safe.outdated}
                take={(value) =>
                  read(`${s.id}: ${fixed(value, 0)} V`, {
                    quantity: s.quantity,
                    value,
                    stop: 'make-safe',
                    measure: s.measure,
                    ...(s.a && s.b ? { a: s.a, b: s.b } : {}),
                    // Read on purpose with the supply on: a claim of "off" would make it a supply that came back.
                    state: dead ? 'off' : 'on',
                  })
                }
              />
            );
          })}
        </ol>
        <p className="soft">
          Every pair is read live before it is read dead: a reading that would be 0 V either way proves nothing. A proof
          is good for {FRESH_SECONDS / 3600} hours.
        </p>
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
