/** Sizes of a mains conductor as they are printed on its sheath. */
import * as z from 'zod';

export const Wire = z.enum(['AWG 14', 'AWG 12', 'AWG 10', 'AWG 8', '1.5 mm²', '2.5 mm²', '4 mm²', '6 mm²']);
export type Wire = z.infer<typeof Wire>;
