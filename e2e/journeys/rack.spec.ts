import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('the tally line marks what it does not understand, and keeps lines to mend', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tallyLine().fill('6 slat 1195 x 98 x 18 sprice, bay 2');
  await expect(page.getByText('no species is called “sprice”; spruce?')).toBeVisible();
  await expect(page.locator('.bad')).toHaveText('sprice');
  await shop.tallyLine().press('Enter');
  await shop.expectCount(0);

  await shop.tallyLine().fill('2 slat 1195 x 98 x 18 spruce\nrail 2400 x 90\nleg 710 x 64 x 64 mahogany');
  await expect(page.getByText('Line 2: three sizes are needed')).toBeVisible();
  await page.getByRole('button', { name: 'Add 3' }).click();
  await shop.expectCount(3);
  await expect(shop.tallyLine()).toHaveValue('rail 2400 x 90');
});

test('pieces are searched, edited, duplicated and deleted by keyboard', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('slat 1195 x 98 x 18 spruce, bay 2');
  await shop.tally('rail 2400 x 90 x 20 pine, loft');
  await page.keyboard.press('Escape');

  await page.keyboard.press('s');
  await page.keyboard.type('loft');
  await expect(shop.pieces()).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(shop.pieces()).toHaveCount(2);

  await shop.piece('R-01').click();
  await page.keyboard.press('d');
  await expect(shop.piece('R-02')).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('e');
  const line = page.getByRole('textbox', { name: 'Tally line, editing a piece' });
  await expect(line).toHaveValue(
    /^rail 2400 x 90 x 20 Scots pine, at loft, since \d{4}-\d\d-\d\d, tag R-02$/,
  );
  await line.fill('rail 2100 x 90 x 20 Scots pine, at loft, tag R-01');
  await expect(page.getByText('R-01 is the tag of another piece')).toBeVisible();
  await line.fill('rail 2100 x 90 x 20 Scots pine, at loft, tag R-07');
  await line.press('Enter');
  await expect(shop.piece('R-07')).toHaveAccessibleName(/2,100 by 90 by 20 mm/);

  await page.keyboard.press('Escape');
  await page.keyboard.press('Delete');
  await shop.expectCount(2);
  await page.keyboard.press('Control+z');
  await shop.expectCount(3);
  await page.keyboard.press('u');
  await expect(shop.piece('R-01')).toHaveAccessibleName(/94 1\/2 by 3 9\/16 by 13\/16 inches/);
});

test('a thousand pieces open, scroll without gaps and are found', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally(
    ['500 slat 1195 x 98 x 18 spruce, bay 2', '500 rail 2400 x 90 x 20 pine, loft'].join('\n'),
  );
  await shop.expectCount(1000);
  expect(await shop.pieces().count()).toBeLessThan(60);
  const viewport = page.locator('cdk-virtual-scroll-viewport');
  await viewport.evaluate((element) => (element.scrollTop = element.scrollHeight / 2));
  await expect(shop.pieces().first()).toBeVisible();
  await page.getByRole('searchbox').fill('R-500');
  await expect(shop.piece('R-500')).toBeVisible();
});
