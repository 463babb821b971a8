import { epoch } from '@/src/store/epoch';
import { disputedEntries, loadJob, ownEntries } from '@/src/store/jobs';
import { answering, notFound } from '../../_http/http';

export const dynamic = 'force-dynamic';

export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    const found = await loadJob(id);
    if (!found) return notFound('such job');
    const client = new URL(request.url).searchParams.get('client') ?? '';
    const own = client ? await ownEntries(id, client) : [];
    return Response.json({ ...found, own, epoch: await epoch(), disputed: await disputedEntries(id) });
  },
);
