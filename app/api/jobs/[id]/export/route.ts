import { maskedCopy } from '@core/record/share';
import { loadJob } from '@/src/store/jobs';
import { notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

/** The job as a file; `?masked=1` for a copy fit to pass on. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  const masked = new URL(request.url).searchParams.get('masked') === '1';
  const text = `${JSON.stringify(masked ? maskedCopy(found.job) : found.job, null, 2)}\n`;
  return new Response(text, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="augerset-${id}${masked ? '-masked' : ''}.json"`,
      'Cache-Control': 'no-store',
    },
  });
}
