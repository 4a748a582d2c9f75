// What the browser benchmarks share: the built app on a port of its own, and Chromium.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** Runs `work(browser, address)` with a server and a browser, and ends both. */
export async function withBrowser(port, work) {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--port', String(port)], {
    cwd: root,
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    await work(browser, `http://localhost:${port}`);
  } finally {
    await browser.close();
    server.kill();
  }
}

/** The value below which a share of the sorted list lies. */
export const at = (sorted, share) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
