// `npm run check`: the quick look on the way, about two minutes: lint and format of what has changed since the last
// commit (or in it), types, unit tests, and one journey from the tally line to the cut sheet. `npm test` is the whole.
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { command, ensureBuilt, ensureInstalled, environment, root, run, tool } from './machine.mjs';

const git = (...args) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8' })
    .split('\n')
    .filter((path) => path !== '' && existsSync(join(root, path)));

function changed() {
  const now = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')];
  return now.length > 0 ? now : git('diff', '--name-only', 'HEAD~1', 'HEAD');
}

command(async () => {
  const began = Date.now();
  await ensureInstalled();
  const files = changed();
  const code = files.filter((path) => /\.(?:ts|mjs|js|html)$/.test(path));
  const steps = [
    ['types', [join(root, 'scripts/types.mjs')]],
    ['unit', [tool('vitest'), 'run', '--reporter=dot']],
    ...(code.length > 0 ? [['lint', [tool('eslint'), '--no-warn-ignored', ...code]]] : []),
    ...(files.length > 0
      ? [['format', [tool('prettier'), '--check', '--ignore-unknown', '--log-level', 'warn', ...files]]]
      : []),
  ];
  const failed = [];
  // The unit tests take longest; the rest runs beside them.
  await Promise.all(
    steps.map(async ([name, args]) => {
      if ((await run(process.execPath, args)) !== 0) failed.push(name);
    }),
  );
  await ensureBuilt();
  const journey = await run(
    process.execPath,
    [tool('playwright'), 'test', '--config', 'e2e/playwright.config.ts', 'tally-to-cut-sheet'],
    { env: { ...environment, CHROMIUM: ensureChromium() } },
  );
  if (journey !== 0) failed.push('journey');
  console.log(`${((Date.now() - began) / 1000).toFixed(0)} s`);
  if (failed.length > 0) throw new Error(`not good yet: ${failed.join(', ')}`);
  console.log('All good so far; npm test is the whole.');
});
