/**
 * How large a design may be in two sizes at once: the larger the one, the smaller the other, so the answer is a
 * stair of pairs, none of which can grow in one size without giving way in the other.
 *
 * Idea. What covers at some pair covers at any lesser one, so a walk along the edge of what is covered (the second
 * size only ever falls while the first one grows) tries no more than the sum of the steps of both. Then the pair
 * with the largest product is drawn out by halving, first in one size, then in the other. As with one size, what
 * the search did not cover is a doubt unless it is proven.
 */
import type { Design, DesignSize } from '../project/designs/design.ts';
import type { Sizes } from '../project/designs/formula.ts';
import type { Project } from '../project/project.ts';
import type { Piece } from '../stock/piece.ts';
import { atSizes, largestStep } from './largest.ts';
import type { Solver } from '../solver/linear.ts';
import type { ShopRules } from './project-instance.ts';

export interface LargestPair {
  readonly first: number;
  readonly second: number;
}

export interface LargestOfTwo {
  readonly keys: readonly [string, string];
  /** From the least first size up; every next pair is longer in the first and shorter in the second. */
  readonly pairs: readonly LargestPair[];
  /** Tries made so far, and at the most. */
  readonly tries: number;
  readonly most: number;
  readonly finished: boolean;
}

/** Steps on the way from the least of a size to its most, in the walk. */
const WALK = 9;

const evenly = (size: DesignSize): number[] => {
  const step = largestStep(size);
  const all = Array.from(
    { length: WALK },
    (_, i) => Math.floor((size.least + ((size.most - size.least) * i) / (WALK - 1)) / step + 1e-9) * step,
  );
  return [...new Set(all.map((value) => Math.max(value, size.least)))];
};

/** The pair with the largest product. */
export const largestPair = (pairs: readonly LargestPair[]): LargestPair | null =>
  pairs.reduce<LargestPair | null>(
    (best, pair) => (best === null || pair.first * pair.second > best.first * best.second ? pair : best),
    null,
  );

/** Pairs that no other reaches in both sizes. */
function onTheEdge(pairs: readonly LargestPair[]): LargestPair[] {
  const kept: LargestPair[] = [];
  for (const pair of [...pairs].sort((a, b) => b.first - a.first || b.second - a.second))
    if (pair.second > (kept.at(-1)?.second ?? -Infinity)) kept.push(pair);
  return kept.reverse();
}

/** Yields after every try, so that it can be shown and stopped. */
export function* largestOfTwo(
  design: Design,
  sizes: Sizes,
  [one, two]: readonly [DesignSize, DesignSize],
  project: Pick<Project, 'id'> & Partial<Project>,
  pieces: readonly Piece[],
  rules: ShopRules,
  solver: Solver | null,
): Generator<LargestOfTwo, LargestOfTwo> {
  const [firsts, seconds] = [evenly(one), evenly(two)];
  const halvings = (size: DesignSize, values: readonly number[]): number =>
    Math.ceil(
      Math.log2(Math.max(2, (size.most - size.least) / Math.max(1, values.length - 1) / largestStep(size))),
    );
  const most = firsts.length + seconds.length + halvings(one, firsts) + halvings(two, seconds);
  let tries = 0;
  let pairs: LargestPair[] = [];
  const now = (finished = false): LargestOfTwo => ({
    keys: [one.key, two.key],
    pairs: onTheEdge(pairs),
    tries,
    most: Math.max(most, tries),
    finished,
  });
  const covers = (first: number, second: number): boolean => {
    tries++;
    const wish = { ...sizes, [one.key]: first, [two.key]: second };
    const covered = atSizes(design, wish, project, pieces, rules, solver).tried !== null;
    if (covered) pairs = [...pairs, { first, second }];
    return covered;
  };
  let j = seconds.length - 1;
  for (const first of firsts) {
    let covered = false;
    while (j >= 0 && !covered) {
      covered = covers(first, seconds[j] as number);
      if (!covered) j--;
      yield now();
    }
    if (j < 0) break;
  }
  for (const grown of ['second', 'first'] as const) {
    const best = largestPair(pairs);
    if (!best) break;
    const [size, values] = grown === 'second' ? [two, seconds] : [one, firsts];
    const step = largestStep(size);
    let low = Math.floor(best[grown] / step + 1e-9);
    const next = values.find((value) => value > best[grown]);
    if (next === undefined) continue;
    let high = Math.floor(next / step + 1e-9);
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      const grownPair = { ...best, [grown]: middle * step };
      if (covers(grownPair.first, grownPair.second)) low = middle;
      else high = middle;
      yield now();
    }
  }
  const found = now(true);
  yield found;
  return found;
}
