/** A square code read from a running camera: the browser's own stand-in for one, showing a film of one picture. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { create } from 'qrcode';
import { written } from '../support/onboarding';
import { goTo, kept, newJob } from './helpers';

const PAYLOAD = written(12_345, 77, 1234, 31_415_926);
const [WIDTH, HEIGHT] = [640, 480];

/** An uncompressed film (YUV4MPEG2) of a code in the middle of a grey wall. */
function film(text: string): Buffer {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const dot = Math.floor((HEIGHT * 0.7) / (modules.size + 8));
  const side = dot * (modules.size + 8);
  const [left, top] = [(WIDTH - side) / 2, (HEIGHT - side) / 2];
  const luma = Buffer.alloc(WIDTH * HEIGHT, 120);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [row, column] = [Math.floor(y / dot) - 4, Math.floor(x / dot) - 4];
      const inside = row >= 0 && column >= 0 && row < modules.size && column < modules.size;
      const at = Math.floor(top + y) * WIDTH + Math.floor(left + x);
      luma[at] = inside && modules.get(row, column) ? 20 : 230;
    }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, Buffer.alloc((WIDTH * HEIGHT) / 2, 128)]);
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420\n`), frame, frame]);
}

const folder = '.tmp/e2e';
mkdirSync(folder, { recursive: true });
const path = join(process.cwd(), folder, 'camera.y4m');
writeFileSync(path, film(PAYLOAD));

test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${path}`,
    ],
  },
});

test('is taken by itself, its secret part not kept; a camera that is not allowed says so', async ({
  page,
  context,
}) => {
  await newJob(page);
  await page.getByRole('button', { name: /V-7 menu/ }).click();
  await goTo(page, 'Set up');
  const region = page.getByRole('region', { name: 'Join and register' });
  const dialog = page.getByRole('dialog', { name: 'Scan the square code' });
  await region.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(dialog.getByRole('alert')).toContainText('may not use the camera');
  await dialog.getByRole('button', { name: 'Leave off' }).click();
  await expect(dialog).toHaveCount(0);
  await context.grantPermissions(['camera']);
  await region.getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(region).toContainText('Read: discriminator 1234, maker 12345, model 77');
  await kept(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const stored = await (await page.request.get(`/api/jobs/${id}/export`)).text();
  expect(stored).not.toContain(PAYLOAD);
  // The camera is off again: nothing of the page holds it.
  expect(await page.locator('video').count()).toBe(0);
});
