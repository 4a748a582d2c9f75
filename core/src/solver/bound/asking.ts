/**
 * Asks every board of a rack what it gains at prices: what those prices prove, and ways to cut that gain more than is known.
 *
 * Most boards are spared the question: by area alone a board can't gain what would have to be exceeded, or what it was shown to gain
 * at other prices says so (`shown-before.ts`). Sums are of whole numbers, each rounded to the safe side.
 */
import type { Column, Problem } from '../problem.ts';
import type { Case } from './cases.ts';
import { countedWays, gainAbove, type Counting, type Gain, type Limits } from './counted-gain.ts';
import type { LaidPiece } from './decided/board.ts';
import type { DecidedGain } from './decided/ways.ts';
import { Knapsack } from './knapsack-bound.ts';
import { leastForPanels, pricesIn } from './panel-species.ts';
import { whole, type Prices } from './prices.ts';
import type { BoardAtHand, ProofRack } from './rack.ts';
import type { RelaxedMaster } from './relaxed-master.ts';
import { SCALE } from './scale.ts';

/** Gains below this share of the bound are not chased; and where boards are decided piece by piece. */
const NEGLIGIBLE = 1e-4;
const NEGLIGIBLE_DECIDED = 1e-7;

/** Boards are asked until ways to cut of so many of them, and of this share of all, are new, where prices are about to change anyway. */
const ENOUGH_BOARDS = 3;
const ENOUGH_SHARE = 0.15;

/** What prices prove, and how many ways to cut joined the programme. */
export interface Asked {
  readonly bound: number;
  readonly added: number;
}

/** What a board is offered for each of its demands, and what a way to cut it must be worth for no gain; whole. */
interface Offer {
  readonly own: Float64Array;
  readonly level: number;
}

export class Asking {
  /** Boards asked so far (in either cutting order), spared the question, and decided piece by piece. */
  readonly work = { asked: 0, spared: 0, decided: 0 };
  /** Real ways to cut that were found on the way. */
  found: Column[] = [];
  /** Boards are decided: what they give is told piece by piece, which takes up to a second a step. */
  deciding = false;
  private readonly knapsack = new Knapsack();
  private readonly byWant: Float64Array;
  /** The board that is asked first, where not all are asked. */
  private first = 0;

  constructor(private readonly rack: ProofRack) {
    this.byWant = new Float64Array(this.problem.wants.length);
  }

  private get problem(): Problem {
    return this.rack.problem;
  }

  /** The share of the bound that is not chased. */
  get negligible(): number {
    return this.deciding ? NEGLIGIBLE_DECIDED : NEGLIGIBLE;
  }

  /**
   * Asks every board at these prices; columns that gain join the programme. The bound these prices prove. `some`: only until
   * there is enough that is new, from the board on that was next last time; what was not asked gains as much as is known that it may.
   */
  *ask(
    master: RelaxedMaster,
    which: Case,
    given: Prices,
    objective: number,
    some = false,
  ): Generator<void, Asked> {
    const { rack } = this;
    const enough =
      some && !this.deciding ? Math.max(ENOUGH_BOARDS, ENOUGH_SHARE * rack.boards.length) : Infinity;
    const prices = pricesIn(which, given, rack.demands.length);
    const negligible = (this.negligible * objective * SCALE) / Math.max(10, rack.boards.length);
    const bestKnown = this.bestKnown(master, which, prices);
    let sum = this.worthOfWanted(which, prices);
    let added = 0;
    const first = enough < Infinity ? this.first : 0;
    for (let n = 0; n < rack.boards.length; n++) {
      const b = (first + n) % rack.boards.length;
      const board = rack.boards[b];
      if (!board || which.out.has(b)) continue;
      const must = which.cut.has(b);
      const offered = this.offerTo(which, prices, b, board);
      // A board that must be cut may lose; one that need not is left.
      const known = must ? (bestKnown.get(b) ?? -offered.level) : Math.max(0, bestKnown.get(b) ?? 0);
      const atMost = this.knapsackGain(board, prices);
      let gain = atMost;
      if (atMost > Math.ceil(known + negligible)) {
        const limits = rack.limitsOf(which, b, board);
        if (added < enough) {
          const found = yield* this.gainOf(master, b, board, offered, limits, Math.ceil(known + negligible));
          gain = Math.min(gain, found.gain);
          added += found.added;
          this.first = b + 1;
        } else {
          const { own, level } = offered;
          gain = Math.min(gain, board.shown.atMost(own, limits.most, limits.least) - level);
        }
      }
      sum -= must ? gain : Math.max(0, gain);
    }
    return { added, bound: sum / SCALE };
  }

  /** What all that is wanted is worth at these prices, at the least; whole. */
  private worthOfWanted(which: Case, { of }: Prices): number {
    const { demands } = this.rack;
    return demands.reduce((sum, demand, d) => {
      if (!demand.panel) return sum + Math.floor(whole(of[d]) * demand.amount - 1e-6);
      const bySpecies = this.problem.species.map((_, s) => whole(of[s * demands.length + d]));
      return sum + leastForPanels(which, demand, d, bySpecies);
    }, 0);
  }

