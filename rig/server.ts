/** The rig over HTTP: small, documented in docs/formats/rig.md, JSON in and out, one event stream. */

import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { cors } from 'hono/cors';
import { streamSSE } from 'hono/streaming';
import { nanoid } from 'nanoid';
import type * as z from 'zod';
import { readJobValue } from '../src/core/job/file';
import {
  Act,
  BeginJoining,
  DoJoining,
  type JoiningSeen,
  type JoiningTroubles,
  LoadHouse,
  MoveConductor,
  Probe,
  Register,
  RIG_NAME,
  RIG_VERSION,
  type RigState,
  SetClock,
  SetDemand,
  SetFloor,
  SetSupply,
  SetThermostat,
} from '../src/core/rig/protocol';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/meter-units';
import { Benches, isBenchFault, splitActs } from './benches';
import { BoilerWorld } from './boiler-world';
import { FloorWorld } from './floor-world';
import { seedOf } from './house/drawn';
import { CURES, type Cure, Joining, troublesOf } from './joining';
import { Registration } from './registration';
import { RigError } from './rig-error';
import { World } from './world';
import { type AnyWorld, isAppliance, worldOf } from './worlds';

const CODE_MINUTES = 30;

/** The application as it is started by default; other pages of this machine are no business of the rig's. */
const APP_ORIGINS = ['http://127.0.0.1:3000', 'http://localhost:3000'];
/** Carried by whatever a page asks to be done; had from GET /, which only the application's pages can read. */
const TOKEN_HEADER = 'x-rig-token';

const LOOPBACK_HOSTS: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]']);

export interface Rig {
  app: Hono;
  /** Lets `elapsedMs` of real time pass at the clock's rate. */
  tick: (elapsedMs: number) => void;
}

export interface RigOptions {
  /** Answers under any name and to any page: for a rig that was deliberately opened. */
  anyOrigin?: boolean;
  /** Origins of the application's pages. */
  apps?: readonly string[];
}

