/**
 * Cases of the proof: plans of which is told which boards they cut, how much of some parts those give and of which species
 * panels are, and how a case is parted in two that between them hold every plan of it.
 */
import type { Prices } from './prices.ts';

/** Plans of which is told which boards are cut or left, and how much of some demands a board gives at most and at least. */
export interface Case {
  readonly out: ReadonlySet<number>;
  readonly cut: ReadonlySet<number>;
  /** By {@link pairOf} board and demand. A board that must give something is cut as well. */
  readonly most: ReadonlyMap<string, number>;
  readonly least: ReadonlyMap<string, number>;
  /** By {@link panelOfSpecies}: how many copies of a panel are of a species at the least and at the most. */
  readonly ofSpecies: ReadonlyMap<string, readonly [number, number]>;
}
export const ALL: Case = {
  out: new Set(),
  cut: new Set(),
  most: new Map(),
  least: new Map(),
  ofSpecies: new Map(),
};

/** A demand and a species, each by number, as a key. */
export const panelOfSpecies = (demand: number, species: number): string => `${demand} ${species}`;

/** A board and a demand as a key, and back. */
export const pairOf = (board: number, demand: number): string => `${board} ${demand}`;
export const pairFrom = (pair: string): readonly [number, number] =>
  pair.split(' ').map(Number) as [number, number];

/** What is proven of a case, at which prices, and how much of each board the programme cuts. */
export interface Settled {
  readonly which: Case;
  readonly bound: number;
  /** What the programme spends. */
  readonly objective: number;
  readonly prices: Prices;
  readonly use: ReadonlyMap<number, number>;
  /** By {@link pairOf}: in which share of the board ways in use give how much; nothing in the rest of it. */
  readonly given: ReadonlyMap<string, ReadonlyMap<number, number>>;
  /** By {@link panelOfSpecies}: how many copies of a panel the programme makes of a species. */
  readonly copiesOfSpecies: ReadonlyMap<string, number>;
  /** How much more than it may ways in use cut of a demand from a board, by {@link pairOf}, where copies are not counted. */
  readonly over: ReadonlyMap<string, number>;
  /** How many times the cells had been made finer by then. */
  readonly refined: number;
}

/** A board cut by less than this, or but for this, is taken for whole. */
const LEAST_SHARE = 0.02;

/** A case in two, how much seems to hang on it, and what must be counted for it. */
interface Parting {
  readonly cases: readonly [Case, Case];
  readonly weight: number;
  readonly count: string | null;
}

/** The plans that leave a board and those that cut it, for each board that the programme cuts in part. */
export function partingsByBoard({ use, which }: Settled, costOf: (board: number) => number): Parting[] {
  const partings: Parting[] = [];
  for (const [b, share] of use) {
    if (which.cut.has(b) || share < LEAST_SHARE || share > 1 - LEAST_SHARE) continue;
    partings.push({
      cases: [
        { ...which, out: new Set([...which.out, b]) },
        { ...which, cut: new Set([...which.cut, b]) },
      ],
      weight: costOf(b) * Math.min(share, 1 - share),
      count: null,
    });
  }
  return partings;
}

/**
 * The plans in which so many copies of a panel at the most are of a species, and those in which more are: a panel is of one, but fractions
 * make it of several. `price` is what a copy is worth, of `copies` in all.
 */
export function partingsBySpecies(
  { copiesOfSpecies, which }: Settled,
  panelOf: (demand: number) => { readonly price: number; readonly copies: number },
): Parting[] {
  const partings: Parting[] = [];
  for (const [panel, much] of copiesOfSpecies) {
    const most = Math.floor(much + LEAST_SHARE);
    const share = Math.min(much - most, most + 1 - much);
    if (share < LEAST_SHARE) continue;
    const { price, copies } = panelOf(pairFrom(panel)[0]);
    const [low, high] = which.ofSpecies.get(panel) ?? [0, copies];
    if (most < low || most >= high) continue;
    const told = (least: number, atMost: number): Case => ({
      ...which,
      ofSpecies: new Map([...which.ofSpecies, [panel, [least, atMost]]]),
    });
    partings.push({ cases: [told(low, most), told(most + 1, high)], weight: price * share, count: null });
  }
  return partings;
}

/** What is known of a board and a demand: the price of a copy, and whether copies are counted, or may be. */
interface Pair {
  readonly price: number;
  readonly counted: boolean;
  readonly countable: boolean;
  /** Of a panel: the least that a board gives of it, if any, mm of strip; null for a part. */
  readonly leastFill: number | null;
}

/**
 * The plans that cut so many copies of a part from a board at the most, and those that cut more, likewise; null: not of that. Where
 * copies are not counted, limits hold on the average only: then plans can be parted so only where the average is no
 * whole number. Where they are, or may be, it is enough that some ways in use give more than others.
 */
export function partingsByCopies(
  { given, use, which }: Settled,
  pairWith: (board: number, demand: number) => Pair | null,
): Parting[] {
  const partings: Parting[] = [];
  for (const [pair, by] of given) {
    const [b, d] = pairFrom(pair);
    const known = pairWith(b, d);
    if (!known) continue;
    const { counted, countable, price, leastFill } = known;
    const [low, high] = [which.least.get(pair) ?? 0, which.most.get(pair) ?? Infinity];
    let average = 0;
    for (const [much, share] of by) average += much * share;
    if (leastFill !== null) {
      // A board gives no strip of it, or one at least.
      const share = Math.min(average, leastFill - average);
      if (share < LEAST_SHARE * leastFill || low > 0 || high === 0) continue;
      partings.push({ cases: partedAt(which, pair, 0, leastFill), weight: price * share, count: null });
      continue;
    }
    const broken = average - Math.floor(average);
    const onAverage = Math.min(broken, 1 - broken);
    let split = { copies: Math.floor(average), share: onAverage };
    if (counted || (countable && onAverage < LEAST_SHARE)) split = evenest(by, use.get(b) ?? 1);
    const { copies, share } = split;
    // What the case says of it already parts nothing, though a programme that lacks ways may lie beyond it.
    if (share < LEAST_SHARE || copies < low || copies >= high) continue;
    partings.push({
      cases: partedAt(which, pair, copies, copies + 1),
      weight: price * share,
      count: counted || onAverage >= LEAST_SHARE ? null : pair,
    });
  }
  return partings;
}

/** The plans of a case that give so much of a demand from a board at the most, and those that give so much at the least. */
function partedAt(which: Case, pair: string, most: number, least: number): readonly [Case, Case] {
  const [b] = pairFrom(pair);
  return [
    { ...which, most: new Map([...which.most, [pair, most]]) },
    { ...which, cut: new Set([...which.cut, b]), least: new Map([...which.least, [pair, least]]) },
  ];
}

/** The number of copies that parts ways in use most evenly into those that give no more and those that do; `use` of the board in all. */
function evenest(
  by: ReadonlyMap<number, number>,
  use: number,
): { readonly copies: number; readonly share: number } {
  let best = { copies: 0, share: 0 };
  const numbers = [0, ...by.keys()];
  for (const copies of numbers) {
    let more = 0;
    for (const [much, share] of by) if (much > copies) more += share;
    const share = Math.min(more, use - more);
    if (share > best.share) best = { copies: Math.floor(copies), share };
  }
  return best;
}

/** Those on which most seems to hang. */
export function weightiest(partings: readonly Parting[], many: number): readonly Parting[] {
  return [...partings].sort((a, b) => b.weight - a.weight).slice(0, many);
}
