import { chromium } from '@playwright/test';
const [, , path, out, w = '1280', h = '800', scheme = 'light', ...acts] = process.argv;
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const c = await b.newContext({
  viewport: { width: +w, height: +h },
  colorScheme: scheme,
  serviceWorkers: 'block',
});
const p = await c.newPage();
p.on('console', (m) => {
  if (['error', 'warning'].includes(m.type())) console.log('CONSOLE', m.text().slice(0, 400));
});
p.on('pageerror', (e) => console.log('PAGEERROR', e.message.slice(0, 600)));
await p.goto('http://localhost:4399/rack' + (process.env.EMPTY ? '' : '?demo'));
await p.waitForTimeout(900);
if (path !== '/rack?demo') {
  await p.evaluate((u) => {
    history.pushState({}, '', u);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
  await p.waitForTimeout(900);
}
for (const a of acts) {
  const [k, ...r] = a.split(':');
  const v = r.join(':');
  if (k === 'key') await p.keyboard.press(v);
  else if (k === 'type') await p.keyboard.type(v);
  else if (k === 'click') await p.locator(v).first().click();
  else if (k === 'wait') await p.waitForTimeout(+v);
  else if (k === 'fill') {
    const [s, t] = v.split('=>');
    await p.locator(s).first().fill(t);
  } else if (k === 'eval') console.log(JSON.stringify(await p.evaluate(v)));
  else if (k === 'hover') await p.locator(v).first().hover();
  else if (k === 'drag') {
    const [x1, y1, x2, y2] = v.split(',').map(Number);
    await p.mouse.move(x1, y1);
    await p.mouse.down();
    await p.mouse.move((x1 + x2) / 2, (y1 + y2) / 2);
    await p.mouse.move(x2, y2);
    await p.mouse.up();
  }
}
await p.waitForTimeout(500);
await p.screenshot({ path: out });
await b.close();
