/**
 * The highest indoor humidity at which a window stays dry.
 *
 *   glass surface  T = Ti − (Ti − To) · U / h_i      U of the glazing, h_i = 8.3 W/m²K inside
 *   limit          RH = e_s(T) / e_s(Ti)
 *   e_s(T)         6.112 hPa · exp(17.62 T / (243.12 + T))   Magnus form, WMO-No. 8, water, −45 to 60 °C
 */

/** Surface film inside, W/m²K (ISO 6946: R_si 0.13 for walls; 8.3 is usual for glazing at the low end). */
const INSIDE_FILM = 8.3;

/** Saturation vapour pressure over water in pascals. */
export const saturationPascals = (celsius: number): number => 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius));

/** Inside surface temperature of glass, °C. */
export const glassCelsius = (indoorCelsius: number, outdoorCelsius: number, glazingU: number): number =>
  indoorCelsius - ((indoorCelsius - outdoorCelsius) * glazingU) / INSIDE_FILM;

/** Highest relative humidity, 0 to 1, that leaves the glass dry. 1 when the glass is as warm as the room. */
export function humidityLimit(indoorCelsius: number, outdoorCelsius: number, glazingU: number): number {
  const glass = glassCelsius(indoorCelsius, outdoorCelsius, glazingU);
  return Math.min(1, saturationPascals(glass) / saturationPascals(indoorCelsius));
}

export interface HumidityRow {
  outdoorCelsius: number;
  glassCelsius: number;
  /** 0 to 1. */
  limit: number;
}

/** The limit from −30 to 15 °C outdoors in steps of 5 K: what a frost setting follows. */
export const humidityTable = (indoorCelsius: number, glazingU: number): HumidityRow[] =>
  Array.from({ length: 10 }, (_, i) => -30 + 5 * i).map((outdoorCelsius) => ({
    outdoorCelsius,
    glassCelsius: glassCelsius(indoorCelsius, outdoorCelsius, glazingU),
    limit: humidityLimit(indoorCelsius, outdoorCelsius, glazingU),
  }));

/** Coldest outdoor temperature the target is kept for without asking the customer to turn it down. */
const FROST_CELSIUS = -5;
const COMFORT_CEILING = 0.45;

/** A target a customer can leave alone: the limit at −5 °C, at most 45 %, to the percent below. */
export const humidityTarget = (indoorCelsius: number, glazingU: number): number =>
  Math.floor(Math.min(COMFORT_CEILING, humidityLimit(indoorCelsius, FROST_CELSIUS, glazingU)) * 100);
