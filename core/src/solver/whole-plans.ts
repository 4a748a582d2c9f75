/**
 * Whole plans chosen from the ways to cut that are known, all of a plan or a part of it (the restricted master in whole
 * numbers, Vance 1998): by what each way loses at the linear programme's prices (`choose-columns.ts`), with a way on top that
 * gives just what others leave (`rests.ts`), and where branches would take too long, by HiGHS.
 */
import { lossesAt } from './choose-columns.ts';
import { chooseWithSpecies } from './choose-species.ts';
import { costOf, layChosen, type Draft } from './draft.ts';
import { reducedGain, type Master, type MasterAnswer } from './master.ts';
import type { Column, Problem } from './problem.ts';
import { columnOf, givesAll } from './lots.ts';
import { CLOSER } from './pattern.ts';
import { restKey, Rests } from './rests.ts';
import { SAME_COST } from './tolerances.ts';
import type { Relayouts } from './relayout.ts';

export interface WholeLimits {
  /** Branches looked at. */
  readonly nodes: number;
  /** Of so many ways, those that gain most, HiGHS may choose for so long, s, where the branches did not suffice; 0: not at all. */
  readonly columns: number;
  readonly seconds: number;
  /** Ways laid out anew before. */
  readonly relaid: number;
  /** Boards asked afterwards for just what ways that were looked at leave. */
  readonly rests: number;
}

/** HiGHS is not asked for less, s. */
const LEAST_SECONDS = 0.1;

/** Rests are held against some boards at a time, from so much further on. */
const RESTS_TURN = 3;

/** Chooses whole plans from the ways to cut that a master knows. */
export class WholePlans {
  /** Whether the branches of the last choice were all looked at, or ruled out. */
  complete = true;
  /** From which board on rests are held against them, and what boards have been asked for. */
  private turn = 0;
  private readonly asked = new Set<string>();

  constructor(
    readonly problem: Problem,
    readonly master: Master,
    private readonly relayouts: Relayouts,
  ) {}

  /**
   * Of `columns` those that cover what is open in `draft` for less than `limit`; null when none were found. `answer` is the linear
   * programme of the same columns and maybe more. Where the limit is infinite, some may be left open: only HiGHS weighs that. `start` is a choice
   * at hand.
   */
  choose(
    columns: readonly Column[],
    draft: Draft,
    answer: MasterAnswer,
    limit: number,
    start: ReadonlySet<Column>,
    { nodes, columns: most, seconds, rests: asked }: Omit<WholeLimits, 'relaid'>,
  ): readonly Column[] | null {
    const { problem, master } = this;
    if (Number.isFinite(limit)) {
      const rests =
        asked > 0
          ? new Rests(
              problem,
              master.pool,
              (b) => !draft.columns.has(b),
              limit,
              (this.turn += RESTS_TURN),
              this.asked,
            )
          : null;
      const { chosen, complete } = chooseWithSpecies(problem, master, {
        columns,
        draft,
        prices: answer.prices,
        limit,
        nodes,
        rests,
      });
      this.complete = complete;
      const completed = rests && this.completed(rests, asked, chosen ? costOf(chosen) : limit);
      if (completed || chosen !== null || complete) return completed ?? chosen;
    }
    if (seconds < LEAST_SECONDS) return null;
    const few =
      columns.length <= most
        ? columns
        : byGain(problem, columns, answer, start)
            .slice(0, most)
            .map(({ column }) => column);
    return master.whole(few, draft, seconds, start);
  }

  /** Asks boards for what would make a plan whole; the plan that costs less than `limit`, if there is one. */
  private completed(rests: Rests, most: number, limit: number): readonly Column[] | null {
    const { problem, master } = this;
    let best: readonly Column[] | null = null;
    let asked = 0;
    for (const { board, lot, beside, cost } of rests.found) {
      if (asked++ >= most) break;
      this.asked.add(restKey(board, lot));
      const column = columnOf(problem, board, lot, CLOSER);
      if (!column) continue;
      master.add(column);
      if (!givesAll(column, lot) || cost + column.cost >= limit - SAME_COST) continue;
      best = [...beside, column];
      limit = cost + column.cost;
    }
    return best;
  }

  /**
   * `draft` with `released`, which it lacks, chosen anew from all that is known; null where nothing better was found. `covered`:
   * whether the two together leave nothing open. `hint`: prices of the whole plan, by which most ways are out before a
   * programme is made of the others. And the programme's answer, where it has one.
   */
  regroup(
    draft: Draft,
    released: readonly Column[],
    covered: boolean,
    limits: WholeLimits,
    hint: Float64Array | null = null,
  ): { readonly draft: Draft | null; readonly answer: MasterAnswer | null } {
    const { problem, master } = this;
    const start = new Set(released.map((column) => master.cheapest(column)));
    let limit = covered ? 0 : Infinity;
    for (const column of released) limit += column.cost;
    const known = master.fitting(draft);
    const fitting = hint && covered ? hopeful(problem, known, draft, hint, limit, start) : known;
    this.complete = true;
    if (fitting.length === start.size) return { draft: null, answer: null };
    const answer = master.linear(fitting, draft);
    if (!answer) return { draft: null, answer };
    // A way that loses more than the plan at hand is above the programme can't be in a better plan.
    const others = byGain(problem, fitting, answer, start)
      .filter(({ column, gain }) => !start.has(column) && (!covered || gain > answer.objective - limit))
      .map(({ column }) => column);
    const columns = [...start, ...this.relayouts.some(others, limits.relaid)];
    const chosen = this.choose(columns, draft, answer, limit, start, limits);
    if (!chosen) return { draft: null, answer };
    layChosen(problem, chosen, start, draft);
    return { draft, answer };
  }
}

/** Of the columns those that may be in a choice for less than `limit`, whatever else is in it; and those of `start`. */
function hopeful(
  problem: Problem,
  columns: readonly Column[],
  draft: Draft,
  prices: Float64Array,
  limit: number,
  start: ReadonlySet<Column>,
): Column[] {
  const { least, of: losses } = lossesAt(problem, columns, draft, prices);
  return columns.filter((column, i) => least + (losses[i] as number) < limit || start.has(column));
}

/** The columns by what they gain at the programme’s prices, the most first; those of `start` before all others. */
function byGain(
  problem: Problem,
  columns: readonly Column[],
  answer: MasterAnswer,
  start: ReadonlySet<Column>,
): { readonly column: Column; readonly gain: number }[] {
  return columns
    .map((column) => ({ column, gain: start.has(column) ? Infinity : reducedGain(problem, column, answer) }))
    .sort((a, b) => b.gain - a.gain);
}
