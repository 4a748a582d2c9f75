import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { Shop } from '../drivers/shop.ts';

test.use({ serviceWorkers: 'allow' });

const root = fileURLToPath(new URL('../..', import.meta.url));

test('once opened, the app works when its server is gone', async ({ page }) => {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--port', '0'], {
    cwd: root,
  });
  try {
    const said = await new Promise<string>((resolve) => {
      server.stdout.once('data', (text: Buffer) => resolve(text.toString()));
    });
    const address = /http:\/\/\S+/.exec(said)?.[0] ?? '';
    const shop = new Shop(page);
    await shop.open(`${address}rack`);
    await shop.tally('slat 1195 x 98 x 18 spruce');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    // The worker says it is ready before all of the app is in its store; its own account tells.
    await expect
      .poll(() =>
        page.evaluate(async () =>
          (
            await Promise.all(
              (await caches.keys()).map(async (name) => (await (await caches.open(name)).keys()).length),
            )
          ).reduce((a, b) => a + b, 0),
        ),
      )
      .toBeGreaterThan(20);
    await shop.reload();
    server.kill();
    await new Promise((resolve) => server.once('exit', resolve));
    await page.reload();
    await shop.expectCount(1);
    await shop.inspect('S-01');
    await expect(page.locator('.great')).toHaveText('96');
    await shop.go('Projects');
    await expect(page.getByRole('button', { name: /^Start the first project/ })).toBeVisible();
  } finally {
    server.kill();
  }
});
