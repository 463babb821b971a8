/**
 * A week as an iCalendar file and back (RFC 5545): one weekly event for each change, with the profile and its
 * setpoints, in the time zone of the job. What other programs add is read where it says the same.
 */
import type { Profile, Week, WeekEvent } from '../job/schema';
import { DAYS } from './week';

const DAY_CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
/** A Monday that every event of the file counts from: 5 January 2026. */
const FIRST_MONDAY = [2026, 1, 5] as const;
const LINE_BYTES = 75;
const MOST_LINES = 20_000;
const PRODUCT = '-//Augerset//week 1//EN';

export type CalendarRead = { ok: true; week: Week; says: string } | { ok: false; line: number; problem: string };

/** Text values: RFC 5545 3.3.11. */
const escaped = (text: string): string =>
  text.replace(/\\/g, '\\\\').replace(/;/g, '\\;').replace(/,/g, '\\,').replace(/\r?\n/g, '\\n');
const unescaped = (text: string): string =>
  text.replace(/\\([\\;,nN])/g, (_, c: string) => (c === 'n' || c === 'N' ? '\n' : c));

/** Lines of more than 75 octets go on with a blank at the front of the next. */
function folded(line: string): string {
  const out: string[] = [];
  let part = '';
  let size = 0;
  for (const c of line) {
    const bytes = new TextEncoder().encode(c).length;
    if (size + bytes > LINE_BYTES) {
      out.push(part);
      part = ' ';
      size = 1;
    }
    part += c;
    size += bytes;
  }
  return [...out, part].join('\r\n');
}

const two = (n: number): string => String(n).padStart(2, '0');

/** UTC offset of a zone at an instant, minutes. */
function offsetAt(zone: string, utc: number): number {
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
    })
      .formatToParts(new Date(utc))
      .map((p) => [p.type, Number(p.value)]),
  );
  const local = Date.UTC(parts.year ?? 0, (parts.month ?? 1) - 1, parts.day ?? 1, parts.hour ?? 0, parts.minute ?? 0);
  return Math.round((local - Math.floor(utc / 60_000) * 60_000) / 60_000);
}

const offsetText = (minutes: number): string => {
  const m = Math.abs(minutes);
  return `${minutes < 0 ? '-' : '+'}${two(Math.floor(m / 60))}${two(m % 60)}`;
};

/** Changes of a zone's offset in the first year of the file, found by halving. */
function changesOf(zone: string): { utc: number; before: number; after: number }[] {
  const [year] = FIRST_MONDAY;
  const changes: { utc: number; before: number; after: number }[] = [];
  const day = 86_400_000;
  for (let t = Date.UTC(year, 0, 1); t < Date.UTC(year + 1, 0, 1); t += day) {
    const before = offsetAt(zone, t);
    const after = offsetAt(zone, t + day);
    if (before === after) continue;
    let low = t;
    let high = t + day;
    while (high - low > 60_000) {
      const mid = low + Math.floor((high - low) / 120_000) * 60_000;
      if (offsetAt(zone, mid) === before) low = mid;
      else high = mid;
    }
    changes.push({ utc: high, before, after });
  }
  return changes;
}

/** The zone's rules as the file carries them: each change by month, weekday and which of them in the month. */
function zoneLines(zone: string): string[] {
  const changes = changesOf(zone);
  const [year] = FIRST_MONDAY;
  if (changes.length === 0) {
    const offset = offsetText(offsetAt(zone, Date.UTC(year, 0, 1)));
    return [
      'BEGIN:VTIMEZONE',
      `TZID:${zone}`,
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      `TZOFFSETFROM:${offset}`,
      `TZOFFSETTO:${offset}`,
      'END:STANDARD',
      'END:VTIMEZONE',
    ];
  }
  const parts = changes.flatMap(({ utc, before, after }) => {
    const local = new Date(utc + before * 60_000);
    const date = local.getUTCDate();
    const month = local.getUTCMonth();
    const inMonth = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
    const nth = date + 7 > inMonth ? -1 : Math.ceil(date / 7);
    const weekday = DAY_CODES[(local.getUTCDay() + 6) % 7];
    const name = after > before ? 'DAYLIGHT' : 'STANDARD';
    return [
      `BEGIN:${name}`,
      `DTSTART:${year}${two(month + 1)}${two(date)}T${two(local.getUTCHours())}${two(local.getUTCMinutes())}00`,
      `RRULE:FREQ=YEARLY;BYMONTH=${month + 1};BYDAY=${nth}${weekday}`,
      `TZOFFSETFROM:${offsetText(before)}`,
      `TZOFFSETTO:${offsetText(after)}`,
      `END:${name}`,
    ];
  });
  return ['BEGIN:VTIMEZONE', `TZID:${zone}`, ...parts, 'END:VTIMEZONE'];
}

