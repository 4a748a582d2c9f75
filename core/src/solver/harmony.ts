/**
 * What a plan counts for pieces of one part that do not go together: strips of a panel of different tone, copies that come
 * from boards of different thickness, and figure that breaks off where the next piece comes from another board.
 *
 * A board may have a trait, a short vector, and a part a weight for each of its pieces that differs: the distance of
 * traits, at most 1. Pieces are held against the one among them that is most like the others, so that pieces that are
 * all alike count nothing and a single odd one counts once. One of which nobody knows what it is like may be unlike them.
 */
import type { Column, Problem } from './problem.ts';

/** What counts for the pieces of a want, in value: each that is unlike the others, and each board after the first. */
export interface Harmony {
  readonly alike: number;
  readonly together: number;
}

/** How unlike a piece is taken to be of which nobody knows it, beside others of which it is known. */
const UNKNOWN = 0.3;

interface Pieces {
  readonly traits: (readonly number[])[];
  unknown: number;
  readonly boards: Set<number>;
}

/** Σ over wants of what their pieces count for not going together; 0 where no part asks for it. */
export function harmonyOf(problem: Problem, columns: ReadonlyMap<number, Column>): number {
  const { harmony } = problem;
  if (harmony.size === 0) return 0;
  const found = new Map<number, Pieces>();
  for (const { board, cuts } of columns.values()) {
    const trait = problem.instance.boards[board]?.trait;
    for (const { want } of cuts) {
      if (!harmony.has(want)) continue;
      let pieces = found.get(want);
      if (!pieces) found.set(want, (pieces = { traits: [], unknown: 0, boards: new Set() }));
      if (trait) pieces.traits.push(trait);
      else pieces.unknown++;
      pieces.boards.add(board);
    }
  }
  let sum = 0;
  for (const [want, { traits, unknown, boards }] of found) {
    const { alike, together } = harmony.get(want) as Harmony;
    if (traits.length > 0) sum += alike * (unlikeness(traits) + UNKNOWN * unknown);
    sum += together * (boards.size - 1);
  }
  return sum;
}

/** How unlike two boards are, 0 to 1. */
export function apart({ instance: { boards } }: Problem, a: number, b: number): number {
  const [one, other] = [boards[a]?.trait, boards[b]?.trait];
  return one && other ? distance(one, other) : UNKNOWN;
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
