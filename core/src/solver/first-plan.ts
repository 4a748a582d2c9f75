/** The first plan: value-sorted first fit, the largest parts first, and what is left of each board kept. */
import type { Rect } from '../geometry/rectangle.ts';
import { FirstFit } from './first-fit.ts';
import { emptyDraft, lay, type Draft } from './draft.ts';
import { layersOf, OFFCUT_ID, type Placement } from './instance.ts';
import { findOffcuts } from './offcuts.ts';
import type { ColumnCut, Problem } from './problem.ts';
import type { Demand } from './working-plan.ts';
import { TOUCH } from './tolerances.ts';

export function firstFitDraft(problem: Problem): Draft {
  const { instance } = problem;
  const boards = instance.boards
    .map((_, b) => b)
    .filter((b) => !problem.locked.has(b))
    .sort(
      (a, b) =>
        (instance.boards[a]?.value ?? 0) - (instance.boards[b]?.value ?? 0) ||
        problem.areaM2(a) - problem.areaM2(b) ||
        a - b,
    );
  const draft = emptyDraft(problem);
  const demands = demandsOf(problem, draft).sort(largestFirst);
  const order = { boards, demands, crossWeight: 3 };
  const { laid } = new FirstFit(instance).fill({ laid: new Map(), open: [] }, order);
  for (const [b, placed] of laid) layPlaced(problem, draft, b, placed);
  return draft;
}

/** Copies and layers that are open; a panel that a lock has begun is left to those who come after. */
function demandsOf(problem: Problem, { open }: Draft): Demand[] {
  return problem.wants.flatMap((want, w) => {
    const { part, areaMm2 } = want;
    const left = open[w] as number;
    if (want.panel) return left < want.amount - TOUCH ? [] : [{ part, unit: want.unit, areaMm2 }];
    return Array.from({ length: Math.round(left) }, (_, unit) => ({ part, unit, areaMm2 }));
  });
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
    const locks = problem.locked.get(b) ?? [];
    const free = placed.filter(
      (one) => one.partId !== OFFCUT_ID && !locks.some((lock) => samePlace(one, lock)),
    );
    const kept = placed.filter(({ partId }) => partId === OFFCUT_ID);
    layPlaced(problem, draft, b, free, kept);
  });
  return draft;
}

const samePlace = (a: Placement, b: Placement): boolean =>
  a.partId === b.partId && Math.abs(a.x - b.x) + Math.abs(a.y - b.y) < TOUCH;

/** Lays placements on a board, with what is then worth keeping unless it is told. */
function layPlaced(
  problem: Problem,
  draft: Draft,
  b: number,
  placed: readonly Placement[],
  keep?: readonly Rect[],
): void {
  const { instance } = problem;
  const board = instance.boards[b];
  if (!board) throw new Error(`no board ${b}`);
  const cuts = placed.map(({ partId, unit, x, y, length, width }): ColumnCut => {
    const want = problem.wantFor(partId, layersOf(problem.partOf(partId)) > 1 ? 0 : unit);
    const fills = problem.wants[want]?.panel ? width - instance.jointAllowance : 1;
    return { want, x, y, length, width, fills };
  });
  const kept = keep ?? findOffcuts(board, placed, instance.offcut, instance.kerf);
  const column = problem.laidOut(b, cuts, kept);
  if (column) lay(problem, column, draft);
}
