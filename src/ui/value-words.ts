/** A value of the job in one line of words, for the journal and for drafts: "cable main, wall colour brown". */
const leaves = (value: unknown, path: string): string[] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([k, v]) =>
        leaves(v, Array.isArray(value) ? path : [path, k].filter(Boolean).join(' ')),
      )
    : [[path, String(value)].filter(Boolean).join(' ')];

/** @param longest characters kept; what is cut ends in an ellipsis */
export function valueWords(value: unknown, longest: number): string {
  if (value === undefined) return 'nothing';
  if (value === true || value === false) return value ? 'yes' : 'no';
  const text = leaves(value, '').join(', ');
  return text === '' ? 'empty' : text.length > longest ? `${text.slice(0, longest)}…` : text;
}
