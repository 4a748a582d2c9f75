/** A plan while first fit makes it: what lies on each board, and what is still open. */
import type { MatchPart, Placement } from './instance.ts';

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
