import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('from an empty browser to the sheet one saws by', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.expectCount(0);

  await test.step('tally six boards', async () => {
    await shop.tally('4 slat 1195 x 98 x 22 spruce, bay 2, from pallets');
    await shop.expectCount(4);
    await shop.tally('post 8\' x 5 1/2" x 2 3/4" oak?, at the yard');
    await shop.tally('pew seat 2.61m x 330 x 30 pitch pine, loft');
    await shop.expectCount(6);
    await expect(shop.piece('P-01')).toHaveAccessibleName(/European oak\? post; 2,438.4 by 139.7 by 69.9 mm/);
  });

  await test.step('findings on two of them, by keyboard and by pointer', async () => {
    await shop.inspect('P-02');
    await page.keyboard.type('700');
    await page.keyboard.press('k');
    await page.keyboard.type('1400');
    await page.keyboard.press('n');
    await expect(shop.findings()).toHaveCount(2);
    await expect(page.getByRole('button', { name: /^knot through, 30 by 25, at 685/ }).first()).toBeVisible();
    await page.getByRole('radio', { name: 'clear', exact: true }).click();
    await expect(
      page
        .getByText('2 clear pieces')
        .or(page.getByText(/\d clear pieces/))
        .first(),
    ).toBeVisible();
    await expect(page.getByText(/Metal not cleared/)).toBeVisible();

    await shop.inspect('S-01');
    await page.getByRole('button', { name: 'D rot' }).click();
    const box = await shop.face('A').boundingBox();
    if (!box) throw new Error('face A is not in view');
    await page.mouse.click(box.x + box.width * 0.9, box.y + box.height / 2);
    await expect(shop.findings()).toHaveCount(1);
  });

  await test.step('a project with four parts', async () => {
    await shop.go('Projects');
    await page.getByRole('button', { name: /^Start the first project/ }).click();
    await page.getByRole('textbox', { name: 'name', exact: true }).fill('Oar rack');
    await page.getByRole('textbox', { name: 'name', exact: true }).press('Tab');
    await page.getByRole('tab', { name: 'Parts' }).click();
    await shop.addPart('2 upright 900 x 100 x 24 pitch pine, character');
    await shop.addPart('3 arm 300 x 60 x 50 oak, hidden');
    await shop.addPart('4 rail 500 x 40 x 18, character');
    await shop.addPart('1 sign 400 x 200 x 18 pitch pine, clear');
    await expect(page.getByText('4 × rail')).toBeVisible();
  });

  await test.step('match, accept, cut sheet', async () => {
    await shop.match();
    await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(4);
    await page.getByRole('button', { name: /^Accept plan/ }).click();
    await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();
    await page.getByRole('link', { name: 'Cut sheet' }).click();
    await expect(page.getByRole('heading', { name: 'Cut sheet: Oar rack' })).toBeVisible();
    await expect(page.getByRole('cell', { name: 'A upright' }).first()).toBeVisible();
    await expect(page.getByText(/Metal not cleared/).first()).toBeVisible();
    const sheet = await page.pdf({ format: 'A4' });
    expect(sheet.byteLength).toBeGreaterThan(10_000);
  });

  await test.step('accepted pieces are reserved, and undo frees them', async () => {
    await shop.go('Rack');
    await expect(page.getByText('reserved for').first()).toBeVisible();
    await shop.undo();
    await expect(page.getByText('reserved for')).toHaveCount(0);
  });
  expect(heard).toEqual([]);
});
