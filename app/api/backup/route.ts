import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { BackupError } from '@/src/store/backup';
import { BackupBusy, backupApart } from '@/src/store/backup-apart';
import { answering, fromElsewhere, problems } from '../_http/http';

export const dynamic = 'force-dynamic';

/** The whole store in one checked file, as `augerset backup` makes it. Jobs that are not whole are named in a header. */
export const GET = answering(async (request: Request): Promise<Response> => {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  try {
    const { file, jobs, leftOut, away } = await backupApart(request.signal);
    const stream = createReadStream(file);
    stream.on('close', away);
    return new Response(Readable.toWeb(stream) as ReadableStream<Uint8Array>, {
      headers: {
        'Content-Type': 'application/octet-stream',
        'Content-Length': String(statSync(file).size),
        'Content-Disposition': `attachment; filename="augerset-${new Date().toISOString().slice(0, 10)}.backup"`,
        'X-Augerset-Jobs': String(jobs),
        ...(leftOut.length > 0
          ? {
              'X-Augerset-Left-Out': leftOut
                .slice(0, 20)
                .map((b) => encodeURIComponent(b.job))
                .join(','),
            }
          : {}),
      },
    });
  } catch (error) {
    if (error instanceof BackupBusy) return problems(409, [{ path: '', message: error.message }]);
    // What the check found is for whoever asked: the store itself is not whole.
    if (error instanceof BackupError) return problems(500, [{ path: '', message: error.message }]);
    throw error;
  }
});
