// `npm run bench -- NAME [size]`: one of the benchmarks, of the core (core/bench) or in the browser (e2e/bench).
// `npm run bench -- brief`: each of them at a small size, so that none can stop working unseen; no figures to keep.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import {
  command,
  ensureBuilt,
  ensureCommandLine,
  ensureInstalled,
  environment,
  root,
  run,
  sparing,
} from './machine.mjs';

/** Arguments that make each benchmark short. */
const BRIEF = {
  'clear-cuttings': [],
  'salvaged-board': [],
  match: ['S', '1', 'brief'],
  sure: ['10'],
  'match-makers': [],
  figures: ['200'],
  frames: ['200', '1'],
  rack: ['200'],
  stations: ['100'],
  floor: ['5'],
  typing: ['1'],
};

const inCore = (name) => existsSync(join(root, `core/bench/${name}.ts`));

async function bench(name, args) {
  if (inCore(name)) {
    // Some run the command line as it is used from outside: as it is now, not as it was when it was last used.
    await ensureCommandLine();
    return run(process.execPath, ['--import', 'tsx', join(root, `core/bench/${name}.ts`), ...args], {
      env: sparing,
    });
  }
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
  // Two lanes for two cores, as nobody keeps these figures; each begins with the slowest of its kind.
  const waiting = ['typing', 'figures', ...Object.keys(BRIEF)].filter(
    (one, i, all) => all.indexOf(one) === i,
  );
  const lane = async () => {
    for (let one = waiting.shift(); one !== undefined; one = waiting.shift()) {
      const began = Date.now();
      const code = await bench(one, BRIEF[one]);
      console.log(
        `— ${one}: ${code === 0 ? 'runs' : 'failed'} (${((Date.now() - began) / 1000).toFixed(0)} s)\n`,
      );
      if (code !== 0) failed.push(one);
    }
  };
  await ensureBuilt();
  await ensureCommandLine();
  await Promise.all([lane(), lane()]);
  if (failed.length > 0) throw new Error(`these benchmarks do not run any more: ${failed.join(', ')}`);
});
