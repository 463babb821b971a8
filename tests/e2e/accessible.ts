/** One way to look for faults of accessibility, for every screen that is tried. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];

async function faults(builder: AxeBuilder, where: string): Promise<string[]> {
  const { violations } = await builder.analyze();
  return violations.map((v) => `${where} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`);
}

/** The page as it stands has no fault. */
export async function accessible(page: Page): Promise<void> {
  expect(await faults(new AxeBuilder({ page }).withTags(LEVELS), new URL(page.url()).pathname)).toEqual([]);
}

/** Nor one of contrast in the dark: that has other colours and nothing else. */
export async function accessibleInBoth(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await accessible(page);
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  const where = `${new URL(page.url()).pathname}, dark`;
  expect(await faults(new AxeBuilder({ page }).withRules(['color-contrast']), where)).toEqual([]);
  await page.emulateMedia({ colorScheme: null, reducedMotion: null });
}
