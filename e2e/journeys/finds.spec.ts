import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('a cask: its questions, its staves, its hoops', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('A cider farm', 'barrel or cask');
  await shop.answer(/^What did it hold/, 'wine, cider, spirits, water');
  await shop.answer(/^Are the head hoops/, 'on and tight');
  await expect(page.getByText(/^Under tension/)).toBeVisible();
  await expect(page.getByText(/Largest flat blanks from a stave/)).toBeVisible();
  await expect(page.getByText(/Its hoops then seat, from the bilge: head hoop 405 → 372 mm/)).toBeVisible();
  await page.getByRole('radio', { name: /cut each stave at the bilge/ }).click();
  await shop.measure('staves', '20');
  await shop.measure('stave, how many break', '0');
  await shop.expectPieces(40 + 8);
  await shop.breakDown();
  await expect(page.getByText('6 × hoops')).toBeVisible();
  await page.getByRole('button', { name: 'To its pieces on the rack' }).click();
  await shop.expectCount(48);
  await expect(shop.piece('H-01')).toHaveAccessibleName(/half stave/);
  // Tension stays with the cask; what nobody has looked at follows its wood.
  await expect(shop.piece('H-01')).toHaveAccessibleName(/holes, possibly live, mould/);
  expect(heard).toEqual([]);
});

test('a pew: its dished seat keeps more wood in strips', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('The chapel', 'pew or bench');
  await expect(page.getByText(/Rip before you flatten/)).toBeVisible();
  await shop.measure('dish of the seat', '8');
  await shop.measure('rip the seat into', '3');
  await shop.measure('species, ? for a guess', 'pitch pine');
  await page.getByRole('switch', { name: /^Exploded view/ }).click();
  await expect(page.getByRole('img', { name: /pew or bench, in section/ })).toBeVisible();
  await shop.expectPieces(7);
  await shop.breakDown();
  await shop.go('Rack');
  await expect(shop.piece('S-03')).toHaveAccessibleName(/longleaf pine|pitch pine/);
  await shop.inspect('S-03');
  await expect(page.getByText(/Old paint, possibly lead/)).toBeVisible();
});

test('treated posts: the hazard follows each piece, and goes when it is shown to be none', async ({
  page,
}) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('The landing stage', 'post, beam or sleeper');
  await shop.measure('how many the same', '3');
  await shop.answer(/^Treated\?/, 'yes');
  await shop.answer(/^Paint/, 'bare');
  await shop.answer(/^Insect/, 'none');
  await expect(page.getByText('Never: burning')).toBeVisible();
  await shop.breakDown();
  await shop.go('Rack');
  for (const tag of ['P-01', 'P-02', 'P-03']) {
    await expect(shop.piece(tag)).toHaveAccessibleName(/preservative in it/);
  }
  await shop.inspect('P-02');
  await expect(page.getByText(/Preservative in it: copper, arsenic/)).toBeVisible();
  await shop.go('Rack');
  await shop.tally('offcut 300 x 145 x 145, from post');
  await expect(shop.piece('O-01')).toHaveAccessibleName(/preservative in it/);
  await shop.go('Hauls');
  await shop.answer(/^Treated\?/, 'a durable wood, never treated');
  await shop.go('Rack');
  for (const tag of ['P-01', 'O-01']) {
    await expect(shop.piece(tag)).not.toHaveAccessibleName(/preservative/);
  }
});

test('is it worth the trip: figures, what drives them, what would turn them', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Hauls');
  await expect(page.getByRole('heading', { name: 'The ferry yard' })).toBeVisible();
  await expect(page.getByText('Take part of it')).toBeVisible();
  await page.getByText('breaking down, cleaning, restoring').click();
  await expect(page.getByText(/h at 15 an hour/).first()).toBeVisible();
  await expect(page.getByText(/^It comes out even if/)).toBeVisible();
  await page.getByRole('button', { name: /^Prices, hours/ }).click();
  await expect(page.getByRole('dialog').getByLabel('currency')).toBeFocused();
  await shop.measure('your hour', '400');
  await page.getByRole('button', { name: 'Done' }).last().click();
  await expect(page.getByText('Leave it', { exact: true })).toBeVisible();
  await shop.undo();
  await expect(page.getByText('Take part of it')).toBeVisible();
});

test('a photo stays with its haul, in the browser and in the file', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.startHaul('The skip', 'mixed lot or offcuts');
  await page.getByRole('button', { name: 'Details' }).click();
  const dot =
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
  const photo = page.getByLabel('Photo of the haul');
  await photo.setInputFiles({ name: 'skip.png', mimeType: 'image/png', buffer: Buffer.from(dot, 'base64') });
  await expect(page.getByRole('img', { name: 'skip.png' })).toBeVisible();
  await photo.setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText(/notes.png: not a picture/)).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), shop.menu(/^Export the shop/)]);
  expect(download.suggestedFilename()).toMatch(/\.zip$/);
  const path = await download.path();
  await shop.menu('Empty the shop');
  await page.getByLabel('Shop file to import').setInputFiles({
    name: 'shop.zip',
    mimeType: 'application/zip',
    buffer: await (await import('node:fs/promises')).readFile(path),
  });
  await expect(page.getByRole('tab', { name: 'mixed lot' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'skip.png' })).toBeVisible();
});
