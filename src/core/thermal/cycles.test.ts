/** Cycles an hour: the band found gives the starts asked for, by running the house again. */
import { describe, expect, it } from 'vitest';
import { startsAtHalfLoad, steeringFor } from './cycles';
import { type Equipment, USUAL_STEERING } from './equipment';
import { FORM_DEFAULTS, houseOf } from './house';
import { jobHouse } from './job-house';

const burner: Equipment = { kind: 'stages', watts: [12_000], efficiency: 0.9 };
const air = houseOf({ ...FORM_DEFAULTS, emitter: 'air' });

describe('cycles an hour', () => {
  it.each([1, 2, 3, 5])('%i starts at half load, to a third of one', (n) => {
    const steering = steeringFor(air, burner, USUAL_STEERING, n);
    expect(Math.abs(startsAtHalfLoad(air, burner, steering) - n)).toBeLessThan(0.34);
  });

  it('more starts want a narrower band', () => {
    const bands = [1, 2, 4].map((n) => steeringFor(air, burner, USUAL_STEERING, n).bandKelvin);
    expect(bands[0]).toBeGreaterThan(bands[1] ?? 0);
    expect(bands[1]).toBeGreaterThan(bands[2] ?? 0);
  });

  it('more than the rests allow is as often as they do', () => {
    const slow = { ...USUAL_STEERING, minimumOnMinutes: 20, minimumOffMinutes: 20 };
    const rate = startsAtHalfLoad(air, burner, steeringFor(air, burner, slow, 12));
    expect(rate).toBeLessThanOrEqual(1.5 + 1e-9);
    expect(rate).toBeGreaterThan(1);
  });

  it('a job that says so is steered so', () => {
    const plain = jobHouse({ family: '24v', house: { areaSquareMetres: 110 } });
    const often = jobHouse({ family: '24v', house: { areaSquareMetres: 110, cyclesPerHour: 6 } });
    expect(plain.steering).toEqual(USUAL_STEERING);
    expect(often.steering.bandKelvin).not.toBe(USUAL_STEERING.bandKelvin);
    expect(startsAtHalfLoad(often.house, often.equipment, often.steering)).toBeGreaterThan(
      startsAtHalfLoad(plain.house, plain.equipment, { ...plain.steering, bandKelvin: 2 }),
    );
  });
});
