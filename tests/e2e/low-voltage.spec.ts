/** Ways without a common, letters with two meanings, accessories, the second cable, labels. */
import { expect, type Page, test } from '@playwright/test';
import { accessibleInBoth } from './accessible';
import { blockers, fill, goTo, kept, newJob } from './helpers';

const type = async (page: Page, line: string): Promise<void> => {
  await page.getByLabel('Type landings').fill(line);
  await page.getByLabel('Type landings').press('Enter');
};
const way = (page: Page, name: string) => page.locator('.way', { hasText: name });

test('no common: the spare core is open, so the splitter pair is chosen and carried to the proof', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await goTo(page, 'Survey');
  await type(page, 'r red, y yellow, g green, w white, spare blue');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^Gas The furnace/ }).click();
  await expect(page.locator('.reading-side')).toContainText('No common');
  await page.getByLabel(/Spare core joined/).fill('1.2');
  await page.getByLabel(/Spare core joined/).press('Enter');
  await expect(page.locator('.way.chosen')).toContainText('Spare core as C');
  // Measured again, it is open after all.
  await page.getByLabel(/Spare core joined/).fill('OL');
  await page.getByLabel(/Spare core joined/).press('Enter');
  await expect(way(page, 'Spare core as C')).toContainText('not here');
  const splitter = way(page, 'Splitter pair on Y and G');
  await expect(page.locator('.decide-caption')).toContainText('if you choose: Splitter pair');
  await expect(splitter).toContainText('The device would get');
  await page.reload();
  await splitter.getByRole('button', { name: 'there is none' }).click();
  await expect(splitter).toContainText('no room for the module');
  await splitter.getByRole('button', { name: 'there is', exact: true }).click();
  await splitter.getByRole('button', { name: 'Choose' }).click();
  await expect(page.locator('.way.chosen')).toContainText('Splitter pair');
  await expect(page.locator('.strip').first()).toContainText('M1');
  await goTo(page, 'Connect');
  await expect(page.locator('.panel', { hasText: 'Work list' })).toContainText('Mount the module in the cabinet');
  await expect(page.locator('.panel', { hasText: 'Work list' })).toContainText('Fit the diode piece behind the plate');
  await goTo(page, 'Power up');
  await page.getByRole('button', { name: 'fan alone' }).click();
  await page
    .locator('.strip')
    .getByRole('button', { name: /^M1 at the board/ })
    .click();
  await page
    .locator('.strip')
    .getByRole('button', { name: /^C at the board/ })
    .click();
  const half = Number.parseFloat((await page.locator('.big-figure').textContent()) ?? '0');
  await page.getByRole('button', { name: 'cool, stage 1' }).click();
  await expect(page.locator('.big-figure')).not.toContainText(half.toFixed(1));
  const whole = Number.parseFloat((await page.locator('.big-figure').textContent()) ?? '0');
  expect(half / whole).toBeCloseTo(Math.SQRT1_2, 1);
  await goTo(page, 'Set up');
  await expect(page.locator('.card-row', { hasText: 'Terminals, detected or entered' })).toContainText('Y G');
  await kept(page);
});

test('B could be the common: the product says what to measure, and the reading answers', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /P-9 heat pump/ }).click();
  await goTo(page, 'Survey');
  await type(page, 'r red, b blue, y yellow, g green, w white');
  // Nothing calling: the same either way, through the idle coil.
  await page.getByRole('button', { name: 'Measure', exact: true }).click();
  const strip = page.locator('.strip').first();
  await strip.getByRole('button', { name: /^R at the board/ }).click();
  await strip.getByRole('button', { name: /^B at the board/ }).click();
  await page.getByLabel('Meter says').fill('26');
  await page.getByLabel('Meter says').press('Enter');
  await goTo(page, 'Decide');
  await expect(page.locator('.sentence')).toContainText('Not settled: B is the reversing valve; or B is the common.');
  await expect(page.locator('.panel', { hasText: 'What it could be' })).toContainText('it proves nothing');
  await expect(page.getByText('Measure this first:')).toBeVisible();
  await page.reload();
  const common = way(page, 'B is the common');
  const volts = Number.parseFloat((await common.locator('.way-minutes').textContent()) ?? '0');
  await page.locator('.panel', { hasText: 'What it could be' }).getByRole('textbox').fill(volts.toFixed(1));
  await page.locator('.panel', { hasText: 'What it could be' }).getByRole('textbox').press('Enter');
  await expect(way(page, 'B is the reversing valve')).toContainText('dropped');
  await expect(page.locator('.sentence')).toContainText('with a common wire');
  await expect(page.getByText('Is B the common here')).toHaveCount(0);
  await kept(page);
});

