/**
 * The load: what the heaters take at the supply there is, and whether device, breaker and wire carry it.
 *
 *   P = P_rated · (V / V_rated)²    I = ΣP / V    R = V_rated² / P_rated, in parallel 1/R = Σ 1/Ri
 */
import { ratingRule, wireAmps } from '../mains/protection';
import { continuousShare } from '../mains/supply';
import type { HeaterSheet } from './sheet';
import type { HeaterSurvey } from './survey';

export interface UnitLoad {
  id: string;
  name: string;
  kind: HeaterSurvey['heaters'][string]['kind'];
  ratedWatts: number;
  ratedVolts: number;
  /** By its nameplate, Ω. */
  ohms: number;
  /** W at the supply there is. */
  watts: number;
  /** Of its nameplate: 0.75 of a 240 V heater on 208 V. */
  share: number;
}

export interface Carries {
  what: string;
  /** A that may flow for hours. */
  allowed: number;
  why: string;
  ok: boolean;
}

export interface HeaterLoad {
  volts: number;
  units: UnitLoad[];
  watts: number;
  amps: number;
  parallelOhms: number;
  /** All in one chain. */
  seriesOhms: number;
  /** What the load pair should read, with the nameplates' own spread. */
  band: { low: number; high: number };
  carries: Carries[];
}

/** Elements are made to −5 to +10 % of their watts (EN 60335-1 cl. 10), and cold they read a little less. */
const OHMS_SPREAD = { low: 0.9, high: 1.1 } as const;

/** A heater as people call it: its name, or its number. */
export const heaterName = (survey: Pick<HeaterSurvey, 'heaters'>, id: string): string =>
  survey.heaters[id]?.name ?? `Heater ${Object.keys(survey.heaters).indexOf(id) + 1}`;

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** @returns null without a supply, or without a heater whose nameplate is known */
export function heaterLoad(survey: HeaterSurvey, volts: number | null, sheet: HeaterSheet | null): HeaterLoad | null {
  if (volts === null) return null;
  const units = Object.entries(survey.heaters).flatMap(([id, h]): UnitLoad[] => {
    const { ratedWatts, ratedVolts, kind } = h;
    if (ratedWatts === undefined || ratedVolts === undefined) return [];
    const share = (volts / ratedVolts) ** 2;
    return [
      {
        id,
        name: heaterName(survey, id),
        kind,
        ratedWatts,
        ratedVolts,
        ohms: ratedVolts ** 2 / ratedWatts,
        watts: ratedWatts * share,
        share,
      },
    ];
  });
  if (units.length === 0) return null;
  const watts = sum(units.map((u) => u.watts));
  const amps = watts / volts;
  const parallelOhms = 1 / sum(units.map((u) => 1 / u.ohms));
  return {
    volts,
    units,
    watts,
    amps,
    parallelOhms,
    seriesOhms: sum(units.map((u) => u.ohms)),
    band: { low: parallelOhms * OHMS_SPREAD.low, high: parallelOhms * OHMS_SPREAD.high },
    carries: carriers(survey, sheet, volts, amps),
  };
}

function carriers(survey: HeaterSurvey, sheet: HeaterSheet | null, volts: number, amps: number): Carries[] {
  const share = continuousShare(survey.region);
  const rule = ratingRule(survey.region);
  const out: Carries[] = [];
  const add = (what: string, allowed: number, why: string): void => {
    out.push({ what, allowed, why, ok: amps <= allowed + 1e-9 });
  };
  if (sheet) {
    // The nearest supply its maker speaks of.
    const said = Object.entries(sheet.watts ?? {}).sort(
      ([a], [b]) => Math.abs(Number(a) - volts) - Math.abs(Number(b) - volts),
    )[0];
    const byWatts = said ? said[1] / volts : Number.POSITIVE_INFINITY;
    const allowed = Math.min(sheet.amps, byWatts);
    add('device', allowed, byWatts < sheet.amps ? `${said?.[1]} W at ${said?.[0]} V` : `${sheet.amps} A resistive`);
  }
  if (survey.breakerAmps !== undefined) add('breaker', survey.breakerAmps * share, `${survey.breakerAmps} A: ${rule}`);
  if (survey.wire) {
    const carries = wireAmps(survey.wire, survey.aluminium);
    add('wire', carries * share, `${survey.wire}, ${carries} A: ${rule}`);
  }
  return out;
}

export type LoadReading =
  | { is: 'as-planned' }
  | { is: 'open' }
  | { is: 'series' }
  /** Fewer heaters than there are: those that are on it. */
  | { is: 'fewer'; units: string[] }
  /** As of heaters for another supply: a 120 V one on 240 V reads a quarter. */
  | { is: 'other-volts'; volts: number }
  | { is: 'off' };

/** What the ohms of the load pair say of the heaters behind it. */
export function loadReading(load: HeaterLoad, ohms: number, openOhms: number): LoadReading {
  const near = (wanted: number): boolean => ohms >= wanted * OHMS_SPREAD.low && ohms <= wanted * OHMS_SPREAD.high;
  if (ohms >= openOhms) return { is: 'open' };
  if (near(load.parallelOhms)) return { is: 'as-planned' };
  if (load.units.length > 1 && near(load.seriesOhms)) return { is: 'series' };
  const n = load.units.length;
  // Up to eight heaters: every set of them that is not all.
  for (let set = 1; n > 1 && n <= 8 && set < 2 ** n - 1; set++) {
    const there = load.units.filter((_, i) => (set >> i) & 1);
    if (near(1 / sum(there.map((u) => 1 / u.ohms)))) return { is: 'fewer', units: there.map((u) => u.name) };
  }
  const [first] = load.units;
  if (first)
    for (const volts of [120, 208, 230, 240])
      if (Math.abs(volts - first.ratedVolts) > 15 && near(load.parallelOhms * (volts / first.ratedVolts) ** 2))
        return { is: 'other-volts', volts };
  return { is: 'off' };
}
