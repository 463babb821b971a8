/** A screw of the strip: a button over its whole row of the plate. */
import type { KeyboardEvent, PointerEvent, ReactNode } from 'react';
import { SCREW, type StripLayout, type StripPlace } from './strip-layout';

/** Pressed by a pointer and by the keys of a button. */
const pressed = (name: string, on: boolean, press: () => void): object => ({
  role: 'button',
  tabIndex: 0,
  'aria-label': name,
  'aria-pressed': on,
  onClick: press,
  onKeyDown: (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    press();
  },
});

export function DrawnScrew({
  place,
  terminal,
  row,
  layout,
  point,
  says,
  badge,
  on,
  lit,
  onPress,
  onDown,
}: {
  place: StripPlace;
  terminal: string;
  row: number;
  layout: StripLayout;
  /** As probes name it. */
  point: string;
  /** The plate in words. */
  says: string;
  badge: string | undefined;
  on: boolean;
  lit: boolean;
  onPress: (() => void) | undefined;
  onDown: (e: PointerEvent) => void;
}): ReactNode {
  const { width, plate, narrow, rowHeight } = layout;
  const here = layout.onIt(place, terminal).map((c) => (place === 'wall' ? c.wallColour : c.boardColour));
  const name = `${terminal} at the ${says}, ${here.length > 0 ? here.join(' and ') : 'empty'}`;
  const wall = place === 'wall';
  const [x, y] = [layout.screwX(place), layout.y(row)];
  return (
    <g
      className={`screw${here.length > 0 ? ' holds' : ''}${on ? ' picked' : ''}${lit ? ' lit' : ''}${onPress ? ' live' : ''}`}
      {...(onPress ? pressed(name, on, onPress) : {})}
      onPointerDown={onDown}
      data-screw={point}
    >
      <rect
        x={wall ? 1 : width - plate + 1}
        y={y - rowHeight / 2}
        width={plate - 2}
        height={rowHeight}
        fill="transparent"
      />
      <text
        className="letters"
        x={wall ? (narrow ? 8 : 22) : width - (narrow ? 8 : 22)}
        y={y + 7}
        textAnchor={wall ? 'start' : 'end'}
      >
        {terminal}
      </text>
      <circle cx={x} cy={y} r={SCREW - 1} />
      <line x1={x - 7} x2={x + 7} y1={y} y2={y} transform={`rotate(-35 ${x} ${y})`} />
      {badge ? (
        <text
          className="badge mono"
          x={layout.edgeX(place) + (wall ? 14 : -14)}
          y={y - 12}
          textAnchor={wall ? 'start' : 'end'}
        >
          {badge}
        </text>
      ) : null}
    </g>
  );
}
