import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { createApp } from './app.ts';

let server: Server;
let address = '';
const folder = mkdtempSync(join(tmpdir(), 'aldrek-'));

beforeAll(async () => {
  writeFileSync(join(folder, 'index.html'), '<p>the app</p>');
  writeFileSync(join(folder, 'main-ABCDEF12.js'), '1');
  server = createApp(folder).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const where = server.address();
  address = typeof where === 'object' && where ? `http://127.0.0.1:${where.port}` : '';
});

afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  rmSync(folder, { recursive: true });
});

it('serves the app on every route, under a policy of its own origin only', async () => {
  const response = await fetch(`${address}/inspect/p1`);
  expect(await response.text()).toContain('the app');
  const policy = response.headers.get('content-security-policy') ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).not.toContain("'unsafe-eval'");
  expect(policy).not.toMatch(/https?:/);
  expect(response.headers.get('cache-control')).toBe('no-cache');
  expect(response.headers.get('x-powered-by')).toBeNull();
});

it('lets hashed files be kept, and says when a file is not there', async () => {
  const script = await fetch(`${address}/main-ABCDEF12.js`);
  expect(script.headers.get('cache-control')).toContain('immutable');
  const missing = await fetch(`${address}/nothing.js`);
  expect(missing.status).toBe(404);
});
