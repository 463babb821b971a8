/** Sensors of a simulated house: a sound one passes its tests, and each thing wrong with one is caught by a test. */
import { describe, expect, it } from 'vitest';
import { derive } from '../src/core/derive';
import { anyJob } from '../tests/support/jobs';
import { proveOnWorld } from './prove';
import { SensorBench } from './sensor-bench';

const reading = (measure: string, value: number): object => ({
  at: '2026-02-01T10:00:00Z',
  by: 'Bench',
  source: 'typed',
  quantity: 'celsius',
  measure,
  value,
  stop: 'week',
});
const house = anyJob({
  device: 'v7-menu',
  survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
  week: { profiles: { in: { name: 'In', heatCelsius: 20 }, night: { name: 'Night', heatCelsius: 17 } } },
  sensors: {
    h: { name: 'Hall', kind: 'built-in', counts: { in: 'always' } },
    b: { name: 'Bedroom', kind: 'remote', counts: { in: 'always', night: 'always' } },
    k: { name: 'Study', kind: 'remote', counts: { in: 'always' } },
  },
  readings: {
    a: reading('sensor.h.shows', 19),
    b: reading('sensor.b.shows', 21.4),
    c: reading('sensor.k.shows', 20.5),
    d: reading('sensor.b.reference', 19.6),
  },
});
const failed = async (...faults: string[]) => {
  const { tests } = derive(await proveOnWorld(house, { faults })).shared.proof;
  return tests.filter((t) => t.verdict === 'fail').map((t) => t.id);
};

describe('sensors on the rig', () => {
  it('sound ones pass', async () => {
    expect(await failed()).toEqual([]);
  });

  const bench = new SensorBench(house, []);
  it.each(bench.faults().map((f) => f.id))('%s is caught', async (id) => {
    expect(await failed(id)).not.toEqual([]);
  });

  it('a hand warms by its own clock: the step does not matter', () => {
    const whole = new SensorBench(house, []);
    const parts = new SensorBench(house, []);
    for (const b of [whole, parts]) b.act({ 'sensor.hold': 'h' });
    whole.advance(120);
    for (let i = 0; i < 120; i++) parts.advance(1);
    expect(parts.shows()).toEqual(whole.shows());
  });

  it('refuses what is not there, in words', () => {
    expect(() => new SensorBench(house, ['sensor:x:stuck'])).toThrow('cannot have "sensor:x:stuck"');
    expect(() => bench.act({ 'sensor.hold': 'x' })).toThrow('no sensor "x"');
    expect(() => bench.act({ 'sensor.profile': 'x' })).toThrow('no profile "x"');
    expect(() => bench.act({ 'sensor.paint': 'x' })).toThrow('know no "sensor.paint"');
  });
});
