import { chromium } from 'playwright';
const [out, path, w='1280', h='800', scheme='light', ...deeds] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const c = await b.newContext({ viewport: { width: +w, height: +h }, colorScheme: scheme, serviceWorkers: 'block', storageState: process.env.STATE ? undefined : undefined });
const page = await c.newPage();
page.on('pageerror', e => console.log('PAGEERROR', e.message));
page.on('console', m => { if (m.type()==='error') console.log('CONSOLE', m.text().slice(0,300)); });
await page.goto('http://localhost:4555/rack');
await page.waitForTimeout(1500); await page.getByLabel('Shop file to import').setInputFiles('/tmp/counter.json'); await page.waitForTimeout(1500);
const go = async (p) => { await page.evaluate((p)=>{ history.pushState({},'',p); dispatchEvent(new PopStateEvent('popstate',{state:{}})); }, p); await page.waitForTimeout(700); };
if (path!=='-') await page.goto('http://localhost:4555'+path);
await page.waitForTimeout(1200);
for (const d of deeds) { await (new Function('page','go','return (async()=>{'+d+'})()'))(page,go); await page.waitForTimeout(400); }
await page.screenshot({ path: out });
await b.close();
