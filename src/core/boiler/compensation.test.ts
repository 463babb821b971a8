import { describe, expect, it } from 'vitest';
import { type Compensation, compensatedFlow, compensationCurve, RADIATOR_EXPONENT } from './compensation';

const c: Compensation = {
  roomCelsius: 20,
  designOutdoorCelsius: -5,
  designFlowCelsius: 65,
  designDropKelvin: 15,
  exponent: RADIATOR_EXPONENT,
};

describe('weather compensation', () => {
  it('is the design flow at the design temperature and room temperature with no load', () => {
    expect(compensatedFlow(c, -5)).toBeCloseTo(65, 9);
    expect(compensatedFlow(c, -30)).toBeCloseTo(65, 9);
    expect(compensatedFlow(c, 20)).toBeCloseTo(20, 9);
  });

  it('half the load by hand: 20 + 37.5 · 0.5^(1/1.3) + 3.75', () => {
    expect(compensatedFlow(c, 7.5)).toBeCloseTo(20 + 37.5 * 0.5 ** (1 / 1.3) + 3.75, 9);
  });

  it('falls with mild weather, a linear emitter straight', () => {
    const curve = compensationCurve(c).map((p) => p.flowCelsius);
    expect([...curve].sort((a, b) => a - b)).toEqual(curve);
    expect(compensatedFlow({ ...c, exponent: 1 }, 7.5)).toBeCloseTo((65 + 20) / 2, 9);
  });
});
