/** Makes docs/screenshots from the demo town. Wants the application on the address given (default the demo's). */
import { chromium, type Page } from '@playwright/test';

const address = process.argv[2] ?? 'http://127.0.0.1:3000';
const LAPTOP = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface Shot {
  name: string;
  path: string;
  phone?: boolean;
  dark?: boolean;
  act?: (page: Page) => Promise<void>;
}

const shots: Shot[] = [
  { name: 'jobs', path: '/' },
  { name: 'survey', path: '/jobs/demo-netloft/survey' },
  { name: 'decide', path: '/jobs/demo-netloft/decide' },
  { name: 'power-up', path: '/jobs/demo-ferry/power-up' },
  { name: 'set-up', path: '/jobs/demo-station/set-up' },
  {
    name: 'week',
    path: '/jobs/demo-ferry/week',
    act: async (page) => {
      await page.getByRole('region', { name: 'Programme to key in' }).scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'house',
    path: '/jobs/demo-cottage/week',
    act: async (page) => {
      await page.getByRole('button', { name: 'Work out the year' }).click();
      await page.locator('.week-answer').waitFor();
      await page.locator('.week-answer').evaluate((e) => e.scrollIntoView({ block: 'start' }));
    },
  },
  {
    name: 'proof',
    path: '/jobs/demo-hall/proof',
    act: async (page) => {
      await page.locator('.test-list.down button', { hasText: 'Fan alone' }).click();
      await page.locator('.ranking').waitFor();
    },
  },
  { name: 'heaters', path: '/jobs/demo-sail-loft/survey' },
  {
    name: 'wiring-centre',
    path: '/jobs/demo-parsonage/decide',
    act: async (page) => {
      await page.getByRole('button', { name: 'both', exact: true }).click();
    },
  },
  { name: 'make-safe', path: '/jobs/demo-ferry/make-safe' },
  { name: 'floor-survey', path: '/jobs/demo-bath/survey' },
  { name: 'millivolt', path: '/jobs/demo-hearth/decide', dark: true },
  {
    name: 'floor-warm-up',
    path: '/jobs/demo-taproom/week',
    act: async (page) => {
      await page.locator('.line-chart canvas').scrollIntoViewIfNeeded();
    },
  },
  { name: 'hand-over', path: '/jobs/demo-flat/hand-over' },
  { name: 'survey-phone', path: '/jobs/demo-netloft/survey', phone: true },
  { name: 'power-up-phone', path: '/jobs/demo-ferry/power-up', phone: true, dark: true },
  {
    name: 'sheet',
    path: '/jobs/demo-ferry/arrive',
    act: async (page) => {
      await page.getByRole('button', { name: 'Write a sheet' }).click();
      await page.getByRole('region', { name: 'The sheet of this job' }).waitFor();
      await page.waitForTimeout(600);
      await page.locator('.sheet-editor').evaluate((e) => e.scrollIntoView({ block: 'start' }));
    },
  },
  {
    name: 'drill',
    path: '/drill',
    act: async (page) => {
      await page.getByLabel('Whose drill').fill('Robin Vale');
      await page.getByLabel('Whose drill').press('Enter');
      await page.getByLabel(/^Number/).fill('1');
      await page.getByLabel(/^Number/).press('Enter');
      await page.getByRole('button', { name: 'Begin', exact: true }).first().click();
      await page.waitForURL(/proof/, { timeout: 60_000 });
      await page.getByText(/^Display /).waitFor({ timeout: 60_000 });
      await page.waitForTimeout(2500);
    },
  },
];

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
for (const shot of shots) {
  const context = await browser.newContext({
    viewport: shot.phone ? PHONE : LAPTOP,
    colorScheme: shot.dark ? 'dark' : 'light',
    isMobile: shot.phone ?? false,
    hasTouch: shot.phone ?? false,
  });
  const page = await context.newPage();
  await page.goto(address + shot.path);
  await page.locator('.sentence, .ledger, .drills').first().waitFor();
  await page.evaluate(() => document.fonts.ready);
  await shot.act?.(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `docs/screenshots/${shot.name}.png` });
  await context.close();
}
await browser.close();
