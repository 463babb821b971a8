/** The same run by thumb at 390 × 844: pointing instead of typing, and a reload in the middle. */
import { expect, type Page, test } from '@playwright/test';
import { workDrill } from './drill-run';
import { fill, goTo, kept, meter, newJob, RIG } from './helpers';

test('a job by thumb from empty survey to seal', async ({ page, request }) => {
  const id = await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).tap();
  await fill(page, 'Site', 'Pilot house');
  await page.getByRole('button', { name: 'Yes' }).first().tap();
  await goTo(page, 'Survey');
  const strip = page.locator('.strip');
  for (const [colour, screw] of [
    ['red', 'R'],
    ['blue', 'C'],
    ['white', 'W'],
    ['yellow', 'Y'],
    ['green', 'G'],
  ] as const) {
    await page.getByRole('group', { name: 'Colour to land' }).getByRole('button', { name: colour }).tap();
    await strip.getByRole('button', { name: new RegExp(`^${screw} at the wall`) }).tap();
  }
  await expect(page.locator('.bench-head')).toContainText('5 landed');
  await kept(page);
  await page.reload();
  await expect(page.locator('.bench-head')).toContainText('5 landed');
  await goTo(page, 'Make safe');
  await page.getByRole('button', { name: 'Add breaker' }).tap();
  await meter(page, /^Supply on: volts AC/, '26.2');
  await page.getByRole('switch').tap();
  await meter(page, /^Supply off: volts AC/, '0');
  await meter(page, /^Meter on a live source/, '121');
  await goTo(page, 'Decide');
  await page.getByRole('button', { name: /^Oil The furnace/ }).tap();
  await expect(page.locator('.sentence')).toContainText('An oil furnace with air conditioning');
  await goTo(page, 'Connect');
  for (const tick of await page.locator('.panel', { hasText: 'Work list' }).getByRole('checkbox').all())
    await tick.tap();
  await goTo(page, 'Power up');
  await page.getByLabel('Meter says').fill('25.8');
  await page.getByLabel('Meter says').press('Enter');
  await page.getByRole('button', { name: 'Lights up' }).tap();
  await goTo(page, 'Proof');
  await page.getByRole('button', { name: 'Rig', exact: true }).tap();
  await page.getByLabel('Address').fill(RIG);
  await page.getByLabel('Address').press('Enter');
  await page.getByRole('button', { name: 'Load this job' }).tap();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('is loaded');
  await page.getByRole('button', { name: 'Run the whole proof' }).tap();
  await expect(page.locator('.sentence')).toContainText('Proved: 10 of 10 shown', { timeout: 60_000 });
  await goTo(page, 'Hand over');
  await kept(page);
  await fill(page, 'Your name', 'Oda Brannick');
  await page.getByRole('button', { name: 'Seal', exact: true }).tap();
  await page.getByRole('button', { name: 'Seal it now' }).tap();
  await expect(page.locator('.sentence')).toContainText('the seal holds');
  expect((await request.get(`/api/jobs/${id}/handover`)).status()).toBe(200);
});

test('a week said by thumb, an event moved, an entry keyed in, a sensor counted', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /K-2 battery/ }).tap();
  await fill(page, 'Site', 'Light ship');
  await goTo(page, 'Week');
  await page.getByLabel('Say the week').fill('up 6, out 8, back 12, out 13, back 17, bed 22; weekend in');
  await expect(page.locator('.spoken-says')).toContainText('06:00 In, 08:00 Out, 12:00 In');
  await page.getByRole('button', { name: 'Take it' }).tap();
  const held = page.getByRole('region', { name: 'Programme to key in' });
  await expect(held).toContainText('K·h a week off what is wished');
  const first = held.getByRole('button').first();
  await first.tap();
  await expect(first).toHaveAttribute('aria-pressed', 'true');
  const sensors = page.getByRole('region', { name: 'Sensors' });
  await sensors.getByRole('button', { name: 'Add the device’s own' }).tap();
  await sensors.getByRole('button', { name: 'Device does not count in Night' }).tap();
  await expect(sensors.getByRole('button', { name: 'Device counts in Night' })).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(sensors.getByRole('button', { name: 'Device counts in Night' })).toBeVisible();
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(390);
});

