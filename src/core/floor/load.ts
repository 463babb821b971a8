/**
 * The load of a floor: what the mats take at the measured supply, by nameplate and by ohms, and
 * whether device, relay and breaker carry it.
 *
 *   P = V² / R,  R from the nameplate = Vr² / Wr, in parallel 1/R = Σ 1/Ri
 */
import type { FloorSurvey, Mat, MatStage } from '../job/floor-schema';
import { continuousRule, readSupply, type SupplyRead, type SupplyVolts } from '../mains/supply';

export const STAGES: readonly { id: MatStage; name: string }[] = [
  { id: 'before', name: 'before tiling' },
  { id: 'after', name: 'after tiling' },
  { id: 'connection', name: 'at connection' },
];

/** Heating cable ohms against nameplate, as makers of cables print it. */
export const OHMS_BAND = { low: 0.95, high: 1.1 } as const;
/** A heating cable whose element is broken shows this and more. */
const OPEN_OHMS = 1e6;

export interface StageOhms {
  stage: MatStage;
  ohms: number | null;
  megohms: number | null;
  verdict: 'good' | 'off' | 'open' | 'not read';
}

export interface MatLoad {
  id: string;
  name: string;
  ratedWatts: number;
  ratedVolts: number;
  /** From the nameplate, with its band. */
  ohms: { nameplate: number; low: number; high: number };
  /** W at the supply there is, by nameplate; by the latest ohms where there are any. */
  watts: number;
  wattsByOhms: number | null;
  stages: StageOhms[];
}

export interface FloorLoad {
  supplyVolts: number;
  /** Which supply it is, by its volts and the region's own. */
  supply: SupplyRead;
  mats: MatLoad[];
  /** Mats whose nameplate volts are missing: not in the sums. */
  incomplete: string[];
  watts: number;
  amps: number;
  /** By the latest ohms of every mat; null until each has been measured. */
  wattsByOhms: number | null;
  wattsPerSquareMetre: number | null;
  parallelOhms: number | null;
  seriesOhms: number | null;
  /** What the relay carries here, after the 80 % rule where it holds. */
  relay: { amps: number; allowed: number; continuousRule: boolean } | null;
  /** The relay cannot carry it: a contactor or a slave relay does. */
  needsContactor: boolean;
  breakerAllowed: number | null;
}

/** A mat as people call it: its name, or its number. */
export const matName = (mat: Mat, index: number): string => mat.name ?? `Mat ${index + 1}`;

/** Resistance of a mat from its nameplate, Ω: V² / W. */
export const ratedOhms = (mat: { ratedWatts: number; ratedVolts: number }): number =>
  mat.ratedVolts ** 2 / mat.ratedWatts;

/** The latest reading: at connection, else after tiling, else before. */
export function latestOhms(mat: Mat): number | null {
  return mat.connection?.ohms ?? mat.after?.ohms ?? mat.before?.ohms ?? null;
}

/** Cable to screen, likewise. */
export function latestMegohms(mat: Mat): number | null {
  return mat.connection?.megohms ?? mat.after?.megohms ?? mat.before?.megohms ?? null;
}

function stageOf(mat: Mat, stage: MatStage, low: number, high: number): StageOhms {
  const ohms = mat[stage]?.ohms ?? null;
  const megohms = mat[stage]?.megohms ?? null;
  const verdict =
    ohms === null ? 'not read' : ohms >= OPEN_OHMS ? 'open' : ohms >= low && ohms <= high ? 'good' : 'off';
  return { stage, ohms, megohms, verdict };
}

/** What was read of a floor's supply. */
export const supplyVoltsOf = (survey: FloorSurvey): SupplyVolts => ({
  between: survey.supplyVolts,
  first: survey.firstToEarth,
  second: survey.secondToEarth,
});

/**
 * @param relayAmps rating of the device's relay, or null without a device
 * @returns null when there is no mat or no supply to count with
 */
export function floorLoad(survey: FloorSurvey, relayAmps: number | null): FloorLoad | null {
  const entries = Object.entries(survey.mats);
  const { supplyVolts } = survey;
  if (entries.length === 0 || supplyVolts === undefined) return null;
  const incomplete: string[] = [];
  const mats = entries.flatMap(([id, mat], i): MatLoad[] => {
    const name = matName(mat, i);
    const { ratedVolts, ratedWatts } = mat;
    if (ratedVolts === undefined) {
      incomplete.push(name);
      return [];
    }
    const nameplate = ratedOhms({ ratedWatts, ratedVolts });
    const low = nameplate * OHMS_BAND.low;
    const high = nameplate * OHMS_BAND.high;
    const measured = latestOhms(mat);
    return [
      {
        id,
        name,
        ratedWatts,
        ratedVolts,
        ohms: { nameplate, low, high },
        watts: supplyVolts ** 2 / nameplate,
        wattsByOhms: measured === null ? null : supplyVolts ** 2 / measured,
        stages: STAGES.map((s) => stageOf(mat, s.id, low, high)),
      },
    ];
  });
  const watts = mats.reduce((sum, m) => sum + m.watts, 0);
  const amps = watts / supplyVolts;
  const byOhms = mats.reduce<number | null>(
    (sum, m) => (sum === null || m.wattsByOhms === null ? null : sum + m.wattsByOhms),
    mats.length > 0 ? 0 : null,
  );
  const each = mats.map((m) => latestOhms(survey.mats[m.id] ?? { ratedWatts: 1 }) ?? m.ohms.nameplate);
  const rule = continuousRule(survey.region);
  const relay =
    relayAmps === null ? null : { amps: relayAmps, allowed: relayAmps * (rule ? 0.8 : 1), continuousRule: rule };
  const { areaSquareMetres, breakerAmps } = survey;
  return {
    supplyVolts,
    supply: readSupply(survey.region, supplyVoltsOf(survey)),
    mats,
    incomplete,
    watts,
    amps,
    wattsByOhms: byOhms,
    wattsPerSquareMetre: areaSquareMetres === undefined ? null : watts / areaSquareMetres,
    parallelOhms: each.length > 0 ? 1 / each.reduce((sum, r) => sum + 1 / r, 0) : null,
    seriesOhms: each.length > 0 ? each.reduce((sum, r) => sum + r, 0) : null,
    relay,
    needsContactor: relay !== null && amps > relay.allowed + 1e-9,
    breakerAllowed: breakerAmps === undefined ? null : breakerAmps * (rule ? 0.8 : 1),
  };
}

/** W/m² by covering: 100 to 160 under tile or stone, at most 100 under anything wood-like or soft. */
export const DENSITY: Record<NonNullable<FloorSurvey['covering']>, { low: number; high: number }> = {
  tile: { low: 100, high: 160 },
  stone: { low: 100, high: 160 },
  timber: { low: 60, high: 100 },
  laminate: { low: 60, high: 100 },
  vinyl: { low: 60, high: 100 },
  carpet: { low: 60, high: 100 },
};
