/**
 * A board seen from another corner. Pricing packs from one corner, so a part never comes to lie against the far edge
 * or the far side of a finding, where it would leave a larger offcut; asked of the board's mirror images as well, it does.
 */
import type { Laid, PatternBoard, PatternItem } from './pattern.ts';

/** Which ways a board is turned over: along the grain, across it, or both. */
export const MIRRORS = [
  { along: false, across: false },
  { along: true, across: false },
  { along: false, across: true },
  { along: true, across: true },
] as const;
export type Mirror = (typeof MIRRORS)[number];

/** Flips the rectangles x0, y0, x1, y1 of `rects` within `length` × `width`. */
function flipped(
  rects: Float64Array,
  length: number,
  width: number,
  { along, across }: Mirror,
): Float64Array {
  const out = rects.slice();
  for (let i = 0; i < out.length; i += 4) {
    const [x0, y0, x1, y1] = rects.subarray(i, i + 4) as unknown as [number, number, number, number];
    if (along) [out[i], out[i + 2]] = [length - x1, length - x0];
    if (across) [out[i + 1], out[i + 3]] = [width - y1, width - y0];
  }
  return out;
}

/** The board as the mirror shows it. */
export const mirroredBoard = (board: PatternBoard, mirror: Mirror): PatternBoard => ({
  length: board.length,
  width: board.width,
  kerf: board.kerf,
  masks: board.masks,
  blocked: flipped(board.blocked, board.length, board.width, mirror),
});

/** A part as the mirror shows it: a shaped one is turned over too, so that on the board it lies as it should. */
export const mirroredItem = (item: PatternItem, mirror: Mirror): PatternItem =>
  item.shape ? { ...item, shape: flipped(item.shape, item.length, item.width, mirror) } : item;

/** Back from the mirror to the board. */
export const laidBack = (laid: Laid, board: PatternBoard, { along, across }: Mirror): Laid => ({
  ...laid,
  x: along ? Math.max(0, board.length - laid.x - laid.length) : laid.x,
  y: across ? Math.max(0, board.width - laid.y - laid.width) : laid.y,
});
