/** Signs at which everybody stops, as a job keeps them. */
import * as z from 'zod';

export const Danger = z.enum(['burning-smell', 'brown-marks', 'sparks', 'gas-smell', 'water-on-live', 'shock']);
export type Danger = z.infer<typeof Danger>;

/** As it is asked and said. */
export const DANGER_WORDS: Readonly<Record<Danger, string>> = {
  'burning-smell': 'a smell of burning',
  'brown-marks': 'brown or melted marks',
  sparks: 'sparks or crackling',
  'gas-smell': 'a smell of gas or fumes',
  'water-on-live': 'water on electrical parts',
  shock: 'somebody had a shock',
};