  /** What a board is offered for each of its demands in a case, and what its way must be worth beyond what it gains; whole. */
  private offerTo(which: Case, prices: Prices, b: number, board: BoardAtHand): Offer {
    const { rack } = this;
    const many = rack.demands.length;
    const over = prices.over.get(b);
    const under = prices.under.get(b);
    const own = new Float64Array(board.demands.length);
    let free = 0;
    board.demands.forEach((d, i) => {
      const [row, must] = [whole(over?.[i]), whole(under?.[i])];
      const price = whole(prices.of[board.species * many + d]);
      const most = rack.mostOf(which, b, d);
      own[i] = price - Math.ceil((board.reluctance[i] as number) * SCALE) - row + must;
      free += Math.ceil(row * most) - Math.floor(must * rack.leastOf(which, b, d));
      // What may not be cut has no price.
      if (most === 0) own[i] = Math.min(0, own[i]);
    });
    return { own, level: Math.floor(board.cost * SCALE) - free };
  }

  /** What a board gains at the most: as much as is `known`, or what kernels say of it; whole. Ways that gain more join the programme. */
  private *gainOf(
    master: RelaxedMaster,
    b: number,
    board: BoardAtHand,
    { own, level }: Offer,
    limits: Limits,
    known: number,
  ): Generator<void, { readonly gain: number; readonly added: number }> {
    let worth = level + known;
    const shown = board.shown.atMost(own, limits.most, limits.least);
    if (shown <= worth) {
      this.work.spared++;
      return { gain: shown - level, added: 0 };
    }
    let added = 0;
    const before = worth;
    let relaxed: Gain | null = null;
    for (const [s, kernel] of this.rack.kernelsOf(b, board).entries()) {
      this.work.asked++;
      const found = gainAbove(worth, own, kernel, limits, board.counting[s] as Counting);
      if (found && found.worth > worth) {
        worth = found.worth;
        relaxed = found;
        if (!board.decided && this.takeGain(master, b, board, found)) added++;
      }
    }
    let ways = countedWays(board.counted, limits, own);
    if (board.decided && relaxed) {
      this.work.decided++;
      const { least, most } = limits;
      const decided: DecidedGain | null = yield* board.decided.gain(own, before, least, most, relaxed.taken);
      if (decided) {
        worth = Math.min(worth, decided.worth);
        ways = countedWays(new Set(own.keys()), limits, own);
        if (decided.taken && this.takeGain(master, b, board, decided)) added++;
      } else if (this.takeGain(master, b, board, relaxed)) added++;
    }
    board.shown.remember(own, worth, ways);
    yield;
    return { gain: Math.min(worth, shown) - level, added };
  }

  /** Adds a way that gains to the programme; whether it was new. */
  private takeGain(
    master: RelaxedMaster,
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
    return master.add({ board: b, cost, of, much, ...(real ? { real } : {}) });
  }

  /**
   * A way as the search would have it; null where a cut of it would run through metal, or where it has a shaped piece, of which only
   * a part was kept clear of findings.
   */
  private realWay(b: number, board: BoardAtHand, laid: readonly LaidPiece[]): Column | null {
    const { problem } = this;
    const shaped = ({ item }: LaidPiece): boolean =>
      this.rack.demands[board.demands[item] as number]?.want.shape !== undefined;
    if (laid.some(shaped)) return null;
    const cuts = laid
      .filter(({ item }) => item >= 0)
      .map(({ item, ...place }) => ({
        ...place,
        want: this.rack.wantOf(board.demands[item] as number),
        fills: 1,
      }));
    const kept = laid.filter(({ item }) => item < 0);
    return problem.canSaw(b, laid) ? problem.laidOut(b, cuts, kept) : null;
  }

  /** At most what a board gains, whole, by its area alone; it takes no more of a part than is wanted. */
  private knapsackGain(board: BoardAtHand, prices: Prices): number {
    const { instance } = this.problem;
    const many = this.rack.demands.length;
    for (const w of board.knapsack.pieces.wants) {
      const d = this.rack.demandOf[w] as number;
      const reluctance = board.reluctance[board.demands.indexOf(d)] as number;
      this.byWant[w] = Math.max(0, (prices.of[board.species * many + d] as number) - reluctance);
    }
    const gain = this.knapsack.gain(board.knapsack, this.byWant, instance.offcut.credit, null);
    return Math.ceil((gain - (instance.perBoard ?? 0)) * SCALE * (1 + 1e-9) + 1);
  }

  /** What the best known way of each board gains at these prices, whole. */
  private bestKnown(master: RelaxedMaster, which: Case, prices: Prices): Map<number, number> {
    const many = this.rack.demands.length;
    const best = new Map<number, number>();
    for (const { board: b, cost, of, much } of master.allowed(which)) {
      const board = this.rack.boards[b] as BoardAtHand;
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
          gain += Math.max(0, over?.[i] ?? 0) * this.rack.mostOf(which, b, d);
          gain -= Math.max(0, under?.[i] ?? 0) * this.rack.leastOf(which, b, d);
        });
      }
      const before = best.get(b);
      if (before === undefined || gain * SCALE > before) best.set(b, gain * SCALE);
    }
    return best;
  }
}
