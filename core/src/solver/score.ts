/** What plans are compared by. */
import type { Draft } from './draft.ts';
import { harmonyOf } from './harmony.ts';
import { layersOf } from './instance.ts';
import type { Problem } from './problem.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** What plans are compared by, in this order. */
export interface Score {
  readonly openMm2: number;
  /** What its ways to cut count, and with what unlike pieces count on top. */
  readonly columns: number;
  readonly spent: number;
  readonly boards: number;
}

export function betterScore(a: Score, b: Score): number {
  if (Math.abs(a.openMm2 - b.openMm2) > 0.5) return a.openMm2 - b.openMm2;
  if (Math.abs(a.spent - b.spent) > SAME_COST) return a.spent - b.spent;
  return a.boards - b.boards;
}

export function openMm2(problem: Problem, open: ArrayLike<number>): number {
  let sum = 0;
  problem.wants.forEach((want, w) => {
    const left = open[w] as number;
    if (left <= TOUCH) return;
    // A laminated copy counts when it has all its layers, as a panel does when it has all its strips.
    const layers = want.panel ? 1 : layersOf(want.part);
    sum += want.panel ? want.areaMm2 : want.areaMm2 * layers * Math.ceil(left / layers - TOUCH);
  });
  return sum;
}

export function scoreOf(problem: Problem, draft: Draft): Score {
  let columns = 0;
  for (const column of draft.columns.values()) columns += column.cost;
  return scoreWith(problem, draft, columns);
}

/** The same where it is known what its ways to cut count. */
export const scoreWith = (problem: Problem, draft: Draft, columns: number): Score => ({
  openMm2: openMm2(problem, draft.open),
  columns,
  spent: columns + harmonyOf(problem, draft.columns),
  boards: draft.columns.size,
});
