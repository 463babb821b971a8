'use client';

/** Control is proved by a time: set at the far end, shown on the device, followed by the equipment, undone. */
import { fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { type ReactNode, useEffect, useState } from 'react';
import { Choice } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { useJob } from '../shell/job-context';

/** What is seen once the device shows the setpoint; each is kept in the log as what was seen. */
const SEEN = [
  {
    key: 'followed',
    label: 'The relay is heard, and the equipment follows',
    yes: 'it follows',
    no: 'it does not',
    kept: { yes: 'Equipment follows', no: 'Equipment does not follow' },
  },
  {
    key: 'undone',
    label: 'Set back again, and the device shows that',
    yes: 'it does',
    no: 'not',
    kept: { yes: 'Undone from afar', no: 'Not undone from afar' },
  },
  {
    key: 'localWithout',
    label: 'With the network gone it obeys its own keys',
    yes: 'it does',
    no: 'not',
    kept: { yes: 'Own keys obeyed without network', no: 'Own keys not obeyed without network' },
  },
] as const;

export function ControlTest(): ReactNode {
  const { job, change, sealed } = useJob();
  const { control = {} } = job.join;
  const [now, setNow] = useState(() => Date.now());
  const running = control.sentAt !== undefined && control.seconds === undefined;
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const put = (label: string, more: Partial<NonNullable<typeof job.join.control>>): boolean =>
    change(label, (j) => ({ ...j, join: { ...j.join, control: { ...j.join.control, ...more } } }));
  const since = (at: string): number => Math.max(0, Math.round((Date.now() - Date.parse(at)) / 1000));
  return (
    <article className="question" aria-label="Control from afar">
      <h3>Control from afar, timed</h3>
      <FigureField
        label="Setpoint sent from the phone"
        quantity="temperature"
        units={job.units}
        low={5}
        high={35}
        value={control.celsius}
        disabled={sealed}
        hint="2 K from what stands"
        onTake={(celsius) => put('Setpoint sent from afar', { celsius })}
      />
      {control.celsius === undefined ? null : control.sentAt === undefined ? (
        <Button disabled={sealed} onClick={() => put('Sent from afar', { sentAt: new Date().toISOString() })}>
          Sent now
        </Button>
      ) : control.seconds === undefined ? (
        <div className="row">
          <Button
            className="copper"
            disabled={sealed}
            onClick={() => put('The device shows it', { seconds: since(control.sentAt ?? '') })}
          >
            The device shows it
          </Button>
          <span className="mono" role="timer">
            {fixed(Math.max(0, (now - Date.parse(control.sentAt)) / 1000), 0)} s
          </span>
        </div>
      ) : (
        <>
          <p>
            Shown after <b className="mono">{fixed(control.seconds, 0)} s</b>.
          </p>
          {SEEN.map(({ key, label, yes, no, kept }) => {
            const seen = control[key];
            return (
              <Choice
                key={key}
                label={label}
                value={seen === undefined ? undefined : seen ? 'yes' : 'no'}
                disabled={sealed}
                options={[
                  { value: 'yes', label: yes },
                  { value: 'no', label: no },
                ]}
                onChoose={(v) => put(kept[v], { [key]: v === 'yes' })}
              />
            );
          })}
          <Button
            disabled={sealed}
            onClick={() =>
              change('Control from afar again', (j) => {
                const { control: _was, ...join } = j.join;
                return { ...j, join };
              })
            }
          >
            Again from the start
          </Button>
        </>
      )}
    </article>
  );
}
