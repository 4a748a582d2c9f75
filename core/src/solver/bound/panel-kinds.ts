/** Of which species panels are in a case of the proof, and what follows from it: what strips are worth, and what panels cost at the least. */
import { kindOf, pairFrom, type Case } from './cases.ts';
import type { Prices } from './prices.ts';
import type { Demand } from './relaxed-master.ts';

/** How many copies of a panel are wanted. */
export const copiesOf = ({ want, amount }: Demand): number => Math.round(amount / want.amount);

/** How many copies of panel `d` are of species `s` at the least and at the most. */
const limitsOf = ({ ofKind }: Case, demand: Demand, d: number, s: number): readonly [number, number] =>
  ofKind.get(kindOf(d, s)) ?? [0, copiesOf(demand)];

/** Whether each copy of a panel may be of some species. */
export function isPossible(which: Case, demands: readonly Demand[], species: number): boolean {
  if (which.ofKind.size === 0) return true;
  return demands.every((demand, d) => {
    if (!demand.panel) return true;
    let [least, most] = [0, 0];
    for (let s = 0; s < species; s++) {
      const [low, high] = limitsOf(which, demand, d, s);
      least += low;
      most += high;
    }
    return least <= copiesOf(demand) && most >= copiesOf(demand);
  });
}

/** Prices as they count in a case, of `many` demands: strips of a species that a panel may not be of are worth nothing. */
export function pricesIn({ ofKind }: Case, prices: Prices, many: number): Prices {
  if (ofKind.size === 0) return prices;
  const of = prices.of.slice();
  for (const [kind, [, most]] of ofKind) {
    const [d, s] = pairFrom(kind);
    if (most === 0) of[s * many + d] = 0;
  }
  return { ...prices, of };
}

/** What all copies of panel `d` are worth at the least at `prices` (whole, by species), each of a species that it may be of; whole. */
export function leastForPanels(which: Case, demand: Demand, d: number, prices: readonly number[]): number {
  const kinds = prices
    .map((price, s) => ({ price, limits: limitsOf(which, demand, d, s) }))
    .sort((a, b) => a.price - b.price);
  let left = copiesOf(demand);
  for (const { limits } of kinds) left -= limits[0];
  let sum = 0;
  for (const { price, limits } of kinds) {
    const more = Math.max(0, Math.min(left, limits[1] - limits[0]));
    left -= more;
    if (limits[0] + more === 0) continue;
    sum += Math.floor(price * demand.want.amount * (limits[0] + more) - 1e-6);
  }
  return sum;
}
