import { Family } from '@core/job/schema';
import { putAwaySheet, sheetVersions } from '@/src/store/sheets';
import { answering, foreignOrigin, notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

type Of = { params: Promise<{ family: string; id: string }> };

/** Every version of one sheet. */
export const GET = answering(async (_request: Request, { params }: Of): Promise<Response> => {
  const { family, id } = await params;
  const known = Family.safeParse(family);
  const versions = known.success ? await sheetVersions(known.data, id) : [];
  return versions.length > 0 ? Response.json({ sheets: versions }) : notFound('such sheet');
});

/** Puts it away: it is no longer offered, and its versions stay. */
export const DELETE = answering(async (request: Request, { params }: Of): Promise<Response> => {
  const refused = foreignOrigin(request);
  if (refused) return refused;
  const { family, id } = await params;
  const known = Family.safeParse(family);
  return known.success && (await putAwaySheet(known.data, id)) ? Response.json({ ok: true }) : notFound('such sheet');
});
