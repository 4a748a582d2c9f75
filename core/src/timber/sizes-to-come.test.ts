import { expect, it } from 'vitest';
import { greenSizeMm, slotLengthMm } from './sizes-to-come.ts';

it.each([
  [5, 260, 8.2, 12, 7.5, 9.198],
  [6, 0, 8.2, 12, 7.5, 7],
  [4.5, 410, 5.1, 9, 14, 8.985],
])('a slot for a shank of %s, %s from the fixed line', (shank, from, shrinkage, mcFrom, mcTo, length) => {
  expect(slotLengthMm(shank, from, shrinkage, mcFrom, mcTo)).toBeCloseTo(length, 2);
});

it.each([
  [60, 44.551],
  [18, 43.62],
])('stock at %i %% is cut larger', (mc, size) => {
  expect(greenSizeMm(40, 5.6, mc, 10, 3)).toBeCloseTo(size, 2);
});
