/** A conductor of the strip: its two colours, loose ends, name, and what takes it off. */
import type { ReactNode } from 'react';
import type { Drag, Point, StripConductor, StripLayout } from './strip-layout';
import { Coil, Label, labelWidth, paint } from './strip-parts';

/** Halves of a conductor whose colour changes on the way; one where it does not. */
function Core({ c, a, b, layout }: { c: StripConductor; a: Point; b: Point; layout: StripLayout }): ReactNode {
  const differs = c.wallColour !== c.boardColour;
  const mid = (a.x + b.x) / 2;
  const d = `M ${a.x} ${a.y} C ${mid} ${a.y} ${mid} ${b.y} ${b.x} ${b.y}`;
  const halves = differs
    ? [
        { colour: c.wallColour, from: 0, to: mid },
        { colour: c.boardColour, from: mid, to: layout.width },
      ]
    : [{ colour: c.wallColour, from: 0, to: layout.width }];
  return halves.map((h, i) => {
    const { fill, stripe } = paint(h.colour);
    return (
      <g key={h.colour + String(i)} clipPath={differs ? `url(#half-${c.id}-${i})` : undefined}>
        {differs ? (
          <clipPath id={`half-${c.id}-${i}`}>
            <rect x={h.from} y={0} width={h.to - h.from} height={layout.height} />
          </clipPath>
        ) : null}
        <path className="core-edge" d={d} />
        <path className={`core${c.boardAssumed ? ' assumed' : ''}`} d={d} style={{ stroke: fill }} />
        {stripe ? <path className="core-stripe" d={d} style={{ stroke: stripe }} /> : null}
      </g>
    );
  });
}

/** Two names with the mark of a joint that nobody has seen between them. */
function TwoNames({
  c,
  x,
  y,
  layout,
  on,
}: {
  c: StripConductor;
  x: number;
  y: number;
  layout: StripLayout;
  on: boolean;
}): ReactNode {
  return (
    <>
      <Label x={x - layout.beside(c.wallColour)} y={y} text={c.wallColour} lit={on} />
      <Label x={x + layout.beside(c.boardColour)} y={y} text={c.boardColour} lit={on} />
      <g className="splice" transform={`translate(${x} ${y})`}>
        <rect x={-12} y={-13} width={24} height={26} rx={5} />
        <text y={6} textAnchor="middle">
          ?
        </text>
      </g>
    </>
  );
}

export function DrawnConductor({
  c,
  layout,
  drag,
  on,
  onRemove,
}: {
  c: StripConductor;
  layout: StripLayout;
  drag: Drag | null;
  on: boolean;
  onRemove: ((conductor: string) => void) | undefined;
}): ReactNode {
  const a = layout.endOf(c, 'wall', drag);
  const b = layout.endOf(c, 'board', drag);
  const differs = c.wallColour !== c.boardColour;
  const mid = (a.x + b.x) / 2;
  const labelY = (a.y + b.y) / 2;
  const name = c.note ? `${c.wallColour}, ${c.note}` : c.wallColour;
  const afterName = differs
    ? layout.beside(c.boardColour) + labelWidth(c.boardColour) / 2 + (layout.narrow ? 8 : 20)
    : labelWidth(name) / 2 + 20;
  return (
    <g className={`conductor${on ? ' lit' : ''}${c.dim ? ' dim' : ''}`}>
      <Core c={c} a={a} b={b} layout={layout} />
      {a.landed ? null : <Coil x={a.x} y={a.y} colour={c.wallColour} cut={c.cut ?? false} side={-1} />}
      {b.landed ? null : <Coil x={b.x} y={b.y} colour={c.boardColour} cut={c.cut ?? false} side={1} />}
      {differs ? (
        <TwoNames c={c} x={mid} y={labelY} layout={layout} on={on} />
      ) : (
        <Label x={mid} y={labelY} text={name} lit={on} />
      )}
      {onRemove ? (
        <g
          className="remove"
          role="button"
          tabIndex={0}
          aria-label={`Take ${c.wallColour} off the drawing`}
          transform={`translate(${mid + afterName} ${labelY})`}
          onClick={() => onRemove(c.id)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' || e.key === ' ') onRemove(c.id);
          }}
        >
          <rect x={-22} y={-22} width={44} height={44} fill="transparent" />
          <circle r={10} />
          <path d="M -4 -4 L 4 4 M 4 -4 L -4 4" />
        </g>
      ) : null}
    </g>
  );
}
