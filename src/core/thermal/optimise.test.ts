/** The plan against every plan there is on small cases; the week offered never worse than what stands. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Week } from '../job/schema';
import { type CheaperWeek, cheaperWeek, weekOfSlots } from './cheaper';
import { type PlanInput, planSlots, slotOf } from './optimise';

const small = (wished: number[], price: number[], mostWatts = 6000): PlanInput => ({
  house: { airToOut: 120, massToOut: 60, airToMass: 900, airCapacity: 5e6, massCapacity: 1.6e7, gainsWatts: 300 },
  wished,
  outdoor: wished.map(() => 2),
  heatPrice: price,
  mostWatts: wished.map(() => mostWatts),
  slotSeconds: 4 * 3600,
  setpoints: [16, 18, 20, 22],
  shortPrice: 0.6,
  massStep: 0.1,
  massFrom: 12,
  massLevels: 121,
});

/** Cost of a plan in the settled period: the same plan over and over. */
function settledCost(input: PlanInput, plan: readonly number[]): number {
  let air = 19;
  let mass = 19;
  let cost = 0;
  for (let round = 0; round < 60; round++) {
    cost = 0;
    plan.forEach((s, i) => {
      const r = slotOf(input, i, air, mass, s);
      air = r.air;
      mass = r.mass;
      cost += r.cost;
    });
  }
  return cost;
}

describe('a plan', () => {
  it('of six slots is within three hundredths of the best of all 4096', () => {
    const value = fc.constantFrom(16, 18, 20);
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 6, maxLength: 6 }),
        fc.array(fc.constantFrom(0.05, 0.2, 0.5), { minLength: 6, maxLength: 6 }),
        (wished, price) => {
          const input = small(wished, price);
          // Twice the period, so that the worth of its end is known.
          const long = {
            ...small([...wished, ...wished, ...wished, ...wished], [...price, ...price, ...price, ...price]),
          };
          const plan = planSlots(long).setpoints.slice(6, 12);
          let least = Number.POSITIVE_INFINITY;
          for (let code = 0; code < 4096; code++) {
            const all = Array.from({ length: 6 }, (_, i) => input.setpoints[(code >> (2 * i)) & 3] ?? 16);
            least = Math.min(least, settledCost(input, all));
          }
          expect(settledCost(input, plan)).toBeLessThan(least * 1.03 + 0.02);
        },
      ),
      { seed: 41, numRuns: 10 },
    );
  }, 60_000);

  it('a slot brings the air to its setpoint, as far as the heat reaches, and never cools it', () => {
    const input = small([20], [0.2], 3000);
    expect(slotOf(input, 0, 19, 19, 19.5).air).toBeCloseTo(19.5, 9);
    expect(slotOf(input, 0, 16, 16, 30).air).toBeLessThan(30);
    const floats = slotOf(input, 0, 21, 21, 16);
    expect([floats.air > 16, floats.cost < 0.61 * 4]).toEqual([true, true]);
  });
});

const week: Week = {
  profiles: { in: { name: 'In', heatCelsius: 20 }, night: { name: 'Night', heatCelsius: 17 } },
  days: Array.from({ length: 7 }, () => [
    { minute: 390, profile: 'in' },
    { minute: 1320, profile: 'night' },
  ]),
};
const run = (house: object): CheaperWeek => {
  const steps = cheaperWeek(
    { family: 'boiler', house: { areaSquareMetres: 110, age: 'late', heatWatts: 12_000, ...house }, week },
    null,
  );
  let share = 0;
  for (let s = steps.next(); ; s = steps.next()) {
    if (s.done) return s.value;
    expect(s.value).toBeGreaterThan(share);
    share = s.value;
  }
};

describe('a cheaper week', () => {
  it('is found where an hour is dear, and is no colder by a year of the whole house', () => {
    const found = run({
      heater: 'electric',
      emitter: 'floor',
      perKwh: 0.5,
      offPeak: { from: 0, to: 420, perKwh: 0.1 },
    });
    expect(found.week).not.toBeNull();
    expect(found.after.cost).toBeLessThan(found.before.cost);
    expect(found.after.shortKelvinHours).toBeLessThanOrEqual(found.before.shortKelvinHours + 1);
  }, 60_000);

  it.each([
    ['a flat price', {}],
    ['a heat pump', { heater: 'heat-pump', heatWatts: 8000 }],
    ['too little heat', { heatWatts: 3000 }],
  ])(
    'is never worse than what stands: %s',
    (_name, house) => {
      const { week: found, before, after } = run(house);
      expect(after.cost).toBeLessThanOrEqual(before.cost);
      expect(after.shortKelvinHours).toBeLessThanOrEqual(before.shortKelvinHours + 1);
      if (found === null) expect(after).toEqual(before);
    },
    60_000,
  );

  it('slots become events where they change, with a profile for each setpoint', () => {
    const slots = Array.from({ length: 336 }, (_, i) => (i % 48 >= 12 && i % 48 < 40 ? 20 : 18.5));
    const made = weekOfSlots(slots, week);
    expect(made.days?.[3]).toEqual([
      { minute: 360, profile: 'in' },
      { minute: 1200, profile: 'at-18.5' },
    ]);
    expect(made.profiles['at-18.5']?.heatCelsius).toBe(18.5);
  });
});
