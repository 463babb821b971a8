/** One way to look for faults of accessibility, for every screen that is tried. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];

async function faults(builder: AxeBuilder, where: string): Promise<string[]> {
  const { violations } = await builder.analyze();
  return violations.map((v) => `${where} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`);
}

/** The page as it stands has no fault, and none of contrast in the dark either. */
export async function accessible(page: Page): Promise<void> {
  const where = new URL(page.url()).pathname;
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  expect(await faults(new AxeBuilder({ page }).withTags(LEVELS), where)).toEqual([]);
  // The dark has other colours and nothing else.
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  expect(await faults(new AxeBuilder({ page }).withRules(['color-contrast']), `${where}, dark`)).toEqual([]);
  await page.emulateMedia({ colorScheme: null, reducedMotion: null });
}
