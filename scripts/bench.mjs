// `npm run bench -- NAME [size]`: one of the benchmarks, of the core (core/bench) or in the browser (e2e/bench).
// `npm run bench -- brief`: each of them at a small size, so that none can stop working unseen; no figures to keep.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { command, ensureBuilt, ensureInstalled, environment, root, run } from './machine.mjs';

/** Arguments that make each benchmark short. */
const BRIEF = {
  'clear-cuttings': [],
  'salvaged-board': [],
  match: ['S', '1'],
  'match-makers': [],
  figures: ['200'],
  frames: [],
  rack: ['200'],
  stations: ['100'],
  typing: [],
};

async function bench(name, args) {
  const core = join(root, `core/bench/${name}.ts`);
  if (existsSync(core)) return run(process.execPath, ['--import', 'tsx', core, ...args]);
  const browser = join(root, `e2e/bench/${name}.mjs`);
  if (!existsSync(browser)) throw new Error(`there is no benchmark ${name} in core/bench or e2e/bench`);
  await ensureBuilt();
  const env = { ...environment, CHROMIUM: ensureChromium() };
  return run(process.execPath, [browser, ...args], { env });
}

command(async () => {
  await ensureInstalled();
  const [name = 'clear-cuttings', ...args] = process.argv.slice(2);
  if (name !== 'brief') process.exit(await bench(name, args));
  const failed = [];
  for (const [one, brief] of Object.entries(BRIEF)) {
    console.log(`\n${one}`);
    if ((await bench(one, brief)) !== 0) failed.push(one);
  }
  if (failed.length > 0) throw new Error(`these benchmarks do not run any more: ${failed.join(', ')}`);
});
