'use client';

/** The wiring centre drawn: parts left and right, its numbered terminals in the middle, what is live lit. */
import { centreLayout, corePath } from '@core/boiler/centre-layout';
import type { DemandResult } from '@core/boiler/demand';
import type { PartInfo } from '@core/boiler/parts';
import { type Net, terminalOf } from '@core/boiler/wiring';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { TouchPoint } from '../../ui/touch-point';
import { useNarrow } from '../../ui/use-narrow';
import './centre.css';

interface Props {
  parts: readonly PartInfo[];
  nets: readonly Net[];
  /** What the plant does for the demand being looked at. */
  result: DemandResult | null;
  lit: ReadonlySet<string>;
  /** Every terminal is shown and can be touched: two touches make a wire. */
  onPoint?: (point: string) => void;
  picked?: readonly string[];
  /** Which step of the demand is drawn; the last when absent. */
  step?: number;
}

export function WiringCentre({ parts, nets, result, lit, onPoint, picked = [], step = -1 }: Props): ReactNode {
  const used = new Set<string>(nets.flatMap((n) => n.points));
  const narrow = useNarrow();
  const layout = centreLayout(parts, nets, onPoint !== undefined, narrow);
  const { height } = layout;
  const drawn = result?.steps.at(step);
  const last = drawn === result?.steps.at(-1);
  const live = new Set(drawn?.live ?? []);
  const running = new Set(drawn?.running ?? []);
  const netLive = (n: Net): boolean => n.points.some((p) => live.has(p));
  const runs = (p: PartInfo): boolean =>
    running.has(p.name) ||
    (last && p.id === 'BOILER' && (result?.boilerFires ?? false)) ||
    (last && p.id === 'PUMP' && (result?.pumpRuns ?? false)) ||
    (p.id === 'MID' && running.has('three-port valve'));
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls on a small laptop, by keyboard too
    <section className="centre-scroll" aria-label="Wiring centre drawing" tabIndex={0}>
      <svg
        className="centre"
        viewBox={`0 0 ${layout.width} ${height}`}
        role={onPoint ? 'group' : 'img'}
        aria-label={`Wiring centre, ${nets.length} terminals: ${nets
          .map((n, i) => `${terminalOf(n, i)} ${n.name}${netLive(n) ? ', live' : ''}`)
          .join('; ')}`}
      >
        <rect className="centre-strip" x={layout.strip.x} y={4} width={layout.strip.width} height={height - 8} rx={8} />
        {layout.cores.map((core) => {
          const net = nets[core.net];
          const on = lit.has(`point:${core.point}`);
          return (
            <path
              key={`${core.net}-${core.point}`}
              className={`centre-core ${net?.name ?? ''}${net && netLive(net) ? ' live' : ''}${on ? ' lit' : ''}`}
              d={corePath(core)}
            />
          );
        })}
        {nets.map((net, i) => (
          <g key={`${net.name}-${i}`} className={`centre-terminal${netLive(net) ? ' live' : ''}`}>
            <circle cx={layout.strip.x + layout.strip.width / 2} cy={layout.netY[i]} r={12} />
            <text x={layout.strip.x + layout.strip.width / 2} y={(layout.netY[i] ?? 0) + 5} textAnchor="middle">
              {terminalOf(net, i)}
            </text>
          </g>
        ))}
        {layout.parts.map((p) => (
          <g key={p.part.id} className={`centre-part${runs(p.part) ? ' runs' : ''}`}>
            <rect x={p.x} y={p.y} width={layout.box} height={p.height} rx={9} />
            <text
              className="centre-name"
              x={p.left ? p.x + 10 : p.x + layout.box - 10}
              y={p.y + 18}
              textAnchor={p.left ? 'start' : 'end'}
            >
              {p.part.name}
              {runs(p.part) ? ' ●' : ''}
            </text>
            {p.terminals.map((t) => {
              const { point } = t;
              return (
                <TouchPoint
                  key={point}
                  className={`centre-screw${live.has(point) ? ' live' : ''}${lit.has(`point:${point}`) ? ' lit' : ''}${picked.includes(point) ? ' picked' : ''}`}
                  label={`${p.part.name} ${t.label}, ${used.has(point) ? 'joined' : 'empty'}`}
                  pressed={picked.includes(point)}
                  onTouch={onPoint ? () => onPoint(point) : undefined}
                >
                  {onPoint ? (
                    <rect
                      className="centre-touch"
                      x={p.left ? t.x - layout.box / 2 : t.x - 24}
                      y={t.y - layout.row / 2}
                      width={layout.box / 2 + 24}
                      height={layout.row}
                    />
                  ) : null}
                  <circle cx={t.x} cy={t.y} r={6} />
                  <text x={p.left ? t.x - 14 : t.x + 14} y={t.y + 5} textAnchor={p.left ? 'end' : 'start'}>
                    {t.label}
                  </text>
                </TouchPoint>
              );
            })}
          </g>
        ))}
      </svg>
    </section>
  );
}

/** The same as words: one line a terminal. */
export function CentreTable({ nets, result }: { nets: readonly Net[]; result: DemandResult | null }): ReactNode {
  const live = new Set(result?.steps.at(-1)?.live ?? []);
  return (
    <Table className="plan-table">
      <TableHead>
        <TableRow>
          <TableCell component="th" scope="col">
            Terminal
          </TableCell>
          <TableCell component="th" scope="col">
            Carries
          </TableCell>
          <TableCell component="th" scope="col">
            Joins
          </TableCell>
          <TableCell component="th" scope="col">
            Now
          </TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {nets.map((n, i) => (
          <TableRow key={`${n.name}-${n.points[0]}`}>
            <TableCell component="th" scope="row" className="mono">
              {terminalOf(n, i)}
            </TableCell>
            <TableCell>{n.name}</TableCell>
            <TableCell className="mono">{n.points.join(', ')}</TableCell>
            <TableCell>{n.points.some((p) => live.has(p)) ? <b>live</b> : 'dead'}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
