/**
 * Weather as hours of a year: a seeded year that ships, a design day, and files: EPW, and CSV with a column of
 * outdoor temperature.
 */
import { cellSi, matchColumns, readTable, type Wanted } from '../table/table';

export const HOURS_OF_YEAR = 8760;
export const MINUTES_OF_YEAR = HOURS_OF_YEAR * 60;

export type WeatherRead =
  | {
      ok: true;
      hourly: Float64Array;
      place: string;
      /** Hours that were marked as missing and filled. */
      filled: number;
      /** What each column was taken for. */
      says: string[];
    }
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

/** Missing hours in a row that are filled from either side; more is no weather, h. */
const MOST_FILLED = 6;
const DAYS_OF_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

/** Gaps filled between the hours before and after; the first line where a gap is too long, or null. */
function fill(
  hours: number[],
  lines: readonly number[],
): { filled: number; bad: { line: number; hours: number } | null } {
  let filled = 0;
  for (let i = 0; i < hours.length; i++) {
    if (!Number.isNaN(hours[i])) continue;
    let end = i;
    while (end < hours.length && Number.isNaN(hours[end])) end++;
    const [before, after] = [hours[i - 1], hours[end]];
    if (before === undefined || after === undefined || end - i > MOST_FILLED)
      return { filled, bad: { line: lines[i] ?? 1, hours: end - i } };
    for (let k = i; k < end; k++) hours[k] = before + ((after - before) * (k - i + 1)) / (end - i + 1);
    filled += end - i;
    i = end;
  }
  return { filled, bad: null };
}

/**
 * An EPW file: eight head lines, then 8760 hours in their order (8784 in a leap year, whose last day of February is left
 * out). An hour that is marked as missing is filled between its neighbours, a few in a row at most.
 */
function readEpw(text: string): WeatherRead {
  const no = (line: number, problem: string): WeatherRead => ({ ok: false, line, problem });
  if (text.length > MOST_CHARACTERS) return no(1, `more than ${MOST_CHARACTERS / 1e6} MB`);
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const head = (lines[0] ?? '').split(',');
  if ((head[0] ?? '').toUpperCase() !== 'LOCATION') return no(1, 'an EPW file begins with LOCATION');
  const periods = (lines.slice(0, EPW_HEADS).find((l) => /^data periods/i.test(l)) ?? '').split(',');
  if (periods.length > 2 && (Number(periods[1]) !== 1 || Number(periods[2]) !== 1))
    return no(EPW_HEADS, 'one period of one value an hour is read: this file says otherwise');
  const hours: number[] = [];
  const at: number[] = [];
  let month = 1;
  let day = 1;
  let hour = 1;
  for (let i = EPW_HEADS; i < lines.length; i++) {
    const line = lines[i] ?? '';
    if (line.trim() === '') continue;
    const fields = line.split(',');
    if (Number(fields[1]) === 2 && Number(fields[2]) === 29) continue;
    if (fields.length <= EPW_DRY_BULB) return no(i + 1, 'a field is missing: the dry-bulb temperature is the seventh');
    const said = [Number(fields[1]), Number(fields[2]), Number(fields[3])];
    if (said[0] !== month || said[1] !== day || said[2] !== hour)
      return no(
        i + 1,
        `month ${said[0]}, day ${said[1]}, hour ${said[2]} stands where ${month}, ${day}, ${hour} is next`,
      );
    hour += 1;
    if (hour > 24) {
      hour = 1;
      day += 1;
      if (day > (DAYS_OF_MONTH[month - 1] ?? 31)) {
        day = 1;
        month += 1;
      }
    }
    const text_ = (fields[EPW_DRY_BULB] ?? '').trim();
    const celsius = text_ === '' ? MISSING : Number(text_);
    const missing = celsius >= MISSING;
    if (!missing && !sensible(celsius)) return no(i + 1, `“${text_.slice(0, 20)}” is no dry-bulb temperature`);
    hours.push(missing ? Number.NaN : celsius);
    at.push(i + 1);
  }
  if (hours.length !== HOURS_OF_YEAR) return no(lines.length, `${hours.length} hours: a year has ${HOURS_OF_YEAR}`);
  const { filled, bad } = fill(hours, at);
  if (bad) return no(bad.line, `${bad.hours} hours in a row are missing: at most ${MOST_FILLED} are filled`);
  return { ok: true, hourly: Float64Array.from(hours), place: (head[1] ?? '').trim(), filled, says: [] };
}

const WEATHER_COLUMNS: readonly Wanted<'outdoor'>[] = [
  {
    key: 'outdoor',
    names: [
      'outdoor',
      'outside',
      'temperature',
      'outdoor temperature',
      'outside temperature',
      'dry bulb',
      'drybulb',
      'dry bulb temperature',
      'ambient',
      'celsius',
      'fahrenheit',
      '°c',
      '°f',
      'temp',
    ],
    of: ['temperature'],
    bare: '°C',
  },
];

/** Hours from a CSV with a head line: one column of outdoor temperature, °C unless its head says °F; a day at least. */
function readWeatherCsv(text: string): WeatherRead {
  const no = (line: number, problem: string): WeatherRead => ({ ok: false, line, problem });
  if (text.length > MOST_CHARACTERS) return no(1, `more than ${MOST_CHARACTERS / 1e6} MB`);
  const table = readTable(text);
  const matched = matchColumns(table.heads, WEATHER_COLUMNS);
  if (!matched.ok) return no(table.headLine, matched.problem);
  const { outdoor } = matched.columns;
  if (!outdoor) return no(table.headLine, 'no column of outdoor temperature');
  const hours: number[] = [];
  for (const row of table.rows) {
    const celsius = cellSi(row, outdoor, table.locale);
    if (typeof celsius !== 'number' || !sensible(celsius))
      return no(
        row.line,
        `“${(row.cells[outdoor.index] ?? '').slice(0, 20)}” is no outdoor temperature in ${outdoor.unit}`,
      );
    hours.push(celsius);
  }
  if (hours.length < 24) return no(table.rows.at(-1)?.line ?? table.headLine, 'less than a day');
  return {
    ok: true,
    hourly: Float64Array.from(hours),
    place: '',
    filled: 0,
    says: [...matched.says, ...(matched.unused.length > 0 ? [`not used: ${matched.unused.join(', ')}`] : [])],
  };
}

/** Whichever of the two a file is. */
export const readWeather = (text: string): WeatherRead =>
  /^\uFEFF?location,/i.test(text) ? readEpw(text) : readWeatherCsv(text);
