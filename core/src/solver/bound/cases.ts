/**
 * Cases of the proof: plans of which is told which boards they cut and how much of some parts those give, and how a case is
 * parted in two that between them hold every plan of it.
 */
import type { Prices } from './prices.ts';

/** Plans of which is told which boards are cut or left, and how much of some demands a board gives at most and at least. */
export interface Case {
  readonly out: ReadonlySet<number>;
  readonly cut: ReadonlySet<number>;
  /** By {@link pairOf} board and demand. A board that must give something is cut as well. */
  readonly most: ReadonlyMap<string, number>;
  readonly least: ReadonlyMap<string, number>;
}
export const ALL: Case = { out: new Set(), cut: new Set(), most: new Map(), least: new Map() };

/** A board and a demand as a key, and back. */
export const pairOf = (board: number, demand: number): string => `${board} ${demand}`;
export const pairFrom = (pair: string): readonly [number, number] =>
  pair.split(' ').map(Number) as [number, number];

/** What is proven of a case, at which prices, and how much of each board the programme cuts. */
export interface Settled {
  readonly which: Case;
  readonly bound: number;
  readonly prices: Prices;
  readonly use: ReadonlyMap<number, number>;
  readonly given: ReadonlyMap<string, number>;
  /** How many times the cells had been made finer by then. */
  readonly refined: number;
}

/** A board cut by less than this, or but for this, is taken for whole. */
const LEAST_SHARE = 0.02;

/** The plans that leave a board and those that cut it, where the programme cuts it in part and that decides most; or null. */
export function partedByBoard(
  { use, which }: Settled,
  costOf: (board: number) => number,
): readonly Case[] | null {
  let [best, most] = [-1, 0];
  for (const [b, share] of use) {
    if (which.cut.has(b) || share < LEAST_SHARE || share > 1 - LEAST_SHARE) continue;
    const weight = costOf(b) * Math.min(share, 1 - share);
    if (weight > most) [best, most] = [b, weight];
  }
  if (best < 0) return null;
  return [
    { ...which, out: new Set([...which.out, best]) },
    { ...which, cut: new Set([...which.cut, best]) },
  ];
}

/** The plans that cut so many copies of a part from a board at the most, and those that cut more, likewise; no price: not of that. */
export function partedByCopies(
  { given, which }: Settled,
  priceOf: (board: number, demand: number) => number | null,
): readonly Case[] | null {
  let [best, most] = ['', 0];
  for (const [pair, much] of given) {
    const [b, d] = pairFrom(pair);
    const price = priceOf(b, d);
    if (price === null) continue;
    const share = much - Math.floor(much);
    if (share < LEAST_SHARE || share > 1 - LEAST_SHARE) continue;
    const weight = price * Math.min(share, 1 - share);
    if (weight > most) [best, most] = [pair, weight];
  }
  if (best === '') return null;
  const copies = Math.floor(given.get(best) ?? 0);
  const [b] = pairFrom(best);
  return [
    { ...which, most: new Map([...which.most, [best, copies]]) },
    {
      ...which,
      cut: new Set([...which.cut, b]),
      least: new Map([...which.least, [best, copies + 1]]),
    },
  ];
}
