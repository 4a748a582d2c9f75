import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knownOptimum } from '../../../bench/match-makers.ts';
import { everyPlan } from '../../../test-support/every-plan.ts';
import { tinyInstance } from '../../../test-support/tiny-instances.ts';
import { KnapsackBound } from './knapsack-bound.ts';
import { Problem } from '../problem.ts';

describe('the bound', () => {
  it('lies at or below the best that trying every place finds', () => {
    let full = 0;
    fc.assert(
      fc.property(tinyInstance, (instance) => {
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
