/**
 * The job: everything people saw, chose, set and measured, and nothing derived.
 * This is the shape kept by the store, changed by operations and written to files.
 * Collections are keyed by id so that two people can add to them at the same time.
 */
import * as z from 'zod';
import { BoilerSurvey } from './boiler-schema';
import { key, longText, many, shortText, size } from './bounds';
import { FloorSurvey } from './floor-schema';
import { Survey, TerminalLabel } from './survey-schema';

export * from './survey-schema';

export const JOB_FORMAT = 'augerset.job';
export const JOB_VERSION = 1;

const instant = z.iso.datetime({ offset: true });

export const Quantity = z.enum([
  'volts-ac',
  'volts-dc',
  'ohms',
  'amps',
  'celsius',
  'kelvin',
  'seconds',
  'watts',
  'seen',
]);

/** One measured or observed value. Never changed: a repeat adds another; a slip is struck. */
export const Reading = z.strictObject({
  at: instant,
  by: shortText,
  source: z.enum(['typed', 'rig']),
  quantity: Quantity,
  /** Points such as "wall.R"; absent for readings that are not between two points. */
  a: shortText.optional(),
  b: shortText.optional(),
  /** SI value; for "seen" 1 is yes and 0 is no. */
  value: z.number().min(-1e9).max(1e9),
  /** Input resistance of the meter in ohms. */
  meterOhms: size(100, 1e12, 'Ω', 'a meter’s input').optional(),
  /** Which stop, test and measure asked for it. */
  stop: shortText.optional(),
  test: shortText.optional(),
  measure: shortText.optional(),
  /** Electrical state it was taken in: "off", "idle", "heat1" … */
  state: shortText.optional(),
  /** Normal behaviour it was taken in: the state called has not been reached, and rightly so. */
  during: z.enum(['restart-delay', 'defrost', 'run-on']).optional(),
  /** Seconds since the state was asked for. */
  waitedSeconds: z.number().min(0).max(86_400).optional(),
  struck: z.boolean().optional(),
});

export const Timer = z.strictObject({
  label: shortText,
  startedAt: instant,
  seconds: size(0.1, 86_400, 's', 'a timer'),
  stop: shortText,
  stopped: z.boolean().optional(),
});

export const Supply = z.strictObject({
  name: shortText,
  kind: z.enum(['breaker', 'service-switch', 'fused-spur', 'plug']),
  state: z.enum(['on', 'off']),
  heard: z.enum(['stopped', 'nothing', 'not-running']).optional(),
});

const Task = z.strictObject({
  what: shortText,
  owner: z.enum(['installer', 'customer']),
  done: z.boolean().optional(),
  proof: shortText.optional(),
});

export const Defect = z.strictObject({
  kind: z.enum([
    'frayed',
    'broken-core',
    'no-slack',
    'hole-too-big',
    'anchor-at-edge',
    'old-outline',
    'no-earth',
    'other',
  ]),
  where: shortText,
  note: shortText.optional(),
  mended: z.boolean().optional(),
});

export const Profile = z.strictObject({
  name: shortText,
  heatCelsius: z.number().min(-20).max(60),
  /** Absent where nothing cools: a heated floor. */
  coolCelsius: z.number().min(-20).max(60).optional(),
});

export const WeekEvent = z.strictObject({ minute: z.int().min(0).max(1439), profile: key });

export const Week = z.strictObject({
  profiles: many(Profile, 'profiles').prefault({}),
  /** Monday first; seven lists of events in order. Absent until somebody makes a week. */
  days: z.array(z.array(WeekEvent).max(24)).length(7).optional(),
  owner: z.enum(['device', 'account', 'outside']).optional(),
});

/** A device sheet's id, or a whole sheet carried inside the job (validated by the devices module). */
const DeviceChoice = z.strictObject({
  sheet: key.optional(),
  inline: z.unknown().optional(),
  serial: shortText.optional(),
  hardwareAddress: shortText.optional(),
});

export const Seal = z.strictObject({
  at: instant,
  by: shortText,
  /** SHA-256 over the canonical content of the job without seal and amendments. */
  contentHash: z.string().regex(/^[0-9a-f]{64}$/),
});

/** What the store that kept the record says of it: Ed25519 over the digest of seal and amendments. */
export const Signature = z.strictObject({
  /** Public key, 32 bytes, base64url. */
  key: z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'a public key has 43 letters'),
  /** The digest that is signed. */
  of: z.string().regex(/^[0-9a-f]{64}$/),
  value: z.string().regex(/^[A-Za-z0-9_-]{86}$/, 'a signature has 86 letters'),
});

