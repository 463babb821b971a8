/** The production build on demo data of its own, and a browser of its own, for as long as a measure takes. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium } from '@playwright/test';

const PORT = 3297;
const next = 'node_modules/next/dist/bin/next';

async function up(base: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    const answer = await fetch(base).catch(() => null);
    if (answer?.ok) return;
    if (tries > 40) throw new Error('the application is not served');
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

/** Builds where there is no build. */
export async function served<T>(measure: (browser: Browser, base: string) => Promise<T>): Promise<T> {
  if (!existsSync('.next/BUILD_ID')) spawnSync(process.execPath, [next, 'build'], { stdio: 'inherit' });
  const folder = mkdtempSync(join(tmpdir(), 'augerset-pages-'));
  const env = { ...process.env, DATABASE_URL: `file:${join(folder, 'a.db')}` };
  spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'demo/seed.ts'], { env, stdio: 'ignore' });
  const server = spawn(process.execPath, [next, 'start', '-p', String(PORT), '-H', '127.0.0.1'], {
    env,
    stdio: 'ignore',
  });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const base = `http://127.0.0.1:${PORT}`;
  try {
    await up(base);
    return await measure(browser, base);
  } finally {
    await browser.close();
    server.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}
