/**
 * Warp as it is measured: the largest gap under a straight edge, mm. Cup (across) and bow (along the
 * face) carry a sign, plus where the middle stands up from face A's table, since they may curl opposite
 * ways. Crook is along the edge; twist is the gap under the fourth corner.
 */
export interface Warp {
  readonly cup?: number;
  readonly bow?: number;
  readonly crook?: number;
  readonly twist?: number;
}

export const WARP_KINDS = ['cup', 'bow', 'crook', 'twist'] as const;
export type WarpKind = (typeof WARP_KINDS)[number];

/** A gap larger than this (mm) is taken for a slip. */
export const MAX_WARP_MM = 500;

/** Cup left in a strip `width` wide, ripped from a board `boardWidth` wide cupped by `cup`: c·(w/W)². */
export const cupOfStrip = (cup: number, width: number, boardWidth: number): number =>
  cup * (width / boardWidth) ** 2;

/** Bow left in a length ℓ of a board L long, bowed by `bow`: b·(ℓ/L)². */
export const bowOfLength = (bow: number, length: number, boardLength: number): number =>
  bow * (length / boardLength) ** 2;
