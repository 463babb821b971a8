import { jobExists, journalPage } from '@/src/store/jobs';
import { answering, notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

/** Journal entries, newest first; `?before=` a position, `?q=` words, `?limit=` up to 200. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    if (!(await jobExists(id))) return notFound('such job');
    const { searchParams } = new URL(request.url);
    const before = Number(searchParams.get('before'));
    return Response.json(
      await journalPage(id, {
        before: Number.isInteger(before) && before > 0 ? before : Number.MAX_SAFE_INTEGER,
        search: (searchParams.get('q') ?? '').slice(0, 100),
        limit: Math.min(200, Math.max(1, Math.floor(Number(searchParams.get('limit'))) || 60)),
      }),
    );
  },
);
