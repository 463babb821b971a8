/** Reads a typed figure in the unit the person works in; SI comes out, or what is wrong. */

import type { Quantity } from '../job/schema';
import { OPEN_CIRCUIT_OHMS } from './meter-units';
import { fahrenheitToCelsius, type UnitSystem } from './units';

export type EntryReading = { ok: true; value: number } | { ok: false; problem: string };

interface Limits {
  low: number;
  high: number;
  unit: string;
}

const LIMITS: Record<Exclude<Quantity, 'seen' | 'said'>, Limits> = {
  'volts-ac': { low: 0, high: 1000, unit: 'V' },
  'volts-dc': { low: -1000, high: 1000, unit: 'V' },
  ohms: { low: 0, high: OPEN_CIRCUIT_OHMS, unit: 'Ω' },
  amps: { low: 0, high: 200, unit: 'A' },
  celsius: { low: -60, high: 150, unit: '°C' },
  kelvin: { low: -100, high: 100, unit: 'K' },
  seconds: { low: 0, high: 86_400, unit: 's' },
  minutes: { low: -10_080, high: 10_080, unit: 'min' },
  watts: { low: 0, high: 50_000, unit: 'W' },
};

/** The unit a figure is typed in. */
export function entryUnit(quantity: Quantity, units: UnitSystem, direct: 'mV' | 'V' = 'V'): string {
  if (quantity === 'volts-dc') return direct;
  if (quantity === 'seen' || quantity === 'said') return '';
  if (units === 'us' && quantity === 'celsius') return '°F';
  if (units === 'us' && quantity === 'kelvin') return '°F difference';
  return LIMITS[quantity].unit;
}

/**
 * Accepts a decimal comma and a trailing unit ("26,1 V"); "OL" on ohms is an open circuit.
 * @param direct unit of volts DC beside the field
 */
export function readEntry(text: string, quantity: Quantity, units: UnitSystem, direct: 'mV' | 'V' = 'V'): EntryReading {
  if (quantity === 'seen') return { ok: false, problem: 'This is answered yes or no.' };
  if (quantity === 'said') return { ok: false, problem: 'This is answered in words.' };
  const limits = LIMITS[quantity];
  const trimmed = text.trim().slice(0, 40);
  if (trimmed === '') return { ok: false, problem: 'Type what the meter says.' };
  if (quantity === 'ohms' && /^(ol|open|inf)/i.test(trimmed)) return { ok: true, value: limits.high };
  const match = /^([+−-]?\d+(?:[.,]\d+)?|[+−-]?[.,]\d+)\s*(mV|kΩ|k|MΩ|M)?\s*(?:[a-zA-Z°Ω]*)$/.exec(trimmed);
  if (!match?.[1]) return { ok: false, problem: `“${trimmed}” is not a figure.` };
  let value = Number(match[1].replace('−', '-').replace(',', '.'));
  // A figure without a unit is in the one beside the field.
  const bare = !/[a-zA-Z]/.test(trimmed);
  if (match[2] === 'mV' || (quantity === 'volts-dc' && direct === 'mV' && bare)) value /= 1000;
  else if (match[2]?.startsWith('k')) value *= 1000;
  else if (match[2]?.startsWith('M')) value *= 1e6;
  if (units === 'us' && quantity === 'celsius') value = fahrenheitToCelsius(value);
  if (units === 'us' && quantity === 'kelvin') value = (value * 5) / 9;
  if (value < 0 && limits.low === 0)
    return {
      ok: false,
      problem: `Below zero: ${quantity === 'volts-ac' ? 'volts AC have no sign' : 'that cannot be'}.`,
    };
  if (value < limits.low || value > limits.high)
    return {
      ok: false,
      problem: `${trimmed} is beyond what can be measured here (${limits.low} to ${limits.high} ${limits.unit}).`,
    };
  return { ok: true, value };
}
