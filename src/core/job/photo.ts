/** Photographs of a job: where each belongs; the picture itself is kept beside the job by its content hash. */
import * as z from 'zod';
import { many, shortText } from './bounds';

export const PHOTO_HASH = /^[0-9a-f]{64}$/;

export const Photo = z.strictObject({
  /** SHA-256 of the picture as it is kept. */
  hash: z.string().regex(PHOTO_HASH, 'a hash has 64 letters'),
  at: z.iso.datetime({ offset: true }),
  by: shortText,
  stop: shortText,
  note: shortText.optional(),
  /** Two of the same place side by side. */
  when: z.enum(['before', 'after']).optional(),
  /** Wanted on the papers. */
  onPaper: z.boolean().optional(),
  /** Screws marked in it, each at its share of width and height. */
  marks: many(
    z.strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1), label: z.string().min(1).max(12) }),
    'marks',
  ).optional(),
  width: z.int().min(1).max(20_000),
  height: z.int().min(1).max(20_000),
});
export type Photo = z.infer<typeof Photo>;
