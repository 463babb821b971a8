'use client';

/** A few bars with their doubt, lying, in the bench's own colours: lengths to compare, figures beside them. */
import type { ReactNode } from 'react';
import './bar-chart.css';

export interface Bar {
  id: string;
  name: string;
  value: number;
  low: number;
  high: number;
  text: string;
  /** Under the name. */
  note?: string;
}

/** Drawn as a table, so that whoever cannot see the bars reads the same. */
export function BarChart({ title, bars }: { title: string; bars: readonly Bar[] }): ReactNode {
  const most = Math.max(1e-9, ...bars.map((b) => b.high));
  const share = (v: number): string => `${Math.max(0, (v / most) * 100)}%`;
  return (
    <table className="bars" aria-label={title}>
      <tbody>
        {bars.map((b) => (
          <tr key={b.id}>
            <th scope="row">
              {b.name}
              {b.note ? <small>{b.note}</small> : null}
            </th>
            <td className="bars-track">
              <span className="bars-bar" style={{ width: share(b.value) }} />
              <span className="bars-doubt" style={{ left: share(b.low), width: share(b.high - b.low) }} />
            </td>
            <td className="mono">{b.text}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
