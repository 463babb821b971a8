/** A hold as each kind of device can take it, against sums done by hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holdPlan, holdRuns } from './hold';

/** 20 °C from 6:30, 17 °C from 22:30, every day. */
const STEPS = Array.from({ length: 7 }, (_, day) => [
  { minute: day * 1440 + 390, heatCelsius: 20 },
  { minute: day * 1440 + 1350, heatCelsius: 17 },
]).flat();
/** A Thursday evening into the small hours of Friday. */
const hold = { from: '2026-12-24T18:00', until: '2026-12-25T02:00', heatCelsius: 21 };

describe('a hold', () => {
  it('to a date is exact', () => {
    expect(holdPlan(hold, STEPS, ['next-event', 'date'])).toMatchObject({ way: 'date', lostKelvinHours: 0, again: [] });
  });

  it('to the next event falls back there: 4 K from 22:30 to 2:00 are 14 K·h', () => {
    const plan = holdPlan(hold, STEPS, ['next-event']);
    expect(plan).toMatchObject({ way: 'next-event', again: ['Thu 22:30'] });
    expect(plan.lostKelvinHours).toBeCloseTo(4 * 3.5, 9);
  });

  it('for hours is rounded up; the rest of the hour is counted', () => {
    const plan = holdPlan({ ...hold, until: '2026-12-24T19:40' }, STEPS, ['hours']);
    // 100 min are keyed in as 2 h: 20 min at 1 K.
    expect(plan).toMatchObject({ hours: 2, minutes: 100 });
    expect(plan.lostKelvinHours).toBeCloseTo(1 / 3, 9);
  });

  it('for good, or where the sheet says nothing, promises nothing', () => {
    expect(holdPlan(hold, STEPS, ['for-good']).way).toBe('for-good');
    expect(holdPlan(hold, STEPS, undefined).way).toBeNull();
  });

  it('over the end of the week finds the events of the next', () => {
    const over = { from: '2026-12-27T23:00', until: '2026-12-28T08:00', heatCelsius: 20 };
    expect(holdPlan(over, STEPS, ['next-event'])).toMatchObject({ again: ['Mon 06:30'], lostKelvinHours: 0 });
  });

  it('that ends before it begins does not run', () => {
    expect([holdRuns(hold), holdRuns({ ...hold, until: hold.from })]).toEqual([true, false]);
  });

  it('is never off by more than its span at the widest difference', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 5, max: 30 }), (hours, heatCelsius) => {
        const until = new Date(Date.parse('2026-12-24T18:00Z') + hours * 3_600_000).toISOString().slice(0, 16);
        for (const way of ['next-event', 'hours'] as const) {
          const { lostKelvinHours, minutes } = holdPlan({ ...hold, until, heatCelsius }, STEPS, [way]);
          expect(lostKelvinHours).toBeGreaterThanOrEqual(0);
          const widest = Math.max(Math.abs(heatCelsius - 17), Math.abs(heatCelsius - 20));
          expect(lostKelvinHours).toBeLessThanOrEqual((widest * (minutes + 60)) / 60 + 1e-9);
        }
      }),
      { seed: 12, numRuns: 60 },
    );
  });
});
