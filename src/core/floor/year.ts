/**
 * A year of a floor: seeded weather when there is no other, and what the week costs over it. Long
 * work: it goes part by part, says how far it is and can be left off.
 */
import type { FloorSurvey } from '../job/floor-schema';
import { HOURS_OF_YEAR, syntheticYear } from '../thermal/weather';
import { scaled } from './fit';
import type { FloorHouse, FloorState } from './model';
import { type Control, minuteStep, runFloor } from './run';
import { costOf } from './week';

export interface YearUse {
  kilowattHours: number;
  cost: number | null;
  /** Hours that the heating was on. */
  onHours: number;
  switchings: number;
  shortKelvinHours: number;
}

export interface YearForecast extends YearUse {
  /** From the spread of mass and losses, two standard errors. */
  low: { kilowattHours: number; cost: number | null };
  high: { kilowattHours: number; cost: number | null };
  byMonth: number[];
}

export interface YearInput {
  house: FloorHouse;
  control: Control;
  price: FloorSurvey['price'];
  /** Standard error of the losses' logarithm. */
  lossError: number;
  seed: number;
  meanCelsius: number;
}

const MONTH_HOURS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].map((days) => days * 24);

/** Energy of a year in kWh by month, as a generator of its parts so that a caller can show progress and stop. */
function* oneYear(input: YearInput, hourly: Float64Array): Generator<number, YearUse & { byMonth: number[] }> {
  const { house, control, price } = input;
  const { model, around } = house;
  const step = minuteStep(model);
  let state: FloorState = house.start;
  let on = false;
  let hour = 0;
  let cheap = 0;
  const use = { onHours: 0, switchings: 0, shortKelvinHours: 0 };
  const byMonth: number[] = [];
  for (const hours of MONTH_HOURS) {
    const r = runFloor({
      model,
      step,
      around,
      hourly: house.sole ? hourly.subarray(hour, hour + hours) : null,
      control,
      start: state,
      from: hour * 60,
      minutes: hours * 60,
      on,
    });
    ({ state, on } = r);
    hour += hours;
    use.onHours += r.onMinutes / 60;
    use.switchings += r.switchings;
    use.shortKelvinHours += r.shortKelvinHours;
    cheap += (r.cheapOnMinutes * model.watts * 60) / 3.6e6;
    byMonth.push(r.inJoules / 3.6e6);
    yield hour / HOURS_OF_YEAR;
  }
  const kilowattHours = byMonth.reduce((a, b) => a + b, 0);
  return { ...use, byMonth, kilowattHours, cost: costOf(price, kilowattHours, cheap) };
}

/** Yields how far it is, 0 to 1; returns the forecast. Three years are run: expected, loose and tight. */
export function* yearForecast(input: YearInput): Generator<number, YearForecast> {
  const hourly = syntheticYear(input.seed, input.meanCelsius);
  const years: (YearUse & { byMonth: number[] })[] = [];
  for (const [i, side] of [0, -1, 1].entries()) {
    const house = { ...input.house, model: scaled(input.house.model, 1, Math.exp(2 * side * input.lossError)) };
    const run = oneYear({ ...input, house }, hourly);
    let part = run.next();
    while (!part.done) {
      yield (i + part.value) / 3;
      part = run.next();
    }
    years.push(part.value);
  }
  const [expected, low, high] = years;
  if (!expected || !low || !high) throw new Error('three years are always run');
  const side = (a: YearUse, b: YearUse, pick: 'min' | 'max'): { kilowattHours: number; cost: number | null } => ({
    kilowattHours: Math[pick](a.kilowattHours, b.kilowattHours),
    cost: a.cost === null || b.cost === null ? null : Math[pick](a.cost, b.cost),
  });
  return { ...expected, low: side(low, high, 'min'), high: side(low, high, 'max') };
}
