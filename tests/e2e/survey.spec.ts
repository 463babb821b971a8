/** The strip: pointing, dragging, keys; findings light up what they are about; a no-C job decided by its spare core. */
import { expect, test } from '@playwright/test';
import { accessibleInBoth } from './accessible';
import { goTo, kept, newJob } from './helpers';

test('an end is dragged to another screw and off the plate', async ({ page }) => {
  await newJob(page);
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red, y yellow, w white');
  await page.getByLabel('Type landings').press('Enter');
  const screw = (name: RegExp) => page.locator('.strip').getByRole('button', { name });
  const centre = async (name: RegExp): Promise<{ x: number; y: number }> => {
    const b = await screw(name).boundingBox();
    return { x: (b?.x ?? 0) + (b?.width ?? 0) / 2, y: (b?.y ?? 0) + (b?.height ?? 0) / 2 };
  };
  const from = await centre(/^Y at the board/);
  const to = await centre(/^G at the board/);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await expect(screw(/^G at the board, yellow/)).toBeVisible();
  await expect(page.locator('.reading-side')).toContainText('yellow is on Y at the wall but on G at the board');
  const w = await centre(/^W at the wall/);
  await page.mouse.move(w.x, w.y);
  await page.mouse.down();
  await page.mouse.move(w.x + 330, w.y, { steps: 6 });
  await page.mouse.up();
  await expect(screw(/^W at the wall, empty/)).toBeVisible();
});

test('a screw is landed by keyboard alone, and evidence lights up', async ({ page }) => {
  await newJob(page);
  await goTo(page, 'Survey');
  await page.getByRole('group', { name: 'Colour to land' }).getByRole('button', { name: 'white' }).press('Enter');
  await page
    .locator('.strip')
    .getByRole('button', { name: /^W at the wall/ })
    .press('Enter');
  await expect(page.locator('.strip').getByRole('button', { name: /^W at the board, white/ })).toBeVisible();
  await page.goto('/jobs/demo-netloft/survey');
  await page
    .locator('.finding', { hasText: 'There is a splice' })
    .getByRole('button', { name: /Show where/ })
    .click();
  await expect(page.locator('.conductor.lit')).toHaveCount(1);
});

test('no common: the spare core is measured, becomes C, and the plan and prediction follow', async ({ page }) => {
  await page.goto('/');
  // By now the list is longer than its first page.
  await page.getByLabel('Search jobs').fill('net loft upper');
  const row = page.getByRole('listitem').filter({ hasText: 'Net loft' }).filter({ hasText: 'upper floor' });
  await row.getByRole('button', { name: 'Copy' }).click();
  await page.waitForURL(/\/arrive/);
  await goTo(page, 'Decide');
  await expect(page.locator('.reading-side')).toContainText('No common');
  await page.getByLabel(/Spare core joined/).fill('1.4');
  await page.getByLabel(/Spare core joined/).press('Enter');
  await expect(page.locator('.way.chosen')).toContainText('Spare core as C');
  await expect(page.locator('.reading-side')).not.toContainText('No common');
  await goTo(page, 'Connect');
  await expect(page.getByText('Land blue on C at the board, tug it')).toBeVisible();
  await goTo(page, 'Power up');
  await expect(page.locator('.sentence')).toContainText('It should say');
  await page.getByRole('button', { name: 'Stays dead' }).click();
  await expect(page.locator('.ranking')).toContainText('Most likely');
  await kept(page);
});

test('search, archive and take out again', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Search jobs').fill('lifeboat crew');
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('list', { name: 'Jobs' }).getByRole('button', { name: 'Put away', exact: true }).first().click();
  await expect(page.getByText(/Nothing typed or found/)).toBeVisible();
  await page.getByRole('group', { name: 'Show' }).getByRole('button', { name: 'Put away' }).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('group', { name: 'Show' }).getByRole('button', { name: 'All' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(1);
});

test('a job that could not be put away says so, and stays', async ({ page }) => {
  await page.goto('/');
  const first = page.locator('.ledger > li').first();
  const name = (await first.locator('strong').textContent()) ?? '';
  await page.route('**/ops', (route) => route.abort());
  await first.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByRole('alert').filter({ hasText: name })).toContainText('It stands where it was.');
  await expect(page.locator('.ledger > li').first()).toContainText(name);
});

