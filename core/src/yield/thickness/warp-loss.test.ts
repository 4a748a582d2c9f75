import fc from 'fast-check';
import { expect, it } from 'vitest';
import { heightRangeByGrid } from '../../../test-support/best-plane.ts';
import { heightRange, warpLoss } from './warp-loss.ts';

it.each([
  // cup, bow, twist of a board, its size, the piece's size, the loss worked out by hand
  [6, 10, 8, 2000, 200, 2000, 200, 18],
  [6, 10, 8, 2000, 200, 900, 98.4, 3.92],
  [2.5, 3, 0, 1200, 95, 1200, 95, 5.5],
  [2.5, 3, 0, 1200, 95, 380, 95, 2.8],
  [14, 0, 0, 1500, 400, 1500, 400, 14],
  [14, 0, 0, 1500, 400, 1500, 77.4, 0.52],
  [0, 0, 8, 2000, 200, 2000, 200, 4],
  [6, -10, 0, 2000, 200, 2000, 200, 16],
])('cup %d bow %d twist %d of %d × %d cut to %d × %d loses %d mm', (cup, bow, twist, L, W, l, w, loss) => {
  const got = warpLoss({ cup, bow, twist }, { length: L, width: W }, { length: l, width: w });
  expect(got.heightRange).toBeCloseTo(loss, 1);
  expect(got.sum).toBeGreaterThanOrEqual(got.heightRange - 1e-9);
});

const gap = fc.double({ min: -20, max: 20, noNaN: true });

it('agrees with the best plane found by search on a grid', () => {
  fc.assert(
    fc.property(gap, gap, gap, (cup, bow, twist) => {
      const exact = heightRange(cup, bow, twist);
      const found = heightRangeByGrid(cup, bow, twist);
      // A grid of 40 steps misses a stationary point by at most the curve over half a step.
      const missed = (Math.abs(cup) + Math.abs(bow)) * 4 * (1 / 80) ** 2 + 1e-3;
      expect(found).toBeLessThanOrEqual(exact + 1e-4);
      expect(found).toBeGreaterThanOrEqual(exact - 2 * missed);
    }),
    { numRuns: 40, seed: 11 },
  );
});

it('never loses more in a part of a piece than in the whole', () => {
  fc.assert(
    fc.property(gap, gap, gap, fc.double({ min: 0.05, max: 1, noNaN: true }), (cup, bow, twist, share) => {
      const board = { length: 1000, width: 200 };
      const whole = warpLoss({ cup, bow, twist }, board, board).heightRange;
      for (const part of [
        { length: 1000 * share, width: 200 },
        { length: 1000, width: 200 * share },
      ]) {
        expect(warpLoss({ cup, bow, twist }, board, part).heightRange).toBeLessThanOrEqual(whole + 1e-9);
      }
    }),
  );
});
