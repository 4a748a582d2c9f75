// Every control is Angular Material's or the CDK's: lists what is made by hand in a template instead. Only the
// fields in app/src/ui wrap what the library has no part for (choosing a file). And sizes of type that the theme does not
// have. Run by `npm run lint`.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

const app = fileURLToPath(new URL('../app/src', import.meta.url));

const BY_HAND = [
  ['a native list', /<(?:select|datalist)\b/],
  ['a native fold-out', /<(?:details|summary)\b/],
  ['a native bar', /<(?:progress|meter)\b/],
  ['a native control', /<input\b[^>]*\stype="(?:checkbox|radio|range|date|time|color)"/],
  [
    'a role that a component of the library has',
    /\srole="(?:tablist|tab|radiogroup|radio|switch|slider|combobox)"/,
  ],
  [
    'a button that is not the library’s',
    /<button\b(?![^>]*(?:\smatButton|\[matButton\]|\smatIconButton|\smat-menu-item|\smat-tab-link|\smatChipRemove|\smat-list-item))[^>]*>/,
  ],
  [
    'a field that is not the library’s',
    /<(?:input|textarea)\b(?![^>]*(?:\smatInput|\smatSliderThumb|\stype="file"))[^>]*>/,
  ],
  ['a class of the old controls', /\sclass="(?:[^"]*\s)?(?:btn|field|tabs)(?:\s[^"]*)?"/],
];

/** Sizes of type stand in the theme: small, text, heading, large, great. Drawn figures have their own. */
const OWN_SIZE = /(?<!\S)font-size:\s*[\d.]+px/;

const faults = [];
function look(path, text, what, pattern) {
  for (const match of text.matchAll(new RegExp(pattern, 'g'))) {
    const line = text.slice(0, match.index).split('\n').length;
    faults.push(
      `${relative(process.cwd(), path)}:${line}: ${what}: ${match[0].replace(/\s+/g, ' ').slice(0, 80)}`,
    );
  }
}
for (const entry of readdirSync(app, { recursive: true, withFileTypes: true })) {
  const path = join(entry.parentPath, entry.name);
  if (!entry.isFile() || !/\.(?:html|ts|scss)$/.test(path) || /\.(?:test|spec)\.ts$/.test(path)) continue;
  const text = readFileSync(path, 'utf8');
  // What is drawn is ours: pieces, faces, plans, the ruler.
  if (path.startsWith(join(app, 'drawing'))) continue;
  // Text in a drawing is filled, not coloured.
  const plain = text.replace(/\{[^{}]*fill:[^{}]*\}/g, (rule) => rule.replace(/[^\n]/g, ' '));
  look(path, plain, 'a size of type that is not of the theme', OWN_SIZE);
  if (path.endsWith('.scss')) continue;
  if (path.endsWith('.ts') && !text.includes('@Component(') && !text.includes('TEMPLATE')) continue;
  for (const [what, pattern] of BY_HAND) look(path, text, what, pattern);
}
for (const fault of faults) console.error(fault);
if (faults.length > 0) process.exitCode = 1;
