/**
 * What no full plan can spend less than, with proof.
 *
 * Proof. Let every want i have a price πᵢ ≥ 0 per fill. A full plan fills all dᵢ, so it spends at least
 * Σ πᵢ dᵢ less what its boards gain over what they spend; and a board gains at most Gᵦ(π), calculated without
 * regard to where on it things lie (Lagrange's multipliers; Geoffrion 1974). So Σ πᵢ dᵢ − Σᵦ max(0, Gᵦ) is a
 * bound for any prices whatever, and the search below only looks for good ones.
 *
 * Gᵦ is the least of three, for a board of area A, worth v per mm², clear area C, credit c, and pieces of
 * area a (kept leftovers lie where no piece lies, and on clear wood):
 *   pieces − v (1 − c) A − c v Σ a, as at most A − Σ a is kept, with Σ a ≤ the area some grade accepts;
 *   the same with Σ (ℓ + k)(w + k) ≤ (L + k)(W + k), as pieces lie a kerf apart;
 *   pieces − v (A − c C), as at most C is kept.
 * Each is a knapsack, filled in fractions by price per area (Dantzig 1957), with no more copies than are
 * wanted and than a board so large could hold.
 *
 * Cost: boards × wants for each try; prices move along the subgradient with Polyak's step.
 */
import type { Problem } from '../problem.ts';
import type { Want } from '../want.ts';

const EPS = 1e-9;

/** What a board may give, want by want: struct of arrays, as a large rack has hundreds of thousands of pairs. */
interface Pieces {
  readonly wants: Int32Array;
  /** Areas per fill, mm². */
  readonly area: Float64Array;
  readonly spaced: Float64Array;
  /** At most so many fills from this board. */
  readonly most: Float64Array;
}

export interface BoundBoard {
  readonly value: number;
  readonly area: number;
  readonly clear: number;
  readonly accepted: number;
  readonly spaced: number;
  readonly pieces: Pieces;
}

/** The knapsack of one board at some prices; `taken` receives the fills of the least of the three. */
export class Knapsack {
  private readonly order: number[] = [];

  gain(board: BoundBoard, prices: Float64Array, credit: number, taken: Float64Array | null): number {
    const { pieces, value, area } = board;
    const kept = credit * value;
    const first = this.fill(board, prices, kept, 'area', board.accepted, null) - value * (1 - credit) * area;
    const second = this.fill(board, prices, kept, 'spaced', board.spaced, null) - value * (1 - credit) * area;
    const third =
      this.fill(board, prices, 0, 'area', board.accepted, null) - value * (area - credit * board.clear);
    const least = Math.min(first, second, third);
    if (taken && least > 0) {
      if (least === third) this.fill(board, prices, 0, 'area', board.accepted, taken);
      else if (least === second) this.fill(board, prices, kept, 'spaced', board.spaced, taken);
      else this.fill(board, prices, kept, 'area', board.accepted, taken);
    }
    return pieces.wants.length === 0 ? 0 : least;
  }

  private fill(
    board: BoundBoard,
    prices: Float64Array,
    kept: number,
    by: 'area' | 'spaced',
    room: number,
    taken: Float64Array | null,
  ): number {
    const { wants, area, most } = board.pieces;
    const size = board.pieces[by];
    const { order } = this;
    order.length = 0;
    const rates = this.rates;
    for (let i = 0; i < wants.length; i++) {
      const net = (prices[wants[i] as number] as number) - kept * (area[i] as number);
      if (net <= 0) continue;
      rates[i] = net / (size[i] as number);
      order.push(i);
    }
    order.sort((a, b) => (rates[b] as number) - (rates[a] as number));
    let left = room;
    let sum = 0;
    for (const i of order) {
      const each = size[i] as number;
      const fills = Math.min(most[i] as number, left / each);
      sum += fills * (rates[i] as number) * each;
      left -= fills * each;
      const want = wants[i] as number;
      if (taken) taken[want] = (taken[want] as number) + fills;
      if (left <= EPS) break;
    }
    return sum;
  }

  private readonly rates: number[] = [];
}

/** The search for a good bound, a few tries at a time. */
export class KnapsackBound {
  /** The best so far, or null when some want has no board at all. */
  best: number | null;
  /** Prices that prove it, of one fill of each want. */
  prices: Float64Array;
  private step = 1;
  private sinceBetter = 0;
  private readonly boards: readonly BoundBoard[];
  private readonly knapsack = new Knapsack();

  constructor(private readonly problem: Problem) {
    this.boards = problem.instance.boards.map((_, b) => boundBoard(problem, b));
    const coverable = problem.wants.every((_, w) => (problem.boardsOf[w] as Int32Array).length > 0);
    this.best = coverable ? 0 : null;
    this.prices = Float64Array.from(problem.wants, (want, w) => {
      const cheapest = (problem.boardsOf[w] as Int32Array).reduce(
        (least, b) => Math.min(least, problem.wholeCost(b) / problem.areaM2(b)),
        Infinity,
      );
      const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
      return Number.isFinite(cheapest) ? (area * cheapest) / 1e6 : 0;
    });
  }

