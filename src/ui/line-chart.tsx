'use client';

import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
/** A few lines over one axis, in the bench's own colours, with marks where lines meet and a table for those who cannot see it. */
import {
  type ChartDataset,
  Chart as ChartJs,
  type ChartOptions,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  type Plugin,
  PointElement,
} from 'chart.js';
import { type ReactNode, useEffect, useState } from 'react';
import { Line } from 'react-chartjs-2';
import './line-chart.css';

ChartJs.register(LineController, LineElement, LinearScale, LogarithmicScale, PointElement, Filler);

export type Tone = 'copper' | 'sea' | 'ink' | 'amber';

export interface ChartLine {
  name: string;
  tone: Tone;
  dashed?: boolean;
  /** Points alone, no line between them. */
  dots?: boolean;
  /** Thin, and filled down to the line after it: the upper edge of a band. */
  bandToNext?: boolean;
  /** Not named in the key: the lower edge of a band. */
  unnamed?: boolean;
  points: readonly { x: number; y: number }[];
}

export interface ChartMark {
  x: number;
  label: string;
  tone: Tone;
}

export interface LineChartProps {
  /** What it shows, in one sentence. */
  title: string;
  xName: string;
  yName: string;
  lines: readonly ChartLine[];
  marks?: readonly ChartMark[];
  xText?: (x: number) => string;
  yText?: (y: number) => string;
  yFrom?: number;
  /** Between ticks of x: 3 for hours of a day. */
  xStep?: number;
  /** Decades rather than steps. */
  yLog?: boolean;
}

const VARIABLES: Record<Tone | 'line' | 'soft' | 'plate', string> = {
  copper: '--copper',
  sea: '--sea',
  ink: '--ink',
  amber: '--amber',
  line: '--line',
  soft: '--ink-soft',
  plate: '--plate',
};
type Palette = Record<keyof typeof VARIABLES, string>;

/** The theme's colours as the canvas needs them: read again when the scheme changes. */
function usePalette(): Palette | null {
  const [palette, setPalette] = useState<Palette | null>(null);
  useEffect(() => {
    const read = (): void => {
      const style = getComputedStyle(document.documentElement);
      setPalette(
        Object.fromEntries(Object.entries(VARIABLES).map(([k, v]) => [k, style.getPropertyValue(v).trim()])) as Palette,
      );
    };
    read();
    const observer = new MutationObserver(read);
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-scheme'] });
    return () => observer.disconnect();
  }, []);
  return palette;
}

/** On a scale of decades only these are named. */
const ROUND = /^[1235]e/;

const FACE = '"Atkinson Hyperlegible Next", system-ui, sans-serif';

/** Upright lines where something changes hands, with their words at the top. */
const markPlugin = (marks: readonly ChartMark[], palette: Palette): Plugin<'line'> => ({
  id: 'marks',
  afterDatasetsDraw: (chart) => {
    const { ctx, chartArea, scales } = chart;
    const scale = scales.x;
    if (!scale) return;
    ctx.save();
    ctx.font = `600 13px ${FACE}`;
    // A label drops a line only where it would touch the one before it.
    let row = 0;
    let lastEnd = Number.NEGATIVE_INFINITY;
    for (const m of [...marks].sort((a, b) => a.x - b.x)) {
      const x = scale.getPixelForValue(m.x);
      if (x < chartArea.left || x > chartArea.right) continue;
      ctx.strokeStyle = palette[m.tone];
      ctx.fillStyle = palette[m.tone];
      ctx.setLineDash([2, 4]);
      ctx.lineWidth = 1.5;
      ctx.beginPath();
      ctx.moveTo(x, chartArea.top);
      ctx.lineTo(x, chartArea.bottom);
      ctx.stroke();
      const width = ctx.measureText(m.label).width;
      const right = x + 6 + width < chartArea.right;
      const from = right ? x + 6 : x - 6 - width;
      row = from < lastEnd + 8 ? row + 1 : 0;
      lastEnd = Math.max(lastEnd, from + width);
      ctx.textAlign = right ? 'left' : 'right';
      ctx.fillText(m.label, right ? x + 6 : x - 6, chartArea.top + 13 + 17 * row);
    }
    ctx.restore();
  },
});

const datasetOf = (l: ChartLine, palette: Palette): ChartDataset<'line', { x: number; y: number }[]> => ({
  label: l.name,
  data: l.points.map((p) => ({ x: p.x, y: p.y })),
  borderColor: palette[l.tone],
  backgroundColor: l.dots ? palette[l.tone] : `${palette[l.tone]}2e`,
  borderWidth: l.bandToNext || l.unnamed ? 1 : 2.5,
  borderDash: l.dashed ? [6, 5] : [],
  showLine: !l.dots,
  pointRadius: l.dots ? 5 : 0,
  pointBorderColor: palette.plate,
  pointBorderWidth: l.dots ? 1.5 : 0,
  fill: l.bandToNext ? '+1' : false,
});

