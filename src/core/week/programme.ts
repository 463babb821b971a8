/**
 * The programme that this device can hold, beside the week as wished: what is lost and when, and the entries to key
 * in, in the device's own order. The wish itself is never changed.
 */
import type { Schedule } from '../devices/sheet';
import type { Week } from '../job/schema';
import { celsiusToFahrenheit, clock, fahrenheitToCelsius, fixed, type UnitSystem } from '../units/units';
import { fitWeek, type Holds, type Lost, type Programme, type Stretch } from './fit';
import { DAYS, PATTERN_GROUPS, profileAt } from './week';

/** What a device takes as setpoints, °C and K. */
export interface SetpointRange {
  heatCelsius: readonly [number, number];
  coolCelsius?: readonly [number, number];
  deadbandKelvin?: number;
}

export interface Entry {
  /** "0.2": day group and place in it, for ticking. */
  id: string;
  days: string;
  /** The device's own name of the slot, or its number. */
  slot: string;
  minute: number;
  heatCelsius: number;
  coolCelsius?: number;
  /** On a device that starts at its times: what to enter so that it is warm by then, and the day before where it reaches back over midnight. */
  enter?: { minute: number; leadMinutes: number; dayBefore: boolean };
}

export interface WeekProgramme {
  entries: Entry[];
  /** Kelvin-hours over the week that the programme is off the wish. */
  lostKelvinHours: number;
  /** Outdoors, °C, for which times were moved ahead; absent where none was. */
  movedForCelsius?: number;
  /** Stretches that differ, °C, the worst first. */
  lost: { day: number; from: number; to: number; wishedCelsius: number; programmedCelsius: number }[];
  /** Seven days, as a strip draws them. */
  days: { minute: number; heatCelsius: number; coolCelsius?: number }[][];
}

/** Widest that anything takes, where a sheet does not say. */
const ANY: SetpointRange = { heatCelsius: [5, 35] };
const USUAL_STEP = { si: 0.5, us: 1 } as const;
const USUAL_TIME_STEP = 5;

/** Wished stretches of a day: the night before carried over midnight; null while a profile is missing. */
function stretches(week: Week, day: number, value: (celsius: number) => number, cools: boolean): Stretch[] | null {
  const days = week.days ?? [];
  const events = days[day] ?? [];
  const cuts = [...new Set([0, ...events.map((e) => e.minute)])].sort((a, b) => a - b);
  const out: Stretch[] = [];
  for (const [i, from] of cuts.entries()) {
    const id = profileAt(days, day, from);
    const p = id === undefined ? undefined : week.profiles[id];
    if (!p) return null;
    const values = cools ? [value(p.heatCelsius), value(p.coolCelsius ?? p.heatCelsius + 5)] : [value(p.heatCelsius)];
    out.push({ from, to: cuts[i + 1] ?? 1440, values });
  }
  return out;
}

/** "Mon to Fri", "Sat, Sun". */
export function daysText(days: readonly number[]): string {
  const names = days.map((d) => DAYS[d]?.slice(0, 3) ?? '');
  const inRow = days.every((d, i) => i === 0 || d === (days[i - 1] ?? 0) + 1);
  if (days.length === 7) return 'every day';
  return days.length > 2 && inRow ? `${names[0]} to ${names.at(-1)}` : names.join(', ');
}

const seen = new WeakMap<Week, Map<string, WeekProgramme | null>>();

/**
 * @param schedule how the device keeps a week
 * @param form the pattern it is set to, where it takes several
 * null while there is no week, a profile is missing or nothing fits the device's range
 */
export function programmeOf(
  week: Week,
  schedule: Schedule,
  form: string | undefined,
  range: SetpointRange | undefined,
  units: UnitSystem,
): WeekProgramme | null {
  if (!week.days) return null;
  const key = JSON.stringify([schedule, form, range, units]);
  const known = seen.get(week) ?? new Map<string, WeekProgramme | null>();
  seen.set(week, known);
  const before = known.get(key);
  if (before !== undefined) return before;
  const made = compute(week, schedule, form, range ?? ANY, units);
  known.set(key, made);
  return made;
}

