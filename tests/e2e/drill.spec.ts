/** Drills: a house with something wrong in it, worked by the real screens, judged and certified. */
import { expect, test } from '@playwright/test';
import { bar, beginDrill, workDrill } from './drill-run';
import { kept } from './helpers';

test('from complaint to certificate: followed, named, made dead, mended, proved', async ({ page }) => {
  test.setTimeout(240_000);
  const debrief = await workDrill(page);
  const link = await debrief.getByRole('link', { name: 'Certificate' }).getAttribute('href');
  await kept(page);
  const pdf = await page.request.get(link ?? '');
  expect(pdf.status()).toBe(200);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await page.goto('/drill');
  const row = page
    .getByRole('table', { name: 'Drills done before' })
    .getByRole('row', { name: /Robin Vale.*level 1, 1/ });
  await expect(row).toContainText('passed');
  // A training case is no job of the list.
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Jobs' })).not.toContainText('Drill 1');
});

test('an unsafe act and a claim without support are told, and nothing is certified', async ({ page }) => {
  test.setTimeout(120_000);
  await beginDrill(page, 'Electric heaters', 2, 1);
  // Worked without the ranking.
  await expect(page.getByRole('region', { name: 'What is wrong' })).toHaveCount(0);
  await bar(page).getByLabel('What is wrong').fill('cut-out');
  await page.getByRole('listbox').getByRole('option').first().click();
  await bar(page).getByRole('button', { name: 'Name it' }).click();
  await bar(page)
    .getByRole('button', { name: /^Mend:/ })
    .click();
  await expect(bar(page).locator('.drill-unsafe')).toContainText('wires were touched with the supply on');
  await kept(page);
  await bar(page).getByRole('button', { name: 'Finish the drill' }).click();
  const debrief = page.getByRole('region', { name: 'How the drill came out' });
  await expect(debrief).toContainText('not passed', { timeout: 60_000 });
  await expect(debrief).toContainText('Unsafe: wires were touched with the supply on.');
  await expect(debrief).toContainText('Named without support');
  await expect(debrief.getByRole('link', { name: 'Certificate' })).toHaveCount(0);
  const id = new URL(page.url()).pathname.split('/')[2];
  await kept(page);
  const refused = await page.request.get(`/api/jobs/${id}/certificate`);
  expect(refused.status()).toBe(422);
});

test('a class is taken from its file, its cases are the same for all, a wrong file is refused', async ({ page }) => {
  await page.goto('/drill');
  const give = (text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'class.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  const group = {
    format: 'augerset.drills',
    version: 1,
    name: 'Autumn',
    cases: [{ family: 'contact', level: 1, seed: 1 }],
  };
  await give(JSON.stringify({ ...group, cases: [{ family: 'kettle', level: 1, seed: 1 }] }));
  await expect(page.locator('.problem')).toContainText('class.json, cases.0.family');
  await give(JSON.stringify(group));
  await expect(page.getByRole('heading', { name: 'Class: Autumn' })).toBeVisible();
  await page.locator('.drill-cases').getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/\/jobs\/[^/]+\/proof/, { timeout: 60_000 });
  await expect(bar(page)).toContainText('Drill 1');
  await page.goto('/drill');
  await expect(page.locator('.drill-cases').getByRole('link', { name: 'go on' })).toBeVisible();
});
