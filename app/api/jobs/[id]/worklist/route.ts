import { answering } from '../../../_http/http';
import { paper } from '../../../_http/paper';

export const dynamic = 'force-dynamic';

export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    return paper(request, (await params).id, 'worklist');
  },
);
