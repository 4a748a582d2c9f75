// `npm run bench -- NAME`: one of the benchmarks in core/bench.
import { command, ensureInstalled, root, run } from './machine.mjs';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  const name = process.argv[2] ?? 'clear-cuttings';
  const file = join(root, `core/bench/${name}.ts`);
  if (!existsSync(file)) throw new Error(`there is no benchmark ${name} in core/bench`);
  process.exit(await run(process.execPath, ['--import', 'tsx', file]));
});
