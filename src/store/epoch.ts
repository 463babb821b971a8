/** The store's epoch: one word that changes when a backup takes its place. */
import { eq } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { store } from './client';
import { meta } from './schema';

export const EPOCH_KEY = 'epoch';

export async function epoch(): Promise<string> {
  const { database } = store();
  const read = async (): Promise<string | undefined> =>
    (await database.select().from(meta).where(eq(meta.key, EPOCH_KEY)).limit(1))[0]?.value;
  const found = await read();
  if (found !== undefined) return found;
  // Two at once: the first stands.
  await database.insert(meta).values({ key: EPOCH_KEY, value: nanoid() }).onConflictDoNothing();
  return (await read()) ?? '';
}
