import { expect, test, type Locator, type Page } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

/** Two boards and a project of two parts, matched. */
async function matched(page: Page): Promise<Shop> {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1200 x 120 x 25 oak');
  await shop.tally('board 1100 x 110 x 25 oak');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('rail 500 x 80 x 20');
  await shop.addPart('cleat 300 x 80 x 20');
  await shop.match();
  return shop;
}

const board = (page: Page, tag: string): Locator =>
  page.locator('al-plan-bench li').filter({ has: page.getByRole('link', { name: tag, exact: true }) });
const part = (page: Page, letter: string): Locator =>
  page.locator('al-plan-board .part').filter({ has: page.getByText(letter, { exact: true }) });
const placeOf = async (page: Page, letter: string): Promise<string> =>
  (await part(page, letter).getAttribute('aria-label')) ?? '';

/** Carries a part so far across the screen, px. */
async function carry(page: Page, from: Locator, dx: number, dy: number): Promise<void> {
  const box = await from.boundingBox();
  if (!box) throw new Error('the part is not on the screen');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

test('a part is carried elsewhere, stays there while the rest is laid anew, and undo brings it back', async ({
  page,
}) => {
  const shop = await matched(page);
  const before = await placeOf(page, 'A');
  await carry(page, part(page, 'A'), 90, 0);
  await expect(page.locator('.pin')).toHaveCount(1);
  await shop.settled();
  const moved = await placeOf(page, 'A');
  expect(moved).not.toBe(before);
  // The lock outlives a reload and another match.
  await shop.reload();
  await shop.match();
  expect(await placeOf(page, 'A')).toBe(moved);
  await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(2);
  // L lets it go.
  await part(page, 'A').focus();
  await page.keyboard.press('l');
  await expect(page.locator('.pin')).toHaveCount(0);
  await shop.undo();
  await expect(page.locator('.pin')).toHaveCount(1);
});

test('where a part may not lie it is not laid, and the bench says why', async ({ page }) => {
  await matched(page);
  const before = await placeOf(page, 'A');
  const other = await part(page, 'B').boundingBox();
  const own = await part(page, 'A').boundingBox();
  if (!other || !own) throw new Error('the parts are not on the screen');
  // Right onto the other part.
  await carry(
    page,
    part(page, 'A'),
    other.x + other.width / 2 - own.x - own.width / 2 + 12,
    other.y + other.height / 2 - own.y - own.height / 2 + 3,
  );
  await expect(page.locator('al-plan-bench .told')).toContainText('It stays where it was');
  expect(await placeOf(page, 'A')).toBe(before);
  await expect(page.locator('.pin')).toHaveCount(0);
  // Escape lets go in mid-air.
  await page.mouse.move(own.x + 20, own.y + own.height / 2);
  await page.mouse.down();
  await page.mouse.move(own.x + 90, own.y + own.height / 2, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  expect(await placeOf(page, 'A')).toBe(before);
});

test('arrows move a part, and a board that is left out stays out until it is let back in', async ({
  page,
}) => {
  const shop = await matched(page);
  const link = page.locator('al-plan-bench li a').first();
  const tag = (await link.textContent()) ?? '';
  await part(page, 'A').focus();
  const before = await placeOf(page, 'A');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(async () => expect(await placeOf(page, 'A')).not.toBe(before)).toPass();
  await shop.settled();
  await page.getByRole('button', { name: `Leave ${tag} out` }).click();
  await shop.settled();
  await expect(board(page, tag)).toHaveCount(0);
  await page.getByRole('button', { name: `Let ${tag} back in` }).click();
  await expect(page.getByRole('button', { name: `Let ${tag} back in` })).toHaveCount(0);
});

test('two plans side by side: one is set aside, the other found for another wish, and they change places', async ({
  page,
}) => {
  const shop = await matched(page);
  await page.keyboard.press('p');
  await expect(page.locator('al-plan-compare')).toBeVisible();
  await shop.choose('Priority of the plan', 'priority: least work');
  await shop.match();
  await expect(page.locator('al-plan-compare')).toContainText('boards');
  await page.getByRole('button', { name: 'Take up the one set aside' }).click();
  await expect(page.locator('al-plan-compare')).toBeVisible();
  await shop.undo();
  await expect(page.locator('al-plan-compare')).toBeVisible();
});

test('boards are drawn as SVG and DXF at one to one', async ({ page }) => {
  await matched(page);
  await page.getByRole('link', { name: 'Cut sheet' }).click();
  for (const kind of ['SVG', 'DXF']) {
    const saved = page.waitForEvent('download');
    await page
      .getByRole('button', { name: new RegExp(kind) })
      .first()
      .click();
    const download = await saved;
    expect(download.suggestedFilename()).toMatch(new RegExp(`^B-0\\d\\.${kind.toLowerCase()}$`));
    const text = await (await download.createReadStream()).toArray();
    const whole = Buffer.concat(text as Buffer[]).toString();
    if (kind === 'SVG') expect(whole).toMatch(/width="1[12]02mm"/);
    else expect(whole).toMatch(/LWPOLYLINE|POLYLINE|LINE/);
  }
});
