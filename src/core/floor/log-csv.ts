/** Logged warm-up points from a CSV: minutes or clock times, °C or °F; what is missing or in another unit is said by its line. */
import Papa from 'papaparse';
import { fahrenheitToCelsius } from '../units/units';
import type { LogPoint } from './fit';

export interface CsvResult {
  points: LogPoint[];
  problems: { line: number; message: string }[];
  /** Said once: gaps longer than this stay gaps, nothing is filled in. */
  gaps: { after: number; minutes: number }[];
}

const MAX_ROWS = 2000;
const MAX_CHARACTERS = 1_000_000;
const GAP_MINUTES = 20;
const TIME_HEADS = ['minute', 'minutes', 'min', 'time', 'seconds', 's'];
const TEMPERATURE_HEADS = ['celsius', '°c', 'c', 'fahrenheit', '°f', 'f', 'probe', 'temperature', 'floor'];

/** A head is a word or two: more of it is no head, and is not searched. */
const clean = (s: string): string => s.slice(0, 80).trim().toLowerCase();
/** "floor (°C)" → "floor" and "°c". */
function head(cell: string): { name: string; unit: string | null } {
  const m = /^([^([]*)[([]?([^)\]]*)[)\]]?$/.exec(clean(cell));
  return { name: (m?.[1] ?? '').trim(), unit: m?.[2] ? m[2].trim() : null };
}

const toNumber = (s: string): number => Number(s.trim().replace(',', '.').replace('−', '-'));

/** "6:30" or "06:30:15" in minutes. */
function clockMinutes(text: string): number | null {
  const m = /^(\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(text.trim());
  return m ? Number(m[1]) * 60 + Number(m[2]) + Number(m[3] ?? 0) / 60 : null;
}

/**
 * The first line names the columns: one for time (minute, seconds or time) and one for the
 * temperature, with its unit: "minute,celsius" or "time;floor (°F)". Nothing is taken when any line
 * cannot be read, so that no point is lost unnoticed.
 */
export function readLogCsv(text: string): CsvResult {
  if (text.length > MAX_CHARACTERS)
    return {
      points: [],
      problems: [
        { line: 1, message: `${(text.length / 1e6).toFixed(1)} MB: at most ${MAX_CHARACTERS / 1e6} MB is read` },
      ],
      gaps: [],
    };
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' });
  const problems: CsvResult['problems'] = [];
  const none = { points: [], problems, gaps: [] };
  const [heads, ...rows] = data;
  if (!heads || rows.length === 0) {
    problems.push({
      line: 1,
      message: 'a head line and at least one line of figures are wanted, such as “minute,celsius”',
    });
    return none;
  }
  if (rows.length > MAX_ROWS) {
    problems.push({ line: MAX_ROWS + 2, message: `more than ${MAX_ROWS} lines` });
    return none;
  }
  const columns = heads.map(head);
  const timeAt = columns.findIndex((c) => TIME_HEADS.includes(c.name));
  const degreesAt = columns.findIndex((c, i) => i !== timeAt && TEMPERATURE_HEADS.includes(c.name));
  if (timeAt < 0)
    problems.push({ line: 1, message: `no column of time: one called ${TIME_HEADS.slice(0, 4).join(', ')}` });
  if (degreesAt < 0) problems.push({ line: 1, message: 'no column of temperature: one called celsius or fahrenheit' });
  if (problems.length > 0) return none;
  const time = columns[timeAt];
  const degrees = columns[degreesAt];
  const unit = degrees?.unit ?? degrees?.name ?? '';
  const fahrenheit = ['°f', 'f', 'fahrenheit'].includes(unit);
  if (!fahrenheit && !['°c', 'c', 'celsius'].includes(unit)) {
    problems.push({ line: 1, message: `the unit of “${heads[degreesAt]}” is not said: write celsius or fahrenheit` });
    return none;
  }
  const seconds = [time?.name, time?.unit].some((u) => u === 'seconds' || u === 's');
  const points: LogPoint[] = [];
  let origin: number | null = null;
  rows.forEach((row, i) => {
    const line = i + 2;
    const timeText = row[timeAt] ?? '';
    const degreesText = row[degreesAt] ?? '';
    if (timeText.trim() === '' || degreesText.trim() === '') {
      problems.push({ line, message: `${timeText.trim() === '' ? 'time' : 'temperature'} is missing` });
      return;
    }
    const clock = clockMinutes(timeText);
    let minute = clock ?? toNumber(timeText) / (seconds ? 60 : 1);
    if (!Number.isFinite(minute)) {
      problems.push({ line, message: `“${timeText}” is not a time` });
      return;
    }
    if (clock !== null) {
      origin ??= clock;
      minute = (clock - origin + 1440) % 1440;
    }
    const shown = toNumber(degreesText);
    if (!Number.isFinite(shown)) {
      problems.push({ line, message: `“${degreesText}” is not a temperature` });
      return;
    }
    const celsius = fahrenheit ? fahrenheitToCelsius(shown) : shown;
    if (celsius < -20 || celsius > 60) {
      problems.push({
        line,
        message: `${degreesText} ${fahrenheit ? '°F' : '°C'} is no floor${!fahrenheit && shown > 60 && shown < 140 ? ': is it °F?' : ''}`,
      });
      return;
    }
    if (minute < 0 || minute > 2880) {
      problems.push({
        line,
        message: `minute ${timeText} is outside 0 to 2880${minute > 2880 ? ': are these seconds?' : ''}`,
      });
      return;
    }
    const last = points[points.length - 1];
    if (last && minute <= last.minute) {
      problems.push({ line, message: `time does not go on: ${timeText} after minute ${last.minute}` });
      return;
    }
    points.push({ minute: Math.round(minute * 100) / 100, celsius: Math.round(celsius * 100) / 100 });
  });
  if (problems.length > 0) return none;
  const gaps = points.flatMap((p, i) => {
    const before = points[i - 1];
    return before && p.minute - before.minute > GAP_MINUTES
      ? [{ after: before.minute, minutes: p.minute - before.minute }]
      : [];
  });
  return { points, problems, gaps };
}
