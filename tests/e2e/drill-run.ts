/** A drill worked by the screens from complaint to certificate; the same for laptop and phone. */
import { expect, type Locator, type Page } from '@playwright/test';
import { fill, kept } from './helpers';

/** Begins a drill and waits until its house stands. */
export async function beginDrill(page: Page, family: string, level: number, seed: number): Promise<void> {
  await page.goto('/drill');
  await page.getByRole('button', { name: new RegExp(`^${family}`) }).click();
  await page.getByRole('button', { name: String(level), exact: true }).click();
  await fill(page, 'Whose drill', 'Robin Vale');
  await fill(page, 'Number: same number, same house', String(seed));
  await page.getByRole('button', { name: 'Begin', exact: true }).first().click();
  await page.waitForURL(/\/jobs\/[^/]+\/proof/, { timeout: 60_000 });
  await expect(bar(page).locator('.drill-seen')).toContainText('Display', { timeout: 60_000 });
}

export const bar = (page: Page) => page.getByRole('region', { name: 'The house of this drill' });

/** Reads what the ranking asks for until a fault stands clear; answers its looks by what is seen in the house. */
async function follow(page: Page, sure: RegExp): Promise<void> {
  const ranking = page.getByRole('region', { name: 'What is wrong' });
  for (let i = 0; i < 14; i++) {
    const top = (await ranking.getByRole('listitem').first().textContent()) ?? '';
    if (sure.test(top)) return;
    const hold = ranking.getByRole('button', { name: 'Hold the meter there' });
    await expect(hold).toBeVisible();
    const asked = (await ranking.locator('.question h3').textContent()) ?? '';
    await hold.click();
    await expect
      .poll(async () => (await ranking.locator('.question h3').allTextContents()).join('|'), { timeout: 30_000 })
      .not.toBe(asked);
  }
  throw new Error('the ranking never came clear');
}

/** Does every test of the proof on the house. */
async function proveAll(page: Page): Promise<void> {
  for (let i = 0; i < 14; i++) {
    const next = page.getByRole('button', { name: 'Next test' });
    const whole = page.getByRole('button', { name: 'Do the whole test' });
    await whole.click();
    await expect(next).toBeVisible({ timeout: 30_000 });
    await expect(whole).toBeEnabled({ timeout: 30_000 });
    if (/Proved:|All \d+ shown/.test((await page.locator('.sentence').textContent()) ?? '')) return;
    await next.click();
  }
}

/** Followed by the ranking, named, made dead, mended, proved and finished; a reload in the middle. Returns the debrief. */
export async function workDrill(page: Page): Promise<Locator> {
  await beginDrill(page, '24 V control', 1, 1);
  await expect(bar(page)).toContainText('The customer: “it never gets warm.”');
  await follow(page, /gas valve coil open\D*(9\d|100)/);
  // In the middle the page is loaded again: the house stands as it was left.
  const clock = await bar(page).locator('.drill-clock').textContent();
  await kept(page);
  await page.reload();
  await expect(bar(page).locator('.drill-clock')).toHaveText(clock ?? '', { timeout: 60_000 });
  await bar(page).getByLabel('What is wrong').fill('gas valve coil open');
  await page.getByRole('option', { name: 'gas valve coil open', exact: true }).click();
  await bar(page).getByRole('button', { name: 'Name it' }).click();
  await expect(bar(page)).toContainText('Named: gas valve coil open');
  await bar(page).getByRole('button', { name: 'off', exact: true }).click();
  await expect(bar(page)).toContainText('Prove it dead');
  await page.getByRole('button', { name: 'Probe on R at the wall' }).click();
  await page.getByRole('button', { name: 'Probe on C at the wall' }).click();
  await page
    .locator('.panel', { hasText: 'R at the wall to C at the wall' })
    .getByRole('button', { name: 'Hold the meter there' })
    .last()
    .click();
  await expect(page.locator('.panel', { hasText: 'R at the wall to C at the wall' }).last()).toContainText(/: 0\.\d V/);
  await bar(page)
    .getByRole('button', { name: /^Mend:/ })
    .click();
  await expect(bar(page)).toContainText('Done as named.');
  await expect(bar(page).locator('.drill-unsafe')).toHaveCount(0);
  await bar(page).getByRole('button', { name: 'Supply on' }).click();
  await expect(bar(page)).toContainText('The supply is on.');
  await proveAll(page);
  await bar(page).getByRole('button', { name: 'Finish the drill' }).click();
  const debrief = page.getByRole('region', { name: 'How the drill came out' });
  await expect(debrief).toContainText('passed', { timeout: 60_000 });
  await expect(debrief).toContainText('1 of 1 found, mended and proved');
  await expect(debrief).toContainText('Hidden in this house: gas valve coil open.');
  await expect(debrief).toContainText('Nothing unsafe.');
  await expect(debrief.getByRole('listitem').filter({ hasText: 'then gas valve coil open' }).first()).toBeVisible({
    timeout: 60_000,
  });
  return debrief;
}
