/**
 * The clock and the week as somebody entered them, shown in the proof: how far the clock is off, its day, one look at
 * each kind of day, and whether what the device is set to now is the week's.
 */
import type { Job } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { clock, temperature } from '../units/units';
import { firstEntered } from './lead';
import type { WeekProgramme } from './programme';
import { DAYS } from './week';

/** A clock that nobody set by a signal is right to this, minutes. */
const CLOCK_MINUTES = 2;
/** A device shows nothing before its display is lit. */
const LIT = [{ wait: 240 }] as const;
export const CLOCK_TEST = 'clock';
export const WEEK_TEST = 'week';
/** What alone proved a week of some families once: records that have it keep it. */
export const NEXT_EVENT_TEST = 'schedule';

/** Days that are alike in a programme, by their numbers from Monday. */
export function kindsOfDay(programme: Pick<WeekProgramme, 'days'>): number[][] {
  const kinds = new Map<string, number[]>();
  programme.days.forEach((events, day) => {
    const key = JSON.stringify(events);
    kinds.set(key, [...(kinds.get(key) ?? []), day]);
  });
  return [...kinds.values()];
}

/** "Wednesday": a day of its kind in the middle, where a slip at its edge is not. */
export const shownDay = (days: readonly number[]): number => days[days.length >> 1] ?? 0;

const dayName = (day: number): string => DAYS[day] ?? '';

/** Something looked at on the device, that should be as it was planned. */
export const looked = (
  id: string,
  what: string,
  yes: string,
  no: string,
  source = 'the week as planned',
): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state: 'idle',
  predicted: { low: 1, high: 1 },
  tolerance: 0,
  seen: { yes, no },
  source,
});

/** Measure of a day's week: "day-2". */
export const dayMeasure = (day: number): string => `day-${day}`;

/**
 * Tests of the clock and of the week; none where they are proved already, where nothing was planned, or where the record
 * was sealed without them.
 */
export function weekTests(
  job: Job,
  programme: WeekProgramme | null,
  there: readonly Pick<TestPlan, 'id'>[],
): TestPlan[] {
  if (!programme || there.length === 0 || there.some((t) => t.id === NEXT_EVENT_TEST)) return [];
  const read = Object.values(job.readings).some((r) => r.test === CLOCK_TEST || r.test === WEEK_TEST);
  if (job.seal && !read) return [];
  const kinds = kindsOfDay(programme);
  const first = (day: number): string => {
    const e = firstEntered(programme, day);
    if (!e) return dayName(day);
    const at = e.dayBefore
      ? `${dayName(day)}, entered the day before, ${clock(e.minute)}`
      : `${dayName(day)} ${clock(e.minute)}`;
    return `${at} at ${temperature(e.heatCelsius, job.units)}`;
  };
  const days = kinds.map(shownDay);
  return [
    {
      id: CLOCK_TEST,
      title: 'The device’s clock',
      state: 'idle',
      set: 'Hold the device’s clock and day beside your own.',
      must: 'The right day, and the right time to two minutes.',
      why: 'A week on a wrong clock is cold in the morning and warm at night.',
      place: 'wall',
      seconds: 20,
      wait: null,
      measures: [
        {
          id: 'ahead',
          what: 'Minutes the clock is ahead (behind: minus)',
          quantity: 'minutes',
          state: 'idle',
          predicted: { low: -CLOCK_MINUTES, high: CLOCK_MINUTES },
          tolerance: 1,
          source: 'your own clock',
        },
        looked('day', 'It shows the right day', 'right', 'another'),
      ],
      machine: [
        ...LIT,
        { take: 'ahead', from: { shows: 'clock.ahead' } },
        { take: 'day', from: { shows: 'clock.day' } },
      ],
    },
    {
      id: WEEK_TEST,
      title: 'The week on the device',
      state: 'idle',
      set: `Look up the first event of ${days.map(first).join(', of ')}, then go back to the main display.`,
      must: 'Times and temperatures are those of the plan, and the device follows them now.',
      why: 'One slip of the finger is kept for years.',
      place: 'wall',
      seconds: 30 + 20 * days.length,
      wait: null,
      measures: [
        ...days.map((day) => looked(dayMeasure(day), `${dayName(day)}’s events are the plan’s`, 'the same', 'others')),
        looked('now', 'It is set to what the week says now', 'it is', 'to something else'),
      ],
      machine: [
        ...LIT,
        ...days.map((day) => ({ take: dayMeasure(day), from: { shows: `week.${day}` } })),
        { take: 'now', from: { shows: 'week.now' } },
      ],
    },
  ];
}
