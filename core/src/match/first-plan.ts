/** The first plan: value-sorted first fit, the largest parts first, and what is left of each board kept. */
import { FirstFit } from './first-fit.ts';
import { lay, type Draft } from './greedy.ts';
import { emptyDraft } from './improve.ts';
import { findOffcuts } from './offcuts.ts';
import { OFFCUT_ID, type Placement } from './instance.ts';
import type { Rect } from '../geometry/rectangle.ts';
import type { Column, ColumnCut, Problem } from './problem.ts';
import { demandsOf, type Demand } from './working-plan.ts';

export function firstFitDraft(problem: Problem): Draft {
  const { instance } = problem;
  const boards = instance.boards
    .map((_, b) => b)
    .sort(
      (a, b) =>
        (instance.boards[a]?.value ?? 0) - (instance.boards[b]?.value ?? 0) ||
        problem.areaM2(a) - problem.areaM2(b) ||
        a - b,
    );
  const demands = demandsOf(instance).sort(largestFirst);
  const { laid } = new FirstFit(instance).fill(
    { laid: new Map(), open: [] },
    { boards, demands, crossWeight: 3 },
  );
  const draft = emptyDraft(problem);
  for (const [b, placed] of laid) lay(problem, columnOf(problem, b, placed), draft);
  return draft;
}

function largestFirst(a: Demand, b: Demand): number {
  return b.part.length - a.part.length || b.part.width - a.part.width || a.unit - b.unit;
}

/** The draft that a plan's placements make; its offcuts are kept as they are. */
export function draftOf(problem: Problem, placements: readonly Placement[]): Draft {
  const byBoard = new Map<string, Placement[]>();
  for (const placed of placements) {
    const list = byBoard.get(placed.boardId);
    if (list) list.push(placed);
    else byBoard.set(placed.boardId, [placed]);
  }
  const draft = emptyDraft(problem);
  problem.instance.boards.forEach((board, b) => {
    const placed = byBoard.get(board.id);
    if (!placed) return;
    const parts = placed.filter(({ partId }) => partId !== OFFCUT_ID);
    const kept = placed.filter(({ partId }) => partId === OFFCUT_ID);
    lay(problem, columnOf(problem, b, parts, kept), draft);
  });
  return draft;
}

/** Placements on a board as a way to cut it, with what is then worth keeping. */
export function columnOf(
  problem: Problem,
  b: number,
  placed: readonly Placement[],
  keep?: readonly Rect[],
): Column {
  const { instance } = problem;
  const board = instance.boards[b];
  if (!board) throw new Error(`no board ${b}`);
  const gives = new Map<number, number>();
  const cuts = placed.map(({ partId, unit, x, y, length, width }): ColumnCut => {
    const want = problem.wantFor(partId, unit);
    const fills = problem.wants[want]?.panel ? width - instance.jointAllowance : 1;
    gives.set(want, (gives.get(want) ?? 0) + fills);
    return { want, x, y, length, width, fills };
  });
  const kept = keep ?? findOffcuts(board, placed, instance.offcut, instance.kerf);
  const credit = kept.reduce((sum, rect) => sum + rect.length * rect.width, 0) * instance.offcut.credit;
  return {
    board: b,
    cost: problem.wholeCost(b) - (credit * board.value) / 1e6,
    cuts: [...cuts, ...kept.map(({ x, y, length, width }) => ({ want: -1, x, y, length, width, fills: 0 }))],
    gives: [...gives].flat(),
  };
}
