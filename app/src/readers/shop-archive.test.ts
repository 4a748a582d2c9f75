import { zipSync, strToU8 } from 'fflate';
import { expect, it } from 'vitest';
import { ARCHIVE_LIMITS, isZip, packShop, unpackShop } from './shop-archive';

const PHOTO = { id: 'a-1', type: 'image/jpeg', bytes: Uint8Array.from([255, 216, 1, 2]).buffer };

const faultOf = (...args: Parameters<typeof unpackShop>): string => {
  const read = unpackShop(...args);
  return read.ok ? '' : read.fault.map(({ place, message }) => `${place}: ${message}`).join('; ');
};

it('packs a shop with its photos, and unpacks the same', () => {
  const packed = packShop('{"format":"aldrek-shop"}', [PHOTO]);
  expect(isZip(packed)).toBe(true);
  expect(unpackShop(packed)).toEqual({
    ok: true,
    value: { document: '{"format":"aldrek-shop"}', photos: [PHOTO] },
  });
});

it('takes no other file for one', () => {
  expect(faultOf(new TextEncoder().encode('{}'))).toContain('can’t be unpacked');
  expect(faultOf(packShop('{}', []).slice(0, 30))).toContain('can’t be unpacked');
  expect(faultOf(Uint8Array.from(zipSync({ 'other.txt': strToU8('x') })))).toContain('no shop.json');
  expect(isZip(new TextEncoder().encode('{}'))).toBe(false);
});

it('unpacks only photos under plain names, that are pictures', () => {
  const packed = zipSync({
    'shop.json': strToU8('{}'),
    'photos/../../x.jpg': new Uint8Array(PHOTO.bytes),
    'photos/page.html': strToU8('<b>'),
    'photos/page.jpg': strToU8('<script>'),
    'photos/ok.jpg': new Uint8Array(PHOTO.bytes),
  });
  const read = unpackShop(packed);
  expect(read.ok && read.value.photos.map(({ id }) => id)).toEqual(['ok']);
});

it('refuses what is too large, too many or grows too much, before it is unpacked', () => {
  const bomb = zipSync({ 'shop.json': new Uint8Array(4_000_000) });
  expect(bomb.length).toBeLessThan(10_000);
  expect(faultOf(bomb)).toBe('shop.json: would grow more than 200-fold, which no list of wood does');
  const photos = Array.from({ length: 5 }, (_, i) => ({ ...PHOTO, id: `p-${i}` }));
  expect(faultOf(packShop('{}', photos), { ...ARCHIVE_LIMITS, files: 4 })).toContain('more than 4 files');
  expect(faultOf(packShop('{}', photos), { ...ARCHIVE_LIMITS, photoBytes: 3 })).toContain('photos/p-0.jpg');
  expect(faultOf(packShop('{}', photos), { ...ARCHIVE_LIMITS, bytes: 10 })).toContain('all together');
});

it('gives out no more than an entry said it would', () => {
  const packed = zipSync({ 'shop.json': strToU8(`{"note":"${'x'.repeat(900)}"}`) });
  // The size that the directory claims, made ten bytes: both places where a zip tells it.
  const view = new DataView(packed.buffer, packed.byteOffset, packed.byteLength);
  for (let i = 0; i + 4 < packed.length; i++) {
    const sign = view.getUint32(i, true);
    if (sign === 0x04034b50) view.setUint32(i + 22, 10, true);
    if (sign === 0x02014b50) view.setUint32(i + 24, 10, true);
  }
  const read = unpackShop(packed);
  expect(read.ok ? read.value.document.length : 0).toBeLessThanOrEqual(10);
});
