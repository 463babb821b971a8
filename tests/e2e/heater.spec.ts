/** Heaters on line voltage and contacts: from an empty survey to a sealed record, the wrong device, bad input, the rig, by thumb. */
import { expect, type Page, test } from '@playwright/test';
import { accessible } from './accessible';
import { blockers, fill, goTo, kept, proveDead, RIG } from './helpers';

async function start(page: Page, family: RegExp, device: RegExp, site: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: family }).click();
  await page.waitForURL(/\/jobs\/[^/]+\/arrive/);
  await page.getByRole('button', { name: device }).click();
  await fill(page, 'Site', site);
  await page
    .getByRole('group', { name: /Does the equipment work now/ })
    .getByRole('button', { name: 'Yes' })
    .click();
}

const choose = (page: Page, group: string, answer: string): Promise<void> =>
  page.getByRole('group', { name: group }).getByRole('button', { name: answer, exact: true }).click();

/** Two parted cables and one heater, read as they are found on 240 V, two hots. */
async function survey(page: Page, supply: [string, string, string]): Promise<void> {
  await goTo(page, 'Survey');
  await page.getByRole('button', { name: 'Add a cable' }).click();
  await page.getByRole('button', { name: 'Another cable', exact: true }).click();
  const box = page.getByRole('article');
  await box.nth(0).getByLabel('Called').fill('upper');
  await box.nth(0).getByLabel('Called').press('Enter');
  await box.nth(1).getByLabel('Called').fill('lower');
  await box.nth(1).getByLabel('Called').press('Enter');
  for (const [label, value] of [
    ['Supply on, between its cores', supply[0]],
    ['First core to earth', supply[1]],
    ['Second core to earth', supply[2]],
  ] as const)
    await fill(page, `lower ${label}, V`, value);
  await fill(page, 'upper Supply on, between its cores, V', '0');
  await fill(page, 'upper Dead, between its cores, Ω', '38.4');
  await page.getByRole('button', { name: 'Add a heater' }).click();
  const heater = box.nth(2);
  await heater.getByLabel('Called').fill('Window');
  await heater.getByLabel('Called').press('Enter');
  await fill(page, 'Window Nameplate watts, W', '1500');
  await fill(page, 'Window Nameplate volts, V', '240');
  await heater.getByRole('button', { name: 'baseboard' }).click();
  await fill(page, 'Breaker, A', '20');
  await choose(page, 'Code of the region', 'North America');
  await choose(page, 'Its breaker breaks', 'both poles');
  await choose(page, 'The cable is', 'AWG 12');
}

async function loadRig(page: Page, fault?: string): Promise<void> {
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await page.getByLabel('Address').fill(RIG);
  await page.getByLabel('Address').press('Enter');
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('is loaded');
  if (!fault) return;
  await page.getByLabel('Hidden fault').selectOption({ label: fault });
  await page.getByRole('button', { name: 'Load this job' }).click();
  await expect(page.locator('.rig-panel [role=status]')).toContainText('with a fault');
}

const tickAll = async (page: Page): Promise<void> => {
  for (const tick of await page.locator('.panel', { hasText: 'Work list' }).getByRole('checkbox').all())
    await tick.click();
};

