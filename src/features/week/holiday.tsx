'use client';

/** Away from one day to another, at a temperature of its own. */
import type { Job } from '@core/job/schema';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';

type Holiday = NonNullable<Job['week']['holiday']>;

interface Props {
  holiday: Holiday | undefined;
  units: Job['units'];
  disabled: boolean;
  onChange: (label: string, holiday: Holiday | undefined) => void;
}

/** Cold enough to save, warm enough that nothing freezes. */
const USUAL_CELSIUS = 12;
const DAY = /^\d{4}-\d{2}-\d{2}$/;

const today = (more: number): string => new Date(Date.now() + more * 86_400_000).toISOString().slice(0, 10);

export function HolidayPanel({ holiday, units, disabled, onChange }: Props): ReactNode {
  if (!holiday)
    return (
      <div className="row">
        <Button
          disabled={disabled}
          onClick={() => onChange('A holiday', { from: today(1), to: today(8), heatCelsius: USUAL_CELSIUS })}
        >
          Add a holiday
        </Button>
      </div>
    );
  const day = (key: 'from' | 'to', label: string): ReactNode => (
    <TextField
      label={label}
      type="date"
      mono
      value={holiday[key]}
      disabled={disabled}
      onCommit={(v) => {
        if (DAY.test(v)) onChange(`${label} ${v}`, { ...holiday, [key]: v });
      }}
    />
  );
  return (
    <section className="panel stack" aria-label="Holiday">
      <h2>Holiday</h2>
      <div className="field-grid">
        {day('from', 'Away from')}
        {day('to', 'to, included')}
        <FigureField
          label="Kept at"
          quantity="temperature"
          units={units}
          low={0}
          high={35}
          value={holiday.heatCelsius}
          disabled={disabled}
          onTake={(heatCelsius) =>
            heatCelsius !== undefined && onChange('Holiday temperature', { ...holiday, heatCelsius })
          }
        />
      </div>
      <div className="row">
        <Button disabled={disabled} onClick={() => onChange('No holiday', undefined)}>
          Take it out
        </Button>
      </div>
    </section>
  );
}
