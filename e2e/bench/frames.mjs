// What the browser's own trace says of two things done by hand with 1,000 pieces on the rack: typing on the
// tally line, and dragging a finding. `npm run bench -- frames [pieces] [times]`; the last of each counts.
import { at, traced, withBrowser } from './started.mjs';

const pieces = Number(process.argv[2] ?? 1000);
const times = Number(process.argv[3] ?? 2);

/** Done as often as asked, so that the code is warm; what the last says. */
async function last(what) {
  for (let n = 1; n < times; n++) await what();
  return what();
}

function row(name, { tasks, inputs }) {
  const cells = [
    at(tasks, 0.5),
    at(tasks, 0.95),
    at(tasks, 1),
    at(inputs, 0.5),
    at(inputs, 0.95),
    at(inputs, 1),
  ];
  console.log(
    name.padEnd(34) +
      cells.map((ms) => ms.toFixed(1).padStart(9)).join('') +
      String(tasks.length).padStart(8),
  );
}

await withBrowser(4389, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  await page.goto(`${address}/rack`);
  const line = page.getByRole('textbox', { name: 'Tally line' });
  console.log(
    'ms                                 task p50      p95      max input p50    p95      max   tasks',
  );
  const typing = async () => {
    await line.fill('');
    return traced(page, async () => {
      await line.pressSequentially('6 slat 1195 x 98 x 18 spruce?, bay 2, from pallets', { delay: 30 });
    });
  };
  row('typing, empty rack (baseline)', await last(typing));
  await line.fill(
    `${pieces / 2} slat 1195 x 98 x 18 spruce, bay 2\n${pieces / 2} rail 2400 x 190 x 20 pine, loft`,
  );
  await line.press('Enter');
  await page.getByRole('option').first().waitFor();
  row(`typing, ${pieces} pieces`, await last(typing));
  await line.fill('');

  await page.getByRole('link', { name: 'Inspect' }).click();
  const faceA = page.getByRole('group', { name: 'Face A' });
  await faceA.waitFor();
  for (let i = 1; i <= 20; i++) {
    await page.keyboard.type(String(i * 110));
    await page.keyboard.press(i % 2 ? 'k' : 'o');
  }
  const finding = faceA.getByRole('button').nth(9);
  await finding.waitFor();
  const drag = () =>
    traced(page, async () => {
      const box = await finding.boundingBox();
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
      await page.mouse.down();
      for (let i = 0; i < 60; i++) {
        await page.mouse.move(box.x + box.width / 2 + i * 3, box.y + box.height / 2 + Math.sin(i / 6) * 12);
        await page.waitForTimeout(16);
      }
      await page.mouse.up();
    });
  row(`dragging 1 of 20 findings, ${pieces}`, await last(drag));
});
