import { checkRecord } from '@/src/signing/signature';
import { loadJob } from '@/src/store/jobs';
import { publicKey } from '@/src/store/signing';
import { answering, notFound } from '../../../_http/http';

export const dynamic = 'force-dynamic';

/** Seal, amendments and signature checked by the store, and whether its own key signed. */
export const GET = answering(
  async (_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const found = await loadJob((await params).id);
    if (!found) return notFound('such job');
    const check = checkRecord(found.job);
    return Response.json({ ...check, own: check.ok && check.key === (await publicKey()) });
  },
);
