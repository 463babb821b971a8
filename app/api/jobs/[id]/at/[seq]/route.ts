import { jobAt } from '@/src/store/jobs';
import { summarise } from '@/src/store/summary';
import { answering, notFound, problems } from '../../../../_http/http';

export const dynamic = 'force-dynamic';

/** The job as it stood after an entry of its journal: what it meant then, or the whole of it with `?whole=1`. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string; seq: string }> }): Promise<Response> => {
    const { id, seq } = await params;
    if (!/^[1-9]\d{0,8}$/.test(seq)) return problems(400, [{ path: 'seq', message: 'A position is a whole number.' }]);
    const job = await jobAt(id, Number(seq));
    if (!job) return notFound('such moment of such a job');
    if (new URL(request.url).searchParams.get('whole') !== '1')
      return Response.json({
        ...summarise(job),
        readings: Object.values(job.readings).filter((r) => !r.struck).length,
        sealed: job.seal !== undefined,
      });
    return new Response(`${JSON.stringify(job, null, 2)}\n`, {
      headers: {
        'Content-Type': 'application/json; charset=utf-8',
        'Content-Disposition': `attachment; filename="augerset-${id}-entry-${seq}.json"`,
      },
    });
  },
);
