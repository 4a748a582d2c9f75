// What typing costs, with the demo shop: `npm run bench -- typing [rounds]` (each field is typed so often, three times unless
// said otherwise: of few keys the dearest alone would be 5 in 100). The main thread's time for each key in each sort of
// field (95 of 100 keys should take no more than 16 ms), and how long after a key of a size the first plan says
// covered or short (150 ms at the most). The empty page, typed at without a field, is the baseline.
import { at, choose, traced, withBrowser } from './started.mjs';

const go = (page, station) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station }).click();

/** Fields of each sort, how to come to them, and what is typed there. */
const FIELDS = [
  [
    'nothing in hand',
    async (page) =>
      page
        .locator('h1')
        .first()
        .click({ force: true })
        .catch(() => undefined),
    'yyyyyyyyyyyyyyyyyyyy',
  ],
  [
    'tally line',
    (page) => page.getByRole('textbox', { name: 'Tally line' }).click(),
    '6 slat 1195 x 98 x 18 spruce, bay 2, mc 14, from pallets',
  ],
  [
    'rack search',
    (page) => page.getByRole('searchbox', { name: 'Search the rack' }).click(),
    'pew seat pitch pine',
  ],
  [
    'text: place of a haul',
    async (page) => {
      await go(page, 'Hauls');
      await page.getByRole('button', { name: 'Details' }).click();
      await page.getByRole('textbox', { name: 'place', exact: true }).click();
    },
    'The ferry yard beyond',
  ],
  [
    'length: a measure of a find',
    (page) => page.getByRole('textbox', { name: /^length along/ }).click(),
    '1234567 1/2',
  ],
  ['species of a find', (page) => page.getByRole('combobox', { name: /^species/ }).click(), 'sugar maple'],
  [
    'part line',
    async (page) => {
      await go(page, 'Projects');
      await page.getByRole('textbox', { name: 'Part line' }).click();
    },
    '4 leg 426 x 70 x 40 oak, hidden',
  ],
  [
    'figure in the settings',
    async (page) => {
      await page.getByRole('button', { name: 'Shop menu' }).click();
      await page.getByRole('menuitem', { name: /^Settings/ }).click();
      await page.getByRole('link', { name: 'Prices' }).click();
      await page.getByRole('textbox').nth(1).click();
    },
    '1234567890',
  ],
  [
    'settings search',
    (page) => page.getByRole('searchbox', { name: 'Search the settings' }).click(),
    'planer width',
  ],
];

const rounds = Number(process.argv[2] ?? 3);

await withBrowser(4393, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  await page.goto(`${address}/rack?demo`);
  await page.getByRole('option').first().waitFor();
  await page.waitForTimeout(2500);
  console.log('field                            keys   p50 ms   p95 ms   max ms   over 16');
  for (const [name, comeTo, words] of FIELDS) {
    await comeTo(page);
    await page.waitForTimeout(600);
    const perKey = [];
    for (let round = 0; round < rounds; round++) {
      if (round > 0) await page.keyboard.press('Control+a');
      for (const key of words) {
        const { tasks } = await traced(page, async () => {
          await page.keyboard.type(key);
          await page.waitForTimeout(120);
        });
        perKey.push(at(tasks, 1));
      }
    }
    perKey.sort((a, b) => a - b);
    const figures = [at(perKey, 0.5), at(perKey, 0.95), at(perKey, 1)].map((ms) => ms.toFixed(1).padStart(9));
    const over = String(perKey.filter((ms) => ms > 16).length).padStart(10);
    console.log(name.padEnd(33) + String(perKey.length).padStart(4) + figures.join('') + over);
    await page.keyboard.press('Escape');
  }

  await go(page, 'Projects');
  await choose(page, page.getByRole('combobox', { name: 'Project', exact: true }), 'Oar rack');
  await page.getByRole('button', { name: /2 × wall upright/ }).click();
  await page.locator('al-part-card al-length-field').first().waitFor();
  const length = page.locator('al-part-card al-length-field input').first();
  await length.click();
  const waits = [];
  for (const size of ['900', '950', '1000', '1200', '1450', '1800', '2100', '2400', '3000', '1450']) {
    await length.selectText();
    const said = page.evaluate(
      () =>
        new Promise((resolve) => {
          let pressed = 0;
          document.addEventListener('input', () => (pressed = performance.now()), { capture: true });
          const watch = new MutationObserver(() => {
            if (!pressed || !document.querySelector('.drafted')) return;
            watch.disconnect();
            requestAnimationFrame(() => resolve(performance.now() - pressed));
          });
          watch.observe(document.body, { subtree: true, childList: true, characterData: true });
          setTimeout(() => (watch.disconnect(), resolve(null)), 1500);
        }),
    );
    await page.waitForTimeout(30);
    await page.keyboard.insertText(size);
    waits.push(await said);
    await page.waitForTimeout(200);
  }
  const known = waits.filter((ms) => ms !== null).sort((a, b) => a - b);
  console.log(
    `\nfirst plan while a size is typed: ${known.length} of ${waits.length} answered anew, ` +
      `p50 ${at(known, 0.5).toFixed(0)} ms, most ${at(known, 1).toFixed(0)} ms`,
  );
});
