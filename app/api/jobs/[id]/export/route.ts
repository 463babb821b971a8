import { exportText, maskedCopy } from '@core/record/share';
import { loadJob, rawJob } from '@/src/store/jobs';
import { answering, notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

const download = (text: string, name: string): Response =>
  new Response(text, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });

/** The job as a file; `?masked=1` for a copy fit to pass on, `?raw=1` for what the tables hold, readable or not. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    const { searchParams } = new URL(request.url);
    if (searchParams.get('raw') === '1') {
      const raw = await rawJob(id);
      return raw ? download(`${JSON.stringify(raw, null, 2)}\n`, `augerset-${id}-raw.json`) : notFound('such job');
    }
    const found = await loadJob(id);
    if (!found) return notFound('such job');
    const masked = searchParams.get('masked') === '1';
    return download(
      exportText(masked ? maskedCopy(found.job) : found.job),
      `augerset-${id}${masked ? '-masked' : ''}.json`,
    );
  },
);
