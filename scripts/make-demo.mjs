// `npm run demo`: makes demo/boathouse.json and its photos again.
import { command, ensureInstalled, root, run } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  for (const made of ['make-photos', 'make-boathouse']) {
    const code = await run(process.execPath, ['--import', 'tsx', join(root, `demo/${made}.ts`)]);
    if (code !== 0) process.exit(code);
  }
});
