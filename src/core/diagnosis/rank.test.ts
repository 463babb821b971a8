import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Candidate, type Hypothesis, type Observation, rank } from './rank';

const hypothesis = (id: string, prior: number, predicts: Record<string, number>): Hypothesis => ({
  id,
  name: id,
  look: '',
  fix: '',
  prior,
  about: [],
  predicts: new Map(Object.entries(predicts)),
});
const volts = (key: string, value: number): Observation => ({
  id: key,
  key,
  value,
  sigma: 0.5,
  text: `${key} ${value}`,
});
const seen = (key: string, value: 0 | 1): Observation => ({
  id: key,
  key,
  value,
  sigma: null,
  text: `${key} ${value}`,
});
const three = [
  hypothesis('open', 1, { rc: 0, rw: 0, display: 0 }),
  hypothesis('short', 1, { rc: 0, rw: 24, display: 0 }),
  hypothesis('fine', 8, { rc: 26, rw: 26, display: 1 }),
];
const candidates: Candidate[] = [
  { key: 'rc', text: 'R to C', minutes: 1 },
  { key: 'rw', text: 'R to W', minutes: 1 },
];

describe('ranking faults', () => {
  it('follows the priors until something is read', () => {
    expect(rank(three, [], []).ranked.map((r) => r.hypothesis.id)).toEqual(['fine', 'open', 'short']);
  });

  it('a figure overturns the prior, and what speaks for and against is listed', () => {
    const { ranked } = rank(three, [volts('rc', 0.1), volts('rw', 24.2)], []);
    expect(ranked[0]?.hypothesis.id).toBe('short');
    expect(ranked[0]?.probability).toBeGreaterThan(0.95);
    expect(ranked.find((r) => r.hypothesis.id === 'fine')?.against).toHaveLength(2);
    expect(ranked[0]?.supports).toEqual(['rc 0.1', 'rw 24.2']);
  });

  it('something merely seen moves it less than a figure', () => {
    const looked =
      rank(three, [seen('display', 0)], []).ranked.find((r) => r.hypothesis.id === 'fine')?.probability ?? 0;
    const measured = rank(three, [volts('rc', 0)], []).ranked.find((r) => r.hypothesis.id === 'fine')?.probability ?? 0;
    expect(looked).toBeGreaterThan(10 * measured);
  });

  it('a reading that nothing explains leaves “none of these” on top', () => {
    const { none, ranked } = rank(three, [volts('rc', 13), volts('rw', 9)], []);
    expect(none).toBeGreaterThan(ranked[0]?.probability ?? 1);
  });

  it('asks for the measurement that tells the live hypotheses apart', () => {
    const { next } = rank(three, [volts('rc', 0)], candidates);
    expect(next?.candidate.key).toBe('rw');
    expect(next?.outcomes.map((o) => o.names[0])).toEqual(expect.arrayContaining(['open', 'short']));
    expect(next?.bits).toBeCloseTo(1, 1);
  });

  it('weighs a measurement by the minutes it takes', () => {
    const dear = [
      { key: 'rw', text: 'far away', minutes: 9 },
      { key: 'rc', text: 'at hand', minutes: 1 },
    ];
    expect(rank(three, [], dear).next?.candidate.key).toBe('rc');
  });

  it('asks nothing when nothing would tell them apart', () => {
    const twins = [hypothesis('a', 1, { rc: 5 }), hypothesis('b', 1, { rc: 5 })];
    expect(rank(twins, [], candidates).next).toBeNull();
  });

  it('probabilities are finite, not negative, and sum to one whatever is read', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            key: fc.constantFrom('rc', 'rw', 'display', 'other'),
            value: fc.double({ min: -1e3, max: 1e3, noNaN: true }),
            figure: fc.boolean(),
          }),
          { maxLength: 8 },
        ),
        (readings) => {
          const { ranked, none } = rank(
            three,
            readings.map((r, i) => ({
              id: String(i),
              key: r.key,
              value: r.value,
              sigma: r.figure ? 0.4 : null,
              text: '',
            })),
            candidates,
          );
          const total = ranked.reduce((s, r) => s + r.probability, none);
          expect(total).toBeCloseTo(1, 9);
          for (const r of ranked) expect(r.probability >= 0 && Number.isFinite(r.probability)).toBe(true);
        },
      ),
      { seed: 8 },
    );
  });
});
