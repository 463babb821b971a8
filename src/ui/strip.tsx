'use client';

/**
 * The strip: two plates of screws and the conductors between them, in their real colours with
 * their names. Every screw is a button; a conductor's end can be dragged to another screw.
 */
import { type PointerEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { DrawnConductor } from './strip-conductor';
import {
  type Drag,
  layOut,
  type Point,
  type StripConductor,
  type StripLayout,
  type StripPlace,
  type StripRow,
  TOP,
} from './strip-layout';
import { DrawnScrew } from './strip-screw';
import './strip.css';

export type { StripConductor, StripPlace, StripRow } from './strip-layout';

export interface StripProps {
  rows: readonly StripRow[];
  conductors: readonly StripConductor[];
  jumpers?: readonly { place: StripPlace; a: string; b: string }[];
  wallTitle: string;
  boardTitle: string;
  lit?: ReadonlySet<string>;
  /** Screws held by a probe or waiting for the second of a pair. */
  picked?: readonly string[];
  /** A short text at a screw, such as its predicted volts. */
  badge?: (place: StripPlace, terminal: string) => string | undefined;
  onScrew?: (place: StripPlace, terminal: string) => void;
  onMove?: (conductor: string, place: StripPlace, terminal: string | null) => void;
  onRemove?: (conductor: string) => void;
  caption?: string;
  /** Where the two plates are, when they are not the wall and the board: the words and the names of their screws. */
  sides?: Record<StripPlace, { ref: string; says: string }>;
}

const SIDES = { wall: { ref: 'wall', says: 'wall' }, board: { ref: 'board', says: 'board' } };

function useWidth(): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.round(entry?.contentRect.width ?? 0)));
    observer.observe(element);
    setWidth(Math.round(element.getBoundingClientRect().width));
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

type Jumpers = NonNullable<StripProps['jumpers']>;

function DrawnJumpers({ jumpers, layout }: { jumpers: Jumpers; layout: StripLayout }): ReactNode {
  return jumpers.map((j) => {
    const [r1, r2] = [layout.rowOf(j.place, j.a), layout.rowOf(j.place, j.b)];
    if (r1 < 0 || r2 < 0) return null;
    const x = layout.screwX(j.place);
    const bow = (j.place === 'wall' ? -1 : 1) * (layout.narrow ? 22 : 30);
    const [y1, y2] = [layout.y(r1), layout.y(r2)];
    return (
      <path
        key={`${j.place}${j.a}${j.b}`}
        className="jumper"
        d={`M ${x} ${y1} C ${x + bow} ${y1} ${x + bow} ${y2} ${x} ${y2}`}
      />
    );
  });
}

function Plates({
  wallTitle,
  boardTitle,
  layout,
}: {
  wallTitle: string;
  boardTitle: string;
  layout: StripLayout;
}): ReactNode {
  const { width, height, plate, plateHeight } = layout;
  return (
    <>
      <text className="plate-title" x={2} y={18}>
        {wallTitle}
      </text>
      <text className="plate-title" x={width - 2} y={18} textAnchor="end">
        {boardTitle}
      </text>
      <rect
        className="sheath"
        x={plate + (width - 2 * plate) * 0.2}
        y={TOP + 8}
        width={(width - 2 * plate) * 0.6}
        height={height - TOP - 16}
        rx={22}
      />
      <rect className="plate" x={1} y={TOP} width={plate - 2} height={plateHeight} rx={10} />
      <rect className="plate" x={width - plate + 1} y={TOP} width={plate - 2} height={plateHeight} rx={10} />
    </>
  );
}

interface Dragging {
  svg: React.RefObject<SVGSVGElement | null>;
  drag: Drag | null;
  down: (place: StripPlace, terminal: string) => (e: PointerEvent) => void;
  move: (e: PointerEvent) => void;
  up: (e: PointerEvent) => void;
  drop: () => void;
}

/** An end taken from its screw by the pointer: to another screw, or off the plate. */
function useDragging({ conductors, onMove }: StripProps, layout: StripLayout): Dragging {
  const [drag, setDrag] = useState<Drag | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const local = (e: PointerEvent): Point => {
    const r = svg.current?.getBoundingClientRect();
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) };
  };
  return {
    svg,
    drag,
    down: (place, terminal) => (e) => {
      const [conductor] = layout.onIt(place, terminal);
      if (!onMove || !conductor || e.button !== 0) return;
      (e.target as Element).releasePointerCapture?.(e.pointerId);
      setDrag({ conductor: conductor.id, place, ...local(e) });
    },
    move: (e) => {
      if (drag) setDrag({ ...drag, ...local(e) });
    },
    up: (e) => {
      if (!drag) return;
      const at = local(e);
      const from = conductors.find((c) => c.id === drag.conductor)?.[drag.place] ?? null;
      const to = layout.nearest(drag.place, at);
      const far = Math.abs(at.x - layout.screwX(drag.place)) > layout.reach;
      setDrag(null);
      if (to !== null && to !== from) onMove?.(drag.conductor, drag.place, to);
      else if (to === null && far) onMove?.(drag.conductor, drag.place, null);
    },
    drop: () => setDrag(null),
  };
}

function Drawing({ strip, layout }: { strip: StripProps; layout: StripLayout }): ReactNode {
  const { rows, conductors, jumpers = [], lit, picked = [], badge, onScrew, onRemove, sides = SIDES } = strip;
  const { svg, drag, down, move, up, drop } = useDragging(strip, layout);
  const isLit = (...refs: string[]): boolean => refs.some((r) => lit?.has(r) ?? false);
  return (
    // Pointer handling on the whole drawing serves dragging; every action also has a key or a button.
    <svg
      ref={svg}
      width={layout.width}
      height={layout.height}
      role="group"
      aria-label={`${strip.wallTitle} and ${strip.boardTitle}`}
      onPointerMove={move}
      onPointerUp={up}
      onPointerLeave={drop}
      style={{ touchAction: drag ? 'none' : 'pan-y' }}
    >
      <Plates wallTitle={strip.wallTitle} boardTitle={strip.boardTitle} layout={layout} />
      {conductors.map((c) => (
        <DrawnConductor
          key={c.id}
          c={c}
          layout={layout}
          drag={drag}
          on={isLit(`conductor:${c.id}`)}
          onRemove={onRemove}
        />
      ))}
      {(['wall', 'board'] as const).map((place) =>
        rows.map((r, row) => {
          const terminal = r[place];
          if (terminal === null) return null;
          const point = `${sides[place].ref}.${terminal}`;
          return (
            <DrawnScrew
              key={point}
              place={place}
              terminal={terminal}
              row={row}
              layout={layout}
              point={point}
              says={sides[place].says}
              badge={badge?.(place, terminal)}
              on={picked.includes(point)}
              lit={isLit(point, `terminal:${terminal}`)}
              onPress={onScrew ? () => onScrew(place, terminal) : undefined}
              onDown={down(place, terminal)}
            />
          );
        }),
      )}
      <DrawnJumpers jumpers={jumpers} layout={layout} />
    </svg>
  );
}

export function Strip(strip: StripProps): ReactNode {
  const [box, width] = useWidth();
  return (
    <div className="strip" ref={box}>
      {width > 0 ? <Drawing strip={strip} layout={layOut(width, strip.rows, strip.conductors)} /> : null}
      {strip.caption ? <p className="soft strip-caption">{strip.caption}</p> : null}
    </div>
  );
}
