/** A drill judged apart from whoever asks: playing it again is seconds of pure work, and a server has others to answer. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { DrillResult } from '../../src/core/drill/drill';
import type { Job } from '../../src/core/job/schema';
import { home } from '../../src/home';

const LONGEST_MS = 120_000;

/** How a drill came out, played again. Rejects where it cannot be played, or takes too long. */
export function judgedApart(job: Job): Promise<DrillResult> {
  // The program is run from source; the bundler must not look for it.
  const program = ['--import', 'tsx', join(home(), 'rig', 'drill', 'judge-child.ts')];
  const child = spawn(process.execPath, program, {
    cwd: home(),
    stdio: ['pipe', 'pipe', 'ignore'],
    timeout: LONGEST_MS,
  });
  const said: Buffer[] = [];
  child.stdout.on('data', (chunk: Buffer) => said.push(chunk));
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    // A child that ended before it read all leaves a broken pipe: its code says the rest.
    child.stdin.on('error', () => undefined);
    child.on('close', (code) => {
      if (code !== 0) reject(new Error('the drill could not be played again'));
      else resolve(DrillResult.parse(JSON.parse(Buffer.concat(said).toString('utf8'))));
    });
    child.stdin.end(JSON.stringify(job));
  });
}