export const Change = z.strictObject({
  path: z.array(z.string().min(1).max(64)).min(1).max(12),
  from: z.unknown().optional(),
  to: z.unknown().optional(),
});

const Amendment = z.strictObject({
  at: instant,
  by: shortText,
  reason: z.string().min(3).max(400),
  changes: z.array(Change).max(500),
});

/** 24v: control wiring from a transformer. boiler: mains-switched heating and stored hot water. floor: electric floor heating. */
export const Family = z.enum(['24v', 'boiler', 'floor']);

export const Job = z.strictObject({
  format: z.literal(JOB_FORMAT),
  version: z.literal(JOB_VERSION),
  family: Family.default('24v'),
  number: shortText.optional(),
  units: z.enum(['si', 'us']).default('si'),
  archived: z.boolean().optional(),
  site: z
    .strictObject({ name: shortText.default(''), address: shortText.optional(), customer: shortText.optional() })
    .prefault({}),
  zone: shortText.default(''),
  device: DeviceChoice.prefault({}),
  arrive: z
    .strictObject({
      worksNow: z.enum(['yes', 'no', 'partly', 'cannot-tell']).optional(),
      note: longText.optional(),
      wall: z.enum(['plasterboard', 'plaster', 'brick', 'timber', 'panelling']).optional(),
      plateCoversMarks: z.boolean().optional(),
      packed: many(z.boolean(), 'ticks').prefault({}),
    })
    .prefault({}),
  supplies: many(Supply, 'supplies').prefault({}),
  survey: Survey.prefault({}),
  boiler: BoilerSurvey.prefault({}),
  floor: FloorSurvey.prefault({}),
  readings: many(Reading, 'readings').prefault({}),
  /** Answers to open questions, by question code. */
  answers: many(shortText, 'answers').prefault({}),
  decide: z.strictObject({ powering: key.optional(), reason: longText.optional() }).prefault({}),
  connect: z
    .strictObject({ done: many(z.boolean(), 'ticks').prefault({}), defects: many(Defect, 'defects').prefault({}) })
    .prefault({}),
  powerUp: z.strictObject({ display: z.enum(['lit', 'dead']).optional() }).prefault({}),
  setUp: z
    .strictObject({
      detected: z.array(TerminalLabel).max(24).optional(),
      entered: many(z.boolean(), 'ticks').prefault({}),
      /** Values somebody chose instead of the proposed ones, by canonical setting. */
      chosen: many(shortText, 'chosen').prefault({}),
    })
    .prefault({}),
  join: z
    .strictObject({
      internet: z.enum(['yes', 'no']).optional(),
      networkName: shortText.optional(),
      band: z.enum(['2.4', '5', 'unknown']).optional(),
      signalDbm: z.number().min(-120).max(0).optional(),
      account: shortText.optional(),
      code: shortText.optional(),
      codeExpires: instant.optional(),
      placeName: shortText.optional(),
      timeZone: shortText.optional(),
      controlProof: shortText.optional(),
      tasks: many(Task, 'tasks').prefault({}),
    })
    .prefault({}),
  week: Week.prefault({}),
  proof: z.strictObject({ skipped: many(z.string().min(3).max(400), 'ticks').prefault({}) }).prefault({}),
  timers: many(Timer, 'timers').prefault({}),
  handOver: z
    .strictObject({
      shown: many(z.enum(['shown', 'did']), 'ticks').prefault({}),
      note: longText.optional(),
    })
    .prefault({}),
  seal: Seal.optional(),
  signature: Signature.optional(),
  amendments: z.array(Amendment).max(500).prefault([]),
});

export type Job = z.infer<typeof Job>;
export type Family = z.infer<typeof Family>;
export type Reading = z.infer<typeof Reading>;
export type Quantity = z.infer<typeof Quantity>;
export type Timer = z.infer<typeof Timer>;
export type Supply = z.infer<typeof Supply>;
export type Week = z.infer<typeof Week>;
export type WeekEvent = z.infer<typeof WeekEvent>;
export type Profile = z.infer<typeof Profile>;
export type Defect = z.infer<typeof Defect>;
export type Task = z.infer<typeof Task>;
export type Change = z.infer<typeof Change>;
export type Amendment = z.infer<typeof Amendment>;

/** A job with nothing in it yet. */
export const emptyJob = (): Job => Job.parse({ format: JOB_FORMAT, version: JOB_VERSION });
