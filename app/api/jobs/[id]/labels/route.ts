import { answering, problems } from '../../../_http/http';
import { paper } from '../../../_http/paper';

export const dynamic = 'force-dynamic';

/** `?size=a4` or `?size=letter`. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const size = new URL(request.url).searchParams.get('size') ?? 'a4';
    if (size !== 'a4' && size !== 'letter') return problems(400, [{ path: 'size', message: 'must be a4 or letter' }]);
    return paper(request, (await params).id, 'labels', size === 'a4' ? 'A4' : 'LETTER');
  },
);
