import { expect, it } from 'vitest';
import { boardFeet, M3_PER_BOARD_FOOT, volumeM3 } from './board-measure.ts';

it('measures 8 ft × 8 in × 1 in as 5⅓ board feet', () => {
  expect(boardFeet(2438.4, 203.2, 25.4)).toBeCloseTo(5.3333, 4);
});

it('takes a board foot as 144 cubic inches', () => {
  expect(M3_PER_BOARD_FOOT).toBeCloseTo(144 * 0.0254 ** 3, 15);
  expect(volumeM3(1000, 1000, 1000)).toBe(1);
});
