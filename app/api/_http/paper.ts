/** A paper of a job as the answer to a request. */
import type { Job } from '@core/job/schema';
import { printed, type ToPrint } from '@/src/papers/press';
import { loadJob } from '@/src/store/jobs';
import { getPhoto } from '@/src/store/photos';
import { notFound, problems } from './http';

/** On one paper, at most: a page holds six. */
const MOST_PICTURES = 24;

/** Photographs that the papers want, as far as they have arrived. */
async function wantedPictures({ photos = {} }: Job): Promise<Record<string, Uint8Array>> {
  const wanted = Object.values(photos)
    .filter((p) => p.onPaper === true)
    .slice(0, MOST_PICTURES);
  const read = await Promise.all(wanted.map(async ({ hash }) => [hash, await getPhoto(hash)] as const));
  return Object.fromEntries(read.flatMap(([hash, bytes]) => (bytes ? [[hash, bytes]] : [])));
}

export async function paper(
  request: Request,
  id: string,
  which: ToPrint['paper'],
  size: ToPrint['size'] = 'A4',
): Promise<Response> {
  const found = await loadJob(id);
  if (!found) return notFound('such job');
  try {
    const pictures = which === 'handover' ? await wantedPictures(found.job) : undefined;
    const pdf = await printed(which, found.job, size, request.signal, pictures);
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
