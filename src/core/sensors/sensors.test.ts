/** Who counts in a profile, what the device is then steered by, and what is wrong with a sensor. */
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Sensor } from '../job/sensor-schema';
import { controlledBy, sensorViews } from './participation';

const PROFILES = {
  in: { name: 'In', heatCelsius: 20, coolCelsius: 25 },
  night: { name: 'Night', heatCelsius: 17, coolCelsius: 25 },
};
const reading = (measure: string, value: number, at = '2026-02-01T10:00:00Z', more: object = {}): object => ({
  at,
  by: 'Bench',
  source: 'typed',
  quantity: 'celsius',
  measure,
  value,
  stop: 'week',
  ...more,
});
const house = (sensors: Record<string, Sensor>, shows: Record<string, number>, more: object = {}) =>
  anyJob({
    device: 'v7-menu',
    survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
    week: { profiles: PROFILES },
    sensors,
    readings: Object.fromEntries(
      Object.entries(shows).map(([m, v]) => [m.replace(/\W/g, ''), reading(`sensor.${m}`, v)]),
    ),
    ...more,
  });
const hall: Sensor = { name: 'Hall', kind: 'built-in', counts: { in: 'always' } };
const bedroom: Sensor = { name: 'Bedroom', kind: 'remote', counts: { in: 'always', night: 'always' } };
const study: Sensor = { name: 'Study', kind: 'remote', occupied: false, counts: { in: 'occupied' } };

describe('steered by', () => {
  it('the mean of those that count, and what the choice does beside the device’s own', () => {
    const job = house({ h: hall, b: bedroom }, { 'h.shows': 19.2, 'b.shows': 21 });
    const [inside, night] = controlledBy(job);
    expect(inside?.celsius).toBeCloseTo(20.1, 9);
    expect(night?.celsius).toBeCloseTo(21, 9);
    expect(night?.says).toBe('Only Bedroom counts: 1.8 K warmer than Hall, so heat starts later.');
    expect(inside?.says).toContain('Hall and Bedroom count: 0.9 K warmer');
  });

  it('one that counts while occupied is left out of an empty room', () => {
    const empty = house({ h: hall, s: study }, { 'h.shows': 20, 's.shows': 16 });
    const there = house({ h: hall, s: { ...study, occupied: true } }, { 'h.shows': 20, 's.shows': 16 });
    expect([controlledBy(empty)[0]?.celsius, controlledBy(there)[0]?.celsius]).toEqual([20, 18]);
  });

  it('is corrected by the offset found, taken from the latest reading, struck ones left out', () => {
    const job = house(
      { h: hall },
      {},
      {
        readings: {
          a: reading('sensor.h.shows', 25, '2026-02-01T09:00:00Z'),
          b: reading('sensor.h.shows', 21, '2026-02-01T10:00:00Z'),
          c: reading('sensor.h.shows', 30, '2026-02-01T11:00:00Z', { struck: true }),
          d: reading('sensor.h.reference', 19.8, '2026-02-01T10:00:00Z'),
        },
      },
    );
    const [view] = sensorViews(job);
    expect([view?.offsetKelvin?.toFixed(1), controlledBy(job)[0]?.celsius?.toFixed(1)]).toEqual(['1.2', '19.8']);
  });

  it('a broken lead never enters an average; nobody counting falls back', () => {
    const job = house({ h: hall, b: bedroom }, { 'h.shows': 20, 'b.shows': -40 });
    expect(controlledBy(job)[0]?.celsius).toBe(20);
    expect(controlledBy(job)[1]?.says).toContain('None of those');
    const alone = house({ h: hall }, { 'h.shows': 20 });
    expect(controlledBy(alone)[1]?.says).toContain('its sheet does not say');
    expect(controlledBy(alone, 'last')[1]?.says).toContain('goes on with the last it heard');
  });

  it('what a device does without them is said once none can be believed', () => {
    const broken = house({ b: bedroom }, { 'b.shows': -40 });
    expect(controlledBy(broken, 'stops')[1]?.says).toBe(
      'None of those that count can be believed: the device then stops, and says so.',
    );
  });
});

describe('stuck', () => {
  const at = (minute: number): string => `2026-02-01T10:${String(minute).padStart(2, '0')}:00Z`;
  const read = (rows: [string, number, number][]) =>
    house(
      { h: hall, b: bedroom },
      {},
      { readings: Object.fromEntries(rows.map(([m, v, t], i) => [`r${i}`, reading(`sensor.${m}`, v, at(t))])) },
    );
  const stuck = (rows: [string, number, number][]) =>
    derive(read(rows)).shared.findings.some((f) => f.code === 'sensor.stuck');

  it('the same for a quarter of an hour while another room moved', () => {
    expect(
      stuck([
        ['b.shows', 20, 0],
        ['h.shows', 19, 1],
        ['h.shows', 20.5, 14],
        ['b.shows', 20, 16],
      ]),
    ).toBe(true);
  });

  it('not while nothing moved, not sooner, and not once it moved itself', () => {
    const still: [string, number, number][] = [
      ['b.shows', 20, 0],
      ['h.shows', 19, 1],
      ['h.shows', 19.2, 14],
      ['b.shows', 20, 16],
    ];
    expect(stuck(still)).toBe(false);
    expect(
      stuck([
        ['b.shows', 20, 0],
        ['h.shows', 19, 1],
        ['h.shows', 22, 5],
        ['b.shows', 20, 10],
      ]),
    ).toBe(false);
    expect(
      stuck([
        ['b.shows', 20, 0],
        ['h.shows', 19, 1],
        ['h.shows', 21, 14],
        ['b.shows', 20.1, 16],
      ]),
    ).toBe(false);
  });
});

describe('judged', () => {
  it('a sound house of sensors has nothing against it', () => {
    const job = house(
      { h: { ...hall, counts: { in: 'always', night: 'always' } }, b: bedroom },
      { 'h.shows': 20, 'h.reference': 19.9, 'b.shows': 20.6 },
    );
    expect(derive(job).shared.findings.filter((f) => f.code.startsWith('sensor.'))).toEqual([]);
  });

  it('a broken lead stands in the way of the proof; every sensor that counts has a test', () => {
    const proved = derive(house({ h: hall, b: bedroom }, { 'h.shows': 20, 'b.shows': 20.4 })).shared.proof;
    expect(proved.tests.map((t) => t.id)).toEqual(expect.arrayContaining(['sensor-h', 'sensor-b', 'participation']));
    const broken = derive(house({ h: hall, b: bedroom }, { 'h.shows': 20, 'b.shows': 99 })).shared.proof;
    expect(broken.heldBy.join()).toContain('Bedroom shows what a shorted lead gives');
  });

  it('the participation test fails where the device is steered by another room', () => {
    const job = house({ h: hall, b: bedroom }, { 'h.shows': 18, 'b.shows': 21 });
    const test = derive(job).shared.proof.tests.find((t) => t.id === 'participation');
    const [measure] = test?.measures ?? [];
    // The only profile that leaves somebody out is the night: the bedroom alone.
    expect([measure?.predicted.low, measure?.predicted.high]).toEqual([20.5, 21.5]);
    const wrong = anyJob({
      ...job,
      readings: { ...job.readings, x: { ...reading('steered-by', 18), test: 'participation' } },
    });
    expect(derive(wrong).shared.proof.tests.find((t) => t.id === 'participation')?.verdict).toBe('fail');
  });

  it('a job without sensors is as it was', () => {
    const { shared } = derive(house({}, {}));
    expect(shared.proof.tests.some((t) => t.id.startsWith('sensor-'))).toBe(false);
  });
});
