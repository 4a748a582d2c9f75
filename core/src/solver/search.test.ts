import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { knownOptimum, salvageInstance } from '../../bench/match-makers.ts';
import { everyPlan } from '../../test-support/every-plan.ts';
import { randomInstance } from '../../test-support/random-instances.ts';
import type { MatchInstance, MatchPlan } from './instance.ts';
import { solverFrom, type Solver } from './linear.ts';
import { matchSteps, type MatchStep } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

/** The plan after so many steps: nothing depends on the clock. */
function after(instance: MatchInstance, steps: number, seed = 1): MatchPlan {
  let plan: MatchPlan | null = null;
  for (const step of matchSteps(instance, { seed, solver })) {
    plan = step.plan;
    if (--steps <= 0) break;
  }
  if (!plan) throw new Error('no plan');
  return plan;
}

describe('the search with prices', () => {
  it('makes only plans that keep every rule', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        expect(verifyPlan(instance, after(instance, 70))).toEqual([]);
      }),
      { numRuns: 10 },
    );
  });

  it('keeps every rule on racks of salvage, at every stage', () => {
    for (const seed of [1, 2]) {
      const instance = salvageInstance({ boards: 40, pieces: 30 }, seed);
      const seen = new Set<MatchStep['stage']>();
      let steps = 0;
      for (const { plan, better, stage } of matchSteps(instance, { seed, solver })) {
        if (better || !seen.has(stage)) expect(verifyPlan(instance, plan)).toEqual([]);
        seen.add(stage);
        if (++steps > 130) break;
      }
      expect([...seen]).toEqual(expect.arrayContaining(['first', 'greedy', 'prices', 'dive', 'improve']));
    }
  });

  it('never gets worse, and its bound never lies above its plan', () => {
    const instance = salvageInstance({ boards: 60, pieces: 40 }, 5);
    let [coverage, spent, bound, steps] = [0, Infinity, 0, 0];
    for (const { plan } of matchSteps(instance, { solver })) {
      if (plan.coverage === coverage) expect(plan.consumed).toBeLessThanOrEqual(spent + 1e-9);
      expect(plan.coverage).toBeGreaterThanOrEqual(coverage - 1e-12);
      [coverage, spent] = [plan.coverage, plan.consumed];
      if (plan.bound !== null) {
        expect(plan.bound).toBeLessThanOrEqual(plan.consumed + 1e-9);
        expect(plan.bound).toBeGreaterThanOrEqual(bound - 1e-9);
        bound = plan.bound;
      }
      if (++steps > 130) break;
    }
    expect(bound).toBeGreaterThan(0);
  });

  it('finds the known best where boards were cut up to the last shaving', () => {
    for (const seed of [1, 2, 3]) {
      const { instance, optimum } = knownOptimum(30, 10, seed);
      const plan = after(instance, 140);
      expect(plan.coverage).toBe(1);
      expect(plan.consumed).toBeCloseTo(optimum, 6);
      expect(plan.bound ?? Infinity).toBeLessThanOrEqual(optimum + 1e-9);
    }
  });

  it('agrees with trying everything on tiny problems', () => {
    const tiny = fc.record({
      boards: fc.array(
        fc.record({
          length: fc.constantFrom(2, 3, 4),
          width: fc.constantFrom(1, 2, 3),
          value: fc.integer({ min: 1, max: 5 }),
          fault: fc.option(
            fc.record({ x: fc.integer({ min: 0, max: 3 }), y: fc.integer({ min: 0, max: 2 }) }),
          ),
        }),
        { minLength: 1, maxLength: 2 },
      ),
      parts: fc.array(
        fc.record({
          length: fc.constantFrom(1, 2, 3),
          width: fc.constantFrom(1, 2),
          qty: fc.constantFrom(1, 2),
        }),
        { minLength: 1, maxLength: 2 },
      ),
    });
    fc.assert(
      fc.property(tiny, ({ boards, parts }) => {
        const instance: MatchInstance = {
          kerf: 0,
          jointAllowance: 1,
          offcut: { minLength: 300, minWidth: 50, credit: 0 },
          boards: boards.map(({ length, width, value, fault }, i) => ({
            id: `b${i}`,
            length: length * 100,
            width: width * 50,
            thickness: 20,
            species: 'oak',
            value,
            blocked: { clear: fault ? [{ x: fault.x * 100, y: fault.y * 50, length: 100, width: 50 }] : [] },
          })),
          parts: parts.map(({ length, width, qty }, i) => ({
            id: `p${i}`,
            type: 'solid',
            length: length * 100,
            width: width * 50,
            thickness: 18,
            qty,
            grade: 'clear',
            species: 'any',
          })),
        };
        const best = everyPlan(instance, { x: 100, y: 50 });
        const plan = after(instance, 90);
        const demanded = instance.parts.reduce((sum, part) => sum + part.length * part.width * part.qty, 0);
        expect(plan.coverage * demanded).toBeCloseTo(best.covered, 3);
        expect(plan.consumed).toBeCloseTo(best.spent, 9);
        if (plan.bound !== null) expect(plan.bound).toBeLessThanOrEqual(best.spent + 1e-9);
      }),
      { numRuns: 30 },
    );
  });

  it('leaves what is fixed where it is, and lays the rest around it', () => {
    fc.assert(
      fc.property(randomInstance, fc.integer({ min: 0, max: 9 }), (instance, which) => {
        const free = after(instance, 20);
        const parts = free.placements.filter(({ partId }) => partId !== 'offcut');
        const locks = parts.filter((_, i) => (i + which) % 3 === 0);
        const locked = { ...instance, locks };
        expect(verifyPlan(locked, after(locked, 80))).toEqual([]);
      }),
      { numRuns: 15 },
    );
  });

  it('counts copies of which only some layers are fixed as short', () => {
    const board = (id: string, length: number) => ({
      id,
      length,
      width: 60,
      thickness: 20,
      species: 'oak',
      value: 1,
      blocked: { clear: [] },
    });
    const lock = (boardId: string, unit: number) => ({
      boardId,
      partId: 'leg',
      unit,
      x: 0,
      y: 0,
      length: 600,
      width: 60,
    });
    const instance: MatchInstance = {
      kerf: 3,
      jointAllowance: 1,
      offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
      boards: [board('a', 700), board('b', 700)],
      parts: [
        {
          id: 'leg',
          type: 'laminated',
          layers: 2,
          length: 600,
          width: 60,
          thickness: 18,
          qty: 2,
          grade: 'clear',
          species: 'any',
        },
      ],
      locks: [lock('a', 0), lock('b', 1)],
    };
    const plan = after(instance, 20);
    expect(plan.missing).toEqual([{ id: 'leg', short: 2 }]);
    expect(verifyPlan(instance, plan)).toEqual([]);
  });

  it('weighs wishes in and tells what is spent without them', () => {
    const instance = salvageInstance({ boards: 40, pieces: 20 }, 3);
    const few = { ...instance, perBoard: 50 };
    const plan = after(few, 100);
    expect(verifyPlan(few, plan)).toEqual([]);
    expect(plan.boards).toBeLessThanOrEqual(after(instance, 100).boards);
    const away = {
      ...instance,
      boards: instance.boards.map((board, i) => ({
        ...board,
        ...(i % 2 === 0
          ? { reluctance: Object.fromEntries(instance.parts.map(({ id }) => [id, 1000])) }
          : {}),
      })),
    };
    const even = new Set(instance.boards.filter((_, i) => i % 2 === 0).map(({ id }) => id));
    const count = (given: MatchPlan): number =>
      new Set(given.placements.map(({ boardId }) => boardId).filter((id) => even.has(id))).size;
    expect(count(after(away, 100))).toBeLessThan(count(after(instance, 100)));
  });

  it('proves that nothing spends less where the rack is small, and comes to that plan by the proof', () => {
    for (const seed of [9, 10]) {
      const instance = salvageInstance({ boards: 6, pieces: 6 }, seed);
      let last: MatchPlan | null = null;
      let steps = 0;
      for (const { plan } of matchSteps(instance, { solver, role: 'second' })) {
        last = plan;
        if (steps++ > 3000) break;
      }
      expect(last?.status).toBe('optimal');
      expect(last && verifyPlan(instance, last)).toEqual([]);
      expect(last?.consumed).toBeLessThanOrEqual(after(instance, 200, 2).consumed * (1 + 1e-6));
    }
  });

  it('tells what is proven at once, between two steps of its own', () => {
    const instance = salvageInstance({ boards: 61, pieces: 12 }, 6);
    let bound = 0;
    let own = 0;
    let told = 0;
    for (const { plan, stage } of matchSteps(instance, { solver, role: 'second' })) {
      if (stage === 'improve') own++;
      else if (stage === 'prove' && own > 0 && (plan.bound ?? 0) > bound) told++;
      bound = plan.bound ?? 0;
      if (told > 1 || own > 20) break;
    }
    expect(told).toBeGreaterThan(1);
  });

  it('only proves beside another on a small rack, as long as there is something to prove, and can be stopped soon', () => {
    const instance = salvageInstance({ boards: 18, pieces: 10 }, 4);
    const [count, last] = [{ own: 0, raised: 0, untold: 0 }, { bound: 0 }];
    for (const { plan, stage } of matchSteps(instance, { solver, role: 'second' })) {
      if (stage === 'improve') count.own++;
      else if (stage === 'prove' && (plan.bound ?? 0) > last.bound) count.raised++;
      else if (stage === 'prove') count.untold++;
      last.bound = plan.bound ?? 0;
      if (count.raised > 12) break;
    }
    expect(count.own).toBeLessThan(2);
    expect(count.raised).toBeGreaterThan(12);
    expect(count.untold).toBeGreaterThan(2);
  });

  it('takes a better plan that another search hands it', () => {
    const instance = salvageInstance({ boards: 60, pieces: 40 }, 7);
    const good = after(instance, 200, 3);
    const steps = matchSteps(instance, { role: 'second' });
    steps.next();
    const first = steps.next().value as MatchStep;
    expect(first.plan.consumed).toBeGreaterThan(good.consumed);
    let plan = first.plan;
    for (let i = 0; i < 12; i++) plan = (steps.next(i === 0 ? good : undefined).value as MatchStep).plan;
    expect(plan.consumed).toBeLessThanOrEqual(good.consumed + 1e-9);
    expect(verifyPlan(instance, plan)).toEqual([]);
  });
});

