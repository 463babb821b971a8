/**
 * Fresh air a dwelling needs and how long its ventilator must run for it.
 *
 *   Q = 0.15 L/s per m² of floor + 3.5 L/s per person, persons = bedrooms + 1
 *       (0.03 cfm/ft² and 7.5 cfm; whole-dwelling rate of ASHRAE 62.2)
 *   minutes per hour = 60 Q / Q_fan, at most 60
 */
const PER_SQUARE_METRE = 0.15e-3;
const PER_PERSON = 3.5e-3;

/** m³/s. */
export const freshAir = (floorSquareMetres: number, bedrooms: number): number =>
  PER_SQUARE_METRE * floorSquareMetres + PER_PERSON * (bedrooms + 1);

export interface VentilatorMinutes {
  neededCubicMetresPerSecond: number;
  /** Whole minutes an hour, rounded up, at most 60. */
  minutes: number;
  /** Even a whole hour does not move enough. */
  short: boolean;
}

/** Minutes an hour that a ventilator must run for a floor area and its bedrooms. */
export function ventilatorMinutes(
  floorSquareMetres: number,
  bedrooms: number,
  flowCubicMetresPerSecond: number,
): VentilatorMinutes {
  const needed = freshAir(floorSquareMetres, bedrooms);
  const minutes = (60 * needed) / flowCubicMetresPerSecond;
  return {
    neededCubicMetresPerSecond: needed,
    minutes: Math.min(60, Math.ceil(minutes - 1e-9)),
    short: minutes > 60,
  };
}
