import { derive } from '@core/derive';
import { labelsPdf } from '@/src/papers/labels';
import { loadJob } from '@/src/store/jobs';
import { notFound, problems } from '../../../_http/http';

export const dynamic = 'force-dynamic';

/** `?size=a4` or `?size=letter`. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const size = new URL(request.url).searchParams.get('size') ?? 'a4';
  if (size !== 'a4' && size !== 'letter') return problems(400, [{ path: 'size', message: 'must be a4 or letter' }]);
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  const pdf = await labelsPdf(found.job, derive(found.job), size === 'a4' ? 'A4' : 'LETTER');
  return new Response(new Uint8Array(pdf), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="augerset-${id}-labels.pdf"`,
      'Cache-Control': 'no-store',
    },
  });
}
