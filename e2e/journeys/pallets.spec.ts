import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('a lot of pallets, from the look at its mark to labelled pieces', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('The chandler’s yard', 'pallet');

  await test.step('unsafe until somebody has looked', async () => {
    await expect(page.getByText(/as long as 4 questions are open/)).toBeVisible();
    await page.getByRole('textbox', { name: /Pallet mark/ }).fill('NL-117 MB');
    await page.keyboard.press('Tab');
    await expect(page.getByText(/gassed with methyl bromide/)).toBeVisible();
    await expect(page.getByText(/Leave it, as long as/)).toBeVisible();
    await page.getByRole('textbox', { name: /Pallet mark/ }).fill('NL-117 HT');
    await page.keyboard.press('Tab');
    await shop.answer(/^Oil, paint/, 'no');
    await shop.answer(/^Paint or varnish/, 'bare');
    await shop.answer(/^Insect/, 'none');
    await shop.answer(/^Mould/, 'neither');
    await expect(page.getByText('Clear.', { exact: true })).toBeVisible();
  });

  await test.step('seventeen members in eight fields at most', async () => {
    await shop.measure('width across them', '1000');
    await shop.measure('deck boards', '9');
    await shop.measure('bottom boards', '5');
    await shop.measure('pieces go to', 'bay 2');
    await page.getByRole('radio', { name: 'saw through the nails' }).click();
    await shop.expectPieces(17);
    await shop.measure('deck board thickness', '17');
    await shop.measure('deck boards', '900');
    await expect(page.getByText('from 1 to 40')).toBeVisible();
    await shop.measure('deck boards', '9');
    await shop.expectPieces(17);
    await page.keyboard.press('b');
    await expect(page.getByText(/^Broken down on/)).toBeVisible();
  });

  await test.step('a reload in the middle loses nothing', async () => {
    await shop.reload();
    await expect(page.getByText(/17 of its pieces are on the rack/)).toBeVisible();
    await page.getByRole('button', { name: 'To its pieces on the rack' }).click();
    await shop.expectCount(17);
    await expect(shop.piece('D-01')).toHaveAccessibleName(/1,200 by 98 by 17 mm; 6 × metal; at bay 2/);
  });

  await test.step('labels of all of them', async () => {
    await page.keyboard.press('Control+a');
    await expect(page.getByText('17 chosen')).toBeVisible();
    await page.getByRole('button', { name: /^Labels/ }).click();
    await expect(page.getByRole('heading', { name: '17 labels' })).toBeVisible();
    await expect(page.getByRole('img', { name: 'Code of D-01' })).toBeVisible();
    const sheet = await page.pdf({ preferCSSPageSize: true });
    expect(sheet.byteLength).toBeGreaterThan(10_000);
  });

  await test.step('undo takes the whole breakdown back', async () => {
    await page.getByRole('link', { name: 'Back to the rack' }).click();
    await shop.undo();
    await shop.go('Hauls');
    await shop.expectPieces(17);
  });
  expect(heard).toEqual([]);
});

test('a corrected pallet is kept as a kind of one’s own', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('The fish quay', 'pallet');
  await shop.measure('stringer count', '4');
  await page.getByText('Keep this as a kind of your own').click();
  await page.getByRole('textbox', { name: 'called' }).fill('fish quay pallet');
  await page.getByRole('button', { name: 'Keep the kind' }).click();
  await page.getByRole('button', { name: '+ Find' }).click();
  await page.getByRole('menuitem', { name: 'fish quay pallet' }).click();
  await expect(page.getByRole('tab', { name: 'fish quay pallet' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'stringer count' })).toHaveValue('4');
});
