import { expect, test, type Locator, type Page } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

/** Goes on with Tab until the thing that is looked for has the focus; says so where it can't be reached. */
async function tabTo(page: Page, target: Locator, most = 60): Promise<void> {
  for (let i = 0; i < most; i++) {
    if (await target.evaluate((node) => node === document.activeElement).catch(() => false)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${String(target)} can’t be reached with Tab`);
}

/** What the focus is on, as a screen reader would name it. */
const focused = (page: Page): Locator => page.locator(':focus');

test('the main job by keyboard alone, each step named and announced', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();

  await test.step('tally: the line has a name, what is understood is announced', async () => {
    await expect(page.getByRole('heading', { name: /every piece to one scale/ })).toBeVisible();
    await page.keyboard.press('t');
    await expect(focused(page)).toHaveAccessibleName('Tally line');
    await page.keyboard.type('3 board 1400 x 140 x 25 oak, bay 1');
    await expect(page.locator('#tally-reading')).toHaveAttribute('aria-live', 'polite');
    await expect(page.locator('#tally-reading')).toContainText('1400 x 140 x 25');
    await expect(focused(page)).toHaveAccessibleDescription(/1400 x 140 x 25/);
    await page.keyboard.press('Enter');
    await shop.expectCount(3);
    await page.keyboard.type('board 1400 x 140');
    await page.keyboard.press('Enter');
    // What is wrong is said where the hand is, and stays to be corrected.
    await expect(focused(page)).toHaveAttribute('aria-invalid', 'true');
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.press('Escape');
  });

  await test.step('rack: pieces are options with size and species; arrows go along, letters act', async () => {
    await page.keyboard.press('ArrowDown');
    const option = page.getByRole('option', { selected: true });
    await expect(option).toHaveAccessibleName(/^B-0\d, European oak board; 1,400 by 140 by 25 mm/);
    await expect(page.getByRole('toolbar', { name: /^Actions on B-0\d/ })).toBeVisible();
    await page.keyboard.press('i');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/B-0\d/);
  });

  await test.step('inspect: a figure and a letter place a defect, which is a named button', async () => {
    await page.keyboard.type('600');
    await expect(page.getByRole('status').filter({ hasText: '600' })).toBeVisible();
    await page.keyboard.press('k');
    await expect(shop.findings().first()).toHaveAccessibleName(/^knot through, 30 by 25, at \d+/);
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Escape');
    const grades = page.getByRole('radiogroup', { name: 'Grade' });
    await expect(grades).toBeVisible();
    await tabTo(page, page.getByRole('radio', { name: 'character' }), 80);
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByRole('radio', { name: 'one face clear' })).toBeChecked();
    await expect(page.getByRole('button', { name: /^Share of the face/ })).toContainText('%');
  });

  await test.step('projects: a new one, its parts, a match; how far it is and what came is said', async () => {
    await page.keyboard.press('Alt+4');
    await expect(page.getByRole('heading', { name: /A project is what you want/ })).toBeVisible();
    await page.keyboard.press('n');
    await expect(focused(page)).toHaveAccessibleName('name');
    await page.keyboard.type('Sill board');
    await page.keyboard.press('Enter');
    await tabTo(page, page.getByRole('tab', { name: 'Brief' }));
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('tab', { name: 'Parts' })).toHaveAttribute('aria-selected', 'true');
    await tabTo(page, page.getByRole('textbox', { name: 'Part line' }));
    await page.keyboard.type('2 sill 600 x 100 x 20, hidden');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: /2 × sill/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('m');
    await expect(page.getByRole('button', { name: /^Accept plan/ })).toBeVisible({ timeout: 30_000 });
    await shop.settled();
    // The boards and the parts in them are named, not only drawn.
    await expect(page.locator('al-plan-bench .part').first()).toHaveAccessibleName(/sill.*in B-0\d|sill/);
    await page.keyboard.press('a');
    await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();
  });

  await test.step('the sheet: reached with Tab, its tables have headings', async () => {
    await tabTo(page, page.getByRole('link', { name: 'Cut sheet' }), 80);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Cut sheet: Sill board' })).toBeVisible();
    for (const name of ['Part', 'Cut out at', 'Finish to', 'Line at', 'Blade'])
      await expect(page.getByRole('columnheader', { name, exact: true }).first()).toBeVisible();
  });
  expect(heard).toEqual([]);
});

test('a haul by keyboard alone, from the find to pieces', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { name: /A haul is one trip/ })).toBeVisible();
  await page.keyboard.press('n');
  await expect(focused(page)).toHaveAccessibleName('place');
  await page.keyboard.type('The net loft');
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'pallet', exact: true }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('tab', { name: /pallet/ })).toBeVisible();
  const neither = page
    .getByRole('group', { name: /Oil, paint or chemical/ })
    .getByRole('button')
    .first();
  await tabTo(page, neither, 80);
  await page.keyboard.press('Enter');
  await expect(
    page
      .getByRole('status')
      .or(page.getByText(/question(s)? (is|are) open/))
      .first(),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('b');
  await expect(page.getByText(/^Broken down on/)).toBeVisible();
  await page.keyboard.press('2');
  await expect(shop.pieces().first()).toBeVisible();
});

test('what opens over the screen takes the focus, keeps it, and gives it back', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  const menu = page.getByRole('button', { name: 'Shop menu' });
  await menu.focus();
  await page.keyboard.press('Enter');
  // Whether the browser may be asked to keep the shop is known a moment later, and stands above the first then.
  await expect(page.getByRole('menu').locator('[role="menuitem"]:focus')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(menu).toBeFocused();
  // While it closes, keys are still its own.
  await expect(page.getByRole('menu')).toHaveCount(0);
  const keys = page.getByRole('button', { name: 'Keys' });
  await keys.focus();
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog', { name: 'Keys' });
  await expect(sheet).toBeVisible();
  for (let i = 0; i < 6; i++) {
    await page.keyboard.press('Tab');
    await expect(sheet.locator(':focus')).toHaveCount(1);
  }
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await expect(keys).toBeFocused();
  await page.keyboard.press('/');
  await expect(focused(page)).toHaveAccessibleName(/Go to/);
  await page.keyboard.type('settings');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'How this shop works' })).toBeVisible();
});
