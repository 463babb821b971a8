/**
 * The job: everything people saw, chose, set and measured, and nothing derived.
 * This is the shape kept by the store, changed by operations and written to files.
 * Collections are keyed by id so that two people can add to them at the same time.
 */

import * as z from 'zod';
import { Drill } from '../drill/drill';
import { FAMILIES, type Family, SURVEYS, type SurveyKeptOf, type SurveyOf } from '../family/surveys';
import { Consent, ConsentAnswer, Link } from '../join/link-schema';
import { Mount } from '../mount/mount';
import { key, longText, many, PointText, shortText, size } from './bounds';
import { Complaint } from './complaint';
import { Danger } from './danger';
import { HouseKept } from './house-schema';
import { Photo } from './photo';
import { Quantity } from './quantity';
import { Sensor } from './sensor-schema';
import { TerminalLabel } from './survey-schema';

export { Family } from '../family/surveys';
export { Quantity } from './quantity';
export * from './survey-schema';

export const JOB_FORMAT = 'augerset.job';
export const JOB_VERSION = 2;

const instant = z.iso.datetime({ offset: true });

/** One measured or observed value. Never changed: a repeat adds another; a slip is struck. */
export const Reading = z.strictObject({
  at: instant,
  by: shortText,
  source: z.enum(['typed', 'rig']),
  quantity: Quantity,
  /** Points such as "wall.R"; absent for readings that are not between two points. */
  a: PointText.optional(),
  b: PointText.optional(),
  /** SI value; for "seen" 1 is yes and 0 is no, for "said" 1. */
  value: z.number().min(-1e12).max(1e12),
  /** What was shown or answered, where that is words. */
  words: shortText.optional(),
  /** What it is of, where a survey holds several: a mat, a core, a step. */
  of: key.optional(),
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
  /** When it was last switched: what read dead before that proves nothing. */
  switchedAt: instant.optional(),
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
  /** Of each hour while it is in force: the fan by itself, and fresh air. */
  fanMinutes: z.int().min(0).max(60).optional(),
  freshMinutes: z.int().min(0).max(60).optional(),
});

export const WeekEvent = z.strictObject({ minute: z.int().min(0).max(1439), profile: key });

/** Monday first; seven lists of events in order. */
const Days = z.array(z.array(WeekEvent).max(24)).length(7);

/** Local date and time to the minute, of the place of the job. */
const LocalTime = z
  .string()
  .regex(
    /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/,
    'a date and a time: 2026-12-24T18:00',
  );

export const Week = z.strictObject({
  profiles: many(Profile, 'profiles').prefault({}),
  /** Absent until somebody makes a week. */
  days: Days.optional(),
  /** Weeks of the other zones, by the zone's id; profiles are the same in all of them. */
  zones: many(z.strictObject({ days: Days, keyed: many(shortText, 'ticks').optional() }), 'zones').optional(),
  /** One temperature held from a moment to another, whatever the week says. */
  hold: z.strictObject({ from: LocalTime, until: LocalTime, heatCelsius: z.number().min(0).max(40) }).optional(),
  owner: z.enum(['device', 'account', 'outside']).optional(),
  /** Away from one day to another, both included, at a temperature of its own. */
  holiday: z.strictObject({ from: z.iso.date(), to: z.iso.date(), heatCelsius: z.number().min(0).max(35) }).optional(),
  /** Entries of the programme keyed into the device, by day group and place: what was keyed, so that a change shows. */
  keyed: many(shortText, 'ticks').optional(),
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
  /** Version of the job format that was hashed; absent in the first. */
  version: z.literal(2).optional(),
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
  /** Version of the job format its paths are of; absent in the first. */
  version: z.literal(2).optional(),
});

