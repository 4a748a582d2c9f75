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

/** Chooses from a list by its name. */
export async function choose(page, list, name) {
  await list.click();
  await page.locator('.cdk-overlay-pane').getByRole('option', { name, exact: true }).click();
}

/** The value below which a share of the sorted list lies. */
export const at = (sorted, share) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** Traces `work`; returns the main thread's tasks of over 1 ms and the times from input to next frame, ms. */
export async function traced(page, work) {
  const client = await page.context().newCDPSession(page);
  const events = [];
  client.on('Tracing.dataCollected', ({ value }) => events.push(...value));
  await client.send('Tracing.start', {
    categories: 'devtools.timeline,toplevel',
    transferMode: 'ReportEvents',
  });
  await work();
  const done = new Promise((resolve) => client.once('Tracing.tracingComplete', resolve));
  await client.send('Tracing.end');
  await done;
  const thread = (event) => `${event.pid} ${event.tid}`;
  // Pages' main threads, not their workers; the busiest is the page that is looked at.
  const mains = new Set(
    events
      .filter((event) => event.name === 'thread_name' && event.args?.name === 'CrRendererMain')
      .map(thread),
  );
  const scripted = new Map();
  for (const event of events) {
    if (event.name === 'FunctionCall' && mains.has(thread(event)))
      scripted.set(thread(event), (scripted.get(thread(event)) ?? 0) + event.dur);
  }
  const [main] = [...scripted].sort((a, b) => b[1] - a[1])[0] ?? [];
  const tasks = events
    .filter((event) => /RunTask$/.test(event.name) && thread(event) === main)
    .map((event) => event.dur / 1000)
    .filter((ms) => ms > 1)
    .sort((a, b) => a - b);
  const inputs = events
    .filter((event) => event.name === 'EventTiming' && event.args?.data?.duration > 0)
    .map((event) => event.args.data.duration)
    .sort((a, b) => a - b);
  return { tasks, inputs };
}
