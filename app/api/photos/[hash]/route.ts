import { PHOTO_HASH } from '@core/job/photo';
import { getPhoto, MOST_PHOTO_BYTES, putPhoto } from '@/src/store/photos';
import { answering, boundedBytes, foreignOrigin, notFound, problems } from '../../_http/http';

export const dynamic = 'force-dynamic';

type Of = { params: Promise<{ hash: string }> };

/** A picture by what it is: it never changes. */
export const GET = answering(async (_request: Request, { params }: Of): Promise<Response> => {
  const { hash } = await params;
  const bytes = PHOTO_HASH.test(hash) ? await getPhoto(hash) : null;
  if (!bytes) return notFound('such photograph');
  return new Response(new Blob([bytes as Uint8Array<ArrayBuffer>]), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
});

export const PUT = answering(async (request: Request, { params }: Of): Promise<Response> => {
  const refused = foreignOrigin(request);
  if (refused) return refused;
  const { hash } = await params;
  if (!PHOTO_HASH.test(hash)) return problems(400, [{ path: 'hash', message: 'A hash has 64 letters.' }]);
  const bytes = await boundedBytes(request, MOST_PHOTO_BYTES);
  if (bytes instanceof Response) return bytes;
  const kept = await putPhoto(hash, bytes);
  return kept.ok ? Response.json({ ok: true }) : problems(422, [{ path: '', message: kept.problem }]);
});
