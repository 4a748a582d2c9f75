/**
 * Boards of a plan that exchange pieces. Where two large boards give ten pieces each, another plan often differs in a single piece
 * that lies on the one or the other, or in all of them dealt anew; either board's new way is worth nothing without the other's, so
 * that no prices ask for both.
 *
 * Idea. Of two boards a piece is moved to the other, and now and then one of that back, and each is asked for just its new lot. Or
 * two or three boards are taken up: one is asked at varied prices for some of what they gave, the last for just what is then left.
 * All ways found join the pool, whatever they come to: whole plans are chosen from them with others.
 */
import type { Random } from '../foundation/random.ts';
import { costOf } from './draft.ts';
import { columnOf } from './lots.ts';
import type { Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import type { Relayouts } from './relayout.ts';
import type { Want } from './want.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** Share of the moves of a piece for which one moves back. */
const BACK = 0.6;
/** Boards dealt anew: so many, and up to so many more. */
const DEALT = { least: 2, more: 2 };
/** How far prices are varied for that (ln). */
const VARIED = 0.8;
/** Ways that cost no more than so much of what the plan's do are laid out anew: those have been. */
const NEAR = 1.01;

/** Ways of a plan, and others that give the same for less. */
export interface Exchange {
  readonly before: readonly Column[];
  readonly columns: readonly Column[];
}

/** The plan at hand, by board. */
type Plan = ReadonlyMap<number, Column>;

export class Exchanges {
  constructor(
    private readonly problem: Problem,
    private readonly relayouts: Relayouts,
    private readonly effort: Effort,
    /** Is told of every way to cut. */
    private readonly made: (column: Column) => void,
  ) {}

  /** Ways that give what two boards of the plan give, with a piece of one on the other, for less; null where there are none. */
  movePiece(plan: Plan, random: Random): Exchange | null {
    const columns = this.free(plan);
    const [from] = columns.splice(random.below(columns.length), 1);
    const to = columns[random.below(columns.length)];
    if (!from || !to) return null;
    const less = this.lotOf([from]);
    const more = this.lotOf([to]);
    if (!this.move(from, to, less, more, random)) return null;
    if (random.next() < BACK && !this.move(to, from, more, less, random)) return null;
    if (!this.hasRoom(from.board, less) || !this.hasRoom(to.board, more)) return null;
    const found = [this.ask(to.board, more)];
    found.push(this.ask(from.board, less));
    return this.ifCheaper([from, to], found);
  }

  /** Ways that give what two or three boards of the plan give, dealt anew, for less; null where there are none. */
  dealAnew(plan: Plan, prices: Float64Array, random: Random): Exchange | null {
    const { problem } = this;
    const columns = this.free(plan);
    const taken: Column[] = [];
    for (let n = DEALT.least + random.below(DEALT.more); n > 0 && columns.length > 0; n--) {
      // The dearer of two: there most can be won.
      const [one, other] = [random.below(columns.length), random.below(columns.length)];
      const dearer = (columns[one] as Column).cost > (columns[other] as Column).cost ? one : other;
      taken.push(...columns.splice(dearer, 1));
    }
    const last = taken[random.below(2) * (taken.length - 1)];
    if (!last || taken.length < 2) return null;
    const open = this.lotOf(taken);
    const species = this.speciesOf(taken);
    const varied = prices.map((price) => price * Math.exp(VARIED * (random.next() + random.next() - 1)));
    const found: (Column | null)[] = [];
    for (const { board } of taken) {
      if (board === last.board) continue;
      const column = problem.column(board, varied, open, species, this.effort);
      found.push(column);
      if (!column) continue;
      this.made(column);
      takeFrom(open, column);
    }
    const own = problem.speciesOf[last.board];
    const unlike = species.some((name, w) => name !== null && name !== own && (open[w] as number) > 0);
    if (unlike || !this.hasRoom(last.board, open)) return null;
    found.push(this.ask(last.board, open));
    return this.ifCheaper(taken, found);
  }

  private free(plan: Plan): Column[] {
    return [...plan.values()].filter(({ board }) => !this.problem.locked.has(board));
  }

  /** What ways give together, fills by want. */
  private lotOf(columns: readonly Column[]): Float64Array {
    const lot = new Float64Array(this.problem.wants.length);
    for (const { gives } of columns)
      for (let n = 0; n < gives.length; n += 2)
        lot[gives[n] as number] = (lot[gives[n] as number] as number) + (gives[n + 1] as number);
    return lot;
  }

  /** Of each panel that ways give strips of, the species. */
  private speciesOf(columns: readonly Column[]): (string | null)[] {
    const { problem } = this;
    const species = problem.wants.map((): string | null => null);
    for (const { board, gives } of columns)
      for (let n = 0; n < gives.length; n += 2) {
        const w = gives[n] as number;
        if (problem.wants[w]?.panel) species[w] = problem.speciesOf[board] ?? null;
      }
    return species;
  }

  /** Moves any piece of one lot to the other; false where that board can't give it. */
  private move(
    giver: Column,
    taker: Column,
    less: Float64Array,
    more: Float64Array,
    random: Random,
  ): boolean {
    const { problem } = this;
    const pieces = giver.cuts.filter(({ want }) => want >= 0);
    const piece = pieces[random.below(pieces.length)];
    if (!piece) return false;
    const { want: w, fills } = piece;
    const left = (less[w] as number) - fills;
    less[w] = left > TOUCH ? left : 0;
    more[w] = (more[w] as number) + fills;
    const unlike =
      problem.wants[w]?.panel && problem.speciesOf[giver.board] !== problem.speciesOf[taker.board];
    return !unlike && (problem.wantsOf[taker.board] as Int32Array).includes(w);
  }

  private hasRoom(board: number, lot: Float64Array): boolean {
    let mm2 = 0;
    this.problem.wants.forEach((want: Want, w) => {
      mm2 += ((lot[w] as number) * want.areaMm2) / (want.panel ? want.amount : 1);
    });
    return mm2 <= this.problem.areaM2(board) * 1e6;
  }

  /** A way to cut that gives all of a lot; null where none is found, and none is needed where it is empty. */
  private ask(board: number, lot: Float64Array): Column | null {
    const column = lot.some((much) => much > 0) ? columnOf(this.problem, board, lot, this.effort) : null;
    if (column) this.made(column);
    return column;
  }

  /** The ways found, if they give all that those before do and cost less, laid out anew where that may decide it. */
  private ifCheaper(before: readonly Column[], found: readonly (Column | null)[]): Exchange | null {
    let columns = found.filter((column) => column !== null);
    const left = this.lotOf(before);
    for (const column of columns) takeFrom(left, column);
    if (left.some((much) => much > TOUCH)) return null;
    const limit = costOf(before);
    if (costOf(columns) > NEAR * limit) return null;
    columns = this.relayouts.some(columns, columns.length);
    return costOf(columns) < limit - SAME_COST ? { before, columns } : null;
  }
}

/** Takes what a way gives from what is open. */
function takeFrom(open: Float64Array, { gives }: Column): void {
  for (let n = 0; n < gives.length; n += 2) {
    const left = (open[gives[n] as number] as number) - (gives[n + 1] as number);
    open[gives[n] as number] = left > TOUCH ? left : 0;
  }
}
