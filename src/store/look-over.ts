/**
 * After the start, beside the work: the list index is brought up to date, and every chain, journal and snapshot is
 * held against the others. What is found is said in the log and on the list.
 */
import { setAsideBadBytes } from './bad-bytes';
import { brokenTexts, checkStore } from './check';
import { isAway, store } from './client';
import { refreshIndex } from './list';

const holder = globalThis as typeof globalThis & { augersetTrouble?: string };
const PAUSE_MS = 4;
const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, PAUSE_MS));

/** What the look over found wrong with the store; null while nothing is known to be. */
export const storeTrouble = (): string | null => holder.augersetTrouble ?? null;

const AGAIN_MS = 2000;

/**
 * Brings the store up to date. Where the database is away the server starts all the same, says so to whoever asks,
 * and tries again until it is there.
 */
export async function startStore(): Promise<void> {
  try {
    await store().ready;
    void lookOver();
  } catch (error) {
    if (!isAway(error)) {
      // A store of a newer version, or what else no waiting mends: said once, and nothing is served.
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    }
    console.error('the database is away; trying again:', error instanceof Error ? error.message : error);
    setTimeout(() => void startStore().catch((e) => console.error(e)), AGAIN_MS);
  }
}

export async function lookOver(): Promise<void> {
  try {
    // Before anything is read: bytes that are no text would end the process.
    for (const { table, row, column } of await setAsideBadBytes(store().client))
      console.error(`job ${row}: ${column} of ${table} is not text; it is kept as it is and left out of everything`);
    const made = await refreshIndex();
    if (made > 0) console.log(`list index: ${made} entries made again`);
    const check = await checkStore(store().client, pause);
    delete holder.augersetTrouble;
    if (!check.ok) {
      holder.augersetTrouble = brokenTexts(check.all);
      console.error(`the store is not whole: ${holder.augersetTrouble}`);
    }
  } catch (error) {
    console.error('the store could not be looked over:', error instanceof Error ? error.message : error);
  }
}
