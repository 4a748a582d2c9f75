// The shop floor with many accepted projects of ten parts each: how long the worker takes for the day, and what the browser's
// own trace says of opening Shop, ticking a set-up, sawing a board and undoing it. `npm run bench -- floor [projects]`.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { floorOf } from './made-up-shop.mjs';
import { at, traced, withBrowser } from './started.mjs';

const projects = Number(process.argv[2] ?? 20);
const folder = mkdtempSync(join(tmpdir(), 'aldrek-floor-'));

const DEEDS = [
  ['nothing in hand', async () => undefined],
  ['open Shop', (page) => page.getByRole('link', { name: 'Shop' }).click()],
  ['tick a set-up of all boards', (page) => page.getByRole('button', { name: 'All done' }).first().click()],
  [
    'a board is sawn',
    (page) =>
      page
        .getByRole('button', { name: /^Sawn: / })
        .first()
        .click(),
  ],
  ['undo', (page) => page.getByRole('button', { name: /^Undo/ }).first().click()],
  ['undo', (page) => page.getByRole('button', { name: /^Undo/ }).first().click()],
];

try {
  await withBrowser(4394, async (browser, address) => {
    const demo = await (await fetch(`${address}/demo/boathouse.json`)).json();
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await page.goto(`${address}/rack`);
    const path = join(folder, 'floor.json');
    writeFileSync(path, JSON.stringify(floorOf(projects, demo.settings)));
    await page.getByLabel('Shop file to import').setInputFiles(path);
    await page.getByRole('option').first().waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2500);
    console.log(`${projects} projects, ${projects * 10} parts`);
    console.log('deed                          day in the worker, ms   tasks p95 ms   max ms   over 50');
    for (const [name, deed] of DEEDS) {
      const { tasks } = await traced(page, async () => {
        await deed(page);
        await page.waitForTimeout(1500);
      });
      const station = page.locator('[data-day-ms]');
      const took = (await station.count()) > 0 ? await station.first().getAttribute('data-day-ms') : null;
      console.log(
        name.padEnd(30) +
          (took === null ? '–' : Number(took).toFixed(0)).padStart(21) +
          [at(tasks, 0.95), at(tasks, 1)].map((ms) => ms.toFixed(0).padStart(12)).join('') +
          String(tasks.filter((ms) => ms > 50).length).padStart(9),
      );
    }
  });
} finally {
  rmSync(folder, { recursive: true });
}
