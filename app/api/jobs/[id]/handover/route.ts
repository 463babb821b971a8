import { derive } from '@core/derive';
import { handoverPdf } from '@/src/papers/handover';
import { loadJob } from '@/src/store/jobs';
import { notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  const pdf = await handoverPdf(found.job, derive(found.job));
  return new Response(new Uint8Array(pdf), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="augerset-${id}-handover.pdf"`,
      'Cache-Control': 'no-store',
    },
  });
}
