import { createReadStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { BackupError, backupTo } from '@/src/store/backup';
import { answering, problems } from '../_http/http';

export const dynamic = 'force-dynamic';

/** The whole store in one checked file, as `augerset backup` makes it. */
export const GET = answering(async (): Promise<Response> => {
  const folder = mkdtempSync(join(tmpdir(), 'augerset-backup-'));
  const away = (): void => rmSync(folder, { recursive: true, force: true });
  const file = join(folder, 'backup.db');
  try {
    const { jobs } = await backupTo(file);
    const stream = createReadStream(file);
    stream.on('close', away);
    return new Response(Readable.toWeb(stream) as ReadableStream<Uint8Array>, {
      headers: {
        'Content-Type': 'application/octet-stream',
        'Content-Length': String(statSync(file).size),
        'Content-Disposition': `attachment; filename="augerset-${new Date().toISOString().slice(0, 10)}.backup"`,
        'X-Augerset-Jobs': String(jobs),
      },
    });
  } catch (error) {
    away();
    // What the check found is for whoever asked: the store itself is not whole.
    if (error instanceof BackupError) return problems(500, [{ path: '', message: error.message }]);
    throw error;
  }
});
