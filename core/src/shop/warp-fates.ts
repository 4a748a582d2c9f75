/**
 * Three fates of warp, beside each other: plane it out of the whole piece, cut it short and narrow first, or pull it flat
 * where it is fixed. Sizes in mm, forces in N.
 */
import type { Warp } from '../stock/warp.ts';
import { warpLoss } from '../yield/thickness/warp-loss.ts';
import { pullFlatForce, SCREW_HOLDS_N, USUAL_STIFFNESS } from '../yield/thickness/blank.ts';
import type { RouteSize } from './route-steps.ts';

export interface WarpFates {
  /** Thickness that is left where all of the piece is planed flat and clean. */
  readonly planedOut: number;
  /** Thickness that is left where it is first cut to the size of the part. */
  readonly cutFirst: number;
  readonly pulledFlat: {
    /** The gap that is left in a part of that length, and the force in its middle. */
    readonly gap: number;
    readonly force: number;
    /** Screws in softwood that hold it, at the least two. */
    readonly screws: number;
    /** Whether so many screws find room along the part, one for each 100 mm. */
    readonly holds: boolean;
  };
}

/** A screw wants so much length of its own, mm. */
const SCREW_EVERY_MM = 100;

/** What becomes of a warped piece by each fate, for a part out of it. */
export function warpFates(
  piece: RouteSize & { readonly warp: Warp },
  part: RouteSize,
  cleanUpMm: number,
  stiffness = USUAL_STIFFNESS,
): WarpFates {
  const size = { length: Math.min(part.length, piece.length), width: Math.min(part.width, piece.width) };
  const left = (of: { length: number; width: number }): number =>
    Math.max(0, piece.thickness - warpLoss(piece.warp, piece, of).heightRange - 2 * cleanUpMm);
  const gap = Math.abs(piece.warp.bow ?? 0) * (size.length / piece.length) ** 2;
  const force = pullFlatForce({ ...size, thickness: part.thickness }, gap, stiffness);
  const screws = Math.max(2, Math.ceil(force / SCREW_HOLDS_N));
  return {
    planedOut: left(piece),
    cutFirst: left(size),
    pulledFlat: {
      gap,
      force,
      screws,
      holds: screws <= Math.max(2, Math.floor(size.length / SCREW_EVERY_MM)),
    },
  };
}
