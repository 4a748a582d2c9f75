/**
 * What no full plan can spend less than, with proof, and close to what plans do spend.
 *
 * Idea. A linear programme over ways to cut that are allowed more than real ones (see `relaxed-pricing.ts`) gives prices;
 * at any prices, a full plan spends at least the price of all that is wanted less what each board can gain over what
 * it spends (Lagrange's multipliers; Geoffrion 1974). Boards are asked for their gain in full; ways that gain more than
 * is known join the programme, whose next prices are drawn toward the best so far (Wentges 1997). Relaxed ways may cut
 * more of a part than is wanted: where the programme uses one, a row is added for that board and part,
 * Σ (cut − wanted) × use ≤ 0, and its price makes such ways dearer in the next round.
 *
 * Where prices are settled, plans are parted by whether a board is cut (branch and bound); a board that must be cut counts
 * what it gains even where that is a loss, one that must not be cut counts nothing.
 *
 * Plans are parted by copies as well: those that cut at most k of a part from a board, and those that cut more; and by whether a board
 * gives any strip of a panel. Both say it by a row like the above, Σ (cut − k) × use ≤ 0 and Σ (cut − k − 1) × use ≥ 0. Of the
 * partings on which most seems to hang that is taken whose cheaper half costs most by the ways known so far. And they are parted by
 * of which species panels are (`panel-species.ts`): a panel is of one, but fractions make it of several.
 *
 * Rows hold on the average only: half of a way with five copies and half of one with three pass for four. Where a case’s programme does
 * so and there is no other parting, copies of that part are counted on that board from then on (see `counted-gain.ts`): no
 * way takes more of it than its case allows, nor fewer. That costs time by the number of states, so it is done for few.
 *
 * Where nothing is left to part a case by, its programme is decided, and what is missing is lost to the cells. They are made
 * finer then, in a programme of its own, as ways to cut on coarser cells may not be possible on finer ones; cases keep what is
 * proven of them, and each is asked again at the prices it had before it is parted further.
 *
 * On small racks boards are decided before that: what a board gains is told lot by lot of the pieces that it could give, exactly (see
 * `decided/ways.ts`), by ways that are real and go to the search.
 *
 * What a board was shown to gain at other prices is a bound at these (see `shown-before.ts`); often it need not be asked again.
 *
 * Proof. For prices π ≥ 0 of wants, μ ≥ 0 of those rows: a real way to cut board b has n ≤ d, hence gains at most
 * max over relaxed ways of Σ (π − μ) n + credit, plus Σ μ d, less what it spends. So for any π and μ
 *   Σ π d − Σ max(0, gain of b)
 * is a bound, whatever the programme was. In a case k takes the place of d, and a price ν ≥ 0 of a row ≥ is added to π and ν × (k + 1)
 * taken off: a way that cuts as much gains no less by that. It is summed in whole numbers, each rounded to the safe side.
 */
import type { Solver } from '../linear.ts';
import type { Column, Problem } from '../problem.ts';
import { NEVER_ZERO, SAME_COST } from '../tolerances.ts';
import { Asking, type Asked } from './asking.ts';
import {
  ALL,
  pairFrom,
  partingsByBoard,
  partingsByCopies,
  partingsBySpecies,
  weightiest,
  type Case,
  type Settled,
} from './cases.ts';
import { copiesOf, isPossible } from './panel-species.ts';
import { drawn, type Prices } from './prices.ts';
import { ProofRack } from './rack.ts';
import type { Fineness } from './relaxed-item.ts';
import { RelaxedMaster, type Demand, type RelaxedColumn } from './relaxed-master.ts';

/** Cells along the grain and across it, from coarse to fine. */
const LEVELS: readonly Fineness[] = [
  { length: 60, width: 24 },
  { length: 160, width: 64 },
];
/** Cells are made finer so many times. */
const MOST_REFINED = 3;
/** Rounds of a case on finer cells, at the prices that it had and then at others. */
const REFINED_ROUNDS = 3;

