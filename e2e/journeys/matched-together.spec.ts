import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test('two projects are matched together, share boards, and are accepted and released at once', async ({
  page,
}) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.pickProject('Boot bench');
  await page.getByText('on its own').click();
  await page.getByRole('menuitemcheckbox', { name: 'Oar rack' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('together with Oar rack')).toBeVisible();
  await shop.match();
  await expect(page.locator('al-part-card').filter({ hasText: 'placed' })).toHaveCount(6);
  // Parts of the other are there to see, and named, but not to carry.
  const theirs = page.locator('al-plan-board .part.theirs');
  await expect(theirs.first()).toBeVisible();
  await expect(theirs.first()).toHaveAttribute('aria-label', /for Oar rack/);
  await page.getByRole('button', { name: /^Accept plan/ }).click();
  await expect(page.getByText(/reserved for this project and those matched with it/)).toBeVisible();
  await page.getByRole('link', { name: 'Cut sheet' }).click();
  await expect(page.getByText(/Grey parts are for Oar rack/)).toBeVisible();
  await expect(page.getByText(/^1A seat board/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Back to the plan' }).click();

  await shop.pickProject('Oar rack');
  await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();
  await expect(page.getByText('have changed since')).toHaveCount(0);
  await shop.reload();
  await expect(page.getByRole('heading', { name: 'Accepted plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Release the plan' }).click();
  await shop.pickProject('Boot bench');
  await expect(page.getByRole('button', { name: /^Accept plan/ })).toBeVisible();
});

test('how large a bench may be in length and depth, and a pair of sizes taken', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await page.getByRole('button', { name: /^New/ }).click();
  await page.getByRole('tab', { name: 'Design' }).click();
  await shop.choose('Design', 'Bench');
  await shop.choose('First size', 'length');
  await shop.choose('Second size', 'depth');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.locator('al-largest-pairs')).toContainText('The largest found', { timeout: 60_000 });
  const pair = page.locator('al-largest-pairs button').first();
  const text = (await pair.textContent()) ?? '';
  const [length, depth] = text.split('×').map((side) => side.replaceAll(/\D/g, ''));
  await pair.click();
  await expect(page.getByRole('textbox', { name: 'length', exact: true })).toHaveValue(length ?? '');
  await expect(page.getByRole('textbox', { name: 'depth', exact: true })).toHaveValue(depth ?? '');
  // What the search said must hold: it can be matched.
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.match();
  await expect(page.getByText(/Short:/)).toHaveCount(0);
});

test('the brief says where the thing gets stuck, and keeps what it is told', async ({ page }) => {
  const shop = new Shop(page);
  await shop.openDemo();
  await shop.go('Projects');
  await shop.pickProject('Tea counter');
  await page.getByRole('tab', { name: 'Brief' }).click();
  const fill = async (name: string, value: string): Promise<void> => {
    const field = page.getByRole('textbox', { name, exact: true });
    await field.fill(value);
    await field.press('Tab');
  };
  await fill('stairs, at the turn', '700');
  await expect(
    page.getByText(/counter board alone does not go round a turn of the stairs of 700/),
  ).toBeVisible();
  await fill('stairs, at the turn', 'narrow');
  await expect(page.getByRole('alert')).toContainText('“narrow” is not a length');
  await fill('stairs, at the turn', '900');
  await expect(page.getByText(/does not go round a turn/)).toHaveCount(0);
  await fill('free under it', '600');
  await expect(page.getByText(/without a design its height is not known here/)).toBeVisible();
  await fill('two may carry, kg', '5');
  await expect(page.getByText(/more than two are to carry/)).toBeVisible();
  await shop.reload();
  await page.getByRole('tab', { name: 'Brief' }).click();
  await expect(page.getByRole('textbox', { name: 'free under it', exact: true })).toHaveValue('600');
  // What is emptied is unknown again.
  await fill('free under it', '');
  await expect(page.getByText(/without a design its height/)).toHaveCount(0);
});

test('a finding that alone keeps a part out may stay, and then the part is cut', async ({ page }) => {
  const shop = new Shop(page);
  await shop.open();
  await shop.tally('board 1000 x 100 x 25 oak, check @400:45');
  await shop.go('Projects');
  await page.getByRole('button', { name: /^Start the first project/ }).click();
  await page.getByRole('tab', { name: 'Parts' }).click();
  await shop.addPart('rail 900 x 70 x 20');
  await shop.match();
  await expect(page.getByText(/Short: 1 × rail/)).toBeVisible();
  await page.keyboard.press('w');
  const way = page.locator('al-ways-panel li').filter({ hasText: /Stabilise the .*check at .* in B-01/ });
  await expect(way).toContainText('covers all', { timeout: 30_000 });
  await way.getByRole('button', { name: /^Take it/ }).click();
  await expect(page.getByText(/Short:/)).toHaveCount(0);
  await expect(page.locator('al-part-card')).toContainText('placed');
});
