/** What a "no" says more: which of some things it was, in the words a reading keeps. */

export interface Told {
  /** "What ran?" */
  ask: string;
  /** On the key that keeps what was chosen, and on the one for nothing chosen; without the latter something must be. */
  keep: string;
  none?: string;
  among: readonly { id: string; label: string }[];
}

const JOIN = ' + ';
const NOTHING = 'nothing';

export const toldWords = (ids: readonly string[]): string => (ids.length === 0 ? NOTHING : ids.join(JOIN));

/** Ids off a reading's words; null where they are none of those that could be told. */
export function toldOf(words: string | undefined, { among }: Pick<Told, 'among'>): readonly string[] | null {
  if (words === undefined) return null;
  if (words === NOTHING) return [];
  const ids = words.split(JOIN);
  return ids.every((id) => among.some((x) => x.id === id)) ? ids : null;
}

/** The same for people. */
export function toldText(words: string, told: Pick<Told, 'among'>): string {
  const ids = toldOf(words, told);
  if (ids === null || ids.length === 0) return words;
  return ids.map((id) => told.among.find((x) => x.id === id)?.label ?? id).join(JOIN);
}
