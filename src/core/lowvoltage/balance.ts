/**
 * Where a heat pump hands over: the outdoor temperature at which its capacity meets the house's
 * loss (thermal balance), and for dual fuel the one below which fuel is cheaper (economic).
 *
 *   capacity(To) straight through two rated points (usually 8.3 °C/47 °F and −8.3 °C/17 °F; AHRI 210/240)
 *   load(To) = UA · (Tb − To), Tb the balance temperature of the house (gains cover the rest)
 *   fuel is cheaper where COP(To) < price_electricity · efficiency / price_fuel, both prices per kWh
 *
 * Defrost is inside the rated points; part-load losses are left out (a few per cent of COP).
 */
import type { LowVoltageJob } from '../job/schema';
import { fixed } from '../units/units';
import type { LowVoltageSystem } from './system';

export interface RatedPoint {
  outdoorCelsius: number;
  watts: number;
  cop: number;
}

export interface PumpRating {
  warm: RatedPoint;
  cold: RatedPoint;
}

export interface HouseLoad {
  wattsPerKelvin: number;
  balanceCelsius: number;
}

const along = (p: PumpRating, key: 'watts' | 'cop', outdoorCelsius: number): number => {
  const slope = (p.warm[key] - p.cold[key]) / (p.warm.outdoorCelsius - p.cold.outdoorCelsius);
  return p.cold[key] + slope * (outdoorCelsius - p.cold.outdoorCelsius);
};

/** Heat of the pump at an outdoor temperature, W; never below zero. */
export const capacityWatts = (p: PumpRating, outdoorCelsius: number): number =>
  Math.max(0, along(p, 'watts', outdoorCelsius));
/** Heat over electricity at an outdoor temperature; never below one. */
export const copAt = (p: PumpRating, outdoorCelsius: number): number => Math.max(1, along(p, 'cop', outdoorCelsius));
/** Heat the house loses at an outdoor temperature, W. */
export const loadWatts = (h: HouseLoad, outdoorCelsius: number): number =>
  Math.max(0, h.wattsPerKelvin * (h.balanceCelsius - outdoorCelsius));

/** Outdoor temperature where capacity equals load, or null when the lines do not cross below the house's balance temperature. */
export function thermalBalance(p: PumpRating, h: HouseLoad): number | null {
  const slope = (p.warm.watts - p.cold.watts) / (p.warm.outdoorCelsius - p.cold.outdoorCelsius);
  const steep = slope + h.wattsPerKelvin;
  if (!(steep > 0)) return null;
  // cold.watts + slope (T − Tc) = UA (Tb − T)
  const t = (h.wattsPerKelvin * h.balanceCelsius - p.cold.watts + slope * p.cold.outdoorCelsius) / steep;
  return t < h.balanceCelsius ? t : null;
}

export interface Prices {
  electricPerKwh: number;
  fuelPerKwh: number;
  /** 0 to 1. */
  fuelEfficiency: number;
}

/** COP below which fuel is cheaper. */
export const breakEvenCop = (prices: Prices): number =>
  (prices.electricPerKwh * prices.fuelEfficiency) / prices.fuelPerKwh;

/** Where fuel is cheaper: below a temperature, at every one, or at none, within −40 to 25 °C outdoors. */
export type Changeover = { kind: 'below'; celsius: number } | { kind: 'always' } | { kind: 'never' };

/** Outdoor temperature under which the fuel is cheaper; always and never are answers. */
export function economicChangeover(p: PumpRating, prices: Prices): Changeover {
  const slope = (p.warm.cop - p.cold.cop) / (p.warm.outdoorCelsius - p.cold.outdoorCelsius);
  const wanted = breakEvenCop(prices);
  const [coldest, warmest] = [copAt(p, COLDEST), copAt(p, WARMEST)];
  // A heat pump never falls below a COP of 1: under that fuel is never cheaper.
  if (Math.min(coldest, warmest) >= wanted) return { kind: 'never' };
  if (Math.max(coldest, warmest) <= wanted) return { kind: 'always' };
  // A COP that falls as it gets warmer is no rating of a heat pump: nothing to change over at.
  if (!(slope > 0)) return { kind: 'never' };
  return { kind: 'below', celsius: p.cold.outdoorCelsius + (wanted - p.cold.cop) / slope };
}

