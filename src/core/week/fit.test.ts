/** The fit against exhaustive search on small devices, and its invariants on larger ones. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitWeek, type Holds, type Programme, type Stretch, stretchesOf } from './fit';
import { PATTERN_GROUPS } from './week';

const channel = { low: 5, high: 35, step: 0.5 };
const base: Holds = { groups: PATTERN_GROUPS['7-day'], slots: 4, gapMinutes: 10, stepMinutes: 10, channels: [channel] };

/** A day from its changes: "0 17, 390 20". */
const day = (...changes: [number, ...number[]][]): Stretch[] =>
  changes.map(([from, ...values], i) => ({ from, to: changes[i + 1]?.[0] ?? 1440, values }));

/** Deviation by brute sum over minutes, told apart from the fit's own arithmetic. */
function deviation(wish: readonly (readonly Stretch[])[], groups: Programme['groups']): number {
  const at = (d: readonly Stretch[], minute: number): readonly number[] =>
    d.find((s) => minute >= s.from && minute < s.to)?.values ?? [];
  const held = stretchesOf(groups);
  let sum = 0;
  for (let d = 0; d < 7; d++)
    for (let m = 0; m < 1440; m += 5) {
      const w = at(wish[d] ?? [], m);
      const p = at(held[d] ?? [], m);
      w.forEach((v, c) => {
        sum += 5 * Math.abs(v - (p[c] ?? Number.NaN));
      });
    }
  return sum;
}

/** Every programme of a small device; its least deviation. */
function exhaustive(wish: readonly (readonly Stretch[])[], holds: Holds, values: readonly number[]): number {
  const times = Array.from({ length: 1440 / holds.stepMinutes }, (_, i) => i * holds.stepMinutes);
  const lists: { minute: number; values: number[] }[][] = [];
  const grow = (list: { minute: number; values: number[] }[]): void => {
    if (list.length > 0) lists.push(list);
    if (list.length === holds.slots) return;
    for (const minute of times)
      if (list.length === 0 || minute >= (list.at(-1)?.minute ?? 0) + holds.gapMinutes)
        for (const v of values) grow([...list, { minute, values: [v] }]);
  };
  grow([]);
  let least = Number.POSITIVE_INFINITY;
  const pick = (k: number, groups: Programme['groups']): void => {
    const g = holds.groups[k];
    if (!g) {
      least = Math.min(least, deviation(wish, groups));
      return;
    }
    for (const events of lists) pick(k + 1, [...groups, { days: g, events }]);
  };
  pick(0, []);
  return least;
}

describe('against every programme there is', () => {
  const minute = fc.integer({ min: 0, max: 287 }).map((k) => k * 5);
  const wishDay = (values: readonly number[]) =>
    fc
      .uniqueArray(minute, { minLength: 0, maxLength: 4 })
      .chain((cuts) =>
        fc
          .array(fc.constantFrom(...values), { minLength: cuts.length + 1, maxLength: cuts.length + 1 })
          .map((held) =>
            day(
              ...[0, ...cuts.filter((c) => c > 0).sort((a, b) => a - b)].map((from, i): [number, number] => [
                from,
                held[i] ?? 17,
              ]),
            ),
          ),
      );
  it.each([
    [
      'one group, two slots',
      { ...base, groups: PATTERN_GROUPS['each-day'], slots: 2, stepMinutes: 120, gapMinutes: 240 },
    ],
    ['5+2, one slot', { ...base, groups: PATTERN_GROUPS['5+2'], slots: 1, stepMinutes: 180, gapMinutes: 60 }],
  ] as const)('%s', (_name, holds) => {
    const values = [17, 20];
    fc.assert(
      fc.property(fc.array(wishDay(values), { minLength: 7, maxLength: 7 }), (wish) => {
        const fitted = fitWeek(wish, holds);
        expect(deviation(wish, fitted.groups)).toBeCloseTo(exhaustive(wish, holds, values), 6);
      }),
      { seed: 12, numRuns: 12 },
    );
  });

  it('three values, a gap that binds, a grid off the wish', () => {
    const holds = { ...base, groups: PATTERN_GROUPS['each-day'], slots: 3, stepMinutes: 240, gapMinutes: 480 };
    fc.assert(
      fc.property(fc.array(wishDay([16, 18, 21]), { minLength: 7, maxLength: 7 }), (wish) => {
        const fitted = fitWeek(wish, holds);
        expect(deviation(wish, fitted.groups)).toBeCloseTo(exhaustive(wish, holds, [16, 18, 21]), 6);
      }),
      { seed: 13, numRuns: 10 },
    );
  });
});

