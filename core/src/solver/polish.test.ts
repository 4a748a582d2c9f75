import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { dropUnfinished, emptyDraft, type Draft } from './draft.ts';
import { fillGreedily } from './greedy.ts';
import { scoreOf } from './score.ts';
import { solverFrom, type Solver } from './linear.ts';
import { QUICK } from './pattern.ts';
import { Polish } from './polish.ts';
import { Problem } from './problem.ts';
import { Relayouts } from './relayout.ts';
import { planOf } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

const EARLY = { steps: 3, secondsLeft: Infinity };
const LATE = { steps: 100, secondsLeft: Infinity };

describe('polishing a plan', () => {
  const problem = new Problem(salvageInstance({ boards: 24, pieces: 30 }, 1));
  const roughly = (): Draft => {
    const draft = emptyDraft(problem);
    const prices = Float64Array.from(
      problem.species.flatMap(() =>
        problem.wants.map((want) => (want.areaMm2 / (want.panel ? want.amount : 1)) * 6e-5),
      ),
    );
    const boards = problem.instance.boards.map((_, b) => b);
    fillGreedily(problem, draft, boards, prices, { ...QUICK, packs: 4, heights: 3, classes: 3 });
    dropUnfinished(problem, draft);
    return draft;
  };
  const polish = (): Polish => new Polish(problem, solver, new Relayouts(problem, () => undefined));
  const best = (by: Polish, draft: Draft, { steps, secondsLeft }: typeof EARLY): Draft | null =>
    by.best(draft, scoreOf(problem, draft), steps, secondsLeft);

  it('spends less for the same pieces, less yet when it looks closely, and keeps every rule', () => {
    const draft = roughly();
    const first = scoreOf(problem, draft);
    const by = polish();
    by.plan(draft);
    const nearly = scoreOf(problem, draft);
    by.plan(draft, true);
    const closely = scoreOf(problem, draft);
    expect(nearly.spent).toBeLessThan(first.spent);
    expect(closely.spent).toBeLessThan(nearly.spent);
    expect(closely.openMm2).toBeLessThanOrEqual(first.openMm2);
    const plan = planOf(problem, draft, { spent: null, counted: null }, null);
    expect(verifyPlan(problem.instance, plan)).toEqual([]);
  });

  it('waits until better plans no longer follow one another, or the time is nearly up', () => {
    const draft = roughly();
    expect(best(polish(), draft, EARLY)).toBeNull();
    const late = best(polish(), draft, LATE);
    expect(late && scoreOf(problem, late).spent).toBeLessThan(scoreOf(problem, draft).spent);
    const hurried = best(polish(), draft, { ...EARLY, secondsLeft: 0.2 });
    expect(hurried && scoreOf(problem, hurried).spent).toBe(late && scoreOf(problem, late).spent);
  });

  it('does it once for each plan, and leaves the one given as it was', () => {
    const draft = roughly();
    const before = scoreOf(problem, draft);
    const by = polish();
    const once = best(by, draft, LATE) as Draft;
    expect(scoreOf(problem, draft)).toEqual(before);
    expect(best(by, once, LATE)).toBeNull();
  });

  it('is too much work on a large rack', () => {
    const rack = new Problem(salvageInstance({ boards: 301, pieces: 12 }, 1));
    const by = new Polish(rack, solver, new Relayouts(rack, () => undefined));
    const draft = emptyDraft(rack);
    expect(by.best(draft, scoreOf(rack, draft), 100, Infinity)).toBeNull();
  });
});
