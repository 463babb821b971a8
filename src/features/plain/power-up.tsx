'use client';

/** Power up, of a family whose device says no more than that it lives: the display, and what a meter reads anywhere. */
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Wait } from '../shell/timers';

interface Props {
  /** Said before the supply is switched on. */
  caution: string;
  children: ReactNode;
}

export function PlainPowerUp({ caution, children }: Props): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { sheet } = derived.shared;
  const { display } = job.powerUp;
  return (
    <>
      <Bench title="Power up" note={sheet?.name ?? 'choose a device in Arrive'}>
        <p className="caution-line">{caution}</p>
        <section className="panel stack">
          <Choice
            label="The display"
            value={display}
            disabled={sealed}
            options={[
              { value: 'lit', label: 'is lit' },
              { value: 'dead', label: 'stays dead' },
            ]}
            onChoose={(v) => change(`Display: ${v}`, (j) => ({ ...j, powerUp: { ...j.powerUp, display: v } }))}
          />
          {sheet?.startsIn && sheet.startsIn.firstStartSeconds > 0 ? (
            <Wait label="First start" seconds={sheet.startsIn.firstStartSeconds} stop="power-up" />
          ) : null}
        </section>
        {children}
      </Bench>
      <ReadingSide
        here="power-up"
        sentence={
          display === 'lit'
            ? 'The display is on. Measure its supply, then set it up.'
            : display === 'dead'
              ? 'It stays dead: measure from the supply towards the device, one point further each time.'
              : 'Switch on, and see whether the display is lit.'
        }
      />
    </>
  );
}
