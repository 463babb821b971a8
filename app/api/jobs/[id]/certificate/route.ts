import { isPassed } from '@core/drill/drill';
import { judgedApart } from '@/rig/drill/judge';
import { loadJob } from '@/src/store/jobs';
import { answering, notFound, problems } from '../../../_http/http';
import { paper } from '../../../_http/paper';

export const dynamic = 'force-dynamic';

/** What a browser said of itself is played again before anything is certified. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    const found = await loadJob(id);
    if (!found) return notFound('such drill');
    const { job } = found;
    const { drill } = job;
    if (!drill?.finished) return problems(422, [{ path: 'drill', message: 'This is no drill that was finished.' }]);
    const result = await judgedApart(job);
    if (!isPassed(result) || result.points !== drill.finished.result.points)
      return problems(422, [
        { path: 'drill', message: 'Played again, this drill is not passed as it says: nothing is certified.' },
      ]);
    return paper(request, id, 'certificate');
  },
);
