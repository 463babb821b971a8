/** Device sheets of every family as one file format: its JSON Schema, and a file read as whichever it says it is. */
import * as z from 'zod';
import '../family/all';
import { familyOf } from '../family/registry';
import { emptyJobOf, Family } from '../job/schema';
import type { BaseSheet } from './sheet';
import { type SheetProblem, sheetProblems } from './sheet-form';

const schemaOf = (family: Family): z.ZodType<BaseSheet> => familyOf(emptyJobOf(family)).module.sheets.schema;

/** JSON Schema of a sheet of any family. */
export const sheetFileSchema = (): object => z.toJSONSchema(z.union(Family.options.map(schemaOf)), { io: 'input' });

/** A sheet out of a file's JSON, or what is wrong with it and where. */
export function readSheet(value: unknown): { ok: true; sheet: BaseSheet } | { ok: false; problems: SheetProblem[] } {
  const said = z.looseObject({ family: Family }).safeParse(value);
  if (!said.success)
    return {
      ok: false,
      problems: [{ path: 'family', where: 'Family', message: `one of ${Family.options.join(', ')}` }],
    };
  const schema = schemaOf(said.data.family);
  const parsed = schema.safeParse(value);
  return parsed.success ? { ok: true, sheet: parsed.data } : { ok: false, problems: sheetProblems(schema, value) };
}
