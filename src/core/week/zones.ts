/** Weeks of several zones on one device: the same profiles, days of their own. */
import type { Week } from '../job/schema';

/** The job's own week is that of the first zone. */
export const FIRST_ZONE = '0';

/** The week of one zone as every part of the application reads a week; without days where nobody made one. */
export function zoneWeek(week: Week, zone: string): Week {
  if (zone === FIRST_ZONE) return week;
  const { days: _d, keyed: _k, zones, ...common } = week;
  const own = zones?.[zone];
  return own ? { ...common, days: own.days, ...(own.keyed ? { keyed: own.keyed } : {}) } : common;
}

/** The whole with one zone's week changed; what all zones share is changed for all. */
export function withZoneWeek(week: Week, zone: string, next: Week): Week {
  if (zone === FIRST_ZONE) return next;
  const { days, keyed, ...common } = next;
  const { [zone]: _was, ...others } = week.zones ?? {};
  const zones = days ? { ...others, [zone]: { days, ...(keyed ? { keyed } : {}) } } : others;
  return {
    ...common,
    ...(week.days ? { days: week.days } : {}),
    ...(week.keyed ? { keyed: week.keyed } : {}),
    ...(Object.keys(zones).length > 0 ? { zones } : {}),
  };
}
