/** Small drawn parts of the strip: labels on conductors, coiled and cut ends, insulation colours. */

import { insulation } from '@core/survey/colours.data';
import type { ReactNode } from 'react';

export const paint = (colour: string): { fill: string; stripe?: string } => {
  const known = insulation(colour.split(' ')[0] ?? colour);
  return known ? { fill: known.fill, ...(known.stripe ? { stripe: known.stripe } : {}) } : { fill: '#a89f90' };
};

export const labelWidth = (text: string): number => Math.max(52, text.length * 7.4 + 22);

export function Label({ x, y, text, lit }: { x: number; y: number; text: string; lit: boolean }): ReactNode {
  const w = labelWidth(text);
  return (
    <g className={`label${lit ? ' lit' : ''}`} transform={`translate(${x} ${y})`}>
      <rect x={-w / 2} y={-13} width={w} height={26} rx={13} />
      <text y={5} textAnchor="middle">
        {text}
      </text>
    </g>
  );
}

export function Coil({
  x,
  y,
  colour,
  cut,
  side,
}: {
  x: number;
  y: number;
  colour: string;
  cut: boolean;
  side: -1 | 1;
}): ReactNode {
  const { fill } = paint(colour);
  const d = cut
    ? `M ${x} ${y} h ${side * 8} m ${side * 4} -7 l ${side * 6} 14`
    : `M ${x} ${y} c ${side * 26} -20 ${side * 44} 6 ${side * 26} 15 c ${side * -16} 8 ${side * -30} -10 ${side * -12} -18`;
  return (
    <>
      <path className="core-edge" d={d} />
      <path className="core" d={d} style={{ stroke: fill }} />
    </>
  );
}
