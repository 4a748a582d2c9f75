import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { randomInstance } from '../../test-support/random-instances.ts';
import {
  dropUnfinished,
  emptyDraft,
  lay,
  layChosen,
  layWanted,
  stillWanted,
  takeOff,
  type Draft,
} from './draft.ts';
import { fillGreedily, gainOf } from './greedy.ts';
import { betterScore, openMm2, scoreOf } from './score.ts';
import { solverFrom, type Solver } from './linear.ts';
import { Master, reducedGain } from './master.ts';
import { QUICK } from './pattern.ts';
import { Problem } from './problem.ts';
import { planOf } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

/** One price per area for all that is wanted. */
const evenPrices = (problem: Problem, perM2: number): Float64Array =>
  Float64Array.from(
    problem.species.flatMap(() =>
      problem.wants.map((want) => ((want.areaMm2 / (want.panel ? want.amount : 1)) * perM2) / 1e6),
    ),
  );

function filled(problem: Problem, perM2 = 40): Draft {
  const draft = emptyDraft(problem);
  const boards = problem.instance.boards.map((_, b) => b);
  fillGreedily(problem, draft, boards, evenPrices(problem, perM2), QUICK);
  return draft;
}

const NO_PROOF = { spent: null, counted: null };

describe('a plan in the making', () => {
  it('is as it was once a board is taken off that was laid', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        const problem = new Problem(instance);
        const draft = filled(problem);
        for (const column of [...draft.columns.values()].reverse()) takeOff(problem, column, draft);
        const empty = emptyDraft(problem);
        expect(draft.columns.size).toBe(0);
        draft.open.forEach((left, w) => expect(left).toBeCloseTo(empty.open[w] as number, 6));
        expect(draft.species).toEqual(empty.species);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps to what is wanted where a whole-number answer cuts more', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        const problem = new Problem(instance);
        const atHand = new Set(filled(problem).columns.values());
        const taken = new Set([...atHand].map(({ board }) => board));
        const { open, species } = emptyDraft(problem);
        const prices = evenPrices(problem, 60);
        const others = problem.instance.boards.flatMap((_, b) =>
          taken.has(b) ? [] : (problem.column(b, prices, open, species, QUICK) ?? []),
        );
        const draft = emptyDraft(problem);
        layChosen(problem, [...others, ...atHand], atHand, draft);
        dropUnfinished(problem, draft);
        expect(verifyPlan(instance, planOf(problem, draft, NO_PROOF, null))).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  it('cuts strips narrower that would make a panel too wide, as far as they may be', () => {
    const problem = new Problem({
      kerf: 3,
      jointAllowance: 1,
      offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
      boards: [
        { id: 'b', length: 900, width: 200, thickness: 25, species: 'oak', value: 9, blocked: { clear: [] } },
      ],
      parts: [
        {
          id: 'lid',
          type: 'panel',
          length: 800,
          width: 300,
          thickness: 20,
          qty: 1,
          grade: 'clear',
          species: 'any',
          minStrip: 40,
          maxStrip: 90,
        },
      ],
    });
    const way = problem.columnFrom(
      0,
      [0, 93].map((y) => ({ want: 0, x: 0, y, length: 800, width: 90, fills: 89 })),
    );
    const widths = (left: number): (number | undefined)[] => {
      const draft = emptyDraft(problem);
      draft.open[0] = left;
      if (way) layWanted(problem, way, draft);
      expect(draft.open[0]).toBe(0);
      return draft.columns.get(0)?.cuts.map(({ width }) => width) ?? [];
    };
    expect(widths(178)).toEqual([90, 90]);
    expect(widths(150)).toEqual([90, 62]);
    // No strip is narrower than may be, and none is cut that is not needed.
    expect(widths(100)).toEqual([90, 40]);
    expect(widths(80)).toEqual([81]);
  });

  it('never gives more of anything than is wanted, and a panel of one species', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        const problem = new Problem(instance);
        const draft = filled(problem);
        const given = problem.wants.map(() => 0);
        for (const column of draft.columns.values()) {
          for (let i = 0; i < column.gives.length; i += 2) {
            const w = column.gives[i] as number;
            given[w] = (given[w] as number) + (column.gives[i + 1] as number);
            if (problem.wants[w]?.panel) expect(problem.speciesOf[column.board]).toBe(draft.species[w]);
          }
        }
        given.forEach((much, w) => expect(much).toBeLessThanOrEqual((problem.wants[w]?.amount ?? 0) + 1e-6));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps no panel that is only begun', () => {
    fc.assert(
      fc.property(randomInstance, (instance) => {
        const problem = new Problem(instance);
        const draft = filled(problem);
        dropUnfinished(problem, draft);
        problem.wants.forEach((want, w) => {
          const left = draft.open[w] as number;
          if (want.panel) expect(left < 1e-6 || left > want.amount - 1e-6).toBe(true);
        });
        for (const column of draft.columns.values()) expect(column.gives.length).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps no layers that make no whole copy, and says open of what its plan says is not covered', () => {
    fc.assert(
      fc.property(randomInstance, fc.integer({ min: 5, max: 60 }), (instance, perM2) => {
        const problem = new Problem(instance);
        const draft = filled(problem, perM2);
        const before = openMm2(problem, draft.open);
        dropUnfinished(problem, draft);
        problem.wants.forEach((want, w) => {
          const laid = want.amount - (draft.open[w] as number);
          if (want.part.type === 'laminated') expect(Math.round(laid) % (want.part.layers ?? 2)).toBe(0);
        });
        // What was dropped counted for nothing.
        expect(openMm2(problem, draft.open)).toBeCloseTo(before, 3);
        const demanded = instance.parts.reduce((sum, part) => sum + part.length * part.width * part.qty, 0);
        const plan = planOf(problem, draft, NO_PROOF, null);
        expect(plan.coverage).toBeCloseTo(1 - openMm2(problem, draft.open) / demanded, 9);
        expect(verifyPlan(instance, plan)).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  it('lays of a way to cut only what is still wanted', () => {
    const problem = new Problem(salvageInstance({ boards: 10, pieces: 6 }, 3));
    const whole = filled(problem);
    const [column] = whole.columns.values();
    if (!column) throw new Error('nothing was cut');
    const draft = emptyDraft(problem);
    const w = column.gives[0] as number;
    draft.open[w] = 0;
    expect(stillWanted(problem, column, draft)).toBe(false);
    layWanted(problem, column, draft);
    const laid = draft.columns.get(column.board);
    expect(laid?.cuts.some(({ want }) => want === w) ?? false).toBe(false);
    expect(draft.open[w]).toBe(0);
  });

  it('is told by what is open first, then by what it spends, then by its boards', () => {
    const score = { openMm2: 100, columns: 5, spent: 5, boards: 3 };
    expect(betterScore({ ...score, openMm2: 0, spent: 50 }, score)).toBeLessThan(0);
    expect(betterScore({ ...score, spent: 4 }, score)).toBeLessThan(0);
    expect(betterScore({ ...score, boards: 4 }, score)).toBeGreaterThan(0);
    expect(betterScore(score, { ...score })).toBe(0);
  });

  it('counts a panel open until it is whole, and solid parts copy by copy', () => {
    const problem = new Problem(salvageInstance({ boards: 10, pieces: 6 }, 3));
    const { open } = emptyDraft(problem);
    const all = openMm2(problem, open);
    const demanded = problem.instance.parts.reduce(
      (sum, part) => sum + part.length * part.width * part.qty,
      0,
    );
    expect(all).toBeCloseTo(demanded, 3);
    expect(scoreOf(problem, emptyDraft(problem))).toMatchObject({ openMm2: all, spent: 0, boards: 0 });
  });
});

describe('the linear programme of known ways to cut', () => {
  function known(seed: number) {
    const problem = new Problem(salvageInstance({ boards: 25, pieces: 12 }, seed));
    const master = new Master(problem, solver);
    for (const perM2 of [15, 40, 90])
      for (const column of filled(problem, perM2).columns.values()) master.add(column);
    const draft = emptyDraft(problem);
    const answer = master.linear(master.pool, draft);
    if (!answer) throw new Error('no answer');
    return { problem, master, draft, answer };
  }

  it.each([1, 2, 3])('has prices at which no known way gains, seed %i', (seed) => {
    const { problem, master, answer } = known(seed);
    for (const column of master.pool) expect(reducedGain(problem, column, answer)).toBeLessThan(1e-6);
    // What is used gains exactly what it costs.
    master.pool.forEach((column, i) => {
      if ((answer.use[i] as number) > 1e-6) expect(reducedGain(problem, column, answer)).toBeCloseTo(0, 5);
    });
  });

  it.each([1, 2, 3])(
    'costs no more than the best of whole ways, which never spends more than its start, seed %i',
    (seed) => {
      const { problem, master, draft, answer } = known(seed);
      const start = filled(problem, 40);
      dropUnfinished(problem, start);
      const columns = [...start.columns.values()];
      for (const column of columns) master.add(column);
      const chosen = master.whole(master.pool, draft, 5, new Set(columns));
      if (!chosen) throw new Error('no whole answer');
      const plan = emptyDraft(problem);
      for (const column of chosen) layWanted(problem, column, plan);
      const [ours, theirs] = [scoreOf(problem, plan), scoreOf(problem, start)];
      expect(betterScore(ours, theirs)).toBeLessThanOrEqual(1e-6);
      if (ours.openMm2 < 0.5) expect(answer.objective).toBeLessThanOrEqual(ours.spent + 1e-6);
    },
  );

  it('knows a way to cut once', () => {
    const { master } = known(1);
    const [column] = master.pool;
    if (!column) throw new Error('nothing known');
    const many = master.pool.length;
    expect(master.add(column)).toBe(false);
    expect(master.pool).toHaveLength(many);
  });

  it('forgets what it is told to, and takes it up again', () => {
    const { problem, master } = known(1);
    const [first] = master.pool;
    if (!first) throw new Error('nothing known');
    master.prune((column) => column !== first);
    expect(master.pool).not.toContain(first);
    expect(master.add(first)).toBe(true);
    const draft = emptyDraft(problem);
    lay(problem, first, draft);
    // A board that is cut is not cut again.
    expect(master.fitting(draft).some(({ board }) => board === first.board)).toBe(false);
  });
});

it('a column’s gain is its prices by its species', () => {
  const problem = new Problem(salvageInstance({ boards: 10, pieces: 6 }, 3));
  const draft = filled(problem);
  const [column] = draft.columns.values();
  if (!column) throw new Error('nothing was cut');
  const prices = new Float64Array(problem.wants.length * problem.species.length);
  const at = (problem.pricesAt[column.board] as number) + (column.gives[0] as number);
  prices[at] = 2;
  expect(gainOf(problem, column, prices)).toBeCloseTo(2 * (column.gives[1] as number), 9);
});
