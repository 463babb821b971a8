'use client';

/** Fields of the bench: a label above, a big target, Enter takes it. */
import { type ReactNode, useId } from 'react';
import { useHalfTyped } from './half-typed';
import './fields.css';

interface TextProps {
  label: string;
  value: string | undefined;
  onCommit: (value: string) => void;
  hint?: string;
  mono?: boolean;
  disabled?: boolean;
  type?: string;
  maxLength?: number;
  /** An entry that adds something: emptied once it is taken. */
  adds?: boolean;
}

/** A text that is taken when the field is left or Enter is pressed, so that one edit is one change. */
export function TextField({
  label,
  value,
  onCommit,
  hint,
  mono,
  disabled,
  type = 'text',
  maxLength = 200,
  adds = false,
}: TextProps): ReactNode {
  const id = useId();
  const [draft, setDraft] = useHalfTyped(label, value ?? '');
  const commit = (): void => {
    const said = draft.trim();
    if (said === (value ?? '')) return;
    onCommit(said);
    // Taken: nothing is begun any more.
    setDraft(adds ? '' : said);
  };
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type={type}
        className={mono ? 'mono' : ''}
        value={draft}
        disabled={disabled ?? false}
        maxLength={maxLength}
        autoComplete="off"
        aria-describedby={hint ? `${id}-hint` : undefined}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') setDraft(value ?? '');
        }}
      />
      {hint ? (
        <p id={`${id}-hint`} className="soft field-hint">
          {hint}
        </p>
      ) : null}
    </div>
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
    <fieldset className="choice" disabled={disabled ?? false}>
      <legend>{label}</legend>
      <div className="choice-row">
        {options.map((o) => (
          <button key={o.value} type="button" aria-pressed={o.value === value} onClick={() => onChoose(o.value)}>
            {o.label}
          </button>
        ))}
      </div>
    </fieldset>
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
    <button
      type="button"
      className="tick"
      role="checkbox"
      aria-checked={checked}
      disabled={disabled ?? false}
      onClick={() => onToggle(!checked)}
    >
      <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true" className="tick-screw">
        <circle cx="12" cy="12" r="9.5" />
        <line x1="7" y1="12" x2="17" y2="12" transform={checked ? undefined : 'rotate(-45 12 12)'} />
      </svg>
      <span className="tick-text">{children}</span>
      {note ? <span className="soft tick-note">{note}</span> : null}
    </button>
  );
}
