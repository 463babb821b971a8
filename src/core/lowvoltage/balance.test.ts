import { describe, expect, it } from 'vitest';
import { readJobValue } from '../job/file';
import {
  balanceCurves,
  breakEvenCop,
  capacityWatts,
  copAt,
  economicChangeover,
  loadWatts,
  thermalBalance,
} from './balance';

const pump = {
  warm: { outdoorCelsius: 8.3, watts: 10_000, cop: 3.6 },
  cold: { outdoorCelsius: -8.3, watts: 6_000, cop: 2.3 },
};
const house = { wattsPerKelvin: 300, balanceCelsius: 16 };
const prices = { electricPerKwh: 0.18, fuelPerKwh: 0.05, fuelEfficiency: 0.8 };

describe('heat pump balance', () => {
  it('passes through the rated points', () => {
    expect([capacityWatts(pump, 8.3), capacityWatts(pump, -8.3), copAt(pump, 8.3)]).toEqual([
      10_000,
      6_000,
      expect.closeTo(3.6, 9),
    ]);
  });

  it('capacity equals load at the thermal balance point', () => {
    const t = thermalBalance(pump, house) ?? Number.NaN;
    expect(capacityWatts(pump, t)).toBeCloseTo(loadWatts(house, t), 6);
    expect(thermalBalance(pump, { wattsPerKelvin: -500, balanceCelsius: 16 })).toBeNull();
  });

  it('the costs meet at the economic changeover', () => {
    const change = economicChangeover(pump, prices);
    const t = change.kind === 'below' ? change.celsius : Number.NaN;
    expect(copAt(pump, t)).toBeCloseTo(breakEvenCop(prices), 9);
    expect(prices.electricPerKwh / copAt(pump, t)).toBeCloseTo(prices.fuelPerKwh / prices.fuelEfficiency, 9);
    expect(economicChangeover(pump, { ...prices, fuelPerKwh: 0.5 }).kind).toBe('never');
    expect(economicChangeover(pump, { ...prices, fuelPerKwh: 0.01 }).kind).toBe('always');
  });

  it('the curves cross where the points say, and lack what is not known', () => {
    const c = balanceCurves(pump, house, prices);
    const t = thermalBalance(pump, house) ?? Number.NaN;
    c.outdoorCelsius.forEach((to, i) => {
      const gives = (c.capacityWatts[i] ?? 0) >= (c.loadWatts[i] ?? 0);
      expect(gives).toBe(to >= t);
    });
    expect(balanceCurves(pump, undefined, undefined)).toMatchObject({ loadWatts: [], pumpPerKwh: [], fuelPerKwh: [] });
  });

  it('refuses a warm point that is not warmer', () => {
    const read = readJobValue({
      format: 'augerset.job',
      version: 2,
      survey: { equipment: { pump: { warm: pump.cold, cold: pump.cold } } },
    });
    expect(read).toMatchObject({
      ok: false,
      problems: [{ path: 'survey.equipment.pump', message: 'the warm point must be warmer than the cold one' }],
    });
  });
});