test('an accessory that joins two transformers stops the work until its lead is off C', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /A-6 relay/ }).click();
  await goTo(page, 'Survey');
  await type(page, 'r red, c blue, y yellow, g green, w white');
  await page.getByRole('button', { name: 'Humidifier', exact: true }).click();
  const accessory = page.getByRole('article', { name: 'Humidifier' });
  await accessory.getByRole('button', { name: 'its own transformer' }).click();
  await accessory
    .getByRole('group', { name: /A lead of its transformer/ })
    .getByRole('button', { name: 'C', exact: true })
    .click();
  await fill(page, 'Humidifier Load, VA', '-3');
  await expect(accessory.getByRole('alert')).toContainText('-3 is outside 0 to 100 VA');
  await fill(page, 'Humidifier Load, VA', '10');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^Gas The furnace/ }).click();
  const blocker = page.locator('.finding.blocker', { hasText: 'own transformer is joined to C' });
  await expect(blocker).toBeVisible();
  await blocker.getByRole('button', { name: /Show where/ }).click();
  await expect(way(page, 'Humidifier')).toHaveClass(/chosen/);
  await expect(way(page, 'Humidifier')).toContainText('in opposition across its coil');
  await goTo(page, 'Survey');
  await accessory.getByRole('button', { name: 'neither R nor C' }).click();
  await goTo(page, 'Decide');
  await expect(blockers(page)).toHaveCount(0);
  await expect(way(page, 'Humidifier')).toContainText('neither wire touches R or C');
  await goTo(page, 'Set up');
  await expect(page.locator('.card-row', { hasText: 'Fed' })).toContainText('it has its own transformer');
  await page.getByRole('button', { name: 'As a table' }).click();
  await expect(page.locator('.chart-table tr', { hasText: '−30' })).toBeVisible();
});

test('the second cable is drawn and typed; a touched conductor takes a joint and its ohms', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await goTo(page, 'Survey');
  await type(page, 'r red, c blue, y yellow, g green, w white, y pink outdoor');
  const outdoor = page.locator('.strip').nth(1);
  await expect(outdoor.getByRole('button', { name: /^Y at the outdoor unit, pink/ })).toBeVisible();
  await expect(blockers(page)).toHaveCount(0);
  await page.getByRole('group', { name: 'Colour to land' }).getByRole('button', { name: 'black' }).click();
  await outdoor.getByRole('button', { name: /^C at the board/ }).press('Enter');
  await expect(outdoor.getByRole('button', { name: /^C at the outdoor unit, black/ })).toBeVisible();
  await page
    .locator('.strip')
    .first()
    .getByRole('button', { name: /^Y at the wall/ })
    .click();
  await fill(page, 'A joint in it, where', 'in the ceiling');
  await fill(page, 'Joint, Ω', 'plenty');
  await expect(page.getByRole('alert').filter({ hasText: 'not a figure' })).toBeVisible();
  await fill(page, 'Joint, Ω', '12');
  await expect(page.locator('.strip').first()).toContainText('yellow, joint');
  await page.reload();
  await expect(page.locator('.strip').first()).toContainText('yellow, joint');
  await expect(outdoor).toContainText('black');
});

test('labels are printed in either size, and a wrong size is refused', async ({ request }) => {
  for (const size of ['a4', 'letter']) {
    const response = await request.get(`/api/jobs/demo-station/labels?size=${size}`);
    expect(response.headers()['content-type']).toBe('application/pdf');
    expect((await response.body()).subarray(0, 5).toString()).toBe('%PDF-');
  }
  expect((await request.get('/api/jobs/demo-station/labels?size=a9')).status()).toBe(400);
});

test('the charts’ figures feed the card, in the job’s units', async ({ page }) => {
  await page.goto('/jobs/demo-tower/set-up');
  const lockout = page.locator('.card-row', { hasText: 'No compressor below' });
  await expect(lockout).toContainText('fuel is cheaper below');
  await fill(page, 'Fuel a kWh', '0.2');
  await expect(lockout).toContainText('no longer carries the house');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(lockout).toContainText('fuel is cheaper below');
});

test('accessible with charts, accessories and candidates', async ({ page }) => {
  for (const path of ['demo-sail/set-up', 'demo-icehouse/decide', 'demo-icehouse/survey', 'demo-rope/decide']) {
    await page.goto(`/jobs/${path}`);
    await expect(page.locator('.bench-head')).toBeVisible();
    if (path.endsWith('set-up')) await expect(page.locator('.line-chart canvas').first()).toBeVisible();
    await accessibleInBoth(page);
  }
});
