// 5,000 pieces re-estimated in the browser's workers: how long it takes, and whether the page stays smooth meanwhile.
// `npm run bench -- figures [pieces]`. The same again, unchanged, is the baseline: figures that are kept by content.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { at, choose, traced, withBrowser } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'aldrek-bench-'));
const KINDS = ['nail-hole', 'metal', 'knot', 'split', 'rot', 'stain', 'nail-hole', 'loose-knot'];

/** Pieces with 4 to 20 findings each, no two alike; a tenth are tapered, a third warped. */
function shopOf(count, settings) {
  let seed = 7;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const pieces = Array.from({ length: count }, (_, i) => {
    const length = 500 + Math.round(random() * 2300);
    const width = 50 + Math.round(random() * 230);
    return {
      id: `p-${String(i).padStart(6, '0')}`,
      tag: `B-${i}`,
      name: 'board',
      length,
      width,
      ...(i % 10 === 0 ? { widthFar: Math.round(width * 0.8) } : {}),
      thickness: 16 + Math.round(random() * 30),
      ...(i % 3 === 0 ? { warp: { cup: Math.round(random() * 6), bow: Math.round(random() * 9) } } : {}),
      species: 'norway-spruce',
      speciesSure: 'sure',
      place: `bay ${i % 14}`,
      find: '',
      findings: Array.from({ length: 4 + Math.floor(random() * 17) }, (_unused, n) => ({
        id: `f-${i}-${n}`,
        kind: KINDS[Math.floor(random() * KINDS.length)],
        face: 'through',
        x: Math.round(random() * (length - 30)),
        y: Math.round(random() * (width - 20)),
        length: 6 + Math.round(random() * 24),
        width: 4 + Math.round(random() * 14),
      })),
    };
  });
  return { format: 'aldrek-shop', version: 4, settings, hauls: [], pieces, projects: [], milled: [] };
}

const count = Number(process.argv[2] ?? 5000);
try {
  await withBrowser(4390, async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await page.goto(`${address}/rack`);
    const demo = await (await fetch(`${address}/demo/boathouse.json`)).json();
    const path = join(folder, 'shop.json');
    writeFileSync(path, JSON.stringify(shopOf(count, demo.settings)));
    await page.getByLabel('Shop file to import').setInputFiles(path);
    await page.getByRole('option').first().waitFor();
    await page.locator('main[data-stored="true"]').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(4000);
    const heading = page.getByText(/^\s*gives \d/).first();
    console.log(
      `${count} pieces                       seconds   task p50      p95      max   tasks over 50 ms`,
    );
    const timed = async (name, work) => {
      let seconds = 0;
      const { tasks } = await traced(page, async () => {
        const before = Date.now();
        await work();
        await page.waitForFunction(
          () => {
            const progress = document.querySelector('al-rack-gives .progress');
            return progress === null && document.querySelector('.row h2')?.textContent?.includes('gives');
          },
          null,
          { timeout: 300_000, polling: 100 },
        );
        seconds = (Date.now() - before) / 1000;
      });
      const cells = [at(tasks, 0.5), at(tasks, 0.95), at(tasks, 1)].map((ms) => ms.toFixed(1).padStart(9));
      const over = tasks.filter((ms) => ms > 50).length;
      console.log(
        name.padEnd(30) + seconds.toFixed(1).padStart(10) + cells.join('') + String(over).padStart(10),
      );
    };
    await timed('all, afresh', async () => {
      await page.getByRole('radio', { name: 'What it gives' }).click();
      await heading.waitFor({ timeout: 300_000 });
    });
    const grade = page.getByRole('combobox', { name: 'graded' });
    await timed('another grade, afresh', async () => {
      await choose(page, grade, 'clear');
      await page.locator('al-rack-gives .progress').waitFor();
    });
    await timed('the first grade again, kept', async () => {
      await choose(page, grade, 'character');
      await page.waitForTimeout(50);
    });
  });
} finally {
  rmSync(folder, { recursive: true, force: true });
}
