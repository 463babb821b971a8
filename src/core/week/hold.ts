/**
 * A temperature held from a moment to another, as this device can hold it: until a date, for whole hours, until its
 * next event, or for good. What it cannot hold is counted like the rest of the week: |held − wished| over the time.
 */
import type { Schedule } from '../devices/sheet';
import type { Week } from '../job/schema';
import { clock } from '../units/units';
import { DAYS } from './week';

export type HoldWay = NonNullable<Schedule['holds']>[number];

export interface HoldPlan {
  way: HoldWay | null;
  /** Minutes from its beginning to its end. */
  minutes: number;
  /** Whole hours to key in, where it holds for hours. */
  hours: number | null;
  /** When a hold until the next event falls back, and must be keyed in again: "Sat 22:30". */
  again: string[];
  /** Off what is wished, if it is keyed in once and left, K·h. */
  lostKelvinHours: number;
}

type Hold = NonNullable<Week['hold']>;
interface Step {
  /** From Monday 00:00. */
  minute: number;
  heatCelsius: number;
}

/** The best of what a device has, the closest first. */
const BEST: readonly HoldWay[] = ['date', 'hours', 'next-event', 'for-good'];
const WEEK = 10_080;

/** Minutes since 1970 of a local date and time; no zone is meant. */
const minutesOf = (local: string): number => Date.parse(`${local}:00Z`) / 60_000;
/** Minute of the week, Monday 00:00 first. 1970-01-01 was a Thursday. */
const ofWeek = (minutes: number): number => (((minutes + 3 * 1440) % WEEK) + WEEK) % WEEK;

/** Whether a hold ends after it begins. */
export const holdRuns = (hold: Hold): boolean => minutesOf(hold.until) > minutesOf(hold.from);

/**
 * @param steps what the device's programme does, in order through the week; empty where there is none
 * @param ways what the device has; undefined where its sheet does not say
 */
export function holdPlan(hold: Hold, steps: readonly Step[], ways: readonly HoldWay[] | undefined): HoldPlan {
  const from = minutesOf(hold.from);
  const until = minutesOf(hold.until);
  const minutes = Math.max(0, until - from);
  const way = ways ? (BEST.find((w) => ways.includes(w)) ?? null) : null;
  const changes = changesBetween(steps, from, until);
  const hours = way === 'hours' ? Math.max(1, Math.ceil(minutes / 60)) : null;
  const after = (end: number): number => lost(hold.heatCelsius, steps, end, until);
  const lostKelvinHours =
    way === 'next-event'
      ? after(changes[0] ?? until)
      : way === 'hours'
        ? // A little longer than wished: the programme waits for the rest of the hour.
          lost(hold.heatCelsius, steps, until, from + (hours ?? 0) * 60)
        : 0;
  return {
    way,
    minutes,
    hours,
    again: way === 'next-event' ? changes.map(momentText) : [],
    lostKelvinHours,
  };
}

const momentText = (minutes: number): string => {
  const at = ofWeek(minutes);
  return `${DAYS[Math.floor(at / 1440)]?.slice(0, 3) ?? ''} ${clock(at % 1440)}`;
};

/** Moments within (from, until) at which the programme has an event. */
function changesBetween(steps: readonly Step[], from: number, until: number): number[] {
  const start = from - ofWeek(from);
  const out: number[] = [];
  for (let week = start; week < until; week += WEEK)
    for (const s of steps) {
      const at = week + s.minute;
      if (at > from && at < until) out.push(at);
    }
  return out.sort((a, b) => a - b);
}

/** What the programme wants at a moment. */
function wantedAt(steps: readonly Step[], minutes: number): number | null {
  const at = ofWeek(minutes);
  return (steps.findLast((s) => s.minute <= at) ?? steps.at(-1))?.heatCelsius ?? null;
}

/** |held − programme| from a moment to another, K·h. */
function lost(celsius: number, steps: readonly Step[], from: number, until: number): number {
  if (steps.length === 0 || until <= from) return 0;
  const cuts = [from, ...changesBetween(steps, from, until), until];
  return cuts.slice(0, -1).reduce((sum, cut, i) => {
    const wanted = wantedAt(steps, cut) ?? celsius;
    return sum + (Math.abs(wanted - celsius) * ((cuts[i + 1] ?? cut) - cut)) / 60;
  }, 0);
}
