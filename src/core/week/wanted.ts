/** A week as a setpoint for each of its minutes. */
import type { Week } from '../job/schema';
import { profileAt } from './week';

export const MINUTES_OF_WEEK = 10_080;

/** A setpoint for each minute of the week out of a week's own profiles; the lowest where nothing is said. */
export function wantedByMinute(week: Week): Float64Array {
  const heats = Object.values(week.profiles).map((p) => p.heatCelsius);
  const lowest = heats.length > 0 ? Math.min(...heats) : 5;
  const value = (id: string | undefined): number =>
    id === undefined ? lowest : (week.profiles[id]?.heatCelsius ?? lowest);
  return steps(
    Array.from({ length: 7 }, (_, d) =>
      (week.days?.[d] ?? []).map((e) => ({ minute: e.minute, celsius: value(e.profile) })),
    ),
    week.days ? value(profileAt(week.days, 6, 1439)) : lowest,
  );
}

/** The same out of days of steps, as a programme holds them. */
export function wantedOfSteps(days: readonly (readonly { minute: number; heatCelsius: number }[])[]): Float64Array {
  const last = days.flat().at(-1)?.heatCelsius ?? 5;
  return steps(
    days.map((d) => d.map((e) => ({ minute: e.minute, celsius: e.heatCelsius }))),
    last,
  );
}

function steps(days: readonly (readonly { minute: number; celsius: number }[])[], before: number): Float64Array {
  const out = new Float64Array(MINUTES_OF_WEEK).fill(before);
  days.forEach((events, d) => {
    for (const e of events) out.fill(e.celsius, d * 1440 + e.minute);
  });
  return out;
}

/** One setpoint all week, by minute. */
export const constantly = (celsius: number): Float64Array => new Float64Array(MINUTES_OF_WEEK).fill(celsius);
