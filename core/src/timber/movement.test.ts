import { expect, it } from 'vitest';
import { movementMm } from './movement.ts';
import { densityAt } from './weight.ts';

it.each([
  [600, 8.2, 13.379, 7.701, -9.312],
  [420, 5.6, 14, 8, -4.704],
  [900, 9.9, 8, 13, 14.85],
  [900, 9.9, 45, 40, 0],
  [100, 6, 45, 15, -3],
])('%d mm at %d %% from %d to %d moves %d mm', (size, shrinkage, from, to, moved) => {
  expect(movementMm(size, shrinkage, from, to)).toBeCloseTo(moved, 2);
});

it('wet wood is heavier by its water', () => {
  expect(densityAt(560, 12)).toBe(560);
  expect(densityAt(560, 0)).toBe(500);
  expect(densityAt(560, 68)).toBe(840);
});
