/** Device sheets kept in the store, as the server answers them and a page asks for them: one shape on both sides. */
import * as z from 'zod';
import { Family } from '../job/schema';

/** A sheet is asked for and kept by its family; what it holds is checked by that family's schema. */
export const KeepSheet = z.strictObject({
  family: Family,
  sheet: z.looseObject({ id: z.string().min(1).max(64), name: z.string().min(1).max(120) }),
  by: z.string().max(80),
});
export type KeepSheet = z.infer<typeof KeepSheet>;

export const KeptSheet = z.object({
  id: z.string(),
  name: z.string(),
  version: z.int().min(1),
  by: z.string(),
  addedAt: z.string(),
  body: z.unknown(),
});
export type KeptSheet = z.infer<typeof KeptSheet>;

export const KeptSheets = z.object({ sheets: z.array(KeptSheet) });
export const KeepAnswer = z.object({ version: z.int().min(1), same: z.boolean() });
export type KeepAnswer = z.infer<typeof KeepAnswer>;
