/** The whole store as a file, made beside the server by a process of its own: one at a time, ended when nobody waits. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as z from 'zod';
import { home } from '../home';
import { BackupError } from './backup';

const Answer = z.union([
  z.object({
    jobs: z.number(),
    leftOut: z.array(z.object({ job: z.string(), seq: z.number().nullable(), what: z.string() })),
  }),
  z.object({ problem: z.string() }),
]);
type Made = Extract<z.infer<typeof Answer>, { jobs: number }>;

/** Another backup is being made. */
export class BackupBusy extends Error {
  override name = 'BackupBusy';
}

const holder = globalThis as typeof globalThis & { augersetBackup?: boolean };

/**
 * @param signal ends the work when nobody waits for it any more
 * @returns the file and what it holds; `away` takes its folder away
 */
export async function backupApart(signal: AbortSignal): Promise<Made & { file: string; away: () => void }> {
  if (holder.augersetBackup) throw new BackupBusy('A backup is being made already. Ask again when it is done.');
  holder.augersetBackup = true;
  const folder = mkdtempSync(join(tmpdir(), 'augerset-backup-'));
  const away = (): void => rmSync(folder, { recursive: true, force: true });
  const file = join(folder, 'backup.db');
  try {
    const text = await new Promise<string>((resolve, reject) => {
      // The program is run from source; the bundler must not look for it.
      const program = ['--import', 'tsx', join(home(), 'src', 'store', 'backup-child.ts'), file];
      const child = spawn(process.execPath, program, { cwd: home(), stdio: ['ignore', 'pipe', 'inherit'] });
      let out = '';
      const end = (): void => void child.kill();
      signal.addEventListener('abort', end, { once: true });
      child.stdout.on('data', (chunk: Buffer) => {
        out += chunk.toString('utf8');
      });
      child.on('error', reject);
      child.on('close', (code) => {
        signal.removeEventListener('abort', end);
        if (signal.aborted) reject(new BackupError('Nobody waited for the backup any more: it was not made.'));
        else if (code === 0) resolve(out);
        else reject(new Error(`the backup's process ended with ${code}`));
      });
    });
    const answer = Answer.parse(JSON.parse(text));
    if ('problem' in answer) throw new BackupError(answer.problem);
    return { ...answer, file, away };
  } catch (error) {
    away();
    throw error;
  } finally {
    holder.augersetBackup = false;
  }
}
