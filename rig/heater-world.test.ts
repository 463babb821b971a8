/** Every fault of line-voltage heaters, hidden in a room worked out by hand, and found by the proof. */
import { describe, expect, it } from 'vitest';
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { EUROPE, GOOD_HEATER, heaterJob } from '../tests/support/heater';
import { mainsProved } from '../tests/support/jobs';
import { HeaterWorld } from './heater-world';
import { proveOnWorld } from './prove';

const heater = (ratedWatts: number, ratedVolts: number, more: object = {}) => ({ ratedWatts, ratedVolts, ...more });
const JOBS: Record<string, Job> = {
  'twin pole, 240 V': heaterJob({}, {}),
  'two heaters, 208 V, protected': heaterJob(
    {
      groundFault: 'upstream',
      place: 'bathroom',
      cables: { c1: { liveVolts: 208, firstToEarth: 120, secondToEarth: 120 }, c2: { liveVolts: 0, ohms: 28.8 } },
      heaters: { h1: heater(1000, 240, { kind: 'convector' }), h2: heater(1000, 240, { kind: 'fan' }) },
    },
    {},
  ),
  'switch loop, series device': heaterJob(
    { cables: { c1: { liveVolts: 240, firstToEarth: 120, secondToEarth: 120 } } },
    { device: 'hs1-series' },
  ),
  'live and neutral, 230 V': heaterJob(EUROPE, { device: 'hn1-relay' }),
  'neutral first, 120 V': heaterJob(
    {
      breakerPoles: 'one',
      cables: { c1: { liveVolts: 120, firstToEarth: 0.2, secondToEarth: 120 }, c2: { liveVolts: 0, ohms: 9.6 } },
      heaters: { h1: heater(1440, 120, { kind: 'baseboard' }) },
    },
    { device: 'hn1-relay' },
  ),
  'relay box': heaterJob({}, { device: 'hr1-box' }),
  contactor: heaterJob(
    {
      breakerAmps: 30,
      wire: 'AWG 10',
      heaters: { a: heater(2500, 240), b: heater(2000, 240) },
      cables: { ...GOOD_HEATER.cables, c2: { liveVolts: 0, ohms: 12.8 } },
    },
    {},
  ),
};
const said = (job: Job): string[] =>
  derive(job).shared.proof.tests.flatMap((t) =>
    t.measures.filter((m) => m.verdict !== 'pass').map((m) => `${t.id}/${m.id}`),
  );

describe.each(Object.entries(JOBS))('%s', (_name, made) => {
  const job = mainsProved(made, 240);
  it('wired as planned, everything is shown', async () => {
    expect(derive(job).shared.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
    const after = await proveOnWorld(job);
    expect(said(after)).toEqual([]);
    expect(derive(after).shared.proof.verdict).toBe('pass');
  });

  it.each(new HeaterWorld(made, []).faults().map((f) => f.id))('%s is found', async (id) => {
    const after = await proveOnWorld(job, { faults: [id] });
    expect([id, derive(after).shared.proof.verdict]).toEqual([id, 'fail']);
  });
});

describe('the room', () => {
  it('does what is done at it, and refuses what cannot be', () => {
    const world = new HeaterWorld(heaterJob({}, {}), []);
    world.act({ setCelsius: 30 });
    world.advance(60);
    expect(world.state().shows).toMatchObject({ heating: true, amps: 6.25 });
    expect(world.probe('cable.c2.1', 'cable.c2.2', 1e7, 'volts')).toBeCloseTo(240, 6);
    expect(() => world.act({ setCelsius: 90 })).toThrow('cannot be done');
    expect(() => world.probe('cable.c9.1', 'earth', 1e7, 'volts')).toThrow('no point');
    expect(() => world.probe('cable.c2.1', 'cable.c2.2', 1e7, 'ohms')).toThrow('supply off');
    world.setSupply(false);
    expect(world.probe('cable.c2.1', 'cable.c2.2', 1e7, 'ohms')).toBeCloseTo(38.4, 6);
    expect(() => new HeaterWorld(heaterJob({}, {}), ['series'])).toThrow('cannot have');
    expect(() => new HeaterWorld(heaterJob({ cables: {} }), [])).toThrow('no heaters to build');
  });
});
