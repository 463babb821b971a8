/** The whole proof against the rig: once as planned, once with Y and G swapped at the board. */
import { expect, type Page, test } from '@playwright/test';
import { arriveToPowerUp, goTo, kept, newJob, RIG } from './helpers';

async function openRig(page: Page): Promise<void> {
  await goTo(page, 'Proof');
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await page.getByLabel('Address').fill(RIG);
  await page.getByLabel('Address').press('Enter');
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('is loaded');
}

test('wired as planned, every test is shown', async ({ page }) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Rope walk');
  await openRig(page);
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('Whole proof run', { timeout: 60_000 });
  await expect(page.locator('.sentence')).toContainText('Proved: 10 of 10 shown');
  await kept(page);
  await page.reload();
  await expect(page.locator('.sentence')).toContainText('Proved: 10 of 10 shown');
});

test('Y and G swapped at the board is shown wrong and named', async ({ page }) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Sail store');
  await openRig(page);
  await page.getByLabel('Hidden fault').selectOption({ label: 'Y and G swapped at the board' });
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('with a fault');
  await page
    .getByRole('button', { name: /3 ?Fan alone/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Take readings for this test' }).click();
  await expect(page.locator('.test-verdict')).toHaveText('wrong');
  const y = page.locator('.measure', { hasText: 'Y to C at the board' });
  await expect(y).toContainText('not as predicted');
  expect(Number.parseFloat((await y.locator('.measure-value').textContent()) ?? '0')).toBeGreaterThan(20);
  await expect(page.locator('.ranking')).toContainText('Y and G swapped at the board');
  await expect(page.locator('.sentence')).toContainText('Y and G swapped');
});

test('a fault found is mended: what was read of it is set aside, and the proof done again stands', async ({ page }) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Chandlery');
  await openRig(page);
  await page.getByLabel('Hidden fault').selectOption({ label: 'Y and G swapped at the board' });
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('with a fault');
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('Whole proof run', { timeout: 60_000 });
  const ranking = page.getByRole('region', { name: 'What is wrong' });
  await expect(ranking.getByRole('listitem').first()).toContainText('Y and G swapped at the board');
  await expect(ranking).toContainText(/Then again: \d tests?, first/);
  await ranking.getByRole('button', { name: 'It is mended' }).click();
  // Nothing is shown wrong any more, and nothing is proved: the tests that would show it are open again.
  await expect(page.locator('.sentence')).not.toContainText('shown wrong');
  await expect(page.locator('.sentence')).not.toContainText('Proved');
  await kept(page);
  await page.reload();
  await expect(page.locator('.sentence')).not.toContainText('shown wrong');
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await page.getByLabel('Hidden fault').selectOption({ label: 'wired as planned' });
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('wired as planned');
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.sentence')).toContainText('Proved: 10 of 10 shown', { timeout: 60_000 });
});

test('a no says which: what ran in place of the fan, which row of the card stands otherwise', async ({ page }) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Lamp room');
  await goTo(page, 'Proof');
  const card = page.locator('.test-card');
  const open = (name: RegExp): Promise<void> => page.getByRole('button', { name }).first().click();
  const measure = card.locator('.measure').filter({ hasText: 'What ran?' });
  await open(/\d ?Fan alone/);
  await card.getByRole('button', { name: 'No', exact: true }).click();
  await measure.getByRole('button', { name: 'compressor', exact: true }).click();
  await measure.getByRole('button', { name: 'Keep what ran' }).click();
  await expect(measure.locator('.measure-value')).toHaveText('compressor');
  await expect(page.locator('.ranking')).toContainText('Y and G swapped');
  await kept(page);
  await page.reload();
  await open(/\d ?Fan alone/);
  await expect(measure.getByRole('button', { name: 'compressor', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  // Nothing ran is an answer too, and takes the place of the one before.
  await measure.getByRole('button', { name: 'compressor', exact: true }).click();
  await measure.getByRole('button', { name: 'Nothing ran' }).click();
  await expect(measure.locator('.measure-value')).toHaveText('nothing');

  await open(/\d+ ?The card, read back/);
  await card.getByRole('button', { name: 'No', exact: true }).click();
  const rows = card.getByRole('group', { name: 'Which stand otherwise?' }).first();
  await expect(card.getByRole('button', { name: 'Keep these' })).toBeDisabled();
  await rows.getByRole('button', { name: 'Display units' }).click();
  await card.getByRole('button', { name: 'Keep these' }).click();
  await expect(card.locator('.measure-value')).toHaveText('Display units');
  await expect(page.locator('.ranking')).toContainText('Display units is entered otherwise');
});

test('no rig at the address is said plainly', async ({ page }) => {
  await page.goto('/jobs/demo-ferry/proof');
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await page.getByLabel('Address').fill('http://127.0.0.1:9');
  await page.getByLabel('Address').press('Enter');
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('No rig answers');
});
