/**
 * Conversions between SI (used everywhere inside) and what people type and read.
 * Conventions: temperatures in degrees Celsius, differences in kelvin, volts, amperes,
 * ohms, volt-amperes, metres, seconds. Display units only at the edge.
 */

export type UnitSystem = 'si' | 'us';

/** °C to °F. */
export const celsiusToFahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32;
/** °F to °C. */
export const fahrenheitToCelsius = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

const MINUS = '−';

/** Fixed decimals with a true minus sign; never "-0.0". */
export function fixed(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const isZero = Number(text) === 0;
  return isZero ? (0).toFixed(decimals) : text.replace('-', MINUS);
}

/** "24.1 V". */
export const volts = (value: number): string => `${fixed(value, 1)} V`;
/** "0.25 A". */
export const amps = (value: number): string => `${fixed(value, 2)} A`;
/** "9.8 VA". */
export const voltAmps = (value: number): string => `${fixed(value, 1)} VA`;

/** Ohms with a readable prefix: "1.4 Ω", "3.0 kΩ", "10 MΩ". */
export function ohms(value: number): string {
  if (value >= 1e6) return `${fixed(value / 1e6, value >= 1e7 ? 0 : 1)} MΩ`;
  if (value >= 1e3) return `${fixed(value / 1e3, 1)} kΩ`;
  return `${fixed(value, value < 10 ? 1 : 0)} Ω`;
}

/** A temperature in both systems when `system` is not given, else in that one. */
export function temperature(celsius: number, system?: UnitSystem): string {
  const si = `${fixed(celsius, 1)} °C`;
  const us = `${fixed(celsiusToFahrenheit(celsius), 0)} °F`;
  if (system === 'si') return si;
  if (system === 'us') return us;
  return `${si} / ${us}`;
}

/** "1 conductor", "3 conductors". */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** "R, W and Y". */
export function listed(items: readonly string[]): string {
  if (items.length <= 1) return items.join('');
  return `${items.slice(0, -1).join(', ')} and ${items[items.length - 1] ?? ''}`;
}

/** Minutes of the day as "06:30". Minutes outside one day wrap. */
export function clock(minutesOfDay: number): string {
  const m = ((minutesOfDay % 1440) + 1440) % 1440;
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
}

/** Seconds as "04:10" or "1:04:10". */
export function countdown(seconds: number): string {
  const s = Math.max(0, Math.round(seconds));
  const h = Math.floor(s / 3600);
  const mm = String(Math.floor((s % 3600) / 60)).padStart(2, '0');
  const ss = String(s % 60).padStart(2, '0');
  return h > 0 ? `${h}:${mm}:${ss}` : `${mm}:${ss}`;
}
