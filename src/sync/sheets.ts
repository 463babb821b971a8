/** Device sheets of the store: asked for, kept, put away; the last list stays in the browser for when it is away. */
import * as z from 'zod';
import { Problems } from '../core/contract/listing';
import { KeepAnswer, type KeepSheet, type KeptSheet, KeptSheets } from '../core/contract/sheets';
import type { Family } from '../core/job/schema';

type Answer<T> = { ok: true; value: T } | { ok: false; problem: string };

async function ask<T>(url: string, init: RequestInit, schema: z.ZodType<T>): Promise<Answer<T>> {
  try {
    const response = await fetch(url, init);
    const said: unknown = await response.json().catch(() => null);
    if (!response.ok) {
      const read = Problems.safeParse(said);
      return {
        ok: false,
        problem: read.success
          ? read.data.problems.map((p) => p.message).join(' ')
          : `The server answers with ${response.status}.`,
      };
    }
    const parsed = schema.safeParse(said);
    return parsed.success
      ? { ok: true, value: parsed.data }
      : { ok: false, problem: 'The server’s answer is not known.' };
  } catch {
    return { ok: false, problem: 'The server is away: the job keeps its sheet all the same.' };
  }
}

const ANYTHING = z.unknown();
const cacheKey = (family: Family): string => `augerset.sheets.${family}`;

/** Sheets of one family as last heard: from the server, else from this browser. */
export async function keptSheets(family: Family): Promise<KeptSheet[]> {
  const answer = await ask(`/api/sheets?family=${encodeURIComponent(family)}`, {}, KeptSheets);
  try {
    if (answer.ok) {
      localStorage.setItem(cacheKey(family), JSON.stringify(answer.value));
      return answer.value.sheets;
    }
    const last = KeptSheets.safeParse(JSON.parse(localStorage.getItem(cacheKey(family)) ?? 'null'));
    return last.success ? last.data.sheets : [];
  } catch {
    // Forbidden, full or not ours: what the server said is all there is.
    return answer.ok ? answer.value.sheets : [];
  }
}

export const keepSheet = (asked: KeepSheet): Promise<Answer<KeepAnswer>> =>
  ask(
    '/api/sheets',
    { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(asked) },
    KeepAnswer,
  );

export const putAwaySheet = (family: Family, id: string): Promise<Answer<unknown>> =>
  ask(`/api/sheets/${encodeURIComponent(family)}/${encodeURIComponent(id)}`, { method: 'DELETE' }, ANYTHING);
