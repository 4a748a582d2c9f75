/**
 * The most that a board gains where copies of some of its parts are counted.
 *
 * Something is taken off the price of each counted copy, and given back for as many as are wanted (Lagrange's multipliers): ways
 * that do not count then take about as many as are wanted, which is a bound already, and tells the walk that does count
 * where it need not look. How much is taken off is learned from question to question, board by board, in either cutting order.
 */
import type { Counted, Guide, RelaxedPricing } from './relaxed-pricing.ts';

/** How large the steps of the subgradient method are. */
const STEP = 0.7;

/** Demands of which copies are counted, by number among the board’s own, and what is taken off the price of each copy, whole. */
export interface Counting {
  readonly counted: ReadonlySet<number>;
  readonly off: Float64Array;
}

/** How much of each of its demands a board gives at the most and at the least. */
export interface Limits {
  readonly most: Float64Array;
  readonly least: Float64Array;
}

/** What a board gains at the most, and how; no way where it is not known whether there is one. */
export interface Gain {
  readonly worth: number;
  readonly taken: Float64Array | null;
  readonly credit: number;
}

/** The most that a board gains in one cutting order, if that is more than `worth`; `own` are whole prices, `levels` go from coarse to fine. */
export function gainAbove(
  worth: number,
  own: Float64Array,
  levels: readonly RelaxedPricing[],
  limits: Limits,
  { counted, off }: Counting,
): Gain | null {
  const cheaper = cheapened(own, counted, off, limits);
  const threshold = worth - cheaper.inAll;
  const guide = guideFrom(levels, cheaper.prices, threshold);
  if (guide === null) return null;
  const ways = countedWays(counted, limits, cheaper.off);
  const found = levels[levels.length - 1]?.gain(cheaper.prices, threshold, guide, ways);
  if (!found) return null;
  const { free } = found;
  if (free) {
    // Given up: the best way that does not count is worth no less, and is none that may be used.
    const givenUp = found.worth === Infinity;
    const reached = (givenUp ? worth : Math.max(worth, found.worth)) - cheaper.inAll;
    if (free.taken) takeOff(off, free.worth - reached, free.taken, counted, limits.most);
    if (givenUp) return { worth: free.worth + cheaper.inAll, taken: null, credit: 0 };
  }
  return found.worth > worth ? found : null;
}

/** The limits of those demands whose copies are counted, and what is taken off their prices; absent where none are. */
export function countedWays(
  counted: ReadonlySet<number>,
  { most, least }: Limits,
  off: Float64Array,
): Counted | undefined {
  if (counted.size === 0) return undefined;
  return {
    most: Int32Array.from(most, (many, i) => (counted.has(i) ? many : -1)),
    least: Int32Array.from(least, (many, i) => (counted.has(i) ? many : 0)),
    off,
  };
}

/** Prices with something taken off those of counted copies, and what that comes to for as many as are wanted. */
interface Cheapened {
  readonly prices: Float64Array;
  readonly off: Float64Array;
  readonly inAll: number;
}

function cheapened(
  own: Float64Array,
  counted: ReadonlySet<number>,
  off: Float64Array,
  { most }: Limits,
): Cheapened {
  const taken = own.map((price, i) =>
    counted.has(i) && (most[i] as number) > 0 ? Math.min(off[i] as number, Math.max(0, price)) : 0,
  );
  return {
    prices: own.map((price, i) => Math.max(0, price) - (taken[i] as number)),
    off: taken,
    inAll: taken.reduce((sum, each, i) => sum + each * (most[i] as number), 0),
  };
}

/**
 * Takes more off the prices of what the best way that does not count takes too much of, and less off the others: some of
 * what would bring it down by `gap` if it stayed the best (a step of the subgradient method).
 */
function takeOff(
  off: Float64Array,
  gap: number,
  taken: Float64Array,
  which: ReadonlySet<number>,
  most: Float64Array,
): void {
  const excess = (i: number): number => (taken[i] as number) - (most[i] as number);
  let square = 0;
  for (const i of which) if (excess(i) > 0 || (off[i] as number) > 0) square += excess(i) ** 2;
  if (square === 0 || !(gap > 0)) return;
  for (const i of which)
    off[i] = Math.max(0, Math.floor((off[i] as number) + ((STEP * gap) / square) * excess(i)));
}

/** What all but the finest cells say: a guide for those; null where they show already that the threshold is not exceeded. */
function guideFrom(
  levels: readonly RelaxedPricing[],
  prices: Float64Array,
  threshold: number,
): Guide | null | undefined {
  let guide: Guide | undefined;
  for (const level of levels.slice(0, -1)) {
    const finer = level.guide(prices, threshold, guide);
    if (!finer) return null;
    guide = finer;
  }
  return guide;
}
