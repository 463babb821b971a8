/** What a browser fetches to show a page for the first time: scripts and faces of the production build, compressed. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';

const PORT = 3297;
/** A page of each kind, with what it may fetch, in kB. */
const PAGES = [
  { name: 'the list', path: '/', wanted: 220 },
  { name: 'a stop, 24 V', path: '/jobs/demo-netloft/survey', wanted: 300 },
  { name: 'a stop, boiler', path: '/jobs/demo-parsonage/survey', wanted: 300 },
  { name: 'a stop, floor', path: '/jobs/demo-bath/survey', wanted: 300 },
  { name: 'the week, 24 V', path: '/jobs/demo-netloft/week', wanted: 300 },
] as const;

export interface PageFigures {
  name: string;
  wanted: number;
  scriptsKilobytes: number;
  facesKilobytes: number;
}

const next = 'node_modules/next/dist/bin/next';

/** Builds where there is no build, starts it on demo data of its own and looks at each page in a browser of its own. */
export async function benchPages(): Promise<PageFigures[]> {
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
  try {
    const figures: PageFigures[] = [];
    for (const { name, path, wanted } of PAGES) {
      const context = await browser.newContext();
      const page = await context.newPage();
      const bodies: Promise<{ script: number; face: number }>[] = [];
      page.on('response', (r) => {
        const script = /\.js(\?|$)/.test(r.url());
        if (script || /\.woff2/.test(r.url()))
          bodies.push(
            r
              .body()
              .then((body) => (script ? { script: gzipSync(body).length, face: 0 } : { script: 0, face: body.length })),
          );
      });
      for (let tries = 0; ; tries++) {
        const up = await page.goto(`http://127.0.0.1:${PORT}${path}`).catch(() => null);
        if (up?.ok()) break;
        if (tries > 40) throw new Error(`${path} is not served`);
        await page.waitForTimeout(500);
      }
      await page.locator('.sentence, .ledger').first().waitFor();
      await page.waitForLoadState('networkidle');
      const all = await Promise.all(bodies);
      figures.push({
        name,
        wanted,
        scriptsKilobytes: all.reduce((sum, b) => sum + b.script, 0) / 1000,
        facesKilobytes: all.reduce((sum, b) => sum + b.face, 0) / 1000,
      });
      await context.close();
    }
    return figures;
  } finally {
    await browser.close();
    server.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}
