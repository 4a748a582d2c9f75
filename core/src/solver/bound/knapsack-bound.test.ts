import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knownOptimum } from '../../../bench/match-makers.ts';
import { everyPlan } from '../../../test-support/every-plan.ts';
import { KnapsackBound } from './knapsack-bound.ts';
import { DEFAULT_OFFCUT, type MatchInstance } from '../instance.ts';
import { Problem } from '../problem.ts';

const tens = (from: number, to: number): fc.Arbitrary<number> =>
  fc.integer({ min: from, max: to }).map((n) => n * 10);

/** Tiny problems on a grid of tens, without kerf, where nothing is credited. */
const tiny: fc.Arbitrary<MatchInstance> = fc
  .record({
    boards: fc.array(
      fc.record({
        length: tens(3, 5),
        width: tens(2, 3),
        value: fc.integer({ min: 1, max: 5 }),
        knot: fc.boolean(),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    parts: fc.array(
      fc.record({ length: tens(2, 4), width: tens(1, 2), qty: fc.integer({ min: 1, max: 2 }) }),
      {
        minLength: 1,
        maxLength: 2,
      },
    ),
  })
  .map(({ boards, parts }) => ({
    kerf: 0,
    jointAllowance: 0,
    offcut: { ...DEFAULT_OFFCUT, credit: 0 },
    boards: boards.map(({ knot, ...board }, i) => ({
      ...board,
      id: `b${i}`,
      thickness: 20,
      species: 'oak',
      blocked: { clear: knot ? [{ x: 0, y: 0, length: 10, width: 10 }] : [] },
    })),
    parts: parts.map((part, i) => ({
      ...part,
      id: `p${i}`,
      type: 'solid' as const,
      thickness: 18,
      grade: 'clear',
      species: 'any' as const,
    })),
  }));

describe('the bound', () => {
  it('lies at or below the best that trying every place finds', () => {
    let full = 0;
    fc.assert(
      fc.property(tiny, (instance) => {
        const best = everyPlan(instance, { x: 10, y: 10 });
        const demanded = instance.parts.reduce((sum, part) => sum + part.length * part.width * part.qty, 0);
        // It speaks of full plans only.
        if (best.covered < demanded) return;
        full++;
        const bound = new KnapsackBound(new Problem(instance));
        bound.raise(60, best.spent * 1.2);
        expect(bound.best ?? 0).toBeLessThanOrEqual(best.spent + 1e-9);
      }),
      { numRuns: 120, seed: 11 },
    );
    expect(full).toBeGreaterThan(30);
  });

  it('only rises, and comes near where boards are cut up to the last shaving', () => {
    const { instance, optimum } = knownOptimum(30, 12, 1);
    const bound = new KnapsackBound(new Problem(instance));
    let before = 0;
    for (let round = 0; round < 12; round++) {
      bound.raise(20, optimum);
      expect(bound.best ?? 0).toBeGreaterThanOrEqual(before);
      before = bound.best ?? 0;
    }
    expect(before).toBeLessThanOrEqual(optimum + 1e-9);
    expect(before).toBeGreaterThan(0.9 * optimum);
  });
});
