import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EXAMPLE_HOUSE as house, steadyState, stepHouse, storedHeat } from './two-node';

const start = { airCelsius: 18, massCelsius: 19 };

describe('two-node house', () => {
  it('settles where losses equal the heat put in', () => {
    const settled = stepHouse(house, start, -5, 4400, 3e6);
    expect(settled.airCelsius).toBeCloseTo(15, 4);
    expect(steadyState(house, -5, 4400).massCelsius).toBeCloseTo(15, 9);
  });

  it('does not depend on the step size', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 35, noNaN: true }),
        fc.double({ min: -8000, max: 20000, noNaN: true }),
        (outdoor, watts) => {
          const once = stepHouse(house, start, outdoor, watts, 3600);
          let many = start;
          for (let i = 0; i < 360; i++) many = stepHouse(house, many, outdoor, watts, 10);
          expect(many.airCelsius).toBeCloseTo(once.airCelsius, 7);
          expect(many.massCelsius).toBeCloseTo(once.massCelsius, 7);
        },
      ),
      { seed: 2, numRuns: 30 },
    );
  });

  it('closes its energy balance', () => {
    // Heat in minus losses equals the rise of what is stored; losses integrated by fine trapezoids.
    let state = start;
    let lost = 0;
    const dt = 1;
    for (let i = 0; i < 7200; i++) {
      const next = stepHouse(house, state, 2, 6000, dt);
      lost += house.toOutdoors * ((state.airCelsius + next.airCelsius) / 2 - 2) * dt;
      state = next;
    }
    const balance = 6000 * 7200 - lost - (storedHeat(house, state) - storedHeat(house, start));
    expect(Math.abs(balance) / (6000 * 7200)).toBeLessThan(1e-6);
  });
});
