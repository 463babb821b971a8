/** Heated floors on the rig: proofs that pass, faults that show, a slab that warms, and what the rig refuses. */
import { describe, expect, it } from 'vitest';
import { fitFloor } from '../src/core/floor/fit';
import { ohmsAt } from '../src/core/floor/thermistor';
import { floorWeek } from '../src/core/floor/week';
import { floorJob } from '../tests/support/floor';
import { floorOf } from '../tests/support/jobs';
import { FloorWorld } from './floor-world';
import { proveOnWorld } from './prove';
import { createRig } from './server';

const TWELVE = { probe: { ohms: Math.round(ohmsAt('12k', 20)), floorCelsius: 20 } };
const MAT = { ratedWatts: 450, ratedVolts: 240 };
const TWO = { mats: { a: MAT, b: MAT }, areaSquareMetres: 7, joined: 'parallel' };
const BIG = {
  mats: { a: { ratedWatts: 1500, ratedVolts: 240 }, b: { ratedWatts: 1500, ratedVolts: 240 } },
  areaSquareMetres: 24,
  joined: 'parallel',
};
const job = (floor: object = {}, more: object = {}) =>
  floorJob({ ...TWELVE, ...floor }, { week: floorWeek('bath', 34), ...more });

const outcome = async (j: ReturnType<typeof job>, faults: string[] = []) => {
  const d = floorOf(await proveOnWorld(j, { faults }));
  return {
    passed: d.proof.passed,
    of: d.proof.tests.length,
    wrong: d.proof.tests.filter((t) => t.verdict === 'fail').map((t) => t.id),
    codes: d.findings.map((f) => f.code),
  };
};

describe('a floor wired and set as planned proves itself', () => {
  it.each([
    ['one mat, screen device', job()],
    ['two mats', job(TWO)],
    ['two mats through a contactor', job(BIG)],
    ['screed', job({ build: 'screed' })],
    ['timber, the only heat', job({ covering: 'timber', purpose: 'sole', areaSquareMetres: 5 })],
    [
      'button device',
      job(
        { region: 'EU', supplyVolts: 230, firstToEarth: 230, secondToEarth: 0, groundFault: 'upstream' },
        { device: 'fb1-button' },
      ),
    ],
  ])('%s', async (_name, j) => {
    const { passed, of, wrong } = await outcome(j);
    expect(wrong).toEqual([]);
    expect(passed).toBe(of);
  });
});

describe('a fault shows where it should', () => {
  it.each([
    ['probe-type', ['probe']],
    ['air-mode', ['limit', 'probe-open']],
    ['ground-fault', ['ground-fault', 'relay', 'load', 'rise']],
    // A quarter of the power still rises within what an unknown slab might: volts and amperes tell.
    ['half-volts', ['relay', 'load']],
    ['probe-open', ['relay', 'load', 'rise']],
    ['probe-short', ['relay', 'load', 'rise']],
    ['relay-stuck', ['relay', 'limit', 'probe-open']],
    ['mat-broken', ['load', 'rise']],
  ])('%s', async (fault, tests) => {
    const { wrong } = await outcome(job(), [fault]);
    expect(wrong).toEqual(expect.arrayContaining(tests));
  });

  it.each([['mat-broken'], ['series']])('%s of two', async (fault) => {
    expect((await outcome(job(TWO), [fault])).wrong).toContain('load');
  });

  it('the wrong probe type is named by what the display shows', async () => {
    expect((await outcome(job(), ['probe-type'])).codes).toContain('floor.probe-setting');
  });
});

describe('the slab', () => {
  it('warms under power, and the limit stops it', () => {
    const world = new FloorWorld(job(), []);
    world.set({ setCelsius: 60 });
    world.advance(1800);
    const s = world.floorState();
    expect(s).toMatchObject({ relayClosed: true, amps: 1.87 });
    expect(s.shownCelsius).toBeGreaterThan(22);
    expect(s.loadShownWatts).toBeGreaterThan(430);
    world.advance(36_000);
    expect(world.floorState().shownCelsius).toBeLessThan(34.6);
  });

  it('misread by the wrong type it overheats under a limit that holds', () => {
    const world = new FloorWorld(job(), ['probe-type']);
    world.set({ setCelsius: 60, limitCelsius: 27 });
    world.advance(60_000);
    const s = world.floorState();
    expect(s.shownCelsius).toBeLessThan(27.6);
    // A 12 k probe read as 10 k: the floor is four kelvin warmer than shown.
    expect(s.surfaceCelsius).toBeGreaterThan(28.5);
    world.set({ settings: { 'probe.type': '12k' } });
    expect(world.floorState().shownCelsius).toBeGreaterThan(30.5);
  });

  it('logged, tells the core how heavy it is', () => {
    const world = new FloorWorld(job(), []);
    const d = floorOf(job()).floor?.warmUp;
    if (!d) throw new Error('no warm-up');
    world.set({ setCelsius: 60 });
    const points = [];
    for (let minute = 0; minute <= 60; minute += 5) {
      points.push({ minute, celsius: world.floorState().shownCelsius ?? 0 });
      world.advance(300);
    }
    const fit = fitFloor(d.house.model, d.house.around, d.house.start, points);
    expect(fit.enough).toBe(true);
    expect(fit.unlike).toBe(false);
    expect(fit.massFactor).toBeGreaterThan(1.05);
    expect(fit.massFactor).toBeLessThan(1.2);
  });
});

describe('what the rig refuses', () => {
  it('says why', () => {
    expect(() => new FloorWorld(floorJob({ mats: {} }), [])).toThrow('no floor to build');
    expect(() => new FloorWorld(job(), ['series'])).toThrow('cannot have');
    const world = new FloorWorld(job(), []);
    expect(() => world.set({ probe: 'out' })).toThrow('supply off');
    expect(() => world.set({ settings: { 'boiler.flow': '40' } })).toThrow('has no');
    expect(() => world.probe('HEATER.1', 'SUPPLY.L', 'volts')).toThrow('no pair');
    expect(() => world.probe('HEATER.1', 'HEATER.2', 'ohms')).toThrow('supply off');
    world.setSupply(false);
    expect(world.probe('HEATER.1', 'HEATER.2', 'ohms')).toBeCloseTo(128.2, 6);
    expect(world.probe('PROBE.1', 'PROBE.2', 'ohms')).toBeCloseTo(TWELVE.probe.ohms, 0);
  });

  it('answers over HTTP', async () => {
    const rig = createRig(
      () => 0,
      () => 0.5,
    );
    const post = (path: string, body: object) =>
      rig.app.request(path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      });
    expect((await post('/house', { job: job() })).status).toBe(200);
    const set = await (await post('/floor', { setCelsius: 40 })).json();
    expect(set.floor).toMatchObject({ relayClosed: true, probeType: '12k' });
    expect(await (await post('/probe', { a: 'HEATER.1', b: 'HEATER.2' })).json()).toMatchObject({ value: 240 });
    expect(await (await post('/thermostat', { mode: 'heat' })).json()).toMatchObject({
      error: expect.stringContaining('heated floor'),
    });
    expect((await post('/floor', { setCelsius: 400 })).status).toBe(400);
    expect(await (await post('/demand', { heating: [], hotWater: false, by: 'manual' })).json()).toMatchObject({
      error: expect.stringContaining('/floor'),
    });
  });
});
