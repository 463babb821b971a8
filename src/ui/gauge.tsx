'use client';

/** A figure against what it may be: name, figure, bar, and what the bar's end means. */
import type { ReactNode } from 'react';
import { RangeBar } from './range-bar';
import './gauge.css';

interface Props {
  name: string;
  figure: string;
  low: number;
  high: number;
  value: number;
  says: string;
}

export function Gauge({ name, figure, low, high, value, says }: Props): ReactNode {
  const good = value >= low && value <= high;
  return (
    <div className="gauge">
      <div>
        <div className="soft">{name}</div>
        <div className="mono">{figure}</div>
      </div>
      <RangeBar
        low={low}
        high={high}
        value={value}
        verdict={good ? 'pass' : 'fail'}
        label={`${name}: ${figure}, ${says}`}
      />
      <div>{says}</div>
    </div>
  );
}
