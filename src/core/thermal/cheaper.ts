/** A cheaper week than what stands, no colder: planned, rounded to what a week can say, and judged by a year of the house. */
import type { Job, Week, WeekEvent } from '../job/schema';
import { wantedByMinute } from '../week/wanted';
import { type JobHouse, jobHouse } from './job-house';
import { heatAt, type PlanInput, planSlots, reducedOf } from './optimise';
import { type HouseUse, runHouse } from './run';
import { HOURS_OF_YEAR, syntheticYear } from './weather';

export interface CheaperWeek {
  /** Null where nothing found is cheaper and as warm. */
  week: Week | null;
  before: Judged;
  after: Judged;
  /** Weeks tried in the whole house. */
  tried: number;
}

export interface Judged {
  cost: number;
  paidKilowattHours: number;
  /** Under the week as wished, K·h. */
  shortKelvinHours: number;
}

const SEED = 20_260_101;
const SLOT_MINUTES = 30;
const SLOTS = (7 * 1440) / SLOT_MINUTES;
const SETPOINT_STEP = 0.5;
/** Warmer than the wish by no more than this. */
const OVER_KELVIN = [1, 0.5, 0] as const;
/** A kelvin-hour under the wish counts as so many times what holding a kelvin for an hour costs. */
const SHORT_WEIGHT = 12;
/** Colder by less than this over a year is no colder. */
const NO_COLDER = 1;
const COLD_MONTH_HOURS = 24 * 30;

/** Hour by hour of a day, the mean of the coldest month of the weather. */
function coldDay(hourly: Float64Array): number[] {
  let best = 0;
  let coldest = Number.POSITIVE_INFINITY;
  const length = Math.min(COLD_MONTH_HOURS, hourly.length);
  for (let from = 0; from + length <= hourly.length; from += 24) {
    let sum = 0;
    for (let i = 0; i < length; i++) sum += hourly[from + i] ?? 0;
    if (sum < coldest) {
      coldest = sum;
      best = from;
    }
  }
  return Array.from({ length: 24 }, (_, h) => {
    let sum = 0;
    let n = 0;
    for (let i = h; i < length; i += 24) {
      sum += hourly[best + i] ?? 0;
      n++;
    }
    return sum / Math.max(1, n);
  });
}

/** Slots as a week: each setpoint a profile of its own, an event where it changes. */
export function weekOfSlots(slots: readonly number[], from: Week): Week {
  const profiles: Week['profiles'] = { ...from.profiles };
  const idOf = (celsius: number): string => {
    const same = Object.entries(profiles).find(([, p]) => Math.abs(p.heatCelsius - celsius) < 1e-6);
    if (same) return same[0];
    const id = `at-${celsius.toFixed(1)}`;
    const cool = Object.values(from.profiles)[0]?.coolCelsius;
    profiles[id] = {
      name: `${celsius.toFixed(1)} °C`,
      heatCelsius: celsius,
      ...(cool === undefined ? {} : { coolCelsius: cool }),
    };
    return id;
  };
  const perDay = 1440 / SLOT_MINUTES;
  const days = Array.from({ length: 7 }, (_, d) => {
    const events: WeekEvent[] = [];
    for (let i = 0; i < perDay; i++) {
      const at = d * perDay + i;
      const before = slots[(at + slots.length - 1) % slots.length];
      if (slots[at] !== before) events.push({ minute: i * SLOT_MINUTES, profile: idOf(slots[at] ?? 0) });
    }
    return events;
  });
  return { ...from, profiles, days };
}

const MOST_EVENTS = 24;
const MOST_PROFILES = 24;
const sayable = (w: Week): boolean =>
  Object.keys(w.profiles).length <= MOST_PROFILES &&
  (w.days ?? []).every((d) => d.length <= MOST_EVENTS) &&
  (w.days ?? []).some((d) => d.length > 0);

function planFor(known: JobHouse, wanted: Float64Array, day: readonly number[], over: number): number[] {
  const wished = Array.from({ length: SLOTS }, (_, s) => {
    // The warmest wish that falls into a slot: a slot is never begun too late.
    let most = -100;
    for (let m = 0; m < SLOT_MINUTES; m++) most = Math.max(most, wanted[s * SLOT_MINUTES + m] ?? 0);
    return most;
  });
  const lowest = Math.floor(Math.min(...wished) / SETPOINT_STEP) * SETPOINT_STEP;
  // A week of one setpoint still has two to choose between.
  const highest = Math.max(Math.max(...wished) + over, lowest + SETPOINT_STEP);
  const outdoor = wished.map((_, s) => day[Math.floor((s * SLOT_MINUTES) / 60) % 24] ?? 5);
  const heat = wished.map((_, s) =>
    heatAt(known.equipment, outdoor[s] ?? 5, known.price[(s * SLOT_MINUTES) % 1440] ?? 0),
  );
  const mean = heat.reduce((sum, h) => sum + h.price, 0) / heat.length;
  const input: PlanInput = {
    house: reducedOf(known.house),
    wished,
    outdoor,
    heatPrice: heat.map((h) => h.price),
    mostWatts: heat.map((h) => h.watts),
    slotSeconds: SLOT_MINUTES * 60,
    setpoints: Array.from(
      { length: Math.round((highest - lowest) / SETPOINT_STEP) + 1 },
      (_, i) => lowest + i * SETPOINT_STEP,
    ),
    shortPrice: SHORT_WEIGHT * mean * (known.house.lossWattsPerKelvin / 1000),
    massStep: 0.25,
    massFrom: lowest - 2,
    massLevels: Math.ceil((highest - lowest + 3) / 0.25),
  };
  return planSlots(input).setpoints;
}

/** Yields how far it is, 0 to 1. @param weather hourly; the seeded year without */
export function* cheaperWeek(
  job: Pick<Job, 'family' | 'house' | 'week'>,
  weather: Float64Array | null,
): Generator<number, CheaperWeek> {
  const known = jobHouse(job);
  const hourly = weather ?? syntheticYear(SEED, known.meanCelsius);
  const wished = wantedByMinute(job.week);
  const perYear = HOURS_OF_YEAR / hourly.length;
  const judge = (wanted: Float64Array): Judged => {
    const use: HouseUse = runHouse({
      house: known.house,
      equipment: known.equipment,
      steering: known.steering,
      wanted,
      comfort: wished,
      hourly,
      price: known.price,
    });
    return {
      cost: use.cost * perYear,
      paidKilowattHours: use.paidKilowattHours * perYear,
      shortKelvinHours: use.shortKelvinHours * perYear,
    };
  };
  const before = judge(wished);
  yield 0.1;
  const day = coldDay(hourly);
  let best: { week: Week; judged: Judged } | null = null;
  let tried = 0;
  for (const [i, over] of OVER_KELVIN.entries()) {
    const week = weekOfSlots(planFor(known, wished, day, over), job.week);
    yield 0.1 + (0.9 * (i + 0.5)) / OVER_KELVIN.length;
    if (sayable(week)) {
      tried++;
      const judged = judge(wantedByMinute(week));
      const warm = judged.shortKelvinHours <= before.shortKelvinHours + NO_COLDER;
      if (warm && judged.cost < (best?.judged.cost ?? before.cost)) best = { week, judged };
    }
    yield 0.1 + (0.9 * (i + 1)) / OVER_KELVIN.length;
  }
  return { week: best?.week ?? null, before, after: best?.judged ?? before, tried };
}
