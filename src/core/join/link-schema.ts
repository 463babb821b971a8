/** Links to voice assistants and home controllers, and consents, as a job keeps them. */
import * as z from 'zod';

const instant = z.iso.datetime({ offset: true });
const text = z.string().max(200);

export const Link = z.strictObject({
  to: z.enum(['voice', 'controller']),
  /** What the customer calls it: "the kitchen speaker". */
  name: text,
  permitted: z.boolean().optional(),
  discovered: z.boolean().optional(),
  /** What the device is called there. */
  called: text.optional(),
  /** The command that was said or sent, and whether the device followed. */
  command: text.optional(),
  followed: z.boolean().optional(),
  /** Which device it was when it was proved: another one is linked anew. */
  device: text.optional(),
});
export type Link = z.infer<typeof Link>;

export const Consent = z.enum(['terms', 'presence', 'location', 'reports', 'offers']);
export type Consent = z.infer<typeof Consent>;

export const ConsentAnswer = z.strictObject({ answer: z.enum(['yes', 'no']), at: instant });
