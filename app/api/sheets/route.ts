import { KeepSheet } from '@core/contract/sheets';
import { Family } from '@core/job/schema';
import { listSheets, putSheet } from '@/src/store/sheets';
import { answering, body, problems } from '../_http/http';

export const dynamic = 'force-dynamic';

/** Sheets of one's own, of one family. */
export const GET = answering(async (request: Request): Promise<Response> => {
  const family = Family.safeParse(new URL(request.url).searchParams.get('family'));
  if (!family.success) return problems(400, [{ path: 'family', message: 'There is no such family.' }]);
  return Response.json({ sheets: await listSheets(family.data) });
});

export const POST = answering(async (request: Request): Promise<Response> => {
  const asked = await body(request, KeepSheet);
  if ('response' in asked) return asked.response;
  const kept = await putSheet(asked.value);
  return kept.ok ? Response.json(kept.answer) : problems(422, kept.problems);
});
