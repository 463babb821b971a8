'use client';

/** The start on a time axis: tasks solid, waits dashed, the critical path in copper. */
import type { Timeline } from '@core/timeline/timeline';
import type { ReactNode } from 'react';
import './centre.css';

const ROW = 30;
const WIDTH = 760;
const NAMES = 300;

export function StartLine({
  timeline,
  started,
}: {
  timeline: Timeline;
  started: Record<string, { done?: boolean | undefined } | undefined>;
}): ReactNode {
  const { items, finish } = timeline;
  const x = (minutes: number): number => NAMES + (minutes / Math.max(1, finish)) * (WIDTH - NAMES - 20);
  const step = finish > 60 ? 20 : 10;
  const ticks = Array.from({ length: Math.floor(finish / step) + 1 }, (_, i) => i * step);
  const height = items.length * ROW + 30;
  return (
    <div className="centre-scroll">
      <svg
        className="line-up centre"
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={`The start takes ${finish} minutes: ${items.map((i) => `${i.name} from ${i.start} to ${i.finish}`).join('; ')}`}
      >
        {ticks.map((t) => (
          <g key={t}>
            <line className="axis" x1={x(t)} x2={x(t)} y1={0} y2={height - 22} />
            <text x={x(t)} y={height - 6} textAnchor="middle">
              {t}
            </text>
          </g>
        ))}
        {items.map((item, i) => {
          const kind = `${item.wait ? 'waiting' : 'task'}${item.critical ? ' critical' : ''}${started[item.id]?.done ? ' done' : ''}`;
          return (
            <g key={item.id}>
              <text x={NAMES - 10} y={i * ROW + 20} textAnchor="end">
                {item.name.length > 44 ? `${item.name.slice(0, 42)} …` : item.name}
              </text>
              <rect
                className={kind}
                x={x(item.start)}
                y={i * ROW + 6}
                width={Math.max(4, x(item.finish) - x(item.start))}
                height={18}
                rx={3}
              />
            </g>
          );
        })}
      </svg>
    </div>
  );
}