describe('any week on any device', () => {
  const wish = fc.array(
    fc.uniqueArray(fc.integer({ min: 1, max: 1439 }), { minLength: 0, maxLength: 9 }).chain((cuts) =>
      fc
        .array(fc.tuple(fc.constantFrom(150, 172, 195, 213), fc.constantFrom(235, 251, 290)), {
          minLength: cuts.length + 1,
          maxLength: cuts.length + 1,
        })
        .map((held) =>
          day(
            ...[0, ...cuts.sort((a, b) => a - b)].map((from, i): [number, number, number] => [
              from,
              (held[i]?.[0] ?? 0) / 10,
              (held[i]?.[1] ?? 0) / 10,
            ]),
          ),
        ),
    ),
    { minLength: 7, maxLength: 7 },
  );
  it('keeps to slots, grid, gap, range and deadband, and more slots never lose more', () => {
    fc.assert(
      fc.property(
        wish,
        fc.constantFrom(...Object.values(PATTERN_GROUPS)),
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom(5, 10, 15, 30),
        (days, groups, slots, stepMinutes) => {
          const holds: Holds = {
            groups,
            slots,
            stepMinutes,
            gapMinutes: 20,
            channels: [
              { low: 16, high: 21, step: 0.5 },
              { low: 24, high: 28, step: 0.5 },
            ],
            deadband: 3,
          };
          const fitted = fitWeek(days, holds);
          for (const g of fitted.groups) {
            expect(g.events.length).toBeGreaterThanOrEqual(1);
            expect(g.events.length).toBeLessThanOrEqual(slots);
            g.events.forEach((e, i) => {
              expect(e.minute % stepMinutes).toBe(0);
              expect(e.minute - (g.events[i - 1]?.minute ?? -1e9)).toBeGreaterThanOrEqual(20);
              const [heat = 0, cool = 0] = e.values;
              expect([heat >= 16, heat <= 21, cool >= 24, cool <= 28, cool - heat >= 3 - 1e-9, (heat * 2) % 1]).toEqual(
                [true, true, true, true, true, 0],
              );
            });
          }
          expect(fitWeek(days, { ...holds, slots: slots + 1 }).deviation).toBeLessThanOrEqual(fitted.deviation + 1e-6);
        },
      ),
      { seed: 14, numRuns: 40 },
    );
  });

  it('no move of one event, in time or value, and no event less betters it', () => {
    fc.assert(
      fc.property(wish, fc.constantFrom(...Object.values(PATTERN_GROUPS)), (days, groups) => {
        const only = days.map((d) => d.map((s) => ({ ...s, values: s.values.slice(0, 1) })));
        const holds: Holds = { ...base, groups, slots: 3, stepMinutes: 15, gapMinutes: 15 };
        const fitted = fitWeek(only, holds);
        const whole = deviation15(only, fitted.groups);
        for (const [k, g] of fitted.groups.entries())
          for (const [i, e] of g.events.entries()) {
            for (const by of [-30, -15, 15, 30])
              for (const dv of [-0.5, 0, 0.5]) {
                const events = g.events.map((x, j) =>
                  j === i ? { minute: x.minute + by, values: [(x.values[0] ?? 0) + dv] } : x,
                );
                if (e.minute + by < 0 || e.minute + by > 1425) continue;
                if (events.some((x, j) => j > 0 && x.minute - (events[j - 1]?.minute ?? 0) < 15)) continue;
                const moved = fitted.groups.map((x, j) => (j === k ? { ...x, events } : x));
                expect(deviation15(only, moved)).toBeGreaterThanOrEqual(whole - 1e-6);
              }
          }
      }),
      { seed: 15, numRuns: 25 },
    );
  });
  /** Exact, by the cuts of both. */
  function deviation15(wished: readonly (readonly Stretch[])[], groups: Programme['groups']): number {
    const held = stretchesOf(groups);
    return wished.reduce(
      (sum, d, i) =>
        sum +
        d.reduce(
          (s, w) =>
            s +
            (held[i] ?? []).reduce((x, p) => {
              const minutes = Math.min(w.to, p.to) - Math.max(w.from, p.from);
              return minutes > 0 ? x + minutes * Math.abs((w.values[0] ?? 0) - (p.values[0] ?? 0)) : x;
            }, 0),
          0,
        ),
      0,
    );
  }
});

describe('what it says', () => {
  const workday = day([0, 17], [390, 20], [510, 16], [1020, 20], [1350, 17]);
  it('a week the device can hold is held whole, the night carried over midnight', () => {
    const fitted = fitWeek(
      Array.from({ length: 7 }, () => workday),
      base,
    );
    expect(fitted.deviation).toBe(0);
    expect(fitted.groups[0]?.events).toEqual([
      { minute: 390, values: [20] },
      { minute: 510, values: [16] },
      { minute: 1020, values: [20] },
      { minute: 1350, values: [17] },
    ]);
  });

  it('what is lost is told by day and time', () => {
    const fitted = fitWeek(
      Array.from({ length: 7 }, () => workday),
      { ...base, slots: 2 },
    );
    // Two changes a day hold the night and the day; what is out of it is the shorter or shallower stretch.
    expect(fitted.deviation).toBe(
      fitted.lost.reduce((n, l) => n + (l.to - l.from) * Math.abs((l.wished[0] ?? 0) - (l.programmed[0] ?? 0)), 0),
    );
    expect(fitted.deviation).toBeGreaterThan(0);
    expect(new Set(fitted.lost.map((l) => l.day)).size).toBe(7);
  });

  it('on and off windows are the same sum in hours', () => {
    const windows = day([0, 0], [330, 1], [420, 0], [700, 1], [730, 0], [1020, 1], [1110, 0]);
    const holds: Holds = {
      ...base,
      groups: PATTERN_GROUPS['each-day'],
      slots: 4,
      channels: [{ low: 0, high: 1, step: 1 }],
    };
    // Two periods of three: the shortest, half an hour, is what seven days lose.
    expect(
      fitWeek(
        Array.from({ length: 7 }, () => windows),
        holds,
      ).deviation,
    ).toBe(7 * 30);
  });

  it.each([
    ['six days', () => fitWeek([[]], base), 'seven days'],
    [
      'no slots',
      () =>
        fitWeek(
          Array.from({ length: 7 }, () => workday),
          { ...base, slots: 0 },
        ),
      'one event',
    ],
    [
      'a range that leaves nothing',
      () =>
        fitWeek(
          Array.from({ length: 7 }, () => day([0, 20, 21])),
          { ...base, channels: [channel, channel], deadband: 40 },
        ),
      'deadband',
    ],
  ])('refuses %s', (_name, run, why) => {
    expect(run).toThrow(why);
  });
});
