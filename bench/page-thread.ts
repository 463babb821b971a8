/** How long the page's own thread is held while its workers work: the browser's own list of tasks over 50 ms. */
import type { Page } from '@playwright/test';
import { served } from './served';

export interface ThreadFigures {
  what: string;
  presses: number;
  /** Tasks over 50 ms, from the press to a second after the answer. */
  long: number;
  /** ms; 0 where none was over 50. */
  worst: number;
}

const PRESSES = 5;
const WORK = [
  { what: 'a year worked out and drawn', button: 'Work out the year', answer: '.week-answer' },
  { what: 'a cheaper week found and drawn', button: 'Find a cheaper week', answer: '.week-offer' },
] as const;

declare global {
  interface Window {
    heldFor: number[];
  }
}

/** Pressed and awaited by plain selectors: a search by role reads the whole page and would be counted itself. */
async function pressed(page: Page, { button, answer }: (typeof WORK)[number]): Promise<number[]> {
  const press = page.locator('button.MuiButton-root', { hasText: button });
  await press.hover();
  await page.waitForTimeout(300);
  await page.evaluate(() => {
    window.heldFor = [];
  });
  await page.mouse.down();
  await page.mouse.up();
  await page.waitForSelector(answer);
  await page.waitForTimeout(1000);
  return page.evaluate(() => window.heldFor);
}

export const benchThread = (): Promise<ThreadFigures[]> =>
  served(async (browser, base) => {
    const held = WORK.map(() => [] as number[]);
    for (let n = 0; n < PRESSES; n++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      await page.goto(`${base}/jobs/demo-netloft/week`);
      const start = page.getByRole('button', { name: 'Start a week' });
      const ready = page.getByRole('button', { name: WORK[0].button });
      await start.or(ready).first().waitFor();
      if (await start.isVisible()) await start.click();
      await ready.waitFor();
      // The page settles: what it makes ready when idle is made by then.
      await page.waitForTimeout(4000);
      await page.evaluate(() => {
        new PerformanceObserver((list) => {
          window.heldFor.push(...list.getEntries().map((e) => e.duration));
        }).observe({ type: 'longtask' });
      });
      for (const [i, work] of WORK.entries()) held[i]?.push(...(await pressed(page, work)));
      await context.close();
    }
    return WORK.map(({ what }, i) => ({
      what,
      presses: PRESSES,
      long: held[i]?.length ?? 0,
      worst: Math.max(0, ...(held[i] ?? [])),
    }));
  });
