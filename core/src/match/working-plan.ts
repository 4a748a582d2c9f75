/** A plan while it is being made: what lies on each board, what each board then costs, what is open. */
import { findOffcuts } from './offcuts.ts';
import type { MatchBoard, MatchInstance, MatchPart, Placement } from './instance.ts';

/** One copy of a part that has to be placed whole. */
export interface Demand {
  readonly part: MatchPart;
  readonly unit: number;
  readonly areaMm2: number;
}

export interface WorkingPlan {
  /** Board index → what is cut from it. A board that is not touched has no entry. */
  readonly laid: ReadonlyMap<number, readonly Placement[]>;
  readonly open: readonly Demand[];
}

export function demandsOf(instance: MatchInstance): Demand[] {
  return instance.parts.flatMap((part) =>
    Array.from({ length: part.qty }, (_, unit) => ({ part, unit, areaMm2: part.length * part.width })),
  );
}

/** Offcuts and cost of boards, remembered by what lies on them. */
export class BoardCosts {
  private readonly known = new WeakMap<readonly Placement[], { cost: number; offcuts: Placement[] }>();

  constructor(private readonly instance: MatchInstance) {}

  of(board: MatchBoard, placed: readonly Placement[]): { cost: number; offcuts: Placement[] } {
    const seen = this.known.get(placed);
    if (seen) return seen;
    const { offcut, kerf } = this.instance;
    const offcuts = findOffcuts(board, placed, offcut, kerf);
    const kept = offcuts.reduce((sum, rect) => sum + rect.length * rect.width, 0);
    const cost = (board.value * (board.length * board.width - offcut.credit * kept)) / 1e6;
    const found = { cost, offcuts };
    this.known.set(placed, found);
    return found;
  }
}

/** What plans are compared by, in this order: area not covered, value spent, boards touched. */
export interface Score {
  readonly openMm2: number;
  readonly spent: number;
  readonly boards: number;
}

export function scoreOf(instance: MatchInstance, plan: WorkingPlan, costs: BoardCosts): Score {
  let spent = 0;
  for (const [index, placed] of plan.laid) {
    spent += costs.of(instance.boards[index] as MatchBoard, placed).cost;
  }
  return {
    openMm2: plan.open.reduce((sum, demand) => sum + demand.areaMm2, 0),
    spent,
    boards: plan.laid.size,
  };
}

/** Below zero when `a` is the better plan. */
export function compareScores(a: Score, b: Score): number {
  if (Math.abs(a.openMm2 - b.openMm2) > 0.5) return a.openMm2 - b.openMm2;
  if (Math.abs(a.spent - b.spent) > 1e-9) return a.spent - b.spent;
  return a.boards - b.boards;
}
