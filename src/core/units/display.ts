/** Quantities as a job's units write them: a factor and an offset each way, and the unit's name. */
import { OPEN_CIRCUIT_OHMS } from './meter-units';
import type { UnitSystem } from './units';

export interface DisplayUnit {
  unit: string;
  /** display = si · factor + offset */
  factor: number;
  offset: number;
  decimals: number;
}

export type DisplayQuantity =
  | 'temperature'
  | 'difference'
  | 'power'
  | 'conductance'
  | 'flow'
  | 'area'
  | 'metres'
  | 'plain'
  | 'percent'
  | 'ohms'
  | 'va'
  | 'volts'
  | 'amps'
  | 'watts'
  | 'megohms'
  | 'slack'
  | 'millivolts';

const unit = (name: string, factor: number, decimals: number, offset = 0): DisplayUnit => ({
  unit: name,
  factor,
  offset,
  decimals,
});

/** 1 W = 3.412142 Btu/h; 1 m³/s = 2118.88 cfm; 1 m² = 10.7639 ft². */
const UNITS: Record<DisplayQuantity, Record<UnitSystem, DisplayUnit>> = {
  temperature: { si: unit('°C', 1, 1), us: unit('°F', 1.8, 0, 32) },
  difference: { si: unit('K', 1, 1), us: unit('°F', 1.8, 1) },
  power: { si: unit('kW', 1e-3, 1), us: unit('kBtu/h', 3.412142e-3, 1) },
  conductance: { si: unit('W/K', 1, 0), us: unit('Btu/h°F', 3.412142 / 1.8, 0) },
  flow: { si: unit('L/s', 1000, 0), us: unit('cfm', 2118.88, 0) },
  area: { si: unit('m²', 1, 1), us: unit('ft²', 10.7639, 0) },
  metres: { si: unit('m', 1, 1), us: unit('ft', 3.28084, 0) },
  plain: { si: unit('', 1, 2), us: unit('', 1, 2) },
  percent: { si: unit('%', 100, 0), us: unit('%', 100, 0) },
  ohms: { si: unit('Ω', 1, 2), us: unit('Ω', 1, 2) },
  va: { si: unit('VA', 1, 0), us: unit('VA', 1, 0) },
  volts: { si: unit('V', 1, 1), us: unit('V', 1, 1) },
  amps: { si: unit('A', 1, 1), us: unit('A', 1, 1) },
  watts: { si: unit('W', 1, 0), us: unit('W', 1, 0) },
  megohms: { si: unit('MΩ', 1, 2), us: unit('MΩ', 1, 2) },
  millivolts: { si: unit('mV', 1, 0), us: unit('mV', 1, 0) },
  slack: { si: unit('mm', 1, 0), us: unit('in', 1 / 25.4, 1) },
};

/** The unit a quantity is shown in. */
export const displayUnit = (quantity: DisplayQuantity, units: UnitSystem): DisplayUnit => UNITS[quantity][units];
/** SI to what is shown. */
export const toDisplay = (si: number, u: DisplayUnit): number => si * u.factor + u.offset;
/** What is shown to SI. */
export const fromDisplay = (shown: number, u: DisplayUnit): number => (shown - u.offset) / u.factor;

/** The figure as it is written in its field: no trailing zeros. */
export const displayText = (si: number, u: DisplayUnit): string => String(Number(toDisplay(si, u).toFixed(u.decimals)));

export type FigureReading = { ok: true; value: number | undefined } | { ok: false; problem: string };

/** Reads a typed figure of a quantity within SI limits; an empty text means "not known". Ohms take k and M, and OL. */
export function readFigure(text: string, u: DisplayUnit, low: number, high: number): FigureReading {
  const trimmed = text.trim().slice(0, 40);
  if (trimmed === '') return { ok: true, value: undefined };
  if (u.unit === 'Ω' && /^(ol|open|inf)/i.test(trimmed)) return { ok: true, value: OPEN_CIRCUIT_OHMS };
  const match = /^([+−-]?\d+(?:[.,]\d+)?|[+−-]?[.,]\d+)\s*([^\d\s]*)$/.exec(trimmed);
  // "12k" is not twelve ohms.
  const prefix = u.unit === 'Ω' ? (/^k/i.test(match?.[2] ?? '') ? 1000 : /^M/.test(match?.[2] ?? '') ? 1e6 : 1) : 1;
  const shown = match?.[1] === undefined ? Number.NaN : Number(match[1].replace('−', '-').replace(',', '.')) * prefix;
  if (!Number.isFinite(shown)) return { ok: false, problem: `“${trimmed}” is not a figure.` };
  const value = fromDisplay(shown, u);
  return value < low || value > high
    ? {
        ok: false,
        problem: `${trimmed} is outside ${displayText(low, u)} to ${displayText(high, u)}${u.unit ? ` ${u.unit}` : ''}.`,
      }
    : { ok: true, value };
}