/** The page is no wider than the phone; drawings that are scroll by themselves. */
async function offTheSide(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await expect(page.locator('.sentence')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), path).toBeLessThanOrEqual(
    0,
  );
}

test('a boiler by thumb: a demand touched, a wire joined on the drawing, hot water explained', async ({ page }) => {
  await page.goto('/jobs/demo-parsonage/decide');
  await page.getByRole('button', { name: 'heating alone', exact: true }).tap();
  await expect(page.locator('.panel h2').first()).toContainText('heats the radiators');
  await page.goto('/jobs/demo-school/survey');
  await page.getByRole('button', { name: /^receiver 1, / }).tap();
  await expect(page.getByText('RX.1 to which?')).toBeVisible();
  await page.reload();
  await page.goto('/jobs/demo-parsonage/week');
  await page.getByLabel('It was cold at').fill('23:00');
  await expect(page.getByText(/More was drawn|there is hot water|too short/)).toBeVisible();
});

test('nothing runs off the side of any stop, and targets are big enough', async ({ page }) => {
  for (const stop of [
    'arrive',
    'make-safe',
    'survey',
    'decide',
    'connect',
    'power-up',
    'set-up',
    'week',
    'proof',
    'hand-over',
  ]) {
    await offTheSide(page, `/jobs/demo-station/${stop}`);
    // The same of a boiler's own screens.
    await offTheSide(page, `/jobs/demo-parsonage/${stop}`);
    await page.goto(`/jobs/demo-station/${stop}`);
    await expect(page.locator('.sentence')).toBeVisible();
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('.bench button, .bench select, .bench .reading-box input, .bench .quick-row input')]
        .filter((e) => e.getClientRects().length > 0 && !e.classList.contains('visually-hidden'))
        .map((e) => ({ name: e.textContent ?? '', h: e.getBoundingClientRect().height }))
        .filter((e) => e.h < 36),
    );
    expect(small, stop).toEqual([]);
  }
});

test('a heated floor by thumb: touched in section, a mat typed, kept over a reload', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).tap();
  await page.getByRole('button', { name: /Electric floor/ }).tap();
  await page.waitForURL(/\/arrive/);
  await page.getByRole('button', { name: /FB-1 floor button/ }).tap();
  await fill(page, 'Site', 'Weigh house');
  await goTo(page, 'Survey');
  const section = page.locator('.section');
  await section.getByRole('button', { name: /^Covering/ }).tap();
  await page.getByRole('button', { name: 'timber', exact: true }).tap();
  await section.getByRole('button', { name: /^Probe,/ }).tap();
  await fill(page, 'Probe reads, Ω', '12k');
  await fill(page, 'Floor beside it, °C', '21');
  await page.getByLabel('Type mats').fill('600 w 230 v 88');
  await page.getByRole('button', { name: /^Lay/ }).tap();
  await fill(page, 'Supply, measured, V', '231');
  await expect(page.locator('.sentence')).toContainText('605 W, 2.6 A at 231 V');
  await kept(page);
  await page.reload();
  await expect(page.locator('.mat')).toContainText('605 W here');
  // Nothing is wider than the phone.
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await goTo(page, 'Decide');
  await expect(page.locator('.reading-side')).toContainText('Is there ground-fault protection ahead of it?');
});

test('a drill by thumb from complaint to its debrief', async ({ page }) => {
  test.setTimeout(240_000);
  const debrief = await workDrill(page);
  await expect(debrief.getByRole('link', { name: 'Certificate' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('a sheet by thumb: begun, named, its card walked', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).tap();
  await page.getByRole('button', { name: /^Millivolt/ }).tap();
  await page.getByRole('button', { name: 'Write a sheet' }).tap();
  await fill(page, 'Name', 'Thumb sheet');
  await expect(page.getByRole('region', { name: 'The sheet of this job' })).toContainText('Whole');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await kept(page);
  await goTo(page, 'Set up');
  await page
    .locator('.card-walk')
    .getByRole('button', { name: /^(Entered|Seen)$/ })
    .tap();
  await expect(page.locator('.card-walk')).toContainText('2 of 2');
});
