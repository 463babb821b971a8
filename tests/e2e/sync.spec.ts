/** Kept only when confirmed; a killed server, a closed tab and two tabs lose nothing. */
import { expect, test } from '@playwright/test';
import { accessible } from './accessible';
import { fill, goTo, kept, newJob, PORT } from './helpers';

const control = (what: string): Promise<Response> => fetch(`http://127.0.0.1:${PORT + 2}/${what}`);

test('a change made while the server is dead is kept here, then sent', async ({ page }) => {
  test.setTimeout(120_000);
  await newJob(page);
  await fill(page, 'Site', 'Before the crash');
  await kept(page);
  await control('stop');
  await expect(page.locator('.kept')).toContainText('no server', { timeout: 15_000 });
  await fill(page, 'Zone or room', 'made while dead');
  await expect(page.locator('.kept')).toContainText('kept here, 1 to send');
  await control('start');
  await expect(page.locator('.kept')).toContainText('all changes kept', { timeout: 30_000 });
  await page.reload();
  await expect(page.getByLabel('Zone or room')).toHaveValue('made while dead');
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('Before the crash');
});

test('a tab closed with an unsent change sends it when the job is opened again', async ({ context }) => {
  const page = await context.newPage();
  const id = await newJob(page);
  await kept(page);
  await page.route('**/ops', (route) => route.abort());
  await fill(page, 'Site', 'Closed too early');
  await expect(page.locator('.kept')).toContainText('kept here, 1 to send');
  await page.close();
  const again = await context.newPage();
  await again.goto(`/jobs/${id}/arrive`);
  await expect(again.getByLabel('Site', { exact: true })).toHaveValue('Closed too early');
  await kept(again);
});

test('two tabs see each other within a second and nothing is overwritten silently', async ({ browser }) => {
  const phone = await (await browser.newContext()).newPage();
  const laptop = await (await browser.newContext()).newPage();
  const id = await newJob(phone);
  await kept(phone);
  await laptop.goto(`/jobs/${id}/arrive`);
  await expect(laptop.getByLabel('Site', { exact: true })).toBeVisible();
  await fill(phone, 'Site', 'From the phone');
  await expect(laptop.getByLabel('Site', { exact: true })).toHaveValue('From the phone', { timeout: 1000 });
  // Both change the same field before either hears of the other.
  await phone.route('**/ops', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 800));
    await route.continue();
  });
  await fill(phone, 'Zone or room', 'attic');
  await fill(laptop, 'Zone or room', 'cellar');
  await expect(phone.locator('.notice.conflict')).toContainText('attic');
  await expect(laptop.locator('.notice.conflict')).toContainText('cellar');
  await expect(laptop.getByLabel('Zone or room')).toHaveValue('attic');
  await laptop.getByRole('button', { name: 'Put it back' }).click();
  await expect(phone.getByLabel('Zone or room')).toHaveValue('cellar');
});

test('undo and redo work across a reload', async ({ page }) => {
  await newJob(page);
  await fill(page, 'Site', 'First');
  await fill(page, 'Site', 'Second');
  await kept(page);
  await page.reload();
  await page.getByRole('button', { name: 'Undo: Site: Second' }).click();
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('First');
  await kept(page);
  await page.reload();
  await page.getByRole('button', { name: 'Redo: Site: Second' }).click();
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('Second');
  await page.locator('body').press('Control+z');
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('First');
});

test('a wait survives a reload and is seen on every screen', async ({ page }) => {
  await page.goto('/jobs/demo-station/arrive');
  await page.getByRole('button', { name: /First update/ }).click();
  await kept(page);
  await page.goto('/jobs/demo-station/survey');
  await page.reload();
  await expect(page.getByRole('region', { name: 'Running meanwhile' })).toContainText(/First update1[12]:/);
});

test('what the server does not take stays in sight over a reload, and is applied again', async ({ page }) => {
  const id = await newJob(page);
  await page.route('**/ops', (route) =>
    route.fulfill({ status: 400, json: { problems: [{ path: '', message: 'Not to be taken today.' }] } }),
  );
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red');
  await page.getByLabel('Type landings').press('Enter');
  const draft = page.locator('.notice.draft');
  await expect(draft).toContainText('Not to be taken today.');
  await expect(page.locator('.kept')).toContainText('1 change not taken');
  await page.unroute('**/ops');
  await page.reload();
  await expect(draft).toContainText('wall terminal R');
  await draft.getByRole('button', { name: 'Apply again' }).click();
  await kept(page);
  await expect(draft).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^R at the wall, red/ })).toBeVisible();

  // The journal names it, and knows the job before it.
  await page.goto(`/jobs/${id}/journal`);
  const entries = page.locator('.journal > li');
  await expect(entries.first()).toContainText('r red');
  await page.getByLabel('Find who, what or a value').fill('no such word');
  await expect(page.getByText('No entry holds that.')).toBeVisible();
  await page.getByLabel('Find who, what or a value').fill('start the');
  await expect(entries).toHaveCount(1);
  await entries.first().getByRole('button').click();
  await expect(page.locator('.reading-side')).toContainText('After entry 1: Nothing is landed yet');
  await accessible(page);
});

test('a word half typed is there after a reload, in its own field and no other', async ({ page }) => {
  await newJob(page);
  await page.getByLabel('Zone or room', { exact: true }).pressSequentially('land');
  await page.getByLabel('Site', { exact: true }).evaluate((field) => (field as HTMLInputElement).focus());
  // Leaving a field takes it: what is begun is what has the cursor.
  await page.getByLabel('Site', { exact: true }).pressSequentially('Old mill');
  await page.reload();
  await expect(page.getByLabel('Site', { exact: true })).toHaveValue('Old mill');
  await expect(page.getByLabel('Zone or room', { exact: true })).toHaveValue('land');
  await page.getByLabel('Site', { exact: true }).press('Enter');
  await kept(page);
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red, c bl');
  await page.reload();
  await expect(page.getByLabel('Type landings')).toHaveValue('r red, c bl');
  await page.getByLabel('Type landings').fill('r red');
  await page.getByLabel('Type landings').press('Enter');
  await page.reload();
  await expect(page.getByLabel('Type landings')).toHaveValue('');
  await expect(page.locator('.bench-head')).toContainText('1 landed');
});

test('a job that cannot be read, and an address that leads nowhere, say so and lead on', async ({ page, request }) => {
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address.' })).toBeVisible();
  await page.goto('/jobs/no-such-job/arrive');
  await expect(page.getByRole('heading', { name: 'There is no such job here.' })).toBeVisible();
  await page.getByRole('link', { name: 'All jobs' }).click();
  await expect(page.getByRole('list', { name: 'Jobs' })).toBeVisible();
  const answer = await request.get('/api/backup');
  expect(answer.headers()['content-disposition']).toContain('.backup');
  expect((await answer.body()).subarray(0, 15).toString()).toBe('SQLite format 3');
});
