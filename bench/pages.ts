/** What a browser fetches to show a page for the first time: scripts and faces of the production build, compressed. */
import { gzipSync } from 'node:zlib';
import { served } from './served';

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

export const benchPages = (): Promise<PageFigures[]> =>
  served(async (browser, base) => {
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
      await page.goto(`${base}${path}`);
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
  });
