/** A drill: a seeded house with hidden faults, worked by the real screens. What was done in it stands in its job. */
import * as z from 'zod';
import { longText, many, shortText } from '../job/bounds';

const instant = z.iso.datetime({ offset: true });

export const DRILL_FORMAT = 'augerset.drills';
export const DRILL_VERSION = 1;

export const DrillLevel = z.literal([1, 2, 3]);
export type DrillLevel = z.infer<typeof DrillLevel>;

export const LEVEL_WORDS: Readonly<Record<DrillLevel, string>> = {
  1: 'one fault of the plain kind, with the ranking beside it',
  2: 'one fault of any kind, without the ranking',
  3: 'two faults at once, without the ranking',
};

/** What is done in the house; each takes its time. */
export const DrillAct = z.discriminatedUnion('kind', [
  /** The device set so that the house stands in a state of its proof. */
  z.strictObject({ kind: z.literal('set'), state: shortText }),
  z.strictObject({ kind: z.literal('supply'), on: z.boolean() }),
  z.strictObject({ kind: z.literal('wait'), seconds: z.int().min(1).max(7200) }),
  /** A meter between two points, as the house stands. */
  z.strictObject({
    kind: z.literal('touch'),
    a: shortText,
    b: shortText,
    quantity: z.enum(['volts-ac', 'volts-dc', 'ohms']),
  }),
  /** One reading of a test, done as its card says. */
  z.strictObject({ kind: z.literal('measure'), test: shortText, measure: shortText }),
  /** Named, how likely the readings made it then, and which of the hidden faults it is. */
  z.strictObject({
    kind: z.literal('name'),
    hypothesis: shortText,
    name: longText,
    probability: z.number().min(0).max(1),
    is: z.array(z.int().min(0).max(3)).max(4),
  }),
  /** What was named last is mended. */
  z.strictObject({ kind: z.literal('mend') }),
]);
export type DrillAct = z.infer<typeof DrillAct>;

export const DrillStep = z.strictObject({ n: z.int().min(0).max(2000), act: DrillAct });
export type DrillStep = z.infer<typeof DrillStep>;

/** How a drill came out. */
export const DrillResult = z.strictObject({
  /** What was hidden, in words. */
  hidden: z.array(longText).min(1).max(4),
  /** Of the hidden faults, how many were named. */
  found: z.int().min(0).max(4),
  wrongClaims: z.int().min(0),
  /** Named while the readings made something else likelier. */
  unsupported: z.array(longText).max(60),
  unsafe: z.array(longText).max(60),
  /** Mended, and the proof done again shows it. */
  proved: z.boolean(),
  /** What the finding took, up to the last right name; and what it takes in the best order. */
  readings: z.int().min(0),
  minutes: z.number().min(0),
  best: z.strictObject({ readings: z.int().min(0), minutes: z.number().min(0) }),
  points: z.int().min(0).max(100),
});
export type DrillResult = z.infer<typeof DrillResult>;

export const Drill = z.strictObject({
  level: DrillLevel,
  seed: z.int().min(1).max(999_999),
  person: shortText,
  /** Name of the class it belongs to. */
  class: shortText.optional(),
  startedAt: instant,
  steps: many(DrillStep, 'drill steps').prefault({}),
  finished: z.strictObject({ at: instant, result: DrillResult }).optional(),
});
export type Drill = z.infer<typeof Drill>;

/** The steps in the order they were done. */
export const inOrder = (drill: Pick<Drill, 'steps'>): DrillStep[] =>
  Object.values(drill.steps).sort((x, y) => x.n - y.n);

/** A certificate is for all faults found, mended and proved, and nothing unsafe on the way. */
export const isPassed = (r: DrillResult): boolean =>
  r.found === r.hidden.length && r.proved && r.unsafe.length === 0 && r.points >= 60;

/** Worked without the engine's ranking, until it is finished. */
export const isUnaided = (drill: Drill | undefined): boolean =>
  drill !== undefined && drill.level > 1 && drill.finished === undefined;
