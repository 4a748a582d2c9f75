/**
 * Where one more rectangle can go on a board: clear of what its grade does not accept, a kerf away from
 * what is already there, and so that three stages of through-cuts still free everything.
 *
 * Idea. At a given x, what stands in the way casts shadows on y; only the ends of the gaps between the
 * shadows need be tried, since anything in a gap can slide to its end. The same holds for x with all
 * edges as candidates. Cost O(n²) places for n findings and placements, each tested in O(p log p).
 */
import type { Rect } from '../geometry/rectangle.ts';
import { canBeSawn } from './cut-tree.ts';
import type { MatchBoard, Placement } from './instance.ts';
import { TOUCH } from './tolerances.ts';

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Every x (or y) at which something `size` long could lie against an edge of what is there. */
function stops(size: number, whole: number, from: readonly number[], to: readonly number[]): number[] {
  const last = whole - size;
  const all = [0, last, ...to, ...from.map((edge) => edge - size)];
  return [
    ...new Set(all.filter((stop) => stop >= -TOUCH && stop <= last + TOUCH).map((stop) => Math.max(0, stop))),
  ];
}

/**
 * The places for a rectangle `length` × `width`, nearest to a corner first, so that the wood that is
 * left stays in one piece. Stops after the first that can be sawn, unless `all` are wanted.
 */
export function findSpot(
  board: MatchBoard,
  placed: readonly Placement[],
  length: number,
  width: number,
  grade: string,
  kerf: number,
  crossWeight = 3,
): Spot | null {
  const blocked = board.blocked[grade];
  if (!blocked || length > board.length + TOUCH || width > board.width + TOUCH) return null;
  const walls: Rect[] = [...blocked];
  for (const rect of placed) {
    walls.push({
      x: rect.x - kerf,
      y: rect.y - kerf,
      length: rect.length + 2 * kerf,
      width: rect.width + 2 * kerf,
    });
  }
  const xs = stops(
    length,
    board.length,
    walls.map((wall) => wall.x),
    walls.map((wall) => wall.x + wall.length),
  );
  const spots: (Spot & { readonly score: number })[] = [];
  for (const x of xs) {
    const beside = walls.filter((wall) => wall.x < x + length - TOUCH && wall.x + wall.length > x + TOUCH);
    for (const y of gapEnds(beside, width, board.width)) {
      const score =
        Math.min(x, board.length - x - length) + crossWeight * Math.min(y, board.width - y - width);
      spots.push({ x, y, score });
    }
  }
  spots.sort((a, b) => a.score - b.score || a.x - b.x || a.y - b.y);
  if (placed.length === 0 && board.noSaw === undefined) return spots[0] ?? null;
  for (const spot of spots) {
    const tried = [...placed, { ...spot, length, width }] as readonly Rect[];
    if (canBeSawn(tried, kerf, board)) return spot;
  }
  return null;
}

/** The lowest and highest y of every gap between the walls that is at least `width` wide. */
function gapEnds(walls: readonly Rect[], width: number, boardWidth: number): number[] {
  const sorted = [...walls].sort((a, b) => a.y - b.y);
  const ends: number[] = [];
  let free = 0;
  const gap = (until: number): void => {
    if (until - free < width - TOUCH) return;
    ends.push(free);
    if (until - width > free + TOUCH) ends.push(until - width);
  };
  for (const wall of sorted) {
    gap(wall.y);
    free = Math.max(free, wall.y + wall.width);
  }
  gap(boardWidth);
  return ends;
}
