'use client';

import type { Schedule } from '@core/devices/sheet';
/** One temperature from a moment to another, and how this device is made to hold it. */
import type { Job } from '@core/job/schema';
import { fixed } from '@core/units/units';
import { type HoldPlan, holdPlan, holdRuns } from '@core/week/hold';
import type { WeekProgramme } from '@core/week/programme';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import './week.css';

type Hold = NonNullable<Job['week']['hold']>;

interface Props {
  hold: Hold | undefined;
  device: string | undefined;
  schedule: Schedule | undefined;
  programme: WeekProgramme | null;
  units: Job['units'];
  disabled: boolean;
  onChange: (label: string, hold: Hold | undefined) => void;
}

const USUAL_CELSIUS = 21;
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/;

/** The next whole hour here, and so many hours more. */
const fromNow = (hours: number): string => {
  const at = new Date(Date.now() + hours * 3_600_000);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:00`;
};

function words(plan: HoldPlan, hold: Hold, device: string): string {
  const until = hold.until.replace('T', ' ');
  switch (plan.way) {
    case 'date':
      return `${device} holds until a date: key in ${until}.`;
    case 'hours':
      return `${device} holds for whole hours: key in ${plan.hours} h when it begins${plan.lostKelvinHours > 0.05 ? `; ${fixed(plan.lostKelvinHours, 1)} K·h longer than wished` : ''}.`;
    case 'next-event':
      return plan.again.length === 0
        ? `${device} holds until its next event: nothing comes before ${until}.`
        : `${device} holds until its next event: key it in again at ${plan.again.join(', ')}, or lose ${fixed(plan.lostKelvinHours, 1)} K·h.`;
    case 'for-good':
      return `${device} holds for good: take the hold off by hand at ${until}.`;
    default:
      return `How long ${device} holds its sheet does not say.`;
  }
}

export function HoldPanel({ hold, device, schedule, programme, units, disabled, onChange }: Props): ReactNode {
  if (!hold)
    return (
      <div className="row">
        <Button
          disabled={disabled}
          onClick={() => onChange('A hold', { from: fromNow(1), until: fromNow(6), heatCelsius: USUAL_CELSIUS })}
        >
          Hold a temperature for a while
        </Button>
      </div>
    );
  const moment = (key: 'from' | 'until', label: string): ReactNode => (
    <TextField
      label={label}
      type="datetime-local"
      mono
      value={hold[key]}
      disabled={disabled}
      onCommit={(v) => {
        if (MOMENT.test(v))
          onChange(`${label} ${v.slice(0, 16).replace('T', ' ')}`, { ...hold, [key]: v.slice(0, 16) });
      }}
    />
  );
  const steps = (programme?.days ?? []).flatMap((events, day) =>
    events.map((e) => ({ minute: day * 1440 + e.minute, heatCelsius: e.heatCelsius })),
  );
  return (
    <section className="panel stack" aria-label="Hold">
      <h2>Held for a while</h2>
      <div className="hold-grid">
        {moment('from', 'Held from')}
        {moment('until', 'until')}
        <FigureField
          label="Held at"
          quantity="temperature"
          units={units}
          low={0}
          high={40}
          value={hold.heatCelsius}
          disabled={disabled}
          onTake={(heatCelsius) => heatCelsius !== undefined && onChange('Held temperature', { ...hold, heatCelsius })}
        />
      </div>
      <p>
        {!holdRuns(hold)
          ? 'It ends before it begins.'
          : words(holdPlan(hold, steps, schedule?.holds), hold, device ?? 'The device')}
      </p>
      <div className="row">
        <Button disabled={disabled} onClick={() => onChange('No hold', undefined)}>
          Take the hold off
        </Button>
      </div>
    </section>
  );
}
