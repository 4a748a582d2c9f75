import { expect, test, type Locator, type Page } from '@playwright/test';
import { counterBoard, counterFloor, COUNTER_TOP, milledFloor } from '../../core/test-support/a-counter.ts';
import { emptyShop } from '../../core/src/public/shop.ts';
import type { Floor } from '../../core/src/public/floor.ts';
import { complaints, Shop } from '../drivers/shop.ts';

/** A shop as a file brings it. */
async function bring(page: Page, floor: Floor): Promise<Shop> {
  const shop = new Shop(page);
  await shop.open();
  await page.getByLabel('Shop file to import').setInputFiles({
    name: 'shop.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...emptyShop(), ...floor })),
  });
  await expect(page.locator('main')).toHaveAttribute('data-stored', 'true');
  await shop.go('Shop');
  return shop;
}

const closed = (page: Page): Locator => page.getByRole('button', { name: 'Clamps closed: start the clock' });

/** The clock that has just been started is set back until the clamps are off. */
async function clampsAreOff(page: Page): Promise<void> {
  const fresh = page.locator('al-clock-list section').filter({ hasText: 'to gentle work' });
  await fresh.getByRole('button', { name: 'Correct…' }).click();
  const ago = page.getByRole('textbox', { name: 'clamps closed, min ago' });
  await ago.fill('200');
  await ago.press('Enter');
  await expect(fresh).toHaveCount(0);
  await page.getByRole('button', { name: 'Correct…', expanded: true }).click();
}

