import { chromium, expect, test, type BrowserContext } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Shop } from '../drivers/shop.ts';

const EACH = 25;

/** The pieces as the disk has them. */
const storedTags = (shop: Shop): Promise<string[]> =>
  shop.page.evaluate(
    () =>
      new Promise<string[]>((resolve, reject) => {
        const open = indexedDB.open('aldrek');
        open.onerror = () => reject(new Error('the database does not open'));
        open.onsuccess = () => {
          const all = open.result.transaction('pieces').objectStore('pieces').getAll();
          all.onsuccess = () => resolve((all.result as { tag: string }[]).map(({ tag }) => tag));
          all.onerror = () => reject(new Error('the pieces can’t be read'));
        };
      }),
  );

const stored = (shop: Shop): Promise<void> =>
  expect(shop.page.locator('main')).toHaveAttribute('data-stored', 'true');

test('two tabs tally at once: every piece is kept, under a tag of its own', async ({ context }) => {
  const [one, two] = [new Shop(await context.newPage()), new Shop(await context.newPage())];
  for (const shop of [one, two]) await shop.open();
  const tallyAll = async (shop: Shop, length: number): Promise<void> => {
    for (let i = 0; i < EACH; i++) await shop.tally(`board ${length + i} x 100 x 25 oak`);
  };
  await Promise.all([tallyAll(one, 1000), tallyAll(two, 2000)]);
  for (const shop of [one, two]) {
    await shop.expectCount(2 * EACH);
    await stored(shop);
  }
  const tags = await storedTags(one);
  expect(tags).toHaveLength(2 * EACH);
  expect(new Set(tags).size).toBe(2 * EACH);

  await test.step('undo in turns takes back each tab’s own, and nothing of the other’s', async () => {
    for (let i = 0; i < 3; i++) {
      await one.undo();
      await two.undo();
    }
    for (const shop of [one, two]) {
      await shop.expectCount(2 * EACH - 6);
      await stored(shop);
    }
    for (const shop of [one, two]) {
      await shop.reload();
      await shop.expectCount(2 * EACH - 6);
    }
  });
});

test('two tabs edit one piece: different fields join, the same field says who stands', async ({
  context,
}) => {
  const [one, two] = [new Shop(await context.newPage()), new Shop(await context.newPage())];
  await one.open();
  await one.tally('board 1000 x 100 x 25 oak');
  await stored(one);
  await two.open();
  await two.expectCount(1);
  const edit = async (shop: Shop, line: string): Promise<void> => {
    await shop.piece('B-01').click();
    await shop.page.getByRole('button', { name: /^Edit/ }).click();
    const field = shop.page.getByRole('textbox', { name: 'Tally line, editing a piece' });
    await field.fill(line);
    await field.press('Enter');
  };
  await edit(one, 'board 900 x 100 x 25 oak');
  await expect(two.piece('B-01')).toHaveAccessibleName(/900/);
  await edit(two, 'board 900 x 80 x 25 oak, bay 2');
  await expect(one.piece('B-01')).toHaveAccessibleName(/900 by 80/);
  // Its own edit is taken back; the other tab’s stays.
  await one.undo();
  await expect(one.piece('B-01')).toHaveAccessibleName(/1,?000 by 80/);
  await expect(two.piece('B-01')).toHaveAccessibleName(/1,?000 by 80/);
  for (const shop of [one, two]) await stored(shop);
  await two.reload();
  await expect(two.piece('B-01')).toHaveAccessibleName(/1,?000 by 80/);
});

test('a browser that is killed at once after a change keeps it, twenty times', async ({ baseURL }) => {
  test.setTimeout(240_000);
  const folder = mkdtempSync(join(tmpdir(), 'aldrek-killed-'));
  const options = {
    ...test.info().project.use.launchOptions,
    baseURL: baseURL ?? '',
    viewport: { width: 1280, height: 800 },
  };
  const start = async (): Promise<{ context: BrowserContext; shop: Shop }> => {
    const context = await chromium.launchPersistentContext(folder, options);
    const shop = new Shop(context.pages()[0] ?? (await context.newPage()));
    await shop.open();
    return { context, shop };
  };
  try {
    for (let i = 0; i < 20; i++) {
      const { context, shop } = await start();
      await shop.expectCount(i);
      await shop.tally(`board ${1000 + i} x 100 x 25 oak`);
      // Drawn, which says first that it is not stored yet.
      await shop.expectCount(i + 1);
      // The moment the program says that it is stored, and not one later.
      await stored(shop);
      const browser = await context.newCDPSession(shop.page);
      // No goodbye: the whole browser dies as in a power cut.
      const gone = new Promise((resolve) => context.once('close', resolve));
      await browser.send('Browser.crash').catch(() => undefined);
      await gone;
    }
    const { context, shop } = await start();
    await shop.expectCount(20);
    expect(new Set(await storedTags(shop)).size).toBe(20);
    await context.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