  /** Begins again from these prices (one for each want) where they give more. */
  from(prices: Float64Array): void {
    if (this.best === null) return;
    const value = this.value(prices, null);
    if (value > this.best) {
      this.best = value;
      this.prices = prices.slice();
      this.sinceBetter = 0;
    }
  }

  /** `tries` steps; `target` is what the best plan so far spends. */
  raise(tries: number, target: number): void {
    if (this.best === null) return;
    const { wants } = this.problem;
    let at = this.prices;
    for (let n = 0; n < tries; n++) {
      const taken = new Float64Array(wants.length);
      const value = this.value(at, taken);
      if (value > this.best + 1e-9) {
        this.best = value;
        this.prices = at.slice();
        this.sinceBetter = 0;
      } else if (++this.sinceBetter % 8 === 0) {
        this.step *= 0.6;
        at = this.prices;
        continue;
      }
      let square = 0;
      const slope = Float64Array.from(wants, (want, w) => {
        // In shares of each want, so that millimetres of strip and copies weigh alike.
        const missing = (want.amount - (taken[w] as number)) / want.amount;
        square += missing * missing;
        return missing;
      });
      if (square < 1e-12) break;
      const stride = (this.step * Math.max(target - value, 1e-6)) / square;
      at = Float64Array.from(wants, (want, w) =>
        Math.max(0, (at[w] as number) + (stride * (slope[w] as number)) / want.amount),
      );
    }
  }

  private value(prices: Float64Array, taken: Float64Array | null): number {
    const credit = this.problem.instance.offcut.credit;
    let value = 0;
    this.problem.wants.forEach((want, w) => (value += (prices[w] as number) * want.amount));
    for (const board of this.boards) {
      const gain = this.knapsack.gain(board, prices, credit, taken);
      if (gain > 0) value -= gain;
    }
    return value;
  }
}

export function boundBoard(problem: Problem, b: number): BoundBoard {
  const { length, width, kerf, blocked, masks } = problem.board(b);
  const wants = problem.wantsOf[b] as Int32Array;
  const grades = wants.reduce((bits, w) => bits | (problem.wants[w] as Want).gradeBit, 0);
  const inWay = (refused: (mask: number) => boolean): number => {
    const rects: number[] = [];
    masks.forEach((mask, i) => {
      if (refused(mask)) rects.push(...blocked.subarray(4 * i, 4 * i + 4));
    });
    return coveredArea(rects);
  };
  const area = length * width;
  return {
    value: problem.wholeCost(b) / area,
    area,
    clear: problem.keepsFrom(b) ? area - inWay((mask) => (mask & 1) !== 0) : 0,
    accepted: area - inWay((mask) => (mask & grades) === grades),
    spaced: (length + kerf) * (width + kerf),
    pieces: piecesOf(problem, wants, { length, width, kerf }),
  };
}

function piecesOf(
  problem: Problem,
  wants: Int32Array,
  { length, width, kerf }: { readonly length: number; readonly width: number; readonly kerf: number },
): Pieces {
  const [area, spaced, most] = [0, 1, 2].map(() => new Float64Array(wants.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  wants.forEach((w, i) => {
    const want = problem.wants[w] as Want;
    const { part } = want;
    const across = want.panel ? Math.min(part.maxStrip ?? part.width, width) : part.width;
    const fills = Math.max(EPS, want.panel ? across - problem.instance.jointAllowance : 1);
    const along = Math.floor((length + kerf + 1e-6) / (part.length + kerf));
    area[i] = (part.length * across) / fills;
    spaced[i] = ((part.length + kerf) * (across + kerf)) / fills;
    most[i] = Math.min(
      want.amount,
      along * (want.panel ? width : Math.floor((width + kerf + 1e-6) / (part.width + kerf))),
    );
  });
  return { wants, area, spaced, most };
}

/** Area covered by rectangles x0, y0, x1, y1, overlaps counted once. */
function coveredArea(rects: readonly number[]): number {
  const many = rects.length / 4;
  const xs = [...new Set(rects.filter((_, i) => i % 2 === 0))].sort((a, b) => a - b);
  let sum = 0;
  for (let i = 1; i < xs.length; i++) {
    const [from, to] = [xs[i - 1] as number, xs[i] as number];
    const spans: [number, number][] = [];
    for (let r = 0; r < many; r++) {
      if ((rects[4 * r] as number) <= from && (rects[4 * r + 2] as number) >= to) {
        spans.push([rects[4 * r + 1] as number, rects[4 * r + 3] as number]);
      }
    }
    spans.sort((a, b) => a[0] - b[0]);
    let end = -Infinity;
    for (const [a, b] of spans) {
      if (b <= end) continue;
      sum += (to - from) * (b - Math.max(a, end));
      end = b;
    }
  }
  return sum;
}
