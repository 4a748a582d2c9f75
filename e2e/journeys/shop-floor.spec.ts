import { expect, test, type Page } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('from the accepted plan to parts: a board sawn, a rail spoilt, what is missing matched again', async ({
  page,
}) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('2 board 2400 x 150 x 30 oak, bay 1');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('3 rail 600 x 60 x 22 oak, character');
  await shop.match();
  await page.getByRole('button', { name: /^Accept plan/ }).click();
  await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();

  await shop.go('Shop');
  const inHand = page.locator('al-parts-in-hand');
  await test.step('sawn: parts in hand, offcuts on the rack', async () => {
    await expect(page.locator('.set-up').first()).toBeVisible();
    const sawn = page.getByRole('button', { name: /^Sawn: / }).first();
    await sawn.click();
    // No blade before the detector; with it the board is sawn at once.
    const gate = page.locator('al-board-card al-scan-gate');
    await expect(gate).toContainText('not scanned');
    await expect(inHand.locator('li')).toHaveCount(0);
    await gate.getByRole('button', { name: 'Go on without…' }).click();
    await expect(gate.getByRole('button', { name: 'Pass the gate' })).toBeDisabled();
    await gate.getByRole('button', { name: 'Scanned, nothing found' }).click();
    await expect(page.getByText('Every board of the accepted plans is sawn.')).toBeVisible();
    await expect(inHand.locator('li')).toHaveCount(3);
    await shop.go('Rack');
    await expect(page.getByText('reserved for')).toHaveCount(0);
    expect(await shop.pieces().count()).toBeGreaterThan(1);
    await shop.go('Shop');
  });

  /** Sawn, scanned again where the rail comes out of the other board, spoilt, matched, sawn. */
  let steps = 4;
  await test.step('a rail is spoilt, and only that is matched again', async () => {
    await inHand
      .getByRole('button', { name: /^Spoilt, or further on: / })
      .first()
      .click();
    await page.getByRole('button', { name: 'All of it is waste' }).click();
    await expect(page.getByText('Missing: 1 × rail')).toBeVisible();
    await page.getByRole('button', { name: 'Match what is missing' }).click();
    await expect(page.getByText('Missing: 1 × rail')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Sawn: / })).toHaveCount(1);
    await page.getByRole('button', { name: /^Sawn: / }).click();
    const gate = page.locator('al-board-card al-scan-gate');
    await expect(gate.or(inHand.locator('li').nth(2)).first()).toBeVisible();
    if (await gate.isVisible()) {
      steps++;
      await gate.getByRole('button', { name: 'Scanned, nothing found' }).click();
    }
    await expect(inHand.locator('li')).toHaveCount(3);
  });

  await test.step('a reload keeps all of it, and undo gives the morning back', async () => {
    await shop.reload();
    await expect(inHand.locator('li')).toHaveCount(3);
    for (let i = 0; i < steps; i++) await shop.undo();
    await expect(inHand.locator('li')).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^Sawn: / })).toHaveCount(1);
    await shop.go('Rack');
    await shop.expectCount(2);
  });
  expect(heard).toEqual([]);
});

/** Ticks every set-up that can be ticked, scans where a gate asks for it, and takes what rests for rested. */
async function workAll(page: Page): Promise<void> {
  const setUps = page.locator('.set-up');
  const done = page.getByRole('button', { name: 'All done' });
  const rests = page.getByRole('button', { name: 'Read it again…' });
  for (let i = 0; i < 40; i++) {
    const left = await setUps.count();
    if (left === 0) {
      if ((await rests.count()) === 0) return;
      await rests.first().click();
      await page.getByRole('textbox', { name: 'moisture' }).fill('11');
      await page.getByRole('button', { name: /rested/ }).click();
      await expect(rests).toHaveCount(0);
      continue;
    }
    const before = await setUps.first().textContent();
    // The list closes up when the worker has answered; a click that fell between is made again.
    await expect(async () => {
      if ((await setUps.count()) === 0 || (await setUps.first().textContent()) !== before) return;
      await done.first().click({ timeout: 3000 });
      await expect
        .poll(
          async () =>
            (await setUps.count()) === 0
              ? ''
              : setUps
                  .first()
                  .textContent({ timeout: 2000 })
                  .catch(() => ''),
          { timeout: 5000 },
        )
        .not.toBe(before);
    }).toPass();
  }
}

