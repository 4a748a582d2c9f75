import { describe, expect, it } from 'vitest';
import { longestScrewMm, looseTenon, mitreMortiseDepthMm, slatGapMm, slatsFor } from './joint-sums.ts';

describe('joints', () => {
  it.each([
    [18, 20, 3, 32],
    [38, 25, 0, 60],
    [20, 22, 0, 39],
    [1, 1, 3, 0],
  ])('a screw through %i into %i, countersunk %i, is %i at most', (t1, t2, sink, longest) => {
    expect(longestScrewMm(t1, t2, sink)).toBe(longest);
  });

  it.each([
    [20, 45, 17],
    [48, 45, 45],
    [30, 30, 14.321],
    [2, 45, 0],
  ])('a mortise %i from the outer corner of a mitre of %i° is %s deep at most', (from, angle, depth) => {
    expect(mitreMortiseDepthMm(from, angle, 3)).toBeCloseTo(depth, 3);
  });

  it('a loose tenon that is too long keeps its joint open', () => {
    expect(looseTenon(100, 50, 50)).toEqual({ closes: false, spare: -2 });
    expect(looseTenon(80, 42, 42)).toEqual({ closes: true, spare: 2 });
  });

  it.each([
    [9, 95, 1200, 43.125],
    [13, 70, 1180, 22.5],
    [1, 70, 1180, null],
    [20, 70, 1180, null],
  ])('%i slats of %i over %i leave %s', (n, w, span, gap) => {
    expect(slatGapMm(n, w, span)).toBe(gap);
  });

  it('as many slats as keep the gap small', () => {
    const { n, gap } = slatsFor(1200, 95, 8);
    expect(n).toBe(12);
    expect(gap).toBeCloseTo(5.4545, 4);
    for (let span = 300; span < 2000; span += 37) {
      const found = slatsFor(span, 60, 9);
      if (found.gap !== null) expect(found.gap).toBeLessThanOrEqual(9 + 1e-9);
    }
  });
});
