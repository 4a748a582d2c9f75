/**
 * What a search does to better the plan at hand beside taking up neighbourhoods greedily (`improve.ts`): it chooses the whole plan or
 * a part of it anew from all that is known, solves a small problem of a few boards, and has boards of the plan exchange pieces.
 */
import type { Random } from '../foundation/random.ts';
import { emptyDraft, type Draft } from './draft.ts';
import type { Exchanges } from './exchange.ts';
import type { Improver } from './improve.ts';
import type { MasterAnswer } from './master.ts';
import { solveNeighbourhood } from './neighbourhood.ts';
import type { Effort } from './pattern.ts';
import type { Problem } from './problem.ts';
import { SMALL } from './rack-size.ts';
import type { Score } from './score.ts';
import type { WholeLimits, WholePlans } from './whole-plans.ts';

/** A plan of no more boards is calculated whole, a larger one in parts of so many. */
const MOST_BOARDS_WHOLE = 60;
const BOARDS_IN_PART = 24;
/**
 * Whole plans from all that is known. On a small rack branches by what ways lose take milliseconds, and where they don't suffice
 * more ways serve better than more time for what is known.
 */
const WHOLE: Readonly<Record<'small' | 'large' | 'part', WholeLimits>> = {
  small: { nodes: 20_000, columns: 250, seconds: 0, relaid: 20, rests: 20 },
  large: { nodes: 20_000, columns: 500, seconds: 2, relaid: 40, rests: 0 },
  part: { nodes: 0, columns: 500, seconds: 1.5, relaid: 40, rests: 0 },
};
/** Where something is open, HiGHS weighs what may stay so, s. */
const OPEN_S = 2;
/** Boards of the plan exchange pieces: a piece is moved so many times, and so many times some boards are dealt anew. */
const EXCHANGES = { moved: 3, dealt: 8 };
/**
 * Boards of a part of the plan that is chosen anew: so many and up to so many more. How many changes with what the branches can manage, as a
 * sum of small steps.
 */
const REGROUP_BOARDS = { least: 3, most: 12, more: 3, up: 0.1, down: 0.2 };
const REGROUP: WholeLimits = {
  nodes: 3000,
  columns: 0,
  seconds: 0,
  relaid: 0,
  rests: 2,
};
/** A few boards as a small problem of its own, and how long HiGHS may take for it, s. */
const NEIGHBOURHOOD = { nodes: 20_000, columns: 300, rests: 0 };
const NEIGHBOURHOOD_S = { small: 0, large: 0.3 };

export class Moves {
  /** The latest programme of the whole rack. */
  latest: MasterAnswer | null = null;
  private readonly size: 'small' | 'large';
  private chosen = 0;
  private regroups = 5;

  constructor(
    private readonly problem: Problem,
    private readonly wholes: WholePlans,
    private readonly exchanges: Exchanges,
    private readonly effort: Effort,
    private readonly random: Random,
    private readonly secondsLeft: () => number,
  ) {
    this.size = problem.instance.boards.length <= SMALL ? 'small' : 'large';
  }

  /** Boards of the plan exchange pieces, one time after the other; `prices` are those that boards were asked at last. */
  *exchanged(improver: Improver, prices: Float64Array | null): Generator<Draft, void> {
    const { exchanges, latest, random } = this;
    if (!latest || improver.score.openMm2 > 0) return;
    for (let n = 0; n < EXCHANGES.moved + EXCHANGES.dealt; n++) {
      const plan = improver.draft.columns;
      const found =
        n < EXCHANGES.moved
          ? exchanges.movePiece(plan, random)
          : exchanges.dealAnew(plan, prices ?? latest.prices, random);
      if (found) yield improver.replaced(found.before, found.columns);
    }
  }

  /** A few boards as a small problem of its own. */
  neighbourhood(improver: Improver): Draft | null {
    const without = this.random.next() < 0.5;
    const release = 2 + this.random.below(without ? 7 : 5);
    return solveNeighbourhood(this.wholes, improver, release, this.effort, {
      ...NEIGHBOURHOOD,
      without,
      rounds: without ? 8 : 4,
      seconds: Math.min(
        improver.score.openMm2 > 0 ? NEIGHBOURHOOD_S.large : NEIGHBOURHOOD_S[this.size],
        this.secondsLeft(),
      ),
    });
  }

  /**
   * A whole plan of all that is known where the plan is small, now and then and else a part of it; and the programme, where it was of
   * the whole.
   */
  whole(
    improver: Improver,
    best: Draft,
    score: Score,
  ): { readonly draft: Draft | null; readonly answer: MasterAnswer | null } {
    const { problem } = this;
    const all = best.columns.size <= MOST_BOARDS_WHOLE && this.chosen++ % 3 < 2;
    const { draft, released } = all
      ? { draft: emptyDraft(problem), released: [...best.columns.values()] }
      : improver.partly(BOARDS_IN_PART);
    const covered = (all ? score : improver.score).openMm2 === 0;
    const limits = WHOLE[this.size === 'small' ? 'small' : all ? 'large' : 'part'];
    const seconds = Math.min(covered ? limits.seconds : OPEN_S, this.secondsLeft());
    const found = this.wholes.regroup(draft, released, covered, { ...limits, seconds });
    return { draft: found.draft, answer: all ? found.answer : null };
  }

  /** A small part of the plan at hand chosen anew from the ways to cut that are known. */
  regrouped(improver: Improver): Draft | null {
    if (improver.score.openMm2 > 0) return null;
    const { least, most, more, up, down } = REGROUP_BOARDS;
    const { draft, released } = improver.partly(Math.floor(this.regroups) + this.random.below(more));
    const found = this.wholes.regroup(draft, released, true, REGROUP, this.latest?.prices ?? null).draft;
    const size = this.regroups + (this.wholes.complete ? up : -down);
    this.regroups = Math.min(most, Math.max(least, size));
    return found;
  }
}
