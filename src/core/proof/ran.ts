/** What ran, in the words a reading keeps: names joined, or nothing. */

const JOIN = ' + ';
const NOTHING = 'nothing';

export const ranWords = (names: readonly string[]): string => (names.length === 0 ? NOTHING : names.join(JOIN));

/** Names off a reading's words; null where they are none of those that can run here. */
export function ranOf(words: string | undefined, among: readonly string[]): readonly string[] | null {
  if (words === undefined) return null;
  if (words === NOTHING) return [];
  const names = words.split(JOIN);
  return names.every((n) => among.includes(n)) ? names : null;
}
