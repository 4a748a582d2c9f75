/**
 * The rack as the proof has it: what is wanted, part by part, and each board with what it could give, the kernels that it is asked
 * with, what it was shown to gain, and of which parts copies are counted on it.
 */
import type { Problem } from '../problem.ts';
import { pairOf, panelOfSpecies, type Case } from './cases.ts';
import type { Counting, Limits } from './counted-gain.ts';
import { DecidedWays } from './decided/ways.ts';
import { boundBoard, type BoundBoard } from './knapsack-bound.ts';
import { whole, type Prices } from './prices.ts';
import { relaxedItem, type Fineness, type RelaxedItem } from './relaxed-item.ts';
import type { Demand, MasterBoard } from './relaxed-master.ts';
import { RelaxedPricing } from './relaxed-pricing.ts';
import { ShownBefore } from './shown-before.ts';

export interface BoardAtHand extends MasterBoard {
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

/** Cells are made finer by so much. */
const FINER = 1.6;
/** Of a board so many demands are counted at most, with so many states between them. */
const MOST_COUNTED = 8;
const MOST_STATES = 32;

const SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;

export class ProofRack {
  readonly demands: Demand[] = [];
  /** The demand that a want is part of. */
  readonly demandOf: Int32Array;
  /** Null where a board could give nothing. */
  readonly boards: readonly (BoardAtHand | null)[];

  constructor(
    readonly problem: Problem,
    /** Cells, from coarse to fine: the coarse ones guide the finer. */
    private fineness: readonly Fineness[],
  ) {
    const { wants, instance } = problem;
    this.demandOf = new Int32Array(wants.length);
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
    this.boards = instance.boards.map((_, b) => this.boardAtHand(b));
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
  kernelsOf(b: number, board: BoardAtHand): readonly (readonly RelaxedPricing[])[] {
    const { problem } = this;
    const from = problem.board(b);
    const known = board.kernels?.[0]?.length ?? 0;
    if (board.kernels && known === this.fineness.length) return board.kernels;
    return (board.kernels = SCHOOLS.map((school, s) => {
      const items = this.itemsOf(b, board);
      const finer = this.fineness
        .slice(known)
        .map((fine) => new RelaxedPricing(from, items, problem.keepOf(b), school, fine));
      return [...(board.kernels?.[s] ?? []), ...finer];
    }));
  }

  /** What a board could give, as its kernels have it. */
  private itemsOf(b: number, { demands }: BoardAtHand): RelaxedItem[] {
    const { width } = this.problem.board(b);
    const { jointAllowance } = this.problem.instance;
    return Array.from(demands, (d) => relaxedItem((this.demands[d] as Demand).want, width, jointAllowance));
  }

  /** Makes the cells finer: what was found on coarser ones is no longer to be taken for possible. */
  makeFiner(): void {
    const { length, width } = this.fineness[this.fineness.length - 1] as Fineness;
    this.fineness = [
      ...this.fineness,
      { length: Math.round(FINER * length), width: Math.round(FINER * width) },
    ];
  }

  /** From now on boards tell what they give piece by piece, but those that could give strips of a panel or hold what the maker has fixed. */
  decide(): void {
    const { problem } = this;
    this.boards.forEach((board, b) => {
      if (!board || problem.locked.has(b)) return;
      if (Array.from(board.demands).some((d) => this.demands[d]?.panel)) return;
      board.decided = new DecidedWays(problem.board(b), this.itemsOf(b, board), problem.keepOf(b));
    });
  }

  /** A want that the demand is of. */
  wantOf(d: number): number {
    return this.problem.wants.indexOf((this.demands[d] as Demand).want);
  }

  /** Prices of wants, by species: the same for all of them. */
  evenPrices(prices: ArrayLike<number>): Prices {
    const many = this.demands.length;
    const of = new Float64Array(many * this.problem.species.length);
    for (let i = 0; i < of.length; i++) of[i] = prices[this.wantOf(i % many)] as number;
    return { of, over: new Map(), under: new Map() };
  }

  /** Whether copies of the board’s demand `i` could be counted on top of those that are. */
  canBeCounted(board: BoardAtHand, i: number): boolean {
    const amountOf = (n: number): number => (this.demands[board.demands[n] as number] as Demand).amount;
    if (board.counted.has(i) || this.demands[board.demands[i] as number]?.panel) return false;
    let states = amountOf(i) + 1;
    for (const n of board.counted) states *= amountOf(n) + 1;
    return board.counted.size < MOST_COUNTED && states <= MOST_STATES;
  }

  /** Counts copies of demand `d` on board `b` from now on. */
  count(b: number, d: number, prices: Prices): void {
    const board = this.boards[b] as BoardAtHand;
    const i = board.demands.indexOf(d);
    board.counted.add(i);
    for (const { off } of board.counting) off[i] = whole(prices.over.get(b)?.[i]);
  }

  /** How much of each of its demands a board gives in a case. */
  limitsOf(which: Case, b: number, { demands }: BoardAtHand): Limits {
    return {
      most: Float64Array.from(demands, (d) => this.mostOf(which, b, d)),
      least: Float64Array.from(demands, (d) => this.leastOf(which, b, d)),
    };
  }

  /** How much of a demand a board gives at most and at least in a case. */
  mostOf(which: Case, b: number, d: number): number {
    const { want, amount } = this.demands[d] as Demand;
    const ofSpecies =
      which.ofSpecies.get(panelOfSpecies(d, (this.boards[b] as BoardAtHand).species))?.[1] ?? Infinity;
    return Math.min(which.most.get(pairOf(b, d)) ?? amount, amount, ofSpecies * want.amount);
  }

  leastOf(which: Case, b: number, d: number): number {
    return which.least.get(pairOf(b, d)) ?? 0;
  }
}
