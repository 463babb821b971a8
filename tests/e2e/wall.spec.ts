/** The device on its wall, drawn and judged; and the list of jobs by person, day and place. */
import { expect, test } from '@playwright/test';
import { arriveToPowerUp, fill, goTo, kept, newJob } from './helpers';

test('how it hangs: what is beside it touched, its height drawn, cores counted; nothing proved beside a pinched core', async ({
  page,
}) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Mount house');
  await goTo(page, 'Connect');
  const mount = page.getByRole('region', { name: 'How it hangs' });
  const side = page.locator('.reading-side').first();
  await mount.getByRole('button', { name: 'the sun falls on it' }).click();
  await expect(side).toContainText('the sun falls on it');
  await mount.getByRole('button', { name: 'the sun falls on it' }).click();
  await expect(side).not.toContainText('the sun falls on it');
  await fill(page, 'Middle of it above the floor, m', '9');
  await expect(mount).toContainText('9 is outside 0 to 4');
  await fill(page, 'Middle of it above the floor, m', '2.1');
  await expect(side).toContainText('It hangs at 2.10 m');
  await fill(page, 'Cores through the plate, counted', '4');
  await expect(side).toContainText('4 cores come through the plate, 5 were surveyed');
  await mount.getByRole('button', { name: 'pinches a core' }).click();
  await kept(page);
  await page.reload();
  await expect(mount.getByRole('button', { name: 'pinches a core' })).toHaveAttribute('aria-pressed', 'true');
  await mount.getByRole('button', { name: 'sits flush' }).click();
  await fill(page, 'Cores through the plate, counted', '5');
  await fill(page, 'Middle of it above the floor, m', '1.5');
  await expect(side).not.toContainText('cores come through');
  // Defects are met in every family; one that stands open is said.
  await fill(page, 'Where', 'left screw');
  await page.getByRole('button', { name: 'frayed insulation' }).click();
  await page.getByRole('checkbox', { name: /frayed insulation, left screw/ }).click();
  await kept(page);
});

test('the list by person, day and place', async ({ page }) => {
  await page.goto('/');
  const list = page.getByRole('list', { name: 'Jobs' });
  await expect(list.getByRole('listitem').first()).toBeVisible();
  const all = await list.getByRole('listitem').count();
  await fill(page, 'By whom', 'nobody at all');
  await expect(page.getByText('Nothing of that person or those days.')).toBeVisible();
  await page.getByRole('button', { name: 'Of everybody, of all days' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(all);
  await page.getByLabel('until', { exact: true }).fill('2020-01-01');
  await page.getByLabel('until', { exact: true }).press('Enter');
  await expect(page.getByText('Nothing of that person or those days.')).toBeVisible();
  expect((await page.request.get('/api/jobs?since=yesterday')).status()).toBe(400);
  // A second job of one place leads to the first.
  await newJob(page);
  await fill(page, 'Site', 'Two Doors');
  await fill(page, 'Address', '9 Ropery Lane');
  await kept(page);
  await newJob(page);
  await fill(page, 'Address', '9 Ropery Lane');
  const same = page.getByRole('region', { name: 'Also at this place' });
  await same.getByRole('link', { name: /Two Doors/ }).click();
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('Two Doors');
});
