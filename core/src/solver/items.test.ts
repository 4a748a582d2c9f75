import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MatchPart } from './instance.ts';
import { itemsFor, stripWidths } from './items.ts';
import type { Want } from './want.ts';

const panel: MatchPart = {
  id: 'top',
  type: 'panel',
  length: 700,
  width: 400,
  thickness: 20,
  qty: 1,
  grade: 'clear',
  species: 'any',
  minStrip: 40,
  maxStrip: 120,
};
const board = { width: 200, length: 900, kerf: 3, blocked: new Float64Array(), masks: new Int32Array() };
const want = (part: MatchPart, shape?: Float64Array): Want => ({
  part,
  unit: 0,
  panel: part.type === 'panel',
  amount: part.type === 'panel' ? part.width - 1 : part.qty,
  areaMm2: part.length * part.width,
  gradeBit: 2,
  ...(shape ? { shape } : {}),
});

describe('widths of strips worth trying', () => {
  it('are between the least and the widest, no wider than the board, and none twice', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 80 }),
        fc.integer({ min: 0, max: 120 }),
        fc.integer({ min: 30, max: 300 }),
        fc.integer({ min: 1, max: 600 }),
        (minStrip, more, width, left) => {
          const part = { width: 600, minStrip, maxStrip: minStrip + more };
          const found = stripWidths(part, left, { width, kerf: 3 }, 1);
          for (const strip of found) {
            expect(strip).toBeGreaterThanOrEqual(minStrip - 1e-6);
            expect(strip).toBeLessThanOrEqual(Math.min(width, minStrip + more) + 1e-6);
          }
          // Compared as they are: two that differ by 0.09 mm may well be written the same.
          const sorted = found.toSorted((a, b) => a - b);
          for (const [i, strip] of sorted.slice(1).entries())
            expect(strip - (sorted[i] ?? 0)).toBeGreaterThan(0.05 - 1e-9);
          // Where any strip comes out of the board, there is one to try.
          expect(found.length > 0).toBe(width >= minStrip - 1e-6);
        },
      ),
    );
  });

  it('hold the one that closes the panel, and equal shares of the board', () => {
    const found = stripWidths(panel, 79, board, 1);
    expect(found).toContain(80);
    // Two of 98.5 with a kerf between them are the board; so are three of 64.67.
    expect(found).toContain(98.5);
    expect(found.some((strip) => Math.abs(3 * strip + 6 - 200) < 1e-6)).toBe(true);
  });
});

describe('what may be cut of a want', () => {
  it('is a solid part as it is, with its shape', () => {
    const shape = Float64Array.from([0, 0, 10, 10]);
    const solid = { ...panel, type: 'solid' as const };
    expect(
      itemsFor(want(solid, shape), { local: 3, left: 2, price: 7 }, board, { jointAllowance: 1 }),
    ).toEqual([{ shape, want: 3, length: 700, width: 400, price: 7, fills: 1, gradeBit: 2 }]);
  });

  it('is strips of a panel, each paid by what it fills, and none fills more than is open', () => {
    const items = itemsFor(want(panel), { local: 0, left: 50, price: 2 }, board, { jointAllowance: 1 });
    for (const item of items) {
      expect(item.fills).toBeCloseTo(Math.min(50, item.width - 1), 9);
      expect(item.price).toBeCloseTo(2 * item.fills, 9);
      expect(item.length).toBe(700);
    }
  });
});