/** Every abscissa once, in their order. */
const abscissae = (lines: readonly ChartLine[]): number[] =>
  [...new Set(lines.flatMap((l) => l.points.map((p) => p.x)))].sort((a, b) => a - b);

function optionsOf(
  { xName, yName, lines, xText = String, yText = String, yFrom, xStep, yLog = false }: Omit<LineChartProps, 'title'>,
  palette: Palette,
): ChartOptions<'line'> {
  const axis = (name: string, text: (v: number) => string, type = 'linear'): object => ({
    type,
    title: { display: true, text: name, color: palette.soft, font: { family: FACE, size: 13 } },
    grid: { color: palette.line, lineWidth: 0.6 },
    border: { color: palette.soft },
    ticks: {
      color: palette.soft,
      font: { family: FACE, size: 12 },
      callback: (v: string | number) =>
        type === 'linear' || ROUND.test(Number(v).toExponential()) ? text(Number(v)) : '',
    },
  });
  const xs = abscissae(lines);
  const across = axis(xName, xText) as { ticks: object };
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    events: [],
    // Points come as the library keeps them.
    parsing: false,
    scales: {
      // An axis ends where its data end.
      x: {
        ...across,
        ...(xs.length > 1 ? { min: xs[0], max: xs.at(-1) } : {}),
        ...(xStep ? { ticks: { ...across.ticks, stepSize: xStep } } : {}),
      },
      y: { ...axis(yName, yText, yLog ? 'logarithmic' : 'linear'), ...(yFrom === undefined ? {} : { min: yFrom }) },
    },
  };
}

const WARM: ChartLine[] = [
  { name: '', tone: 'copper', points: Array.from({ length: 60 }, (_, x) => ({ x, y: Math.sin(x) })), bandToNext: true },
  { name: '', tone: 'ink', points: Array.from({ length: 60 }, (_, x) => ({ x, y: Math.cos(x) })), dashed: true },
];
const WARM_PALETTE: Palette = {
  copper: '#000000',
  sea: '#000000',
  ink: '#000000',
  amber: '#000000',
  line: '#000000',
  soft: '#000000',
  plate: '#000000',
};

/** Draws on a canvas that stands nowhere: the first drawing costs the most, and here nobody waits for it. */
export function warmUp(): void {
  const canvas = document.createElement('canvas');
  canvas.width = 300;
  canvas.height = 150;
  const options = optionsOf({ xName: 'x', yName: 'y', lines: WARM, xStep: 3 }, WARM_PALETTE);
  new ChartJs(canvas, {
    type: 'line',
    data: { datasets: WARM.map((l) => datasetOf(l, WARM_PALETTE)) },
    options: { ...options, responsive: false },
  }).destroy();
}

export default function LineChart(props: LineChartProps): ReactNode {
  const { title, xName, lines, marks = [], xText = String, yText = String } = props;
  const palette = usePalette();
  const [table, setTable] = useState(false);
  if (!palette) return <div className="line-chart" />;
  const datasets = lines.map((l) => datasetOf(l, palette));
  const options = optionsOf(props, palette);
  const xs = abscissae(lines);
  return (
    <figure className="line-chart-figure">
      <ul className="chart-names" aria-hidden="true">
        {lines
          .filter((l) => !l.unnamed)
          .map((l) => (
            <li key={l.name}>
              <svg width="26" height="8" aria-hidden="true">
                {l.dots ? (
                  <circle cx="13" cy="4" r="4" fill={palette[l.tone]} />
                ) : (
                  <line
                    x1="0"
                    x2="26"
                    y1="4"
                    y2="4"
                    stroke={palette[l.tone]}
                    strokeWidth={l.bandToNext ? 8 : 3}
                    strokeOpacity={l.bandToNext ? 0.25 : 1}
                    strokeDasharray={l.dashed ? '6 5' : undefined}
                  />
                )}
              </svg>
              {l.name}
            </li>
          ))}
      </ul>
      <div className="line-chart">
        <Line
          role="img"
          aria-label={title}
          key={palette.ink}
          data={{ datasets }}
          options={options}
          plugins={[markPlugin(marks, palette)]}
        />
      </div>
      <button type="button" className="plain left" aria-expanded={table} onClick={() => setTable(!table)}>
        {table ? 'Hide the figures' : 'As a table'}
      </button>
      {table ? (
        <div className="pair-scroll">
          <Table className="plan-table chart-table">
            <TableHead>
              <TableRow>
                <TableCell component="th" scope="col">
                  {xName}
                </TableCell>
                {lines.map((l) => (
                  <TableCell component="th" key={l.name} scope="col">
                    {l.name}
                  </TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {xs.map((x) => (
                <TableRow key={x}>
                  <TableCell component="th" scope="row">
                    {xText(x)}
                  </TableCell>
                  {lines.map((l) => {
                    const y = l.points.find((p) => p.x === x)?.y;
                    return (
                      <TableCell key={l.name} className="mono">
                        {y === undefined ? '–' : yText(y)}
                      </TableCell>
                    );
                  })}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </div>
      ) : null}
    </figure>
  );
}
