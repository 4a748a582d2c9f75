import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('a finding is placed, dragged, stretched and measured, and the yield follows', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1000 x 200 x 25 oak');
  await shop.inspect('B-01');
  await page.getByRole('radio', { name: 'clear', exact: true }).click();
  const share = page.locator('.great');
  await expect(share).toHaveText('95');

  await page.keyboard.type('300');
  await page.keyboard.press('d');
  await expect(share).not.toHaveText('95');
  await expect(page.getByRole('button', { name: /^rot through, 150 by 60, at 225/ }).first()).toBeVisible();

  const rot = shop.findings().first();
  const box = await rot.boundingBox();
  if (!box) throw new Error('the rot is not in view');
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.down();
  await page.mouse.move(middle.x + 60, middle.y, { steps: 4 });
  await page.mouse.move(middle.x + 120, middle.y + 80, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo: move rot on B-01' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^rot through, 150 by 60, at 225/ })).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'from upper edge' })).toHaveValue('140');

  const long = page.getByRole('textbox', { name: 'long' });
  await long.fill('5000');
  await long.press('Enter');
  await expect(page.getByRole('alert')).toContainText('from 0.1 to 1000: the piece ends there');
  await long.fill('4 in');
  await long.press('Enter');
  await expect(page.getByRole('button', { name: /^rot through, 101.6 by 60/ }).first()).toBeVisible();

  await page.getByRole('radio', { name: /Rip first/ }).click();
  await expect(page.getByRole('radio', { name: /Rip first/ })).toHaveAttribute('aria-checked', 'true');
  await shop.choose('shows on', 'face B');
  await expect(shop.findings('A')).toHaveCount(0);
  await expect(shop.findings('B')).toHaveCount(1);
  await shop.findings('B').first().focus();
  await page.keyboard.press('Delete');
  await expect(share).toHaveText('95');
});

test('the shop’s kerf and ends are changed, and the yield follows', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1000 x 200 x 25 oak');
  await shop.inspect('B-01');
  await expect(page.locator('.great')).toHaveText('95');
  await shop.menu(/^Settings/);
  const ends = page.getByRole('textbox', { name: /off each end/ });
  await ends.fill('900');
  await ends.press('Tab');
  await expect(page.getByRole('alert')).toContainText('from 0 to 500');
  await ends.fill('10cm');
  await ends.press('Tab');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.great')).toHaveText('80');
  await shop.undo();
  await expect(page.locator('.great')).toHaveText('95');
});

test('pieces are stepped through and jumped to by tag; a tag that is not there is said', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Inspect');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('S-01');
  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('S-02');
  const tag = page.getByRole('combobox', { name: 'Go to tag' });
  await tag.fill('p-02');
  await tag.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-02');
  await tag.fill('nowhere');
  await tag.press('Enter');
  await expect(page.getByText('No piece bears the tag nowhere.')).toBeVisible();
});
