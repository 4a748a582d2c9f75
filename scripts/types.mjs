// Type checks everything that the build does not: the core, the command line, the tests.
import { command, ensureInstalled, run, tool } from './machine.mjs';

command(async () => {
  await ensureInstalled();
  let failed = 0;
  for (const project of [
    'core/tsconfig.json',
    'tsconfig.node.json',
    'e2e/tsconfig.json',
    'app/tsconfig.eslint.json',
  ]) {
    failed += (await run(process.execPath, [tool('tsc'), '-p', project])) === 0 ? 0 : 1;
  }
  process.exit(failed === 0 ? 0 : 1);
});
