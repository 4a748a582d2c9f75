import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Rect } from '../geometry/rectangle.ts';
import type { School } from '../geometry/school.ts';
import { anyCutTree } from './cut-tree.ts';
import {
  ANEW,
  bestPattern,
  QUICK,
  THOROUGH,
  type KeepRule,
  type PatternBoard,
  type PatternItem,
} from './pattern.ts';

const KEEP_NOTHING: KeepRule = { minLength: 300, minWidth: 50, perMm2: 0, gradeBit: 1 };

const board = (length: number, width: number, kerf: number, blocked: readonly Rect[] = []): PatternBoard => ({
  length,
  width,
  kerf,
  blocked: Float64Array.from(blocked.flatMap((r) => [r.x, r.y, r.x + r.length, r.y + r.width])),
  masks: new Int32Array(blocked.length).fill(1),
});

const item = (want: number, length: number, width: number, price: number): PatternItem => ({
  want,
  length,
  width,
  price,
  fills: 1,
  gradeBit: 1,
});

const meets = (a: Rect, b: Rect, apart: number): boolean =>
  a.x < b.x + b.length + apart - 1e-6 &&
  b.x < a.x + a.length + apart - 1e-6 &&
  a.y < b.y + b.width + apart - 1e-6 &&
  b.y < a.y + a.width + apart - 1e-6;

/** The most that can be earned on a board, by trying every place on a grid; no kerf, nothing kept. */
function earnedAtMost(
  whole: { readonly length: number; readonly width: number },
  blocked: readonly Rect[],
  pieces: readonly { readonly length: number; readonly width: number; readonly price: number }[],
  step: number,
): number {
  let best = 0;
  const placed: Rect[] = [];
  const go = (at: number, earned: number): void => {
    if (earned > best && anyCutTree(placed, 0)) best = earned;
    for (let i = at; i < pieces.length; i++) {
      const { length, width, price } = pieces[i] as (typeof pieces)[number];
      for (let x = 0; x + length <= whole.length; x += step) {
        for (let y = 0; y + width <= whole.width; y += step) {
          const rect = { x, y, length, width };
          if ([...blocked, ...placed].some((other) => meets(other, rect, 0))) continue;
          placed.push(rect);
          go(i + 1, earned + price);
          placed.pop();
        }
      }
    }
  };
  go(0, 0);
  return best;
}

const tens = (from: number, to: number): fc.Arbitrary<number> =>
  fc.integer({ min: from, max: to }).map((n) => n * 10);
const gridRect = fc.record({ x: tens(0, 6), y: tens(0, 3), length: tens(1, 2), width: tens(1, 2) });
const gridCase = fc.record({
  length: tens(4, 8),
  width: tens(2, 4),
  blocked: fc.array(gridRect, { maxLength: 2 }),
  items: fc.array(
    fc.record({
      length: tens(2, 5),
      width: tens(1, 3),
      price: fc.integer({ min: 1, max: 9 }),
      many: fc.integer({ min: 1, max: 2 }),
    }),
    { minLength: 1, maxLength: 2 },
  ),
});

