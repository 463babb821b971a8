/** Joining: the path out of the sheet, a wrong digit met where it is typed, a failure read, control from afar timed. */
import { expect, test } from '@playwright/test';
import { toBuffer } from 'qrcode';
import { written } from '../support/onboarding';
import { arriveToPowerUp, fill, goTo, kept, newJob, RIG } from './helpers';

test('a card’s digit typed wrongly, a step that fails, a command timed; kept over a reload', async ({ page }) => {
  await newJob(page);
  await page.getByRole('button', { name: /P-9 heat pump/ }).click();
  await fill(page, 'Site', 'Pilot station');
  await goTo(page, 'Set up');
  const join = page.getByRole('region', { name: 'Join and register' });
  // 4083 1272 0019 was printed; two neighbours were exchanged.
  await join.getByLabel('Digits of its card').fill('480312720019');
  await join.getByLabel('Digits of its card').press('Enter');
  await expect(join).toContainText('the check digit does not fit the others');
  await join
    .getByRole('button', { name: /place \d/ })
    .first()
    .click();
  await expect(join).not.toContainText('does not fit');
  // What is not lit is not asked for; the account is the customer's and begins now.
  await expect(join.locator('.join-step.now')).toContainText('Make the account');
  await join.locator('.join-step.now').getByRole('button', { name: 'Something else' }).click();
  await join.getByRole('button', { name: 'no e-mail' }).click();
  await expect(join).toContainText('It means a wrong address, or it is in the spam folder');
  await join.getByRole('button', { name: 'Again', exact: true }).click();
  await join.locator('.join-step.now').getByRole('button', { name: 'Seen', exact: true }).click();
  await expect(join).toContainText('1 of');
  const control = join.getByRole('article', { name: 'Control from afar' });
  await control.getByLabel(/Setpoint sent/).fill('22');
  await control.getByLabel(/Setpoint sent/).press('Enter');
  await control.getByRole('button', { name: 'Sent now' }).click();
  await control.getByRole('button', { name: 'The device shows it' }).click();
  await control.getByRole('button', { name: 'it does not' }).click();
  await expect(page.locator('aside, .reading-side').first()).toContainText('the equipment does not follow');
  await kept(page);
  await page.reload();
  await expect(join).toContainText('1 of');
  await expect(control).toContainText('Shown after');
});

const PAYLOAD = written(12_345, 77, 1234, 31_415_926);

test('a square code is read off a photograph, its secret part not kept; a picture without one says so', async ({
  page,
}) => {
  await newJob(page);
  await page.getByRole('button', { name: /V-7 menu/ }).click();
  await goTo(page, 'Set up');
  const join = page.getByRole('region', { name: 'Join and register' });
  const give = (name: string, buffer: Buffer) =>
    join.locator('input[type=file]').setInputFiles({ name, mimeType: 'image/png', buffer });
  await give('wall.png', await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 200 } }));
  await expect(join).toContainText('No square code is seen in wall.png');
  await give('text.png', Buffer.from('no picture'));
  await expect(join).toContainText('text.png is no picture');
  await give('code.png', await toBuffer(PAYLOAD, { width: 700, margin: 6 }));
  await expect(join).toContainText('Read: discriminator 1234, maker 12345, model 77');
  await kept(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const stored = await (await page.request.get(`/api/jobs/${id}/export`)).text();
  expect(stored).not.toContain(PAYLOAD);
});

test('linked with an assistant, proved by one command, and again after another device; consents as answered', async ({
  page,
}) => {
  await newJob(page);
  await page.getByRole('button', { name: /T-24 five-screw/ }).click();
  await goTo(page, 'Set up');
  const links = page.getByRole('article', { name: 'Linked with' });
  await links.getByRole('button', { name: 'Link a voice assistant' }).click();
  await fill(page, 'What it is called by the customer', 'kitchen speaker');
  await links.getByRole('checkbox', { name: /Permitted/ }).click();
  await links.getByRole('checkbox', { name: /Discovered/ }).click();
  await fill(page, 'Command tried', 'two degrees warmer');
  await links.getByRole('button', { name: 'it did', exact: true }).click();
  const asked = page.getByRole('article', { name: 'Asked of the customer' });
  await asked
    .getByRole('group', { name: /offers/ })
    .getByRole('button', { name: 'No' })
    .click();
  await asked.getByRole('group', { name: /terms/ }).getByRole('button', { name: 'No' }).click();
  await expect(page.locator('.reading-side').first()).toContainText('does not accept the terms');
  await kept(page);
  // Another device goes up: what was proved was proved with the one before.
  await goTo(page, 'Arrive');
  await page.getByRole('button', { name: /V-7 menu/ }).click();
  await goTo(page, 'Set up');
  await expect(links).toContainText('Proved with another device');
  await expect(asked.getByRole('group', { name: /offers/ }).getByRole('button', { name: 'No' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('a path tried at the rig: each failure met, understood by the path, and mended by what it says', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await newJob(page);
  await arriveToPowerUp(page, 'Joined house');
  await goTo(page, 'Power up');
  await page.getByRole('button', { name: 'Lights up' }).click();
  await goTo(page, 'Set up');
  const join = page.getByRole('region', { name: 'Join and register' });
  await join.getByRole('button', { name: 'Try this path at the rig' }).click();
  await fill(page, 'Address of the rig', RIG);
  const begin = join.getByRole('button', { name: 'Begin at the rig' });
  await begin.click();
  await expect(join).toContainText('Ready to be joined.');
  const troubles = await join.getByLabel('What is wrong there').locator('option').allTextContents();
  expect(troubles.length).toBeGreaterThan(8);
  for (const [trouble, seen, means, cure] of [
    [
      'mail late',
      'no e-mail',
      'a wrong address, or it is in the spam folder',
      'look under junk and correct the address',
    ],
    [
      'guest network',
      'joined, and no internet',
      'a guest network keeps it apart',
      'use the house’s own network, not the guests’',
    ],
    ['code ran out', 'the code is refused', 'it ran out', 'ask for a new code and read it letter by letter'],
    [
      'service down',
      'the service does not answer',
      'it is down, or this line is',
      'finish everything local, and leave it as a follow-up',
    ],
    ['second device', 'two of the same name', 'a second device registered by itself', 'take the wrong one out'],
  ] as const) {
    await join.getByLabel('What is wrong there').selectOption({ label: trouble });
    await begin.click();
    await expect(join).toContainText('Ready to be joined, with something wrong.');
    // Another thing that can go wrong at the step that went through just now.
    if (trouble === 'service down')
      await join.locator('.join-step.done').last().getByRole('button', { name: 'Again', exact: true }).click();
    const failure = join.locator('.join-failure');
    const next = join.getByRole('button', { name: 'Do the next step there' });
    for (let i = 0; i < 8 && !(await failure.isVisible()); i++) {
      const before = await join.locator('.join-head').textContent();
      await next.click();
      await expect
        .poll(async () => (await failure.isVisible()) || (await join.locator('.join-head').textContent()) !== before)
        .toBe(true);
    }
    await expect(failure).toContainText(`Seen instead: ${seen}.`);
    await expect(failure).toContainText(means);
    // What is not the thing to do changes nothing.
    await join.getByRole('button', { name: 'another socket, another cable' }).click();
    await expect(join).toContainText('Nothing is different.');
    await join.getByRole('button', { name: cure, exact: true }).click();
    await expect(join).toContainText(`Done: ${cure}.`);
    await join.getByRole('button', { name: 'Do it again there' }).click();
    await expect(failure).toHaveCount(0);
  }
  await kept(page);
});
