/**
 * How a point is written everywhere: its part, what of the part, and which end, joined by dots. "wall.R",
 * "core.k3.wall", "CH1.brown", "mat.m1.screen", "earth". The only place that takes one apart.
 */
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

/** As a plain label: "RX 4". */
export const pointLabel = (point: string): string => point.split('.').join(' ');

/** A screw with its plate: "R at the wall". */
export function screwWords(point: string): string {
  const { part, id } = pointParts(point);
  return id ? `${id} at the ${part}` : part;
}
