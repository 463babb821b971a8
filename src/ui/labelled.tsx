'use client';

/** A control with its label above and what is said of it below: one frame for every field of the bench. */
import FormControl from '@mui/material/FormControl';
import FormHelperText from '@mui/material/FormHelperText';
import FormLabel from '@mui/material/FormLabel';
import type { ReactNode } from 'react';

interface Props {
  id: string;
  label: ReactNode;
  /** What is wrong with what was typed; else a hint. */
  problem?: string | undefined;
  hint?: string | undefined;
  disabled?: boolean | undefined;
  className?: string;
  children: ReactNode;
}

export const noteId = (id: string): string => `${id}-note`;

export function Labelled({ id, label, problem, hint, disabled, className = '', children }: Props): ReactNode {
  const note = problem || hint;
  return (
    <FormControl className={`field ${className}`.trim()} error={!!problem} disabled={disabled ?? false} fullWidth>
      <FormLabel htmlFor={id}>{label}</FormLabel>
      {children}
      {note ? (
        <FormHelperText id={noteId(id)} className={problem ? 'problem' : ''} role={problem ? 'alert' : undefined}>
          {note}
        </FormHelperText>
      ) : null}
    </FormControl>
  );
}
