/** What weeks cost this house over a year, how long it warms up, and what a setback could save at most. */
import type { Job } from '../job/schema';
import { constantly } from '../week/wanted';
import { mostSaved } from './arithmetic';
import { type Compared, compareWeeks, draws, spreadOf } from './compare';
import { houseOf } from './house';
import { type JobHouse, jobHouse } from './job-house';
import { heatAt } from './optimise';
import { runHouse } from './run';
import { coolDown, type WarmUp, warmUpTable } from './warm';
import { designDay, syntheticYear } from './weather';

export interface WeekToCompare {
  id: string;
  name: string;
  wanted: Float64Array;
}

/** A moment of the coldest day, with two standard errors of what is not known of the house on either side. */
export interface ColdMinute {
  minute: number;
  airCelsius: number;
  lowCelsius: number;
  highCelsius: number;
  wantedCelsius: number;
}

export interface HouseYear {
  compared: Compared[];
  warmUp: WarmUp[];
  fromCelsius: number;
  toCelsius: number;
  /** Share of the constant week's heat that no setback can save more than. */
  mostSaved: number;
  /** A night of eight hours without heat, by outdoor temperature. */
  nights: { outdoorCelsius: number; endsCelsius: number; reached: boolean }[];
  /** The first week on the coldest day planned for: the room and what is wanted, every ten minutes from midnight. */
  coldDay: ColdMinute[];
  /** Half of the control's band, K. */
  halfBandKelvin: number;
  /** Share of the time that the heating runs to hold the setpoint, by outdoor temperature; above 1 it cannot. */
  duty: { outdoorCelsius: number; share: number }[];
  /** Hours of weather behind it. */
  hours: number;
}

const SEED = 20_260_101;
const NIGHT_MINUTES = 480;
const NIGHTS = [-10, -5, 0, 5, 10] as const;

const DUTY_AT = [-10, -5, 0, 5, 10] as const;

/** The second of two days alike around the design temperature, so that the first one's beginning is forgotten. */
function coldDayOf(
  { form, equipment, steering, designCelsius, factors, doubt }: JobHouse,
  wanted: Float64Array,
): ColdMinute[] {
  const day = designDay(designCelsius);
  const hourly = Float64Array.from([...day, ...day]);
  const traces = draws(factors, doubt).map((drawn) => {
    const trace = new Float64Array(2880);
    runHouse({ house: houseOf(form, drawn), equipment, steering, wanted, hourly, trace });
    return trace;
  });
  return Array.from({ length: 145 }, (_, i) => {
    const at = Math.min(2879, 1440 + i * 10);
    const airs = traces.map((trace) => trace[at] ?? 0);
    const airCelsius = airs[0] ?? 0;
    const error = 2 * spreadOf(airs);
    return {
      minute: i * 10,
      airCelsius,
      lowCelsius: airCelsius - error,
      highCelsius: airCelsius + error,
      wantedCelsius: wanted[at] ?? 0,
    };
  });
}

/**
 * The first week compared is the setpoint held. Yields how far it is, 0 to 1.
 * @param weeks by minute of the week
 * @param weather hourly outdoors from a file; the seeded year without
 */
export function* houseYear(
  job: Pick<Job, 'family' | 'house'>,
  weeks: readonly WeekToCompare[],
  weather: Float64Array | null,
): Generator<number, HouseYear> {
  const known = jobHouse(job);
  const { house, equipment, steering } = known;
  const all = weeks.flatMap((w) => Array.from(w.wanted));
  const toCelsius = all.reduce((a, b) => Math.max(a, b), 5);
  const fromCelsius = all.reduce((a, b) => Math.min(a, b), toCelsius);
  const hourly = weather ?? syntheticYear(SEED, known.meanCelsius);
  const compared = yield* compareWeeks({
    form: known.form,
    equipment,
    steering,
    hourly,
    price: known.price,
    factors: known.factors,
    doubt: known.doubt,
    plans: [{ id: 'held', name: 'held all the time', wanted: constantly(toCelsius) }, ...weeks],
  });
  const setback = weeks[0];
  return {
    compared,
    fromCelsius,
    toCelsius,
    warmUp: warmUpTable(house, equipment, steering, fromCelsius, toCelsius),
    mostSaved: setback ? mostSaved(setback.wanted, toCelsius, hourly, house.gainsWatts / house.lossWattsPerKelvin) : 0,
    nights: NIGHTS.map((outdoorCelsius) => {
      const night = coolDown(house, toCelsius, fromCelsius, outdoorCelsius, NIGHT_MINUTES);
      return { outdoorCelsius, endsCelsius: night.endsCelsius, reached: night.reachedAfter !== null };
    }),
    coldDay: setback ? coldDayOf(known, setback.wanted) : [],
    halfBandKelvin: steering.bandKelvin / 2,
    duty: DUTY_AT.map((outdoorCelsius) => ({
      outdoorCelsius,
      share:
        Math.max(0, house.lossWattsPerKelvin * (toCelsius - outdoorCelsius) - house.gainsWatts) /
        heatAt(equipment, outdoorCelsius, 0).watts,
    })),
    hours: hourly.length,
  };
}
