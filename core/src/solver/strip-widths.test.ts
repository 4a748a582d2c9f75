import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import type { Rect } from '../geometry/rectangle.ts';
import { dropUnfinished, emptyDraft, lay, type Draft } from './draft.ts';
import { fillGreedily } from './greedy.ts';
import { scoreOf } from './score.ts';
import type { MatchInstance } from './instance.ts';
import { solverFrom, type Solver } from './linear.ts';
import { QUICK } from './pattern.ts';
import { Problem, type ColumnCut } from './problem.ts';
import { planOf } from './solve.ts';
import { isTooWide, layBestWidths } from './strip-widths.ts';
import { verifyPlan } from './verify-plan.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

/** Boards 200 mm wide for a lid of 176 mm, its strips 40 to 120 mm. */
const instance = (boards: number, blocked: readonly Rect[] = []): MatchInstance => ({
  kerf: 3,
  jointAllowance: 0,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: Array.from({ length: boards }, (_, b) => ({
    id: `b${b}`,
    length: 2000 - 1000 * b,
    width: 200,
    thickness: 25,
    species: 'oak',
    value: 100,
    blocked: { clear: blocked },
  })),
  parts: [
    {
      id: 'lid',
      type: 'panel',
      length: 900,
      width: 176,
      thickness: 20,
      qty: 1,
      grade: 'clear',
      species: 'any',
      minStrip: 40,
      maxStrip: 120,
    },
  ],
});

const strip = (x: number, y: number, width: number): ColumnCut => ({
  want: 0,
  x,
  y,
  length: 900,
  width,
  fills: width,
});
const kept = (y: number, width: number, length: number): ColumnCut => ({
  want: -1,
  x: 0,
  y,
  length,
  width,
  fills: 0,
});

function draftOf(problem: Problem, ...boards: (readonly ColumnCut[])[]): Draft {
  const draft = emptyDraft(problem);
  boards.forEach((cuts, b) => {
    const column = problem.columnFrom(b, cuts);
    // What is too wide for the panel does not count.
    if (column)
      lay(
        problem,
        { ...column, gives: [0, Math.min(draft.open[0] as number, column.gives[1] as number)] },
        draft,
      );
  });
  return draft;
}

const lying = ({ columns }: Draft, b = 0): string[] =>
  (columns.get(b)?.cuts ?? []).map(({ y, width }) => `${y.toFixed(2)}+${width.toFixed(2)}`);

const NO_PROOF = { spent: null, counted: null };

describe('widths of strips', () => {
  it('are such that most is kept: two side by side as wide as can be, and the other narrow', () => {
    const problem = new Problem(instance(1));
    const draft = draftOf(problem, [
      strip(0, 0, 44),
      strip(903, 0, 44),
      strip(0, 47, 88),
      kept(138, 62, 2000),
    ]);
    expect(layBestWidths(problem, solver, draft)).toBe(true);
    // Twice 68 and 40 make 176 as well.
    expect(lying(draft)).toEqual(['0.00+68.00', '0.00+68.00', '71.00+40.00', '114.00+86.00']);
    expect(draft.open[0]).toBeLessThan(1e-6);
    expect(layBestWidths(problem, solver, draft)).toBe(false);
  });

  it('are chosen for all boards together', () => {
    const problem = new Problem(instance(2));
    // The long board keeps twice as much for each millimetre that the short one gives.
    const draft = draftOf(
      problem,
      [strip(0, 0, 100), kept(103, 97, 2000)],
      [strip(0, 0, 76), kept(79, 121, 1000)],
    );
    expect(layBestWidths(problem, solver, draft)).toBe(true);
    expect(lying(draft, 0)[0]).toBe('0.00+56.00');
    expect(lying(draft, 1)[0]).toBe('0.00+120.00');
    expect(verifyPlan(problem.instance, planOf(problem, draft, NO_PROOF, null))).toEqual([]);
  });

  it('make a panel no wider than is wanted, even where no more can be kept for it', () => {
    // On the short board nothing is left that is wide enough to keep.
    const given = instance(2);
    const problem = new Problem({ ...given, boards: given.boards.slice(1) });
    const draft = draftOf(problem, [strip(0, 0, 90), strip(0, 93, 100)]);
    expect(isTooWide(problem, draft)).toBe(true);
    const { spent } = scoreOf(problem, draft);
    expect(layBestWidths(problem, solver, draft)).toBe(true);
    expect(isTooWide(problem, draft)).toBe(false);
    expect(scoreOf(problem, draft).spent).toBeCloseTo(spent, 9);
    expect(verifyPlan(problem.instance, planOf(problem, draft, NO_PROOF, null))).toEqual([]);
  });

  it('leave each piece on its side of a finding', () => {
    const knot = { x: 400, y: 110, length: 20, width: 10 };
    const problem = new Problem(instance(2, [knot]));
    const draft = draftOf(
      problem,
      [strip(0, 0, 100), kept(120, 80, 2000)],
      [strip(0, 0, 76), kept(120, 80, 1000)],
    );
    // The rest can't come nearer than the knot, so nothing is won by narrower strips.
    expect(layBestWidths(problem, solver, draft)).toBe(false);
    expect(lying(draft)).toEqual(['0.00+100.00', '120.00+80.00']);
  });

  it('keep every rule on racks of salvage, cover as much and never spend more', () => {
    let won = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const given = salvageInstance({ boards: 16, pieces: 16 }, seed);
      if (!given.parts.some(({ type }) => type === 'panel')) continue;
      const problem = new Problem(given);
      const draft = emptyDraft(problem);
      const prices = Float64Array.from(
        problem.species.flatMap(() =>
          problem.wants.map(({ areaMm2, panel, amount }) => (areaMm2 / (panel ? amount : 1)) * 1e-3),
        ),
      );
      const boards = given.boards.map((_, b) => b);
      fillGreedily(problem, draft, boards, prices, QUICK);
      dropUnfinished(problem, draft);
      const before = scoreOf(problem, draft);
      if (!layBestWidths(problem, solver, draft)) continue;
      won++;
      const after = scoreOf(problem, draft);
      expect(after.openMm2).toBeCloseTo(before.openMm2, 3);
      expect(after.spent).toBeLessThanOrEqual(before.spent + 1e-9);
      expect(isTooWide(problem, draft)).toBe(false);
      expect(verifyPlan(given, planOf(problem, draft, NO_PROOF, null))).toEqual([]);
    }
    expect(won).toBeGreaterThan(3);
  });
});
