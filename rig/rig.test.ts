import { describe, expect, it } from 'vitest';
import { jobAs } from '../src/core/family/of';
import { readJobValue } from '../src/core/job/file';
import type { LowVoltageJob } from '../src/core/job/schema';
import type { RigState } from '../src/core/rig/protocol';
import { derived } from '../tests/support/jobs';
import { proveOnWorld } from './prove';
import { Registration } from './registration';
import { createRig } from './server';
import { World } from './world';

const file = (value: object): LowVoltageJob => {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const five = file({
  device: 't24-five',
  answers: { fuel: 'gas' },
  survey: { lines: 'r red, c blue, y yellow, g green, w white' },
});
const staged = file({
  device: 'v7-menu',
  answers: { fuel: 'gas' },
  survey: { lines: 'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green' },
});

const proofOn = async (job: LowVoltageJob, faults: string[]): Promise<Record<string, string>> =>
  Object.fromEntries(derived(await proveOnWorld(job, { faults })).proof.tests.map((t) => [t.id, t.verdict]));

describe('a house as planned', () => {
  it('passes the whole proof, one stage and two', async () => {
    for (const job of [five, staged]) {
      const verdicts = await proofOn(job, []);
      expect(Object.entries(verdicts).filter(([, v]) => v !== 'pass')).toEqual([]);
    }
  });

  it('rests the compressor five minutes after power-up and after it stops', () => {
    const world = new World(five, { outdoorCelsius: 28, roomCelsius: 27 });
    world.advance(90);
    world.setThermostat({ mode: 'cool', coolCelsius: 20 });
    world.advance(200);
    expect(world.state().running).not.toContain('compressor');
    world.advance(120);
    expect(world.state().running).toContain('compressor');
    world.setThermostat({ mode: 'off' });
    world.advance(2);
    expect(world.state().restSeconds).toBeGreaterThan(295);
  });

  it('warms the room when it heats and the supply air is hotter than the return', () => {
    const world = new World(five, { outdoorCelsius: 0, roomCelsius: 18 });
    world.advance(90);
    world.setThermostat({ mode: 'heat', heatCelsius: 22 });
    world.advance(600);
    const s = world.state();
    expect(s.supplyCelsius - s.returnCelsius).toBeGreaterThan(20);
    expect(s.roomCelsius).toBeGreaterThan(18);
  });

  it('behaves as it was set up: equipment kind, fan with heat, compressor rest', () => {
    const world = new World(five, { outdoorCelsius: 28, roomCelsius: 27 });
    world.advance(90);
    world.setSettings({ 'equipment.kind': 'heat-only' });
    world.setThermostat({ mode: 'cool', coolCelsius: 20 });
    world.advance(400);
    expect(world.state().calling).toEqual([]);
    world.setSettings({ 'equipment.kind': 'furnace-ac', 'fan.heating': 'thermostat' });
    world.setThermostat({ mode: 'heat', heatCelsius: 32 });
    expect(world.state().calling).toEqual(['W', 'G']);
    expect(() => world.setSettings({ 'warp.drive': 'on' })).toThrow('no "warp.drive"');
  });

  it('goes dark without supply and cannot be set', () => {
    const world = new World(five, { outdoorCelsius: 20, roomCelsius: 20 });
    world.setSupply(false);
    expect(world.state()).toMatchObject({ display: 'dark', detected: [], running: [] });
    expect(() => world.setThermostat({ mode: 'heat' })).toThrow('dark');
    expect(world.probe('wall.R', 'wall.C')).toBe(0);
    expect(world.probe('wall.R', 'wall.C', 1e7, 'ohms')).toBeGreaterThan(0);
  });
});

describe('a house with a fault', () => {
  it('Y and G swapped at the board fails fan and cooling, not heating', async () => {
    const verdicts = await proofOn(five, ['swap-board-k3-k4']);
    expect(verdicts).toMatchObject({ power: 'pass', fan: 'fail', heat1: 'pass' });
  });

  it('an unseated conductor is not detected; C not landed leaves it dark', async () => {
    const world = new World(five, { faults: ['unseated-wall-k3'], outdoorCelsius: 20, roomCelsius: 20 });
    world.advance(95);
    expect(world.state().detected).toEqual(['R', 'C', 'W', 'G']);
    expect(
      new World(five, { faults: ['common-not-landed'], outdoorCelsius: 20, roomCelsius: 20 }).state().display,
    ).toBe('dark');
  });

  it('is mended by putting the conductor right with the supply off', () => {
    const world = new World(five, { faults: ['unseated-wall-k3'], outdoorCelsius: 20, roomCelsius: 20 });
    world.setSupply(false);
    world.moveConductor('k3', 'wall', 'Y', true);
    world.setSupply(true);
    world.advance(95);
    expect(world.state().detected).toEqual(['R', 'C', 'W', 'Y', 'G']);
  });
});

describe('the interface', () => {
  const post = async (app: ReturnType<typeof createRig>['app'], path: string, body: unknown): Promise<Response> =>
    app.request(path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });

  it('says plainly what is wrong', async () => {
    const { app } = createRig(
      () => 0,
      () => 0.5,
    );
    expect(await (await app.request('/state')).json()).toEqual({ error: 'No house is loaded: POST /house first.' });
    expect(await (await post(app, '/house', '{oops')).json()).toEqual({ error: 'body: not valid JSON' });
    expect(await (await post(app, '/house', { job: { format: 'augerset.job', version: 1 } })).json()).toMatchObject({
      error: expect.stringContaining('no plan'),
    });
    await post(app, '/house', { job: five });
    expect(await (await post(app, '/probe', { a: 'wall.R', b: 'wall.Q9' })).json()).toMatchObject({
      error: expect.stringContaining('no point'),
    });
    expect((await post(app, '/clock', { rate: 9000 })).status).toBe(400);
    expect((await post(app, '/house', { job: five, faults: ['no-such'] })).status).toBe(400);
  });

  it('loads a house, lets time pass at its rate, and probes it', async () => {
    const { app, tick } = createRig(
      () => 0,
      () => 0.5,
    );
    await post(app, '/house', { job: five });
    await post(app, '/clock', { rate: 600 });
    tick(1000);
    const s = (await (await app.request('/state')).json()) as RigState;
    expect([s.seconds, s.display]).toEqual([600, 'lit']);
    expect(
      ((await (await post(app, '/probe', { a: 'wall.R', b: 'wall.C' })).json()) as { value: number }).value,
    ).toBeGreaterThan(24);
  });

  it('a seed says which house it is; without one it is its own by its name', async () => {
    const { app } = createRig(
      () => 0,
      () => 0.5,
    );
    const volts = async (house: object): Promise<number> => {
      expect((await post(app, '/house', house)).status).toBe(200);
      return ((await (await post(app, '/probe', { a: 'board.R', b: 'board.C' })).json()) as { value: number }).value;
    };
    const named = (name: string): object => ({ job: { ...five, site: { ...five.site, name } } });
    const [one, two, own, other] = [
      await volts({ job: five, seed: 1 }),
      await volts({ job: five, seed: 2 }),
      await volts(named('Dye house')),
      await volts(named('Salt pans')),
    ];
    expect(new Set([one, two, own, other]).size).toBe(4);
    expect([await volts({ job: five, seed: 1 }), await volts(named('Dye house'))]).toEqual([one, own]);
    expect((await post(app, '/house', { job: five, seed: -1 })).status).toBe(400);
  });

  it('answers only pages of this machine', async () => {
    const { app } = createRig(
      () => 0,
      () => 0.5,
    );
    const allowed = async (origin: string): Promise<string | null> =>
      (await app.request('/', { headers: { Origin: origin } })).headers.get('access-control-allow-origin');
    expect(await allowed('http://127.0.0.1:3000')).toBe('http://127.0.0.1:3000');
    expect(await allowed('http://127.0.0.1:9999')).toBeNull();
    expect(await allowed('http://elsewhere.example')).toBeNull();
  });

  it('does nothing for a page without the token, for a form, or for a page of another program', async () => {
    const { app } = createRig(
      () => 0,
      () => 0.5,
      { apps: ['http://127.0.0.1:4000'] },
    );
    const page = { Origin: 'http://127.0.0.1:4000' };
    const json = { 'Content-Type': 'application/json' };
    const send = async (headers: Record<string, string>): Promise<number> =>
      (await app.request('/house', { method: 'POST', headers, body: JSON.stringify({ job: five }) })).status;
    const { token } = (await (await app.request('/', { headers: page })).json()) as { token: string };
    expect(await send({ ...page, ...json })).toBe(403);
    expect(await send({ ...page, ...json, 'X-Rig-Token': 'guessed' })).toBe(403);
    expect(await send({ 'Content-Type': 'text/plain' })).toBe(415);
    expect(await send({ 'Content-Type': 'application/x-www-form-urlencoded' })).toBe(415);
    expect(await send({ Origin: 'http://127.0.0.1:3000', ...json, 'X-Rig-Token': token })).toBe(403);
    expect((await app.request('/state')).status).toBe(400);
    expect(await send({ ...page, ...json, 'X-Rig-Token': token })).toBe(200);
    // No page at all: a program of this machine.
    expect(await send(json)).toBe(200);
  });

  it('registration: a code runs out, a wrong one is refused, the right one works once', () => {
    const registration = new Registration(() => 0.3);
    expect(registration.register('AAAAAA', 0)).toEqual({ ok: false, reason: 'none' });
    const { code } = registration.issue(0, 30);
    expect(registration.register('??????', 1)).toEqual({ ok: false, reason: 'wrong' });
    expect(registration.register(code, 31 * 60_000)).toEqual({ ok: false, reason: 'expired' });
    expect(registration.register(code.toLowerCase(), 29 * 60_000)).toEqual({ ok: true });
    expect(registration.register(code, 29 * 60_000)).toEqual({ ok: false, reason: 'none' });
  });
});
