import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyOutline, largestAreaByGrid } from '../../test-support/outlines.ts';
import { largestRectangle } from './largest-rectangle.ts';
import {
  bandBetween,
  outlineAreaMm2,
  outlineFault,
  outsideRects,
  straightOutline,
  turnedOutline,
  type Outline,
} from './outline.ts';
import { areaMm2, overlaps } from './rectangle.ts';

const NOTCHED: Outline = {
  upper: [
    { x: 0, y: 0 },
    { x: 400, y: 0 },
    { x: 400, y: 30 },
    { x: 500, y: 30 },
    { x: 500, y: 0 },
    { x: 1000, y: 0 },
  ],
  lower: [
    { x: 0, y: 100 },
    { x: 1000, y: 100 },
  ],
};

describe('an outline', () => {
  it('encloses its area', () => {
    expect(outlineAreaMm2(straightOutline(1000, 200))).toBe(200_000);
    expect(outlineAreaMm2(straightOutline(1000, 200, 100))).toBe(150_000);
    expect(outlineAreaMm2(NOTCHED)).toBe(97_000);
  });

  it('says what is wrong with it', () => {
    expect(outlineFault(NOTCHED, 1000, 100)).toBeNull();
    expect(outlineFault(NOTCHED, 1000, 90)).toContain('leaves the width');
    expect(outlineFault(NOTCHED, 900, 100)).toContain('must run from 0 to 900');
    expect(outlineFault({ ...NOTCHED, lower: [{ x: 0, y: 20 }] }, 1000, 100)).toContain('two points');
    const crossed = {
      upper: NOTCHED.upper,
      lower: [
        { x: 0, y: 20 },
        { x: 1000, y: 20 },
      ],
    };
    expect(outlineFault(crossed, 1000, 100)).toContain('cross');
    const back = {
      ...NOTCHED,
      lower: [
        { x: 0, y: 99 },
        { x: 500, y: 99 },
        { x: 300, y: 99 },
        { x: 1000, y: 99 },
      ],
    };
    expect(outlineFault(back, 1000, 100)).toContain('turns back at 300');
  });

  it('is met on its steps by rectangles that are exact', () => {
    expect(outsideRects(NOTCHED, 100)).toEqual([{ x: 400, y: 0, length: 100, width: 30 }]);
  });

  it('lies wholly inside of what its stairs leave', () => {
    fc.assert(
      fc.property(anyOutline, fc.integer({ min: 0, max: 999 }), (outline, x) => {
        const rects = outsideRects(outline, 200);
        const outside = rects.reduce((sum, rect) => sum + areaMm2(rect), 0);
        expect(outside).toBeGreaterThanOrEqual(200_000 - outlineAreaMm2(outline) - 1e-3);
        const band = bandBetween(outline, x, x + 1);
        for (const rect of rects) {
          const line = { x: x + 0.25, y: band.upper, length: 0.5, width: band.lower - band.upper };
          // Where wood was given away it is at most a stair: the outline itself is never left.
          if (overlaps(line, rect)) expect(rect.width).toBeLessThan(200);
        }
      }),
    );
  });
});

describe('the largest rectangle', () => {
  it('is known by hand', () => {
    expect(largestRectangle(straightOutline(1000, 200))).toEqual({ x: 0, y: 0, length: 1000, width: 200 });
    // Of a triangle, half of it.
    expect(largestRectangle(straightOutline(1000, 200, 0))).toEqual({ x: 0, y: 0, length: 500, width: 100 });
    expect(largestRectangle(NOTCHED)).toEqual({ x: 0, y: 30, length: 1000, width: 70 });
    // Wide in the middle like a stave: cut where the loss of length balances the gain of width.
    const stave: Outline = {
      upper: [
        { x: 0, y: 30 },
        { x: 500, y: 0 },
        { x: 1000, y: 30 },
      ],
      lower: [
        { x: 0, y: 70 },
        { x: 500, y: 100 },
        { x: 1000, y: 70 },
      ],
    };
    expect(areaMm2(largestRectangle(stave) as never)).toBeCloseTo(125_000 / 3, 3);
  });

  it('agrees with a grid of square cuts', () => {
    fc.assert(
      fc.property(anyOutline, (outline) => {
        const got = largestRectangle(outline);
        const area = got ? areaMm2(got) : 0;
        const grid = largestAreaByGrid(outline, 1000, 10);
        expect(area).toBeGreaterThanOrEqual(grid - 1e-6);
        // The grid misses at most a step at either end, over the width of the piece.
        expect(area).toBeLessThanOrEqual(grid + 2 * 10 * 200);
        if (got) {
          const band = bandBetween(outline, got.x, got.x + got.length);
          expect(got.y).toBeGreaterThanOrEqual(band.upper - 1e-6);
          expect(got.y + got.width).toBeLessThanOrEqual(band.lower + 1e-6);
        }
      }),
      { numRuns: 40, seed: 5 },
    );
  });

  it('does not change when the piece is turned', () => {
    fc.assert(
      fc.property(anyOutline, fc.boolean(), (outline, along) => {
        const here = largestRectangle(outline);
        const there = largestRectangle(turnedOutline(outline, along, 1000, 200));
        expect(there ? areaMm2(there) : 0).toBeCloseTo(here ? areaMm2(here) : 0, 3);
      }),
      { numRuns: 60 },
    );
  });
});
