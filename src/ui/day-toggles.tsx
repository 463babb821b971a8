'use client';

/** Days of a week side by side: any of them, by their first letters. */
import { DAYS } from '@core/week/week';
import FormControl from '@mui/material/FormControl';
import FormLabel from '@mui/material/FormLabel';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ReactNode, useId } from 'react';
import './day-toggles.css';

interface Props {
  label: string;
  days: readonly number[];
  onChange: (days: number[]) => void;
  disabled: boolean;
}

export function DayToggles({ label, days, onChange, disabled }: Props): ReactNode {
  const id = useId();
  return (
    <FormControl>
      <FormLabel id={id}>{label}</FormLabel>
      <ToggleButtonGroup
        className="day-toggles"
        aria-labelledby={id}
        value={[...days]}
        disabled={disabled}
        onChange={(_, next: number[]) => onChange([...next].sort((a, b) => a - b))}
      >
        {DAYS.map((day, d) => (
          <ToggleButton key={day} value={d} aria-label={day}>
            {day.slice(0, 2)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </FormControl>
  );
}
