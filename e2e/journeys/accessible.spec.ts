import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

type Scheme = 'light' | 'dark';

/** All rules in the light scheme; in the dark one, of the same page, only that which looks at colours. */
async function expectSound(page: Page, what: string, scheme: Scheme): Promise<void> {
  // What is still being read from the browser is no screen yet.
  await expect(page.locator('h1')).not.toHaveCount(0);
  // One that is called off, as its element goes, is over as well.
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
  // Of what passes it is enough to know that it was looked at; naming each element of a screen takes minutes. There are no frames, so
  // all is done in the page itself.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);
  const { violations, passes } = await (scheme === 'dark' ? axe.withRules('color-contrast') : axe).analyze();
  expect(passes.map(({ id }) => id)).toContain('color-contrast');
  const grave = violations
    .filter(({ impact }) => impact === 'moderate' || impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${what}: ${id} at ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
  expect(grave).toEqual([]);
}

// Each looks through a dozen screens; on a busy machine that takes minutes.
test.setTimeout(300_000);

for (const scheme of ['light', 'dark'] as Scheme[]) {
  test(`no screen has a moderate or serious fault in the ${scheme} scheme`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    const shop = new Shop(page);
    await shop.open();
    await expectSound(page, 'empty rack', scheme);
    await shop.openDemo();
    await page.getByRole('button', { name: 'Undo', exact: true }).last().waitFor();
    await shop.piece('P-03').click();
    await shop.tallyLine().fill('6 slat 1195 x 98 x 18 sprice, bay 2');
    await expectSound(page, 'rack', scheme);
    await shop.tallyLine().fill('');
    await page.keyboard.press('Escape');
    await shop.inspect('P-03');
    await page.keyboard.type('400');
    await page.keyboard.press('n');
    await expectSound(page, 'inspect', scheme);
    await shop.go('Hauls');
    await page.getByRole('tab', { name: /mooring posts/ }).click();
    await page.getByRole('button', { name: 'Details' }).click();
    await expectSound(page, 'hauls', scheme);
    await page.getByRole('button', { name: /^Prices, hours/ }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectSound(page, 'prices', scheme);
    await page.keyboard.press('Escape');
    await shop.menu(/^Instruments/);
    await expect(page.getByText('connected', { exact: true })).toBeVisible();
    await expectSound(page, 'instruments', scheme);
    await shop.menu(/^Put the instruments/);
    await shop.go('Projects');
    await shop.match();
    await page.getByRole('button', { name: /2 × rail, short/ }).click();
    await expectSound(page, 'projects', scheme);
    await page.getByRole('link', { name: 'Cut sheet' }).click();
    await expectSound(page, 'cut sheet', scheme);
    await page.goto('/labels');
    await expect(page.getByRole('heading', { name: /labels/ })).toBeVisible();
    await expectSound(page, 'labels', scheme);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectSound(page, 'key sheet', scheme);
  });
}

for (const scheme of ['light', 'dark'] as Scheme[]) {
  test(`nothing that is noted or reckoned of a piece has a serious fault in the ${scheme} scheme`, async ({
    page,
  }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    const shop = new Shop(page);
    await shop.openDemo();
    await shop.inspect('P-03');
    for (const panel of ['Shape', 'Warp', 'Wood', 'Ends and metal'] as const) {
      await shop.panel(panel);
      await expectSound(page, `inspect, ${panel}`, scheme);
    }
    await page.getByRole('tab', { name: 'Thickness' }).click();
    await page.getByRole('button', { name: 'The table: where it comes from' }).click();
    await expectSound(page, 'thickness', scheme);
    await shop.go('Shop');
    await expect(page.getByRole('article').first()).toBeVisible();
    await expectSound(page, 'shop', scheme);
    await page.getByRole('link', { name: 'A tray' }).click();
    await page.getByRole('button', { name: /^Strip 1 of/ }).click();
    await expectSound(page, 'panel bench', scheme);
    await shop.go('Projects');
    await page.getByRole('link', { name: /^Joints, movement, assembly/ }).click();
    for (const tab of ['Joints', 'Movement', 'Assembly']) {
      await page.getByRole('tab', { name: tab }).click();
      await expectSound(page, tab, scheme);
    }
    await shop.menu(/^Settings/);
    await expect(page.getByRole('heading', { name: 'How this shop works' })).toBeVisible();
    await expectSound(page, 'settings', scheme);
    await page.goto('/compare');
    await expect(page.getByRole('article').first()).toContainText('%');
    await expectSound(page, 'compare', scheme);
  });
}

for (const [width, height] of [
  [360, 740],
  [768, 1024],
  [1280, 800],
] as const)
  test(`everything fits ${width} × ${height} without sideways scroll`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const shop = new Shop(page);
    await shop.openDemo();
    for (const station of ['Hauls', 'Rack', 'Inspect', 'Projects', 'Shop'] as const) {
      await shop.go(station);
      await page.waitForTimeout(200);
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect(over, station).toBeLessThanOrEqual(0);
    }
  });