function compute(
  week: Week,
  schedule: Schedule,
  form: string | undefined,
  range: SetpointRange,
  units: UnitSystem,
): WeekProgramme | null {
  // In the unit that is keyed in: a device's whole degrees Fahrenheit are its grid.
  const us = units === 'us';
  const to = (c: number): number => (us ? celsiusToFahrenheit(c) : c);
  const back = (v: number): number => Math.round((us ? fahrenheitToCelsius(v) : v) * 1e6) / 1e6;
  const cools =
    Object.values(week.profiles).some((p) => p.coolCelsius !== undefined) && range.coolCelsius !== undefined;
  const wish = Array.from({ length: 7 }, (_, d) => stretches(week, d, to, cools));
  if (wish.some((d) => d === null)) return null;
  const step = schedule.setpointStep?.[units] ?? USUAL_STEP[units];
  const channel = ([low, high]: readonly [number, number]): Holds['channels'][number] => ({
    low: to(low),
    high: to(high),
    step,
  });
  const pattern = (Object.keys(PATTERN_GROUPS) as Schedule['pattern'][]).find((p) => p === form) ?? schedule.pattern;
  const perKelvin = us ? 9 / 5 : 1;
  const holds: Holds = {
    groups: PATTERN_GROUPS[pattern],
    slots: schedule.slotsPerDay,
    gapMinutes: schedule.minimumGapMinutes,
    stepMinutes: schedule.stepMinutes ?? Math.min(USUAL_TIME_STEP, schedule.minimumGapMinutes),
    channels: [channel(range.heatCelsius), ...(cools && range.coolCelsius ? [channel(range.coolCelsius)] : [])],
    ...(cools && range.deadbandKelvin !== undefined ? { deadband: range.deadbandKelvin * perKelvin } : {}),
  };
  let fitted: Programme;
  try {
    fitted = fitWeek(
      wish.map((d) => d ?? []),
      holds,
    );
  } catch (e) {
    if (e instanceof RangeError) return null;
    throw e;
  }
  const groups = fitted.groups.map((g) => ({ ...g, events: withoutIdle(fitted.groups, g) }));
  const cool = (values: readonly number[]): { coolCelsius?: number } =>
    values[1] === undefined ? {} : { coolCelsius: back(values[1]) };
  const off = (l: Lost): number =>
    (l.to - l.from) * l.wished.reduce((n, v, c) => n + Math.abs(v - (l.programmed[c] ?? 0)), 0);
  return {
    entries: groups.flatMap((g, k) =>
      g.events.map((e, i) => ({
        id: `${k}.${i}`,
        days: daysText(g.days),
        slot: schedule.slotNames?.[i] ?? String(i + 1),
        minute: e.minute,
        heatCelsius: back(e.values[0] ?? 0),
        ...cool(e.values),
      })),
    ),
    lostKelvinHours: fitted.deviation / perKelvin / 60,
    lost: [...fitted.lost]
      .sort((a, b) => off(b) - off(a))
      .map((l) => ({
        day: l.day,
        from: l.from,
        to: l.to,
        wishedCelsius: back(l.wished[0] ?? 0),
        programmedCelsius: back(l.programmed[0] ?? 0),
      })),
    days: Array.from({ length: 7 }, (_, d) =>
      (groups.find((g) => g.days.includes(d))?.events ?? []).map((e) => ({
        minute: e.minute,
        heatCelsius: back(e.values[0] ?? 0),
        ...cool(e.values),
      })),
    ),
  };
}

/** A day's first event that only says again what every night before it left is not keyed in. */
function withoutIdle(
  groups: Programme['groups'],
  group: Programme['groups'][number],
): Programme['groups'][number]['events'] {
  const [first, ...rest] = group.events;
  if (!first || rest.length === 0) return group.events;
  const idle = group.days.every((d) => {
    const before = groups.find((g) => g.days.includes((d + 6) % 7))?.events.at(-1)?.values;
    return before?.every((v, c) => Math.abs(v - (first.values[c] ?? Number.NaN)) < 1e-9);
  });
  return idle ? rest : group.events;
}

/** "Mon to Fri, WAKE, 06:30, heat 20.0 °C, cool 24.5 °C". */
export function entryText(e: Entry, units: UnitSystem): string {
  const t = (c: number): string => (units === 'us' ? `${fixed(celsiusToFahrenheit(c), 0)} °F` : `${fixed(c, 1)} °C`);
  return `${e.days}, ${e.slot}: ${clock(e.enter?.minute ?? e.minute)} ${e.coolCelsius === undefined ? t(e.heatCelsius) : `heat ${t(e.heatCelsius)}, cool ${t(e.coolCelsius)}`}`;
}

export interface EntryGroup {
  days: string;
  entries: (Entry & { ids: string[] })[];
}

/** Day groups that run the same, one after another, as one: keyed in for each, read once. */
export function alikeTogether(entries: readonly Entry[]): EntryGroup[] {
  const byDays = new Map<string, Entry[]>();
  for (const e of entries) byDays.set(e.days, [...(byDays.get(e.days) ?? []), e]);
  const same = (a: readonly Entry[], b: readonly Entry[]): boolean =>
    a.length === b.length &&
    a.every((e, i) => {
      const o = b[i];
      return (
        o?.minute === e.minute &&
        o.heatCelsius === e.heatCelsius &&
        o.coolCelsius === e.coolCelsius &&
        o.enter?.minute === e.enter?.minute
      );
    });
  const out: { names: string[]; list: Entry[][] }[] = [];
  for (const [name, list] of byDays) {
    const last = out.at(-1);
    if (last && same(last.list[0] ?? [], list)) {
      last.names.push(name);
      last.list.push(list);
    } else out.push({ names: [name], list: [list] });
  }
  return out.map(({ names, list }) => ({
    days: names.length > 2 ? `${names[0]} to ${names.at(-1)}, each` : names.join(' and '),
    entries: (list[0] ?? []).map((e, i) => ({ ...e, ids: list.flatMap((l) => l[i]?.id ?? []) })),
  }));
}

/** Entries that stand in the device as the programme has them now. */
export const keyedIn = (week: Week, programme: WeekProgramme | null, units: UnitSystem): number =>
  (programme?.entries ?? []).filter((e) => week.keyed?.[e.id] === entryText(e, units)).length;
