/** A week as CSV (RFC 4180) and back: day, time, profile, heat, cool; one line an event, in the job's own degrees. */
import Papa from 'papaparse';
import type { Profile, Week, WeekEvent } from '../job/schema';
import { celsiusToFahrenheit, clock, fahrenheitToCelsius, type UnitSystem } from '../units/units';
import type { CalendarRead } from './calendar';
import { spokenTime } from './spoken';
import { DAYS } from './week';

/** A cell that a spreadsheet would take for a formula is made text. */
const plain = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
const shown = (celsius: number, units: UnitSystem): number =>
  Math.round((units === 'us' ? celsiusToFahrenheit(celsius) : celsius) * 100) / 100;

/** Throws a RangeError without a week. */
export function weekToCsv(week: Week, units: UnitSystem): string {
  if (!week.days) throw new RangeError('there is no week yet');
  const unit = units === 'us' ? '°F' : '°C';
  const rows = week.days.flatMap((events, d) =>
    events.map((e) => {
      const p = week.profiles[e.profile];
      return [
        DAYS[d] ?? '',
        clock(e.minute),
        plain(p?.name ?? e.profile),
        p ? shown(p.heatCelsius, units) : '',
        p?.coolCelsius === undefined ? '' : shown(p.coolCelsius, units),
      ];
    }),
  );
  return `${Papa.unparse([['day', 'time', 'profile', `heat (${unit})`, `cool (${unit})`], ...rows], { newline: '\r\n' })}\r\n`;
}

const MOST_LINES = 24 * 7;

interface Columns {
  day: number;
  time: number;
  profile: number;
  heat: number;
  cool: number;
  us: boolean;
}

function columnsOf(head: readonly string[]): Columns | string {
  const names = head.map((h) => h.slice(0, 60).trim().toLowerCase());
  const at = (word: string): number => names.findIndex((n) => n.startsWith(word));
  const columns = { day: at('day'), time: at('time'), profile: at('profile'), heat: at('heat'), cool: at('cool') };
  const missing = (['day', 'time', 'profile'] as const).find((k) => columns[k] < 0);
  if (missing) return `no column called ${missing}: day, time, profile, heat, cool`;
  return { ...columns, us: /°f|fahrenheit/.test(names[columns.heat] ?? '') };
}

/** Reads a week; nothing is half taken. @param week what stands: its profiles are known by name */
export function weekFromCsv(text: string, week: Week): CalendarRead {
  const { data } = Papa.parse<string[]>(
    text
      .slice(0, 1_000_000)
      .replace(/^\uFEFF/, '')
      .trim(),
    {
      skipEmptyLines: 'greedy',
    },
  );
  const [head, ...rows] = data;
  const columns = columnsOf(head ?? []);
  if (typeof columns === 'string') return { ok: false, line: 1, problem: columns };
  if (rows.length === 0) return { ok: false, line: 1, problem: 'no line of a week' };
  if (rows.length > MOST_LINES) return { ok: false, line: MOST_LINES + 2, problem: `more than ${MOST_LINES} events` };
  const profiles: Record<string, Profile> = { ...week.profiles };
  const days: WeekEvent[][] = Array.from({ length: 7 }, () => []);
  for (const [i, row] of rows.entries()) {
    const line = i + 2;
    const cell = (index: number): string => (index < 0 ? '' : (row[index] ?? '').trim());
    const no = (problem: string): CalendarRead => ({ ok: false, line, problem });
    const low = cell(columns.day).toLowerCase();
    const day = low.length < 2 ? -1 : DAYS.findIndex((d) => d.toLowerCase().startsWith(low.slice(0, 3)));
    if (day < 0) return no(`“${cell(columns.day).slice(0, 20)}” is no day`);
    const minute = spokenTime(cell(columns.time));
    if (minute === null || minute >= 1440) return no(`“${cell(columns.time).slice(0, 20)}” is no time of day`);
    const name = cell(columns.profile).replace(/^'(?=[=+\-@])/, '');
    if (name === '') return no('the profile is missing');
    const known = Object.entries(profiles).find(
      ([id, p]) => p.name.toLowerCase() === name.toLowerCase() || id === name,
    );
    const figure = (index: number): number | null | undefined => {
      if (cell(index) === '') return undefined;
      const v = Number(cell(index).replace(',', '.').replace('−', '-'));
      const celsius = columns.us ? Math.round(fahrenheitToCelsius(v) * 1e6) / 1e6 : v;
      return Number.isFinite(v) && celsius >= -20 && celsius <= 60 ? celsius : null;
    };
    const heat = figure(columns.heat);
    const cool = figure(columns.cool);
    if (heat === null || cool === null) return no('a setpoint that is none: is it in the unit of the head line?');
    const heatCelsius = heat ?? known?.[1].heatCelsius;
    if (heatCelsius === undefined)
      return no(`“${name.slice(0, 40)}” is none of the profiles, and no heat setpoint is given`);
    const id = known?.[0] ?? `csv-${Object.keys(profiles).length + 1}`;
    const coolCelsius = cool ?? known?.[1].coolCelsius;
    profiles[id] = {
      name: known?.[1].name ?? name.slice(0, 200),
      heatCelsius,
      ...(coolCelsius === undefined ? {} : { coolCelsius }),
    };
    if (days[day]?.some((e) => e.minute === minute)) return no(`two events of ${DAYS[day]} begin at one time`);
    days[day]?.push({ minute, profile: id });
  }
  for (const list of days) list.sort((a, b) => a.minute - b.minute);
  if (days.some((d) => d.length > 24) || Object.keys(profiles).length > 24)
    return { ok: false, line: 1, problem: 'more than 24 events a day, or 24 profiles' };
  return { ok: true, week: { ...week, profiles, days }, says: `${rows.length} events a week` };
}
