/**
 * Weather as hours of a year: a seeded year that ships, a design day, and files: EPW, and CSV with a column of
 * outdoor temperature.
 */
import Papa from 'papaparse';
import { fahrenheitToCelsius } from '../units/units';

export const HOURS_OF_YEAR = 8760;
export const MINUTES_OF_YEAR = HOURS_OF_YEAR * 60;

export type WeatherRead =
  | { ok: true; hourly: Float64Array; place: string }
  | { ok: false; line: number; problem: string };

/** Linear congruential generator of Numerical Recipes (7.1): the same seed gives the same year. */
function generator(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/**
 * Hourly outdoor temperatures: a yearly and a daily sinusoid and weather that remembers itself (a
 * first-order autoregression, 0.985 an hour). Coldest in the middle of January, and before dawn.
 * @param meanCelsius of the year; @param swingKelvin between its coldest and warmest month, halved
 */
export function syntheticYear(seed: number, meanCelsius = 9, swingKelvin = 8): Float64Array {
  const random = generator(seed);
  const keep = 0.985;
  const step = 3.5 * Math.sqrt(1 - keep ** 2);
  let noise = 0;
  return Float64Array.from({ length: HOURS_OF_YEAR }, (_, h) => {
    // Two uniform numbers give a normal one (Box and Muller).
    const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    noise = keep * noise + step * normal;
    const year = -Math.cos((2 * Math.PI * (h / 24 - 15)) / 365);
    const day = -Math.cos((2 * Math.PI * ((h % 24) - 4)) / 24);
    return meanCelsius + swingKelvin * year + 3 * day + noise;
  });
}

/** A day around a design temperature, hour by hour: coldest before dawn, 3 K to either side. */
export const designDay = (celsius: number): Float64Array =>
  Float64Array.from({ length: 24 }, (_, h) => celsius + 3 - 3 * Math.cos((2 * Math.PI * (h - 4)) / 24));

const MOST_CHARACTERS = 8_000_000;
/** Dry-bulb temperature is the seventh field of an EPW line; 99.9 stands for missing. */
const EPW_DRY_BULB = 6;
const EPW_HEADS = 8;
const MISSING = 99.9;

const sensible = (c: number): boolean => Number.isFinite(c) && c >= -70 && c <= 60;

/** An EPW file: eight head lines, then 8760 hours (8784 in a leap year, whose last day of February is left out). */
function readEpw(text: string): WeatherRead {
  if (text.length > MOST_CHARACTERS) return { ok: false, line: 1, problem: `more than ${MOST_CHARACTERS / 1e6} MB` };
  const lines = text.split(/\r?\n/);
  const head = (lines[0] ?? '').split(',');
  if ((head[0] ?? '').toUpperCase() !== 'LOCATION')
    return { ok: false, line: 1, problem: 'an EPW file begins with LOCATION' };
  const hours: number[] = [];
  for (let i = EPW_HEADS; i < lines.length; i++) {
    const line = lines[i] ?? '';
    if (line.trim() === '') continue;
    const fields = line.split(',');
    if (fields[1] === '2' && fields[2] === '29') continue;
    const celsius = Number(fields[EPW_DRY_BULB]);
    // A missing hour is the one before it; the first must be there.
    const value = celsius === MISSING ? (hours.at(-1) ?? Number.NaN) : celsius;
    if (fields.length <= EPW_DRY_BULB || !sensible(value))
      return {
        ok: false,
        line: i + 1,
        problem: `“${(fields[EPW_DRY_BULB] ?? '').slice(0, 20)}” is no dry-bulb temperature`,
      };
    hours.push(value);
  }
  if (hours.length !== HOURS_OF_YEAR)
    return { ok: false, line: lines.length, problem: `${hours.length} hours: a year has ${HOURS_OF_YEAR}` };
  return { ok: true, hourly: Float64Array.from(hours), place: (head[1] ?? '').trim() };
}

/** Hours from a CSV with a head line: one column called outdoor, temperature, celsius or fahrenheit; a day at least. */
function readWeatherCsv(text: string): WeatherRead {
  if (text.length > MOST_CHARACTERS) return { ok: false, line: 1, problem: `more than ${MOST_CHARACTERS / 1e6} MB` };
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' });
  const [heads, ...rows] = data;
  const names = (heads ?? []).map((h) => h.slice(0, 60).trim().toLowerCase());
  const at = names.findIndex((n) => /^(outdoor|outside|temperature|celsius|fahrenheit|°c|°f)/.test(n));
  if (at < 0) return { ok: false, line: 1, problem: 'no column called outdoor, celsius or fahrenheit' };
  const us = /fahrenheit|°f/.test(names[at] ?? '');
  const hours: number[] = [];
  for (const [i, row] of rows.entries()) {
    const shown = Number((row[at] ?? '').trim().replace(',', '.').replace('−', '-'));
    const celsius = us ? fahrenheitToCelsius(shown) : shown;
    if ((row[at] ?? '').trim() === '' || !sensible(celsius))
      return {
        ok: false,
        line: i + 2,
        problem: `“${(row[at] ?? '').slice(0, 20)}” is no outdoor temperature in ${us ? '°F' : '°C'}`,
      };
    hours.push(celsius);
  }
  if (hours.length < 24) return { ok: false, line: rows.length + 1, problem: 'less than a day' };
  return { ok: true, hourly: Float64Array.from(hours), place: '' };
}

/** Whichever of the two a file is. */
export const readWeather = (text: string): WeatherRead =>
  /^location,/i.test(text) ? readEpw(text) : readWeatherCsv(text);
