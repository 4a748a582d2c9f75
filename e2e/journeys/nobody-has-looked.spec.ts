import { expect, test } from '@playwright/test';
import { complaints, Shop } from '../drivers/shop.ts';

test('what nobody has looked at is counted, named once, and answered for a whole batch', async ({ page }) => {
  const heard = complaints(page);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('2 board 1200 x 120 x 25 oak, crook 6');
  await expect(page.getByText('2 not scanned: not known to be clear of metal')).toBeVisible();

  await test.step('the plan and the sheet say it once, and what to do before the first rip', async () => {
    await shop.go('Projects');
    await page.getByRole('button', { name: /^Start the first project/ }).click();
    await page.getByRole('tab', { name: 'Parts' }).click();
    await shop.addPart('2 rail 900 x 40 x 18');
    await shop.match();
    await expect(page.getByText(/history unknown, nobody has looked: ask before indoor use/)).toHaveCount(1);
    await expect(page.getByText(/of 1 not known to be clear of metal/)).toHaveCount(1);
    await page.getByRole('link', { name: 'Cut sheet' }).click();
    await expect(page.getByText(/1 of 1: Never scanned/)).toHaveCount(1);
    await expect(page.getByText(/1 of 1: History unknown/)).toHaveCount(1);
    await expect(page.getByText('Straighten an edge first.')).toBeVisible();
    await expect(page.getByText('Both edges are crooked')).toBeVisible();
    await page.getByRole('link', { name: 'Back to the plan' }).click();
  });

  await test.step('used by children it is kept out, until the maker says why not', async () => {
    await page.getByRole('tab', { name: 'Brief' }).click();
    await page.getByRole('checkbox', { name: /children/ }).check();
    await expect(page.getByText(/^Kept out: 2/)).toBeVisible();
    await page.getByRole('button', { name: 'Overrule…' }).first().click();
    await page
      .getByRole('textbox', { name: 'Why they may be used all the same' })
      .fill('new offcuts, seen sawn');
    await page.getByRole('button', { name: /^Let them in/ }).click();
    await expect(page.getByText(/^Kept out:/)).toHaveCount(0);
    await shop.undo();
    await expect(page.getByText(/^Kept out: 2/)).toBeVisible();
  });

  await test.step('answers free both at once, and one undo brings the doubt back', async () => {
    await shop.go('Rack');
    await page.getByRole('button', { name: '2 not screened…' }).click();
    const sheet = page.getByRole('dialog');
    await expect(sheet.getByRole('status')).toContainText('Possibly treated');
    for (const answer of ['shown untreated', 'bare', 'no', 'none', 'neither'])
      await sheet.getByRole('radio', { name: answer, exact: true }).first().click();
    await expect(sheet.getByRole('status')).toContainText('no hazard is known');
    await sheet.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('button', { name: /not screened…/ })).toHaveCount(0);
    await shop.go('Projects');
    await expect(page.getByText(/^Kept out:/)).toHaveCount(0);
    await shop.go('Rack');
    await shop.undo();
    await expect(page.getByRole('button', { name: '2 not screened…' })).toBeVisible();
  });

  await test.step('a label says it too', async () => {
    await shop.piece('B-01').click();
    await page.getByRole('button', { name: 'Label', exact: true }).click();
    await expect(page.locator('.tag-label')).toContainText('not scanned');
  });
  expect(heard).toEqual([]);
});

test('a nominal size is read as what it is, and taken as the true size with one tap', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tallyLine().fill("post 4x4 8' oak");
  await expect(page.getByText('4 × 4 nominal, read as 89 × 89 mm')).toBeVisible();
  await page.getByRole('button', { name: 'No, that is its true size' }).click();
  await expect(shop.tallyLine()).toHaveValue(`post 4"x4" 8' oak`);
  await shop.tallyLine().press('Enter');
  await expect(shop.piece('P-01')).toHaveAccessibleName(/101\.6/);
});

test('when the program breaks it says so, keeps the shop, and gives a report', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1200 x 120 x 25 oak');
  await page.evaluate(() => {
    setTimeout(() => {
      throw new Error('a made-up fault');
    });
    void Promise.reject(new Error('and nobody caught it'));
  });
  const bar = page.getByRole('alert').filter({ hasText: 'Something in Aldrek broke' });
  await expect(bar).toBeVisible();
  await bar.getByRole('button', { name: 'Copy the report' }).click();
  await expect(bar.getByRole('button', { name: 'Copied' })).toBeVisible();
  const report = await page.evaluate(() => navigator.clipboard.readText());
  expect(report).toContain('Aldrek broke:');
  expect(report).toContain('1 pieces');
  expect(report).not.toContain('oak');
  const file = page.waitForEvent('download');
  await bar.getByRole('button', { name: 'Export the shop' }).click();
  expect((await file).suggestedFilename()).toMatch(/^aldrek-shop-.*\.json$/);
  await bar.getByRole('button', { name: 'Close' }).click();
  await expect(bar).toHaveCount(0);
  await shop.reload();
  await shop.expectCount(1);
});
