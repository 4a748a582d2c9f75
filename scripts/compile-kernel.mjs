// Compiles the inner loops of the search (AssemblyScript, `core/kernel/`) to WebAssembly ahead of time, and wraps them as text, so that
// they are there at once wherever the search runs: in a worker, on the command line, in a test.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './machine.mjs';

/** Nothing is ever freed within a question: the heap begins anew with each. Arrays are checked but where a kernel says not. */
const OPTIONS = [
  '--runtime',
  'stub',
  '-O3',
  '--converge',
  '--noAssert',
  '--use',
  'abort=',
  '--enable',
  'simd',
];

export async function compileKernel(name) {
  const { default: asc } = await import('assemblyscript/asc');
  const compiled = { bytes: null };
  const { error, stderr } = await asc.main(
    [join('core/kernel', name, 'index.ts'), '--baseDir', root, '--outFile', 'kernel.wasm', ...OPTIONS],
    { writeFile: (file, contents) => void (file === 'kernel.wasm' && (compiled.bytes = contents)) },
  );
  if (error || compiled.bytes === null) throw new Error(`core/kernel/${name}: ${stderr.toString()}`);
  const out = join(root, 'core/src/solver/generated');
  mkdirSync(out, { recursive: true });
  const text = Buffer.from(compiled.bytes).toString('base64');
  writeFileSync(join(out, `${name}-kernel.js`), `export default '${text}';\n`);
  writeFileSync(join(out, `${name}-kernel.d.ts`), `declare const base64: string;\nexport default base64;\n`);
}
