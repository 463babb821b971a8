/** Photographs of a job: where each belongs; the picture itself is kept beside the job by its content hash. */
import * as z from 'zod';
import { shortText } from './bounds';

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
  width: z.int().min(1).max(20_000),
  height: z.int().min(1).max(20_000),
});
export type Photo = z.infer<typeof Photo>;
