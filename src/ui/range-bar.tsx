/** A reading against its prediction: band = predicted, pointer = measured. */
import type { ReactNode } from 'react';
import './range-bar.css';

interface Props {
  low: number;
  high: number;
  value: number | null;
  verdict: 'pass' | 'fail' | 'inconclusive' | 'open' | 'skipped';
  /** Scale ends; chosen from the figures when absent. */
  from?: number;
  to?: number;
  label: string;
}

/** A figure as it stands under a tick: thousands and millions by their letters, so that two never meet. */
function tickText(t: number): string {
  const text = Math.abs(t) >= 1e6 ? `${t / 1e6}M` : Math.abs(t) >= 1e4 ? `${t / 1e3}k` : String(t);
  return text.replace('-', '−');
}

/** A round step that gives four to seven ticks. */
function tickStep(span: number): number {
  const raw = span / 5;
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = raw / power;
  return (lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10) * power;
}

export function RangeBar({ low, high, value, verdict, from, to, label }: Props): ReactNode {
  const shown = value ?? low;
  const left = from ?? Math.min(0, low, shown);
  const right = to ?? Math.max(high * 1.12, shown * 1.05, left + 1, high < 2 ? 30 : 0);
  const width = 250;
  const x = (v: number): number => 10 + ((Math.min(right, Math.max(left, v)) - left) / (right - left)) * (width - 20);
  const step = tickStep(right - left);
  const ticks: number[] = [];
  for (let t = Math.ceil(left / step) * step; t <= right + 1e-9; t += step) ticks.push(Math.round(t * 1000) / 1000);
  return (
    <svg className={`range-bar ${verdict}`} viewBox={`0 0 ${width} 44`} role="img" aria-label={label}>
      <rect className="band" x={x(low)} y={12} width={Math.max(4, x(high) - x(low))} height={14} rx={2} />
      <line className="axis" x1={10} x2={width - 10} y1={26} y2={26} />
      {ticks.map((t) => (
        <g key={t}>
          <line className="axis" x1={x(t)} x2={x(t)} y1={26} y2={31} />
          <text x={x(t)} y={42} textAnchor="middle">
            {tickText(t)}
          </text>
        </g>
      ))}
      {value === null ? null : <path className="pointer" d={`M ${x(value) - 8} 4 h 16 l -8 18 z`} />}
    </svg>
  );
}