const COLDEST = -40;
const WARMEST = 25;

export interface BalanceCurves {
  outdoorCelsius: number[];
  capacityWatts: number[];
  /** Empty without the house's figures. */
  loadWatts: number[];
  /** What a kWh of heat costs by the pump and by fuel; empty without prices. */
  pumpPerKwh: number[];
  fuelPerKwh: number[];
}

/** The lines behind the balance points, from −25 to 20 °C outdoors in steps of 2.5 K. */
export function balanceCurves(p: PumpRating, house: HouseLoad | undefined, prices: Prices | undefined): BalanceCurves {
  const outdoorCelsius = Array.from({ length: 19 }, (_, i) => -25 + 2.5 * i);
  return {
    outdoorCelsius,
    capacityWatts: outdoorCelsius.map((t) => capacityWatts(p, t)),
    loadWatts: house ? outdoorCelsius.map((t) => loadWatts(house, t)) : [],
    pumpPerKwh: prices ? outdoorCelsius.map((t) => prices.electricPerKwh / copAt(p, t)) : [],
    fuelPerKwh: prices ? outdoorCelsius.map(() => prices.fuelPerKwh / prices.fuelEfficiency) : [],
  };
}

export interface Lockouts {
  compressorCelsius: number;
  compressorWhy: string;
  auxCelsius: number;
  auxWhy: string;
}

/** Proposed lockouts, from the job's own figures where they are known, else usual practice with its reason. */
export function proposeLockouts(job: LowVoltageJob, system: LowVoltageSystem): Lockouts {
  const { pump, house, prices } = job.survey.equipment;
  const balance = pump && house ? thermalBalance(pump, house) : null;
  const economic = pump && prices ? economicChangeover(pump, prices) : null;
  if (system.kind === 'dual-fuel') {
    if (economic?.kind === 'always')
      return {
        compressorCelsius: WARMEST,
        compressorWhy: 'fuel is cheaper at every outdoor temperature: the compressor is for cooling only',
        auxCelsius: WARMEST,
        auxWhy: 'furnace and compressor never together',
      };
    const cheaperBelow = economic?.kind === 'below' ? economic.celsius : null;
    const both = [balance, cheaperBelow].filter((t): t is number => t !== null);
    if (both.length === 0 && economic?.kind === 'never')
      return {
        compressorCelsius: -20,
        compressorWhy: 'fuel is never cheaper: as low as most makers allow; the house’s figures would give its balance',
        auxCelsius: -20,
        auxWhy: 'furnace and compressor never together',
      };
    if (both.length > 0) {
      const t = Math.round(Math.max(...both));
      const why =
        cheaperBelow !== null && Math.max(...both) === cheaperBelow
          ? `fuel is cheaper below ${fixed(cheaperBelow, 1)} °C`
          : `the pump no longer carries the house below ${fixed(balance ?? t, 1)} °C`;
      return {
        compressorCelsius: t,
        compressorWhy: why,
        auxCelsius: t,
        auxWhy: 'furnace and compressor never together',
      };
    }
    return {
      compressorCelsius: 2,
      compressorWhy: 'usual changeover; rated points and prices would give the house’s own',
      auxCelsius: 2,
      auxWhy: 'furnace and compressor never together',
    };
  }
  const aux = balance === null ? 8 : Math.round(balance + 3);
  return {
    compressorCelsius: -20,
    compressorWhy: 'as low as most makers allow; the nameplate wins',
    auxCelsius: aux,
    auxWhy:
      balance === null
        ? 'usual; the thermal balance point would give the house’s own'
        : `3 K above the thermal balance of ${fixed(balance, 1)} °C`,
  };
}
