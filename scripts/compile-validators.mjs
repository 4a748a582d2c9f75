// Compiles the JSON Schema of the shop document into plain JavaScript ahead of time, so that the app
// needs no code generation at run time and keeps its strict Content-Security-Policy.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './machine.mjs';

export async function compileValidators() {
  const { default: Ajv } = await import('ajv');
  const { default: standalone } = await import('ajv/dist/standalone/index.js');
  const { build } = await import('esbuild');
  const schema = JSON.parse(readFileSync(join(root, 'core/src/exchange/shop.schema.json'), 'utf8'));
  const ajv = new Ajv({ allErrors: true, code: { source: true, esm: true } });
  const source = standalone(ajv, ajv.compile(schema));
  const bundled = await build({
    stdin: { contents: source, resolveDir: root, loader: 'js' },
    bundle: true,
    format: 'esm',
    mainFields: ['main'],
    write: false,
    logLevel: 'error',
  });
  const out = join(root, 'core/src/exchange/generated');
  mkdirSync(out, { recursive: true });
  const code = bundled.outputFiles[0].text;
  if (/new Function|\beval\(/.test(code)) throw new Error('the validator would generate code at run time');
  writeFileSync(join(out, 'validate-shop.js'), code);
  writeFileSync(
    join(out, 'validate-shop.d.ts'),
    `interface SchemaError {
  readonly instancePath: string;
  readonly keyword: string;
  readonly message?: string;
  readonly params: Readonly<Record<string, unknown>>;
}
declare const validate: { (data: unknown): boolean; errors?: readonly SchemaError[] | null };
export default validate;
`,
  );
}