/** Whether this runtime knows a time zone by name. */
function knownZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** Days on which a change happens, so that days alike share one event. */
function changesByKind(days: readonly (readonly WeekEvent[])[]): { minute: number; profile: string; on: number[] }[] {
  const kinds = new Map<string, { minute: number; profile: string; on: number[] }>();
  days.forEach((events, d) => {
    for (const e of events) {
      const key = `${e.minute}|${e.profile}`;
      const known = kinds.get(key) ?? { minute: e.minute, profile: e.profile, on: [] };
      known.on.push(d);
      kinds.set(key, known);
    }
  });
  return [...kinds.values()].sort((a, b) => (a.on[0] ?? 0) - (b.on[0] ?? 0) || a.minute - b.minute);
}

/**
 * @param week with days; throws a RangeError without
 * @param zone IANA name of the time zone
 * @param stamp ISO instant of the file's making
 * @param name of the place
 */
export function weekToCalendar(week: Week, zone: string, stamp: string, name: string): string {
  if (!week.days) throw new RangeError('there is no week yet');
  if (!knownZone(zone)) throw new RangeError(`“${zone}” is no time zone`);
  const [year, month, monday] = FIRST_MONDAY;
  const made = `${stamp.replace(/[-:]/g, '').slice(0, 15)}Z`;
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    `PRODID:${PRODUCT}`,
    'CALSCALE:GREGORIAN',
    `X-WR-CALNAME:${escaped(name)}`,
    ...zoneLines(zone),
  ];
  for (const { minute, profile, on } of changesByKind(week.days)) {
    const p = week.profiles[profile];
    const first = monday + (on[0] ?? 0);
    const at = `${year}${two(month)}${two(first)}T${two(Math.floor(minute / 60))}${two(minute % 60)}00`;
    lines.push(
      'BEGIN:VEVENT',
      `UID:${profile}-${minute}-${on.join('')}@augerset.invalid`,
      `DTSTAMP:${made}`,
      `DTSTART;TZID=${zone}:${at}`,
      'DURATION:PT0S',
      `RRULE:FREQ=WEEKLY;BYDAY=${on.map((d) => DAY_CODES[d]).join(',')}`,
      `SUMMARY:${escaped(p?.name ?? profile)}`,
      'TRANSP:TRANSPARENT',
      `X-AUGERSET-PROFILE:${escaped(profile)}`,
      ...(p ? [`X-AUGERSET-HEAT:${p.heatCelsius}`] : []),
      ...(p?.coolCelsius === undefined ? [] : [`X-AUGERSET-COOL:${p.coolCelsius}`]),
      'END:VEVENT',
    );
  }
  if (week.holiday) {
    const { from, to, heatCelsius } = week.holiday;
    const day = (date: string, more: number): string =>
      new Date(Date.parse(`${date}T00:00:00Z`) + more * 86_400_000).toISOString().slice(0, 10).replace(/-/g, '');
    lines.push(
      'BEGIN:VEVENT',
      `UID:holiday-${day(from, 0)}@augerset.invalid`,
      `DTSTAMP:${made}`,
      `DTSTART;VALUE=DATE:${day(from, 0)}`,
      // The end of an event of whole days is the day after its last.
      `DTEND;VALUE=DATE:${day(to, 1)}`,
      'SUMMARY:Holiday',
      'TRANSP:TRANSPARENT',
      `X-AUGERSET-HOLIDAY:${heatCelsius}`,
      'END:VEVENT',
    );
  }
  if (week.hold) {
    const { from, until, heatCelsius } = week.hold;
    const at = (local: string): string => `${local.replace(/[-:]/g, '')}00`;
    lines.push(
      'BEGIN:VEVENT',
      `UID:hold-${at(from)}@augerset.invalid`,
      `DTSTAMP:${made}`,
      `DTSTART;TZID=${zone}:${at(from)}`,
      `DTEND;TZID=${zone}:${at(until)}`,
      'SUMMARY:Held',
      'TRANSP:TRANSPARENT',
      `X-AUGERSET-HOLD:${heatCelsius}`,
      'END:VEVENT',
    );
  }
  lines.push('END:VCALENDAR');
  return `${lines.map(folded).join('\r\n')}\r\n`;
}

interface ReadEvent {
  line: number;
  start?: { day: number; minute: number };
  days?: number[];
  summary?: string;
  profile?: string;
  heat?: number;
  cool?: number;
  /** Of a holiday: its setpoint, first day and the day after its last. */
  away?: number;
  from?: string;
  until?: string;
  /** Of a hold: its setpoint; it begins and ends in local time. */
  held?: number;
  begins?: string;
  ends?: string;
}

