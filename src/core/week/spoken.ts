/**
 * A week as people say it, in words of our own:
 *
 *   week   = line { (";" | newline) line }
 *   line   = [days] item { "," item }
 *   days   = day { day } | day "-" day | "every day" | "workdays" | "weekend" | "other days"
 *   item   = moment time | "out" ["from"] time "till" time | place | "till" time | name "is" number
 *   moment = "up" | "out" | "back" | "bed" | name of a profile
 *   place  = "in" | "out"                          all day
 *   time   = 6 | 6:30 | 6.30 | 630 | 7am | 10:15pm | noon | midnight
 *
 * `up 6:30, out 8:30, back 17:00, bed 22:30; Sat Sun up 8, in; Wed out till 13; in is 20.5`
 *
 * A line without days is every day. A later line with days begins from what is said of them so far and changes only
 * what it names: "in" takes out what is out, "up 8" moves the getting up. A bed after midnight is the next day's.
 */
import { distance } from 'fastest-levenshtein';
import type { Profile, Week, WeekEvent } from '../job/schema';
import { celsiusToFahrenheit, fahrenheitToCelsius, type UnitSystem } from '../units/units';
import { DAYS, startingWeek } from './week';

export interface SpokenProblem {
  /** The first word not understood, and where it begins in the text. */
  word: string;
  at: number;
  why: string;
}

export type Spoken = { ok: true; week: Week; says: string[] } | { ok: false; problem: SpokenProblem };

interface Word {
  text: string;
  low: string;
  at: number;
}

class NotUnderstood extends Error {
  constructor(
    readonly word: Word,
    readonly why: string,
  ) {
    super(why);
  }
}

type Kind = 'up' | 'out' | 'back' | 'bed' | 'other';
interface Moment {
  kind: Kind;
  minute: number;
  profile: string;
}

const DAY_WORDS: Readonly<Record<string, readonly number[]>> = Object.fromEntries([
  ...DAYS.flatMap((d, i) => {
    const low = d.toLowerCase();
    const short = low.slice(0, 3);
    const more = { tue: ['tues'], wed: ['weds'], thu: ['thur', 'thurs'] }[short] ?? [];
    return [low, `${low}s`, short, ...more].map((w) => [w, [i]] as const);
  }),
  ['workdays', [0, 1, 2, 3, 4]],
  ['weekdays', [0, 1, 2, 3, 4]],
  ['workday', [0, 1, 2, 3, 4]],
  ['weekend', [5, 6]],
  ['weekends', [5, 6]],
  ['daily', [0, 1, 2, 3, 4, 5, 6]],
]);

const MOMENTS: Readonly<Record<string, { kind: Kind; profile: string }>> = {
  up: { kind: 'up', profile: 'in' },
  wake: { kind: 'up', profile: 'in' },
  out: { kind: 'out', profile: 'out' },
  away: { kind: 'out', profile: 'out' },
  leave: { kind: 'out', profile: 'out' },
  back: { kind: 'back', profile: 'in' },
  home: { kind: 'back', profile: 'in' },
  return: { kind: 'back', profile: 'in' },
  bed: { kind: 'bed', profile: 'night' },
  night: { kind: 'bed', profile: 'night' },
  sleep: { kind: 'bed', profile: 'night' },
};
const FILLERS: ReadonlySet<string> = new Set(['at', 'and', 'the', 'on', 'all', 'day', 'from', 'by', '&', '+']);
const LONGEST = 2000;
/** As a job holds them. */
const MOST_EVENTS = 24;

const words = (line: string, offset: number): Word[] =>
  [...line.matchAll(/[^\s,]+|,/g)].map((m) => ({ text: m[0], low: m[0].toLowerCase(), at: offset + (m.index ?? 0) }));

/** Minutes from midnight, up to 1440; null where it is no time of day. */
export function spokenTime(text: string): number | null {
  const low = text.toLowerCase();
  if (low === 'noon' || low === 'midday') return 720;
  if (low === 'midnight') return 1440;
  const m = /^(\d{1,2})(?:[:.h]?(\d{2}))?(am|pm)?$/.exec(low);
  if (!m) return null;
  const half = m[3];
  let hour = Number(m[1]);
  const minute = Number(m[2] ?? 0);
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  }
  if (minute > 59 || hour > 24 || (hour === 24 && minute > 0)) return null;
  return hour * 60 + minute;
}

