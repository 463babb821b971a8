/** Sensors of a simulated house: a sound one passes its tests, and each thing wrong with one is caught by a test. */
import { describe, expect, it } from 'vitest';
import { derive } from '../src/core/derive';
import { coverageOfJob, rankingOf } from '../src/core/evidence/of-job';
import { anyJob } from '../tests/support/jobs';
import { proveOnWorld } from './prove';
import { SensorBench } from './sensor-bench';
import { alike } from './truth/alike';

const reading = (measure: string, value: number): object => ({
  at: '2026-02-01T10:00:00Z',
  by: 'Bench',
  source: 'typed',
  quantity: 'celsius',
  measure,
  value,
  stop: 'week',
});
const plain = {
  device: 't24-five',
  survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
};
const house = anyJob({
  ...plain,
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

  it.each(bench.faults().map((f) => f.id))('%s is named first, or what reads the same', async (id) => {
    const proved = await proveOnWorld(house, { faults: [id] });
    const ranking = rankingOf(proved, derive(proved));
    const top = ranking?.ranked[0]?.hypothesis.id ?? '';
    expect([id, top, top === id || (ranking !== null && alike(ranking, id, top, ranking.observed))]).toEqual([
      id,
      top,
      true,
    ]);
    expect(ranking?.none).toBeLessThan(0.5);
  });

  it('one beside a fault of the wiring: both are named', async () => {
    const both = ['sensor:b:k:exchanged', 'unseated-board-k4'];
    const proved = await proveOnWorld(house, { faults: both });
    const top = rankingOf(proved, derive(proved))?.ranked[0]?.hypothesis;
    expect(top?.of?.includes('sensor:b:k:exchanged')).toBe(true);
    expect(top?.of?.some((id) => /k4$/.test(id))).toBe(true);
  });

  it('what the sensors’ tests cannot show is not said to be shown', () => {
    const coverage = coverageOfJob(house, derive(house));
    const without = coverageOfJob(anyJob({ ...plain }), derive(anyJob({ ...plain })));
    expect((coverage?.of ?? 0) - (without?.of ?? 0)).toBe(bench.faults().length);
    expect(coverage?.missed.map((m) => m.id).filter((id) => id.startsWith('sensor:'))).toEqual([]);
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