interface Content {
  name: string;
  value: string;
  line: number;
}

/** Content lines unfolded, each with the number it begins at. */
function contentLines(text: string): Content[] {
  const out: Content[] = [];
  text.split(/\r?\n/).forEach((raw, i) => {
    const last = out.at(-1);
    if (/^[ \t]/.test(raw) && last) last.value += raw.slice(1);
    else if (raw.trim() !== '') out.push({ name: '', value: raw, line: i + 1 });
  });
  return out.map(({ value, line }) => {
    // Parameters may hold colons between quotes.
    const colon = /^(?:[^":]|"[^"]*")*:/.exec(value)?.[0].length ?? 0;
    const head = colon > 0 ? value.slice(0, colon - 1) : value;
    return { name: (head.split(';')[0] ?? '').toUpperCase(), value: colon > 0 ? value.slice(colon) : '', line };
  });
}

/** Whether a text gives itself out as iCalendar. */
export const isCalendar = (text: string): boolean => /^\uFEFF?\s*BEGIN:VCALENDAR/i.test(text);

class BadLine extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message);
  }
}

function startOf({ value, line }: Content): { day: number; minute: number } {
  const m = /^(\d{4})(\d{2})(\d{2})(?:T(\d{2})(\d{2})(\d{2})?Z?)?$/.exec(value.trim());
  const date = m ? Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3])) : Number.NaN;
  const minute = Number(m?.[4] ?? 0) * 60 + Number(m?.[5] ?? 0);
  // A month of 13 or a 31 June would roll over into another day.
  if (!m || Number.isNaN(date) || new Date(date).getUTCDate() !== Number(m[3]) || minute >= 1440)
    throw new BadLine(line, `“${value.slice(0, 40)}” is no date with a time`);
  return { day: (new Date(date).getUTCDay() + 6) % 7, minute };
}

/** "20261224" as "2026-12-24". */
const dateOf = ({ value }: Content): string => value.trim().replace(/^(\d{4})(\d{2})(\d{2}).*$/, '$1-$2-$3');

/** "20261224T183000" as "2026-12-24T18:30"; what has no time of day is none. */
const localOf = ({ value }: Content): string | undefined => {
  const m = /^(\d{4})(\d{2})(\d{2})T(\d{2})(\d{2})/.exec(value.trim());
  return m ? `${m[1]}-${m[2]}-${m[3]}T${m[4]}:${m[5]}` : undefined;
};

function daysOfRule({ value, line }: Content): number[] | undefined {
  const parts = new Map(value.split(';').map((p) => p.split('=') as [string, string]));
  const frequency = parts.get('FREQ');
  if (frequency === 'DAILY') return [0, 1, 2, 3, 4, 5, 6];
  if (frequency !== 'WEEKLY')
    throw new BadLine(line, `a week repeats weekly or daily, not ${(frequency ?? 'otherwise').toLowerCase()}`);
  if ((parts.get('INTERVAL') ?? '1') !== '1') throw new BadLine(line, 'every second week cannot be held by a week');
  return parts
    .get('BYDAY')
    ?.split(',')
    .map((code) => {
      const d = DAY_CODES.map(String).indexOf(code.trim());
      if (d < 0) throw new BadLine(line, `“${code.slice(0, 12)}” is no weekday`);
      return d;
    });
}

const figure = ({ value, line }: Content): number => {
  const n = Number(value);
  if (value.trim() === '' || !Number.isFinite(n) || n < -20 || n > 60)
    throw new BadLine(line, `“${value.slice(0, 20)}” is no setpoint in °C`);
  return n;
};

