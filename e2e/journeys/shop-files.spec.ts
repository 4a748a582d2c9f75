import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

const demo = readFileSync(new URL('../../demo/boathouse.json', import.meta.url), 'utf8');

test('the shop goes out to a file and comes back the same', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.expectCount(44);
  const download = page.waitForEvent('download');
  await shop.menu('Export the shop to a file');
  const path = await (await download).path();
  const archive = readFileSync(path);
  const files = unzipSync(archive);
  expect(Object.keys(files).filter((name) => name.startsWith('photos/'))).toHaveLength(7);
  const exported = strFromU8(files['shop.json'] ?? new Uint8Array());
  // The demo is dated from today; but for that it is as it was.
  const undated = (text: string): unknown => JSON.parse(text.replace(/"\d{4}-\d{2}-\d{2}"/g, '"a day"'));
  expect(undated(exported)).toEqual(undated(demo));

  await shop.menu('Empty the shop');
  await shop.expectCount(0);
  await page.getByLabel('Shop file to import').setInputFiles({
    name: 'mine.zip',
    mimeType: 'application/zip',
    buffer: archive,
  });
  await shop.expectCount(44);
});

test('a broken file changes nothing and says where it is broken', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('slat 1195 x 98 x 18 spruce');
  const bring = async (name: string, text: string): Promise<void> => {
    const file = { name, mimeType: 'application/json', buffer: Buffer.from(text) };
    await page.getByLabel('Shop file to import').setInputFiles(file);
  };

  await bring('cut-short.json', demo.slice(0, 4000));
  const dialog = page.getByRole('dialog', { name: /was not imported/ });
  await expect(dialog).toContainText('cut-short.json was not imported');
  await expect(dialog).toContainText(/line \d+, column \d+/);
  await dialog.getByRole('button', { name: 'Close' }).click();

  const spoilt = JSON.parse(demo) as { pieces: { thickness: number }[] };
  (spoilt.pieces[4] as { thickness: number }).thickness = -3;
  await bring('spoilt.json', JSON.stringify(spoilt));
  await expect(dialog).toContainText('pieces[4] “S-05” → thickness');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await shop.expectCount(1);
  await expect(page.getByRole('button', { name: 'Undo: tally S-01' })).toBeVisible();
});

test('nothing leaves the browser for anywhere but its own server', async ({ page }) => {
  const elsewhere: string[] = [];
  page.on('request', (request) => {
    const { hostname, protocol } = new URL(request.url());
    if (hostname !== 'localhost' && protocol.startsWith('http')) elsewhere.push(request.url());
  });
  const shop = new Shop(page);
  await shop.openDemo();
  for (const station of ['Inspect', 'Projects', 'Rack'] as const) await shop.go(station);
  expect(elsewhere).toEqual([]);
});
