/**
 * What flattening takes from the thickness: the height range of a warped face about its best plane.
 *
 * The face of a piece ℓ × w cut from a board L × W that was measured with cup c, bow b and twist t is
 *
 *   z(u, v) = 4c′u² + 4b′v² + t′uv,   u = y/w, v = x/ℓ, both from −½ to ½ about the middle,
 *   c′ = c·(w/W)², b′ = b·(ℓ/L)², t′ = t·(ℓ/L)·(w/W).
 *
 * Where the piece lies in the board does not matter: moving it only tilts the face, and the plane tilts with it.
 * z is the same at (u, v) and (−u, −v), and the height range about a plane is convex in the plane's tilt, so no
 * plane is better than the level one; the loss is the greatest z less the least. Those lie in the middle, at a
 * corner, or on an edge where z is stationary, which gives the closed form below.
 *
 * Limits. The warp is taken for a smooth curve of second degree, as three gaps under a straight edge describe it.
 */
import type { Warp } from '../../stock/warp.ts';

/** Length and width of a board or of a piece to be cut from it, mm. */
export interface PlanSize {
  readonly length: number;
  readonly width: number;
}

/** What is left of each kind of warp in a piece, and the thickness that flattening it takes. All mm. */
export interface WarpLoss {
  readonly cup: number;
  readonly bow: number;
  /** What the twist costs by itself: half the gap under the fourth corner. */
  readonly twist: number;
  /** The three added up, as if each had to be planed away by itself: never less than the range. */
  readonly sum: number;
  /** Height range about the best plane: the true loss. */
  readonly heightRange: number;
}

/** The loss of flattening a piece of `size` cut from a board that was measured `board` with `warp`; mm. */
export function warpLoss(warp: Warp, board: PlanSize, size: PlanSize): WarpLoss {
  const along = size.length / board.length;
  const across = size.width / board.width;
  const cup = (warp.cup ?? 0) * across ** 2;
  const bow = (warp.bow ?? 0) * along ** 2;
  const twist = (warp.twist ?? 0) * along * across;
  const parts = { cup: Math.abs(cup), bow: Math.abs(bow), twist: Math.abs(twist) / 2 };
  return { ...parts, sum: parts.cup + parts.bow + parts.twist, heightRange: heightRange(cup, bow, twist) };
}

/** Greatest less least z of the face described above, mm; all three gaps already those of the piece. */
export function heightRange(cup: number, bow: number, twist: number): number {
  const t = Math.abs(twist);
  const corners = [cup + bow + t / 4, cup + bow - t / 4];
  const heights = [0, ...corners];
  // Along the edge u = ½ the height is cup + 4·bow·v² + twist·v/2, stationary at v = −twist/(16·bow).
  if (t <= 8 * Math.abs(bow) && bow !== 0) heights.push(cup - t ** 2 / (64 * bow));
  if (t <= 8 * Math.abs(cup) && cup !== 0) heights.push(bow - t ** 2 / (64 * cup));
  return Math.max(...heights) - Math.min(...heights);
}
