/** A paper of a job as the answer to a request. */
import { printed, type ToPrint } from '@/src/papers/press';
import { loadJob } from '@/src/store/jobs';
import { notFound, problems } from './http';

export async function paper(
  request: Request,
  id: string,
  which: ToPrint['paper'],
  size: ToPrint['size'] = 'A4',
): Promise<Response> {
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  try {
    const pdf = await printed(which, found.job, size, request.signal);
    return new Response(new Uint8Array(pdf), {
      headers: {
        'Content-Type': 'application/pdf',
        'Content-Disposition': `inline; filename="augerset-${id}-${which}.pdf"`,
        'Cache-Control': 'no-store',
      },
    });
  } catch (error) {
    const why = error instanceof Error ? error.message : '';
    return problems(503, [{ path: '', message: `The paper could not be made: ${why} The job itself is not touched.` }]);
  }
}
