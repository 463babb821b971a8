'use client';

/** The wiring centre drawn: parts left and right, its numbered terminals in the middle, what is live lit. */
import type { DemandResult } from '@core/boiler/demand';
import type { PartInfo } from '@core/boiler/parts';
import type { Net } from '@core/boiler/wiring';
import type { KeyboardEvent, ReactNode } from 'react';
import './centre.css';

interface Props {
  parts: readonly PartInfo[];
  nets: readonly Net[];
  /** What the plant does for the demand being looked at. */
  result: DemandResult | null;
  lit: ReadonlySet<string>;
  /** Every terminal is shown and can be touched: two touches make a wire. */
  onPoint?: (point: string) => void;
  picked?: string | null;
}

const LEFT = ['SUPPLY', 'RX', 'ROOM'];
const ROW = 25;
const HEAD = 26;
const GAP = 12;
const WIDTH = 760;
const BOX = 176;
const STRIP = { x: WIDTH / 2 - 34, width: 68 };

interface Placed {
  part: PartInfo;
  x: number;
  y: number;
  left: boolean;
  terminals: string[];
}

export function WiringCentre({ parts, nets, result, lit, onPoint, picked }: Props): ReactNode {
  const used = new Set(nets.flatMap((n) => n.points));
  const shown = parts
    .map((part) => ({
      part,
      terminals: part.terminals.filter((t) => onPoint !== undefined || used.has(`${part.id}.${t}`)),
    }))
    .filter((p) => p.terminals.length > 0);
  const placed: Placed[] = [];
  const heights = { left: 8, right: 8 };
  for (const { part, terminals } of shown) {
    const left = LEFT.includes(part.id);
    const side = left ? 'left' : 'right';
    placed.push({ part, terminals, left, x: left ? 6 : WIDTH - BOX - 6, y: heights[side] });
    heights[side] += HEAD + terminals.length * ROW + GAP;
  }
  const stripHeight = nets.length * 34 + 12;
  const height = Math.max(heights.left, heights.right, stripHeight + 16);
  const netY = (i: number): number => 8 + ((height - 16) / Math.max(1, nets.length)) * (i + 0.5);
  const live = new Set(result?.steps.at(-1)?.live ?? []);
  const running = new Set(result?.steps.at(-1)?.running ?? []);
  const netLive = (n: Net): boolean => n.points.some((p) => live.has(p));
  const runs = (p: PartInfo): boolean =>
    running.has(p.name) ||
    (p.id === 'BOILER' && (result?.boilerFires ?? false)) ||
    (p.id === 'PUMP' && (result?.pumpRuns ?? false)) ||
    (p.id === 'MID' && running.has('three-port valve'));
  const pointAt = (point: string): { x: number; y: number } | null => {
    const [id, terminal] = point.split('.');
    const box = placed.find((p) => p.part.id === id);
    const row = box?.terminals.indexOf(terminal ?? '') ?? -1;
    return box && row >= 0 ? { x: box.left ? box.x + BOX : box.x, y: box.y + HEAD + row * ROW + ROW / 2 } : null;
  };
  return (
    <div className="centre-scroll">
      <svg
        className="centre"
        viewBox={`0 0 ${WIDTH} ${height}`}
        role={onPoint ? 'group' : 'img'}
        aria-label={`Wiring centre, ${nets.length} terminals: ${nets
          .map((n, i) => `${i + 1} ${n.name}${netLive(n) ? ', live' : ''}`)
          .join('; ')}`}
      >
        <rect className="centre-strip" x={STRIP.x} y={4} width={STRIP.width} height={height - 8} rx={8} />
        {nets.flatMap((net, i) =>
          net.points.map((point) => {
            const at = pointAt(point);
            if (!at) return null;
            const end = at.x < WIDTH / 2 ? STRIP.x : STRIP.x + STRIP.width;
            const mid = (at.x + end) / 2;
            const on = lit.has(`point:${point}`);
            return (
              <path
                key={`${net.name}-${i}-${point}`}
                className={`centre-core ${net.name}${netLive(net) ? ' live' : ''}${on ? ' lit' : ''}`}
                d={`M ${at.x} ${at.y} C ${mid} ${at.y} ${mid} ${netY(i)} ${end} ${netY(i)}`}
              />
            );
          }),
        )}
        {nets.map((net, i) => (
          <g key={`${net.name}-${i}`} className={`centre-terminal${netLive(net) ? ' live' : ''}`}>
            <circle cx={WIDTH / 2} cy={netY(i)} r={12} />
            <text x={WIDTH / 2} y={netY(i) + 5} textAnchor="middle">
              {i + 1}
            </text>
          </g>
        ))}
        {placed.map((p) => (
          <g key={p.part.id} className={`centre-part${runs(p.part) ? ' runs' : ''}`}>
            <rect x={p.x} y={p.y} width={BOX} height={HEAD + p.terminals.length * ROW} rx={9} />
            <text
              className="centre-name"
              x={p.left ? p.x + 10 : p.x + BOX - 10}
              y={p.y + 18}
              textAnchor={p.left ? 'start' : 'end'}
            >
              {p.part.name}
              {runs(p.part) ? ' ●' : ''}
            </text>
            {p.terminals.map((t, k) => {
              const point = `${p.part.id}.${t}`;
              return (
                <g
                  key={t}
                  className={`centre-screw${live.has(point) ? ' live' : ''}${lit.has(`point:${point}`) ? ' lit' : ''}${picked === point ? ' picked' : ''}`}
                  {...(onPoint
                    ? {
                        role: 'button',
                        tabIndex: 0,
                        'aria-label': `${p.part.name} ${t}, ${used.has(point) ? 'joined' : 'empty'}`,
                        'aria-pressed': picked === point,
                        onClick: () => onPoint(point),
                        onKeyDown: (e: KeyboardEvent) => {
                          if (e.key === 'Enter' || e.key === ' ') {
                            e.preventDefault();
                            onPoint(point);
                          }
                        },
                      }
                    : {})}
                >
                  {onPoint ? (
                    <rect
                      className="centre-touch"
                      x={p.left ? p.x + BOX / 2 : p.x - 24}
                      y={p.y + HEAD + k * ROW}
                      width={BOX / 2 + 24}
                      height={ROW}
                    />
                  ) : null}
                  <circle cx={p.left ? p.x + BOX : p.x} cy={p.y + HEAD + k * ROW + ROW / 2} r={6} />
                  <text
                    x={p.left ? p.x + BOX - 14 : p.x + 14}
                    y={p.y + HEAD + k * ROW + ROW / 2 + 5}
                    textAnchor={p.left ? 'end' : 'start'}
                  >
                    {t}
                  </text>
                </g>
              );
            })}
          </g>
        ))}
      </svg>
    </div>
  );
}

/** The same as words: one line a terminal. */
export function CentreTable({ nets, result }: { nets: readonly Net[]; result: DemandResult | null }): ReactNode {
  const live = new Set(result?.steps.at(-1)?.live ?? []);
  return (
    <table className="plan-table">
      <thead>
        <tr>
          <th scope="col">Terminal</th>
          <th scope="col">Carries</th>
          <th scope="col">Joins</th>
          <th scope="col">Now</th>
        </tr>
      </thead>
      <tbody>
        {nets.map((n, i) => (
          <tr key={`${n.name}-${n.points[0]}`}>
            <th scope="row" className="mono">
              {i + 1}
            </th>
            <td>{n.name}</td>
            <td className="mono">{n.points.join(', ')}</td>
            <td>{n.points.some((p) => live.has(p)) ? <b>live</b> : 'dead'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
