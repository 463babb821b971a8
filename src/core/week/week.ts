/** Checks a week against the device: ranges, deadband, order, spacing, slots, pattern. */
import type { DeviceSheet, Schedule } from '../devices/sheet';
import { type Finding, finding } from '../findings/finding';
import type { Job, Profile, Week, WeekEvent } from '../job/schema';
import { celsiusToFahrenheit, fahrenheitToCelsius, type UnitSystem } from '../units/units';

export const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** Days that must be alike for each device pattern. */
export const PATTERN_GROUPS: Record<Schedule['pattern'], readonly (readonly number[])[]> = {
  '7-day': [[0], [1], [2], [3], [4], [5], [6]],
  '5+2': [
    [0, 1, 2, 3, 4],
    [5, 6],
  ],
  '6+1': [[0, 1, 2, 3, 4, 5], [6]],
  '5+1+1': [[0, 1, 2, 3, 4], [5], [6]],
  'each-day': [[0, 1, 2, 3, 4, 5, 6]],
};

/** Setpoints to begin with: heat 20 °C / 68 °F, cool 24.5 °C / 76 °F, setback 3 K. */
const STARTING_PROFILES: Record<string, Profile> = {
  in: { name: 'In', heatCelsius: 20, coolCelsius: 24.5 },
  out: { name: 'Out', heatCelsius: 17, coolCelsius: 27.5 },
  night: { name: 'Night', heatCelsius: 17.5, coolCelsius: 24.5 },
};

const WORKDAY: WeekEvent[] = [
  { minute: 390, profile: 'in' },
  { minute: 510, profile: 'out' },
  { minute: 1020, profile: 'in' },
  { minute: 1350, profile: 'night' },
];
const WEEKEND: WeekEvent[] = [
  { minute: 450, profile: 'in' },
  { minute: 1380, profile: 'night' },
];

/** Whole degrees of the job's own scale: a device in °F takes no half degree Celsius. */
const inScale = (p: Profile, units: UnitSystem): Profile => {
  if (units === 'si') return p;
  const whole = (c: number): number => Math.round(fahrenheitToCelsius(Math.round(celsiusToFahrenheit(c))) * 1e6) / 1e6;
  return {
    ...p,
    heatCelsius: whole(p.heatCelsius),
    ...(p.coolCelsius === undefined ? {} : { coolCelsius: whole(p.coolCelsius) }),
  };
};

/** A week most households start from. */
export const startingWeek = (units: UnitSystem = 'si', heatOnly = false): Week => ({
  profiles: Object.fromEntries(
    Object.entries(STARTING_PROFILES).map(([id, p]) => {
      const { coolCelsius, ...heat } = inScale(p, units);
      return [id, heatOnly || coolCelsius === undefined ? heat : { ...heat, coolCelsius }];
    }),
  ),
  days: [...Array.from({ length: 5 }, () => WORKDAY), WEEKEND, WEEKEND],
});

/** The profile in force at a minute of the week; before a day's first event the day before carries on. */
export function profileAt(days: readonly (readonly WeekEvent[])[], day: number, minute: number): string | undefined {
  for (let back = 0; back < 8; back++) {
    const events = days[(day - back + 7) % 7] ?? [];
    const limit = back === 0 ? minute : 1440;
    for (let i = events.length - 1; i >= 0; i--) {
      const e = events[i];
      if (e && e.minute <= limit) return e.profile;
    }
  }
  return undefined;
}

/** Copies one day over others. */
export function copyDay(week: Week, from: number, to: readonly number[]): Week {
  const days = week.days ?? startingWeek().days ?? [];
  const source = days[from] ?? [];
  return { ...week, days: days.map((d, i) => (to.includes(i) ? source : d)) };
}

/** Events in order of time with a changed, added or removed one. Two events cannot share a minute: the later wins. */
export function setEvents(week: Week, day: number, events: readonly WeekEvent[]): Week {
  const days = week.days ?? startingWeek().days ?? [];
  const byMinute = new Map(events.map((e) => [e.minute, e]));
  const ordered = [...byMinute.values()].sort((a, b) => a.minute - b.minute);
  return { ...week, days: days.map((d, i) => (i === day ? ordered : d)) };
}

/** Heat and cool at least so far apart, K, whatever the sheet allows: 3 °F. */
export const LEAST_DEADBAND = 1.7;

/** Profiles and days of a week against a 24 V device. */
export function checkWeek(job: Job, sheet: DeviceSheet | null): Finding[] {
  const { week } = job;
  const findings: Finding[] = [];
  const leastGap = Math.max(LEAST_DEADBAND, sheet?.deadbandKelvin ?? 0);
  for (const [id, p] of Object.entries(week.profiles)) {
    const about = [`profile:${id}`];
    const gap = p.coolCelsius === undefined ? null : p.coolCelsius - p.heatCelsius;
    if (gap !== null && gap < leastGap - 1e-9)
      findings.push(
        finding(
          'week.deadband',
          { profile: p.name, gap, least: leastGap },
          about,
          `heat ${p.heatCelsius} °C, cool ${p.coolCelsius} °C`,
        ),
      );
    if (!sheet) continue;
    const check = (what: string, celsius: number, [low, high]: [number, number]): void => {
      if (celsius < low || celsius > high)
        findings.push(finding('week.range', { profile: p.name, what, celsius, low, high }, about, sheet.name));
    };
    check('heat', p.heatCelsius, sheet.heatRangeCelsius);
    if (p.coolCelsius !== undefined) check('cool', p.coolCelsius, sheet.coolRangeCelsius);
  }
  const heats = Object.values(week.profiles).map((p) => p.heatCelsius);
  const setback = heats.length > 1 ? Math.max(...heats) - Math.min(...heats) : 0;
  if (setback > 5) findings.push(finding('week.deep-setback', { kelvin: setback }, ['week'], 'between the profiles'));
  return [...findings, ...checkDays(week, sheet)];
}

/** The days against the device: profiles there, order, spacing, slots and which days must be alike. */
export function checkDays(week: Week, sheet: { name: string; schedule: Schedule } | null): Finding[] {
  const findings: Finding[] = [];
  if (!week.days) return findings;
  week.days.forEach((events, d) => {
    const day = DAYS[d] ?? '';
    const about = [`day:${d}`];
    for (const e of events) {
      if (!week.profiles[e.profile])
        findings.push(finding('week.unknown-profile', { day, profile: e.profile }, about, 'event'));
    }
    for (let i = 1; i < events.length; i++) {
      const gap = (events[i]?.minute ?? 0) - (events[i - 1]?.minute ?? 0);
      if (gap <= 0) findings.push(finding('week.order', { day }, about, 'events'));
      else if (sheet && gap < sheet.schedule.minimumGapMinutes)
        findings.push(
          finding('week.spacing', { day, minutes: gap, least: sheet.schedule.minimumGapMinutes }, about, sheet.name),
        );
    }
    if (sheet && events.length > sheet.schedule.slotsPerDay)
      findings.push(
        finding('week.slots', { day, events: events.length, slots: sheet.schedule.slotsPerDay }, about, sheet.name),
      );
  });
  if (sheet) {
    const alike = PATTERN_GROUPS[sheet.schedule.pattern].every((group) =>
      group.every((d) => JSON.stringify(week.days?.[d]) === JSON.stringify(week.days?.[group[0] ?? 0])),
    );
    if (!alike) findings.push(finding('week.pattern', { pattern: sheet.schedule.pattern }, ['week'], sheet.name));
  }
  return findings;
}
