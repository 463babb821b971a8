import { expect, type Locator, type Page } from '@playwright/test';

export const PORT = Number(process.env.E2E_PORT ?? 3411);
export const RIG = `http://127.0.0.1:${PORT + 1}`;

/** Everything typed so far is confirmed by the server. */
export const kept = async (page: Page): Promise<void> => {
  await expect(page.locator('.kept')).toContainText('all changes kept');
};

export async function newJob(page: Page): Promise<string> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: /24 V control/ }).click();
  await page.waitForURL(/\/jobs\/[^/]+\/arrive/);
  await expect(page.getByRole('heading', { name: 'Arrive' })).toBeVisible();
  return new URL(page.url()).pathname.split('/')[2] ?? '';
}

export async function goTo(page: Page, stop: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'The run' })
    .getByRole('link', { name: new RegExp(`^${stop}:`) })
    .click();
  await page.waitForURL(new RegExp(`/${stop.toLowerCase().replace(' ', '-')}$`));
}

export async function fill(page: Page, label: string, value: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByLabel(label, { exact: true }).press('Enter');
}

/** A reading typed where it is asked for. */
export async function meter(page: Page, label: RegExp, value: string): Promise<void> {
  await page.getByLabel(label).fill(value);
  await page.getByLabel(label).press('Enter');
}

/** Arrive to Decide by keyboard and button, for a plain five-wire gas furnace. */
export async function arriveToPowerUp(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await fill(page, 'Site', name);
  await fill(page, 'Zone or room', 'hall');
  await page
    .getByRole('group', { name: /Does the equipment work now/ })
    .getByRole('button', { name: 'Yes' })
    .click();
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red, c blue, y yellow, g green, w white');
  await page.getByLabel('Type landings').press('Enter');
  await expect(page.locator('.bench-head')).toContainText('5 landed');
  await goTo(page, 'Make safe');
  await page.getByRole('button', { name: 'Add breaker' }).click();
  await meter(page, /^Supply on: volts AC/, '26.1');
  await page.getByRole('switch', { name: /Breaker is on/ }).click();
  await page.getByRole('button', { name: 'It stopped' }).click();
  await meter(page, /^Supply off: volts AC/, '0.0');
  await meter(page, /^Meter on a live source/, '121');
  await expect(page.locator('.sentence')).toContainText('Proved dead');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^Gas The furnace/ }).click();
  await expect(page.locator('.sentence')).toContainText(
    'A gas furnace with air conditioning, one stage of each, with a common wire.',
  );
  await goTo(page, 'Connect');
  for (const tick of await page.locator('.panel', { hasText: 'Work list' }).getByRole('checkbox').all())
    await tick.click();
  await expect(page.locator('.bench-head')).toContainText('11 of 11 done');
  await goTo(page, 'Power up');
}

/** Every step of a mains proof as it asks: live with the supply on, dead with it off, the tester again. */
export async function proveDead(page: Page, live = '231', earth = live): Promise<void> {
  await goTo(page, 'Make safe');
  const steps = page.locator('.safe-step');
  await expect(steps.first()).toBeVisible();
  for (const step of await steps.all()) {
    const dead = (await step.getByText(/V or less/).count()) > 0;
    const toEarth = (await step.getByText(/to E where|to earth/).count()) > 0;
    const field = step.getByLabel(/^Step \d+, volts$/);
    await field.fill(dead ? '0' : toEarth ? earth : live);
    await field.press('Enter');
  }
  await expect(page.locator('.sentence')).toContainText('Proved dead');
}

/** What stops the work, but for a supply that a test never proves dead. */
export const blockers = (page: Page): Locator => page.locator('.finding.blocker', { hasNotText: 'Make safe' });
