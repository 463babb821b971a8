'use client';

import type { Quantity } from '@core/job/schema';
import { entryUnit, readEntry } from '@core/units/entry';
import type { UnitSystem } from '@core/units/units';
/** One figure from a meter: big, mono, unit beside it; Enter takes it, a wrong one says why. */
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useId, useState } from 'react';
import { useHalfTyped } from './half-typed';
import { type MeterAt, useMeter } from './meter';
import './reading-entry.css';

interface Props {
  label: string;
  quantity: Quantity;
  units: UnitSystem;
  onRead: (value: number) => void;
  disabled?: boolean;
  autoFocus?: boolean;
  button?: string;
  compact?: boolean;
  /** Between which points, of which test: where the label does not tell it apart. */
  of?: string;
  /** Unit of volts DC here: a pile's millivolts, or a board's volts. */
  direct?: 'mV' | 'V';
  /** Where a meter at hand would be held. */
  at?: MeterAt;
}

export function ReadingEntry({
  label,
  quantity,
  units,
  onRead,
  disabled,
  autoFocus,
  button = 'Take',
  compact,
  of,
  direct = 'V',
  at,
}: Props): ReactNode {
  const id = useId();
  const meter = useMeter();
  const [text, setText] = useHalfTyped(of ?? label);
  const [problem, setProblem] = useState('');
  const take = (): void => {
    const read = readEntry(text, quantity, units, direct);
    if (!read.ok) {
      setProblem(read.problem);
      return;
    }
    setProblem('');
    setText('');
    onRead(read.value);
  };
  if (meter && at)
    return (
      <div className={`reading-entry${compact ? ' compact' : ''}`}>
        <span className="soft">{label}</span>
        <Button
          className="primary"
          disabled={disabled ?? false}
          onClick={() =>
            void meter(at).then(({ value, said }) => {
              setProblem(value === null ? said : '');
              if (value !== null) onRead(value);
            })
          }
        >
          Hold the meter there
        </Button>
        {problem ? (
          <p className="problem" role="alert">
            {problem}
          </p>
        ) : null}
      </div>
    );
  return (
    <form
      className={`reading-entry${compact ? ' compact' : ''}`}
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <label htmlFor={id}>{label}</label>
      <div className="reading-box">
        <OutlinedInput
          id={id}
          className="mono"
          autoComplete="off"
          autoFocus={autoFocus ?? false}
          value={text}
          disabled={disabled ?? false}
          placeholder="—"
          error={problem !== ''}
          inputProps={{
            inputMode: 'decimal',
            maxLength: 40,
            'aria-invalid': problem !== '',
            ...(problem ? { 'aria-describedby': `${id}-problem` } : {}),
          }}
          onChange={(e) => {
            setText(e.target.value);
            setProblem('');
          }}
        />
        <span className="mono unit">{entryUnit(quantity, units, direct)}</span>
        <Button type="submit" className="primary" disabled={disabled ?? false}>
          {button}
        </Button>
      </div>
      {problem ? (
        <p className="problem" id={`${id}-problem`} role="alert">
          {problem}
        </p>
      ) : null}
    </form>
  );
}
