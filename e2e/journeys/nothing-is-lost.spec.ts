import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('a reload in the middle loses nothing, and undo leads back to the start', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('2 stave 880 x 92>78 x 26 oak, bay 3');
  await shop.tally('rail 2400 x 90 x 20 pine');
  await shop.inspect('R-01');
  await page.keyboard.type('500');
  await page.keyboard.press('k');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  const knot = page.getByRole('button', { name: /^knot through, 35 by 25, at 490/ }).first();
  await expect(knot).toBeVisible();

  await shop.reload();
  await expect(knot).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: stretch knot on R-01' })).toBeVisible();

  for (const label of [
    'stretch knot on R-01',
    'nudge knot on R-01',
    'knot on R-01',
    'tally R-01',
    'tally 2 pieces',
  ]) {
    await page.getByRole('button', { name: `Undo: ${label}`, exact: true }).click();
  }
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await shop.go('Rack');
  await shop.expectCount(0);

  await shop.reload();
  await shop.expectCount(0);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /^Redo/ }).click();
  await shop.expectCount(3);
});

test('two tabs of the same shop agree', async ({ context }) => {
  const [one, other] = [new Shop(await context.newPage()), new Shop(await context.newPage())];
  await one.open();
  await other.open();
  await one.tally('slat 1195 x 98 x 18 spruce');
  await other.expectCount(1);
});
