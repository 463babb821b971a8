/** Device sheets that people wrote: kept by family and short name, each version for good. */
import { and, desc, eq, max } from 'drizzle-orm';
import type { KeepAnswer, KeepSheet, KeptSheet } from '../core/contract/sheets';
import '../core/family/all';
import { sheetProblems } from '../core/devices/sheet-form';
import { familyOf } from '../core/family/registry';
import { emptyJobOf, type Family } from '../core/job/schema';
import { store } from './client';
import { sheets } from './schema';

/** Sheets offered to one family, at most: the newest. */
const MOST_OFFERED = 60;

export type PutSheet = { ok: true; answer: KeepAnswer } | { ok: false; problems: { path: string; message: string }[] };

const rowOf = (row: typeof sheets.$inferSelect): KeptSheet => ({
  id: row.id,
  name: row.name,
  version: row.version,
  by: row.by,
  addedAt: row.addedAt,
  body: JSON.parse(row.body),
});

/** Keeps a whole sheet as the next version of its short name; the same as the last is no new version. */
export async function putSheet({ family, sheet, by }: KeepSheet): Promise<PutSheet> {
  const { schema, shipped } = familyOf(emptyJobOf(family)).module.sheets;
  const wrong = sheetProblems(schema, sheet);
  if (wrong.length > 0)
    return {
      ok: false,
      problems: wrong.slice(0, 10).map((w) => ({ path: w.path, message: `${w.where}: ${w.message}` })),
    };
  if (shipped.some((s) => s.id === sheet.id))
    return {
      ok: false,
      problems: [{ path: 'id', message: 'A sheet that ships has this short name: choose another.' }],
    };
  const body = JSON.stringify(sheet);
  const { database } = store();
  return database.transaction(async (tx) => {
    const of = and(eq(sheets.family, family), eq(sheets.id, sheet.id));
    const [last] = await tx.select().from(sheets).where(of).orderBy(desc(sheets.version)).limit(1);
    if (last && last.body === body && !last.away) return { ok: true, answer: { version: last.version, same: true } };
    const version = (last?.version ?? 0) + 1;
    await tx.update(sheets).set({ away: false }).where(of);
    await tx
      .insert(sheets)
      .values({ family, id: sheet.id, version, name: sheet.name, body, by, addedAt: new Date().toISOString() });
    return { ok: true, answer: { version, same: false } };
  });
}

/** The last version of each sheet of a family that is not put away, newest first. */
export async function listSheets(family: Family): Promise<KeptSheet[]> {
  const { database } = store();
  const last = database
    .select({ id: sheets.id, version: max(sheets.version).as('last') })
    .from(sheets)
    .where(and(eq(sheets.family, family), eq(sheets.away, false)))
    .groupBy(sheets.id)
    .as('newest');
  const rows = await database
    .select({ row: sheets })
    .from(sheets)
    .innerJoin(last, and(eq(sheets.id, last.id), eq(sheets.version, last.version)))
    .where(eq(sheets.family, family))
    .orderBy(desc(sheets.addedAt))
    .limit(MOST_OFFERED);
  return rows.map(({ row }) => rowOf(row));
}

/** Every version of one sheet, newest first; empty where it is not known. */
export async function sheetVersions(family: Family, id: string): Promise<KeptSheet[]> {
  const { database } = store();
  const rows = await database
    .select()
    .from(sheets)
    .where(and(eq(sheets.family, family), eq(sheets.id, id)))
    .orderBy(desc(sheets.version));
  return rows.map(rowOf);
}

/** No longer offered; jobs that carry it keep it. False where it is not known. */
export async function putAwaySheet(family: Family, id: string): Promise<boolean> {
  const { database } = store();
  const { rowsAffected } = await database
    .update(sheets)
    .set({ away: true })
    .where(and(eq(sheets.family, family), eq(sheets.id, id)));
  return rowsAffected > 0;
}
