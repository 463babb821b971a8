/** The matrix exponential and exact steps against closed forms. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expm, stepMatrices, transition } from './expm';

describe('expm', () => {
  it('of a diagonal matrix is the exponential of each entry', () => {
    const e = expm(Float64Array.of(-3, 0, 0, 1.5), 2);
    expect(e[0]).toBeCloseTo(Math.exp(-3), 14);
    expect(e[3]).toBeCloseTo(Math.exp(1.5), 13);
    expect(e[1]).toBe(0);
  });

  it('of a rotation generator is the rotation', () => {
    const e = expm(Float64Array.of(0, -2, 2, 0), 2);
    expect(e[0]).toBeCloseTo(Math.cos(2), 13);
    expect(e[2]).toBeCloseTo(Math.sin(2), 13);
  });

  it('of a nilpotent matrix ends after two terms', () => {
    expect([...expm(Float64Array.of(0, 40, 0, 0), 2)]).toEqual([1, 40, 0, 1]);
  });

  it('undoes itself: exp(A) exp(−A) = 1', () => {
    const entry = fc.double({ min: -4, max: 4, noNaN: true });
    fc.assert(
      fc.property(fc.array(entry, { minLength: 9, maxLength: 9 }), (list) => {
        const a = Float64Array.from(list);
        const x = expm(a, 3);
        const y = expm(
          a.map((v) => -v),
          3,
        );
        const size = Math.max(...x.map(Math.abs)) * Math.max(...y.map(Math.abs));
        for (let i = 0; i < 3; i++)
          for (let j = 0; j < 3; j++) {
            let sum = 0;
            for (let k = 0; k < 3; k++) sum += (x[i * 3 + k] as number) * (y[k * 3 + j] as number);
            // Rounding grows with the size of the factors.
            expect(Math.abs(sum - (i === j ? 1 : 0))).toBeLessThan(1e-12 * Math.max(1, size));
          }
      }),
      { seed: 51, numRuns: 60 },
    );
  });

  it('refuses what is not a number', () => {
    expect(() => expm(Float64Array.of(Number.NaN), 1)).toThrow('not a number');
  });
});

describe('one exact step of a first-order lag', () => {
  const k = 0.002;
  const { phi, gamma, theta, xi } = stepMatrices(Float64Array.of(-k), Float64Array.of(k), 1, 1, 600);
  it('is the closed form, and so are its integrals', () => {
    const decay = Math.exp(-k * 600);
    expect(phi[0]).toBeCloseTo(decay, 13);
    expect(gamma[0]).toBeCloseTo(1 - decay, 13);
    expect(theta[0]).toBeCloseTo((1 - decay) / k, 9);
    const alone = transition(Float64Array.of(-k), Float64Array.of(k), 1, 1, 600);
    expect(alone.phi[0]).toBeCloseTo(decay, 13);
    expect(alone.gamma[0]).toBeCloseTo(1 - decay, 13);
    expect(xi[0]).toBeCloseTo(600 - (1 - decay) / k, 9);
  });
});
