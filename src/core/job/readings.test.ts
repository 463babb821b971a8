import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allReadings, latestByPair, readingsInTime, withStruck } from './readings';
import type { Reading } from './schema';

const at = (minute: number): string => `2026-03-01T09:${String(minute).padStart(2, '0')}:00Z`;
const read = (minute: number, more: Partial<Reading> = {}): Reading => ({
  at: at(minute),
  by: 'tester',
  source: 'typed',
  quantity: 'volts-ac',
  value: minute,
  a: 'wall.R',
  b: 'wall.C',
  state: 'idle',
  ...more,
});

describe('readings', () => {
  it('stand in time; of one moment the tenth comes after the second', () => {
    const same = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`r${i + 1}`, read(5)]));
    expect(readingsInTime({ readings: same }).map((r) => r.id)).toEqual(
      Array.from({ length: 12 }, (_, i) => `r${i + 1}`),
    );
  });

  it('are one order whatever order they were entered in', () => {
    const all = Object.entries({ b: read(3), a: read(3), cc: read(1), d: read(9), e: read(2) });
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (some) => {
        expect(readingsInTime({ readings: Object.fromEntries(some) }).map((r) => r.id)).toEqual([
          'cc',
          'e',
          'a',
          'b',
          'd',
        ]);
      }),
      { seed: 5 },
    );
  });

  it('struck ones are shown and never judged by', () => {
    const readings = { a: read(1), b: read(2, { struck: true }) };
    expect([readingsInTime({ readings }).length, allReadings({ readings }).length]).toEqual([1, 2]);
    expect(readingsInTime({ readings }, (r) => r.value > 1)).toEqual([]);
  });

  it('struck and counted again a reading is what it was; one that is not there changes nothing', () => {
    const job = { readings: { a: read(1) } };
    const struck = withStruck(job, 'a', true);
    expect(readingsInTime(struck)).toEqual([]);
    expect(withStruck(struck, 'a', false)).toEqual(job);
    expect(withStruck(job, 'z', true)).toBe(job);
  });

  it('the latest of a pair counts, whichever probe was where, state by state', () => {
    const readings = {
      a: read(1),
      b: read(2, { a: 'wall.C', b: 'wall.R' }),
      c: read(3, { state: 'heat1' }),
      d: read(4, { quantity: 'ohms' }),
    };
    expect([...latestByPair(readingsInTime({ readings })).values()].map((r) => r.id)).toEqual(['b', 'c', 'd']);
  });
});
