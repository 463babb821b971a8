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
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/figure';
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

/** The house that is loaded, and what is tried beside it. */
class Loaded {
  world: AnyWorld | null = null;
  bench: Benches | null = null;
  joining: Joining | null = null;
  /** Counts what was done. */
  turn = 0;

  put(world: AnyWorld, bench: Benches): void {
    this.world = world;
    this.bench = bench;
    this.changed();
  }

  changed(): void {
    this.turn += 1;
  }

  any(): AnyWorld {
    if (!this.world) throw new RigError('No house is loaded: POST /house first.');
    return this.world;
  }

  house24(): World {
    const house = this.any();
    if (!(house instanceof World))
      throw new RigError(
        house instanceof FloorWorld
          ? 'This house has a heated floor: POST /floor serves it.'
          : 'This house has a boiler plant: POST /demand and /pair serve it.',
      );
    return house;
  }

  plant(): BoilerWorld {
    const house = this.any();
    if (!(house instanceof BoilerWorld))
      throw new RigError('This house has no boiler plant: POST /thermostat or /floor serves it.');
    return house;
  }

  heatedFloor(): FloorWorld {
    const house = this.any();
    if (!(house instanceof FloorWorld)) throw new RigError('This house has no heated floor.');
    return house;
  }

  shown(of: AnyWorld): RigState {
    return this.bench?.seenIn(of.state()) ?? of.state();
  }
}

async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
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
}

const INTERFACE = [
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
];

/** Answers under its own name, to the application's pages alone, and to what only they can ask. */
function guard(app: Hono, token: string, { anyOrigin = false, apps = APP_ORIGINS }: RigOptions): void {
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
}

/** The house itself: loaded, looked at, switched, its clock. */
function houseRoutes(app: Hono, rig: Loaded): void {
  app.get('/state', (c) => c.json(rig.shown(rig.any())));
  app.get('/faults', (c) => c.json([...rig.any().faults(), ...(rig.bench?.faults() ?? [])]));
  app.post('/house', async (c) => {
    const { job, faults, outdoorCelsius, roomCelsius, seed } = await readBody(c.req.raw, LoadHouse);
    const file = readJobValue(job);
    if (!file.ok)
      throw new RigError(`job.${file.problems[0]?.path ?? ''}: ${file.problems[0]?.message ?? 'not a job'}`);
    const sensors = new Benches(file.job, faults);
    const others = faults.filter((id) => !isBenchFault(id));
    rig.put(
      worldOf({
        job: file.job,
        faults: others,
        outdoorCelsius,
        roomCelsius,
        seed: seed ?? seedOf(`${file.job.site.name} ${file.job.zone}`),
      }),
      sensors,
    );
    return c.json(rig.shown(rig.any()));
  });
  app.post('/supply', async (c) => {
    const { on } = await readBody(c.req.raw, SetSupply);
    rig.any().setSupply(on);
    rig.changed();
    return c.json(rig.shown(rig.any()));
  });
  app.post('/clock', async (c) => {
    const { rate, advanceSeconds } = await readBody(c.req.raw, SetClock);
    if (rate !== undefined) rig.any().setRate(rate);
    if (advanceSeconds !== undefined) {
      rig.any().advance(advanceSeconds);
      rig.bench?.advance(advanceSeconds);
      rig.joining?.advance(advanceSeconds);
    }
    rig.changed();
    return c.json(rig.shown(rig.any()));
  });
}

/** What is measured and done, whatever the family. */
function handRoutes(app: Hono, rig: Loaded): void {
  app.post('/probe', async (c) => {
    const { a, b, meterOhms, kind } = await readBody(c.req.raw, Probe);
    const house = rig.any();
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
    const house = rig.any();
    const [own, others] = splitActs(await readBody(c.req.raw, Act));
    if (Object.keys(others).length > 0) {
      if (!isAppliance(house)) throw new RigError('This house has an interface of its own: see GET /.');
      house.act(others);
    }
    rig.bench?.act(own);
    rig.changed();
    return c.json(rig.shown(house));
  });
}

