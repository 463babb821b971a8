/** Logged warm-up points from a CSV: minutes or clock times, °C or °F; what is missing or in another unit is said by its line. */
import { cellSi, matchColumns, momentOf, readTable, type Wanted } from '../table/table';
import { unitFor } from '../units/figure';
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
const LOG_COLUMNS: readonly Wanted<'time' | 'temperature'>[] = [
  {
    key: 'time',
    names: ['minute', 'minutes', 'min', 'time', 'seconds', 's', 'hours', 'elapsed', 'elapsed time', 'timestamp'],
    of: ['seconds'],
    bare: 'min',
  },
  {
    key: 'temperature',
    names: [
      'celsius',
      '°c',
      'c',
      'fahrenheit',
      '°f',
      'f',
      'probe',
      'temperature',
      'floor',
      'floor temperature',
      'probe temperature',
      'floor sensor',
    ],
    of: ['temperature'],
  },
];

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
  const table = readTable(text);
  const problems: CsvResult['problems'] = [];
  const none = { points: [], problems, gaps: [] };
  const { rows } = table;
  if (rows.length === 0) {
    problems.push({
      line: 1,
      message: 'a head line and at least one line of figures are wanted, such as “minute,celsius”',
    });
    return none;
  }
  if (rows.length > MAX_ROWS) {
    problems.push({ line: rows[MAX_ROWS]?.line ?? 1, message: `more than ${MAX_ROWS} lines` });
    return none;
  }
  const matched = matchColumns(table.heads, LOG_COLUMNS);
  const { time, temperature } = matched.ok ? matched.columns : {};
  if (!matched.ok || !time || !temperature) {
    problems.push({ line: table.headLine, message: matched.ok ? 'a column is missing' : matched.problem });
    return none;
  }
  const degrees = unitFor(temperature.unit, ['temperature']);
  const inFahrenheit = degrees?.toSi(212) === 100;
  const points: LogPoint[] = [];
  let origin: number | null = null;
  for (const row of rows) {
    const { line } = row;
    const no = (message: string): void => {
      problems.push({ line, message });
    };
    const timeText = (row.cells[time.index] ?? '').trim();
    const degreesText = (row.cells[temperature.index] ?? '').trim();
    if (timeText === '' || degreesText === '') {
      no(`${timeText === '' ? 'time' : 'temperature'} is missing`);
      continue;
    }
    const moment = momentOf(timeText);
    const figure = moment ? null : cellSi(row, time, table.locale);
    if (!moment && typeof figure !== 'number') {
      no(`“${timeText}” is not a time`);
      continue;
    }
    if (!moment && time.assumed) {
      problems.push({ line: table.headLine, message: '“time” does not say its unit: min, h or s' });
      break;
    }
    let minute = moment ? moment.minute : (figure as number) / 60;
    if (moment) {
      origin ??= moment.minute;
      minute = moment.is === 'clock' ? (moment.minute - origin + 1440) % 1440 : moment.minute - origin;
    }
    const celsius = cellSi(row, temperature, table.locale);
    if (typeof celsius !== 'number') {
      no(`“${degreesText}” is not a temperature`);
      continue;
    }
    if (celsius < -20 || celsius > 60) {
      no(
        `${degreesText} ${inFahrenheit ? '°F' : '°C'} is no floor${!inFahrenheit && celsius > 60 && celsius < 140 ? ': is it °F?' : ''}`,
      );
      continue;
    }
    if (minute < 0 || minute > 2880) {
      no(`minute ${timeText} is outside 0 to 2880${minute > 2880 ? ': are these seconds?' : ''}`);
      continue;
    }
    const last = points[points.length - 1];
    if (last && minute <= last.minute) {
      no(`time does not go on: ${timeText} after minute ${last.minute}`);
      continue;
    }
    points.push({ minute: Math.round(minute * 100) / 100, celsius: Math.round(celsius * 100) / 100 });
  }
  if (problems.length > 0) return none;
  const gaps = points.flatMap((p, i) => {
    const before = points[i - 1];
    return before && p.minute - before.minute > GAP_MINUTES
      ? [{ after: before.minute, minutes: p.minute - before.minute }]
      : [];
  });
  return { points, problems, gaps };
}
