import { encode } from 'uqr';
import { describe, expect, it } from 'vitest';
import { qrPath } from './qr-code';
import { readQr } from './qr-reader';
import { codeOfTag, tagOfCode } from './tag-code';
import { SHEETS, sheetsOf } from './sheets';

/** The code as a camera might see it: dark and light pixels, six to a module. */
function pictureOf(text: string): { pixels: Uint8ClampedArray; side: number } {
  const { data, size } = encode(text, { ecc: 'M', border: 2 });
  const side = size * 6;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      if (!data[Math.floor(y / 6)]?.[Math.floor(x / 6)]) continue;
      pixels.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
    }
  }
  return { pixels, side };
}

describe('labels', () => {
  it.each(['P-01', 'S-117', 'old “A”'])('%s is printed as a code that reads back as itself', (tag) => {
    const { pixels, side } = pictureOf(codeOfTag(tag));
    expect(tagOfCode(readQr(pixels, side, side) ?? '')).toBe(tag);
  });

  it('a picture without a code gives none', () => {
    expect(readQr(new Uint8ClampedArray(64 * 64 * 4).fill(200), 64, 64)).toBeNull();
  });

  it('a typed tag is a tag', () => {
    expect(tagOfCode('  P-01 ')).toBe('P-01');
    expect(tagOfCode('ALDREK: P-01')).toBe('P-01');
  });

  it('draws a code of as many modules as its size says', () => {
    const { path, size } = qrPath('aldrek:P-01');
    const xs = [...path.matchAll(/M(\d+) (\d+)/g)].map((match) => Number(match[1]));
    expect(Math.max(...xs)).toBeLessThan(size - 1);
    expect(Math.min(...xs)).toBe(2);
  });

  it('fills sheets from a place on, and begins new ones', () => {
    const labels = Array.from({ length: 30 }, (_, i) => i);
    const [first, second, ...more] = sheetsOf(labels, 24, 5);
    expect(first?.slice(0, 6)).toEqual([null, null, null, null, null, 0]);
    expect(first).toHaveLength(24);
    expect(second).toEqual([19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29]);
    expect(more).toEqual([]);
    expect(sheetsOf([], 24, 3)).toEqual([]);
  });

  it('every sheet holds its labels', () => {
    for (const sheet of Object.values(SHEETS)) {
      expect(
        sheet.left + sheet.columns * sheet.label.width + (sheet.columns - 1) * sheet.gap,
      ).toBeLessThanOrEqual(sheet.page.width + 0.1);
      expect(sheet.top + sheet.rows * sheet.label.height).toBeLessThanOrEqual(sheet.page.height + 0.1);
    }
  });
});
