/**
 * Stored hot water: how long a cylinder takes to reheat, and its temperature over a day of
 * programmed windows and draw-offs.
 *
 *   t = V ρ c ΔT / P,  ρ c = 4.186 kJ/(L K), P the lesser of boiler and coil
 *
 * With losses the store follows dT/dt = (P − K (T − Ta)) / (V ρ c), stepped exactly; a draw-off mixes cold water in.
 */
import { moved, type Network, transitionOf } from '../thermal/network';

export const WATER_J_PER_LITRE_KELVIN = 4186;
const AMBIENT_CELSIUS = 20;

export interface Store {
  litres: number;
  /** Lesser of boiler and coil, W. */
  watts: number;
  targetCelsius: number;
  coldCelsius: number;
  lossWattsPerKelvin: number;
}

/** Seconds from one temperature to another, or null when the power never gets there. Throws a RangeError without power or volume. */
export function reheatSeconds(s: Store, fromCelsius: number, toCelsius = s.targetCelsius): number | null {
  if (!(s.watts > 0)) throw new RangeError('reheat: the power must be above zero');
  if (!(s.litres > 0)) throw new RangeError('reheat: the volume must be above zero');
  if (toCelsius <= fromCelsius) return 0;
  const capacity = s.litres * WATER_J_PER_LITRE_KELVIN;
  const k = s.lossWattsPerKelvin;
  if (k * 100 < 1e-7 * s.watts) return (capacity * (toCelsius - fromCelsius)) / s.watts;
  const end = AMBIENT_CELSIUS + s.watts / k;
  return end <= toCelsius ? null : (capacity / k) * Math.log((end - fromCelsius) / (end - toCelsius));
}

export interface Window {
  from: number;
  to: number;
}
export interface DrawOff {
  at: number;
  litres: number;
}

export interface CylinderDay {
  /** Minute by minute from midnight, 1441 values. */
  celsius: Float64Array;
  heating: Uint8Array;
  /** Joules: into the water from the boiler, lost, and taken by draw-offs against cold. */
  heatJoules: number;
  lossJoules: number;
  drawnJoules: number;
}

/** One node that loses to the cupboard it stands in. */
const storeNetwork = (s: Store): Network => ({
  capacities: [s.litres * WATER_J_PER_LITRE_KELVIN],
  links: [],
  outside: [{ node: 0, place: 0, wattsPerKelvin: s.lossWattsPerKelvin }],
  places: 1,
  heats: [[{ node: 0, share: 1 }]],
});

const inWindow = (windows: readonly Window[], minute: number): boolean =>
  windows.some((w) => (w.from <= w.to ? minute >= w.from && minute < w.to : minute >= w.from || minute < w.to));

/** Hysteresis of a cylinder thermostat. */
const DIFFERENTIAL_KELVIN = 6;

/** One day from midnight. The energy balance of the result closes to rounding. */
export function cylinderDay(
  s: Store,
  windows: readonly Window[],
  draws: readonly DrawOff[],
  startCelsius: number,
): CylinderDay {
  const capacity = s.litres * WATER_J_PER_LITRE_KELVIN;
  const celsius = new Float64Array(1441);
  const heating = new Uint8Array(1441);
  let t = startCelsius;
  let on = t < s.targetCelsius - DIFFERENTIAL_KELVIN;
  let heatJoules = 0;
  let lossJoules = 0;
  let drawnJoules = 0;
  const step = transitionOf(storeNetwork(s), 60);
  for (let minute = 0; minute < 1440; minute++) {
    celsius[minute] = t;
    for (const d of draws)
      if (d.at === minute) {
        const share = Math.min(1, d.litres / s.litres);
        const mixed = t + (s.coldCelsius - t) * share;
        drawnJoules += capacity * (t - mixed);
        t = mixed;
      }
    if (t >= s.targetCelsius) on = false;
    else if (t < s.targetCelsius - DIFFERENTIAL_KELVIN) on = true;
    const power = on && inWindow(windows, minute) ? s.watts : 0;
    heating[minute] = power > 0 ? 1 : 0;
    const before = t;
    t = moved(step, Float64Array.of(t), [AMBIENT_CELSIUS, power])[0] as number;
    const gained = capacity * (t - before);
    heatJoules += power * 60;
    lossJoules += power * 60 - gained;
  }
  celsius[1440] = t;
  return { celsius, heating, heatJoules, lossJoules, drawnJoules };
}

/** The settled day: what midnight is after enough days of the same. */
export function settledDay(s: Store, windows: readonly Window[], draws: readonly DrawOff[]): CylinderDay {
  let start = s.coldCelsius;
  let day = cylinderDay(s, windows, draws, start);
  for (let i = 0; i < 14; i++) {
    const next = day.celsius[1440] as number;
    if (Math.abs(next - start) < 1e-3) break;
    start = next;
    day = cylinderDay(s, windows, draws, start);
  }
  return day;
}
