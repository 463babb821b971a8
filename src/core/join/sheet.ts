/** How a device is joined and registered, as its sheet says. */
import * as z from 'zod';

export const JoinWay = z.enum([
  'short-code',
  'card-digits',
  'square-code',
  'hub',
  'radio',
  'two-keys',
  'short-range',
  'own-network',
  'pairing',
  'e-mail',
]);
export type JoinWay = z.infer<typeof JoinWay>;

const text = z.string().min(1).max(80);

export const SheetJoin = z.strictObject({
  way: JoinWay,
  codeMinutes: z.number().min(0.1).max(1440).optional(),
  /** Bands of the house's network it joins; none where it never does. */
  bands: z
    .array(z.enum(['2.4', '5']))
    .max(2)
    .default([]),
  /** Check digit of its card, and how many digits there are. */
  check: z.enum(['luhn', 'verhoeff']).optional(),
  digits: z.int().min(4).max(32).optional(),
  /** What is pressed, for so long, and what is seen when it listens. */
  press: text.optional(),
  holdSeconds: z.number().min(0).max(60).optional(),
  sees: text.optional(),
  /** Minutes a hub takes to bring itself up to date. */
  hubMinutes: z.number().min(0).max(120).optional(),
  /** Farthest it is heard through two walls, m. */
  reachMetres: z.number().min(1).max(200).optional(),
});
export type SheetJoin = z.infer<typeof SheetJoin>;
