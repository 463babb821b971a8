/**
 * A copy fit for passing on. What is kept of text is a list, held against the job's own schema: a field that is not on it,
 * and any field that is added later, is hidden. Choices and figures stay; the seal cannot hold over such a copy.
 */
import type * as z from 'zod';
import type { Job } from '../job/schema';
import { JOB_SHAPES } from '../job/schema';
import { own } from '../own';

/** Texts that say what was built and measured, and nothing of whom or where. `*` stands for any id. */
const KEPT: readonly string[] = [
  'device.sheet',
  'device.inline',
  'supplies.*.switchedAt',
  ...['at', 'a', 'b', 'of', 'stop', 'test', 'measure', 'state'].map((k) => `readings.*.${k}`),
  'answers.*',
  'decide.powering',
  'setUp.detected.*',
  'setUp.chosen.*',
  'join.steps.*.at',
  'join.control.sentAt',
  'join.consents.*.at',
  'week.days.*.*.profile',
  'week.zones.*.days.*.*.profile',
  'house.currency',
  'sensors.*.terminals',
  'proof.mended.*.at',
  'proof.mended.*.tests.*',
  'amendments.*.at',
  'amendments.*.changes.*.path.*',
  'timers.*.startedAt',
  'timers.*.stop',
  'drill.startedAt',
  ...['state', 'a', 'b', 'test', 'measure', 'hypothesis'].map((k) => `drill.steps.*.act.${k}`),
  'drill.finished.*',
  ...['wall', 'board', 'outdoor'].flatMap((end) =>
    ['terminal', 'colour', 'shares'].map((k) => `survey.conductors.*.${end}.${k}`),
  ),
  'survey.jumpers.*.a',
  'survey.jumpers.*.b',
  'survey.equipment.boardScrews.*',
  'survey.seen.mainsLabel',
  'survey.oldBox.*.label',
  'survey.oldBox.*.colour',
  'survey.wires.*.a',
  'survey.wires.*.b',
  'survey.wires.*.colour',
  'survey.cores.*.colour',
  'survey.start.*.begun',
  'survey.landed.*',
  'survey.loose.*',
  'survey.price.currency',
];

/** Told apart by their end: who has the device in hand can match it. */
const BY_THEIR_END: ReadonlySet<string> = new Set([
  'device.serial',
  'device.hardwareAddress',
  'join.account',
  'join.networkName',
]);

/** Left out whole: where a mask would be no such value, or a picture says more than words. */
const LEFT_OUT: ReadonlySet<string> = new Set([
  'join.code',
  'join.codeExpires',
  'join.timeZone',
  'week.hold',
  'week.holiday',
  'handOver.signature',
  'photos',
  'seal',
  'signature',
  'first',
]);

const HIDDEN = '••••';
const hidden = (text: string): string => (text === '' ? '' : HIDDEN);
const byItsEnd = (text: string): string =>
  text.length <= 4 ? HIDDEN : `${'•'.repeat(text.length - 2)}${text.slice(-2)}`;

const keptPatterns = KEPT.map((k) => k.split('.'));
/** Whether a path is on the list, or lies below an entry that ends in a star. */
const isKept = (path: readonly string[]): boolean =>
  keptPatterns.some(
    (k) =>
      (k.length === path.length || (k.length < path.length && k.at(-1) === '*')) &&
      k.every((step, i) => step === '*' || step === path[i]),
  );

interface Def {
  type: string;
  innerType?: z.core.$ZodType;
  in?: z.core.$ZodType;
  shape?: Record<string, z.core.$ZodType>;
  valueType?: z.core.$ZodType;
  element?: z.core.$ZodType;
}
const defOf = (schema: z.core.$ZodType | undefined): Def =>
  schema ? (schema._zod.def as unknown as Def) : { type: 'unknown' };

/** A schema without what only says whether a value may be missing. */
function bare(schema: z.core.$ZodType | undefined): Def {
  let def = defOf(schema);
  while (def.innerType ?? def.in) def = defOf(def.innerType ?? def.in);
  return def;
}

/** A value with every text hidden that is neither a choice of the schema's own nor on the list. */
function shown(value: unknown, schema: z.core.$ZodType | undefined, path: readonly string[]): unknown {
  const def = bare(schema);
  const name = path.join('.');
  if (typeof value === 'string') {
    if (def.type === 'enum' || def.type === 'literal' || isKept(path)) return value;
    return BY_THEIR_END.has(name) ? byItsEnd(value) : hidden(value);
  }
  if (Array.isArray(value)) return value.map((v, i) => shown(v, def.element, [...path, String(i)]));
  if (typeof value !== 'object' || value === null) return value;
  if (isKept(path)) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([k]) => !LEFT_OUT.has([...path, k].join('.')))
      .map(([k, v]) => [k, shown(v, (def.shape && own(def.shape, k)) ?? def.valueType, [...path, k])]),
  );
}

/** A job as the file it is exported as. */
export const exportText = (job: Job): string => `${JSON.stringify(job, null, 2)}\n`;

/** A copy for others: people, places, names, notes, ids and codes hidden; no pictures, no signature, no seal. */
export function maskedCopy(job: Job): Job {
  // The walk keeps the shape: texts stay texts, and what is left out may be missing.
  return shown(job, JOB_SHAPES[job.family], []) as Job;
}