/** What every job holds, whichever family it is of. */
export const JobHead = z.strictObject({
  format: z.literal(JOB_FORMAT),
  version: z.literal(JOB_VERSION),
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
      /** What the customer says is wrong. */
      complaints: z.array(Complaint).max(13).optional(),
      /** Signs at which the work stops. */
      danger: z.array(Danger).max(6).optional(),
      wall: z.enum(['plasterboard', 'plaster', 'brick', 'timber', 'panelling']).optional(),
      plateCoversMarks: z.boolean().optional(),
      packed: many(z.boolean(), 'ticks').prefault({}),
    })
    .prefault({}),
  supplies: many(Supply, 'supplies').prefault({}),
  readings: many(Reading, 'readings').prefault({}),
  /** Answers of older records, by the codes of their questions: read as the fields they belong to. */
  answers: many(shortText, 'answers').prefault({}),
  decide: z.strictObject({ powering: key.optional(), reason: longText.optional() }).prefault({}),
  connect: z
    .strictObject({ done: many(z.boolean(), 'ticks').prefault({}), defects: many(Defect, 'defects').prefault({}) })
    .prefault({}),
  /** How the device hangs on its wall. */
  mount: Mount.optional(),
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
      /** Steps of the path: done, or what was seen in place of it. */
      steps: many(z.strictObject({ at: instant, failed: shortText.optional() }), 'ticks').optional(),
      /** Control from afar, timed: what was set, after how long the device showed it, whether the equipment followed. */
      control: z
        .strictObject({
          celsius: z.number().min(0).max(40).optional(),
          sentAt: instant.optional(),
          seconds: z.number().min(0).max(3600).optional(),
          followed: z.boolean().optional(),
          undone: z.boolean().optional(),
          localWithout: z.boolean().optional(),
        })
        .optional(),
      /** Voice assistants and home controllers it is linked with. */
      links: many(Link, 'links').optional(),
      consents: z.partialRecord(Consent, ConsentAnswer).optional(),
      tasks: many(Task, 'tasks').prefault({}),
    })
    .prefault({}),
  week: Week.prefault({}),
  house: HouseKept.optional(),
  sensors: many(Sensor, 'sensors').optional(),
  proof: z
    .strictObject({
      skipped: many(z.string().min(3).max(400), 'ticks').prefault({}),
      /** A fault that was mended: what was read before it, of these tests and by hand, speaks of another installation. */
      mended: many(
        z.strictObject({ at: instant, by: shortText, what: longText, tests: z.array(shortText).max(60) }),
        'ticks',
      ).optional(),
    })
    .prefault({}),
  photos: many(Photo, 'photos').optional(),
  timers: many(Timer, 'timers').prefault({}),
  /** A training case: its house is simulated, its faults hidden. */
  drill: Drill.optional(),
  handOver: z
    .strictObject({
      shown: many(z.enum(['shown', 'did']), 'ticks').prefault({}),
      note: longText.optional(),
      /** Drawn by the customer: strokes on a field of 400 by 120. */
      signature: z
        .strictObject({
          name: shortText,
          at: instant,
          strokes: z
            .string()
            .min(4)
            .max(20_000)
            .regex(/^(M\d{1,3} \d{1,3}(L\d{1,3} \d{1,3})*)+$/, 'strokes on a field'),
        })
        .optional(),
    })
    .prefault({}),
  seal: Seal.optional(),
  signature: Signature.optional(),
  amendments: z.array(Amendment).max(500).prefault([]),
  /** The job as the first version of the format held it, where a seal of that time rests on it. */
  first: z.record(z.string(), z.unknown()).optional(),
});

export type JobHead = z.infer<typeof JobHead>;
/** A job of one family. */
export type JobOf<F extends Family> = JobHead & { family: F; survey: SurveyKeptOf<F> };
/** The same as its family reads it: what was measured stands beside what it is of. Never kept. */
export type SeenJob<F extends Family> = JobHead & { family: F; survey: SurveyOf<F> };
export type LowVoltageJob = SeenJob<'24v'>;
export type BoilerJob = SeenJob<'boiler'>;
export type FloorJob = SeenJob<'floor'>;
/** A job of any family: which one it is of says what its survey holds. */
export type Job = { [F in Family]: JobOf<F> }[Family];

/** The shape of each family's job, for whoever walks a job by its shape. */
export const JOB_SHAPES = Object.fromEntries(
  FAMILIES.map((family) => [
    family,
    z.strictObject({
      ...JobHead.shape,
      family: z.literal(family),
      survey: (SURVEYS[family].kept as z.ZodObject).prefault({}),
    }),
  ]),
) as unknown as Readonly<Record<Family, z.ZodObject<typeof JobHead.shape>>>;

// Built of a list, so the compiler cannot see which survey goes with which family: the registry's types say it.
export const Job = z.discriminatedUnion(
  'family',
  Object.values(JOB_SHAPES) as unknown as [z.ZodObject<{ family: z.ZodLiteral<Family> }>],
) as unknown as z.ZodType<Job>;

export type Reading = z.infer<typeof Reading>;
export type Timer = z.infer<typeof Timer>;
export type Supply = z.infer<typeof Supply>;
export type Week = z.infer<typeof Week>;
export type WeekEvent = z.infer<typeof WeekEvent>;
export type Profile = z.infer<typeof Profile>;
export type Defect = z.infer<typeof Defect>;
export type Task = z.infer<typeof Task>;
export type Change = z.infer<typeof Change>;
export type Amendment = z.infer<typeof Amendment>;

/** A job of a family with nothing in it yet. */
export const emptyJobOf = <F extends Family>(family: F): Extract<Job, { family: F }> =>
  // The family asked for is the family that is parsed.
  Job.parse({ format: JOB_FORMAT, version: JOB_VERSION, family, survey: {} }) as Extract<Job, { family: F }>;

/** What every journal begins from: a 24 V job with nothing in it. */
export const emptyJob = (): JobOf<'24v'> => emptyJobOf('24v');
