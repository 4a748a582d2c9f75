import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { createApp } from './app.ts';

let server: Server;
let address = '';
const folder = mkdtempSync(join(tmpdir(), 'aldrek-'));

beforeAll(async () => {
  writeFileSync(join(folder, 'index.html'), '<p>the app</p>');
  writeFileSync(join(folder, 'main-ABCDEF12.js'), '1');
  writeFileSync(join(folder, 'solver-ABCDEF12.wasm'), 'wasm');
  writeFileSync(join(folder, 'solver-ABCDEF12.wasm.br'), brotliCompressSync('wasm'));
  server = createApp(folder, ['bench']).listen(0, '127.0.0.1');
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

it('sends the solver as the build has packed it, to be kept for good', async () => {
  const response = await fetch(`${address}/solver-ABCDEF12.wasm`, { headers: { 'accept-encoding': 'br' } });
  expect(response.headers.get('content-encoding')).toBe('br');
  expect(response.headers.get('content-type')).toBe('application/wasm');
  expect(response.headers.get('cache-control')).toContain('immutable');
  expect(await response.text()).toBe('wasm');
  const plain = await fetch(`${address}/solver-ABCDEF12.wasm`, {
    headers: { 'accept-encoding': 'identity' },
  });
  expect(plain.headers.get('content-encoding')).toBeNull();
  expect(await plain.text()).toBe('wasm');
});

/** Asks under a name, as a browser does that was sent here by another name. */
const askedAs = (host: string): Promise<number> =>
  new Promise((resolve, reject) => {
    request(`${address}/rack`, { headers: { host } }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    })
      .on('error', reject)
      .end();
  });

it('answers to its own names and to addresses, and to no other name', async () => {
  for (const host of ['localhost:4310', '127.0.0.1', '[::1]:4310', 'bench', 'BENCH:80', '192.168.1.7'])
    expect([host, await askedAs(host)]).toEqual([host, 200]);
  for (const host of ['evil.example', 'localhost.evil.example', 'bench.example'])
    expect([host, await askedAs(host)]).toEqual([host, 421]);
});

it('fails in a line, with nothing of its inside', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const response = await fetch(`${address}/%E0%A4%A`);
  const text = await response.text();
  expect(response.status).toBe(400);
  expect(text).not.toMatch(/node_modules|at |Error:/);
});
