import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyJob, type Job, type Reading } from '../job/schema';
import { type DeadRules, deadSeries } from './dead';

const MAINS: DeadRules = { deadVolts: 5, proofAtLeast: 200, liveIsProof: false };
const at = (minute: number): string => `2026-03-01T09:${String(minute).padStart(2, '0')}:00Z`;
const reading = (minute: number, value: number, more: Partial<Reading> = {}): Reading => ({
  at: at(minute),
  by: 'x',
  source: 'typed',
  quantity: 'volts-ac',
  stop: 'make-safe',
  a: 'box.L',
  b: 'box.N',
  value,
  ...more,
});
const proof = (minute: number, measure: string): Reading =>
  reading(minute, 230, { measure, a: undefined, b: undefined });
const jobOf = (...readings: Reading[]): Job => ({
  ...emptyJob(),
  readings: Object.fromEntries(readings.map((r, i) => [`r${String(i).padStart(2, '0')}`, r])),
});
const series = (...readings: Reading[]) => deadSeries(jobOf(...readings), MAINS);

describe('dead by its points', () => {
  it('a live reading stands until the same points read dead between two proofs', () => {
    const live = reading(1, 231);
    expect(series(live, reading(2, 0)).unanswered).toHaveLength(1);
    expect(series(live, proof(2, 'prove-before'), reading(3, 0)).unanswered).toHaveLength(1);
    expect(series(live, proof(2, 'prove-before'), reading(3, 0), proof(4, 'prove-after')).unanswered).toEqual([]);
    // Proofs before the live reading, or a dead reading elsewhere, answer nothing.
    expect(series(proof(0, 'prove-before'), live, reading(3, 0), proof(4, 'prove-after')).unanswered).toHaveLength(1);
    expect(
      series(live, proof(2, 'prove-before'), reading(3, 0, { b: 'box.E' }), proof(4, 'prove-after')).unanswered,
    ).toHaveLength(1);
  });

  it('a live reading of any state and stop before power-up counts; one after power-up does not', () => {
    const dead = [proof(0, 'prove-before'), reading(1, 0), proof(2, 'prove-after')];
    expect(series(...dead, reading(5, 230, { stop: 'connect', state: 'idle' })).unanswered).toHaveLength(1);
    expect(series(...dead, reading(5, 230, { stop: 'proof', state: 'heating' })).unanswered).toEqual([]);
    expect(series(reading(0, 230, { stop: 'survey', state: 'off' })).unanswered).toHaveLength(1);
  });

  it('an added live reading never makes it easier', () => {
    const any = fc.record({
      minute: fc.integer({ min: 0, max: 59 }),
      value: fc.constantFrom(0, 2, 24, 120, 230),
      b: fc.constantFrom('box.N' as const, 'box.E' as const),
      measure: fc.constantFrom(undefined, 'prove-before', 'prove-after'),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 10 }), any, (list, extra) => {
        const make = (x: typeof extra): Reading =>
          reading(x.minute, x.value, { b: x.b, ...(x.measure ? { measure: x.measure } : {}) });
        const before = series(...list.map(make));
        const after = series(...list.map(make), { ...make(extra), value: 230, measure: undefined });
        if (before.unanswered.length > 0) expect(after.unanswered.length).toBeGreaterThan(0);
        expect(after.dead.length).toBeLessThanOrEqual(before.dead.length);
      }),
      { seed: 91, numRuns: 1000 },
    );
  });
});
