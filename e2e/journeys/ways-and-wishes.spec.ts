import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('a counter that falls short is rescued by ways out', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.pickProject('Tea counter');
  await shop.match();
  await expect(page.getByText(/Short: \d × counter board/)).toBeVisible();
  // First the boards, then the strips: each way is tried without being asked, and one that helps stands on top.
  for (const part of ['counter board', 'edge strip']) {
    await expect(page.getByRole('button', { name: /^Try them again/ })).toBeVisible({ timeout: 60_000 });
    const buy = page.locator('al-ways-panel li').filter({ hasText: `One board for each ${part}` });
    await expect(buy).toContainText(/covers|short/);
    await buy.getByRole('button', { name: /^Take it/ }).click();
  }
  await expect(page.getByText(/Short:/)).toHaveCount(0);
  await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(5);
  await expect(page.locator('al-plan-bench').getByRole('link', { name: 'BUY-1' })).toBeVisible();
  // Each way was one step: two undone, and the counter is short again, the bought boards gone.
  await shop.undo();
  await shop.undo();
  await expect(page.getByText(/Short: \d × counter board/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'BUY-1' })).toHaveCount(0);
});

test('a round tray comes out of staves, glued up from strips', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.pickProject('Round serving tray');
  await page.getByRole('button', { name: 'Release the plan' }).click();
  await shop.match();
  await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(2);
  const panel = page.locator('al-panel-view figure');
  await expect(panel).toContainText(/tray: \d strips/);
  await expect(panel.locator('ellipse')).toHaveCount(1);
  await page.getByRole('link', { name: 'Cut sheet' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'tray SVG' }).click();
  expect((await saved).suggestedFilename()).toBe('template-tray.svg');
});

test('a broken rail is replaced from the piece that comes closest', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.pickProject('Cabinet door');
  await page.getByRole('tab', { name: 'Repair' }).click();
  const likest = page.locator('al-repair-panel li').first();
  await expect(likest).toContainText('T-01');
  await expect(likest).toContainText('ΔE');
  await page.getByRole('button', { name: 'Use for the repair: T-01' }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await expect(page.getByRole('button', { name: /1 × lower rail/ })).toBeVisible();
  await shop.match();
  await expect(page.locator('al-plan-bench').getByRole('link', { name: 'T-01' })).toBeVisible();
});

test('what could I make: designs are tried on the rack, and one becomes a project to size', async ({
  page,
}) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await page.getByRole('link', { name: 'Could make' }).click();
  await page.getByRole('button', { name: /^Try them all/ }).click();
  await expect(page.getByRole('button', { name: /^Try again/ })).toBeVisible({ timeout: 90_000 });
  await expect(page.locator('al-could-make-page li')).toHaveCount(12);
  await expect(page.locator('al-could-make-page li').first()).toContainText('100 %');
  await page.getByRole('button', { name: 'Make it: Stool' }).click();
  await expect(page.getByRole('button', { name: /1 × seat/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Design' }).click();
  const height = page.getByRole('textbox', { name: 'height' });
  await height.fill('500');
  await height.press('Tab');
  await page.getByRole('tab', { name: 'Parts' }).click();
  await expect(page.getByRole('button', { name: /4 × leg/ })).toContainText('480 × 42 × 36');
  await page.reload();
  await expect(page.getByRole('button', { name: /4 × leg/ })).toContainText('480 × 42 × 36');
});

test('a part is fixed, another is laid elsewhere, a piece is left out; the rest follows', async ({
  page,
}) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1200 x 120 x 25 oak');
  await shop.tally('plank 1200 x 120 x 25 oak');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('2 rail 400 x 50 x 20');
  await shop.match();
  const parts = page.locator('al-plan-bench .part');
  await expect(parts).toHaveCount(2);
  await parts.first().focus();
  await page.keyboard.press('l');
  await expect(page.locator('al-plan-bench .pin')).toHaveCount(1);
  // Off the board it may not go.
  await parts.last().focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowUp');
  await expect(page.locator('.told')).toContainText('It stays where it was');
  await page.getByRole('button', { name: /^Set aside to compare/ }).click();
  await expect(page.locator('al-plan-compare')).toContainText('boards to handle');
  const tag = (await page.locator('al-plan-bench li a').first().innerText()).trim();
  await page.getByRole('button', { name: `Leave ${tag} out` }).click();
  await expect(page.getByRole('button', { name: `Let ${tag} back in` })).toBeVisible();
  await expect(page.locator('al-plan-bench li a').first()).not.toHaveText(tag, { timeout: 20_000 });
});
