// `npm run bench -- NAME`: one of the benchmarks, of the core (core/bench) or in the browser (e2e/bench).
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { command, ensureBuilt, ensureInstalled, environment, root, run } from './machine.mjs';

command(async () => {
  await ensureInstalled();
  const name = process.argv[2] ?? 'clear-cuttings';
  const core = join(root, `core/bench/${name}.ts`);
  if (existsSync(core))
    process.exit(await run(process.execPath, ['--import', 'tsx', core, ...process.argv.slice(3)]));
  const browser = join(root, `e2e/bench/${name}.mjs`);
  if (!existsSync(browser)) throw new Error(`there is no benchmark ${name} in core/bench or e2e/bench`);
  await ensureBuilt();
  process.exit(
    await run(process.execPath, [browser], { env: { ...environment, CHROMIUM: ensureChromium() } }),
  );
});
