/** How warm a floor may be: at its surface for people, at the probe for the covering. */
import type { Covering, FloorSurvey } from '../job/floor-schema';
import { coveringResistance } from './model';

/** Surface limits, °C (EN 1264-2: 29 where people stay, 33 in bathrooms). */
export const SURFACE_LIMIT = { stay: 29, bath: 33 } as const;
/** Mortar and adhesive under tile or stone, at the probe, as makers of both allow at most. */
export const TILE_PROBE_LIMIT = 40;
/** Timber, laminate, vinyl and carpet unless their maker says otherwise. */
export const SOFT_LIMIT = 27;

const SOFT: readonly Covering[] = ['timber', 'laminate', 'vinyl', 'carpet'];
export const isSoft = (covering: Covering | undefined): boolean => covering !== undefined && SOFT.includes(covering);

export interface FloorLimit {
  celsius: number;
  why: string;
  /** What the covering bears: nothing above it is accepted. */
  mostCelsius: number;
}

/** @param wattsPerSquareMetre at full power: the probe lies that much warmer than the surface */
export function floorLimit(survey: FloorSurvey, wattsPerSquareMetre: number): FloorLimit {
  const own = survey.coveringLimitCelsius;
  const mostCelsius = own ?? (isSoft(survey.covering) ? SOFT_LIMIT : TILE_PROBE_LIMIT);
  if (own !== undefined)
    return { celsius: Math.floor(own), why: 'the covering’s maker says so, and that wins', mostCelsius };
  if (isSoft(survey.covering))
    return {
      celsius: SOFT_LIMIT,
      why: `${survey.covering} bears 27 °C unless its maker says otherwise; the maker’s limit wins`,
      mostCelsius,
    };
  const surface = survey.purpose === 'bath' ? SURFACE_LIMIT.bath : SURFACE_LIMIT.stay;
  const drop = wattsPerSquareMetre * coveringResistance(survey);
  return {
    celsius: Math.min(mostCelsius, Math.floor(surface + drop)),
    why: `${surface} °C at the surface (EN 1264-2) and ${drop.toFixed(1)} K through the covering; its maker’s limit wins`,
    mostCelsius,
  };
}
