import { derive } from '@core/derive';
import { worklistPdf } from '@/src/papers/worklist';
import { loadJob } from '@/src/store/jobs';
import { notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  const pdf = await worklistPdf(found.job, derive(found.job));
  return new Response(new Uint8Array(pdf), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="augerset-${id}-worklist.pdf"`,
      'Cache-Control': 'no-store',
    },
  });
}
