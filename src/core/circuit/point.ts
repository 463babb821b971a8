/**
 * How a point is written everywhere: its part, what of the part, and which end, joined by dots. "wall.R",
 * "core.k3.wall", "CH1.brown", "mat.m1.screen", "earth". The only place that takes one apart.
 */

/** Points that are one word: no part has a terminal of that name. */
const WORDS = ['earth', 'neutral', 'live', 'chassis'] as const;

/** A place that a probe touches. Text from outside becomes one by `isPoint` and by nothing else. */
export type Point = `${string}.${string}` | (typeof WORDS)[number];

const WORD: ReadonlySet<string> = new Set(WORDS);
export const isPoint = (text: string): text is Point => WORD.has(text) || /^[^.\s]+(\.[^.\s]+){1,2}$/.test(text);

export interface PointParts {
  part: string;
  id: string;
  end: string;
}

/** The parts of a point, empty where it has none of them. Never throws. */
export function pointParts(point: string): PointParts {
  const [part = '', id = '', end = ''] = point.split('.');
  return { part, id, end };
}

/** The letters of a screw or core's end: the last of its parts. */
export function pointLetters(point: Point): string {
  const { part, id, end } = pointParts(point);
  return end || id || part;
}

/** As a plain label: "RX 4". */
export const pointLabel = (point: string): string => point.split('.').join(' ');

/** A screw with its plate: "R at the wall". */
export function screwWords(point: string): string {
  const { part, id } = pointParts(point);
  return id ? `${id} at the ${part}` : part;
}
