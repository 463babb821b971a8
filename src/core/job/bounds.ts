/**
 * What a job may hold at most, and between which sizes a figure is one: everything beyond is refused at the border
 * with its place, so that no sum behind it meets a house of 1e-300 m² or a hundred thousand jumpers.
 */

import * as z from 'zod';
import { isPoint, type Point } from '../circuit/point';
import { type BadText, badText } from './text';

/** How many of each a record holds at most. */
export const MOST = {
  conductors: 64,
  jumpers: 24,
  accessories: 8,
  zones: 8,
  supplies: 24,
  readings: 10_000,
  answers: 200,
  ticks: 400,
  defects: 100,
  chosen: 200,
  tasks: 100,
  profiles: 24,
  timers: 200,
  wires: 400,
  cores: 48,
  mats: 24,
  loads: 40,
  cables: 6,
  heaters: 24,
  switches: 12,
  'old terminals': 24,
  sensors: 24,
  photos: 200,
  'drill steps': 600,
  links: 12,
  marks: 40,
} as const;

export const key = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[A-Za-z0-9_.:+-]+$/, 'use letters, digits and _ . : + - only');

export const shortText = z.string().max(200);
export const longText = z.string().max(4000);

/** A collection by id that holds so many at most. */
export function many<T extends z.ZodType>(of: T, what: keyof typeof MOST): z.ZodRecord<typeof key, T> {
  const limit = { most: MOST[what], message: `at most ${MOST[what]} ${what}` };
  const schema = z
    .record(key, of)
    .refine((r) => Object.keys(r).length <= limit.most, { error: limit.message, abort: true });
  limits.set(schema, limit);
  return schema;
}

const limits = new WeakMap<z.core.$ZodType, { most: number; message: string }>();
/** The limit of a collection made by `many`: its only check. */
export const limitOf = (schema: z.core.$ZodType): { most: number; message: string } | undefined => limits.get(schema);

/** A figure between two sizes. @param name begins the message: "area" */
export const size = (low: number, high: number, unit: string, name: string): z.ZodNumber => {
  const error = (issue: { input?: unknown }): string =>
    typeof issue.input === 'number' && issue.input <= 0
      ? `${name} must be above zero`
      : `${name} lies between ${low} and ${high} ${unit}`.trimEnd();
  return z.number().min(low, { error }).max(high, { error });
};

/** Brackets within brackets, at most: a job needs eight. */
const MOST_DEEP = 64;

/**
 * JSON of bounded depth, its text well-formed, for whatever comes from outside: what walks it later may call itself.
 * Throws a SyntaxError as JSON.parse does, a BadTextError for text that may not be stored.
 */
export function parseJson(text: string): unknown {
  let depth = 0;
  let inText = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inText) {
      // A backslash takes the next character with it.
      if (c === 92) i++;
      else if (c === 34) inText = false;
    } else if (c === 34) inText = true;
    else if (c === 91 || c === 123) {
      depth++;
      if (depth > MOST_DEEP) throw new SyntaxError(`more than ${MOST_DEEP} levels deep at position ${i}`);
    } else if (c === 93 || c === 125) depth--;
  }
  const value: unknown = JSON.parse(text);
  const bad = badText(value);
  if (bad) throw new BadTextError(bad);
  return value;
}

/** Text inside a document that may not be stored, with its place. */
export class BadTextError extends SyntaxError {
  override name = 'BadTextError';
  constructor(readonly bad: BadText) {
    super(bad.path === '' ? bad.message : `${bad.path}: ${bad.message}`);
  }
}

/** A point of a probe, as a file says it: the only way from text to a point. */
export const PointText = shortText.pipe(
  z.custom<Point>(
    (text) => typeof text === 'string' && isPoint(text),
    'a point is a part and its terminal, such as wall.R or RX.4, or earth',
  ),
);
