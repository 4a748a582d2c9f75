// `npm run demo`: makes demo/boathouse.json again.
import { command, ensureInstalled, root, run } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  process.exit(await run(process.execPath, ['--import', 'tsx', join(root, 'demo/make-boathouse.ts')]));
});
