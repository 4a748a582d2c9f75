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
 *
 * Longer than others: settling prices, asking boards and going through cases share the boards, the programme and its ways.
 */
import type { Solver } from '../linear.ts';
import { boundBoard, Knapsack, type BoundBoard } from './knapsack-bound.ts';
import type { Column, Problem } from '../problem.ts';
import { NEVER_ZERO, SAME_COST } from '../tolerances.ts';
import {
  ALL,
  panelOfSpecies,
  pairFrom,
  pairOf,
  partingsByBoard,
  partingsByCopies,
  partingsBySpecies,
  weightiest,
  type Case,
  type Settled,
} from './cases.ts';
import { copiesOf, isPossible, leastForPanels, pricesIn } from './panel-species.ts';
import { drawn, whole, type Prices } from './prices.ts';
import { RelaxedMaster, type Demand, type MasterBoard, type RelaxedColumn } from './relaxed-master.ts';
import { relaxedItem, type Fineness } from './relaxed-item.ts';
import { SCALE } from './scale.ts';
import { ShownBefore } from './shown-before.ts';
import { RelaxedPricing } from './relaxed-pricing.ts';
import type { LaidPiece } from './decided/board.ts';
import { DecidedWays, type DecidedGain } from './decided/ways.ts';
import { countedWays, gainAbove, type Counting, type Gain, type Limits } from './counted-gain.ts';

interface BoardAtHand extends MasterBoard {
  /** By school, each on coarse cells, then on finer ones. */
  kernels: readonly (readonly RelaxedPricing[])[] | null;
  readonly knapsack: BoundBoard;
  readonly shown: ShownBefore;
  /** Demands, by number among the board’s own, of which copies are counted. */
  readonly counted: Set<number>;
  /** By cutting order. */
  readonly counting: readonly Counting[];
  /** Its best ways by pieces told one by one; null where it could give strips of a panel, or holds what the maker has fixed. */
  decided: DecidedWays | null;
  /** What wishes count against it for each fill, by demand. */
  readonly reluctance: Float64Array;
  readonly cost: number;
}

/** Cells along the grain and across it, from coarse to fine. */
const LEVELS: readonly Fineness[] = [
  { length: 60, width: 24 },
  { length: 160, width: 64 },
];
/** Cells are made finer by so much, so many times. */
const FINER = 1.6;
const MOST_REFINED = 3;
/** Rounds of a case on finer cells, at the prices that it had and then at others. */
const REFINED_ROUNDS = 3;

/** Of a board so many demands are counted at most, with so many states between them. */
const MOST_COUNTED = 8;
const MOST_STATES = 32;

