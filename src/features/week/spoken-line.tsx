'use client';

/** A week said in a line or several: read as it is typed, drawn at once, taken when it is right. */
import type { Week } from '@core/job/schema';
import { parseSpoken, type Spoken } from '@core/week/spoken';
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import type { ReactNode } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
import '../../ui/quick-line.css';

interface Props {
  week: Week;
  units: 'si' | 'us';
  heatOnly: boolean;
  disabled: boolean;
  onTake: (week: Week) => void;
  /** What is being said, as the strip is to draw it meanwhile; null when nothing is, or it is not understood. */
  onDraft: (week: Week | null) => void;
}

const LABEL = 'Say the week';

/** What is typed, and how it reads; null while nothing is. */
function useSpoken(
  week: Week,
  units: 'si' | 'us',
  heatOnly: boolean,
): { text: string; setText: (text: string) => void; read: Spoken | null } {
  const [text, setText] = useHalfTyped(LABEL);
  return { text, setText, read: text.trim() === '' ? null : parseSpoken(text, week, units, heatOnly) };
}

export function SpokenLine({ week, units, heatOnly, disabled, onTake, onDraft }: Props): ReactNode {
  const { text, setText, read } = useSpoken(week, units, heatOnly);
  const type = (next: string): void => {
    setText(next);
    const parsed = next.trim() === '' ? null : parseSpoken(next, week, units, heatOnly);
    onDraft(parsed?.ok ? parsed.week : null);
  };
  const take = (): void => {
    if (!read?.ok) return;
    onTake(read.week);
    setText('');
    onDraft(null);
  };
  return (
    <form
      className="quick-entry spoken"
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <div className="quick-row">
        <OutlinedInput
          multiline
          maxRows={5}
          fullWidth
          value={text}
          disabled={disabled}
          placeholder="up 6:30, out 8:30, back 17, bed 22:30; Sat Sun up 8, in"
          inputProps={{ 'aria-label': LABEL, autoCapitalize: 'off', autoCorrect: 'off', spellCheck: false }}
          onChange={(e) => type(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || e.shiftKey) return;
            e.preventDefault();
            take();
          }}
        />
        <Button type="submit" className="copper" disabled={disabled || !read?.ok}>
          Take it
        </Button>
      </div>
      <div aria-live="polite">
        {read === null ? (
          <p className="soft">
            Say it as people do: <span className="mono">up</span>, <span className="mono">out</span>,{' '}
            <span className="mono">back</span> and <span className="mono">bed</span> with a time; a semicolon, then days
            that differ: <span className="mono">Wed out till 13</span>, <span className="mono">weekend in</span>,{' '}
            <span className="mono">in is {units === 'us' ? '68' : '20.5'}</span>.
          </p>
        ) : read.ok ? (
          <ul className="spoken-says">
            {read.says.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        ) : (
          <p className="spoken-stops">
            <span className="mono">
              {text.slice(Math.max(0, read.problem.at - 24), read.problem.at)}
              <mark>{read.problem.word || '⎵'}</mark>
            </span>{' '}
            {read.problem.why}
          </p>
        )}
      </div>
    </form>
  );
}
