import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('simulated instruments write where a hand would, and losing them loses nothing', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.menu(/^Instruments/);
  await expect(page.getByText('Simulated instruments')).toBeVisible();
  await expect(page.getByText('connected', { exact: true })).toBeVisible();

  await test.step('a caliper fills the field in hand and goes on to the next', async () => {
    await shop.go('Hauls');
    await shop.measure('caliper opened to', '96');
    const field = page.getByRole('textbox', { name: 'board width', exact: true });
    await field.focus();
    await page.getByRole('button', { name: 'Press its button' }).click();
    await expect(field).toHaveValue('96');
    await expect(page.getByRole('textbox', { name: 'board thickness', exact: true })).toBeFocused();
  });

  await test.step('a moisture meter reads into the piece in hand, set to its wood', async () => {
    await shop.inspect('P-03');
    await expect(page.getByText(/^Right for/)).toBeVisible();
    await page.getByRole('button', { name: 'Push the pins in' }).click();
    await expect(page.locator('.size')).toContainText(/1[34](\.\d)? %/);
    await expect(page.getByRole('button', { name: 'Undo: moisture of P-03' })).toBeVisible();
  });

  await test.step('a detector answers along the length', async () => {
    await shop.inspect('S-01');
    await page.keyboard.type('51');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^metal near/)).toBeVisible();
  });

  await test.step('the line is lost and found', async () => {
    await page.route('**/instruments/**', (route) => route.abort());
    await page.getByRole('button', { name: 'Push the pins in' }).click();
    await expect(page.getByText(/the line is lost; what you have entered is safe/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Push the pins in' })).toBeDisabled();
    await page.unroute('**/instruments/**');
    await expect(page.getByText('connected', { exact: true })).toBeVisible({ timeout: 15_000 });
  });
});
