/** Bad input says what and where; nothing is lost or half done. */
import { expect, test } from '@playwright/test';
import { fill, goTo, kept, newJob } from './helpers';

const openFile = async (page: import('@playwright/test').Page, name: string, text: string): Promise<void> => {
  await page.getByLabel('Job file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
};

test('job files that cannot be read are refused with the place', async ({ page, request }) => {
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Jobs' })).toBeVisible();
  const before = (await (await request.get('/api/jobs')).json()).total;
  const alert = page.locator('.jobs-problems');
  await openFile(page, 'broken.json', '{"format": "augerset.job",\n "version": 1,,}');
  await expect(alert).toContainText('not valid JSON at line 2');
  await openFile(page, 'newer.json', '{"format": "augerset.job", "version": 99}');
  await expect(alert).toContainText('version 99');
  await openFile(
    page,
    'typo.json',
    '{"format": "augerset.job", "version": 1, "survey": {"conductors": [{"colour": "red", "wall": "way too long a terminal"}]}}',
  );
  await expect(alert).toContainText('survey.conductors.0.wall');
  await openFile(page, 'huge.json', `{"format": "augerset.job", "version": 1, "zone": "${'x'.repeat(10_000_000)}"}`);
  await expect(alert).toContainText('at most 4 MB');
  const posted = await request.post('/api/jobs', {
    data: `{"x":"${'y'.repeat(10_000_000)}"}`,
    headers: { 'Content-Type': 'application/json' },
  });
  expect(posted.status()).toBe(413);
  expect((await (await request.get('/api/jobs')).json()).total).toBe(before);
});

test('unknown terminals, a full screw and volts below zero are answered where they are typed', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await goTo(page, 'Survey');
  const line = page.getByLabel('Type landings');
  await line.fill('r red, q7 yellow');
  await expect(page.locator('.chip.wrong')).toContainText('q7');
  await line.press('Enter');
  await expect(page.locator('.quick-chips')).toContainText('q7');
  await expect(line).toHaveValue('q7 yellow');
  await line.fill('spare blue bord');
  await page.locator('.chip.wrong').click();
  await expect(line).toHaveValue('spare blue board');
  await line.fill('r blue');
  await line.press('Enter');
  await expect(page.locator('.chip.wrong')).toContainText('already holds red');
  await line.fill('x'.repeat(5000));
  await expect(page.locator('.chip.wrong')).toContainText('Too long');
  await goTo(page, 'Make safe');
  await page.getByLabel(/^Supply off: volts AC/).fill('-24');
  await page.getByLabel(/^Supply off: volts AC/).press('Enter');
  await expect(page.locator('.problem')).toContainText('Below zero');
  await page.getByLabel(/^Supply off: volts AC/).fill('25.9');
  await page.getByLabel(/^Supply off: volts AC/).press('Enter');
  await expect(page.locator('.sentence')).toContainText('Still live');
});

test('a script in a name is text on the screen and in the papers', async ({ page, request }) => {
  const id = await newJob(page);
  const nasty = '<script>document.title="owned"</script><b>x';
  await fill(page, 'Site', nasty);
  await kept(page);
  await expect(page.locator('.top-job')).toContainText(nasty);
  await page.goto('/');
  await expect(page.getByText(nasty)).toBeVisible();
  expect(await page.title()).toBe('Augerset');
  expect((await request.get(`/api/jobs/${id}/handover`)).status()).toBe(200);
});

test('signs of line voltage stop the job on a page of its own', async ({ page }) => {
  await newJob(page);
  await goTo(page, 'Make safe');
  await page.getByRole('checkbox', { name: 'Wire nuts' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'line voltage' })).toContainText('licensed electrician');
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Jobs' }).getByRole('listitem').first()).toContainText('stopped');
});

test('a page of another origin cannot write', async ({ request }) => {
  const answer = await request.post('/api/jobs', {
    headers: { Origin: 'http://elsewhere.example' },
    data: { by: { client: 'x', name: '' }, from: { kind: 'empty' } },
  });
  expect(answer.status()).toBe(403);
});
