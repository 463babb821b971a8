/** Hand over: the customer signs. */
import { expect, test } from '@playwright/test';
import { kept } from './helpers';

test('the customer signs with a stroke; it is kept over a reload and stands in the papers', async ({
  page,
  request,
}) => {
  await page.goto('/jobs/demo-cottage/hand-over');
  const signed = page.getByRole('region', { name: 'Signed by the customer' });
  await signed.getByLabel('Signer’s name').fill('Ebba Strand');
  await signed.getByLabel('Signer’s name').press('Enter');
  await expect(signed.getByRole('button', { name: 'Keep the signature' })).toBeDisabled();
  const field = signed.getByRole('img', { name: 'Sign here' });
  await field.scrollIntoViewIfNeeded();
  const box = await field.boundingBox();
  if (!box) throw new Error('nowhere to sign');
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 30, { steps: 4 });
  await page.mouse.move(box.x + 200, box.y + 80, { steps: 4 });
  await page.mouse.up();
  await signed.getByRole('button', { name: 'Keep the signature' }).click();
  await expect(signed.getByRole('img', { name: 'Signature of Ebba Strand' })).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(signed.getByRole('img', { name: 'Signature of Ebba Strand' })).toBeVisible();
  const paper = await request.get('/api/jobs/demo-cottage/handover');
  expect(paper.status()).toBe(200);
});
