// A rack with 10,000 pieces in Chromium: how long it takes to open, whether scrolling leaves gaps, how soon a
// search answers; and 200 pasted tally lines. `npm run bench -- rack [pieces]`. An empty rack and one with 100
// pieces in the same run are the baseline.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NAMES, shopOf } from './made-up-shop.mjs';
import { at, withBrowser } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'aldrek-bench-'));
/** The time from the last navigation until the rack shows its first strip and has nothing left to do, ms. */
async function opened(page, address) {
  await page.goto('about:blank');
  const before = Date.now();
  await page.goto(`${address}/rack`);
  await page.getByRole('option').first().waitFor();
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
  return Date.now() - before;
}

/** Scrolls down by 600 px a frame, as fast as a thumb flings; returns the frames that showed less than a full window of rows. */
const gaps = (page) =>
  page.evaluate(async () => {
    const view = document.querySelector('cdk-virtual-scroll-viewport');
    let frames = 0;
    let blank = 0;
    const step = 600;
    for (let y = 0; y < Math.min(240_000, view.scrollHeight - view.clientHeight - 200); y += step) {
      view.scrollTop = y;
      await new Promise((resolve) => requestAnimationFrame(resolve));
      frames++;
      const box = view.getBoundingClientRect();
      for (const part of [0.1, 0.5, 0.9]) {
        const hit = document.elementFromPoint(box.left + 40, box.top + box.height * part);
        if (!hit?.closest('.row')) {
          blank++;
          break;
        }
      }
    }
    return { frames, blank };
  });

/** From a word in the search field until the rows are there, ms: handler, change detection and layout. */
const searched = (page, words) =>
  page.evaluate(async (list) => {
    const field = document.querySelector('input[type=search]');
    const times = [];
    const same = [];
    for (const word of list) {
      const before = performance.now();
      field.value = word;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await new Promise((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          document.querySelector('cdk-virtual-scroll-viewport').getBoundingClientRect();
          resolve();
        });
        watch.observe(document.querySelector('.station'), {
          subtree: true,
          characterData: true,
          childList: true,
          attributes: true,
        });
        // Nothing changes on the screen when a search finds what the last one did: that is no answer to time.
        setTimeout(() => resolve(same.push(word)), 1000);
      });
      if (!same.includes(word)) times.push(performance.now() - before);
    }
    return times;
  }, words);

const WORDS = [
  's',
  'sl',
  'sla',
  'slat',
  'slat b',
  'slat bay',
  'oak',
  'oak stave',
  'metal',
  'lead',
  'P-1',
  'chapel',
  'reserved',
  'pew back',
  'maple strip',
  'greenheart post',
  'loft',
  'cask',
];

try {
  await withBrowser(4388, async (browser, address) => {
    console.log(
      'pieces   open ms (5 runs)                    search ms p50   p95   max   first   blank frames',
    );
    for (const count of [100, Number(process.argv[2] ?? 10_000)]) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
      await page.goto(`${address}/rack`);
      const demo = await (await fetch(`${address}/demo/boathouse.json`)).json();
      const path = join(folder, `shop-${count}.json`);
      writeFileSync(path, JSON.stringify(shopOf(count, demo.settings)));
      await page.getByLabel('Shop file to import').setInputFiles(path);
      await page.getByRole('option').first().waitFor();
      await page.locator('main[data-stored="true"]').waitFor({ timeout: 60_000 });
      // A rack that was just filled is put in order for opening once nothing more is changed.
      await page.waitForTimeout(6000);
      const opens = [];
      for (let i = 0; i < 5; i++) opens.push(await opened(page, address));
      // The index of words is made while nobody looks; a search in the first moment waits for it.
      const [first] = await searched(page, ['stave']);
      await searched(page, WORDS);
      const times = (await searched(page, WORDS)).sort((a, b) => a - b);
      await page.getByRole('searchbox').fill('');
      const { frames, blank } = await gaps(page);
      console.log(
        String(count).padEnd(9) +
          opens
            .map((ms) => String(ms).padStart(6))
            .join('')
            .padEnd(36) +
          [at(times, 0.5), at(times, 0.95), at(times, 1), first]
            .map((ms) => ms.toFixed(0).padStart(7))
            .join('') +
          `   ${blank} of ${frames}`,
      );
      await page.close();
    }
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await page.goto(`${address}/rack`);
    const lines = Array.from(
      { length: 200 },
      (_, i) =>
        `${NAMES[i % 8]} ${900 + i} x 98 x 18 spruce?, knot @${100 + i}, nail @46:20 @46:70, mc 14, bay ${i % 5}`,
    ).join('\n');
    const field = page.getByRole('textbox', { name: 'Tally line' });
    await field.focus();
    for (let run = 0; run < 3; run++) {
      const [read, added] = await page.evaluate(async (text) => {
        const area = document.querySelector('al-tally-bar textarea');
        const frame = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
        const before = performance.now();
        area.value = text;
        area.dispatchEvent(new Event('input', { bubbles: true }));
        await frame();
        const then = performance.now();
        area.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
        await frame();
        while (document.querySelector('main').dataset.stored !== 'true') await frame();
        return [then - before, performance.now() - then];
      }, lines);
      console.log(`200 pasted lines: read ${read.toFixed(0)} ms, drawn and stored ${added.toFixed(0)} ms`);
    }
  });
} finally {
  rmSync(folder, { recursive: true });
}
