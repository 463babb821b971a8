/** The rig as a process: where it listens, and where it refuses to. */
import { spawn, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));
// One process, not a wrapper round one: what is killed is what listens.
const start = ['--import', 'tsx', 'rig/main.ts'];
const refused = (...args: string[]): { code: number | null; err: string } => {
  const done = spawnSync(process.execPath, [...start, ...args], {
    cwd: root,
    encoding: 'utf8',
    timeout: 30_000,
  });
  return { code: done.status, err: done.stderr };
};

describe('npm run rig', () => {
  it('refuses an address that other machines reach unless told', () => {
    const { code, err } = refused('--host', '0.0.0.0');
    expect([code, err]).toEqual([2, expect.stringContaining('--beyond-loopback')]);
  });

  it('refuses what is not a port', () => {
    expect(refused('--port', 'seventy')).toMatchObject({
      code: 2,
      err: expect.stringContaining('"seventy" is not a port number'),
    });
    expect(refused('--port', '70000').code).toBe(2);
  });

  it('says where it listens and answers there', async () => {
    const port = 20_000 + (process.pid % 20_000);
    const child = spawn(process.execPath, [...start, '--port', String(port)], { cwd: root });
    try {
      const said = await new Promise<string>((resolve) => {
        child.stdout.once('data', (chunk: Buffer) => resolve(chunk.toString()));
      });
      expect(said).toContain(`http://127.0.0.1:${port}`);
      const answer = (await (await fetch(`http://127.0.0.1:${port}/`)).json()) as { rig: string; loaded: boolean };
      expect(answer).toMatchObject({ rig: 'augerset-rig', loaded: false });
    } finally {
      child.kill('SIGKILL');
    }
  });
});
