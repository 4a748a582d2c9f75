// What the project's commands share: where things are, what is installed, what is built.
// Node built-ins alone, since this runs before anything is installed.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { brotliCompressSync } from 'node:zlib';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stamps = join(root, 'node_modules/.stamps');

export const environment = {
  ...process.env,
  NG_CLI_ANALYTICS: 'false',
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
};

/** For searches: threads that share what the C library sets aside for them take a quarter less memory (glibc; nothing elsewhere). */
export const sparing = { ...environment, MALLOC_ARENA_MAX: '1' };

/** Runs a command to its end, passing signals on; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: environment, ...options });
    const pass = (signal) => child.kill(signal);
    process.on('SIGINT', pass).on('SIGTERM', pass);
    child.on('error', reject);
    child.on('exit', (code, signal) => {
      process.off('SIGINT', pass).off('SIGTERM', pass);
      resolve(code ?? (signal ? 1 : 0));
    });
  });
}

/** Path of a tool that the project's packages brought along. */
export const tool = (name) => join(root, 'node_modules/.bin', name);

function hashOf(paths) {
  const hash = createHash('sha256').update(process.version);
  const visit = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) {
        if (name !== 'node_modules' && name !== 'dist' && name !== 'generated') visit(join(path, name));
      }
    } else hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const path of paths) visit(join(root, path));
  return hash.digest('hex');
}

/** Does `work` unless the files have not changed since it was last done. The stamp is set last. */
export async function once(name, paths, made, work) {
  const stamp = join(stamps, name);
  const now = hashOf(paths);
  const done = existsSync(stamp) && readFileSync(stamp, 'utf8') === now && existsSync(join(root, made));
  if (done) return false;
  await work();
  mkdirSync(stamps, { recursive: true });
  writeFileSync(stamp, now);
  return true;
}

/** What kernels read of the core beside their own. */
const KERNEL_CONSTANTS = ['core/src/solver/tolerances.ts', 'core/src/solver/bound/scale.ts'];

/** Installs the packages when they are missing or the lock file has changed. */
export async function ensureInstalled() {
  await once('install', ['package-lock.json'], 'node_modules/typescript', async () => {
    console.error('Installing packages…');
    const args = ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund'];
    const code = await run('npm', args, { stdio: ['ignore', 2, 2] });
    if (code !== 0) throw new Error(`npm ci failed with exit code ${code}`);
  });
  await once(
    'validators',
    ['core/src/exchange/shop.schema.json', 'scripts/compile-validators.mjs', 'package-lock.json'],
    'core/src/exchange/generated/validate-shop.js',
    async () => {
      const { compileValidators } = await import('./compile-validators.mjs');
      await compileValidators();
    },
  );
  for (const name of ['pattern', 'bound']) {
    await once(
      `${name}-kernel`,
      [`core/kernel/${name}`, ...KERNEL_CONSTANTS, 'scripts/compile-kernel.mjs', 'package-lock.json'],
      `core/src/solver/generated/${name}-kernel.js`,
      async () => {
        const { compileKernel } = await import('./compile-kernel.mjs');
        await compileKernel(name);
      },
    );
  }
}

/** Bundles the command line when its sources have changed. */
export async function ensureCommandLine() {
  const sources = [
    'cli/src',
    'core/src',
    'core/kernel',
    'demo/boathouse.json',
    'package-lock.json',
    'scripts/machine.mjs',
  ];
  return once('cli', sources, 'dist/core.mjs', async () => {
    const { build } = await import('esbuild');
    await build({
      entryPoints: [join(root, 'cli/src/main.ts')],
      outfile: join(root, 'dist/core.mjs'),
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      external: ['highs'],
      logLevel: 'error',
    });
  });
}

/** Builds the app and bundles the server when their sources have changed. */
export async function ensureBuilt() {
  const sources = [
    'app',
    'core/src',
    'core/kernel',
    'server/src',
    'demo',
    'angular.json',
    'tsconfig.base.json',
    'package-lock.json',
    'scripts',
  ];
  return once('build', sources, 'dist/app/browser/index.html', async () => {
    console.error('Building…');
    const code = await run(process.execPath, [tool('ng'), 'build']);
    if (code !== 0) throw new Error(`the build failed with exit code ${code}`);
    packAhead(join(root, 'dist/app/browser'));
  });
}

/** Packs the solver ahead, once, since it is large and never changes under its name. */
function packAhead(folder) {
  for (const entry of readdirSync(folder, { recursive: true })) {
    const path = join(folder, String(entry));
    if (path.endsWith('.wasm')) writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path)));
  }
}

/** Fails in one line, as a command should. */
export function command(work) {
  work().catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  });
}
