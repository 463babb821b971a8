/** Reads a typed figure in the unit the person works in; SI comes out, or what is wrong. */

import type { Quantity } from '../job/schema';
import { type FigureAsked, OPEN_CIRCUIT_OHMS, readFigureText } from './figure';
import type { UnitSystem } from './units';

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

/** What a quantity measures, and the kind of voltage it wants. */
const ASKED: Record<Exclude<Quantity, 'seen' | 'said'>, Pick<FigureAsked, 'of' | 'kind'>> = {
  'volts-ac': { of: ['volts'], kind: 'ac' },
  'volts-dc': { of: ['volts'], kind: 'dc' },
  ohms: { of: ['ohms'] },
  amps: { of: ['amps'] },
  celsius: { of: ['temperature'] },
  kelvin: { of: ['difference'] },
  seconds: { of: ['seconds'] },
  minutes: { of: ['seconds'] },
  watts: { of: ['watts'] },
};

/**
 * Accepts a decimal comma and any unit of what is measured, of either system; "OL" on ohms is an open circuit. A unit that
 * is not known or measures something else is refused: a figure is understood whole, or not taken.
 * @param direct unit of volts DC beside the field
 */
export function readEntry(text: string, quantity: Quantity, units: UnitSystem, direct: 'mV' | 'V' = 'V'): EntryReading {
  if (quantity === 'seen') return { ok: false, problem: 'This is answered yes or no.' };
  if (quantity === 'said') return { ok: false, problem: 'This is answered in words.' };
  const limits = LIMITS[quantity];
  const trimmed = text.trim().slice(0, 40);
  if (trimmed === '') return { ok: false, problem: 'Type what the meter says.' };
  // A figure without a unit is in the one beside the field.
  const read = readFigureText(trimmed, { ...ASKED[quantity], bare: entryUnit(quantity, units, direct) });
  if (!read.ok) return read;
  const value = quantity === 'minutes' ? read.si / 60 : read.si;
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
