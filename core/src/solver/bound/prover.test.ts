import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { knownOptimum, salvageInstance } from '../../../bench/match-makers.ts';
import { randomInstance } from '../../../test-support/random-instances.ts';
import { heldAgainstEveryPlan } from '../../../test-support/tiny-instances.ts';
import type { MatchInstance } from '../instance.ts';
import { solverFrom } from '../linear.ts';
import { Problem } from '../problem.ts';
import { matchSteps } from '../solve.ts';
import { KnapsackBound } from './knapsack-bound.ts';
import { Prover } from './prover.ts';

const solver = solverFrom(await loadHighs());
const CELLS = [
  { length: 30, width: 12 },
  { length: 80, width: 32 },
];
const COARSE = [
  { length: 20, width: 8 },
  { length: 40, width: 16 },
];

function proven(instance: MatchInstance, steps = 2000): number | null {
  const prover = new Prover(new Problem(instance), solver, CELLS);
  const raising = prover.raise(() => Infinity);
  for (let n = 0; n < steps && raising.next().done !== true; n++);
  return prover.best;
}

/** The best that a search counts in so many steps, or null where not everything is placed. */
function searched(instance: MatchInstance, rounds: number): number | null {
  let best: number | null = null;
  for (const { plan, round } of matchSteps(instance, { solver, role: 'first' })) {
    if (plan.coverage > 1 - 1e-9) best = plan.weighed ?? plan.consumed;
    if (round >= rounds) break;
  }
  return best;
}

describe('the proof', () => {
  it('lies at or below the best that trying every place finds', () => {
    const full = heldAgainstEveryPlan((instance) => proven(instance) ?? 0, { numRuns: 60, seed: 3 });
    expect(full).toBeGreaterThan(15);
  });

  it('lies at or below what a search spends, for all kinds of parts and with wishes', () => {
    let full = 0;
    fc.assert(
      fc.property(randomInstance, fc.boolean(), (instance, wishes) => {
        const asked = wishes
          ? {
              ...instance,
              perBoard: 0.05,
              boards: instance.boards.map((board, i) => ({
                ...board,
                reluctance: Object.fromEntries(instance.parts.map(({ id }, p) => [id, ((i + p) % 3) * 0.02])),
              })),
            }
          : instance;
        const best = searched(asked, 40);
        if (best === null) return;
        full++;
        expect(proven(asked, 400) ?? 0).toBeLessThanOrEqual(best + 1e-6);
      }),
      { numRuns: 16, seed: 8 },
    );
    expect(full).toBeGreaterThan(3);
  });

  it('is far closer than area alone, comes out the same twice, and never falls', () => {
    const instance = salvageInstance({ boards: 20, pieces: 25 }, 6);
    const byArea = new KnapsackBound(new Problem(instance));
    byArea.raise(300, 68.6);
    const prover = new Prover(new Problem(instance), solver, CELLS);
    let last = 0;
    for (const _ of prover.raise(() => Infinity)) {
      expect(prover.best ?? 0).toBeGreaterThanOrEqual(last);
      last = prover.best ?? 0;
      if (prover.work.asked > 240) break;
    }
    // 68.53 is the least that any search has spent here.
    expect(last).toBeLessThanOrEqual(68.53);
    expect(last).toBeGreaterThan(0.8 * 68.53);
    expect(last).toBeGreaterThan(1.15 * (byArea.best ?? 0));
    const again = new Prover(new Problem(instance), solver, CELLS);
    for (const _ of again.raise(() => Infinity)) if (again.work.asked > 240) break;
    expect(again.best).toBe(last);
  });

  it('proves more where plans are parted by boards and by copies, more on finer cells, and ends', () => {
    const instance = salvageInstance({ boards: 9, pieces: 8 }, 9);
    const best = searched(instance, 200) ?? 0;
    const prover = new Prover(new Problem(instance), solver, COARSE, 0);
    let [root, before] = [0, 0];
    for (const _ of prover.raise(() => best)) {
      if (!prover.settled) root = prover.best ?? 0;
      if (prover.work.refined === 0) before = prover.best ?? 0;
    }
    expect(prover.done).toBe(true);
    expect(before).toBeGreaterThan(1.05 * root);
    expect(prover.work.refined).toBeGreaterThan(0);
    expect(prover.best).toBeGreaterThan(1.005 * before);
    expect(prover.best).toBeLessThanOrEqual(best + 1e-6);
  });

  it('tells of which species each panel is, where fractions make it of two', () => {
    // Four boards are cheap, but only three of them are of one species: the second lid needs a dear one.
    const board = (id: string, species: string, value: number): MatchInstance['boards'][number] => ({
      id,
      species,
      value,
      length: 820,
      width: 100,
      thickness: 25,
      blocked: { clear: [] },
    });
    const instance: MatchInstance = {
      kerf: 3,
      jointAllowance: 0,
      offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
      boards: [
        board('o1', 'oak', 100),
        board('o2', 'oak', 300),
        ...['p1', 'p2', 'p3'].map((id) => board(id, 'pine', 100)),
        board('p4', 'pine', 300),
      ],
      parts: [
        {
          id: 'lid',
          type: 'panel',
          length: 800,
          width: 200,
          thickness: 20,
          qty: 2,
          grade: 'clear',
          species: 'any',
          minStrip: 60,
          maxStrip: 100,
        },
      ],
    };
    const least = 0.082 * (3 * 100 + 300);
    const prover = new Prover(new Problem(instance), solver, CELLS);
    let root = 0;
    for (const _ of prover.raise(() => least)) if (!prover.settled) root = prover.best ?? 0;
    expect(root).toBeLessThanOrEqual(0.082 * 400 + 1e-6);
    expect(prover.best).toBeGreaterThan(0.99 * least);
    expect(prover.best).toBeLessThanOrEqual(least + 1e-6);
    expect(searched(instance, 20)).toBeCloseTo(least, 6);
  });

  it('counts copies where a programme would take too many for the average’s sake, and spares boards a question', () => {
    const instance = salvageInstance({ boards: 9, pieces: 12 }, 17);
    const best = searched(instance, 200) ?? 0;
    const prover = new Prover(new Problem(instance), solver, CELLS, 0);
    for (const _ of prover.raise(() => best)) if (prover.work.programmes > 120) break;
    expect(prover.work.counted).toBeGreaterThan(0);
    expect(prover.work.spared).toBeGreaterThan(0);
    expect(prover.best).toBeGreaterThan(0.9 * best);
    expect(prover.best).toBeLessThanOrEqual(best + 1e-6);
  });

  it('never exceeds a known optimum', () => {
    const { instance, optimum } = knownOptimum(30, 12, 2);
    const bound = proven(instance, 500) ?? 0;
    expect(bound).toBeLessThanOrEqual(optimum + 1e-9);
    expect(bound).toBeGreaterThan(0.97 * optimum);
  });

  it('is nothing where a part has no board', () => {
    const instance = salvageInstance({ boards: 4, pieces: 3 }, 1);
    const parts = instance.parts.map((part) => ({ ...part, thickness: 900 }));
    expect(proven({ ...instance, parts })).toBeNull();
  });
});
