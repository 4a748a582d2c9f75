import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ShownBefore } from './shown-before.ts';

const BOARD_MM2 = 1000;
const figures = (...values: readonly number[]): Float64Array => Float64Array.from(values);

/** The most that pieces of these areas are worth on the board by area alone: every number of each tried. */
function bestByArea(
  areas: Float64Array,
  prices: Float64Array,
  most: Float64Array,
  left = BOARD_MM2,
  i = 0,
): number {
  if (i === areas.length) return 0;
  let best = 0;
  for (let n = 0; n <= (most[i] as number) && n * (areas[i] as number) <= left; n++)
    best = Math.max(
      best,
      n * (prices[i] as number) + bestByArea(areas, prices, most, left - n * (areas[i] as number), i + 1),
    );
  return best;
}

describe('what was shown of a board before', () => {
  it('knows nothing at first', () => {
    expect(new ShownBefore(BOARD_MM2, figures(100)).atMost(figures(5), figures(3), figures(0))).toBe(
      Infinity,
    );
  });

  it('says the same at the same and at lower prices', () => {
    const shown = new ShownBefore(BOARD_MM2, figures(100, 200));
    shown.remember(figures(50, 80), 321, undefined);
    expect(shown.atMost(figures(50, 80), figures(3, 3), figures(0, 0))).toBe(321);
    expect(shown.atMost(figures(40, 80), figures(3, 3), figures(0, 0))).toBe(321);
  });

  it('adds what rises of prices can bring: no more copies than are wanted, nor than the board holds', () => {
    const shown = new ShownBefore(BOARD_MM2, figures(100, 400));
    shown.remember(figures(50, 80), 300, undefined);
    expect(shown.atMost(figures(60, 80), figures(3, 3), figures(0, 0))).toBe(330);
    // Two and a half of 400 fill it.
    expect(shown.atMost(figures(50, 90), figures(3, 9), figures(0, 0))).toBeLessThan(328);
  });

  it('lets an answer of counted ways speak only for ways among those', () => {
    const shown = new ShownBefore(BOARD_MM2, figures(100));
    const counted = { most: Int32Array.of(2), least: Int32Array.of(1), off: figures(0) };
    shown.remember(figures(50), 100, counted);
    expect(shown.atMost(figures(50), figures(2), figures(1))).toBe(100);
    expect(shown.atMost(figures(50), figures(3), figures(1))).toBe(Infinity);
    expect(shown.atMost(figures(50), figures(2), figures(0))).toBe(Infinity);
  });

  it('is never below what can be', () => {
    const three = (most: number): fc.Arbitrary<Float64Array> =>
      fc
        .array(fc.integer({ min: 1, max: most }), { minLength: 3, maxLength: 3 })
        .map((list) => figures(...list));
    fc.assert(
      fc.property(
        three(600),
        three(4),
        fc.array(three(90), { minLength: 2, maxLength: 4 }),
        (areas, most, prices) => {
          const shown = new ShownBefore(BOARD_MM2, areas);
          for (const before of prices.slice(1))
            shown.remember(before, bestByArea(areas, before, most), undefined);
          const now = prices[0] as Float64Array;
          expect(shown.atMost(now, most, figures(0, 0, 0))).toBeGreaterThanOrEqual(
            bestByArea(areas, now, most),
          );
        },
      ),
      { numRuns: 300, seed: 2 },
    );
  });
});
