/**
 * What a plan counts for pieces of one part that are unlike: strips of a panel of different tone, copies that come from
 * boards of different thickness.
 *
 * A board may have a trait, a short vector, and a part a weight for each of its pieces that differs: the distance of
 * traits, at most 1. Pieces are held against the one among them that is most like the others, so that pieces that are
 * all alike count nothing and a single odd one counts once.
 */
import type { Column, Problem } from './problem.ts';

/** Σ over parts of their weight × distances to the piece most like the others; 0 where no part asks for it. */
export function harmonyOf(problem: Problem, columns: ReadonlyMap<number, Column>): number {
  const { likeness } = problem;
  if (likeness.size === 0) return 0;
  const traits = new Map<number, (readonly number[])[]>();
  for (const column of columns.values()) {
    const trait = problem.instance.boards[column.board]?.trait;
    if (!trait) continue;
    for (const { want } of column.cuts) {
      if (!likeness.has(want)) continue;
      const list = traits.get(want);
      if (list) list.push(trait);
      else traits.set(want, [trait]);
    }
  }
  let sum = 0;
  for (const [want, list] of traits) sum += (likeness.get(want) as number) * unlikeness(list);
  return sum;
}

/** Least sum of distances of all to one of them. */
function unlikeness(traits: readonly (readonly number[])[]): number {
  let least = Infinity;
  for (const middle of traits) {
    let sum = 0;
    for (const trait of traits) sum += distance(trait, middle);
    if (sum < least) least = sum;
  }
  return least;
}

function distance(a: readonly number[], b: readonly number[]): number {
  if (a === b) return 0;
  let square = 0;
  for (let i = 0; i < a.length; i++) square += ((a[i] as number) - (b[i] ?? 0)) ** 2;
  return Math.min(1, Math.sqrt(square));
}
