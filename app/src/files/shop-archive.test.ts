import { expect, it } from 'vitest';
import { isZip, packShop, unpackShop } from './shop-archive';

it('packs a shop with its photos, and unpacks the same', () => {
  const photo = { id: 'a-1', type: 'image/jpeg', bytes: Uint8Array.from([255, 216, 1, 2]).buffer };
  const packed = packShop('{"format":"aldrek-shop"}', [photo]);
  expect(isZip(packed)).toBe(true);
  const archive = unpackShop(packed);
  expect(archive?.document).toBe('{"format":"aldrek-shop"}');
  expect(archive?.photos).toEqual([photo]);
});

it('takes no other file for one', () => {
  expect(unpackShop(new TextEncoder().encode('{}'))).toBeNull();
  expect(unpackShop(packShop('{}', []).slice(0, 30))).toBeNull();
  expect(isZip(new TextEncoder().encode('{}'))).toBe(false);
});
