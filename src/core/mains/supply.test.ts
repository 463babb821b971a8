/** Every supply by volts between and to earth, swept: named or refused, never the nearest of a list. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyJob } from '../job/schema';
import { wireAmps } from './protection';
import { type Region, readSupply } from './supply';
import { boxVolts } from './supply-box';

const REGIONS = ['NA', 'EU', 'UK', 'AU'] as const;
const at = (region: Region, between: number, first?: number, second?: number) =>
  readSupply(region, { between, first, second });

describe('a supply is told by its volts', () => {
  it.each<[Region, number, number | undefined, number | undefined, string | null]>([
    ['NA', 120, 120, 0, 'live-neutral-120'],
    ['NA', 120, undefined, undefined, 'live-neutral-120'],
    // Ordinary service of North America, not 230 V.
    ['NA', 228, 114, 114, 'two-hots-240'],
    ['NA', 234, 117, 117, 'two-hots-240'],
    ['NA', 215, 124, 124, 'two-legs-208'],
    ['NA', 237, 119, 118, 'two-hots-240'],
    ['NA', 240, 208, 120, 'high-leg-240'],
    ['NA', 208, 208, 1, 'high-leg-208'],
    ['NA', 240, 240, 0, 'corner-grounded-240'],
    ['NA', 277, 277, 1, 'live-neutral-277'],
    ['NA', 347, 0, 347, 'live-neutral-347'],
    ['NA', 480, 277, 277, 'two-legs-480'],
    ['UK', 234, undefined, undefined, 'live-neutral-230'],
    ['EU', 231, 231, 0.4, 'live-neutral-230'],
    ['EU', 231, 133, 133, 'two-legs-230'],
    ['EU', 400, 230, 230, 'two-legs-400'],
    [undefined, 234, 117, 117, 'two-hots-240'],
    [undefined, 234, 234, 0, null],
    // Unread to earth it stays open.
    ['NA', 240, undefined, undefined, null],
    ['NA', 240, 120, undefined, null],
    ['EU', 231, undefined, undefined, null],
  ])('%s: %d between, %s and %s to earth is %s', (region, between, first, second, id) => {
    expect(at(region, between, first, second).kind?.id ?? null).toBe(id);
  });

  it('what is planned on has a neutral at earth, or none', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...REGIONS, undefined),
        fc.double({ min: 90, max: 650, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (region, between, first, second) => {
          const read = at(region, between, first, second);
          expect(read.is).not.toBe('unread');
          if (read.is === 'none') expect([read.kind, read.planned]).toEqual([null, false]);
          // Either order of the cores is the same supply.
          expect(at(region, between, second, first).kind).toBe(read.kind);
          // A hot is never read as a neutral: what has one reads one core within 15 V of earth.
          if (read.kind?.neutral) expect(Math.min(first, second)).toBeLessThanOrEqual(15);
          if (read.planned && !read.kind?.neutral) expect(Math.min(first, second)).toBeGreaterThan(90);
        },
      ),
      { seed: 282, numRuns: 4000 },
    );
  });

  it('one reading more never makes it another: it narrows what it could be', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...REGIONS, undefined),
        fc.integer({ min: 90, max: 500 }),
        fc.constantFrom(0, 1, 117, 120, 133, 208, 230, 240, 277, 347),
        fc.constantFrom(0, 1, 117, 120, 133, 208, 230, 240, 277, 347),
        (region, between, first, second) => {
          const ids = (r: ReturnType<typeof at>): string[] => r.could.map((s) => s.id);
          const less = ids(at(region, between));
          const some = ids(at(region, between, first));
          const all = ids(at(region, between, first, second));
          expect(some.every((id) => less.includes(id))).toBe(true);
          expect(all.every((id) => some.includes(id))).toBe(true);
        },
      ),
      { seed: 283, numRuns: 2000 },
    );
  });
});

describe('what was read at the box', () => {
  const reading = (a: 'box.L' | 'box.N', b: 'box.N' | 'box.E', value: number, state: string) => ({
    at: '2026-03-01T09:00:00Z',
    by: 'x',
    source: 'typed' as const,
    quantity: 'volts-ac' as const,
    a,
    b,
    value,
    state,
  });
  it('counts with the supply on alone', () => {
    const job = {
      ...emptyJob(),
      readings: {
        a: reading('box.L', 'box.N', 231, 'on'),
        b: reading('box.L', 'box.N', 0, 'off'),
        c: reading('box.N', 'box.E', 0.3, 'on'),
      },
    };
    expect(boxVolts(job)).toEqual({ between: 231, first: undefined, second: 0.3 });
  });
});

describe('wires', () => {
  it('of aluminium carry less, and are not made as thin', () => {
    for (const wire of ['AWG 12', 'AWG 10', 'AWG 8', '2.5 mm²', '4 mm²', '6 mm²'] as const) {
      expect(wireAmps(wire, true)).toBeLessThan(wireAmps(wire));
      expect(wireAmps(wire, true)).toBeGreaterThan(0);
    }
    expect(wireAmps('AWG 14', true)).toBe(0);
  });
});
