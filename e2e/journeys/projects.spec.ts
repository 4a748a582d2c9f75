import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('a project that the rack covers, and one that falls short and says by how much', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  const proven = page.getByRole('button', { name: /Proven: it uses at most .* more than any plan must/ });
  await shop.match(proven);
  await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(6);
  await expect(proven).toBeVisible();

  await shop.choose('Project', 'Tea counter');
  await shop.match();
  await expect(page.getByText(/Short: \d × counter board/)).toBeVisible();
  await expect(
    page.getByText(/Longest left clear at that width: 1,\d+, in [FP]-\d+; needed/).first(),
  ).toBeVisible();
});

test('a part lights up its places, and a piece its parts', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.match();
  await page.getByRole('button', { name: /3 × seat board/ }).focus();
  await expect(page.locator('.part.lit')).toHaveCount(3);
  await page.getByRole('button', { name: /4 × leg upright/ }).focus();
  await expect(page.locator('.part.lit')).toHaveCount(4);
  await page.locator('.part').first().focus();
  await expect(page.locator('.head.lit')).toHaveCount(1);
});

test('a plan goes out of date when the rack changes, and other projects leave its pieces alone', async ({
  page,
}) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1000 x 100 x 25 oak');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('rail 900 x 60 x 20');
  await shop.match();
  await shop.inspect('B-01');
  await page.keyboard.type('400');
  await page.keyboard.press('d');
  await shop.go('Projects');
  await expect(
    page.getByRole('status').filter({ hasText: 'Changed since this plan was made: B-01: findings' }),
  ).toBeVisible();
  await shop.match();
  await expect(page.getByText(/Short: 1 × rail/)).toBeVisible();
  await shop.undo();
  await shop.undo();
  await page.getByRole('button', { name: /^Accept plan/ }).click();

  await page.getByRole('button', { name: /^New/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('cleat 200 x 40 x 15');
  await page.getByRole('button', { name: /^Match/ }).click();
  await expect(page.getByText('There is no free piece on the rack.')).toBeVisible();
});

test('a part’s figures are mended in place, and a wrong one is said where it stands', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await page.getByRole('button', { name: /2 × rail, short/ }).click();
  const length = page.getByRole('textbox', { name: 'finished length' });
  await length.fill('wide');
  await length.press('Tab');
  await expect(page.getByRole('alert')).toContainText('“wide” is not a length');
  await length.fill('10 1/4"');
  await length.press('Tab');
  await expect(page.getByRole('button', { name: /2 × rail, short/ })).toContainText('260.4 × 80 × 16');
  await shop.choose('grade', 'structural');
  await shop.choose(/^species/, 'teak');
  await expect(page.getByRole('button', { name: /2 × rail, short/ })).toContainText('structural · teak');
});