/** A project of its own, matched and accepted. */
async function project(shop: Shop, lines: readonly string[]): Promise<void> {
  const { page } = shop;
  await shop.go('Projects');
  // Not the heading of the station before it.
  await expect(page.getByRole('button', { name: /^(Start the first project|New)/ }).first()).toBeVisible();
  await page.keyboard.press('n');
  await page.getByRole('tab', { name: 'Parts' }).click();
  for (const line of lines) await shop.addPart(line);
  await shop.match();
  await page.getByRole('button', { name: /^Accept plan/ }).click();
  await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();
}

test('the boot bench’s rails from accept to squared stock; an offcut serves the next project', async ({
  page,
}) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 2400 x 150 x 30 oak, bay 1, cup 2');
  await project(shop, ['2 rail 600 x 60 x 22 oak, character']);
  await shop.go('Shop');
  const card = page.getByRole('region', { name: 'New project', exact: true });
  await test.step('every set-up of the day, the detector first', async () => {
    await expect(page.locator('.set-up').first()).toContainText('Scan');
    await workAll(page);
    await expect(card).toContainText('2 of 2 parts in hand, 2 milled');
    await expect(card).toContainText('milled');
    await expect(page.locator('al-parts-in-hand')).toContainText('600 × 60 × 22');
  });
  await test.step('what is fitted and finished is said, and stays over a reload', async () => {
    await card.getByRole('button', { name: /^More of/ }).click();
    await shop.choose(card.getByRole('combobox', { name: 'all parts in hand are' }), 'finished');
    await expect(card).toContainText('finished');
    await shop.reload();
    await expect(card).toContainText('finished');
  });
  await test.step('the next project takes the offcut', async () => {
    await project(shop, ['1 peg rail 500 x 50 x 22 oak, character']);
    await shop.go('Shop');
    await expect(page.getByRole('article')).toHaveCount(1);
    await expect(page.getByRole('article')).toContainText('New project 2');
  });
  expect(heard).toEqual([]);
});

test('a hand-tool shop squares the same rails by saw and plane', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open('/settings?page=Workshop');
  await page.getByRole('button', { name: 'Hand-tool shop' }).click();
  await shop.go('Rack');
  await shop.tally('board 2400 x 150 x 30 oak, bay 1, cup 2');
  await project(shop, ['2 rail 600 x 60 x 22 oak, character']);
  await shop.go('Shop');
  const heads = page.locator('.set-up mat-expansion-panel-header');
  await expect(heads.filter({ hasText: 'hand plane' }).first()).toBeVisible();
  await expect(heads.filter({ hasText: 'mitre saw' })).toHaveCount(0);
  await expect(heads.filter({ hasText: 'planer' })).toHaveCount(0);
  await workAll(page);
  await expect(page.getByRole('region', { name: 'New project', exact: true })).toContainText('2 milled');
});

test('a post too thick for the saw waits, and says what would cut it', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('post 1400 x 140 x 140 oak, yard');
  await project(shop, ['1 upright 600 x 100 x 100 oak, character']);
  await shop.open('/settings?page=Milling');
  const depth = page.getByRole('textbox', { name: 'table saw, depth' });
  await depth.fill('60');
  await depth.press('Enter');
  await page.getByRole('checkbox', { name: 'bandsaw, height: there is one' }).uncheck();
  await shop.go('Shop');
  const waiting = page.getByRole('region', { name: 'No machine of this shop' });
  await expect(waiting).toContainText('no saw of this shop makes this cut');
  await expect(waiting).toContainText('wait for it');
});

test('the shop on a phone: fits, and says what to do first', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Shop');
  await expect(page.getByRole('heading', { name: 'Today', exact: true })).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
  await expect(page.getByRole('button', { name: /^Sawn: / }).first()).toBeVisible();
});
