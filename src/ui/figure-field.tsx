'use client';

/** A figure with its unit, typed in the job's units and kept in SI; what cannot be is said, and nothing is taken. */
import { type DisplayQuantity, displayText, displayUnit, readFigure } from '@core/units/display';
import type { UnitSystem } from '@core/units/units';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useEffect, useId, useState } from 'react';
import { useHalfTyped } from './half-typed';
import { Labelled, noteId } from './labelled';
import './fields.css';

interface Props {
  label: string;
  /** What the figure is of, where the eye sees it from its place: said to those who listen. */
  of?: string;
  quantity: DisplayQuantity;
  units: UnitSystem;
  value: number | undefined;
  /** Limits in SI. */
  low: number;
  high: number;
  onTake: (value: number | undefined) => void;
  hint?: string;
  /** What is wrong with the figure that stands. */
  wrong?: string;
  disabled?: boolean;
}

export function FigureField({
  label,
  of,
  quantity,
  units,
  value,
  low,
  high,
  onTake,
  hint,
  wrong,
  disabled,
}: Props): ReactNode {
  const id = useId();
  const u = displayUnit(quantity, units);
  const text = value === undefined ? '' : displayText(value, u);
  const [draft, setDraft] = useHalfTyped(`${of ?? ''} ${label}`, text);
  const [refused, setProblem] = useState('');
  const problem = refused || (wrong ?? '');
  // A value that came meanwhile answers what was said of the one before.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is the change of the text that counts
  useEffect(() => setProblem(''), [text]);
  const take = (): void => {
    if (draft.trim() === text) return;
    const read = readFigure(draft, u, low, high);
    if (!read.ok) {
      setProblem(read.problem);
      return;
    }
    setProblem('');
    onTake(read.value);
    setDraft(read.value === undefined ? '' : displayText(read.value, u));
  };
  return (
    <Labelled
      id={id}
      problem={problem}
      hint={hint}
      disabled={disabled}
      label={
        <>
          {of ? <span className="visually-hidden">{of} </span> : null}
          {u.unit ? `${label}, ${u.unit}` : label}
        </>
      }
    >
      <OutlinedInput
        id={id}
        className="mono"
        autoComplete="off"
        value={draft}
        disabled={disabled ?? false}
        error={problem !== ''}
        inputProps={{
          inputMode: 'decimal',
          maxLength: 20,
          'aria-invalid': problem !== '',
          ...(problem || hint ? { 'aria-describedby': noteId(id) } : {}),
        }}
        onChange={(e) => {
          setDraft(e.target.value);
          setProblem('');
        }}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take();
          if (e.key === 'Escape') setDraft(text);
        }}
      />
    </Labelled>
  );
}
