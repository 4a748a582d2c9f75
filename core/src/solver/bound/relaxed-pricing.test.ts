import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../../bench/match-makers.ts';
import { randomInstance } from '../../../test-support/random-instances.ts';
import type { MatchInstance } from '../instance.ts';
import { THOROUGH, type KeepRule, type PatternBoard } from '../pattern.ts';
import { Problem } from '../problem.ts';
import { relaxedItem } from './prover.ts';
import { SCALE, type Fineness, type RelaxedItem } from './relaxed-item.ts';
import { RelaxedPricing } from './relaxed-pricing.ts';

const SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;
const COARSE = { length: 40, width: 16 };
const FINE = { length: 150, width: 60 };
const NO_CREDIT: KeepRule = { minLength: 300, minWidth: 50, perMm2: 0, gradeBit: 1 };

const board = (
  length: number,
  width: number,
  kerf: number,
  blocked: readonly number[] = [],
): PatternBoard => ({
  length,
  width,
  kerf,
  blocked: Float64Array.from(blocked),
  masks: new Int32Array(blocked.length / 4).fill(1),
});

const piece = (length: number, width: number): RelaxedItem => ({ length, width, gradeBit: 1 });

const worthOf = (
  from: PatternBoard,
  items: readonly RelaxedItem[],
  keep: KeepRule,
  prices: readonly number[],
  fineness: Fineness = FINE,
): number =>
  Math.max(
    ...SCHOOLS.map((school) => new RelaxedPricing(from, items, keep, school, fineness).gain(prices, 0).worth),
  );

/** What each board gives at random prices by the heuristic, and at most by the bound, both with copies free. */
function* sideBySide(
  instance: MatchInstance,
  seed: number,
  perMm2 = 5e-6,
): Generator<{ real: number; most: number }> {
  const problem = new Problem(instance);
  const many = problem.wants.length;
  const prices = new Float64Array(many * problem.species.length);
  problem.wants.forEach((want, w) => {
    const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
    const price = Math.floor(area * (1 + ((seed * 7 + w * 13) % 10) / 10) * perMm2 * SCALE) / SCALE;
    for (let s = 0; s < problem.species.length; s++) prices[s * many + w] = price;
  });
  for (let b = 0; b < instance.boards.length; b++) {
    const wants = [...(problem.wantsOf[b] as Int32Array)];
    if (wants.length === 0) continue;
    const open = Float64Array.from(problem.wants, (want) => (want.panel ? want.amount * 9 : 40));
    const free = problem.wants.map(() => null);
    const column = problem.column(b, prices, open, free, THOROUGH);
    const at = problem.pricesAt[b] as number;
    let real = column ? problem.wholeCost(b) - column.cost : 0;
    column?.gives.forEach((w, i) => {
      if (i % 2 === 0) real += (prices[at + w] as number) * (column.gives[i + 1] as number);
    });
    const from = problem.board(b);
    const items = wants.map((w) =>
      relaxedItem(problem.wants[w] as Problem['wants'][number], from.width, instance.jointAllowance),
    );
    const own = wants.map((w) => Math.round((prices[at + w] as number) * SCALE));
    yield { real, most: worthOf(from, items, problem.keepOf(b), own) / SCALE };
  }
}

describe('relaxed pricing', () => {
  it('is exact where nothing is in the way and sizes fall on cells', () => {
    // Two of 300 and one of 200 along 800, twice across 200: with no kerf 4 and 2.
    const items = [piece(300, 100), piece(200, 100)];
    expect(worthOf(board(800, 200, 0), items, NO_CREDIT, [5, 3])).toBe(2 * (2 * 5 + 3));
    // With kerfs of 4: 300 and 200 twice, no longer 300 twice and 200.
    expect(worthOf(board(800, 100, 4), items, NO_CREDIT, [5, 3], { length: 402, width: 60 })).toBe(11);
  });

  it('keeps findings in the way', () => {
    const across = board(800, 100, 0, [390, 0, 410, 100]);
    expect(worthOf(across, [piece(400, 100)], NO_CREDIT, [5], { length: 400, width: 60 })).toBe(0);
    expect(worthOf(across, [piece(390, 100)], NO_CREDIT, [5], { length: 400, width: 60 })).toBe(10);
  });

  it('credits what is kept by its clear gaps and no other', () => {
    const keep = { minLength: 300, minWidth: 50, perMm2: 1 / SCALE, gradeBit: 1 };
    const clear = board(1000, 200, 0);
    const from = worthOf(clear, [piece(600, 200)], keep, [1_000_000], { length: 200, width: 40 });
    expect(from).toBeGreaterThanOrEqual(1_080_000);
    expect(from).toBeLessThan(1_090_000);
    // A finding in the middle of what is left: too little on either side.
    const split = board(1000, 90, 0, [700, 40, 710, 50]);
    expect(worthOf(split, [piece(500, 90)], keep, [1_000_000], { length: 200, width: 45 })).toBe(1_000_000);
  });

  it('is never below what the heuristic finds on a board, for all kinds of parts', () => {
    fc.assert(
      fc.property(randomInstance, fc.integer({ min: 1, max: 9 }), (instance, seed) => {
        for (const { real, most } of sideBySide(instance, seed))
          expect(most).toBeGreaterThanOrEqual(real - 1e-6);
      }),
      { numRuns: 25, seed: 5 },
    );
  });

  it('is near it on salvage', () => {
    let [sum, many] = [0, 0];
    for (const { real, most } of sideBySide(salvageInstance({ boards: 20, pieces: 25 }, 4), 4, 4e-5)) {
      expect(most).toBeGreaterThanOrEqual(real - 1e-6);
      if (real <= 0) continue;
      sum += most / real;
      many++;
    }
    expect(many).toBeGreaterThan(5);
    expect(sum / many).toBeLessThan(1.12);
  });

  it('comes to the same whether coarser cells guide it or not, and refuses what they refuse', () => {
    const instance = salvageInstance({ boards: 10, pieces: 20 }, 5);
    const problem = new Problem(instance);
    let [guided, refused] = [0, 0];
    instance.boards.forEach((_, b) => {
      const wants = [...(problem.wantsOf[b] as Int32Array)];
      if (wants.length === 0) return;
      const from = problem.board(b);
      const items = wants.map((w) =>
        relaxedItem(problem.wants[w] as Problem['wants'][number], from.width, instance.jointAllowance),
      );
      const prices = wants.map((w) => {
        const want = problem.wants[w] as Problem['wants'][number];
        return Math.round((want.areaMm2 / (want.panel ? want.amount : 1)) * 4e-5 * SCALE);
      });
      for (const school of SCHOOLS) {
        const [coarse, fine] = [COARSE, FINE].map(
          (fineness) => new RelaxedPricing(from, items, problem.keepOf(b), school, fineness),
        ) as [RelaxedPricing, RelaxedPricing];
        const { worth } = fine.gain(prices, 0);
        for (const share of [0.6, 0.97, 1.3]) {
          const threshold = Math.floor(worth * share);
          const guide = coarse.guide(prices, threshold);
          if (guide === null) {
            refused++;
            expect(worth).toBeLessThanOrEqual(threshold);
          } else {
            guided++;
            expect(fine.gain(prices, threshold, guide).worth).toBe(Math.max(worth, threshold));
          }
        }
      }
    });
    expect(guided).toBeGreaterThan(10);
    expect(refused).toBeGreaterThan(2);
  });
});