test('a baseboard from parted cables to a sealed record: the device that cannot live here is said, and exchanged', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await start(page, /Electric heaters/, /HN-1 relay with neutral/, 'Granary');
  await survey(page, ['239', '119.5', '119.6']);
  await expect(page.locator('.sentence')).toContainText('1488 W, 6.2 A on 239 V, two hots');
  await kept(page);
  await page.reload();
  await expect(page.locator('.sentence')).toContainText('6.2 A on 239 V, two hots');
  await proveDead(page, '239', '119.5');
  await goTo(page, 'Decide');
  await expect(blockers(page).first()).toContainText('HN-1 relay with neutral needs a neutral');
  await page.getByRole('button', { name: 'Take HL-2 twin-pole line' }).click();
  await expect(blockers(page)).toHaveCount(0);
  await goTo(page, 'Connect');
  await page.getByLabel('On terminal A1').selectOption({ label: 'upper, first core' });
  await expect(blockers(page).first()).toContainText('A1');
  await page.getByLabel('On terminal A1').selectOption({ label: 'lower, first core' });
  await expect(blockers(page)).toHaveCount(0);
  await tickAll(page);
  await goTo(page, 'Power up');
  await choose(page, 'The display', 'is lit');
  await goTo(page, 'Set up');
  for (const tick of await page.getByRole('checkbox', { name: /: entered$/ }).all()) await tick.click();
  await goTo(page, 'Proof');
  await loadRig(page, 'one leg is not broken: a welded pole');
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.sentence')).toContainText('shown wrong', { timeout: 60_000 });
  await expect(page.locator('.test-list.down .fail').first()).toContainText('Off: nothing across the load');
  await page.getByLabel('Hidden fault').selectOption({ label: 'wired as planned' });
  await page.getByRole('button', { name: 'Load this job' }).click();
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.sentence')).toContainText('Proved:', { timeout: 60_000 });
  await goTo(page, 'Hand over');
  await kept(page);
  await fill(page, 'Your name', 'Oda Brannick');
  await page.getByRole('button', { name: 'Seal', exact: true }).click();
  await page.getByRole('button', { name: 'Seal it now' }).click();
  await expect(page.locator('.sentence')).toContainText('the seal holds');
});

test('cables read out of reach, contradicting, or not at all are said; nothing typed is lost', async ({ page }) => {
  await start(page, /Electric heaters/, /HL-2/, 'Malt loft');
  await survey(page, ['239', '119.5', '119.6']);
  await fill(page, 'lower Supply on, between its cores, V', '23900');
  await expect(page.locator('.problem[role=alert]')).toContainText('outside');
  await expect(page.locator('.sentence')).toContainText('on 239 V');
  await page.getByLabel('Type readings').fill('elsewhere 20');
  await page.getByLabel('Type readings').press('Enter');
  await expect(page.getByLabel('Type readings')).toHaveValue('elsewhere 20');
  await expect(page.getByText('“elsewhere” is no point here')).toBeVisible();
  // 239 V between cores that read 119 and 0 to earth: one of the three is wrong.
  await page.reload();
  await fill(page, 'lower Second core to earth, V', '0.5');
  await expect(blockers(page).first()).toContainText('these cannot all be');
});

test('a fireplace on its own pile, by what its coil gets; 24 V on the pair stops the work; the rig proves it', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await start(page, /Millivolt or dry contact/, /CB-1 cell-fed contact/, 'Net store');
  await goTo(page, 'Survey');
  await choose(page, 'What the thermostat closes', 'a loop that makes its own millivolts');
  await choose(page, 'The pilot', 'is lit');
  await fill(page, 'Pile, loop open, mV', '600');
  await fill(page, 'Pile, loop closed, mV', '360');
  await fill(page, 'Coil, loop closed, mV', '340');
  await fill(page, 'Coil pulls in at, mV', '180');
  await choose(page, 'Joined by a wire, the appliance', 'runs');
  await kept(page);
  await page.reload();
  await expect(page.locator('.sentence')).toContainText('on its own pile');
  await expect(blockers(page)).toHaveCount(0);
  await page.getByLabel('Type readings').fill('pair 24 v');
  await page.getByLabel('Type readings').press('Enter');
  await expect(blockers(page).first()).toBeVisible();
  await page.getByRole('button', { name: 'Strike 24.0 V' }).click();
  await expect(page.locator('.readings-log .struck')).toContainText('24.0 V');
  await expect(blockers(page)).toHaveCount(0);
  await goTo(page, 'Proof');
  await loadRig(page);
  await page.getByRole('button', { name: 'Run the whole proof' }).click();
  await expect(page.locator('.sentence')).toContainText('Proved:', { timeout: 60_000 });
});

for (const job of ['demo-sail-loft', 'demo-hearth'])
  test(`${job} on a phone: nothing off the side, no accessibility faults`, async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
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
      await page.goto(`/jobs/${job}/${stop}`);
      await expect(page.locator('.sentence')).toBeVisible();
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
        `${job} ${stop}`,
      ).toBeLessThanOrEqual(0);
      await accessible(page);
    }
  });
