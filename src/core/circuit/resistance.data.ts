/**
 * Conductor resistance at 20 °C in ohm per kilometre, solid copper. AWG values: nominal solid
 * conductors (ASTM B258 areas, 0.017241 Ωmm²/m). Metric: maximum values of IEC 60228 class 1 and 2.
 */
import type { Gauge } from '../job/schema';

const OHMS_PER_KM: Record<Gauge, number> = {
  'AWG 14': 8.28,
  'AWG 16': 13.17,
  'AWG 18': 20.95,
  'AWG 20': 33.31,
  'AWG 22': 52.96,
  'AWG 24': 84.22,
  '0.5 mm²': 36.0,
  '0.75 mm²': 24.5,
  '1.0 mm²': 18.1,
  '1.5 mm²': 12.1,
};

/** One-way resistance of a conductor in ohms. */
export const conductorOhms = (gauge: Gauge, metres: number): number => (OHMS_PER_KM[gauge] * metres) / 1000;

/** Every gauge of the table. */
export const RESISTANCE_GAUGES = Object.keys(OHMS_PER_KM) as Gauge[];
