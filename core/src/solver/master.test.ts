import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { seededRandom } from '../foundation/random.ts';
import { emptyDraft } from './draft.ts';
import { firstFitDraft } from './first-plan.ts';
import { solverFrom, type Solver } from './linear.ts';
import { Master } from './master.ts';
import { Pricing } from './pricing.ts';
import { Problem, type Column } from './problem.ts';

const NO_SOLVER: Solver = {
  linear: () => null,
  whole: () => null,
  growing: () => ({
    solve: () => null,
    add: () => undefined,
    reprice: () => undefined,
    dispose: () => undefined,
  }),
};

const column = (gives: readonly number[], cost: number, board = 0): Column => ({
  board,
  cost,
  extra: 0,
  gives,
  cuts: [],
});

describe('the pool of ways to cut', () => {
  const master = (): Master =>
    new Master(new Problem(salvageInstance({ boards: 4, pieces: 4 }, 1)), NO_SOLVER);

  it('keeps of ways that give the same only the cheapest', () => {
    const pool = master();
    expect(pool.add(column([0, 1, 2, 3], 9))).toBe(true);
    expect(pool.add(column([2, 3, 0, 1], 9))).toBe(false);
    expect(pool.add(column([0, 1, 2, 3], 10))).toBe(false);
    expect(pool.add(column([0, 1, 2, 3], 8))).toBe(true);
    expect(pool.pool.map(({ cost }) => cost)).toEqual([8]);
  });

  it('takes ways apart that give other pieces, other amounts, or come from another board', () => {
    const pool = master();
    pool.add(column([0, 1], 5));
    expect(pool.add(column([0, 2], 5))).toBe(true);
    expect(pool.add(column([1, 1], 5))).toBe(true);
    expect(pool.add(column([0, 1], 5, 1))).toBe(true);
    expect(pool.pool).toHaveLength(4);
  });

  it('tells the cheapest way for one that a plan lays, and learns it where there is none', () => {
    const pool = master();
    const cheap = column([0, 1], 5);
    pool.add(cheap);
    expect(pool.cheapest(column([0, 1], 7))).toBe(cheap);
    const unknown = column([3, 1], 4);
    expect(pool.cheapest(unknown)).toBe(unknown);
    expect(pool.pool).toContain(unknown);
  });
});

describe('the programme over a pool that grows', () => {
  let solver: Solver;
  beforeAll(async () => {
    solver = solverFrom(await loadHighs());
  });

  it('says the same as one made afresh, with ways added and ways that became cheaper', () => {
    const problem = new Problem(salvageInstance({ boards: 14, pieces: 12 }, 5));
    const first = firstFitDraft(problem);
    const pool = new Master(problem, solver);
    for (const way of first.columns.values()) pool.add(way);
    const [draft, random] = [emptyDraft(problem), seededRandom(3)];
    const grown = pool.growing(draft);
    const pricing = new Pricing(problem, first);
    for (let round = 0; round < 6; round++) {
      const answer = grown.solve();
      const afresh = pool.linear(pool.pool, draft);
      if (!answer || !afresh) throw new Error('a sound programme has an answer');
      expect(answer.objective).toBeCloseTo(afresh.objective, 6);
      expect(answer.uncovered).toBeCloseTo(afresh.uncovered, 6);
      expect(answer.use).toHaveLength(pool.pool.length);
      const cost = pool.pool.reduce((sum, way, i) => sum + way.cost * (answer.use[i] as number), 0);
      expect(cost + answer.uncovered).toBeCloseTo(answer.objective, 6);
      expect(pricing.vary(pool, answer, random)).toBeGreaterThan(0);
      const [way] = pool.pool;
      if (way) pool.add({ ...way, cost: way.cost * 0.9 });
    }
    grown.dispose();
  });
});

describe('ways to cut at varied prices', () => {
  it('are sound, and others than are known', () => {
    const instance = salvageInstance({ boards: 14, pieces: 12 }, 6);
    const problem = new Problem(instance);
    const pool = new Master(problem, NO_SOLVER);
    const each = problem.wants.map(
      ({ areaMm2, amount, panel }) => (areaMm2 / 1e4) * (panel ? 1 / amount : 1),
    );
    const prices = Float64Array.from(problem.species.flatMap(() => each));
    const answer = { objective: 0, uncovered: 0, prices, rents: new Map(), use: prices, noise: null };
    const pricing = new Pricing(problem, firstFitDraft(problem));
    const random = seededRandom(1);
    const found = [1, 2, 3, 4].map(() => pricing.vary(pool, answer, random));
    expect(found.reduce((sum, many) => sum + many, 0)).toBe(pool.pool.length);
    expect(pool.pool.length).toBeGreaterThan(6);
    const whole = emptyDraft(problem);
    for (const { gives } of pool.pool) {
      for (let i = 0; i < gives.length; i += 2)
        expect(gives[i + 1] as number).toBeLessThanOrEqual((whole.open[gives[i] as number] as number) + 1e-6);
    }
  });
});