/** One line's words, taken from the front. */
class Reader {
  constructor(
    private readonly list: Word[],
    private readonly end: Word,
  ) {}
  peek(ahead = 0): Word | undefined {
    return this.list[ahead];
  }
  take(): Word {
    return this.list.shift() ?? this.end;
  }
  skip(): void {
    while (this.list[0] && FILLERS.has(this.list[0].low)) this.list.shift();
  }
  get done(): boolean {
    return this.list.length === 0;
  }
  time(what: string): number {
    this.skip();
    const word = this.take();
    const minute = spokenTime(word.text);
    if (minute === null)
      throw new NotUnderstood(
        word,
        word === this.end
          ? `A time is missing after “${what}”.`
          : `“${word.text}” is no time of day, such as 6:30 or 10pm.`,
      );
    return minute;
  }
}

function guess(word: Word, known: readonly string[]): string {
  const best = [...known].sort((a, b) => distance(word.low, a) - distance(word.low, b))[0];
  return best !== undefined && distance(word.low, best) <= 2 ? ` Did you mean “${best}”?` : '';
}

/** Days at the front of a line; null where it names none. */
function daysOf(reader: Reader, spoken: ReadonlySet<number>): number[] | null {
  const days = new Set<number>();
  let any = false;
  for (;;) {
    const word = reader.peek();
    if (!word) break;
    const next = reader.peek(1);
    if ((word.low === 'every' || word.low === 'each') && next?.low === 'day') {
      reader.take();
      reader.take();
      for (let d = 0; d < 7; d++) days.add(d);
      any = true;
      continue;
    }
    if ((word.low === 'other' || word.low === 'else') && (next?.low === 'days' || next?.low === 'day')) {
      reader.take();
      reader.take();
      for (let d = 0; d < 7; d++) if (!spoken.has(d)) days.add(d);
      any = true;
      continue;
    }
    const [from, to, more] = word.low.replace(/[:]$/, '').split(/[-–]/);
    const a = DAY_WORDS[from ?? ''];
    const b = to === undefined ? undefined : DAY_WORDS[to];
    const spaced = (next?.low === '-' || next?.low === 'to') && DAY_WORDS[reader.peek(2)?.low ?? ''];
    if (a?.length === 1 && b?.length === 1 && more === undefined) {
      reader.take();
      span(days, a[0] ?? 0, b[0] ?? 0);
    } else if (a?.length === 1 && to === undefined && spaced && spaced.length === 1) {
      for (let i = 0; i < 3; i++) reader.take();
      span(days, a[0] ?? 0, spaced[0] ?? 0);
    } else if (a && to === undefined) {
      reader.take();
      for (const d of a) days.add(d);
    } else if (any && (word.low === ',' ? DAY_WORDS[next?.low ?? ''] : word.low === 'and' || word.low === '&')) {
      reader.take();
      continue;
    } else break;
    any = true;
  }
  return any ? [...days] : null;
}

function span(days: Set<number>, from: number, to: number): void {
  for (let d = from; ; d = (d + 1) % 7) {
    days.add(d);
    if (d === to) return;
  }
}

/** The first of a kind that a line names takes the place of what was said before; further ones stand beside it. */
const put = (list: readonly Moment[], m: Moment, named: Set<Kind>): Moment[] => {
  const kept = named.has(m.kind) || m.kind === 'other' ? list : list.filter((x) => x.kind !== m.kind);
  return [...kept, m];
};
const minuteOf = (list: readonly Moment[], kind: Kind): number | undefined => list.find((m) => m.kind === kind)?.minute;

/** Out between two times: what was said of going out and coming back is replaced. */
function outBetween(list: readonly Moment[], from: number, to: number, named: Set<Kind>): Moment[] {
  const out = put(list, { kind: 'out', minute: from, profile: 'out' }, named);
  return put(out, { kind: 'back', minute: to, profile: 'in' }, named);
}

interface Saying {
  profiles: Record<string, Profile>;
  byDay: Moment[][];
  units: UnitSystem;
  /** Kinds that this line has named. */
  named: Set<Kind>;
}

