/** The store's own key: made at first use, kept with the store and so in its backups. */
import { eq } from 'drizzle-orm';
import { newKey, publicPart } from '../signing/signature';
import { store } from './client';
import { meta } from './schema';

const KEY_ROW = 'signing-key';

export async function signingKey(): Promise<string> {
  const { database } = store();
  const read = async (): Promise<string | undefined> =>
    (await database.select().from(meta).where(eq(meta.key, KEY_ROW)).limit(1))[0]?.value;
  const found = await read();
  if (found !== undefined) return found;
  // Two at once: the first stands.
  await database.insert(meta).values({ key: KEY_ROW, value: newKey() }).onConflictDoNothing();
  const made = await read();
  if (made === undefined) throw new Error('no signing key could be kept');
  return made;
}

/** The public part: what papers show and others compare with. */
export const publicKey = async (): Promise<string> => publicPart(await signingKey());