test('commands are found by name and by key', async ({ page }) => {
  await page.goto('/jobs/demo-ferry/survey');
  await expect(page.locator('.sentence')).toBeVisible();
  const command = page.getByLabel('Command', { exact: true });
  await expect(async () => {
    await page.locator('body').press('/');
    await expect(command).toBeVisible({ timeout: 1500 });
  }).toPass();
  await command.fill('week');
  await page.getByLabel('Command', { exact: true }).press('Enter');
  await page.waitForURL(/\/week$/);
  await page.locator('body').press('g');
  await page.locator('body').press('9');
  await page.waitForURL(/\/proof$/);
});

for (const path of [
  '/',
  '/jobs/demo-netloft/survey',
  '/jobs/demo-netloft/decide',
  '/jobs/demo-ferry/power-up',
  '/jobs/demo-hall/proof',
  '/jobs/demo-station/set-up',
  '/jobs/demo-flat/week',
  '/jobs/demo-flat/hand-over',
  '/jobs/demo-netloft/make-safe',
  '/jobs/demo-ferry/connect',
  '/jobs/demo-customs/arrive',
]) {
  test(`no accessibility fault on ${path}`, async ({ page }) => {
    await page.goto(path);
    await expect(page.locator('.sentence, .ledger').first()).toBeVisible();
    await accessibleInBoth(page);
  });
}

test('the look for faults of accessibility sees one, and one of the dark alone', async ({ page }) => {
  const html = (more: string): string =>
    `<html lang="en"><head><title>t</title><style>@media (prefers-color-scheme: dark) { p { color: #ccc } }</style></head><body><main><h1>t</h1>${more}</main></body></html>`;
  await page.setContent(html('<img src="data:,">'));
  await expect(accessibleInBoth(page)).rejects.toThrow('image-alt');
  await page.setContent(html('<p style="background: #fff">said</p>'));
  await expect(accessibleInBoth(page)).rejects.toThrow('dark color-contrast');
});

test('equipment without letters: cores traced by the pair that goes outdoors; a plate that lies is caught', async ({
  page,
}) => {
  await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red wall, c blue wall, y yellow wall, w white wall');
  await page.getByLabel('Type landings').press('Enter');
  await page.getByRole('checkbox', { name: /splices only/ }).click();
  const side = page.locator('.reading-side');
  await expect(side).toContainText('Not traced at the splices: red, blue, yellow and white');
  for (const [core, meets] of [
    ['red, R', 'transformer-hot'],
    ['white, W', 'heat'],
    ['yellow, Y', 'transformer-common'],
    ['blue, C', 'outdoor-alone'],
  ] as const)
    await page.getByLabel(`${core} at the wall meets`).selectOption(meets);
  await expect(side).not.toContainText('Not traced');
  await expect(side).toContainText('blue is on C at the wall but on Y at the board');
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('blue, C at the wall meets')).toHaveValue('outdoor-alone');
  await expect(
    page.locator('.strip').getByRole('button', { name: /^Y at the (board|splices at the equipment), blue/i }),
  ).toBeVisible();
});

test('what a letter means is answered at Decide, stands in the survey, and is asked again', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /V-7 menu/ }).click();
  await goTo(page, 'Survey');
  await page.getByLabel('Type landings').fill('r red, y yellow, g green, b blue, w white');
  await page.getByLabel('Type landings').press('Enter');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^Gas The furnace/ }).click();
  await page.getByRole('button', { name: /^About 24 V/ }).click();
  await expect(page.locator('.sentence')).toContainText('with a common wire');
  await kept(page);
  await page.reload();
  await goTo(page, 'Survey');
  const isB = page.getByRole('group', { name: 'B is' });
  await expect(isB.getByRole('button', { name: 'the common' })).toHaveAttribute('aria-pressed', 'true');
  await isB.getByRole('button', { name: 'the reversing valve' }).click();
  await expect(page.locator('.sentence')).toContainText('heat pump');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^B is the reversing valve ask again/ }).click();
  await expect(page.getByRole('heading', { name: 'Is B the common here, or the reversing valve?' })).toBeVisible();
});