/** @param now milliseconds, for the registration codes' expiry */
export function createRig(now: () => number, random: () => number, options: RigOptions = {}): Rig {
  const { anyOrigin = false, apps = APP_ORIGINS } = options;
  const token = nanoid(24);
  let world: AnyWorld | null = null;
  let bench: Benches | null = null;
  let turn = 0;
  let joining: Joining | null = null;
  const registration = new Registration(random);
  const app = new Hono();
  app.use(async (c, next) => {
    // A page under another name that resolves here would be of the same origin as the rig.
    const host = (c.req.header('host') ?? '').replace(/:\d+$/, '').toLowerCase();
    if (!anyOrigin && host !== '' && !LOOPBACK_HOSTS.has(host))
      return c.json({ error: 'host: the rig does not answer under that name' }, 421);
    return next();
  });
  const known = (origin: string): boolean => anyOrigin || apps.includes(origin);
  app.use(cors({ origin: (origin) => (known(origin) ? origin : null), allowHeaders: ['content-type', TOKEN_HEADER] }));
  app.use(async (c, next) => {
    const origin = c.req.header('origin');
    if (origin !== undefined && !known(origin))
      return c.json({ error: 'origin: the rig answers pages of the application only; start it with --app' }, 403);
    if (c.req.method !== 'POST') return next();
    // A form of another page can post anything but this type.
    const type = (c.req.header('content-type') ?? '').split(';')[0]?.trim().toLowerCase();
    if (type !== 'application/json') return c.json({ error: 'content-type: application/json is taken' }, 415);
    if (origin !== undefined && c.req.header(TOKEN_HEADER) !== token)
      return c.json({ error: `${TOKEN_HEADER}: not the one that GET / gives` }, 403);
    return next();
  });
  app.use(bodyLimit({ maxSize: 4_000_000, onError: (c) => c.json({ error: 'body: more than 4 MB' }, 413) }));

  const any = (): AnyWorld => {
    if (!world) throw new RigError('No house is loaded: POST /house first.');
    return world;
  };
  const loaded = (): World => {
    const house = any();
    if (!(house instanceof World))
      throw new RigError(
        house instanceof FloorWorld
          ? 'This house has a heated floor: POST /floor serves it.'
          : 'This house has a boiler plant: POST /demand and /pair serve it.',
      );
    return house;
  };
  const plant = (): BoilerWorld => {
    const house = any();
    if (!(house instanceof BoilerWorld))
      throw new RigError('This house has no boiler plant: POST /thermostat or /floor serves it.');
    return house;
  };
  const heatedFloor = (): FloorWorld => {
    const house = any();
    if (!(house instanceof FloorWorld)) throw new RigError('This house has no heated floor.');
    return house;
  };
  const read = async <T>(request: Request, schema: z.ZodType<T>): Promise<T> => {
    let value: unknown;
    try {
      value = await request.json();
    } catch {
      throw new RigError('body: not valid JSON');
    }
    const parsed = schema.safeParse(value);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      throw new RigError(`${issue?.path.join('.') || 'body'}: ${issue?.message ?? 'not valid'}`);
    }
    return parsed.data;
  };
  const shown = (of: AnyWorld): RigState => bench?.seenIn(of.state()) ?? of.state();
  const changed = (): void => {
    turn += 1;
  };
  app.onError((error, c) => {
    if (error instanceof RigError) return c.json({ error: error.message }, 400);
    console.error(error);
    return c.json({ error: 'the rig failed; see its log' }, 500);
  });

  app.get('/', (c) =>
    c.json({
      rig: RIG_NAME,
      version: RIG_VERSION,
      loaded: world !== null,
      token,
      interface: [
        'GET /state',
        'GET /events',
        'GET /faults',
        'POST /house',
        'POST /supply',
        'POST /thermostat',
        'POST /probe',
        'POST /clock',
        'POST /conductor',
        'POST /demand',
        'POST /pair',
        'POST /floor',
        'POST /act',
        'POST /code',
        'POST /register',
        'GET /joining/:way',
        'POST /joining',
        'POST /joining/do',
      ],
    }),
  );
  app.get('/state', (c) => c.json(shown(any())));
  app.get('/faults', (c) => c.json([...any().faults(), ...(bench?.faults() ?? [])]));
  app.post('/house', async (c) => {
    const { job, faults, outdoorCelsius, roomCelsius, seed } = await read(c.req.raw, LoadHouse);
    const file = readJobValue(job);
    if (!file.ok)
      throw new RigError(`job.${file.problems[0]?.path ?? ''}: ${file.problems[0]?.message ?? 'not a job'}`);
    const sensors = new Benches(file.job, faults);
    const others = faults.filter((id) => !isBenchFault(id));
    world = worldOf({
      job: file.job,
      faults: others,
      outdoorCelsius,
      roomCelsius,
      seed: seed ?? seedOf(`${file.job.site.name} ${file.job.zone}`),
    });
    bench = sensors;
    changed();
    return c.json(shown(world));
  });
  app.post('/supply', async (c) => {
    const { on } = await read(c.req.raw, SetSupply);
    any().setSupply(on);
    changed();
    return c.json(shown(any()));
  });
  app.post('/thermostat', async (c) => {
    const { settings, ...change } = await read(c.req.raw, SetThermostat);
    if (settings) loaded().setSettings(settings);
    loaded().setThermostat(change);
    changed();
    return c.json(shown(loaded()));
  });
  app.post('/probe', async (c) => {
    const { a, b, meterOhms, kind } = await read(c.req.raw, Probe);
    const house = any();
    const value =
      house instanceof World
        ? house.probe(a, b, meterOhms, kind)
        : isAppliance(house)
          ? house.probe(a, b, meterOhms, kind)
          : house instanceof FloorWorld
            ? house.probe(a, b, kind)
            : kind === 'ohms'
              ? Math.min(house.ohms(a, b), OPEN_CIRCUIT_OHMS)
              : house.probe(a, b);
    // A hand meter shows two decimals, in volts or in millivolts.
    const decimals = Math.abs(value) < 1 ? 5 : 2;
    return c.json({
      value: Math.round(value * 10 ** decimals) / 10 ** decimals,
      unit: kind === 'ohms' ? 'ohm' : 'V',
      seconds: house.state().seconds,
    });
  });
  app.post('/act', async (c) => {
    const house = any();
    const [own, others] = splitActs(await read(c.req.raw, Act));
    if (Object.keys(others).length > 0) {
      if (!isAppliance(house)) throw new RigError('This house has an interface of its own: see GET /.');
      house.act(others);
    }
    bench?.act(own);
    changed();
    return c.json(shown(house));
  });
  app.post('/clock', async (c) => {
    const { rate, advanceSeconds } = await read(c.req.raw, SetClock);
    if (rate !== undefined) any().setRate(rate);
    if (advanceSeconds !== undefined) {
      any().advance(advanceSeconds);
      bench?.advance(advanceSeconds);
      joining?.advance(advanceSeconds);
    }
    changed();
    return c.json(shown(any()));
  });
  app.post('/conductor', async (c) => {
    const { conductor, end, terminal, reseat } = await read(c.req.raw, MoveConductor);
    loaded().moveConductor(conductor, end, terminal, reseat);
    changed();
    return c.json(shown(loaded()));
  });
  app.post('/demand', async (c) => {
    plant().setDemand(await read(c.req.raw, SetDemand));
    changed();
    return c.json(shown(plant()));
  });
  app.post('/floor', async (c) => {
    heatedFloor().set(await read(c.req.raw, SetFloor));
    changed();
    return c.json(shown(heatedFloor()));
  });
  app.post('/pair', (c) => {
    const answer = plant().pair();
    changed();
    return c.json(answer);
  });
  app.post('/code', (c) => {
    const { code, expiresAt } = registration.issue(now(), CODE_MINUTES);
    return c.json({ code, expiresAt: new Date(expiresAt).toISOString() });
  });
  app.post('/register', async (c) => {
    const { code } = await read(c.req.raw, Register);
    return c.json(registration.register(code, now()));
  });
  app.get('/joining/:way', (c) =>
    c.json({
      troubles: troublesOf(c.req.param('way')).map(({ id, step, sees }) => ({ id, step, sees })),
      cures: Object.entries(CURES).map(([id, what]) => ({ id, what })),
    } satisfies JoiningTroubles),
  );
  app.post('/joining', async (c) => {
    const { way, troubles } = await read(c.req.raw, BeginJoining);
    joining = new Joining(way, troubles);
    return c.json({ ok: true });
  });
  app.post('/joining/do', async (c) => {
    const wanted = await read(c.req.raw, DoJoining);
    if (!joining) throw new RigError('Nothing is being joined: POST /joining first.');
    if ('step' in wanted) return c.json(joining.step(wanted.step) satisfies JoiningSeen);
    const cure = (Object.keys(CURES) as Cure[]).find((k) => k === wanted.cure);
    if (!cure) throw new RigError(`cure: “${wanted.cure}” is not known`);
    return c.json({ ok: joining.cure(cure) } satisfies JoiningSeen);
  });
  app.get('/events', (c) =>
    streamSSE(c, async (stream) => {
      let open = true;
      let seen = -1;
      stream.onAbort(() => {
        open = false;
      });
      while (open) {
        if (world && (turn !== seen || world.clockRate() > 0)) {
          seen = turn;
          await stream.writeSSE({ event: 'state', data: JSON.stringify(shown(world)) });
        }
        await stream.sleep(1000);
      }
    }),
  );
  return {
    app,
    tick: (elapsedMs) => {
      if (!world || world.clockRate() <= 0) return;
      const seconds = (elapsedMs / 1000) * world.clockRate();
      world.advance(seconds);
      bench?.advance(seconds);
    },
  };
}
