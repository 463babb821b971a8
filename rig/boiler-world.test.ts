/** Boiler plants on the rig: proofs that pass, faults that show, pairing that takes its time. */

import { describe, expect, it } from 'vitest';
import type { Point } from '../src/core/circuit/point';
import { derive } from '../src/core/derive';
import { seenAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import { anyJob, boilerOf, mainsDead } from '../tests/support/jobs';
import { BoilerWorld } from './boiler-world';
import { landingsOf, TruthPlant, type Wants } from './plant/plant';
import { plantSpec } from './plant/spec';
import { proveOnWorld } from './prove';
import { createRig } from './server';

const CYLINDER = { litres: 150, coilWatts: 12_000, coldCelsius: 15, lossWattsPerKelvin: 1.6 };
const job = (boiler: object, device = 'rc2-radio') =>
  anyJob({ family: 'boiler', device, survey: boiler, readings: mainsDead() });
const zone = () => job({ plant: 'zone-valves', input: 'live', cylinder: CYLINDER });

const wallUnits = () =>
  job(
    {
      plant: 'zone-valves',
      input: 'live',
      heatingZones: 2,
      units: 'each-zone',
      hotWaterBy: 'timer',
      deviceNeutral: 'landed',
    },
    'mw3-wall',
  );

const outcome = async (j: ReturnType<typeof job>, faults: string[] = []) => {
  const { proof } = boilerOf(await proveOnWorld(j, { faults }));
  return {
    passed: proof.passed,
    of: proof.tests.length,
    wrong: proof.tests.filter((t) => t.verdict === 'fail').map((t) => t.id),
  };
};

describe('a plant wired as planned proves itself', () => {
  it.each([
    ['zone valves', zone()],
    ['three-port', job({ plant: 'three-port', input: 'live', cylinder: CYLINDER })],
    ['combination', job({ plant: 'combination', input: 'live' })],
    ['combination, volt-free', job({ plant: 'combination', input: 'live' }, 'hb1-head')],
    ['combination, extra low voltage', job({ plant: 'combination', input: 'low-voltage' }, 'hb1-head')],
    ['zone valves, a channel each', job({ plant: 'zone-valves', input: 'live', cylinder: CYLINDER }, 'rd1-pair')],
    ['combination, a mains receiver apart', job({ plant: 'combination', input: 'volt-free' }, 'rv1-apart')],
    ['combination, the same linked from live', job({ plant: 'combination', input: 'live' }, 'rv1-apart')],
    ['combination, bus', job({ plant: 'combination', input: 'bus' }, 'bx1-bus')],
    ['combination, its pump outside', job({ plant: 'combination', input: 'live', pump: 'outside' })],
    ['combination, a relay box on its switched live', job({ plant: 'combination', input: 'live' }, 'bx1-bus')],
    [
      'combination, a mains wall unit',
      job({ plant: 'combination', input: 'live', deviceNeutral: 'landed' }, 'mw3-wall'),
    ],
    ['zone valves, dry input through a relay', job({ plant: 'zone-valves', input: 'volt-free', cylinder: CYLINDER })],
    ['two heating zones', job({ plant: 'zone-valves', input: 'live', heatingZones: 2, cylinder: CYLINDER })],
    ['gravity hot water', job({ plant: 'gravity', input: 'live', cylinder: CYLINDER })],
    ['heating zones only', job({ plant: 'heating-valves', input: 'live', heatingZones: 2 })],
    ['a wall unit in each zone, hot water on its timer', wallUnits()],
    [
      'dry heads, one a zone',
      job({ plant: 'heating-valves', input: 'live', heatingZones: 2, units: 'each-zone' }, 'hb1-head'),
    ],
    ['no cylinder thermostat', job({ plant: 'zone-valves', input: 'live', cylinderThermostat: false })],
    ['three-port, no cylinder thermostat', job({ plant: 'three-port', input: 'live', cylinderThermostat: false })],
    [
      'three-port, its timer kept',
      job({ plant: 'three-port', input: 'live', hotWaterBy: 'timer', deviceNeutral: 'landed' }, 'mw3-wall'),
    ],
    ['gravity, no cylinder thermostat', job({ plant: 'gravity', input: 'live', cylinderThermostat: false })],
    [
      'heating zones, dry input through a relay',
      job({ plant: 'heating-valves', input: 'low-voltage', heatingZones: 2 }),
    ],
  ])('%s', async (_name, j) => {
    const { passed, of, wrong } = await outcome(j);
    expect(wrong).toEqual([]);
    expect(passed).toBe(of);
    expect(boilerOf(await proveOnWorld(j)).proof.verdict).toBe('pass');
    // On the mains of another street as well.
    for (const seed of [1, 2, 3]) expect(boilerOf(await proveOnWorld(j, { seed })).proof.verdict).toBe('pass');
  });
});

describe('what stands there is read apart from the plan', () => {
  const bare = job({ plant: 'zone-valves', input: 'live', heatingZones: 2, cylinder: CYLINDER });
  const { sheet, wires } = ownOf(derive(bare), 'boiler');
  const spec = sheet && plantSpec(seenAs(bare, 'boiler').survey, sheet);
  const looksOf = (joined: typeof wires, wants: Wants) => {
    if (!spec) throw new Error('no plant');
    const plant = new TruthPlant(spec, landingsOf(joined), []);
    return plant.looks(plant.settle(wants), wants);
  };

  it('a plan that takes a zone’s output to the other’s valve opens the other', () => {
    const first: Wants = { heating: [0], water: false, cold: true };
    expect(looksOf(wires, first)).toMatchObject({ fires: true, open: ['CH1'] });
    const to = (p: Point): Point => (p === 'CH1.brown' ? 'CH2.brown' : p === 'CH2.brown' ? 'CH1.brown' : p);
    const wrong = wires.map((w) => ({ ...w, a: to(w.a), b: to(w.b) }));
    expect(looksOf(wrong, first)).toMatchObject({ fires: true, open: ['CH2'] });
  });

  it('a plan that forgets the switches at the end of the valves leaves the boiler cold', () => {
    const forgotten = wires.filter((w) => !/orange/.test(w.a + w.b));
    expect(looksOf(forgotten, { heating: [0], water: false, cold: true })).toMatchObject({
      fires: false,
      open: ['CH1'],
    });
  });

  it('mains on the two wires of a head are found there', () => {
    const head = new BoilerWorld(job({ plant: 'combination', input: 'bus' }, 'bx1-bus'), ['pair-mains']);
    expect(head.probe('HEAD.1', 'SUPPLY.N')).toBeGreaterThan(200);
  });
});

describe('no fault of a part passes its proof', () => {
  const plants: [string, ReturnType<typeof job>][] = [
    ['zone valves, two zones', job({ plant: 'zone-valves', input: 'live', heatingZones: 2, cylinder: CYLINDER })],
    ['three-port', job({ plant: 'three-port', input: 'live', cylinder: CYLINDER })],
    ['extra low voltage', job({ plant: 'combination', input: 'low-voltage' }, 'hb1-head')],
    ['volt-free', job({ plant: 'combination', input: 'volt-free' }, 'hb1-head')],
    ['gravity', job({ plant: 'gravity', input: 'live', cylinder: CYLINDER })],
    ['volt-free from a mains receiver', job({ plant: 'combination', input: 'volt-free' }, 'rv1-apart')],
    ['combination', job({ plant: 'combination', input: 'live', pump: 'outside' })],
    ['a head on two wires', job({ plant: 'combination', input: 'bus' }, 'bx1-bus')],
    ['heating zones only', job({ plant: 'heating-valves', input: 'live', heatingZones: 2 })],
    ['a wall unit in each zone, hot water on its timer', wallUnits()],
    ['no cylinder thermostat', job({ plant: 'zone-valves', input: 'live', cylinderThermostat: false })],
  ];
  // Batteries that will be flat in some minutes pass a proof shorter than that: no test today can show them.
  const all = plants.flatMap(([name, j]) =>
    new BoilerWorld(j, [])
      .faults()
      .filter((f) => f.id !== 'low-batteries')
      .map((f) => [name, f.id, j] as const),
  );
  it.each(all)('%s: %s', async (_name, id, j) => {
    expect(boilerOf(await proveOnWorld(j, { faults: [id] })).proof.verdict).not.toBe('pass');
  });
});

describe('a fault shows where it should', () => {
  it('crossed channels: the other pipe warms', async () => {
    expect((await outcome(zone(), ['crossed'])).wrong).toEqual(expect.arrayContaining(['manual-hw', 'manual-ch']));
  });

  it('a stuck end switch: the boiler fires with nothing called', async () => {
    expect((await outcome(zone(), ['stuck-HW'])).wrong).toContain('manual-none');
  });

  it('hot water off missing: heating alone is cold', async () => {
    const { wrong } = await outcome(job({ plant: 'three-port', input: 'live' }), ['hw-off-missing']);
    expect(wrong).toContain('manual-ch');
    expect(wrong).not.toContain('manual-hw');
  });

  it('a head that does not pair: by the buttons all is well, from the head nothing', async () => {
    const { wrong } = await outcome(zone(), ['pairing-fails']);
    expect(wrong.length).toBeGreaterThan(0);
    expect(wrong.every((id) => id.startsWith('paired-'))).toBe(true);
  });

  it('a missing link: a volt-free output never calls', async () => {
    expect((await outcome(job({ plant: 'combination', input: 'live' }, 'hb1-head'), ['link-missing'])).wrong).toContain(
      'paired-ch',
    );
  });
});

describe('time', () => {
  it('a valve takes its seconds; the cylinder warms while it is heated', () => {
    const world = new BoilerWorld(zone(), []);
    world.setDemand({ heating: [], hotWater: true, cylinderCold: true, by: 'manual' });
    world.advance(5);
    expect(world.plantState()).toMatchObject({ boilerFires: false, valvesOpen: [] });
    expect(world.probe('BOILER.SL', 'SUPPLY.N')).toBeCloseTo(0, 1);
    world.advance(15);
    expect(world.plantState()).toMatchObject({ boilerFires: true, valvesOpen: ['HW'] });
    const before = world.plantState().cylinderCelsius;
    world.advance(600);
    // 12 kW into 150 L for nearly ten minutes: about 11 K.
    expect(world.plantState().cylinderCelsius - before).toBeGreaterThan(10);
    expect(world.plantState().cylinderCelsius - before).toBeLessThan(11.6);
  });

  it('pairing and the hub’s update take minutes; flat batteries stop a head, not the buttons', () => {
    const world = new BoilerWorld(zone(), ['low-batteries']);
    expect(world.plantState().hubSeconds).toBe(720);
    expect(world.pair()).toEqual({ ok: true });
    world.advance(241);
    expect(world.plantState()).toMatchObject({ paired: true, hubSeconds: 479 });
    world.setDemand({ heating: [0], hotWater: false, cylinderCold: true, by: 'paired' });
    world.advance(60);
    expect(world.plantState().boilerFires).toBe(true);
    world.advance(600);
    expect(world.plantState().boilerFires).toBe(false);
    world.setDemand({ heating: [0], hotWater: false, cylinderCold: true, by: 'manual' });
    world.advance(60);
    expect(world.plantState().boilerFires).toBe(true);
  });

  it('refuses what the plant does not have', () => {
    const world = new BoilerWorld(zone(), []);
    expect(() => world.setDemand({ heating: [3], hotWater: false, cylinderCold: true, by: 'manual' })).toThrow(
      'no heating zone 4',
    );
    const water = { heating: [], hotWater: true, cylinderCold: true, by: 'paired' as const };
    const combination = new BoilerWorld(job({ plant: 'combination', input: 'live' }), []);
    expect(() => combination.setDemand(water)).toThrow('no hot water');
    expect(() => new BoilerWorld(zone(), ['hw-off-missing'])).toThrow('cannot have');
    expect(() => new BoilerWorld(job({}), [])).toThrow('no plant to build');
    expect(() => world.probe('RX.9', 'SUPPLY.N')).toThrow('no point');
  });

  it('answers over HTTP, and says which requests serve it', async () => {
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
    expect((await post('/house', { job: zone() })).status).toBe(200);
    expect((await post('/demand', { heating: [0], hotWater: false, by: 'manual' })).status).toBe(200);
    const after = await (await post('/clock', { advanceSeconds: 60 })).json();
    expect(after.plant.boilerFires).toBe(true);
    expect(await (await post('/thermostat', { mode: 'heat' })).json()).toMatchObject({
      error: expect.stringContaining('boiler plant'),
    });
    expect(await (await post('/pair', {})).json()).toEqual({ ok: true });
  });
});
