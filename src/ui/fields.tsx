'use client';

/** Fields of the bench: a label above, a big target, Enter takes it. */
import Checkbox from '@mui/material/Checkbox';
import FormControl from '@mui/material/FormControl';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import OutlinedInput from '@mui/material/OutlinedInput';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ReactNode, useId, useState } from 'react';
import { useHalfTyped } from './half-typed';
import { Labelled, noteId } from './labelled';
import './fields.css';

interface TextProps {
  label: string;
  value: string | undefined;
  onCommit: (value: string) => void;
  hint?: string;
  /** What is wrong with a text that somebody tried to enter. */
  problemOf?: (typed: string) => string | undefined;
  mono?: boolean;
  disabled?: boolean;
  type?: string;
  maxLength?: number;
  /** An entry that adds something: emptied once it is taken. */
  adds?: boolean;
  /** What was typed, as it is kept. */
  keptAs?: (said: string) => string;
}

/** A text that is taken when the field is left or Enter is pressed, so that one edit is one change. */
export function TextField({
  label,
  value,
  onCommit,
  hint,
  problemOf,
  mono,
  disabled,
  type = 'text',
  maxLength = 200,
  adds = false,
  keptAs = (said) => said,
}: TextProps): ReactNode {
  const id = useId();
  const [draft, setDraft] = useHalfTyped(label, value ?? '');
  const [tried, setTried] = useState<string | null>(null);
  // As long as it stands there: gone with the first letter that changes it, and with what was there before.
  const wrong = tried !== null && tried === draft.trim() && tried !== (value ?? '') ? problemOf?.(tried) : undefined;
  const commit = (): void => {
    const said = draft.trim();
    setTried(said);
    if (said === (value ?? '')) return;
    onCommit(said);
    // Taken: nothing is begun any more.
    setDraft(adds ? '' : keptAs(said));
  };
  return (
    <Labelled id={id} label={label} hint={hint} problem={wrong} disabled={disabled}>
      <OutlinedInput
        id={id}
        type={type}
        className={mono ? 'mono' : ''}
        value={draft}
        disabled={disabled ?? false}
        autoComplete="off"
        inputProps={{ maxLength, ...(hint || wrong ? { 'aria-describedby': noteId(id) } : {}) }}
        error={!!wrong}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') setDraft(value ?? '');
        }}
      />
    </Labelled>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T | undefined;
  options: readonly { value: T; label: string }[];
  onChoose: (value: T) => void;
  disabled?: boolean;
}

/** A handful of answers side by side, each a target of its own; one press chooses. */
export function Choice<T extends string>({ label, value, options, onChoose, disabled }: ChoiceProps<T>): ReactNode {
  return (
    <FormControl component="fieldset" className="choice" disabled={disabled ?? false}>
      <FormLabel component="legend">{label}</FormLabel>
      <ChoiceRow value={value} options={options} onChoose={onChoose} disabled={disabled} />
    </FormControl>
  );
}

type ChoiceRowProps<T extends string> = Omit<ChoiceProps<T>, 'label'> & {
  /** Name of the row where no legend stands above it. */
  named?: string;
};

/** The row of toggles alone, where the question already stands beside it. */
export function ChoiceRow<T extends string>({
  value,
  options,
  onChoose,
  disabled,
  named,
}: ChoiceRowProps<T>): ReactNode {
  return (
    <ToggleButtonGroup
      className="choice-row"
      aria-label={named}
      exclusive
      value={value ?? null}
      disabled={disabled ?? false}
      // Pressed again it is chosen again: what that means is the field's own affair.
      onChange={(_e, v: T | null) => {
        const chosen = v ?? value;
        if (chosen !== undefined) onChoose(chosen);
      }}
    >
      {options.map((o) => (
        <ToggleButton key={o.value} value={o.value}>
          {o.label}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

interface TickProps {
  checked: boolean;
  onToggle: (checked: boolean) => void;
  children: ReactNode;
  note?: ReactNode;
  disabled?: boolean;
}

/** A line to tick: a small screw, turned level when done. */
export function Tick({ checked, onToggle, children, note, disabled }: TickProps): ReactNode {
  return (
    <FormControlLabel
      className="tick"
      disabled={disabled ?? false}
      control={
        <Checkbox
          checked={checked}
          icon={<Screw level={false} />}
          checkedIcon={<Screw level />}
          onChange={(e) => onToggle(e.target.checked)}
        />
      }
      label={
        <>
          <span className="tick-text">{children}</span>
          {note ? <span className="soft tick-note">{note}</span> : null}
        </>
      }
    />
  );
}

function Screw({ level }: { level: boolean }): ReactNode {
  return (
    <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true" className={`tick-screw${level ? ' level' : ''}`}>
      <circle cx="12" cy="12" r="9.5" />
      <line x1="7" y1="12" x2="17" y2="12" transform={level ? undefined : 'rotate(-45 12 12)'} />
    </svg>
  );
}