/** What only some families have. */
function familyRoutes(app: Hono, rig: Loaded): void {
  app.post('/thermostat', async (c) => {
    const { settings, ...change } = await readBody(c.req.raw, SetThermostat);
    if (settings) rig.house24().setSettings(settings);
    rig.house24().setThermostat(change);
    rig.changed();
    return c.json(rig.shown(rig.house24()));
  });
  app.post('/conductor', async (c) => {
    const { conductor, end, terminal, reseat } = await readBody(c.req.raw, MoveConductor);
    rig.house24().moveConductor(conductor, end, terminal, reseat);
    rig.changed();
    return c.json(rig.shown(rig.house24()));
  });
  app.post('/demand', async (c) => {
    rig.plant().setDemand(await readBody(c.req.raw, SetDemand));
    rig.changed();
    return c.json(rig.shown(rig.plant()));
  });
  app.post('/floor', async (c) => {
    rig.heatedFloor().set(await readBody(c.req.raw, SetFloor));
    rig.changed();
    return c.json(rig.shown(rig.heatedFloor()));
  });
  app.post('/pair', (c) => {
    const answer = rig.plant().pair();
    rig.changed();
    return c.json(answer);
  });
}

/** Registered with a code; network, account and service gone wrong. */
function joiningRoutes(app: Hono, rig: Loaded, registration: Registration, now: () => number): void {
  app.post('/code', (c) => {
    const { code, expiresAt } = registration.issue(now(), CODE_MINUTES);
    return c.json({ code, expiresAt: new Date(expiresAt).toISOString() });
  });
  app.post('/register', async (c) => {
    const { code } = await readBody(c.req.raw, Register);
    return c.json(registration.register(code, now()));
  });
  app.get('/joining/:way', (c) =>
    c.json({
      troubles: troublesOf(c.req.param('way')).map(({ id, step, sees }) => ({ id, step, sees })),
      cures: Object.entries(CURES).map(([id, what]) => ({ id, what })),
    } satisfies JoiningTroubles),
  );
  app.post('/joining', async (c) => {
    const { way, troubles } = await readBody(c.req.raw, BeginJoining);
    rig.joining = new Joining(way, troubles);
    return c.json({ ok: true });
  });
  app.post('/joining/do', async (c) => {
    const wanted = await readBody(c.req.raw, DoJoining);
    if (!rig.joining) throw new RigError('Nothing is being joined: POST /joining first.');
    if ('step' in wanted) return c.json(rig.joining.step(wanted.step) satisfies JoiningSeen);
    const cure = (Object.keys(CURES) as Cure[]).find((k) => k === wanted.cure);
    if (!cure) throw new RigError(`cure: “${wanted.cure}” is not known`);
    return c.json({ ok: rig.joining.cure(cure) } satisfies JoiningSeen);
  });
}

/** @param now milliseconds, for the registration codes' expiry */
export function createRig(now: () => number, random: () => number, options: RigOptions = {}): Rig {
  const token = nanoid(24);
  const rig = new Loaded();
  const app = new Hono();
  guard(app, token, options);
  app.onError((error, c) => {
    if (error instanceof RigError) return c.json({ error: error.message }, 400);
    console.error(error);
    return c.json({ error: 'the rig failed; see its log' }, 500);
  });
  app.get('/', (c) =>
    c.json({ rig: RIG_NAME, version: RIG_VERSION, loaded: rig.world !== null, token, interface: INTERFACE }),
  );
  houseRoutes(app, rig);
  handRoutes(app, rig);
  familyRoutes(app, rig);
  joiningRoutes(app, rig, new Registration(random), now);
  app.get('/events', (c) =>
    streamSSE(c, async (stream) => {
      let open = true;
      let seen = -1;
      stream.onAbort(() => {
        open = false;
      });
      while (open) {
        const { world, turn } = rig;
        if (world && (turn !== seen || world.clockRate() > 0)) {
          seen = turn;
          await stream.writeSSE({ event: 'state', data: JSON.stringify(rig.shown(world)) });
        }
        await stream.sleep(1000);
      }
    }),
  );
  return {
    app,
    tick: (elapsedMs) => {
      const { world } = rig;
      if (!world || world.clockRate() <= 0) return;
      const seconds = (elapsedMs / 1000) * world.clockRate();
      world.advance(seconds);
      rig.bench?.advance(seconds);
    },
  };
}
