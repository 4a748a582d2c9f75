/** Of which species panels are in a case of the proof, and what follows from it: what strips are worth, and what panels cost at the least. */
import { panelOfSpecies, pairFrom, type Case } from './cases.ts';
import type { Prices } from './prices.ts';
import type { Demand } from './relaxed-master.ts';

/** How many copies of a panel are wanted. */
export const copiesOf = ({ want, amount }: Demand): number => Math.round(amount / want.amount);

/** How many copies of panel `d` are of species `s` at the least and at the most. */
const limitsOf = ({ ofSpecies }: Case, demand: Demand, d: number, s: number): readonly [number, number] =>
  ofSpecies.get(panelOfSpecies(d, s)) ?? [0, copiesOf(demand)];

/** Whether each copy of a panel may be of some species. */
export function isPossible(which: Case, demands: readonly Demand[], species: number): boolean {
  if (which.ofSpecies.size === 0) return true;
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
export function pricesIn({ ofSpecies }: Case, prices: Prices, many: number): Prices {
  if (ofSpecies.size === 0) return prices;
  const of = prices.of.slice();
  for (const [panel, [, most]] of ofSpecies) {
    const [d, s] = pairFrom(panel);
    if (most === 0) of[s * many + d] = 0;
  }
  return { ...prices, of };
}

/** What all copies of panel `d` are worth at the least at `prices` (whole, by species), each of a species that it may be of; whole. */
export function leastForPanels(which: Case, demand: Demand, d: number, prices: readonly number[]): number {
  const bySpecies = prices
    .map((price, s) => ({ price, limits: limitsOf(which, demand, d, s) }))
    .sort((a, b) => a.price - b.price);
  let left = copiesOf(demand);
  for (const { limits } of bySpecies) left -= limits[0];
  let sum = 0;
  for (const { price, limits } of bySpecies) {
    const more = Math.max(0, Math.min(left, limits[1] - limits[0]));
    left -= more;
    if (limits[0] + more === 0) continue;
    sum += Math.floor(price * demand.want.amount * (limits[0] + more) - 1e-6);
  }
  return sum;
}
