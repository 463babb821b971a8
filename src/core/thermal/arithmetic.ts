/** Sums that people do in their heads, exact and with their formula beside them. */

export interface Cycle {
  onMinutes: number;
  offMinutes: number;
  cyclesPerHour: number;
  /** The shortest run decides rather than the cycle rate. */
  heldByMinimum: boolean;
  formula: string;
}

/**
 * On and off minutes from the share of time that heat is wanted and the cycle rate at half load. A two-position control
 * with a fixed band cycles as d (1 − d): n = 4 N d (1 − d), where N is the rate at d = ½.
 * @param duty 0 to 1; 0 and 1 do not cycle. Throws a RangeError beyond.
 */
export function cycleOf(duty: number, cyclesPerHourAtHalf: number, minimumOnMinutes = 0): Cycle {
  if (!(duty >= 0 && duty <= 1) || !(cyclesPerHourAtHalf > 0))
    throw new RangeError('a duty is between 0 and 1, a cycle rate above 0');
  const formula = 'n = 4 N d (1 − d); on = 60 d / n; off = 60 (1 − d) / n';
  if (duty === 0 || duty === 1)
    return {
      onMinutes: duty === 1 ? 60 : 0,
      offMinutes: duty === 1 ? 0 : 60,
      cyclesPerHour: 0,
      heldByMinimum: false,
      formula,
    };
  const n = 4 * cyclesPerHourAtHalf * duty * (1 - duty);
  const on = (60 * duty) / n;
  // At the same duty a longer run has a longer rest.
  const longest = Math.max(on, minimumOnMinutes);
  return {
    onMinutes: longest,
    offMinutes: (longest * (1 - duty)) / duty,
    cyclesPerHour: (60 * duty) / longest,
    heldByMinimum: minimumOnMinutes > on,
    formula,
  };
}

/**
 * Most that any setback can save: a house without mass is at its setpoint at once, so that heat is what the setpoint
 * and the weather say, hour by hour. Saved share = 1 − Σ max(0, wanted − base) / Σ max(0, held − base).
 * @param wanted by minute of the week; @param held the constant it is compared with
 * @param gainKelvin what gains hold the house above outdoors, K
 */
export function mostSaved(wanted: Float64Array, held: number, hourly: Float64Array, gainKelvin: number): number {
  let week = 0;
  let constant = 0;
  hourly.forEach((outdoor, h) => {
    const base = outdoor + gainKelvin;
    for (let i = 0; i < 60; i++) week += Math.max(0, (wanted[(h * 60 + i) % wanted.length] ?? held) - base);
    constant += 60 * Math.max(0, held - base);
  });
  return constant > 0 ? 1 - week / constant : 0;
}
