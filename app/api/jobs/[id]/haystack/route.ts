import { historyGrid, pointsGrid } from '@core/record/haystack';
import { loadJob } from '@/src/store/jobs';
import { answering, notFound, problems } from '../../../_http/http';

export const dynamic = 'force-dynamic';

const GRIDS = { points: pointsGrid, history: historyGrid } as const;

/** A job's points or its history as a Project Haystack grid. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const which = new URL(request.url).searchParams.get('grid') ?? 'history';
    if (which !== 'points' && which !== 'history')
      return problems(400, [{ path: 'grid', message: 'There are two grids: points and history.' }]);
    const found = await loadJob((await params).id);
    return found ? Response.json(GRIDS[which](found.job)) : notFound('such job');
  },
);
