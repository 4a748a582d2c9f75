// `npm run --silent core -- VERB < in.json > out.json`: the core on the command line.
import { command, ensureInstalled, root, run } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  process.exit(
    await run(process.execPath, ['--import', 'tsx', join(root, 'cli/src/main.ts'), ...process.argv.slice(2)]),
  );
});
