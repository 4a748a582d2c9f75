// `npm run check`: the quick look on the way, two to three minutes: lint and format of what has changed since the last
// commit (or in it), types, unit tests, and one journey from the tally line to the cut sheet. `npm test` is the whole.
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
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

/** Suites that search for seconds on end. They wait for `npm test`, unless something in their folder has changed. */
const LONG = [
  'core/src/solver/search.test.ts',
  'core/src/solver/metal-that-stays.test.ts',
  'core/src/solver/monotone.test.ts',
  'core/src/yield/estimates/estimate.test.ts',
  'core/src/project/plan-life.test.ts',
];

command(async () => {
  const began = Date.now();
  await ensureInstalled();
  const files = changed();
  const code = files.filter((path) => /\.(?:ts|mjs|js|html)$/.test(path));
  const later = LONG.filter((suite) => !files.some((path) => path.startsWith(dirname(suite))));
  const failed = [];
  const step = async (name, args, options) => {
    const code = await run(process.execPath, args, options);
    if (code !== 0) failed.push(name);
    console.log(
      `— ${name}: ${code === 0 ? 'good' : 'failed'} (${((Date.now() - began) / 1000).toFixed(0)} s)`,
    );
  };
  // Two lanes for two cores.
  await Promise.all([
    (async () => {
      await step('unit', [
        tool('vitest'),
        'run',
        '--reporter=dot',
        ...later.flatMap((suite) => ['--exclude', suite]),
      ]);
      if (code.length > 0) await step('lint', [tool('eslint'), '--no-warn-ignored', ...code]);
      await step('controls', [join(root, 'scripts/controls.mjs')]);
      if (files.length > 0)
        await step('format', [
          tool('prettier'),
          '--check',
          '--ignore-unknown',
          '--log-level',
          'warn',
          ...files,
        ]);
    })(),
    (async () => {
      await step('types', [join(root, 'scripts/types.mjs')]);
      await ensureBuilt();
      await step(
        'journey',
        [tool('playwright'), 'test', '--config', 'e2e/playwright.config.ts', 'tally-to-cut-sheet'],
        { env: { ...environment, CHROMIUM: ensureChromium() } },
      );
    })(),
  ]);
  if (failed.length > 0) throw new Error(`not good yet: ${failed.join(', ')}`);
  if (later.length > 0) console.log(`left for npm test: ${later.join(', ')}`);
  console.log('All good so far; npm test is the whole.');
});
