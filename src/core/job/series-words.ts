/** Readings of the series that proves something dead, as they are called wherever they are listed. */
export const SERIES_WORDS: Readonly<Record<string, string>> = {
  'live-before': 'supply on',
  dead: 'supply off',
  'prove-before': 'tester on a known live source, before',
  'prove-after': 'tester on a known live source, after',
};
