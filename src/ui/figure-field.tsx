'use client';

/** A figure with its unit, typed in the job's units and kept in SI; what cannot be is said, and nothing is taken. */
import { type DisplayQuantity, displayText, displayUnit, readFigure } from '@core/units/display';
import type { UnitSystem } from '@core/units/units';
import { type ReactNode, useEffect, useId, useState } from 'react';
import { useHalfTyped } from './half-typed';
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
  disabled,
}: Props): ReactNode {
  const id = useId();
  const u = displayUnit(quantity, units);
  const text = value === undefined ? '' : displayText(value, u);
  const [draft, setDraft] = useHalfTyped(`${of ?? ''} ${label}`, text);
  const [problem, setProblem] = useState('');
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
  const note = problem || hint;
  return (
    <div className="field">
      <label htmlFor={id}>
        {of ? <span className="visually-hidden">{of} </span> : null}
        {u.unit ? `${label}, ${u.unit}` : label}
      </label>
      <input
        id={id}
        className="mono"
        inputMode="decimal"
        autoComplete="off"
        value={draft}
        maxLength={20}
        disabled={disabled ?? false}
        aria-invalid={problem !== ''}
        aria-describedby={note ? `${id}-note` : undefined}
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
      {note ? (
        <p
          id={`${id}-note`}
          className={problem ? 'field-hint problem' : 'soft field-hint'}
          role={problem ? 'alert' : undefined}
        >
          {note}
        </p>
      ) : null}
    </div>
  );
}