describe('the best cutting of one board', () => {
  it('earns as much as trying every place does', () => {
    fc.assert(
      fc.property(gridCase, ({ length, width, blocked, items }) => {
        const found = bestPattern(
          board(length, width, 0, blocked),
          items.map((one, want) => item(want, one.length, one.width, one.price)),
          items.map(({ many }) => many),
          KEEP_NOTHING,
          THOROUGH,
        );
        const pieces = items.flatMap((one) => Array.from({ length: one.many }, () => one));
        expect(found?.worth ?? 0).toBeCloseTo(earnedAtMost({ length, width }, blocked, pieces, 10), 6);
      }),
      { numRuns: 150, seed: 3 },
    );
  });

  const anyCase = fc.record({
    length: fc.integer({ min: 300, max: 2400 }),
    width: fc.integer({ min: 60, max: 260 }),
    kerf: fc.constantFrom(0, 2.4, 3.2),
    blocked: fc.array(
      fc.record({
        x: fc.integer({ min: 0, max: 2000 }),
        y: fc.integer({ min: 0, max: 200 }),
        length: fc.integer({ min: 3, max: 200 }),
        width: fc.integer({ min: 3, max: 70 }),
      }),
      { maxLength: 6 },
    ),
    items: fc.array(
      fc.record({
        length: fc.integer({ min: 80, max: 900 }),
        width: fc.integer({ min: 20, max: 150 }),
        price: fc.integer({ min: 1, max: 90 }),
        many: fc.integer({ min: 1, max: 4 }),
      }),
      { minLength: 1, maxLength: 5 },
    ),
    credit: fc.constantFrom(0, 0.0004),
  });

  it.each([
    ['quick', QUICK],
    ['thorough', THOROUGH],
  ])('keeps every rule of the saw, and is worth what it says: %s', (_, effort) => {
    fc.assert(
      fc.property(anyCase, ({ length, width, kerf, blocked, items, credit }) => {
        const keep = { ...KEEP_NOTHING, perMm2: credit };
        const found = bestPattern(
          board(length, width, kerf, blocked),
          items.map((one, want) => item(want, one.length, one.width, one.price)),
          items.map(({ many }) => many),
          keep,
          effort,
        );
        if (!found) return;
        const taken = items.map(() => 0);
        let worth = 0;
        found.laid.forEach((laid, n) => {
          expect(laid.x).toBeGreaterThanOrEqual(-1e-6);
          expect(laid.x + laid.length).toBeLessThanOrEqual(length + 1e-6);
          expect(laid.y).toBeGreaterThanOrEqual(-1e-6);
          expect(laid.y + laid.width).toBeLessThanOrEqual(width + 1e-6);
          expect(blocked.some((rect) => meets(rect, laid, 0))).toBe(false);
          expect(found.laid.some((other, m) => m > n && meets(other, laid, kerf))).toBe(false);
          if (laid.item < 0) {
            expect(laid.length).toBeGreaterThanOrEqual(keep.minLength - 1e-6);
            expect(laid.width).toBeGreaterThanOrEqual(keep.minWidth - 1e-6);
            worth += credit * laid.length * laid.width;
          } else {
            taken[laid.item] = (taken[laid.item] ?? 0) + 1;
            worth += items[laid.item]?.price ?? NaN;
          }
        });
        taken.forEach((many, i) => expect(many).toBeLessThanOrEqual(items[i]?.many ?? 0));
        expect(anyCutTree(found.laid, kerf)).toBeTruthy();
        expect(found.worth).toBeCloseTo(worth, 6);
      }),
      { numRuns: 120 },
    );
  });

  it('parts two leftovers by a whole kerf, also where what lies between them is narrower', () => {
    const found = bestPattern(
      board(300, 103, 3.2, [{ x: 0, y: 50, length: 3, width: 3 }]),
      [item(0, 80, 20, 1)],
      [1],
      { ...KEEP_NOTHING, perMm2: 0.0004 },
      QUICK,
    );
    const kept = found?.laid.filter(({ item: which }) => which < 0) ?? [];
    expect(kept.length).toBeGreaterThan(0);
    kept.forEach((one, n) => {
      expect(kept.some((other, m) => m > n && meets(other, one, 3.2))).toBe(false);
    });
  });

  it('lets a shape lie where its rectangle could not', () => {
    const corner = [{ x: 0, y: 0, length: 20, width: 20 }];
    const square = item(0, 200, 200, 5);
    const cross = Float64Array.from([0, 60, 200, 140, 60, 0, 140, 200]);
    const cut = (one: PatternItem) =>
      bestPattern(board(200, 200, 3, corner), [one], [1], KEEP_NOTHING, QUICK);
    expect(cut(square)).toBeNull();
    expect(cut({ ...square, shape: cross })?.worth).toBe(5);
  });

  it('heeds the grade: what one item puts up with another does not', () => {
    const knot = [{ x: 90, y: 0, length: 20, width: 100 }];
    const rough: PatternItem = { ...item(0, 200, 100, 5), gradeBit: 2 };
    const cut = (one: PatternItem) => bestPattern(board(200, 100, 3, knot), [one], [1], KEEP_NOTHING, QUICK);
    expect(cut(rough)?.worth).toBe(5);
    expect(cut(item(0, 200, 100, 5))).toBeNull();
  });

  it('looks closely enough to make a band higher than its part, so that what lies beside it can be kept', () => {
    const keep = { ...KEEP_NOTHING, perMm2: 0.0007 };
    const found = bestPattern(board(1082, 127, 3.2), [item(0, 244, 37, 100)], [1], keep, THOROUGH);
    // 300 × 86.8 beside the part and 778.8 × 127 beyond it, where one band of 244 would keep 834.8 × 127.
    expect(found?.worth).toBeCloseTo(100 + 0.0007 * (300 * 86.8 + 778.8 * 127), 3);
  });

  describe('laid out anew', () => {
    const keep = { ...KEEP_NOTHING, perMm2: 0.0007 };
    /** What is earned in one cutting order, looked at thoroughly and laid out anew. */
    const earned = (on: PatternBoard, items: readonly PatternItem[], school: School): readonly number[] =>
      [THOROUGH, ANEW].map((effort) => {
        const wanted = items.map(() => 1);
        return bestPattern(on, items, wanted, keep, effort, [school])?.worth ?? 0;
      });

    it('parts a leftover from the next one beside a finding', () => {
      const nail = board(1000, 200, 0, [{ x: 900, y: 95, length: 20, width: 10 }]);
      const [thorough, anew] = earned(nail, [item(0, 200, 200, 100)], 'ripFirst');
      // Beside the nail two of 95 all along, or only along the last 300.
      expect(thorough).toBeCloseTo(100 + 0.0007 * 800 * 190, 6);
      expect(anew).toBeCloseTo(100 + 0.0007 * (500 * 200 + 300 * 190), 6);
    });

    it('lays a piece over what would part a leftover, if it puts up with it', () => {
      const knot = board(1300, 100, 0, [{ x: 600, y: 0, length: 20, width: 100 }]);
      const rough: PatternItem = { ...item(0, 310, 100, 100), gradeBit: 2 };
      const [thorough, anew] = earned(knot, [rough], 'crosscutFirst');
      // At the end it leaves 290 before the knot, too short to keep, and 680 behind it.
      expect(thorough).toBeCloseTo(100 + 0.0007 * 100 * 680, 6);
      expect(anew).toBeCloseTo(100 + 0.0007 * 100 * (1300 - 310), 6);
    });

    it('makes a band as high as leaves room for just one more', () => {
      // Of 100 the longer piece takes 20, and what lies beside and behind the other is kept over the 80 that are left.
      const [thorough, anew] = earned(
        board(600, 100, 0),
        [item(0, 500, 20, 100), item(1, 300, 20, 100)],
        'ripFirst',
      );
      expect(thorough).toBeLessThan(anew as number);
      expect(anew).toBeCloseTo(200 + 0.0007 * (300 * 60 + 300 * 80), 6);
    });
  });

  it('begins behind what is trimmed off an end, however short, and keeps the most of the rest', () => {
    // Both ends trimmed by 25, a tongue along one edge: 55 are clear, of which the strip takes 53.
    const ends = board(1648, 62, 3.2, [
      { x: 0, y: 55, length: 1648, width: 7 },
      { x: 0, y: 0, length: 25, width: 62 },
      { x: 1623, y: 0, length: 25, width: 62 },
    ]);
    const keep: KeepRule = { ...KEEP_NOTHING, perMm2: 6e-7 };
    for (const effort of [QUICK, THOROUGH]) {
      const found = bestPattern(ends, [item(0, 1165, 53, 1)], [1], keep, effort, ['ripFirst']);
      expect(found?.laid).toHaveLength(2);
      const kept = found?.laid.find((laid) => laid.item < 0);
      expect(kept?.width).toBeCloseTo(55, 6);
      expect(kept?.length).toBeCloseTo(1648 - 2 * 25 - 1165 - 3.2, 6);
    }
  });

  it('answers a question as it did before, whatever was asked between', () => {
    const ask = (many: number, knots: number) =>
      bestPattern(
        board(
          3000,
          400,
          3.2,
          Array.from({ length: knots }, (_, n) => ({ x: 31 * n, y: (57 * n) % 390, length: 9, width: 8 })),
        ),
        Array.from({ length: many }, (_, n) => item(n, 90 + 7 * n, 20 + 3 * n, 1 + n)),
        Array.from({ length: many }, () => 2),
        { ...KEEP_NOTHING, perMm2: 0.0001 },
        QUICK,
      );
    const small = ask(3, 2);
    const large = ask(40, 90);
    expect(ask(3, 2)).toEqual(small);
    expect(ask(40, 90)).toEqual(large);
    expect(large?.laid.length).toBeGreaterThan(5);
  });

  it('keeps off more findings than a whole number has bits', () => {
    // A row of knots leaves strips between them that only the short item fits.
    const knots = Array.from({ length: 80 }, (_, n) => ({ x: 40 * n + 30, y: 0, length: 10, width: 60 }));
    const found = bestPattern(
      board(3200, 60, 0, knots),
      [item(0, 30, 60, 1), item(1, 31, 60, 100)],
      [1000, 1000],
      KEEP_NOTHING,
      { ...THOROUGH, packs: 400, slots: 400 },
    );
    expect(found?.worth).toBe(80);
    for (const laid of found?.laid ?? []) expect(knots.some((knot) => meets(knot, laid, 0))).toBe(false);
  });
});