/** Cases looked at at most, and rounds that each is given. */
const MOST_CASES = 1000;
const CASE_ROUNDS = 3;
/** Partings of each kind of which it is calculated what they would cost, and what the dearer half counts beside the cheaper. */
const MOST_TRIED = 6;
const LESSER = 0.1;
/** How far prices are drawn toward the best so far. */
const DRAWN = 0.5;
/** Rounds of a case where boards are decided. */
const DECIDED_ROUNDS = 12;
/** On racks of more boards than this none is decided as a rule: there are too many lots of pieces to tell. */
const MOST_DECIDED = 16;
/** Where prices of all plans could prove no more than this share on top, parting the plans proves more in the same time. */
const NEARLY = 0.005;

export class Prover {
  /** The best bound so far, of all that counts (wishes included); 0 at the beginning, null where a want has no board. */
  best: number | null;
  /** No more can be shown in this way. */
  done = false;
  /** Prices of all plans together have settled: what follows are cases, which prove little more at a time. */
  settled = false;
  /** Programmes solved, how often boards had to be asked anew because of finer cells or pieces told one by one, and pairs counted. */
  private readonly counts = { programmes: 0, refined: 0, counted: 0 };
  /** A plan that the programme came to, of real ways only. */
  whole: readonly Column[] | null = null;
  private finer = 0;
  private readonly rack: ProofRack;
  private readonly asking: Asking;
  private master: RelaxedMaster;
  /** Ways to cut that are possible whatever the cells. */
  private readonly real: RelaxedColumn[] = [];

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver,
    /** Cells, from coarse to fine: the coarse ones guide the finer. */
    fineness: readonly Fineness[] = LEVELS,
    /** On racks of more boards than this none is decided. */
    private readonly mostDecided = MOST_DECIDED,
  ) {
    this.rack = new ProofRack(problem, fineness);
    this.asking = new Asking(this.rack);
    this.best = problem.wants.every((_, w) => (problem.boardsOf[w] as Int32Array).length > 0) ? 0 : null;
    this.master = new RelaxedMaster(problem, solver, this.rack.demands, this.rack.boards);
  }

  /** How much was done so far. */
  get work(): Prover['counts'] & Asking['work'] {
    return { ...this.counts, ...this.asking.work };
  }

  /** Boards are decided piece by piece, which takes up to a second a step. */
  get deciding(): boolean {
    return this.asking.deciding;
  }

  /** Real ways to cut that were found since this was called. */
  takeFound(): readonly Column[] {
    const { found } = this.asking;
    this.asking.found = [];
    return found;
  }

  /** Takes over ways to cut that are real. */
  take(columns: Iterable<Column>): void {
    for (const column of columns) {
      // On a board with locks a way counts only what it spends beyond them.
      if (this.problem.locked.has(column.board) || !this.rack.boards[column.board]) continue;
      const much = new Map<number, number>();
      for (let i = 0; i < column.gives.length; i += 2) {
        const d = this.rack.demandOf[column.gives[i] as number] as number;
        much.set(d, (much.get(d) ?? 0) + (column.gives[i + 1] as number));
      }
      this.real.push({
        board: column.board,
        cost: column.cost,
        of: Int32Array.from(much.keys()),
        much: Float64Array.from(much.values()),
        real: column,
      });
    }
    for (const column of this.real) this.master.add(column);
  }

  /** From now on tells what boards give piece by piece, where that can be; whether that is new. */
  private decide(): boolean {
    const { rack, asking } = this;
    if (asking.deciding || rack.boards.length > this.mostDecided) return false;
    asking.deciding = true;
    this.counts.refined++;
    rack.decide();
    this.begin();
    return true;
  }

  /** Begins the programme anew, with nothing in it but real ways. */
  private begin(): void {
    const { problem, rack } = this;
    this.master = new RelaxedMaster(problem, this.solver, rack.demands, rack.boards);
    for (const column of this.real) this.master.add(column);
    rack.boards.forEach((board, b) => {
      for (const i of board?.counted ?? []) this.master.count(b, board?.demands[i] as number);
      if (board?.decided) for (const d of board.demands) this.master.count(b, d);
    });
  }

  /** Makes the cells finer, if that may be: what was found on coarser ones is no longer taken for possible. */
  private refine(): boolean {
    if (this.finer === MOST_REFINED) return false;
    this.finer++;
    this.counts.refined++;
    this.rack.makeFiner();
    this.begin();
    return true;
  }

  /**
   * Raises the bound, board by board; `target` is what the best plan counts, `begin` prices of the wants that are known to
   * prove something. Ends when nothing more can be shown.
   */
  *raise(target: () => number, begin?: ArrayLike<number>): Generator<void, void> {
    if (this.best === null) return;
    const told = (bound: number): void => void (this.best = Math.max(this.best ?? 0, bound));
    const root = yield* this.settle(ALL, begin ? this.rack.evenPrices(begin) : null, target, Infinity, told);
    this.settled = true;
    if (root) yield* this.branch(root, target);
    this.done = true;
  }

  /**
   * The best bound on plans of one case: prices are settled in at most so many rounds, and every better bound is told.
   * Null where the programme has no answer. `again`: first at the prices to begin with, as they are.
   */
  private *settle(
    which: Case,
    begin: Prices | null,
    target: () => number,
    rounds: number,
    told: (bound: number) => void,
    again = false,
  ): Generator<void, Settled | null> {
    let center = begin;
    let idle = 0;
    let settled: Settled | null = null;
    let best = 0;
    if (again && begin) best = (yield* this.asking.ask(this.master, which, begin, target())).bound;
    for (let round = 0; round < rounds; round++) {
      const answer = this.master.linear(which);
      if (!answer) break;
      this.counts.programmes++;
      if (answer.whole && answer.objective < target()) this.whole = answer.whole;
      yield;
      const exact: boolean = center === null || idle > 0;
      const prices: Prices = exact || center === null ? answer.prices : drawn(answer.prices, center, DRAWN);
      const before = best;
      // The last of so many rounds asks all; where there is no last one prices settle only when all were asked and nothing was new.
      const some = round < rounds - 1;
      const gained: Asked = yield* this.asking.ask(this.master, which, prices, answer.objective, some);
      if (gained.bound > best) {
        best = gained.bound;
        center = prices;
        told(best);
      }
      settled = {
        which,
        bound: best,
        prices: center ?? prices,
        use: answer.use,
        given: answer.given,
        objective: answer.objective,
        over: answer.over,
        copiesOfSpecies: answer.copiesOfSpecies,
        refined: this.counts.refined,
      };
      const little = best - before < this.asking.negligible * Math.max(NEVER_ZERO, answer.objective);
      if (gained.added === 0) {
        if (exact) break;
        idle++;
      } else idle = little ? idle + 1 : 0;
      if (best >= target() - SAME_COST) break;
      if (answer.objective - best < this.asking.negligible * answer.objective && exact) break;
      if (which === ALL && answer.objective - best < NEARLY * answer.objective) break;
    }
    return settled;
  }

  /**
   * Parts the plans in two where the programme is undecided: what holds for both holds for all. The case that proves least is
   * parted next (best-first branch and bound).
   */
  private *branch(root: Settled, target: () => number): Generator<void, void> {
    const open: Settled[] = [root];
    for (let n = 0; n < MOST_CASES && (this.best ?? 0) < target() - SAME_COST; n++) {
      open.sort((a, b) => a.bound - b.bound);
      const parent = open[0] as Settled;
      // Known only on coarser cells, or copies are counted from now on: it is asked again first.
      const stale = parent.refined < this.counts.refined;
      let cases = stale ? null : yield* this.parted(parent, false);
      const again = stale || (cases === null && (this.decide() || this.countFor(parent)));
      if (!again) cases ??= yield* this.parted(parent, true);
      if (cases === null) {
        if (!again && !this.refine()) break;
        const { which, prices, bound } = parent;
        const finer = yield* this.settle(
          which,
          prices,
          target,
          this.deciding ? DECIDED_ROUNDS : REFINED_ROUNDS,
          () => undefined,
          true,
        );
        if (!finer) break;
        open[0] = { ...finer, bound: Math.max(finer.bound, bound) };
        this.raiseTo(open);
        continue;
      }
      const children: Settled[] = [];
      const possible = cases.filter((which) =>
        isPossible(which, this.rack.demands, this.problem.species.length),
      );
      for (const child of possible) {
        const settled = yield* this.settle(
          child,
          parent.prices,
          target,
          this.deciding ? DECIDED_ROUNDS : CASE_ROUNDS,
          () => undefined,
        );
        if (settled) children.push({ ...settled, bound: Math.max(settled.bound, parent.bound) });
      }
      if (children.length < possible.length) break;
      open.splice(0, 1, ...children);
      if (open.length === 0) break;
      this.raiseTo(open);
    }
  }

  /**
   * A case in two, or null where the programme decides for a plan; `counting`: copies may be counted for it. Of the partings on which most seems to hang that which costs
   * most in its cheaper half, by the ways known so far (strong branching).
   */
  private *parted(of: Settled, counting: boolean): Generator<void, readonly Case[] | null> {
    const { rack } = this;
    const many = rack.demands.length;
    const byBoard = partingsByBoard(of, (b) => rack.boards[b]?.cost ?? 0);
    const byCopies = partingsByCopies(of, (b, d) => {
      const board = rack.boards[b];
      const demand = rack.demands[d];
      if (!board || !demand) return null;
      const i = board.demands.indexOf(d);
      return {
        price: of.prices.of[board.species * many + d] as number,
        counted: board.counted.has(i) || board.decided !== null,
        countable: rack.canBeCounted(board, i),
        leastFill: demand.panel ? leastFill(demand, this.problem.instance.jointAllowance) : null,
      };
    });
    const bySpecies = partingsBySpecies(of, (d) => {
      const { want } = rack.demands[d] as Demand;
      const prices = this.problem.species.map((_, s) => of.prices.of[s * many + d] as number);
      return { price: want.amount * Math.max(...prices), copies: copiesOf(rack.demands[d] as Demand) };
    });
    let best: (typeof byCopies)[number] | null = null;
    let most = -Infinity;
    const partings = [
      ...weightiest(bySpecies, MOST_TRIED),
      ...weightiest(byBoard, MOST_TRIED),
      ...weightiest(
        byCopies.filter(({ count }) => counting || count === null),
        MOST_TRIED,
      ),
    ];
    for (const parting of partings) {
      const [one, other] = parting.cases.map(
        (which) =>
          (this.master.linear(which, parting.count ?? undefined)?.objective ?? Infinity) - of.objective,
      ) as [number, number];
      const score = Math.min(one, other) + LESSER * Math.max(one, other);
      if (score > most) [best, most] = [parting, score];
      yield;
    }
    if (best?.count) this.count(...pairFrom(best.count), of.prices);
    return best?.cases ?? null;
  }

  /** What holds in all cases holds. */
  private raiseTo(open: readonly Settled[]): void {
    const least = open.reduce((low, { bound }) => Math.min(low, bound), Infinity);
    this.best = Math.max(this.best ?? 0, least);
  }

  /** Counts copies of a part on a board from now on, where a case’s programme takes too many; whether there was one. */
  private countFor({ over, prices }: Settled): boolean {
    const { rack } = this;
    let most = 0;
    let best: readonly [number, number] | null = null;
    for (const [pair, excess] of over) {
      const [b, d] = pairFrom(pair);
      const board = rack.boards[b];
      if (!board || !rack.canBeCounted(board, board.demands.indexOf(d))) continue;
      const weight = excess * (prices.of[board.species * rack.demands.length + d] as number);
      if (weight > most) [best, most] = [[b, d], weight];
    }
    if (!best) return false;
    this.count(...best, prices);
    return true;
  }

  /** Counts copies of a demand on a board from now on. */
  private count(b: number, d: number, prices: Prices): void {
    this.rack.count(b, d, prices);
    this.master.count(b, d);
    this.counts.counted++;
  }
}

/** What the narrowest strip of a panel fills, mm; rounded down. */
function leastFill({ want: { part }, amount }: Demand, joint: number): number {
  return Math.max(0, Math.min(amount, Math.floor(Math.max(part.minStrip ?? 1, 1) - joint)));
}
