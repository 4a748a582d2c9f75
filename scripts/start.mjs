// `npm start`: installs what is missing, builds what has changed, serves. `--demo` opens the demo shop;
// `--port N` and `--host H` say where.
import { command, ensureBuilt, ensureInstalled, root, run } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  await ensureBuilt();
  process.exit(
    await run(process.execPath, [
      '--import',
      'tsx',
      join(root, 'server/src/main.ts'),
      ...process.argv.slice(2),
    ]),
  );
});
