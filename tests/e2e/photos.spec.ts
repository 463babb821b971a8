/** Photographs: taken without a connection, sent later, plain, and seen on another screen. */
import { expect, type Page, test } from '@playwright/test';
import { arriveToPowerUp, goTo, kept, newJob } from './helpers';

/** A picture with a position in it, as a camera writes it. */
async function picture(page: Page): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    canvas.width = 2400;
    canvas.height = 1800;
    const pen = canvas.getContext('2d');
    if (pen) {
      pen.fillStyle = '#b5541c';
      pen.fillRect(0, 0, 2400, 1800);
      pen.fillStyle = '#fff';
      pen.fillRect(700, 500, 900, 600);
    }
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg'));
    return [...new Uint8Array((await blob?.arrayBuffer()) ?? new ArrayBuffer(0))];
  });
  const said = Buffer.from('Exif\0\0GPS 58.1 N 7.9 E');
  const exif = Buffer.concat([Buffer.from([0xff, 0xe1, 0, said.length + 2]), said]);
  return Buffer.concat([Buffer.from(bytes.slice(0, 2)), exif, Buffer.from(bytes.slice(2))]);
}

test('taken offline, it is kept here, sent later without its position, and seen on another screen', async ({
  page,
  context,
  browser,
}) => {
  await newJob(page);
  const photos = page.getByRole('complementary').getByRole('region', { name: 'Photographs' });
  const raw = await picture(page);
  expect(raw.includes('GPS 58.1')).toBe(true);
  await context.setOffline(true);
  await photos.locator('input[type=file]').setInputFiles({ name: 'wall.jpg', mimeType: 'image/jpeg', buffer: raw });
  await expect(photos.locator('img')).toBeVisible();
  await expect(photos).toContainText('1 photograph kept here');
  await context.setOffline(false);
  await expect(photos).not.toContainText('kept here');
  await photos
    .getByRole('button', { name: /^Photograph/ })
    .first()
    .click();
  await photos.getByRole('button', { name: 'before' }).click();
  await kept(page);
  // Another browser has none of it but from the store.
  const other = await browser.newContext();
  const second = await other.newPage();
  await second.goto(page.url());
  const there = second.getByRole('complementary').getByRole('region', { name: 'Photographs' }).locator('img');
  await expect(there).toBeVisible();
  const src = (await there.getAttribute('src')) ?? '';
  expect(src).toMatch(/^\/api\/photos\/[0-9a-f]{64}$/);
  const stored = await (await second.request.get(new URL(src, page.url()).href)).body();
  expect(stored.includes('GPS 58.1')).toBe(false);
  expect(await there.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1600);
  // What is not what its hash says, or carries a position, is not taken.
  const wrong = await second.request.put(new URL(src, page.url()).href, { data: raw });
  expect(wrong.status()).toBe(422);
  await other.close();
});

test('a file that is no picture is refused in words', async ({ page }) => {
  await newJob(page);
  const photos = page.getByRole('complementary').getByRole('region', { name: 'Photographs' });
  await photos
    .locator('input[type=file]')
    .setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('not a picture') });
  await expect(photos).toContainText('notes.txt: It is no picture that this browser can read.');
});

test('marked where a screw is, tied to the drawing, and printed where it is wanted', async ({ page }) => {
  await newJob(page);
  await arriveToPowerUp(page, 'Marked house');
  await goTo(page, 'Connect');
  const photos = page.getByRole('complementary').getByRole('region', { name: 'Photographs' });
  const raw = await picture(page);
  await photos.locator('input[type=file]').setInputFiles({ name: 'wall.jpg', mimeType: 'image/jpeg', buffer: raw });
  await expect(photos.locator('img')).toBeVisible();
  await kept(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const printed = async (): Promise<string> =>
    (await (await page.request.get(`/api/jobs/${id}/handover`)).body()).toString('latin1');
  expect(await printed()).not.toContain('DCTDecode');
  await photos
    .getByRole('button', { name: /^Photograph/ })
    .first()
    .click();
  await photos.getByRole('checkbox', { name: 'On the papers' }).click();
  await photos.getByLabel('Mark a screw: its letters').fill('W');
  await photos.getByLabel('Mark a screw: its letters').press('Enter');
  await photos.getByRole('button', { name: 'Where W is' }).click({ position: { x: 40, y: 30 } });
  const mark = photos.getByRole('button', { name: 'W, marked: show it on the drawing' });
  await expect(mark).toBeVisible();
  await kept(page);
  await page.reload();
  await photos
    .getByRole('button', { name: /^Photograph/ })
    .first()
    .click();
  await mark.click();
  await expect(page.locator('.strip .lit').first()).toBeVisible();
  expect(await printed()).toContain('DCTDecode');
  await photos.getByRole('button', { name: 'Take out the mark W' }).click();
  await expect(mark).toHaveCount(0);
});
