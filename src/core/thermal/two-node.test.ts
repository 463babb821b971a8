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

  it('is what both eigenvalues of the 2×2 system give in closed form', () => {
    const { airCapacity: ca, massCapacity: cm, toOutdoors: u, airToMass: k } = house;
    const [a11, a12, a21, a22] = [-(u + k) / ca, k / ca, k / cm, -k / cm];
    const half = (a11 + a22) / 2;
    const spread = Math.sqrt(((a11 - a22) / 2) ** 2 + a12 * a21);
    for (const seconds of [1, 60, 3600, 86_400]) {
      const end = -5 + 4000 / u;
      const [x, y] = [start.airCelsius - end, start.massCelsius - end];
      const [slow, fast] = [Math.exp((half + spread) * seconds), Math.exp((half - spread) * seconds)];
      const [c, s] = [(slow + fast) / 2, (slow - fast) / (2 * spread)];
      const here = stepHouse(house, start, -5, 4000, seconds);
      expect(here.airCelsius).toBeCloseTo(end + c * x + s * ((a11 - half) * x + a12 * y), 9);
      expect(here.massCelsius).toBeCloseTo(end + c * y + s * (a21 * x + (a22 - half) * y), 9);
    }
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