test('the top of the tea counter in three stages with six clamps', async ({ page }) => {
  const heard = complaints(page);
  const shop = await bring(page, milledFloor(counterFloor()));
  const glue = page.locator('al-glue-panel');
  const strips = page.locator('.strip');
  await page.getByRole('link', { name: 'A counter top' }).click();

  await test.step('the order is found, and a strip is laid by hand', async () => {
    await expect(strips).toHaveCount(4);
    await page.getByRole('button', { name: 'Find the best order' }).click();
    await expect(page.getByText('the best of all orders and turns')).toBeVisible();
    const first = await strips.first().getAttribute('aria-label');
    await strips.first().focus();
    await page.keyboard.press('ArrowDown');
    await expect(strips.nth(1)).toHaveAttribute('aria-label', (first ?? '').replace('Strip 1', 'Strip 2'));
    await shop.undo();
    await expect(strips.first()).toHaveAttribute('aria-label', first ?? '');
  });

  await test.step('a strip is dragged to another place', async () => {
    const before = await strips.first().getAttribute('aria-label');
    const [from, to] = [await strips.first().boundingBox(), await strips.nth(2).boundingBox()];
    if (!from || !to) throw new Error('no strips');
    await page.mouse.move(from.x + 300, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(from.x + 305, from.y + from.height, { steps: 4 });
    await page.mouse.move(to.x + 305, to.y + to.height * 0.9, { steps: 8 });
    await page.mouse.up();
    await expect(strips.first()).not.toHaveAttribute('aria-label', before ?? '');
    await shop.undo();
    await expect(strips.first()).toHaveAttribute('aria-label', before ?? '');
  });

  await test.step('six clamps are too few, until cauls are wider', async () => {
    await expect(glue).toContainText('3 stages');
    await expect(glue).toContainText('8 that open');
    const [, wider] = /cauls of (\d+) mm make do/.exec((await glue.textContent()) ?? '') ?? [];
    await page.getByRole('button', { name: 'Glue, helpers, room, clamps' }).click();
    const caul = page.getByRole('textbox', { name: 'caul' });
    await caul.fill(wider ?? '');
    await caul.press('Enter');
    await expect(glue).toContainText(/6 that open \d+ ·\s+you have 6/);
    await expect(glue).toContainText('3 stages');
  });

  await test.step('three stages, each when the clamps are off the one before', async () => {
    await closed(page).click();
    await expect(page.locator('al-clock-list section')).toHaveCount(1);
    await expect(glue).toContainText('Your clamps are in use, until');
    await clampsAreOff(page);
    await closed(page).click();
    await expect(page.locator('al-clock-list section')).toHaveCount(2);
    await clampsAreOff(page);
    await closed(page).click();
    await expect(page.getByText('Glued up: one piece')).toBeVisible();
  });

  await test.step('in Shop it waits for its glue, and may be passed in words', async () => {
    await shop.go('Shop');
    await expect(page.locator('al-parts-in-hand li')).toHaveCount(1);
    await expect(page.locator('al-parts-in-hand li')).toContainText('glued');
    const waiting = page.getByRole('region', { name: /In the clamps/ });
    await expect(waiting).toContainText('free on');
    await waiting.getByRole('button', { name: 'Go on all the same…' }).click();
    await waiting.getByRole('textbox', { name: 'Why it need not wait' }).fill('glue that is hard in an hour');
    await waiting.getByRole('textbox', { name: 'Why it need not wait' }).press('Tab');
    await waiting.getByRole('button', { name: 'Go on before it is over' }).click();
    await expect(waiting).toHaveCount(0);
    await expect(page.locator('.set-up').first()).toBeVisible();
  });
  expect(heard).toEqual([]);
});

test('the round of the tray, laminated: layers pressed at once, in rows of clamps', async ({ page }) => {
  const heard = complaints(page);
  const boards = [1, 2].map((i) => counterBoard(i, { length: 460, width: 430, thickness: 14, findings: [] }));
  const layers = {
    ...COUNTER_TOP,
    name: 'tray',
    length: 400,
    width: 400,
    thickness: 16,
    shape: { kind: 'round' as const },
    make: { kind: 'laminated' as const, layers: 2 },
  };
  const floor = counterFloor(boards, layers);
  const projects = floor.projects.map((project) => {
    const { plan, ...rest } = project;
    if (!plan) return project;
    const cuts = plan.cuts.map((cut) => ({ ...cut, length: 425, width: 405 }));
    return { ...rest, name: 'Round serving tray', plan: { ...plan, cuts } };
  });
  const shop = await bring(page, milledFloor({ ...floor, projects }));
  await page.getByRole('link', { name: 'A tray' }).click();
  const glue = page.locator('al-glue-panel');
  await expect(page.getByRole('heading', { name: /in 2 layers/ })).toBeVisible();
  await expect(glue).toContainText('1 stage');
  await expect(glue).toContainText('Layers swim');
  await expect(glue).toContainText('weights on a stiff board');
  await closed(page).click();
  await expect(page.getByText('Glued up: one piece')).toBeVisible();
  await shop.reload();
  await expect(page.locator('al-clock-list section')).toHaveCount(1);
  await page.getByRole('link', { name: 'Shop', exact: true }).first().click();
  await expect(page.locator('al-parts-in-hand li')).toContainText('glued');
  await shop.undo();
  await expect(page.locator('al-parts-in-hand li')).toHaveCount(2);
  expect(heard).toEqual([]);
});

test('a bench whose end board would have split it gets slots, and a longer top', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('2 board 2400 x 200 x 30 oak, mc 13, bay 1');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('1 top 1300 x 340 x 24 oak, character');
  await shop.addPart('2 end board 340 x 70 x 24 oak, character');
  await page.getByRole('link', { name: /^Joints, movement, assembly/ }).click();
  await page.getByRole('button', { name: 'The usual joints' }).click();
  const checks = page.locator('al-joint-form');
  await expect(page.getByRole('heading', { name: /^top to end board/ })).toBeVisible();

  await page.getByRole('checkbox', { name: 'glued over its whole width' }).check();
  await expect(checks.locator('.error')).toContainText('splits');
  await page.getByRole('checkbox', { name: 'glued over its whole width' }).uncheck();
  await expect(checks.locator('.error')).toHaveCount(0);
  await expect(page.getByRole('cell', { name: /^peg/ })).toHaveCount(5);

  await page.getByRole('checkbox', { name: /between shoulders/ }).check();
  await expect(page.getByText('of it in its joints')).toBeVisible();
  await page.getByRole('tab', { name: 'Movement' }).click();
  await expect(page.getByText('Movement drawn')).toBeVisible();
  await shop.reload();
  await page.getByRole('tab', { name: 'Assembly' }).click();
  await expect(page.getByText('Dry fit, with all hardware')).toBeVisible();
  await page.getByRole('link', { name: 'New project' }).first().click();
  await expect(page.locator('al-part-card').first()).toContainText('1,372');
  expect(heard).toEqual([]);
});

test('a clock runs over a reload and in two tabs', async ({ context }) => {
  const one = await bring(await context.newPage(), milledFloor(counterFloor()));
  await one.page.getByRole('link', { name: 'A counter top' }).click();
  await closed(one.page).click();
  const chip = (page: Page): Locator => page.getByRole('link', { name: /^Clock: / });
  await expect(chip(one.page)).toContainText(/1 h|60 min|59 min/);
  await one.reload();
  await expect(chip(one.page)).toBeVisible();
  const two = new Shop(await context.newPage());
  await two.open('/shop');
  await expect(two.page.locator('al-clock-list section')).toContainText('to gentle work');
  await two.page.getByRole('button', { name: 'Pause' }).click();
  await expect(chip(one.page)).toContainText('paused');
  await one.page.getByRole('button', { name: 'Go on', exact: true }).click();
  await expect(chip(two.page)).not.toContainText('paused');
});
