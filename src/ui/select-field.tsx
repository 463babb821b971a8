'use client';

/** One of many, where a row of buttons would be too long: the system's own list, so that a thumb finds its wheel. */
import NativeSelect from '@mui/material/NativeSelect';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useId } from 'react';
import { Labelled } from './labelled';

interface Props {
  label: string;
  /** Said only to those who listen: the place says it to the eye. */
  quiet?: boolean;
  value: string;
  options: readonly { value: string; label: string }[];
  /** What no choice is called; no such line without it. */
  none?: string;
  disabled?: boolean;
  onChoose: (value: string) => void;
}

export function SelectField({ label, quiet = false, value, options, none, disabled, onChoose }: Props): ReactNode {
  const id = useId();
  const control = (
    <NativeSelect
      className="select"
      value={value}
      disabled={disabled ?? false}
      input={<OutlinedInput notched={false} />}
      inputProps={{ id, ...(quiet ? { 'aria-label': label } : {}) }}
      onChange={(e) => onChoose(e.target.value)}
    >
      {none === undefined ? null : <option value="">{none}</option>}
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </NativeSelect>
  );
  return quiet ? (
    control
  ) : (
    <Labelled id={id} label={label} disabled={disabled}>
      {control}
    </Labelled>
  );
}
