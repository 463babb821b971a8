'use client';

/** Things typed in one line: each read as it is typed, the good ones taken, the rest left to be mended. */
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import type { ReactNode } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
import '../../ui/quick-line.css';

export type LineItem<T> = ({ ok: true } & T) | { ok: false; problem: string };

interface Props<T> {
  label: string;
  /** What is done with them: "Join". */
  verb: string;
  /** How it is typed, while nothing is. */
  example: ReactNode;
  parse: (line: string) => (LineItem<T> & { text: string })[];
  says: (item: T) => string;
  onTake: (items: T[]) => void;
  disabled: boolean;
}

const LONGEST = 4000;

export function LineEntry<T extends object>(props: Props<T>): ReactNode {
  const { label, verb, example, parse, says, onTake, disabled } = props;
  const [line, setLine] = useHalfTyped(label);
  const entries = parse(line);
  const take = (): void => {
    const good = entries.flatMap((e) => (e.ok ? [e] : []));
    if (good.length > 0) onTake(good);
    setLine(entries.flatMap((e) => (e.ok ? [] : [e.text])).join(', '));
  };
  return (
    <form
      className="quick-entry"
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <div className="quick-chips" aria-live="polite">
        {line.trim() === '' ? (
          <span className="soft">{example}</span>
        ) : (
          entries.map((e, i) => (
            <span key={`${e.text}-${i}`} className={`chip${e.ok ? '' : ' wrong'}`}>
              {e.ok ? says(e) : e.problem}
            </span>
          ))
        )}
      </div>
      <div className="quick-row">
        <OutlinedInput
          className="mono"
          fullWidth
          value={line}
          disabled={disabled}
          autoComplete="off"
          inputProps={{ 'aria-label': label }}
          onChange={(e) => setLine(e.target.value.slice(0, LONGEST))}
        />
        <Button type="submit" className="primary" disabled={disabled || !entries.some((e) => e.ok)}>
          {verb} ⏎
        </Button>
      </div>
    </form>
  );
}
