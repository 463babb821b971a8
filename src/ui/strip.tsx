'use client';

/**
 * The strip: two plates of screws and the conductors between them, in their real colours with
 * their names. Every screw is a button; a conductor's end can be dragged to another screw.
 */
import { type KeyboardEvent, type PointerEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { Coil, Label, labelWidth, paint } from './strip-parts';
import './strip.css';

export type StripPlace = 'wall' | 'board';

export interface StripRow {
  wall: string | null;
  board: string | null;
}

export interface StripConductor {
  id: string;
  wall: string | null;
  board: string | null;
  wallColour: string;
  boardColour: string;
  /** Shown under the label: "spare", "new cable". */
  note?: string;
  /** Ends that were not looked at are drawn faint. */
  boardAssumed?: boolean;
  cut?: boolean;
  dim?: boolean;
}

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

const TOP = 30;
const SCREW = 14;

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

interface Drag {
  conductor: string;
  place: StripPlace;
  x: number;
  y: number;
}

export function Strip(props: StripProps): ReactNode {
  const { rows, conductors, jumpers = [], lit, picked = [], badge, onScrew, onMove, onRemove, sides = SIDES } = props;
  const [box, width] = useWidth();
  const [drag, setDrag] = useState<Drag | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const narrow = width > 0 && width < 520;
  const rowHeight = narrow ? 48 : 52;
  const plate = narrow ? 78 : 128;
  const loose = conductors.filter((c) => c.wall === null && c.board === null);
  const height = TOP + (rows.length + loose.length) * rowHeight + 12;
  const plateHeight = rows.length * rowHeight + 8;
  const rowOf = (place: StripPlace, terminal: string): number => rows.findIndex((r) => r[place] === terminal);
  const y = (row: number): number => TOP + row * rowHeight + rowHeight / 2 + 4;
  const screwX = (place: StripPlace): number => (place === 'wall' ? plate - SCREW - 6 : width - plate + SCREW + 6);
  const edgeX = (place: StripPlace): number => (place === 'wall' ? plate : width - plate);
  /** How far from the joint's mark a colour's name stands, so that neither covers the other. */
  const beside = (colour: string): number => Math.max(narrow ? 34 : 76, labelWidth(colour) / 2 + 13);
  const isLit = (...refs: string[]): boolean => refs.some((r) => lit?.has(r) ?? false);
  const onIt = (place: StripPlace, terminal: string): StripConductor[] =>
    conductors.filter((c) => c[place] === terminal);

  const local = (e: PointerEvent): { x: number; y: number } => {
    const r = svg.current?.getBoundingClientRect();
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) };
  };
  const nearest = (place: StripPlace, at: { x: number; y: number }): string | null => {
    const side = Math.abs(at.x - screwX(place));
    if (side > (narrow ? 70 : 150)) return null;
    const row = Math.floor((at.y - TOP - 4) / rowHeight);
    return rows[row]?.[place] ?? null;
  };
  const down = (place: StripPlace, terminal: string) => (e: PointerEvent) => {
    const [conductor] = onIt(place, terminal);
    if (!onMove || !conductor || e.button !== 0) return;
    (e.target as Element).releasePointerCapture?.(e.pointerId);
    setDrag({ conductor: conductor.id, place, ...local(e) });
  };
  const move = (e: PointerEvent): void => {
    if (drag) setDrag({ ...drag, ...local(e) });
  };
  const up = (e: PointerEvent): void => {
    if (!drag) return;
    const at = local(e);
    const held = conductors.find((c) => c.id === drag.conductor);
    const from = held?.[drag.place] ?? null;
    const to = nearest(drag.place, at);
    const far = Math.abs(at.x - screwX(drag.place)) > (narrow ? 70 : 150);
    setDrag(null);
    if (to !== null && to !== from) onMove?.(drag.conductor, drag.place, to);
    else if (to === null && far) onMove?.(drag.conductor, drag.place, null);
  };

  const endPoint = (
    c: StripConductor,
    place: StripPlace,
    looseRow: number,
  ): { x: number; y: number; landed: boolean } => {
    if (drag && drag.conductor === c.id && drag.place === place) return { x: drag.x, y: drag.y, landed: true };
    const terminal = c[place];
    const row = terminal === null ? -1 : rowOf(place, terminal);
    if (row >= 0) return { x: edgeX(place) - (place === 'wall' ? 6 : -6), y: y(row), landed: true };
    const other = place === 'wall' ? c.board : c.wall;
    const otherRow = other === null ? rows.length + looseRow : rowOf(place === 'wall' ? 'board' : 'wall', other);
    const inset = narrow ? 34 : 70;
    return { x: edgeX(place) + (place === 'wall' ? inset : -inset), y: y(otherRow), landed: false };
  };

  return (
    <div className="strip" ref={box}>
      {width > 0 ? (
        // Pointer handling on the whole drawing serves dragging; every action also has a key or a button.
        <svg
          ref={svg}
          width={width}
          height={height}
          role="group"
          aria-label={`${props.wallTitle} and ${props.boardTitle}`}
          onPointerMove={move}
          onPointerUp={up}
          onPointerLeave={() => setDrag(null)}
          style={{ touchAction: drag ? 'none' : 'pan-y' }}
        >
          <text className="plate-title" x={2} y={18}>
            {props.wallTitle}
          </text>
          <text className="plate-title" x={width - 2} y={18} textAnchor="end">
            {props.boardTitle}
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
          {conductors.map((c) => {
            const looseRow = loose.indexOf(c);
            const a = endPoint(c, 'wall', looseRow);
            const b = endPoint(c, 'board', looseRow);
            const on = isLit(`conductor:${c.id}`);
            const differs = c.wallColour !== c.boardColour;
            const mid = (a.x + b.x) / 2;
            const path = (x1: number, y1: number, x2: number, y2: number): string =>
              `M ${x1} ${y1} C ${mid} ${y1} ${mid} ${y2} ${x2} ${y2}`;
            const labelY = (a.y + b.y) / 2;
            const halves = differs
              ? [
                  { colour: c.wallColour, clip: [0, mid] as const },
                  { colour: c.boardColour, clip: [mid, width] as const },
                ]
              : [{ colour: c.wallColour, clip: [0, width] as const }];
            return (
              <g key={c.id} className={`conductor${on ? ' lit' : ''}${c.dim ? ' dim' : ''}`}>
                {halves.map((h, i) => {
                  const { fill, stripe } = paint(h.colour);
                  const d = path(a.x, a.y, b.x, b.y);
                  return (
                    <g key={h.colour + String(i)} clipPath={differs ? `url(#half-${c.id}-${i})` : undefined}>
                      {differs ? (
                        <clipPath id={`half-${c.id}-${i}`}>
                          <rect x={h.clip[0]} y={0} width={h.clip[1] - h.clip[0]} height={height} />
                        </clipPath>
                      ) : null}
                      <path className="core-edge" d={d} />
                      <path className={`core${c.boardAssumed ? ' assumed' : ''}`} d={d} style={{ stroke: fill }} />
                      {stripe ? <path className="core-stripe" d={d} style={{ stroke: stripe }} /> : null}
                    </g>
                  );
                })}
                {a.landed ? null : <Coil x={a.x} y={a.y} colour={c.wallColour} cut={c.cut ?? false} side={-1} />}
                {b.landed ? null : <Coil x={b.x} y={b.y} colour={c.boardColour} cut={c.cut ?? false} side={1} />}
                {differs ? (
                  <>
                    <Label x={mid - beside(c.wallColour)} y={labelY} text={c.wallColour} lit={on} />
                    <Label x={mid + beside(c.boardColour)} y={labelY} text={c.boardColour} lit={on} />
                    <g className="splice" transform={`translate(${mid} ${labelY})`}>
                      <rect x={-12} y={-13} width={24} height={26} rx={5} />
                      <text y={6} textAnchor="middle">
                        ?
                      </text>
                    </g>
                  </>
                ) : (
                  <Label x={mid} y={labelY} text={c.note ? `${c.wallColour}, ${c.note}` : c.wallColour} lit={on} />
                )}
                {onRemove ? (
                  <g
                    className="remove"
                    role="button"
                    tabIndex={0}
                    aria-label={`Take ${c.wallColour} off the drawing`}
                    transform={`translate(${mid + (differs ? beside(c.boardColour) + labelWidth(c.boardColour) / 2 + (narrow ? 8 : 20) : labelWidth(c.note ? `${c.wallColour}, ${c.note}` : c.wallColour) / 2 + 20)} ${labelY})`}
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
          })}
          {(['wall', 'board'] as const).map((place) =>
            rows.map((r, i) => {
              const terminal = r[place];
              if (terminal === null) return null;
              const here = onIt(place, terminal);
              const ref = `${sides[place].ref}.${terminal}`;
              const text = badge?.(place, terminal);
              const on = picked.includes(ref);
              const name = `${terminal} at the ${sides[place].says}, ${here.length > 0 ? here.map((c) => (place === 'wall' ? c.wallColour : c.boardColour)).join(' and ') : 'empty'}`;
              const press = (): void => onScrew?.(place, terminal);
              return (
                <g
                  key={ref}
                  className={`screw${here.length > 0 ? ' holds' : ''}${on ? ' picked' : ''}${isLit(ref, `terminal:${terminal}`) ? ' lit' : ''}${onScrew ? ' live' : ''}`}
                  {...(onScrew
                    ? {
                        role: 'button',
                        tabIndex: 0,
                        'aria-label': name,
                        'aria-pressed': on,
                        onClick: press,
                        onKeyDown: (e: KeyboardEvent) => {
                          if (e.key === 'Enter' || e.key === ' ') {
                            e.preventDefault();
                            press();
                          }
                        },
                      }
                    : {})}
                  onPointerDown={down(place, terminal)}
                  data-screw={ref}
                >
                  <rect
                    x={place === 'wall' ? 1 : width - plate + 1}
                    y={y(i) - rowHeight / 2}
                    width={plate - 2}
                    height={rowHeight}
                    fill="transparent"
                  />
                  <text
                    className="letters"
                    x={place === 'wall' ? (narrow ? 8 : 22) : width - (narrow ? 8 : 22)}
                    y={y(i) + 7}
                    textAnchor={place === 'wall' ? 'start' : 'end'}
                  >
                    {terminal}
                  </text>
                  <circle cx={screwX(place)} cy={y(i)} r={SCREW - 1} />
                  <line
                    x1={screwX(place) - 7}
                    x2={screwX(place) + 7}
                    y1={y(i)}
                    y2={y(i)}
                    transform={`rotate(-35 ${screwX(place)} ${y(i)})`}
                  />
                  {text ? (
                    <text
                      className="badge mono"
                      x={place === 'wall' ? edgeX(place) + 14 : edgeX(place) - 14}
                      y={y(i) - 12}
                      textAnchor={place === 'wall' ? 'start' : 'end'}
                    >
                      {text}
                    </text>
                  ) : null}
                </g>
              );
            }),
          )}
          {jumpers.map((j) => {
            const r1 = rowOf(j.place, j.a);
            const r2 = rowOf(j.place, j.b);
            if (r1 < 0 || r2 < 0) return null;
            const x = screwX(j.place);
            const bow = (j.place === 'wall' ? -1 : 1) * (narrow ? 22 : 30);
            return (
              <path
                key={`${j.place}${j.a}${j.b}`}
                className="jumper"
                d={`M ${x} ${y(r1)} C ${x + bow} ${y(r1)} ${x + bow} ${y(r2)} ${x} ${y(r2)}`}
              />
            );
          })}
        </svg>
      ) : null}
      {props.caption ? <p className="soft strip-caption">{props.caption}</p> : null}
    </div>
  );
}
