import { expect, it } from 'vitest';
import { labOf, toneApart, toneCss, toneOf } from './tone';

const pixels = (...rgb: [number, number, number][]): Uint8ClampedArray =>
  Uint8ClampedArray.from(rgb.flatMap((colour) => [...colour, 255]));

it('knows white, black and mid grey', () => {
  expect(labOf(pixels([255, 255, 255])).l).toBeCloseTo(100, 1);
  expect(labOf(pixels([0, 0, 0])).l).toBeCloseTo(0, 3);
  // sRGB 119 is L* 50 within a tenth.
  expect(labOf(pixels([119, 119, 119])).l).toBeCloseTo(50, 0);
});

it('means several samples, and tells how far they lie apart', () => {
  const oak = labOf(pixels([201, 162, 106]));
  const darker = labOf(pixels([181, 140, 82]));
  const tone = toneOf([oak, darker]);
  expect(tone?.samples).toBe(2);
  expect(tone?.spread).toBeGreaterThan(2);
  expect(tone?.spread).toBeLessThan(toneApart(oak, darker));
  expect(toneOf([oak])?.spread).toBeCloseTo(0, 6);
  expect(toneOf([])).toBeNull();
});

it('shows a tone as it was sampled', () => {
  expect(toneCss(labOf(pixels([201, 162, 106])))).toBe('#c9a26a');
});
