import { defineConfig } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const port = Number(process.env['E2E_PORT'] ?? 4377);

export default defineConfig({
  testDir: 'journeys',
  outputDir: 'results/traces',
  fullyParallel: true,
  workers: 2,
  retries: 0,
  // Generous, so that a busy machine is not taken for a fault; journeys take 2 to 20 s on an idle one.
  timeout: 120_000,
  expect: { timeout: Number(process.env['E2E_PATIENCE'] ?? 20_000) },
  reporter: [['list'], ['json', { outputFile: 'results/journeys.json' }]],
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    // The offline journey alone is about it; in the others it would fetch the whole app anew for each.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `node --import tsx server/src/main.ts --port ${port}`,
    cwd: root,
    port,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 2000 },
  },
});
