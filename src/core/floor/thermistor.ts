/**
 * Floor probes: thermistors whose resistance falls as they warm.
 *
 *   R(T) = R25 exp(B (1/T − 1/298.15)),  T in kelvin
 *
 * Two-parameter NTC equation (IEC 60539-1, B value). Types met are named by R25; B lies between 3380
 * and 3980 K, and 3950 K is taken where the probe's own sheet says nothing else.
 */
import type { ProbeType } from '../job/floor-schema';

const ZERO_KELVIN = 273.15;
const T25 = 298.15;
const USUAL_BETA = 3950;
const BETA_RANGE = [3380, 3980] as const;

export const R25: Record<ProbeType, number> = {
  '6.8k': 6800,
  '10k': 10_000,
  '12k': 12_000,
  '15k': 15_000,
  '33k': 33_000,
  '47k': 47_000,
  '100k': 100_000,
};
export const PROBE_TYPES = Object.keys(R25) as ProbeType[];

/** Beyond a 100 k probe at −20 °C, and under a 6.8 k probe at 90 °C: no thermistor reads so. */
export const OPEN_OHMS = 1.3e6;
const SHORT_OHMS = 400;

/** Resistance of a probe at a temperature, Ω: R25 e^(β (1/T − 1/298.15)). */
export function ohmsAt(type: ProbeType, celsius: number, beta = USUAL_BETA): number {
  return R25[type] * Math.exp(beta * (1 / (celsius + ZERO_KELVIN) - 1 / T25));
}

/** The inverse. Throws a RangeError for a resistance that is not above zero. */
export function celsiusAt(type: ProbeType, ohms: number, beta = USUAL_BETA): number {
  if (!(ohms > 0)) throw new RangeError('thermistor: ohms must be above zero');
  return 1 / (1 / T25 + Math.log(ohms / R25[type]) / beta) - ZERO_KELVIN;
}

export type ProbeState = 'open' | 'short' | 'reads';
/** What a resistance says of a probe’s lead. */
export const probeState = (ohms: number): ProbeState =>
  ohms >= OPEN_OHMS ? 'open' : ohms <= SHORT_OHMS ? 'short' : 'reads';

export interface ProbeFit {
  type: ProbeType;
  /** What the device would show with this type set. */
  celsius: number;
  /** Half the spread that B between 3380 and 3980 K gives. */
  tolerance: number;
  /** Shown less the floor's guessed temperature. */
  off: number;
  fits: boolean;
}

/** A guess by hand on the floor is good to this. */
export const GUESS_KELVIN = 2.5;

/** A stated B is good to one per cent. */
const BETA_SHARE = 0.01;

/**
 * Every type set in turn, for what the meter says.
 * @param beta the probe's own B, K, where its sheet gives it
 */
export function probeFits(
  ohms: number,
  floorCelsius: number,
  within = GUESS_KELVIN,
  beta: number | undefined = undefined,
): ProbeFit[] {
  const [low, high] = beta === undefined ? BETA_RANGE : [beta * (1 - BETA_SHARE), beta * (1 + BETA_SHARE)];
  return PROBE_TYPES.map((type) => {
    const celsius = celsiusAt(type, ohms, beta ?? USUAL_BETA);
    const tolerance = Math.abs(celsiusAt(type, ohms, low) - celsiusAt(type, ohms, high)) / 2;
    const off = celsius - floorCelsius;
    return { type, celsius, tolerance, off, fits: Math.abs(off) <= within + tolerance };
  });
}

/** "12 kΩ". */
export const probeName = (type: ProbeType): string => `${type.replace('k', '')} kΩ`;
