// `npm run --silent core -- VERB < in.json > out.json`: the core on the command line, bundled when it has changed.
import { command, ensureInstalled, once, root, run, sparing } from './machine.mjs';
import { join } from 'node:path';

command(async () => {
  await ensureInstalled();
  await once(
    'cli',
    ['cli/src', 'core/src', 'core/kernel', 'demo/boathouse.json', 'package-lock.json', 'scripts/core.mjs'],
    'dist/core.mjs',
    async () => {
      const { build } = await import('esbuild');
      await build({
        entryPoints: [join(root, 'cli/src/main.ts')],
        outfile: join(root, 'dist/core.mjs'),
        bundle: true,
        platform: 'node',
        format: 'esm',
        target: 'node20',
        external: ['highs'],
        logLevel: 'error',
      });
    },
  );
  process.exit(
    await run(process.execPath, [join(root, 'dist/core.mjs'), ...process.argv.slice(2)], { env: sparing }),
  );
});
