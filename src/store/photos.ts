/** Photographs in the store: taken only whole, plain and by the hash they are. */
import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { plainJpeg } from '../core/record/jpeg';
import { store } from './client';
import { photos } from './schema';

/** A picture as the browser makes it is a tenth of this. */
export const MOST_PHOTO_BYTES = 3_000_000;

export type PutPhoto = { ok: true } | { ok: false; problem: string };

/** Keeps a picture; the same again is no change. */
export async function putPhoto(hash: string, bytes: Uint8Array): Promise<PutPhoto> {
  const is = createHash('sha256').update(bytes).digest('hex');
  if (is !== hash) return { ok: false, problem: 'The picture is not what its hash says: it was changed on the way.' };
  const plain = plainJpeg(bytes);
  if (!plain.ok) return { ok: false, problem: `The picture cannot be kept: ${plain.problem}.` };
  const { database } = store();
  await database
    .insert(photos)
    .values({ hash, bytes: Buffer.from(bytes), addedAt: new Date().toISOString() })
    .onConflictDoNothing();
  return { ok: true };
}

/** A picture's bytes; null where it is not here. */
export async function getPhoto(hash: string): Promise<Uint8Array | null> {
  const { database } = store();
  const [row] = await database.select({ bytes: photos.bytes }).from(photos).where(eq(photos.hash, hash)).limit(1);
  return row ? new Uint8Array(row.bytes) : null;
}
