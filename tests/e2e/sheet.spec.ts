/** A sheet written from a leaflet, in every family: what is missing is said at its place, the card follows, it is kept. */
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { fill, goTo, kept } from './helpers';

const FAMILIES = [
  ['24 V control', 'Heat stages'],
  ['Boiler on mains control', 'Channels'],
  ['Electric floor', 'Relay, A'],
  ['Electric heaters', 'Its contact, A'],
  ['Millivolt or dry contact', 'Its contact, A'],
] as const;

async function begin(page: Page, family: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: new RegExp(`^${family}`) }).click();
  await page.waitForURL(/\/jobs\/[^/]+\/arrive/);
  await page.getByRole('button', { name: 'Write a sheet' }).click();
}

const editor = (page: Page) => page.getByRole('region', { name: 'The sheet of this job' });

for (const [family, figure] of FAMILIES)
  test(`a sheet of ${family} is written, refused while it is not whole, kept, and offered to the next job`, async ({
    page,
  }) => {
    await begin(page, family);
    const sheet = editor(page);
    await expect(sheet).toContainText('Whole: the job is worked out from it.');
    // The device's name is taken out: nothing is worked out from a sheet without one, and the place is said.
    await fill(page, 'Name', '');
    await expect(sheet.getByRole('status').first()).toContainText(
      'One place still to fill in. First: name, not filled in.',
    );
    await expect(page.getByRole('complementary').first()).toContainText('not whole: name, not filled in');
    // A figure no sheet takes stays in its field, and nothing is taken.
    await sheet.getByLabel(figure, { exact: true }).fill('99999');
    await sheet.getByLabel(figure, { exact: true }).press('Enter');
    await expect(sheet).toContainText('99999 is outside');
    await sheet.getByLabel(figure, { exact: true }).press('Escape');
    const name = `Leaflet ${family}`;
    await fill(page, 'Name', name);
    await expect(sheet).toContainText('Whole: the job is worked out from it.');
    await kept(page);
    await page.reload();
    await expect(editor(page).getByRole('heading', { name })).toBeVisible();
    await sheet.getByRole('button', { name: 'Keep for other jobs' }).click();
    await expect(sheet).toContainText('Kept as version 1');
    await sheet.getByRole('button', { name: 'Keep for other jobs' }).click();
    await expect(sheet).toContainText('Kept already, version 1.');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      sheet.getByRole('button', { name: 'Save as a file' }).click(),
    ]);
    expect(JSON.parse(readFileSync(await file.path(), 'utf8'))).toMatchObject({ format: 'augerset.device', name });
    // Offered to the next job, and taken there in one press.
    await begin(page, family);
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
    await expect(editor(page).getByRole('heading', { name })).toBeVisible();
    await page.getByRole('button', { name: `Offer ${name} no more` }).click();
    await expect(page.getByRole('list', { name: 'Sheets of your own' })).toHaveCount(0);
    await expect(editor(page).getByRole('heading', { name })).toBeVisible();
  });

test('a sheet from nothing to the card: menu, terminals, settings, and the walk through them', async ({ page }) => {
  await begin(page, 'Millivolt or dry contact');
  const sheet = editor(page);
  const open = (name: RegExp) => sheet.getByRole('button', { name }).click();
  await fill(page, 'Name', 'Slate dial');
  await open(/^The installer’s menu/);
  await sheet.getByRole('button', { name: '+ The installer’s menu' }).click();
  await fill(page, 'What is pressed', 'the dial');
  await fill(page, 'Hold, s', '6');
  await fill(page, 'Passcode', '22');
  await open(/^Its terminals/);
  await sheet.getByLabel('Called', { exact: true }).first().fill('7');
  await sheet.getByLabel('Called', { exact: true }).first().press('Enter');
  await expect(sheet.getByRole('img', { name: 'Terminals 7 and Q' })).toBeVisible();
  // What the job decides and the sheet lacks is added by one press, with the job's own choices in it.
  const add = sheet.getByRole('button', { name: /^Add / }).first();
  await expect(add).toBeVisible();
  await add.click();
  await expect(sheet.getByRole('status').first()).toContainText('still to fill in');
  await open(/^Its settings/);
  await sheet.getByRole('button', { name: /^4 .*1 to fill in/ }).click();
  await sheet.getByLabel('in its menus, parted by /').fill('Trade / Clock');
  await sheet.getByLabel('in its menus, parted by /').press('Enter');
  await expect(sheet).toContainText('Whole: the job is worked out from it.');
  await kept(page);
  await goTo(page, 'Set up');
  const walk = page.locator('.card-walk');
  await expect(walk).toContainText('Hold for 6 s: the dial. Passcode 22.');
  const first = (await walk.locator('.card-code').textContent()) ?? '';
  await walk.getByRole('button', { name: /^(Entered|Seen)$/ }).click();
  await expect(walk.locator('.card-code')).not.toHaveText(first);
  await page.reload();
  await expect(walk).toContainText('2 of 3');
  await walk.getByRole('button', { name: /^Back to/ }).click();
  await expect(walk).toContainText('1 of 3');
});

test('a file that is no sheet is refused with its place, and the job keeps its own', async ({ page }) => {
  await begin(page, 'Electric floor');
  const give = (text: string) =>
    page.getByLabel('A device sheet file').setInputFiles({
      name: 'leaflet.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
  await give('not json');
  await expect(page.locator('.field-hint.problem')).toContainText('leaflet.json is not JSON.');
  await give(JSON.stringify({ format: 'augerset.device', version: 1, id: 'x', name: 'X', family: 'boiler' }));
  await expect(page.locator('.field-hint.problem')).toContainText('leaflet.json, family');
  await expect(editor(page)).toContainText('Whole');
});