function readEvents(text: string): ReadEvent[] {
  const lines = contentLines(text);
  if (lines[0]?.name !== 'BEGIN' || lines[0].value.toUpperCase() !== 'VCALENDAR')
    throw new BadLine(1, 'this is no iCalendar file');
  if (lines.length > MOST_LINES) throw new BadLine(MOST_LINES, 'too long for a week');
  const events: ReadEvent[] = [];
  let now: ReadEvent | null = null;
  for (const l of lines) {
    const kind = l.value.toUpperCase();
    if (l.name === 'BEGIN' && kind === 'VEVENT') now = { line: l.line };
    else if (l.name === 'END' && kind === 'VEVENT') {
      if (now) events.push(now);
      now = null;
    } else if (now) {
      if (l.name === 'DTSTART') {
        now.start = startOf(l);
        now.from = dateOf(l);
        now.begins = localOf(l);
      } else if (l.name === 'DTEND') {
        now.until = dateOf(l);
        now.ends = localOf(l);
      } else if (l.name === 'X-AUGERSET-HOLD') now.held = figure(l);
      else if (l.name === 'X-AUGERSET-HOLIDAY') now.away = figure(l);
      else if (l.name === 'RRULE') {
        const days = daysOfRule(l);
        if (days) now.days = days;
      } else if (l.name === 'SUMMARY') now.summary = unescaped(l.value).trim();
      else if (l.name === 'X-AUGERSET-PROFILE') now.profile = unescaped(l.value).trim();
      else if (l.name === 'X-AUGERSET-HEAT') now.heat = figure(l);
      else if (l.name === 'X-AUGERSET-COOL') now.cool = figure(l);
    }
  }
  if (now) throw new BadLine(now.line, 'an event begins here and never ends');
  if (lines.at(-1)?.value.toUpperCase() !== 'VCALENDAR')
    throw new BadLine(lines.at(-1)?.line ?? 1, 'the file ends before its calendar does');
  return events;
}

/** Which profile an event is of: its own word, else the one that is called so. */
function profileOf(e: ReadEvent, profiles: Readonly<Record<string, Profile>>): { id: string; profile: Profile } {
  const named = Object.entries(profiles).find(([, p]) => p.name.toLowerCase() === (e.summary ?? '').toLowerCase());
  const id = e.profile && /^[A-Za-z0-9_.:+-]{1,64}$/.test(e.profile) ? e.profile : named?.[0];
  const known = id === undefined ? undefined : profiles[id];
  if (id === undefined || (!known && e.heat === undefined))
    throw new BadLine(
      e.line,
      `“${e.summary ?? ''}” is none of the profiles: ${
        Object.values(profiles)
          .map((p) => p.name)
          .join(', ') || 'there are none'
      }`,
    );
  const heatCelsius = e.heat ?? known?.heatCelsius ?? 20;
  const cool = e.cool ?? known?.coolCelsius;
  return {
    id,
    profile: {
      name: (e.summary ?? known?.name ?? id).slice(0, 200),
      heatCelsius,
      ...(cool === undefined ? {} : { coolCelsius: cool }),
    },
  };
}

function holidayOf(e: ReadEvent, heatCelsius: number): NonNullable<Week['holiday']> {
  const until = Date.parse(`${e.until ?? ''}T00:00:00Z`);
  if (e.from === undefined || Number.isNaN(until)) throw new BadLine(e.line, 'a holiday has a first day and an end');
  return { from: e.from, to: new Date(until - 86_400_000).toISOString().slice(0, 10), heatCelsius };
}

function heldOf({ begins, ends, line }: ReadEvent, heatCelsius: number): NonNullable<Week['hold']> {
  if (!begins || !ends || ends <= begins)
    throw new BadLine(line, 'a hold begins and ends at a time of day, in this order');
  return { from: begins, until: ends, heatCelsius };
}

/** Reads a week; nothing is half taken. @param week what stands: its profiles are known by name */
export function weekFromCalendar(text: string, week: Week): CalendarRead {
  try {
    const events = readEvents(text);
    if (events.length === 0) throw new BadLine(1, 'there is no event in it');
    const profiles: Record<string, Profile> = { ...week.profiles };
    const days: WeekEvent[][] = Array.from({ length: 7 }, () => []);
    let { holiday, hold } = week;
    for (const e of events) {
      if (e.held !== undefined) {
        hold = heldOf(e, e.held);
        continue;
      }
      if (e.away !== undefined) {
        holiday = holidayOf(e, e.away);
        continue;
      }
      if (!e.start) throw new BadLine(e.line, 'an event without a beginning');
      const { id, profile } = profileOf(e, profiles);
      profiles[id] = profile;
      for (const d of e.days ?? [e.start.day]) days[d]?.push({ minute: e.start.minute, profile: id });
    }
    for (const [d, list] of days.entries()) {
      list.sort((a, b) => a.minute - b.minute);
      const twice = list.find((e, i) => list[i - 1]?.minute === e.minute);
      if (twice) throw new BadLine(1, `two events of ${DAYS[d]} begin at one time`);
      if (list.length > 24) throw new BadLine(1, `${DAYS[d]} has more than 24 events`);
    }
    if (Object.keys(profiles).length > 24) throw new BadLine(1, 'more than 24 profiles');
    return {
      ok: true,
      week: { ...week, profiles, days, ...(holiday ? { holiday } : {}), ...(hold ? { hold } : {}) },
      says: `${days.flat().length} events a week`,
    };
  } catch (e) {
    if (e instanceof BadLine) return { ok: false, line: e.line, problem: e.message };
    throw e;
  }
}
