/**
 * A plan laid out anew, its strips as wide as keeps most. Each better plan is at a tenth of the work: early on they follow one another
 * so quickly that more would be wasted on them. The best one is as closely as can be once none has followed for a while.
 */
import { copyOf, type Draft } from './draft.ts';
import { LARGE, SMALL } from './rack-size.ts';
import { betterScore, scoreOf, type Score } from './score.ts';
import type { Solver } from './linear.ts';
import type { Problem } from './problem.ts';
import type { Relayouts } from './relayout.ts';
import { isTooWide, layBestWidths } from './strip-widths.ts';

/** Ways to cut of a plan that are laid out anew at a time. */
const RELAID = 25;
/** Steps without a better plan after which the best is laid out closely; with less time left at once, s. */
const SETTLED = 8;
const LAST_S = 0.7;

export class Polish {
  private readonly boards: number;
  /** The plan that was last laid out closely. */
  private closest: Draft | null = null;

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver | null,
    private readonly relayouts: Relayouts,
  ) {
    this.boards = problem.instance.boards.length;
  }

  /** Lays a plan out anew, in place. */
  plan(draft: Draft, closely = false): void {
    const { problem, solver, relayouts } = this;
    relayouts.plan(draft.columns, RELAID, closely);
    if (!solver || (this.boards > SMALL && !isTooWide(problem, draft))) return;
    if (layBestWidths(problem, solver, draft)) relayouts.plan(draft.columns, RELAID, closely);
  }

  /**
   * The best plan laid out as closely as can be, where that is not too much work; null where it is too early, was done, or nothing came
   * of it.
   */
  best(best: Draft, score: Score, sinceBetter: number, secondsLeft: number): Draft | null {
    if (best === this.closest || this.boards > LARGE) return null;
    if (sinceBetter < SETTLED && secondsLeft > LAST_S) return null;
    const draft = copyOf(best);
    this.closest = best;
    this.plan(draft, true);
    if (betterScore(scoreOf(this.problem, draft), score) >= 0) return null;
    this.closest = draft;
    return draft;
  }
}
