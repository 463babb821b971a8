/**
 * Units that people type and files write: what each measures, and how it comes to SI. si = (figure − zero) · scale.
 * Sources: the International System of Units (BIPM, 9th edition), NIST SP 811 appendix B for those of North America.
 */

/** What a figure is of. A temperature is not a difference; litres are not metres. */
export type Dimension =
  | 'volts'
  | 'ohms'
  | 'amps'
  | 'watts'
  | 'va'
  | 'temperature'
  | 'difference'
  | 'length'
  | 'area'
  | 'volume'
  | 'flow'
  | 'conductance'
  | 'seconds'
  | 'share'
  | 'plain';

export interface Unit {
  of: Dimension;
  /** As it is said. */
  name: string;
  /** Every spelling, without spaces; compared letter for letter first, then without regard to case. */
  spelled: readonly string[];
  scale: number;
  zero?: number;
  /** Takes k, m and the like before it. */
  prefixed?: true;
}

const unit = (
  of: Dimension,
  name: string,
  scale: number,
  spelled: readonly string[],
  more: Partial<Unit> = {},
): Unit => ({
  of,
  name,
  scale,
  spelled,
  ...more,
});
const PREFIXED = { prefixed: true } as const;

export const UNITS: readonly Unit[] = [
  unit('volts', 'V', 1, ['V', 'volt', 'volts'], PREFIXED),
  unit('ohms', 'Ω', 1, ['Ω', 'Ω', 'ω', 'ohm', 'ohms', 'R'], PREFIXED),
  unit('amps', 'A', 1, ['A', 'amp', 'amps', 'ampere', 'amperes'], PREFIXED),
  unit('watts', 'W', 1, ['W', 'watt', 'watts'], PREFIXED),
  unit('watts', 'Btu/h', 0.29307107, ['Btu/h', 'Btuh', 'Btu/hr'], PREFIXED),
  unit('watts', 'MBH', 293.07107, ['MBH']),
  unit('va', 'VA', 1, ['VA'], PREFIXED),
  unit('temperature', '°C', 1, ['°C', 'C', 'degC', 'deg.C', 'celsius', '℃']),
  unit('temperature', '°F', 5 / 9, ['°F', 'F', 'degF', 'deg.F', 'fahrenheit', '℉'], { zero: 32 }),
  unit('difference', 'K', 1, ['K', '°C', 'C', 'degC', 'kelvin', '°K', '℃']),
  unit('difference', '°F', 5 / 9, ['°F', 'F', 'degF', '°Fdifference', '℉']),
  unit('length', 'm', 1, ['m', 'metre', 'metres', 'meter', 'meters']),
  unit('length', 'cm', 0.01, ['cm']),
  unit('length', 'mm', 0.001, ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters']),
  unit('length', 'ft', 0.3048, ['ft', 'ft.', 'foot', 'feet', "'", '′']),
  unit('length', 'in', 0.0254, ['in', 'in.', 'inch', 'inches', '"', '″']),
  unit('area', 'm²', 1, ['m²', 'm2', 'sqm', 'm^2']),
  unit('area', 'ft²', 0.09290304, ['ft²', 'ft2', 'sqft', 'sq.ft', 'sq.ft.', 'sf', 'ft^2']),
  unit('volume', 'L', 1, ['L', 'l', 'litre', 'litres', 'liter', 'liters']),
  unit('volume', 'gal', 3.785411784, ['gal', 'gal.', 'gallon', 'gallons']),
  unit('flow', 'm³/s', 1, ['m³/s', 'm3/s']),
  unit('flow', 'm³/h', 1 / 3600, ['m³/h', 'm3/h', 'cmh']),
  unit('flow', 'L/s', 0.001, ['L/s', 'l/s']),
  unit('flow', 'cfm', 4.719474432e-4, ['cfm', 'ft³/min', 'ft3/min']),
  unit('conductance', 'W/K', 1, ['W/K', 'W/°C', 'W/C'], PREFIXED),
  unit('conductance', 'Btu/h°F', 0.52752793, ['Btu/h°F', 'Btu/(h°F)', 'Btu/h/°F', 'Btu/h·°F', 'Btu/hF', 'Btu/(h·°F)']),
  unit('seconds', 's', 1, ['s', 'sec', 'secs', 'second', 'seconds']),
  unit('seconds', 'min', 60, ['min', 'mins', 'minute', 'minutes']),
  unit('seconds', 'h', 3600, ['h', 'hr', 'hrs', 'hour', 'hours']),
  unit('share', '%', 0.01, ['%', 'percent', 'pct', '%RH', '%rh']),
];

/** What stands before a unit. M is mega and m is milli: the two are never taken for each other. */
export const PREFIXES: readonly { spelled: string; factor: number }[] = [
  { spelled: 'µ', factor: 1e-6 },
  { spelled: 'μ', factor: 1e-6 },
  { spelled: 'micro', factor: 1e-6 },
  { spelled: 'm', factor: 1e-3 },
  { spelled: 'milli', factor: 1e-3 },
  { spelled: 'k', factor: 1e3 },
  { spelled: 'K', factor: 1e3 },
  { spelled: 'kilo', factor: 1e3 },
  { spelled: 'M', factor: 1e6 },
  { spelled: 'mega', factor: 1e6 },
  { spelled: 'meg', factor: 1e6 },
  { spelled: 'G', factor: 1e9 },
  { spelled: 'giga', factor: 1e9 },
];
