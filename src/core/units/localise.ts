/**
 * Sentences in the job's unit. Inside, every sentence speaks SI; at the edge of derive a job in US units has
 * its temperatures, differences and flows put into its own. Dual figures ("13 °C / 55 °F") keep the one wanted.
 */
import { celsiusToFahrenheit, fixed, type UnitSystem } from './units';

const FIGURE = '[−-]?\\d+(?:[.,]\\d+)?';
const number = (text: string): number => Number(text.replace('−', '-').replace(',', '.'));
const fahrenheit = (text: string): string => fixed(celsiusToFahrenheit(number(text)), 0);
/** Differences: a decimal only where it is not a whole degree. */
const degrees = (text: string): string => {
  const f = number(text) * 1.8;
  return fixed(f, Math.abs(f - Math.round(f)) < 0.05 || Math.abs(f) >= 10 ? 0 : 1);
};
const cfm = (text: string): string => fixed(number(text) * 2.11888, 0);

type Rule = [RegExp, (...groups: string[]) => string];
const RULES: readonly Rule[] = [
  [new RegExp(`${FIGURE} (?:°C|K) / (${FIGURE}) °F`, 'g'), (_all, f = '') => `${f} °F`],
  [
    new RegExp(`(${FIGURE}) to (${FIGURE}) °C`, 'g'),
    (_all, a = '', b = '') => `${fahrenheit(a)} to ${fahrenheit(b)} °F`,
  ],
  [new RegExp(`(${FIGURE}) °C`, 'g'), (_all, c = '') => `${fahrenheit(c)} °F`],
  [new RegExp(`(${FIGURE}) to (${FIGURE}) K\\b`, 'g'), (_all, a = '', b = '') => `${degrees(a)} to ${degrees(b)} °F`],
  // Not K of a probe's B (thousands) and not kΩ.
  [
    new RegExp(`(?<![\\d.])(${FIGURE}) K\\b`, 'g'),
    (all = '', k = '') => (number(k) >= 1000 ? all : `${degrees(k)} °F`),
  ],
  [new RegExp(`(${FIGURE}) L/s`, 'g'), (_all, l = '') => `${cfm(l)} cfm`],
];

/** A sentence in the given units; SI sentences come back as they are. */
export function inUnits(text: string, units: UnitSystem): string {
  if (units === 'si' || !/°C|\bK\b|L\/s/.test(text)) return text;
  return RULES.reduce((said, [pattern, to]) => said.replace(pattern, (...groups: string[]) => to(...groups)), text);
}

/** Every text of a plain object in the given units; figures, lists and nested objects kept as they are. */
export function saidInUnits<T>(value: T, units: UnitSystem): T {
  if (units === 'si') return value;
  const walk = (v: unknown): unknown => {
    if (typeof v === 'string') return inUnits(v, units);
    if (Array.isArray(v)) return v.map(walk);
    if (v !== null && typeof v === 'object' && Object.getPrototypeOf(v) === Object.prototype)
      return Object.fromEntries(Object.entries(v).map(([k, x]) => [k, walk(x)]));
    return v;
  };
  // The walk keeps the shape: texts stay texts.
  return walk(value) as T;
}
