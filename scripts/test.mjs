// `npm test`: installs what is missing, then lint, arrows, types, unit, component and end-to-end tests, and every bench
// briefly. Every step is run even when one before it fails; the last line counts them all.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { command, ensureBuilt, ensureInstalled, environment, root, run, tool } from './machine.mjs';

const results = join(root, 'e2e/results');
const began = Date.now();
let passed = 0;
let failed = 0;

function count(name, good, bad) {
  passed += good;
  failed += bad;
  const seconds = ((Date.now() - began) / 1000).toFixed(0);
  console.log(`— ${name}: ${bad === 0 ? 'good' : `${bad} failed`} (${seconds} s since the start)`);
}

async function check(name, args) {
  const code = await run(process.execPath, args);
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
}

/** Adds what a test runner has counted; a runner that broke off counts as one failure. */
async function suite(name, args, file, read, env = {}) {
  const code = await run(process.execPath, args, { env: { ...environment, ...env } });
  if (!existsSync(file)) return count(name, 0, 1);
  const { good, bad } = read(JSON.parse(readFileSync(file, 'utf8')));
  count(name, good, code !== 0 && bad === 0 ? 1 : bad);
}

command(async () => {
  await ensureInstalled();
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  // Lint takes as long as the three others together.
  await Promise.all([
    check('lint', [tool('eslint'), '.']),
    check('exports', [tool('knip'), '--include', 'exports,types,files', '--no-config-hints']),
    (async () => {
      await check('types', [join(root, 'scripts/types.mjs')]);
      await check('format', [tool('prettier'), '--check', '--log-level', 'warn', '.']);
      await check('controls', [join(root, 'scripts/controls.mjs')]);
      await check('arrows', [
        tool('depcruise'),
        '--config',
        '.dependency-cruiser.cjs',
        'core/src',
        'app/src',
        'server/src',
        'cli/src',
        'demo',
      ]);
    })(),
  ]);
  const unit = join(results, 'unit.json');
  await suite(
    'unit',
    [tool('vitest'), 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unit}`],
    unit,
    (report) => ({ good: report.numPassedTests, bad: report.numFailedTests }),
  );
  const components = join(results, 'components.json');
  await suite(
    'components',
    [tool('ng'), 'test', '--reporters', 'dot', '--reporters', 'json', '--output-file', components],
    components,
    (report) => ({ good: report.numPassedTests, bad: report.numFailedTests }),
    // By itself the runner leaves one of two cores idle.
    { VITEST_MAX_WORKERS: String(availableParallelism()) },
  );
  await ensureBuilt();
  const journeys = join(results, 'journeys.json');
  await suite(
    'end to end',
    [tool('playwright'), 'test', '--config', 'e2e/playwright.config.ts'],
    journeys,
    ({ stats }) => ({ good: stats.expected, bad: stats.unexpected + stats.flaky }),
    { CHROMIUM: ensureChromium() },
  );
  await check('benches, briefly', [join(root, 'scripts/bench.mjs'), 'brief']);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
});
