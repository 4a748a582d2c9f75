import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('from the accepted plan to parts: a board sawn, a rail spoilt, what is missing cut from an offcut', async ({
  page,
}) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('2 board 2400 x 150 x 30 oak, bay 1');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('3 rail 600 x 60 x 22 oak, character');
  await shop.match();
  await page.getByRole('button', { name: /^Accept plan/ }).click();
  await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();

  await shop.go('Shop');
  const inHand = page.locator('al-parts-in-hand');
  await test.step('sawn: parts in hand, offcuts on the rack', async () => {
    await expect(page.locator('.set-ups li').first()).toBeVisible();
    await page
      .getByRole('button', { name: /^Sawn: / })
      .first()
      .click();
    await expect(page.getByText('Every board of the accepted plans is sawn.')).toBeVisible();
    await expect(inHand.locator('li')).toHaveCount(3);
    await shop.go('Rack');
    await expect(page.getByText('reserved for')).toHaveCount(0);
    expect(await shop.pieces().count()).toBeGreaterThan(1);
    await shop.go('Shop');
  });

  await test.step('a rail is spoilt, and only that is matched again', async () => {
    await inHand
      .getByRole('button', { name: /^Spoilt: / })
      .first()
      .click();
    await page.getByRole('button', { name: 'All of it is waste' }).click();
    await expect(page.getByText('Missing: 1 × rail')).toBeVisible();
    await page.getByRole('button', { name: 'Match what is missing' }).click();
    await expect(page.getByText('Missing: 1 × rail')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Sawn: / })).toHaveCount(1);
    await page.getByRole('button', { name: /^Sawn: / }).click();
    await expect(inHand.locator('li')).toHaveCount(3);
  });

  await test.step('a reload keeps all of it, and undo gives the morning back', async () => {
    await shop.reload();
    await expect(inHand.locator('li')).toHaveCount(3);
    for (let i = 0; i < 4; i++) await shop.undo();
    await expect(inHand.locator('li')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Sawn: / })).toHaveCount(1);
    await shop.go('Rack');
    await shop.expectCount(2);
  });
  expect(heard).toEqual([]);
});

test('the shop on a phone: fits, and says what to do first', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Shop');
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
  await expect(page.getByRole('button', { name: /^Sawn: / }).first()).toBeVisible();
});
