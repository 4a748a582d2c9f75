import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { randomInstance } from '../../test-support/random-instances.ts';
import type { MatchInstance, MatchPlan } from './instance.ts';
import { solverFrom, type Solver } from './linear.ts';
import { matchSteps } from './solve.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

const STEPS = 90;

function matched(instance: MatchInstance): MatchPlan {
  let plan: MatchPlan | null = null;
  let left = STEPS;
  for (const step of matchSteps(instance, { seed: 1, solver })) {
    plan = step.plan;
    if (--left <= 0) break;
  }
  if (!plan) throw new Error('a search always yields its first plan');
  return plan;
}

/** One copy less of one part, or the part gone. */
const shrunk = (instance: MatchInstance, pick: number): MatchInstance => {
  const at = pick % instance.parts.length;
  const parts = instance.parts.flatMap((part, i) => {
    if (i !== at) return [part];
    return part.qty > 1 ? [{ ...part, qty: part.qty - 1 }] : [];
  });
  return { ...instance, parts };
};

describe('less demand', () => {
  /** A full plan is a plan for less as well: what it spends can only fall. */
  function spendsNoMore(instance: MatchInstance, pick: number): void {
    const less = shrunk(instance, pick);
    if (less.parts.length === 0) return;
    const whole = matched(instance);
    if (whole.coverage < 1 - 1e-9) return;
    const part = matched(less);
    expect(part.coverage).toBeCloseTo(1, 9);
    expect(part.consumed).toBeLessThanOrEqual(whole.consumed + 1e-9);
  }

  it('never spends more on made-up problems', () => {
    fc.assert(fc.property(randomInstance, fc.nat(20), spendsNoMore), {
      numRuns: 8,
      seed: 7,
      endOnFailure: true,
    });
  });

  it.each([1, 2, 3, 4])('never spends more on a small rack of salvage, seed %i', (seed) => {
    const instance = salvageInstance({ boards: 14, pieces: 6 }, seed);
    for (const pick of [0, 2]) spendsNoMore(instance, pick);
  });
});

describe('one more board', () => {
  it('never lets less be covered, on made-up problems', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        const [, ...fewer] = instance.boards;
        if (fewer.length === 0) return;
        const before = matched({ ...instance, boards: fewer, locks: [] });
        const after = matched({ ...instance, locks: [] });
        expect(after.coverage).toBeGreaterThanOrEqual(before.coverage - 1e-9);
      }),
      { numRuns: 8, seed: 7, endOnFailure: true },
    );
  });

  it.each([1, 2, 3])('never lets less be covered on a rack that falls short, seed %i', (seed) => {
    const { boards, ...rest } = salvageInstance({ boards: 8, pieces: 14 }, seed);
    let before = 0;
    for (const many of [5, 6, 7, 8]) {
      const { coverage } = matched({ ...rest, boards: boards.slice(0, many) });
      expect(coverage).toBeGreaterThanOrEqual(before - 1e-9);
      before = coverage;
    }
  });
});
