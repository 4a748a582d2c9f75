// The longest task on the page's main thread in each station, with 10,000 pieces and 10 projects, importing them
// included: `npm run bench -- stations [pieces]`. Nothing should hold up the page for more than 50 ms. The same
// with 100 pieces in the same run is the baseline.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shopOf } from './made-up-shop.mjs';
import { at, traced, withBrowser } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'aldrek-bench-'));
const sizes = process.argv[2] ? [Number(process.argv[2])] : [100, 10_000];

const calm = async (page) => {
  await page.locator('main[data-stored="true"]').waitFor({ timeout: 120_000 });
  await page.waitForTimeout(1500);
};
const go = (page, station) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station }).click();

/** What is done by hand, station by station. */
const DEEDS = [
  ['rack: stack by species', (page) => page.getByRole('radio', { name: 'Species' }).click()],
  [
    'rack: tally a piece',
    async (page) => {
      await page.getByRole('textbox', { name: 'Tally line' }).fill('slat 1195 x 98 x 18 spruce');
      await page.keyboard.press('Enter');
    },
  ],
  ['rack: search', (page) => page.getByRole('searchbox').fill('stave')],
  ['rack: all again', (page) => page.getByRole('searchbox').fill('')],
  ['inspect: open', (page) => go(page, 'Inspect')],
  ['inspect: a finding', (page) => page.keyboard.press('k')],
  ['inspect: next piece', (page) => page.keyboard.press(']')],
  ['hauls: open', (page) => go(page, 'Hauls')],
  ['projects: open', (page) => go(page, 'Projects')],
  [
    'projects: add a part',
    async (page) => {
      const line = page.getByRole('textbox', { name: 'Part line' });
      await line.fill('2 rail 400 x 50 x 15');
      await line.press('Enter');
    },
  ],
  [
    'projects: another project',
    async (page) => {
      await page.getByRole('combobox', { name: 'Project', exact: true }).click();
      await page.locator('.cdk-overlay-pane').getByRole('option').nth(3).click();
    },
  ],
  ['projects: undo', (page) => page.keyboard.press('Control+z')],
  ['rack: back', (page) => go(page, 'Rack')],
];

const row = (pieces, name, tasks) =>
  console.log(
    String(pieces).padEnd(9) +
      name.padEnd(28) +
      [at(tasks, 0.95), at(tasks, 1)].map((ms) => ms.toFixed(0).padStart(9)).join('') +
      String(tasks.filter((ms) => ms > 50).length).padStart(9),
  );

try {
  await withBrowser(4391, async (browser, address) => {
    console.log('pieces   deed                          p95 ms   max ms   over 50');
    const demo = await (await fetch(`${address}/demo/boathouse.json`)).json();
    for (const pieces of sizes) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
      await page.goto(`${address}/rack`);
      const path = join(folder, `shop-${pieces}.json`);
      writeFileSync(path, JSON.stringify(shopOf(pieces, demo.settings, 10)));
      const imported = await traced(page, async () => {
        await page.getByLabel('Shop file to import').setInputFiles(path);
        await page.getByRole('option').first().waitFor({ timeout: 120_000 });
        await calm(page);
      });
      row(pieces, 'import', imported.tasks);
      await page.waitForTimeout(5000);
      for (const [name, deed] of DEEDS) {
        const { tasks } = await traced(page, async () => {
          await deed(page);
          await calm(page);
        });
        row(pieces, name, tasks);
      }
      await page.close();
    }
  });
} finally {
  rmSync(folder, { recursive: true });
}
