/** What a meter, an eye or a display can say. */
import * as z from 'zod';

export const Quantity = z.enum([
  'volts-ac',
  'volts-dc',
  'ohms',
  'amps',
  'celsius',
  'kelvin',
  'seconds',
  /** How far a clock is off. */
  'minutes',
  'watts',
  'seen',
  /** What a device showed or was told, in words. */
  'said',
]);
export type Quantity = z.infer<typeof Quantity>;
