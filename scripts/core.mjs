// `npm run --silent core -- VERB < in.json > out.json`: the core on the command line, bundled when it has changed.
import { command, ensureCommandLine, ensureInstalled, root, run, sparing } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  await ensureCommandLine();
  process.exit(
    await run(process.execPath, [join(root, 'dist/core.mjs'), ...process.argv.slice(2)], { env: sparing }),
  );
});
