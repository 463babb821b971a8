'use client';

/** A time of day, and spans of it. */
import { clock } from '@core/units/units';
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useId } from 'react';
import { Labelled } from './labelled';
import './times.css';

interface TimeProps {
  label: string;
  minute: number;
  onTake: (minute: number) => void;
  disabled?: boolean;
}

export function TimeField({ label, minute, onTake, disabled }: TimeProps): ReactNode {
  const id = useId();
  return (
    <Labelled id={id} label={label} disabled={disabled}>
      <OutlinedInput
        id={id}
        type="time"
        className="mono"
        value={clock(minute)}
        disabled={disabled ?? false}
        onChange={(e) => {
          const [h, m] = e.target.value.split(':').map(Number);
          if (h !== undefined && m !== undefined && Number.isFinite(h) && Number.isFinite(m)) onTake(h * 60 + m);
        }}
      />
    </Labelled>
  );
}

interface Span {
  from: number;
  to: number;
}

/** Times of day from and to, added and taken off. */
export function Spans({
  label,
  spans,
  onChange,
  sealed,
}: {
  label: string;
  spans: readonly Span[];
  onChange: (next: Span[]) => void;
  sealed: boolean;
}): ReactNode {
  return (
    <section className="panel stack">
      <h2>{label}s</h2>
      {spans.map((s, i) => (
        <div key={`${i}-${spans.length}`} className="times">
          <TimeField
            label={`${label} ${i + 1} from`}
            minute={s.from}
            disabled={sealed}
            onTake={(from) => onChange(spans.map((x, k) => (k === i ? { ...x, from } : x)))}
          />
          <TimeField
            label={`${label} ${i + 1} to`}
            minute={s.to}
            disabled={sealed}
            onTake={(to) => onChange(spans.map((x, k) => (k === i ? { ...x, to } : x)))}
          />
          <Button disabled={sealed} onClick={() => onChange(spans.filter((_, k) => k !== i))}>
            Take off
          </Button>
        </div>
      ))}
      <Button disabled={sealed || spans.length >= 12} onClick={() => onChange([...spans, { from: 720, to: 780 }])}>
        Add a {label.toLowerCase()}
      </Button>
    </section>
  );
}
