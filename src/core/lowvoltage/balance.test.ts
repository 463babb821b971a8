import { describe, expect, it } from 'vitest';
import { breakEvenCop, capacityWatts, copAt, economicChangeover, loadWatts, thermalBalance } from './balance';

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
    const t = economicChangeover(pump, prices) ?? Number.NaN;
    expect(copAt(pump, t)).toBeCloseTo(breakEvenCop(prices), 9);
    expect(prices.electricPerKwh / copAt(pump, t)).toBeCloseTo(prices.fuelPerKwh / prices.fuelEfficiency, 9);
    expect(economicChangeover(pump, { ...prices, fuelPerKwh: 0.5 })).toBeNull();
  });
});
