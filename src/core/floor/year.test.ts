/** A year of a floor: weather from a seed, months that add up, progress, and a control that saves. */
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { floorOf } from '../../../tests/support/jobs';
import { seenAs } from '../family/of';
import { HOURS_OF_YEAR, syntheticYear } from '../thermal/weather';
import { constantly, wantedByMinute } from '../week/wanted';
import { floorHouse } from './model';
import { cheapMinutes, floorWeek } from './week';
import { type YearForecast, type YearInput, yearForecast } from './year';

const input = (more: Partial<YearInput> = {}, floor: object = {}): YearInput => {
  const job = floorJob(floor);
  const house = floorHouse(seenAs(job, 'floor').survey, floorOf(job).floor?.load?.watts ?? 0);
  if (!house) throw new Error('no house');
  return {
    house,
    control: { mode: 'floor', wanted: constantly(27), limitCelsius: 34, differentialKelvin: 0.5, cheap: null },
    price: { perKwh: 0.3, currency: 'EUR' },
    lossError: 0.2,
    seed: 7,
    meanCelsius: 9,
    ...more,
  };
};

function finish(i: YearInput): { forecast: YearForecast; steps: number[] } {
  const run = yearForecast(i);
  const steps: number[] = [];
  let part = run.next();
  while (!part.done) {
    steps.push(part.value);
    part = run.next();
  }
  return { forecast: part.value, steps };
}

describe('weather from a seed', () => {
  const year = syntheticYear(7);
  const mean = (from: number, to: number): number => {
    const part = year.slice(from * 24, to * 24);
    return part.reduce((a, b) => a + b, 0) / part.length;
  };
  it('is the same for the same seed and another for another', () => {
    expect(syntheticYear(7)).toEqual(year);
    expect(syntheticYear(8)[100]).not.toBe(year[100]);
    expect(year).toHaveLength(HOURS_OF_YEAR);
  });
  it('has its winter in January and its mean where it was asked for', () => {
    expect(mean(0, 365)).toBeGreaterThan(8);
    expect(mean(0, 365)).toBeLessThan(10);
    expect(mean(0, 31)).toBeLessThan(mean(181, 212) - 10);
  });
});

describe('a year', () => {
  it('goes part by part, and its months add up', () => {
    const { forecast, steps } = finish(input());
    expect(steps).toHaveLength(36);
    expect(steps.every((s, i) => i === 0 || s > (steps[i - 1] ?? 0))).toBe(true);
    expect(steps.at(-1)).toBeCloseTo(1, 9);
    expect(forecast.byMonth.reduce((a, b) => a + b, 0)).toBeCloseTo(forecast.kilowattHours, 6);
    expect(forecast.cost).toBeCloseTo(forecast.kilowattHours * 0.3, 6);
    expect(forecast.onHours * 0.45).toBeCloseTo(forecast.kilowattHours, 6);
  });

  it('lies between its loose and its tight floor', () => {
    const { forecast } = finish(input());
    expect(forecast.low.kilowattHours).toBeLessThan(forecast.kilowattHours);
    expect(forecast.high.kilowattHours).toBeGreaterThan(forecast.kilowattHours);
  });

  it('a week with setbacks takes less than the same floor held warm, a dry floor less again', () => {
    const held = finish(input()).forecast.kilowattHours;
    const control = { ...input().control, wanted: wantedByMinute(floorWeek('comfort', 34)) };
    const week = finish(input({ control })).forecast.kilowattHours;
    const drying = { ...control, wanted: wantedByMinute(floorWeek('damp', 34)) };
    const dry = finish(input({ control: drying }, { purpose: 'damp' })).forecast.kilowattHours;
    expect(week).toBeLessThan(held * 0.8);
    expect(dry).toBeLessThan(held);
  });

  it('the only heat of a room takes most in January and least in July', () => {
    const control = { ...input().control, mode: 'both' as const, wanted: constantly(20) };
    const { byMonth } = finish(input({ control }, { purpose: 'sole' })).forecast;
    expect(byMonth[0]).toBeGreaterThan(3 * (byMonth[6] ?? 0));
  });

  it('off-peak hours are paid at their price', () => {
    const offPeak = { from: 0, to: 420, perKwh: 0.1 };
    const price = { perKwh: 0.3, currency: 'EUR', offPeak };
    const control = { ...input().control, cheap: cheapMinutes(offPeak) };
    const { cost, kilowattHours } = finish(input({ price, control })).forecast;
    expect(cost).toBeLessThan(kilowattHours * 0.3);
    expect(cost).toBeGreaterThan(kilowattHours * 0.1);
  });
});
