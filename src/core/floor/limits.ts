/** How warm a floor may be: at its surface for people, at the probe for the covering. */
import type { Covering, FloorSurvey } from '../job/floor-schema';
import { coveringResistance } from './model';

/** Surface limits, °C (EN 1264-2: 29 where people stay, 33 in bathrooms). */
const SURFACE_LIMIT = { stay: 29, bath: 33 } as const;
/** Mortar and adhesive under tile or stone, at the probe, as makers of both allow at most. */
const TILE_PROBE_LIMIT = 40;
/** Timber, laminate, vinyl and carpet unless their maker says otherwise. */
const SOFT_LIMIT = 27;

const SOFT: readonly Covering[] = ['timber', 'laminate', 'vinyl', 'carpet'];
/** A covering that its maker limits below tile. */
export const isSoft = (covering: Covering | undefined): boolean => covering !== undefined && SOFT.includes(covering);

/** One way of setting the limit on tile, and why its followers do. */
export interface LimitSchool {
  celsius: number;
  name: string;
  why: string;
}

export interface FloorLimit {
  celsius: number;
  why: string;
  /** What the covering bears: nothing above it is accepted. */
  mostCelsius: number;
  /** The covering itself needs it: without a probe that is obeyed nothing guards it. */
  needed: boolean;
  /** Where practice differs, both ways; the first is proposed. */
  schools: LimitSchool[];
}

/** @param wattsPerSquareMetre at full power: the probe lies that much warmer than the surface; null without an area */
export function floorLimit(survey: FloorSurvey, wattsPerSquareMetre: number | null): FloorLimit | null {
  const own = survey.coveringLimitCelsius;
  if (own !== undefined)
    return {
      celsius: Math.floor(own),
      why: 'the covering’s maker says so, and that wins',
      mostCelsius: own,
      needed: true,
      schools: [],
    };
  if (isSoft(survey.covering))
    return {
      celsius: SOFT_LIMIT,
      why: `${survey.covering} bears 27 °C unless its maker says otherwise; the maker’s limit wins`,
      mostCelsius: SOFT_LIMIT,
      needed: true,
      schools: [],
    };
  // On tile the probe's limit follows from the power over the area: without one there is nothing to say yet.
  if (wattsPerSquareMetre === null || survey.covering === undefined) return null;
  const surface = survey.purpose === 'bath' ? SURFACE_LIMIT.bath : SURFACE_LIMIT.stay;
  const drop = wattsPerSquareMetre * coveringResistance(survey);
  const bySurface: LimitSchool = {
    celsius: Math.min(TILE_PROBE_LIMIT, Math.floor(surface + drop)),
    name: 'by the surface',
    why: `${surface} °C at the surface (EN 1264-2) and ${drop.toFixed(1)} K through the covering`,
  };
  const byMaker: LimitSchool = {
    celsius: TILE_PROBE_LIMIT,
    name: 'by the makers',
    why: `${TILE_PROBE_LIMIT} °C at the probe is what tile and adhesive bear at most: warms faster, may be too warm to stand on`,
  };
  return {
    celsius: bySurface.celsius,
    why: `${bySurface.why}; its maker’s limit wins`,
    mostCelsius: TILE_PROBE_LIMIT,
    needed: false,
    schools: [bySurface, byMaker],
  };
}
