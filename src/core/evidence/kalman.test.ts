import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CompiledFilter, type Estimate, estimateOf, type Filter, PlainFilter } from './kalman';

const parameter = fc.record({
  sigma: fc.double({ min: 0.01, max: 2, noNaN: true }),
  mean: fc.double({ min: -1, max: 1, noNaN: true }),
});
const slope = fc.oneof(fc.constant(0), fc.double({ min: -20, max: 20, noNaN: true }));
const course = fc.array(parameter, { minLength: 1, maxLength: 7 }).chain((parameters) =>
  fc.record({
    parameters: fc.constant(parameters.map((x, i) => ({ ...x, id: `p${i}` }))),
    figures: fc.array(
      fc.record({
        slopes: fc.array(slope, { minLength: parameters.length, maxLength: parameters.length }),
        value: fc.double({ min: -30, max: 30, noNaN: true }),
        noise: fc.double({ min: 0.05, max: 2, noNaN: true }),
      }),
      { maxLength: 12 },
    ),
  }),
);
type Course = typeof course extends fc.Arbitrary<infer T> ? T : never;

/** Every figure taken in, with what was foreseen of each. */
function run(filter: Filter, { parameters, figures }: Course): { estimate: Estimate; foreseen: number[] } {
  filter.open(estimateOf(parameters));
  const foreseen = figures.flatMap(({ slopes, value, noise }) => {
    const spread = filter.foresee({ of: [9, ...slopes], at: 1 });
    const moved = filter.moved();
    filter.take(value - moved, spread + noise ** 2);
    return [spread, moved];
  });
  return { estimate: filter.close(null), foreseen };
}

/** Solves A·x = b by elimination with pivots. */
function solved(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const rows = a.map((row, i) => [...row, b[i] ?? 0]);
  const n = rows.length;
  for (let k = 0; k < n; k++) {
    const rest = rows.slice(k).sort((x, y) => Math.abs(y[k] ?? 0) - Math.abs(x[k] ?? 0));
    rows.splice(k, n - k, ...rest);
    for (let i = k + 1; i < n; i++) {
      const f = (rows[i]?.[k] ?? 0) / (rows[k]?.[k] ?? 1);
      rows[i] = (rows[i] ?? []).map((x, c) => x - f * (rows[k]?.[c] ?? 0));
    }
  }
  const x = Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    const known = x.reduce((sum, v, c) => sum + (c > i ? v * (rows[i]?.[c] ?? 0) : 0), 0);
    x[i] = ((rows[i]?.[n] ?? 0) - known) / (rows[i]?.[i] ?? 1);
  }
  return x;
}

describe('figures taken in one after another', () => {
  it('end where all of them at once do', () => {
    fc.assert(
      fc.property(course, (c) => {
        const p = c.parameters.length;
        // (Σ⁻¹ + Σ j·jᵀ/r) θ = Σ⁻¹ m + Σ j·y/r
        const weights = c.parameters.map((_, i) =>
          c.parameters.map(
            (x, k) =>
              (i === k ? 1 / x.sigma ** 2 : 0) +
              c.figures.reduce((s, f) => s + ((f.slopes[i] ?? 0) * (f.slopes[k] ?? 0)) / f.noise ** 2, 0),
          ),
        );
        const right = c.parameters.map(
          (x, i) =>
            x.mean / x.sigma ** 2 + c.figures.reduce((s, f) => s + ((f.slopes[i] ?? 0) * f.value) / f.noise ** 2, 0),
        );
        const { estimate } = run(new PlainFilter(), c);
        const { middles, covariances } = estimate;
        solved(weights, right).forEach((middle, i) => {
          expect(middles[i]).toBeCloseTo(middle, 4);
        });
        c.parameters.forEach((_, i) => {
          const column = solved(
            weights,
            c.parameters.map((_x, k) => (k === i ? 1 : 0)),
          );
          const width = middles.length;
          for (let k = 0; k < p; k++) expect(covariances[k * width + i]).toBeCloseTo(column[k] ?? 0, 4);
        });
      }),
      { seed: 4, numRuns: 200 },
    );
  });

  it('come to the same to the last bit in compiled form, whatever was open before', () => {
    const compiled = new CompiledFilter();
    fc.assert(
      fc.property(course, (c) => {
        const [there, here] = [run(compiled, c), run(new PlainFilter(), c)];
        expect(there).toEqual(here);
      }),
      { seed: 5, numRuns: 200 },
    );
  });

  it('leave what they were opened with as it was, and have room for many parameters', () => {
    const parameters = Array.from({ length: 121 }, (_, i) => ({ id: `p${i}`, sigma: 1, mean: 0 }));
    for (const filter of [new PlainFilter(), new CompiledFilter()]) {
      const before = estimateOf(parameters);
      filter.open(before);
      expect(filter.foresee({ of: Float64Array.from(parameters, () => 1), at: 0 })).toBeCloseTo(121, 9);
      filter.take(3, 122);
      const after = filter.close(null);
      expect(before).toEqual(estimateOf(parameters));
      const { middles, covariances } = after;
      expect(middles[120]).toBeCloseTo(3 / 122, 12);
      expect(covariances[120 * 122 + 119]).toBeCloseTo(-1 / 122, 12);
    }
  });
});