/** One item of a line on the days it is of. */
function item(reader: Reader, days: readonly number[], said: Saying): void {
  reader.skip();
  const word = reader.take();
  const all = (change: (list: readonly Moment[]) => Moment[]): void => {
    for (const d of days) said.byDay[d] = change(said.byDay[d] ?? []);
  };
  const named = Object.entries(said.profiles).find(([id, p]) => p.name.toLowerCase() === word.low || id === word.low);
  const next = reader.peek();
  if (next && (next.low === 'is' || next.low === '=')) {
    setpoint(reader, word, named?.[0], said);
    return;
  }
  reader.skip();
  const known = MOMENTS[word.low];
  const follows = reader.peek();
  const till = follows && ['till', 'until', 'til', '-', 'to'].includes(follows.low);
  if (word.low === 'in' && (!follows || follows.low === ',')) {
    all((list) => list.filter((m) => m.kind !== 'out' && m.kind !== 'back'));
    return;
  }
  if (known?.kind === 'out' && (!follows || follows.low === ',')) {
    // Out all day: nobody comes back before bed.
    all((list) =>
      put(
        list.filter((m) => m.kind !== 'back' && m.kind !== 'up'),
        { kind: 'out', minute: minuteOf(list, 'up') ?? 0, profile: 'out' },
        said.named,
      ),
    );
    return;
  }
  if (known?.kind === 'out' && till) {
    const tillWord = reader.take();
    const to = reader.time(tillWord.low);
    all((list) => outBetween(list, outFrom(list, word, to), to, said.named));
    said.named.add('out').add('back');
    return;
  }
  if (!known && !named && word.low !== 'in')
    throw new NotUnderstood(
      word,
      `Not understood.${guess(word, [...Object.keys(MOMENTS), 'in', ...Object.keys(DAY_WORDS)])} Say up, out, back or bed with a time, or in, or a day.`,
    );
  const minute = reader.time(word.text);
  const afterwards = reader.peek();
  if (known?.kind === 'out' && afterwards && ['till', 'until', 'til', '-', 'to'].includes(afterwards.low)) {
    const to = reader.time(reader.take().low);
    if (to <= minute) throw new NotUnderstood(afterwards, 'It ends before it begins.');
    all((list) => outBetween(list, minute, to, said.named));
    said.named.add('out').add('back');
    return;
  }
  // "in 17" is coming back; a profile of the user's own is a change of its own.
  const moment =
    known ??
    (word.low === 'in'
      ? { kind: 'back' as const, profile: 'in' }
      : { kind: 'other' as const, profile: named?.[0] ?? '' });
  all((list) => put(list, { ...moment, minute }, said.named));
  said.named.add(moment.kind);
}

/** From when one is out who is out "till": when one went out otherwise, or from getting up. */
function outFrom(list: readonly Moment[], word: Word, to: number): number {
  const from = [minuteOf(list, 'out'), minuteOf(list, 'up')].find((m) => m !== undefined && m < to);
  if (from === undefined) throw new NotUnderstood(word, 'Out from when? Say “out 8:30 till 13”.');
  return from;
}

function setpoint(reader: Reader, word: Word, id: string | undefined, said: Saying): void {
  reader.take();
  const figure = reader.take();
  const value = Number(figure.low.replace(/°.*|[cf]$/, '').replace(',', '.'));
  const profile = id === undefined ? undefined : said.profiles[id];
  if (!profile || id === undefined)
    throw new NotUnderstood(word, `No profile is called “${word.text}”.${guess(word, Object.keys(said.profiles))}`);
  const celsius = said.units === 'us' ? fahrenheitToCelsius(value) : value;
  if (!Number.isFinite(value) || celsius < 0 || celsius > 45)
    throw new NotUnderstood(
      figure,
      `${figure.text || 'Nothing'} is no temperature in ${said.units === 'us' ? '°F' : '°C'}.`,
    );
  said.profiles[id] = { ...profile, heatCelsius: celsius };
}

/** Moments of seven days as events; what falls past midnight is the next day's. */
function eventsOf(byDay: readonly (readonly Moment[])[]): WeekEvent[][] {
  const days: WeekEvent[][] = Array.from({ length: 7 }, () => []);
  byDay.forEach((list, d) => {
    const up = minuteOf(list, 'up') ?? minuteOf(list, 'out') ?? 0;
    for (const m of list) {
      const late = m.kind === 'bed' && m.minute < up;
      const minute = m.minute % 1440;
      days[late || m.minute >= 1440 ? (d + 1) % 7 : d]?.push({ minute, profile: m.profile });
    }
  });
  // Two things at one minute: the later said holds. A change to what holds already is none.
  return days.map((events) =>
    [...new Map(events.map((e) => [e.minute, e])).values()].sort((a, b) => a.minute - b.minute),
  );
}

/** Moments of the week as it stands, so that a line may change only what it names. */
function momentsOf(week: Week): Moment[][] {
  return Array.from({ length: 7 }, (_, d) => {
    const list: Moment[] = [];
    for (const e of week.days?.[d] ?? []) {
      const kind: Kind =
        e.profile === 'out'
          ? 'out'
          : e.profile === 'night'
            ? 'bed'
            : e.profile === 'in'
              ? list.some((m) => m.kind === 'out')
                ? 'back'
                : 'up'
              : 'other';
      list.push({ kind, minute: e.minute, profile: e.profile });
    }
    return list;
  });
}

/** The text cut into lines, each with where it begins. */
function linesOf(text: string): { line: string; at: number }[] {
  const out: { line: string; at: number }[] = [];
  let at = 0;
  for (const line of text.split(/[;\n]/)) {
    if (line.trim() !== '') out.push({ line, at });
    at += line.length + 1;
  }
  return out;
}

