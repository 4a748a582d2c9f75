import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyShop, type ShopDocument } from '@aldrek/core/shop';
import { aBoard } from '../../test-support/made-up-piece';
import { readFile, type FileRead } from './read-file';
import { packShop } from './shop-archive';

const photo = (id: string): FileRead['photos'][number] => ({
  id,
  type: 'image/jpeg',
  bytes: Uint8Array.from([255, 216, 1, 2]).buffer,
});

const SHOP: ShopDocument = {
  ...emptyShop(),
  pieces: Array.from({ length: 6 }, (_, i) =>
    aBoard({ id: `p-${i}`, tag: `P-0${i}`, ...(i === 0 ? { photos: [{ id: 'a', name: 'front' }] } : {}) }),
  ),
};
const TEXT = JSON.stringify(SHOP);
const BYTES = new TextEncoder().encode(TEXT);
const ZIP = packShop(TEXT, [photo('a'), photo('nobody')]);

it('reads a shop alone, and one with the photos it names', () => {
  expect(readFile(BYTES)).toEqual({ ok: true, value: { shop: SHOP, photos: [] } });
  expect(readFile(ZIP)).toEqual({ ok: true, value: { shop: SHOP, photos: [photo('a')] } });
});

/** Places in a document, by the keys that lead there. */
function pathsOf(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => pathsOf(inner, [...path, key]))];
}
const PATHS = pathsOf(SHOP).filter((path) => path.length > 0);

function valueAt(value: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((here, key) => (here as Record<string, unknown>)[key], value);
}

function withValue(path: readonly string[], by: unknown): unknown {
  const copy = structuredClone(SHOP) as unknown;
  const last = path[path.length - 1] ?? '';
  (valueAt(copy, path.slice(0, -1)) as Record<string, unknown>)[last] = by;
  return copy;
}

const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
const flipped = (from: Uint8Array): fc.Arbitrary<Uint8Array> =>
  fc
    .array(fc.tuple(fc.nat(from.length - 1), fc.integer({ min: 1, max: 255 })), {
      minLength: 1,
      maxLength: 8,
    })
    .map((flips) => {
      const bytes = from.slice();
      for (const [at, by] of flips) bytes[at] = (bytes[at] ?? 0) ^ by;
      return bytes;
    });
const cut = (from: Uint8Array): fc.Arbitrary<Uint8Array> =>
  fc.nat(from.length - 1).map((length) => from.slice(0, length));
const path = fc.constantFrom(...PATHS);
const swapped = fc
  .tuple(path, path)
  .map(([into, from]) => encode(JSON.stringify(withValue(into, valueAt(SHOP, from)))));
const strange = fc
  .tuple(
    path,
    fc.constantFrom<unknown>(null, -1, 1e308, '', '\u0000', [], {}, true, 'x'.repeat(100_000), {
      __proto__: 1,
    }),
  )
  .map(([into, by]) => encode(JSON.stringify(withValue(into, by))));
const deep = fc
  .integer({ min: 1000, max: 200_000 })
  .chain((depth) => fc.constantFrom('[', '{"pieces":', '{"a":[').map((open) => encode(open.repeat(depth))));
const huge = fc.tuple(fc.integer({ min: 10_000, max: 60_000 }), fc.boolean()).map(([count, inside]) => {
  const list = `[${'{},'.repeat(count)}{}]`;
  return encode(
    inside
      ? TEXT.replace('"findings":[]', `"findings":${list}`)
      : TEXT.replace('"pieces":[', `"pieces":${list},"x":[`),
  );
});
const nested = fc
  .integer({ min: 1000, max: 20_000 })
  .map((depth) =>
    encode(TEXT.replace('"findings":[]', `"findings":${'['.repeat(depth)}${']'.repeat(depth)}`)),
  );

describe('a thousand damaged files', () => {
  it.each([
    ['bytes flipped', flipped(BYTES), 200],
    ['bytes of a zip flipped', flipped(ZIP), 200],
    ['cut short', fc.oneof(cut(BYTES), cut(ZIP)), 150],
    ['fields swapped', swapped, 200],
    ['strange values', strange, 200],
    ['deep', fc.oneof(deep, nested), 30],
    ['huge', huge, 20],
  ] as const)('%s: read whole, or refused in words', (_, files, runs) => {
    fc.assert(
      fc.property(files, (bytes) => {
        const read = readFile(bytes);
        if (read.ok) {
          // What is taken is a shop that reads the same again.
          const again = readFile(encode(JSON.stringify(read.value.shop)));
          expect(again.ok && again.value.shop).toEqual(read.value.shop);
          return;
        }
        expect(read.fault.length).toBeGreaterThan(0);
        for (const { place, message } of read.fault) {
          expect(place).not.toBe('');
          expect(message).not.toBe('');
        }
      }),
      { numRuns: runs, interruptAfterTimeLimit: 20_000, markInterruptAsFailure: true },
    );
  });
});
