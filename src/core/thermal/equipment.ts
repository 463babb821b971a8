/** What heats a house, and how it is steered: stages, heat pumps by their rated points, bands and rests. */

export interface RatedPoint {
  outdoorCelsius: number;
  watts: number;
  cop: number;
}

export type Equipment =
  /** Fixed output by stage, W each; `efficiency` is heat over what is paid for. */
  | { kind: 'stages'; watts: readonly number[]; efficiency: number }
  /** Two rated points or more, joined by straight lines and carried on beyond the ends; electric help besides. */
  | {
      kind: 'heat-pump';
      points: readonly RatedPoint[];
      auxWatts: number;
      /** Below it the compressor rests; above it the help does. */
      compressorLeastCelsius?: number;
      auxMostCelsius?: number;
    };

export interface Steering {
  /** Half of it to either side of the setpoint, K. */
  bandKelvin: number;
  minimumOnMinutes: number;
  minimumOffMinutes: number;
  /** A second stage, or help, once the room is so far under for so long. */
  stageKelvin: number;
  stageMinutes: number;
  /** From the call until heat comes: valves, ignition. */
  deadMinutes: number;
}

export const USUAL_STEERING: Steering = {
  bandKelvin: 0.6,
  minimumOnMinutes: 3,
  minimumOffMinutes: 3,
  stageKelvin: 1,
  stageMinutes: 15,
  deadMinutes: 1,
};

/** By a straight line between the points beside a temperature, or on from the last two. Sorted, two or more. */
function along(points: readonly RatedPoint[], outdoor: number, of: (p: RatedPoint) => number): number {
  let i = 1;
  while (i < points.length - 1 && outdoor > (points[i]?.outdoorCelsius ?? 0)) i++;
  const a = points[i - 1];
  const b = points[i];
  if (!a || !b) throw new RangeError('a heat pump has two rated points at least');
  return of(a) + ((outdoor - a.outdoorCelsius) / (b.outdoorCelsius - a.outdoorCelsius)) * (of(b) - of(a));
}

/** Throws a RangeError where the points are too few or two stand at one temperature. */
export function sortedPoints(points: readonly RatedPoint[]): RatedPoint[] {
  const sorted = [...points].sort((a, b) => a.outdoorCelsius - b.outdoorCelsius);
  if (sorted.length < 2) throw new RangeError('a heat pump has two rated points at least');
  if (sorted.some((p, i) => p.outdoorCelsius === sorted[i - 1]?.outdoorCelsius))
    throw new RangeError('two rated points at one outdoor temperature');
  return sorted;
}

/** Heat of a heat pump at an outdoor temperature, W; never below zero. */
export const capacityAt = (points: readonly RatedPoint[], outdoor: number): number =>
  Math.max(
    0,
    along(points, outdoor, (p) => p.watts),
  );
/** Heat over electricity; never below one. */
export const copAt = (points: readonly RatedPoint[], outdoor: number): number =>
  Math.max(
    1,
    along(points, outdoor, (p) => p.cop),
  );

/** Outdoor temperature at which the pump gives just what the house loses; null where it never does between −40 and 25 °C. */
export function balancePoint(
  points: readonly RatedPoint[],
  lossWattsPerKelvin: number,
  roomCelsius: number,
  gainsWatts = 0,
): number | null {
  const short = (t: number): number => capacityAt(points, t) - (lossWattsPerKelvin * (roomCelsius - t) - gainsWatts);
  if (short(-40) >= 0 || short(25) < 0) return null;
  let low = -40;
  let high = 25;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (short(mid) < 0) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/**
 * Outdoor temperature under which burning fuel is cheaper than the pump: where the COP is the price of electricity over
 * that of useful heat from fuel. "always": the fuel is cheaper at any temperature; "never": the pump is.
 */
export function economicChangeover(
  points: readonly RatedPoint[],
  electricityPrice: number,
  fuelPrice: number,
  fuelEfficiency: number,
): number | 'always' | 'never' {
  const wanted = (electricityPrice * fuelEfficiency) / fuelPrice;
  const at = (t: number): number => copAt(points, t) - wanted;
  if (at(-30) >= 0 && at(20) >= 0) return 'never';
  if (at(-30) < 0 && at(20) < 0) return 'always';
  let low = -30;
  let high = 20;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (at(mid) < 0 === at(low) < 0) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