describe('what can’t be stopped on the way', () => {
  /** A solver that notes how long its whole-number programmes were allowed. */
  function noting(): { readonly allowed: number[]; readonly solver: Solver } {
    const allowed: number[] = [];
    const noted: Solver = {
      linear: (programme) => solver.linear(programme),
      growing: (programme) => solver.growing(programme),
      whole: (programme, seconds, start) => {
        allowed.push(seconds);
        return solver.whole(programme, Math.min(seconds, 0.2), start);
      },
    };
    return { allowed, solver: noted };
  }
  function improve(secondsLeft: () => number): number[] {
    const { allowed, solver: noted } = noting();
    // On a small rack whole plans are chosen by other means, which take no time limit.
    const instance = salvageInstance({ boards: 80, pieces: 70 }, 5);
    let steps = 0;
    for (const { plan } of matchSteps(instance, { solver: noted, secondsLeft })) {
      expect(verifyPlan(instance, plan)).toEqual([]);
      if (++steps > 130) break;
    }
    return allowed;
  }

  it('is made no longer than there is time left', () => {
    const allowed = improve(() => 0.4);
    expect(allowed.length).toBeGreaterThan(0);
    expect(Math.max(...allowed)).toBeLessThanOrEqual(0.4);
  });

  it('is left undone when there is hardly any', () => {
    expect(improve(() => 0.01)).toEqual([]);
  });
});
