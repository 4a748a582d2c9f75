import { describe, expect, it } from 'vitest';
import { knownOptimum } from '../../../bench/match-makers.ts';
import { heldAgainstEveryPlan } from '../../../test-support/tiny-instances.ts';
import { KnapsackBound } from './knapsack-bound.ts';
import { Problem } from '../problem.ts';

describe('the bound', () => {
  it('lies at or below the best that trying every place finds', () => {
    const full = heldAgainstEveryPlan(
      (instance, best) => {
        const bound = new KnapsackBound(new Problem(instance));
        bound.raise(60, best * 1.2);
        return bound.best ?? 0;
      },
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