/** Cases looked at at most, and rounds that each is given. */
const MOST_CASES = 1000;
const CASE_ROUNDS = 2;
const SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;
/** Partings of each kind of which it is calculated what they would cost, and what the dearer half counts beside the cheaper. */
const MOST_TRIED = 6;
const LESSER = 0.1;
/** How far prices are drawn toward the best so far. */
const DRAWN = 0.5;
/** Gains below this share of the bound are not chased. */
const NEGLIGIBLE = 1e-4;
/** The same where boards are decided, and rounds of a case then. */
const NEGLIGIBLE_DECIDED = 1e-7;
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
  /**
   * Boards asked so far (in either cutting order) and spared the question, programmes solved, how often cells were made finer, and
   * of how many boards and parts copies are counted.
   */
  readonly work = { asked: 0, spared: 0, programmes: 0, refined: 0, counted: 0, decided: 0 };
  /** Ways to cut that were found on the way, cheaper than any known for the same pieces. */
  found: Column[] = [];
  /** A plan that the programme came to, of real ways only. */
  whole: readonly Column[] | null = null;
  /** Boards are decided: what they give is told piece by piece, which takes up to a second a step. */
  deciding = false;
  private finer = 0;
  private readonly demands: Demand[] = [];
  private readonly demandOf: Int32Array;
  private readonly boards: (BoardAtHand | null)[];
  private master: RelaxedMaster;
  /** Ways to cut that are possible whatever the cells. */
  private readonly real: RelaxedColumn[] = [];
  private readonly knapsack = new Knapsack();
  private readonly byWant: Float64Array;

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver,
    /** Cells, from coarse to fine: the coarse ones guide the finer. */
    private fineness: readonly Fineness[] = LEVELS,
    /** On racks of more boards than this none is decided. */
    private readonly mostDecided = MOST_DECIDED,
  ) {
    const { wants, instance } = problem;
    this.demandOf = new Int32Array(wants.length);
    this.byWant = new Float64Array(wants.length);
    const byPart = new Map<string, number>();
    wants.forEach((want, w) => {
      const known = byPart.get(want.part.id);
      if (known === undefined) {
        byPart.set(want.part.id, this.demands.length);
        this.demandOf[w] = this.demands.length;
        this.demands.push({ want, amount: want.amount, panel: want.panel });
      } else {
        this.demandOf[w] = known;
        const before = this.demands[known] as Demand;
        this.demands[known] = { ...before, amount: before.amount + want.amount };
      }
    });
    this.best = wants.every((_, w) => (problem.boardsOf[w] as Int32Array).length > 0) ? 0 : null;
    this.boards = instance.boards.map((_, b) => this.boardAtHand(b));
    this.master = new RelaxedMaster(problem, solver, this.demands, this.boards);
  }

  private boardAtHand(b: number): BoardAtHand | null {
    const { problem } = this;
    const { instance } = problem;
    const demands = [
      ...new Set(Array.from(problem.wantsOf[b] as Int32Array, (w) => this.demandOf[w] as number)),
    ];
    if (demands.length === 0) return null;
    const counted = new Set<number>();
    return {
      demands: Int32Array.from(demands),
      species: problem.species.indexOf(problem.speciesOf[b] as string),
      kernels: null,
      knapsack: boundBoard(problem, b),
      shown: new ShownBefore(
        problem.areaM2(b) * 1e6,
        Float64Array.from(demands, (d) => {
          const { want, panel } = this.demands[d] as Demand;
          return panel ? want.part.length : want.part.length * want.part.width;
        }),
      ),
      counted,
      decided: null,
      counting: SCHOOLS.map(() => ({ counted, off: new Float64Array(demands.length) })),
      reluctance: Float64Array.from(demands, (d) => problem.reluctanceOf(b, this.wantOf(d))),
      cost: problem.wholeCost(b) + (instance.perBoard ?? 0),
    };
  }

  /** The kernels of a board, made when it is first asked: most boards of a large rack never are. */
  private kernelsOf(b: number, board: BoardAtHand): readonly (readonly RelaxedPricing[])[] {
    const { problem } = this;
    const { instance } = problem;
    const from = problem.board(b);
    const known = board.kernels?.[0]?.length ?? 0;
    if (board.kernels && known === this.fineness.length) return board.kernels;
    return (board.kernels = SCHOOLS.map((school, s) => {
      const items = Array.from(board.demands, (d) =>
        relaxedItem((this.demands[d] as Demand).want, from.width, instance.jointAllowance),
      );
      const finer = this.fineness
        .slice(known)
        .map((fine) => new RelaxedPricing(from, items, problem.keepOf(b), school, fine));
      return [...(board.kernels?.[s] ?? []), ...finer];
    }));
  }

  private wantOf(d: number): number {
    return this.problem.wants.indexOf((this.demands[d] as Demand).want);
  }

  /** Takes over ways to cut that are real. */
  take(columns: Iterable<Column>): void {
    for (const column of columns) {
      // On a board with locks a way counts only what it spends beyond them.
      if (this.problem.locked.has(column.board) || !this.boards[column.board]) continue;
      const much = new Map<number, number>();
      for (let i = 0; i < column.gives.length; i += 2) {
        const d = this.demandOf[column.gives[i] as number] as number;
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
    const { problem } = this;
    if (this.deciding || this.boards.length > this.mostDecided) return false;
    this.deciding = true;
    this.work.refined++;
    this.begin();
    this.boards.forEach((board, b) => {
      if (!board || problem.locked.has(b)) return;
      if (Array.from(board.demands).some((d) => this.demands[d]?.panel)) return;
      const from = problem.board(b);
      const items = Array.from(board.demands, (d) =>
        relaxedItem((this.demands[d] as Demand).want, from.width, problem.instance.jointAllowance),
      );
      board.decided = new DecidedWays(from, items, problem.keepOf(b));
      for (const d of board.demands) this.master.count(b, d);
    });
    return true;
  }

  /** Begins the programme anew, with nothing in it but real ways. */
  private begin(): void {
    this.master = new RelaxedMaster(this.problem, this.solver, this.demands, this.boards);
    for (const column of this.real) this.master.add(column);
    this.boards.forEach((board, b) => {
      for (const i of board?.counted ?? []) this.master.count(b, board?.demands[i] as number);
      if (board?.decided) for (const d of board.demands) this.master.count(b, d);
    });
  }

  /** Makes the cells finer, if that may be: what was found on coarser ones is no longer taken for possible. */
  private refine(): boolean {
    if (this.finer === MOST_REFINED) return false;
    this.finer++;
    this.work.refined++;
    const { length, width } = this.fineness[this.fineness.length - 1] as Fineness;
    this.fineness = [
      ...this.fineness,
      { length: Math.round(FINER * length), width: Math.round(FINER * width) },
    ];
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
    const root = yield* this.settle(ALL, begin ? this.evenPrices(begin) : null, target, Infinity, told);
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
    if (again && begin) best = (yield* this.ask(which, begin, target())).bound;
    for (let round = 0; round < rounds; round++) {
      const answer = this.master.linear(which);
      if (!answer) break;
      this.work.programmes++;
      if (answer.whole && answer.objective < target()) this.whole = answer.whole;
      yield;
      const exact: boolean = center === null || idle > 0;
      const prices: Prices = exact || center === null ? answer.prices : drawn(answer.prices, center, DRAWN);
      const before = best;
      const gained: { added: number; bound: number } = yield* this.ask(which, prices, answer.objective);
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
        refined: this.work.refined,
      };
      const little = best - before < this.negligible * Math.max(NEVER_ZERO, answer.objective);
      if (gained.added === 0) {
        if (exact) break;
        idle++;
      } else idle = little ? idle + 1 : 0;
      if (best >= target() - SAME_COST) break;
      if (answer.objective - best < this.negligible * answer.objective && exact) break;
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
      const stale = parent.refined < this.work.refined;
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
      const possible = cases.filter((which) => isPossible(which, this.demands, this.problem.species.length));
      for (const child of possible) {
        const settled = yield* this.settle(
          child,
          null,
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
    const many = this.demands.length;
    const byBoard = partingsByBoard(of, (b) => this.boards[b]?.cost ?? 0);
    const byCopies = partingsByCopies(of, (b, d) => {
      const board = this.boards[b];
      const demand = this.demands[d];
      if (!board || !demand) return null;
      const i = board.demands.indexOf(d);
      return {
        price: of.prices.of[board.species * many + d] as number,
        counted: board.counted.has(i) || board.decided !== null,
        countable: this.canBeCounted(board, i),
        leastFill: demand.panel ? leastFill(demand, this.problem.instance.jointAllowance) : null,
      };
    });
    const bySpecies = partingsBySpecies(of, (d) => {
      const { want } = this.demands[d] as Demand;
      const prices = this.problem.species.map((_, s) => of.prices.of[s * many + d] as number);
      return { price: want.amount * Math.max(...prices), copies: copiesOf(this.demands[d] as Demand) };
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

  private get negligible(): number {
    return this.deciding ? NEGLIGIBLE_DECIDED : NEGLIGIBLE;
  }

  /** What holds in all cases holds. */
  private raiseTo(open: readonly Settled[]): void {
    const least = open.reduce((low, { bound }) => Math.min(low, bound), Infinity);
    this.best = Math.max(this.best ?? 0, least);
  }

  /** Prices of wants, the same for every species. */
  private evenPrices(prices: ArrayLike<number>): Prices {
    const many = this.demands.length;
    const of = new Float64Array(many * this.problem.species.length);
    for (let i = 0; i < of.length; i++) of[i] = prices[this.wantOf(i % many)] as number;
    return { of, over: new Map(), under: new Map() };
  }

  /** Asks every board at these prices; columns that gain join the programme. The bound these prices prove. */
  private *ask(
    which: Case,
    given: Prices,
    objective: number,
  ): Generator<void, { added: number; bound: number }> {
    const { demands } = this;
    const { species } = this.problem;
    const many = demands.length;
    const prices = pricesIn(which, given, many);
    const priceOf = (species: number, d: number): number =>
      Math.floor(Math.max(0, prices.of[species * many + d] as number) * SCALE);
    let sum = 0;
    demands.forEach((demand, d) => {
      const { panel, amount } = demand;
      sum += panel
        ? leastForPanels(
            which,
            demand,
            d,
            species.map((_, s) => priceOf(s, d)),
          )
        : Math.floor(priceOf(0, d) * amount - 1e-6);
    });
    let added = 0;
    const negligible = (this.negligible * objective * SCALE) / Math.max(10, this.boards.length);
    const bestKnown = this.bestKnown(which, prices);
    for (let b = 0; b < this.boards.length; b++) {
      const board = this.boards[b];
      if (!board || which.out.has(b)) continue;
      const must = which.cut.has(b);
      const own = new Float64Array(board.demands.length);
      const over = prices.over.get(b);
      const under = prices.under.get(b);
      let free = 0;
      board.demands.forEach((d, i) => {
        const [row, must] = [whole(over?.[i]), whole(under?.[i])];
        own[i] = priceOf(board.species, d) - Math.ceil((board.reluctance[i] as number) * SCALE) - row + must;
        free += Math.ceil(row * this.mostOf(which, b, d)) - Math.floor(must * this.leastOf(which, b, d));
        // What may not be cut has no price.
        if (this.mostOf(which, b, d) === 0) own[i] = Math.min(0, own[i]);
      });
      // What must be exceeded to gain: the board’s cost, or what a known way gains already.
      const level = Math.floor(board.cost * SCALE) - free;
      // A board that must be cut may lose; one that need not is left.
      const known = must ? (bestKnown.get(b) ?? -level) : Math.max(0, bestKnown.get(b) ?? 0);
      let worth = level + Math.ceil(known + negligible);
      const atMost = this.knapsackGain(board, prices);
      if (atMost <= worth - level) {
        sum -= must ? atMost : Math.max(0, atMost);
        continue;
      }
      const limits = this.limitsOf(which, b, board);
      const shown = board.shown.atMost(own, limits.most, limits.least);
      if (shown <= worth) {
        const gain = Math.min(shown - level, atMost);
        sum -= must ? gain : Math.max(0, gain);
        this.work.spared++;
        continue;
      }
      const before = worth;
      let relaxed: Gain | null = null;
      for (const [s, kernel] of this.kernelsOf(b, board).entries()) {
        this.work.asked++;
        const found = gainAbove(worth, own, kernel, limits, board.counting[s] as Counting);
        if (found && found.worth > worth) {
          worth = found.worth;
          relaxed = found;
          if (!board.decided && this.takeGain(b, board, found)) added++;
        }
      }
      let ways = countedWays(board.counted, limits, own);
      if (board.decided && relaxed) {
        this.work.decided++;
        const decided: DecidedGain | null = yield* board.decided.gain(
          own,
          before,
          limits.least,
          limits.most,
          relaxed.taken,
        );
        if (decided) {
          worth = Math.min(worth, decided.worth);
          ways = countedWays(new Set(own.keys()), limits, own);
          if (decided.taken && this.takeGain(b, board, decided)) added++;
        } else if (this.takeGain(b, board, relaxed)) added++;
      }
      board.shown.remember(own, worth, ways);
      const gain = Math.min(worth - level, shown - level, atMost);
      sum -= must ? gain : Math.max(0, gain);
      yield;
    }
    return { added, bound: sum / SCALE };
  }

  /** Adds a way that gains to the programme; whether it was new. */
  private takeGain(
    b: number,
    board: BoardAtHand,
    { taken, credit, laid }: Gain & Partial<DecidedGain>,
  ): boolean {
    if (!taken) return false;
    const of = board.demands.filter((_, i) => (taken[i] as number) > 0);
    const much = taken.filter((value) => value > 0);
    let cost = board.cost - credit / SCALE;
    taken.forEach((value, i) => (cost += value * (board.reluctance[i] as number)));
    const real = laid ? this.realWay(b, board, laid) : null;
    if (real) this.found.push(real);
    return this.master.add({ board: b, cost, of, much, ...(real ? { real } : {}) });
  }

  /**
   * A way as the search would have it; null where a cut of it would run through metal, or where it has a shaped piece, of which only
   * a part was kept clear of findings.
   */
  private realWay(b: number, board: BoardAtHand, laid: readonly LaidPiece[]): Column | null {
    const { problem } = this;
    const shaped = ({ item }: LaidPiece): boolean =>
      this.demands[board.demands[item] as number]?.want.shape !== undefined;
    if (laid.some(shaped)) return null;
    const cuts = laid
      .filter(({ item }) => item >= 0)
      .map(({ item, ...place }) => ({
        ...place,
        want: this.wantOf(board.demands[item] as number),
        fills: 1,
      }));
    const kept = laid.filter(({ item }) => item < 0);
    return problem.canSaw(b, laid) ? problem.laidOut(b, cuts, kept) : null;
  }

  private canBeCounted(board: BoardAtHand, i: number): boolean {
    const amountOf = (n: number): number => (this.demands[board.demands[n] as number] as Demand).amount;
    if (board.counted.has(i) || this.demands[board.demands[i] as number]?.panel) return false;
    let states = amountOf(i) + 1;
    for (const n of board.counted) states *= amountOf(n) + 1;
    return board.counted.size < MOST_COUNTED && states <= MOST_STATES;
  }

  /** Counts copies of a part on a board from now on, where a case’s programme takes too many; whether there was one. */
  private countFor({ over, prices }: Settled): boolean {
    let most = 0;
    let best: readonly [number, number] | null = null;
    for (const [pair, excess] of over) {
      const [b, d] = pairFrom(pair);
      const board = this.boards[b];
      if (!board || !this.canBeCounted(board, board.demands.indexOf(d))) continue;
      const weight = excess * (prices.of[board.species * this.demands.length + d] as number);
      if (weight > most) [best, most] = [[b, d], weight];
    }
    if (!best) return false;
    this.count(...best, prices);
    return true;
  }

  /** Counts copies of a demand on a board from now on. */
  private count(b: number, d: number, prices: Prices): void {
    const board = this.boards[b] as BoardAtHand;
    const i = board.demands.indexOf(d);
    board.counted.add(i);
    for (const { off } of board.counting) off[i] = whole(prices.over.get(b)?.[i]);
    this.master.count(b, d);
    this.work.counted++;
  }

  /** How much of each of its demands a board gives in a case. */
  private limitsOf(which: Case, b: number, { demands }: BoardAtHand): Limits {
    return {
      most: Float64Array.from(demands, (d) => this.mostOf(which, b, d)),
      least: Float64Array.from(demands, (d) => this.leastOf(which, b, d)),
    };
  }

  /** At most what a board gains, whole, by its area alone; it takes no more of a part than is wanted. */
  private knapsackGain(board: BoardAtHand, prices: Prices): number {
    const { instance } = this.problem;
    const many = this.demands.length;
    for (const w of board.knapsack.pieces.wants) {
      const d = this.demandOf[w] as number;
      const reluctance = board.reluctance[board.demands.indexOf(d)] as number;
      this.byWant[w] = Math.max(0, (prices.of[board.species * many + d] as number) - reluctance);
    }
    const gain = this.knapsack.gain(board.knapsack, this.byWant, instance.offcut.credit, null);
    return Math.ceil((gain - (instance.perBoard ?? 0)) * SCALE * (1 + 1e-9) + 1);
  }

  /** How much of a demand a board gives at most and at least in a case. */
  private mostOf(which: Case, b: number, d: number): number {
    const { want, amount } = this.demands[d] as Demand;
    const ofSpecies =
      which.ofSpecies.get(panelOfSpecies(d, (this.boards[b] as BoardAtHand).species))?.[1] ?? Infinity;
    return Math.min(which.most.get(pairOf(b, d)) ?? amount, amount, ofSpecies * want.amount);
  }

  private leastOf(which: Case, b: number, d: number): number {
    return which.least.get(pairOf(b, d)) ?? 0;
  }

  /** What the best known way of each board gains at these prices, whole. */
  private bestKnown(which: Case, prices: Prices): Map<number, number> {
    const many = this.demands.length;
    const best = new Map<number, number>();
    for (const { board: b, cost, of, much } of this.master.allowed(which)) {
      const board = this.boards[b] as BoardAtHand;
      const [over, under] = [prices.over.get(b), prices.under.get(b)];
      const rows = over !== undefined || under !== undefined;
      let gain = -cost;
      of.forEach((d, i) => {
        const at = rows ? board.demands.indexOf(d) : -1;
        const row = Math.max(0, over?.[at] ?? 0) - Math.max(0, under?.[at] ?? 0);
        gain += (much[i] as number) * (Math.max(0, prices.of[board.species * many + d] as number) - row);
      });
      if (rows) {
        board.demands.forEach((d, i) => {
          gain += Math.max(0, over?.[i] ?? 0) * this.mostOf(which, b, d);
          gain -= Math.max(0, under?.[i] ?? 0) * this.leastOf(which, b, d);
        });
      }
      const before = best.get(b);
      if (before === undefined || gain * SCALE > before) best.set(b, gain * SCALE);
    }
    return best;
  }
}

/** What the narrowest strip of a panel fills, mm; rounded down. */
function leastFill({ want: { part }, amount }: Demand, joint: number): number {
  return Math.max(0, Math.min(amount, Math.floor(Math.max(part.minStrip ?? 1, 1) - joint)));
}
