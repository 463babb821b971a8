/** Quantities as a job's units write them: a factor and an offset each way, and the unit's name. */
import { type Dimension, readFigureText } from './figure';
import type { UnitSystem } from './units';

export interface DisplayUnit {
  unit: string;
  /** display = si · factor + offset */
  factor: number;
  offset: number;
  decimals: number;
  /** What it measures. */
  of: Dimension;
  /** SI of one of the unit that the figure is kept in: 1e6 of megohms. */
  kept: number;
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
  | 'millivolts'
  | 'litres';

const unit = (
  of: Dimension,
  name: string,
  factor: number,
  decimals: number,
  more: Partial<DisplayUnit> = {},
): DisplayUnit => ({
  of,
  unit: name,
  factor,
  offset: 0,
  decimals,
  kept: 1,
  ...more,
});
/** The same in both systems. */
const both = (u: DisplayUnit): Record<UnitSystem, DisplayUnit> => ({ si: u, us: u });

/** 1 W = 3.412142 Btu/h; 1 m³/s = 2118.88 cfm; 1 m² = 10.7639 ft². */
const UNITS: Record<DisplayQuantity, Record<UnitSystem, DisplayUnit>> = {
  temperature: { si: unit('temperature', '°C', 1, 1), us: unit('temperature', '°F', 1.8, 0, { offset: 32 }) },
  difference: { si: unit('difference', 'K', 1, 1), us: unit('difference', '°F', 1.8, 1) },
  power: { si: unit('watts', 'kW', 1e-3, 1), us: unit('watts', 'kBtu/h', 3.412142e-3, 1) },
  conductance: {
    si: unit('conductance', 'W/K', 1, 0),
    us: unit('conductance', 'Btu/h°F', 3.412142 / 1.8, 0),
  },
  flow: { si: unit('flow', 'L/s', 1000, 0), us: unit('flow', 'cfm', 2118.88, 0) },
  area: { si: unit('area', 'm²', 1, 1), us: unit('area', 'ft²', 10.7639, 0) },
  metres: { si: unit('length', 'm', 1, 1), us: unit('length', 'ft', 3.28084, 0) },
  plain: both(unit('plain', '', 1, 2)),
  percent: both(unit('share', '%', 100, 0)),
  ohms: both(unit('ohms', 'Ω', 1, 2)),
  va: both(unit('va', 'VA', 1, 0)),
  volts: both(unit('volts', 'V', 1, 1)),
  amps: both(unit('amps', 'A', 1, 1)),
  watts: both(unit('watts', 'W', 1, 0)),
  megohms: both(unit('ohms', 'MΩ', 1, 2, { kept: 1e6 })),
  millivolts: both(unit('volts', 'mV', 1, 0, { kept: 1e-3 })),
  litres: { si: unit('volume', 'L', 1, 0), us: unit('volume', 'gal', 1 / 3.785411784, 0) },
  slack: { si: unit('length', 'mm', 1, 0, { kept: 1e-3 }), us: unit('length', 'in', 1 / 25.4, 1, { kept: 1e-3 }) },
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

/**
 * Reads a typed figure of a quantity within the limits it is kept in; an empty text means "not known". Any unit of what is
 * measured is taken, of either system; another is refused with what would do.
 */
export function readFigure(text: string, u: DisplayUnit, low: number, high: number): FigureReading {
  const trimmed = text.trim().slice(0, 40);
  if (trimmed === '') return { ok: true, value: undefined };
  const read = readFigureText(trimmed, { of: [u.of], bare: u.unit });
  if (!read.ok) return read;
  const value = read.si / u.kept;
  return value < low || value > high
    ? {
        ok: false,
        problem: `${trimmed} is outside ${displayText(low, u)} to ${displayText(high, u)}${u.unit ? ` ${u.unit}` : ''}.`,
      }
    : { ok: true, value };
}
