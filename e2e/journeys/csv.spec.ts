import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

test('a table with three faults brings nothing in, and all of it once it is mended', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('slat 900 x 98 x 18, tag A-1');
  const table = page.getByLabel('CSV file to import');
  const dialog = page.getByRole('dialog');
  await table.setInputFiles(
    file(
      'stock.csv',
      'No;What;Length (cm);W;Thick;Timber\nA-1;slat;120;98;18;spruce\nA-2;slat;long;98;18;oak\nA-3;rail;100;60;20;sprice\nA-4;rail;90;60;20;oak\n',
    ),
  );
  await expect(dialog.getByText(/row 2, No: A-1 is the tag of a piece on the rack/)).toBeVisible();
  await expect(dialog.getByText(/row 3, Length \(cm\): “long/)).toBeVisible();
  await expect(dialog.getByText(/row 4, Timber: no species is called “sprice”; spruce/)).toBeVisible();
  await expect(dialog.getByRole('button', { name: /^Bring in/ })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await shop.expectCount(1);

  await table.setInputFiles(
    file(
      'stock.csv',
      'No;What;Length (cm);W;Thick;Kind of wood\nA-7;slat;120;98;18;spruce\nA-2;slat;110;98;18;oak?\nA-3;rail;100;60;20;oak\n',
    ),
  );
  // A heading that nobody knows is matched by hand.
  await shop.choose(dialog.getByRole('combobox', { name: /^Kind of wood/ }), 'species');
  await expect(dialog.getByRole('button', { name: 'Bring in 3 pieces' })).toBeEnabled();
  await dialog.getByRole('button', { name: 'Bring in 3 pieces' }).click();
  await shop.expectCount(4);
  await expect(shop.piece('A-2')).toHaveAccessibleName(/European oak\? slat; 1,100 by 98 by 18 mm/);
  await shop.undo();
  await shop.expectCount(1);
  expect(heard).toEqual([]);
});

test('what is exported comes back the same', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  const [download] = await Promise.all([page.waitForEvent('download'), shop.menu(/^Export pieces as CSV/)]);
  const text = await readFile(await download.path(), 'utf8');
  await shop.menu('Empty the shop');
  await shop.expectCount(0);
  await page.getByLabel('CSV file to import').setInputFiles(file('pieces.csv', text));
  await page.getByRole('button', { name: 'Bring in 44 pieces' }).click();
  await shop.expectCount(44);
  await expect(shop.piece('S-01')).toHaveAccessibleName(/4 × metal, 2 × nail hole, split/);
  const [again] = await Promise.all([page.waitForEvent('download'), shop.menu(/^Export pieces as CSV/)]);
  expect(await readFile(await again.path(), 'utf8')).toBe(text);
});
