import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('several pieces are chosen, changed alike, and change back', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.piece('S-03').click();
  await page.keyboard.press('x');
  await shop.piece('S-05').click({ modifiers: ['Control'] });
  await expect(page.getByText('2 chosen')).toBeVisible();
  await page.getByRole('button', { name: /^Change/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('combobox', { name: 'place' })).toBeFocused();
  await expect(dialog.getByRole('combobox', { name: 'place' })).toHaveAttribute('placeholder', 'bay 2');
  await dialog.getByRole('combobox', { name: /^species/ }).fill('sprice');
  await dialog.getByRole('combobox', { name: /^species/ }).blur();
  await expect(dialog.getByText('no species is called “sprice”')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Change them' })).toBeDisabled();
  await dialog.getByRole('combobox', { name: /^species/ }).fill('');
  await dialog.getByRole('combobox', { name: 'place' }).fill('drying shed');
  await dialog.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.piece('S-03')).toHaveAccessibleName(/at drying shed/);
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: 'Place' }).click();
  await page.getByRole('searchbox').fill('drying');
  await expect(page.locator('h2', { hasText: 'drying shed' })).toContainText('0 days there');
  await page.getByRole('button', { name: /^Places and drying/ }).click();
  await shop.choose(/drying shed/, /^shed or loft/);
  await page.getByRole('button', { name: 'Done' }).last().click();
  await expect(page.locator('h2', { hasText: 'drying shed' })).toContainText('settles near 15 %');
  await page.getByRole('searchbox').fill('');
  await shop.undo();
  await shop.undo();
  await expect(shop.piece('S-03')).toHaveAccessibleName(/at bay 2/);
});

test('a label leads to its piece, by its tag too', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await page.keyboard.press('f');
  const tag = page.getByRole('textbox', { name: 'what is written on it' });
  await expect(tag).toBeFocused();
  await tag.fill('X-99');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No piece bears the tag X-99.')).toBeVisible();
  await tag.fill('aldrek:f-06');
  await page.keyboard.press('Enter');
  await expect(shop.piece('F-06')).toHaveAttribute('aria-selected', 'true');
  await expect(shop.piece('F-06')).toBeInViewport();
});

test('a tally line says all of a piece', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop
    .tallyLine()
    .fill('post 2000 x 145 x 145 oak?, rot @0:0 size 310x145, bolt @880:60, mc 23, twist 5, at the yard');
  await expect(page.locator('.chip')).toHaveCount(8);
  await shop.tallyLine().press('Enter');
  await expect(shop.piece('P-01')).toHaveAccessibleName(/rot, metal; at the yard/);
  await shop.tallyLine().fill('post 2000 x 145 x 145, moss @300');
  await expect(page.getByText(/“moss” is not something found in wood/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Tally line' }).fill('');
  await page.getByRole('button', { name: 'All it can say' }).click();
  await expect(page.getByRole('heading', { name: 'What a tally line can say' })).toBeVisible();
});
