/** Where everything of a strip is drawn: two plates of screws, rows between them, loose ends below. */
import { labelWidth } from './strip-parts';

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

export const TOP = 30;
export const SCREW = 14;

export interface Point {
  x: number;
  y: number;
}

/** An end that is being dragged. */
export interface Drag extends Point {
  conductor: string;
  place: StripPlace;
}

export interface StripLayout {
  width: number;
  height: number;
  plateHeight: number;
  narrow: boolean;
  rowHeight: number;
  /** Width of a plate. */
  plate: number;
  /** Nearer than this to a screw's column an end is over its plate. */
  reach: number;
  loose: readonly StripConductor[];
  rowOf: (place: StripPlace, terminal: string) => number;
  y: (row: number) => number;
  screwX: (place: StripPlace) => number;
  edgeX: (place: StripPlace) => number;
  /** How far from the joint's mark a colour's name stands, so that neither covers the other. */
  beside: (colour: string) => number;
  onIt: (place: StripPlace, terminal: string) => StripConductor[];
  endOf: (c: StripConductor, place: StripPlace, drag: Drag | null) => Point & { landed: boolean };
  /** The screw whose row is at a point, where that is over its plate. */
  nearest: (place: StripPlace, at: Point) => string | null;
}

export function layOut(width: number, rows: readonly StripRow[], conductors: readonly StripConductor[]): StripLayout {
  const narrow = width > 0 && width < 520;
  const rowHeight = narrow ? 48 : 52;
  const plate = narrow ? 78 : 128;
  const reach = narrow ? 70 : 150;
  const loose = conductors.filter((c) => c.wall === null && c.board === null);
  const rowOf = (place: StripPlace, terminal: string): number => rows.findIndex((r) => r[place] === terminal);
  const y = (row: number): number => TOP + row * rowHeight + rowHeight / 2 + 4;
  const screwX = (place: StripPlace): number => (place === 'wall' ? plate - SCREW - 6 : width - plate + SCREW + 6);
  const edgeX = (place: StripPlace): number => (place === 'wall' ? plate : width - plate);
  const inwards = (place: StripPlace, by: number): number => edgeX(place) + (place === 'wall' ? by : -by);
  const endOf: StripLayout['endOf'] = (c, place, drag) => {
    if (drag && drag.conductor === c.id && drag.place === place) return { x: drag.x, y: drag.y, landed: true };
    const terminal = c[place];
    const row = terminal === null ? -1 : rowOf(place, terminal);
    if (row >= 0) return { x: inwards(place, -6), y: y(row), landed: true };
    const other = place === 'wall' ? c.board : c.wall;
    const otherRow =
      other === null ? rows.length + loose.indexOf(c) : rowOf(place === 'wall' ? 'board' : 'wall', other);
    return { x: inwards(place, narrow ? 34 : 70), y: y(otherRow), landed: false };
  };
  return {
    width,
    height: TOP + (rows.length + loose.length) * rowHeight + 12,
    plateHeight: rows.length * rowHeight + 8,
    narrow,
    rowHeight,
    plate,
    reach,
    loose,
    rowOf,
    y,
    screwX,
    edgeX,
    beside: (colour) => Math.max(narrow ? 34 : 76, labelWidth(colour) / 2 + 13),
    onIt: (place, terminal) => conductors.filter((c) => c[place] === terminal),
    endOf,
    nearest: (place, at) =>
      Math.abs(at.x - screwX(place)) > reach ? null : (rows[Math.floor((at.y - TOP - 4) / rowHeight)]?.[place] ?? null),
  };
}
