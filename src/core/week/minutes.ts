/**
 * Minutes of fan and fresh air in the week. A device that keeps one figure for all hours gets the least whole figure
 * whose week holds as many as are wished: for fresh air too little is what counts, and the fan alone does no harm.
 */
import type { Week } from '../job/schema';
import { profileAt } from './week';

export type MinutesKind = 'fanMinutes' | 'freshMinutes';

export interface HourMinutes {
  /** Mean over the week, min of each hour. */
  mean: number;
  /** What one figure for all hours must be. */
  one: number;
  /** Minutes a week that one figure runs where none, or less, is wished. */
  moreMinutes: number;
  least: number;
  most: number;
}

/** Hour minutes over a week; null while no profile says any, or there is no week. */
export function hourMinutes(week: Week, kind: MinutesKind): HourMinutes | null {
  const { days, profiles } = week;
  if (!days || !Object.values(profiles).some((p) => p[kind] !== undefined)) return null;
  let sum = 0;
  let least = 60;
  let most = 0;
  const stretches: { minutes: number; wished: number }[] = [];
  for (let day = 0; day < 7; day++) {
    const cuts = [...new Set([0, ...(days[day] ?? []).map((e) => e.minute)])].sort((a, b) => a - b);
    for (const [i, from] of cuts.entries()) {
      const id = profileAt(days, day, from);
      const wished = (id === undefined ? undefined : profiles[id]?.[kind]) ?? 0;
      const minutes = (cuts[i + 1] ?? 1440) - from;
      stretches.push({ minutes, wished });
      sum += (minutes / 60) * wished;
      least = Math.min(least, wished);
      most = Math.max(most, wished);
    }
  }
  const mean = sum / (7 * 24);
  const one = Math.min(60, Math.ceil(mean - 1e-9));
  const moreMinutes = stretches.reduce((n, s) => n + (s.minutes / 60) * Math.max(0, one - s.wished), 0);
  return { mean, one, moreMinutes, least, most };
}
