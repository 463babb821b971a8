import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hypothesis } from '../../../tests/support/hypothesis';
import { FAR } from './account';
import { couplesOf, type Suspect } from './couples';

const OBSERVATIONS = 40;
/** Most of what a fault is asked for it explains, or not at all. */
const far = fc.array(
  fc.oneof(
    { weight: 5, arbitrary: fc.double({ min: 0, max: 3, noNaN: true }) },
    fc.constantFrom(FAR / 2, FAR),
    fc.double({ min: 0, max: FAR, noNaN: true }),
  ),
  { minLength: OBSERVATIONS, maxLength: OBSERVATIONS },
);
const suspect = fc.record({
  prior: fc.double({ min: 0.01, max: 30, noNaN: true }),
  log: fc.double({ min: -90, max: 0, noNaN: true }),
  far,
  usual: fc.option(far),
});
const course = fc.record({
  faults: fc.array(suspect, { minLength: 2, maxLength: 45 }).map((of) =>
    of.map(
      ({ prior, log, far, usual }, i): Suspect => ({
        hypothesis: hypothesis(`f${i}`, prior),
        log,
        far,
        ...(usual ? { usual: { hypothesis: { ...hypothesis(`f${i}`, prior), degree: 0 }, far: usual } } : {}),
      }),
    ),
  ),
  odd: fc.array(fc.boolean(), { minLength: OBSERVATIONS, maxLength: OBSERVATIONS }),
});

/** What two leave, term by term, in the degrees that leave least. */
function left(p: Suspect, q: Suspect, odd: readonly boolean[]): number {
  const rare = -2 * Math.log(p.hypothesis.prior) - 2 * Math.log(q.hypothesis.prior);
  const sums = [p, ...(p.usual ? [p.usual] : [])].flatMap((x) =>
    [q, ...(q.usual ? [q.usual] : [])].map((y) =>
      odd.reduce((sum, isOdd, k) => {
        const [a = 0, b = 0] = [x.far[k], y.far[k]];
        return sum + (isOdd ? Math.min(a, b) : Math.max(a, b));
      }, rare),
    ),
  );
  return Math.min(...sums);
}

describe('couples of faults', () => {
  it('are those that leave least of all, worked out one by one', () => {
    fc.assert(
      fc.property(course, fc.constantFrom(undefined, 5, 40, 200), ({ faults, odd }, given) => {
        const surely = given ?? 110;
        const all = faults.flatMap((p, i) => faults.slice(i + 1).map((q) => left(p, q, odd)));
        all.sort((x, y) => x - y);
        const [least = 0] = all;
        // The first ones; after them what leaves little more than the best; a hundred and ten at most.
        const wanted = all.filter((x, i) => i < Math.min(surely, 110) || (i < 110 && x <= least + 40));
        const found = couplesOf(faults, odd, given);
        expect(found.length).toBeGreaterThanOrEqual(wanted.length);
        wanted.forEach((x, i) => {
          expect(found[i]?.left).toBeCloseTo(x, 8);
        });
        // Of the likeliest faults each is there with what leaves least beside it.
        const score = (s: Suspect): number => s.log + Math.log(s.hypothesis.prior);
        for (const head of [...faults].sort((x, y) => score(y) - score(x)).slice(0, 5)) {
          const beside = faults.filter((x) => x !== head).map((x) => left(head, x, odd));
          const there = found.filter((c) => [c.a.id, c.b.id].includes(head.hypothesis.id));
          expect(Math.min(...there.map((c) => c.left))).toBeCloseTo(Math.min(...beside), 8);
        }
      }),
      { seed: 15, numRuns: 120 },
    );
  });

  it('are each there once, and none where there is nothing to couple', () => {
    fc.assert(
      fc.property(course, ({ faults, odd }) => {
        const names = couplesOf(faults, odd).map((c) => [c.a.id, c.b.id].sort().join());
        expect(new Set(names).size).toBe(names.length);
      }),
      { seed: 3, numRuns: 60 },
    );
    expect(couplesOf([], [])).toEqual([]);
    expect(couplesOf([{ hypothesis: hypothesis('alone', 1), log: 0, far: [1] }], [true])).toEqual([]);
  });
});