/**
 * Reads a week. Never throws.
 * @param week what stands: its profiles keep their setpoints; a text that begins with days changes only those
 * @param heatOnly the profiles added have one setpoint
 */
export function parseSpoken(text: string, week: Week, units: UnitSystem, heatOnly = false): Spoken {
  const starting = startingWeek(units).profiles;
  const profiles = { ...week.profiles };
  for (const [id, p] of Object.entries(starting)) {
    const { coolCelsius, ...heat } = p;
    profiles[id] ??= heatOnly || coolCelsius === undefined ? heat : p;
  }
  const end: Word = { text: '', low: '', at: text.length };
  if (text.length > LONGEST)
    return { ok: false, problem: { word: '', at: 0, why: `Too long: at most ${LONGEST} characters.` } };
  const lines = linesOf(text);
  if (lines.length === 0)
    return { ok: false, problem: { word: '', at: 0, why: 'Say when: up 6:30, out 8:30, back 17:00, bed 22:30' } };
  try {
    const said: Saying = { profiles, byDay: momentsOf(week), units, named: new Set() };
    const spoken = new Set<number>();
    lines.forEach(({ line, at }, i) => {
      const reader = new Reader(words(line, at), end);
      said.named = new Set();
      const named = daysOf(reader, spoken);
      // The first line for every day is a week of its own; whatever stood is let go.
      if (named === null && i === 0 && !/^\s*\S+\s+(is|=)/.test(line)) said.byDay = said.byDay.map(() => []);
      const days = named ?? [0, 1, 2, 3, 4, 5, 6];
      if (named) for (const d of named) spoken.add(d);
      if (reader.done)
        throw new NotUnderstood(reader.peek() ?? end, 'What happens then? up, out, back or bed with a time.');
      while (!reader.done) {
        item(reader, days, said);
        const comma = reader.peek();
        if (comma?.low === ',') reader.take();
        else if (comma && !isItem(comma, said))
          throw new NotUnderstood(
            comma,
            `Not understood.${guess(comma, [...Object.keys(MOMENTS), 'till'])} A comma stands between things that happen, a semicolon between lines.`,
          );
      }
    });
    const days = eventsOf(said.byDay);
    if (days.every((d) => d.length === 0))
      throw new NotUnderstood(
        end,
        'Nothing happens on any day: say when one gets up, goes out, comes back or goes to bed.',
      );
    const full = days.findIndex((d) => d.length > MOST_EVENTS);
    if (full >= 0) throw new NotUnderstood(end, `${DAYS[full]} has more than ${MOST_EVENTS} changes.`);
    return { ok: true, week: { ...week, profiles, days }, says: saying(days, profiles, units) };
  } catch (e) {
    if (!(e instanceof NotUnderstood)) throw e;
    return { ok: false, problem: { word: e.word.text, at: e.word.at, why: e.why } };
  }
}

/** A comma may be left out before a word that begins an item. */
const isItem = (word: Word, said: Saying): boolean =>
  MOMENTS[word.low] !== undefined ||
  word.low === 'in' ||
  FILLERS.has(word.low) ||
  said.profiles[word.low] !== undefined;

/** Read back: "Mon to Fri: 06:30 In, 08:30 Out …", days alike together. */
function saying(days: readonly WeekEvent[][], profiles: Week['profiles'], units: UnitSystem): string[] {
  const text = (d: number): string =>
    (days[d] ?? []).map((e) => `${clockText(e.minute)} ${profiles[e.profile]?.name ?? e.profile}`).join(', ') ||
    'nothing changes';
  const runs: { from: number; to: number; text: string }[] = [];
  for (let d = 0; d < 7; d++) {
    const last = runs.at(-1);
    if (last && last.text === text(d)) last.to = d;
    else runs.push({ from: d, to: d, text: text(d) });
  }
  const short = (d: number): string => DAYS[d]?.slice(0, 3) ?? '';
  const used = [...new Set(days.flat().map((e) => e.profile))];
  const warmth = used.map((id) => {
    const p = profiles[id];
    const value = p ? (units === 'us' ? celsiusToFahrenheit(p.heatCelsius) : p.heatCelsius) : 0;
    return `${p?.name ?? id} ${Math.round(value * 10) / 10} ${units === 'us' ? '°F' : '°C'}`;
  });
  return [
    ...runs.map((r) => `${r.from === r.to ? short(r.from) : `${short(r.from)} to ${short(r.to)}`}: ${r.text}`),
    warmth.join(', '),
  ];
}

const clockText = (m: number): string =>
  `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
