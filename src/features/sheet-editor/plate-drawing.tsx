'use client';

/** A plate as its maker drew it: screws in their rows, the piece that joins two of them, switches in the case. */
import { type DrawnPlate, plateOf } from '@core/devices/plate';
import type { BaseSheet } from '@core/devices/sheet';
import { sayValue } from '@core/devices/sheet-form';
import { listed } from '@core/units/units';
import type { ReactNode } from 'react';
import './plate-drawing.css';

const PITCH = 44;
const ROW = 62;
const EDGE = 10;

interface At {
  x: number;
  y: number;
}

/** Centre of each screw by its label, and the size of the whole. */
function placesOf({ rows, upright }: DrawnPlate): { at: Map<string, At>; width: number; height: number } {
  const longest = Math.max(1, ...rows.map((r) => r.length));
  const at = new Map<string, At>();
  for (const [r, row] of rows.entries())
    for (const [i, screw] of row.entries())
      at.set(
        screw.label,
        upright
          ? { x: EDGE + 30 + r * 96, y: EDGE + 20 + i * 40 }
          : { x: EDGE + 24 + i * PITCH, y: EDGE + 20 + r * ROW },
      );
  return upright
    ? { at, width: rows.length * 96 + 2 * EDGE, height: longest * 40 + 2 * EDGE }
    : { at, width: longest * PITCH + 2 * EDGE + 6, height: rows.length * ROW + 2 * EDGE };
}

const JOIN_WORDS = {
  internal: 'joined inside',
  wire: 'jumper, taken off or fitted',
  link: 'link, cut for good',
} as const;

/** @param entered what the card enters, by setting: a switch stands there */
export function PlateDrawing({
  sheet,
  entered = {},
}: {
  sheet: BaseSheet;
  entered?: Readonly<Record<string, string>>;
}): ReactNode {
  const plate = plateOf(sheet);
  if (!plate) return null;
  const { at, width, height } = placesOf(plate);
  const labels = [...at.keys()];
  const ends = plate.join?.between.flatMap((l) => at.get(l) ?? []) ?? [];
  const [first] = ends;
  const last = ends.at(-1);
  return (
    <div className="plate-drawing">
      {labels.length > 0 ? (
        <svg
          viewBox={`0 0 ${width} ${height}`}
          width={width}
          height={height}
          role="img"
          aria-label={`Terminals ${listed(labels)}`}
        >
          <rect x="1" y="1" width={width - 2} height={height - 2} rx="10" />
          {plate.join && first && last && first !== last ? (
            <path
              className={`plate-join ${plate.join.kind}`}
              d={`M${first.x} ${first.y} Q${(first.x + last.x) / 2} ${Math.min(first.y, last.y) - 22} ${last.x} ${last.y}`}
            />
          ) : null}
          {plate.rows.flat().map(({ label, use }) => {
            const { x, y } = at.get(label) ?? { x: 0, y: 0 };
            return (
              <g key={label}>
                <title>{`${label}: ${sayValue(use)}`}</title>
                <circle cx={x} cy={y} r="10" />
                <line x1={x - 6} x2={x + 6} y1={y} y2={y} transform={`rotate(-35 ${x} ${y})`} />
                <text
                  x={plate.upright ? x + 18 : x}
                  y={plate.upright ? y + 5 : y + 28}
                  textAnchor={plate.upright ? 'start' : 'middle'}
                >
                  {label}
                </text>
              </g>
            );
          })}
        </svg>
      ) : null}
      {plate.join ? (
        <p className="soft">
          {listed(plate.join.between)}: {JOIN_WORDS[plate.join.kind]}
        </p>
      ) : null}
      {plate.switches.map((s) => (
        <div
          key={s.name}
          className="plate-switch"
          role="img"
          aria-label={`Switch ${s.name}: ${s.positions.join(', ')}`}
        >
          <b className="mono">{s.name}</b>
          {s.positions.map((p) => (
            <span key={p} className={p === entered[s.setting] ? 'on' : ''}>
              {p}
            </span>
          ))}
          <span className="soft">{s.label}</span>
        </div>
      ))}
    </div>
  );
}
