/** Pictures in this browser: kept at once, sent when somebody answers; shown from here before they are anywhere else. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

interface Schema extends DBSchema {
  photos: { key: string; value: { hash: string; bytes: Uint8Array<ArrayBuffer>; sent: boolean } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;
const database = (): Promise<IDBPDatabase<Schema>> => {
  opened ??= openDB<Schema>('augerset-photos', 1, {
    upgrade: (db) => {
      db.createObjectStore('photos', { keyPath: 'hash' });
    },
  });
  return opened;
};

/** Keeps a picture here until it is sent, and after. */
export async function keepPhoto(hash: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  await (await database()).put('photos', { hash, bytes, sent: false });
}

/** The picture as it is here; null where it is not. */
export async function keptPhoto(hash: string): Promise<Blob | null> {
  const found = await (await database()).get('photos', hash);
  return found ? new Blob([found.bytes], { type: 'image/jpeg' }) : null;
}

/** Sends what is not sent yet. @returns how many still wait, and what the server had against one */
export async function sendPhotos(): Promise<{ waiting: number; problem: string | null }> {
  const db = await database();
  let waiting = 0;
  let problem: string | null = null;
  for (const photo of await db.getAll('photos')) {
    if (photo.sent) continue;
    try {
      const answer = await fetch(`/api/photos/${photo.hash}`, { method: 'PUT', body: new Blob([photo.bytes]) });
      if (answer.ok) {
        await db.put('photos', { ...photo, sent: true });
        continue;
      }
      if (answer.status === 422) problem = 'The server did not take a picture.';
    } catch {
      // Nobody answers: it waits.
    }
    waiting += 1;
  }
  return { waiting, problem };
}
