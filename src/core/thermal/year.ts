/** What weeks cost this house over a year, how long it warms up, and what a setback could save at most. */
import type { Job } from '../job/schema';
import { constantly } from '../week/wanted';
import { mostSaved } from './arithmetic';
import { type Compared, compareWeeks } from './compare';
import { jobHouse } from './job-house';
import { coolDown, type WarmUp, warmUpTable } from './warm';
import { syntheticYear } from './weather';

export interface WeekToCompare {
  id: string;
  name: string;
  wanted: Float64Array;
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
  /** Hours of weather behind it. */
  hours: number;
}

const SEED = 20_260_101;
const NIGHT_MINUTES = 480;
const NIGHTS = [-10, -5, 0, 5, 10] as const;

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
    hours: hourly.length,
  };
}
