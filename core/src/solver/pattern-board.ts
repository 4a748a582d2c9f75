/** What a board is asked: its size and findings, what may be cut from it, what is kept, and how hard to look. */

/** Board, kerf and what is in the way, mm. `masks[i]` has a bit set for each grade that finding i blocks. */
export interface PatternBoard {
  readonly length: number;
  readonly width: number;
  readonly kerf: number;
  /** x0, y0, x1, y1 of each finding. */
  readonly blocked: Float64Array;
  readonly masks: Int32Array;
}

/** Something that may be cut from the board. Several items may draw on the same want. */
export interface PatternItem {
  readonly want: number;
  readonly length: number;
  readonly width: number;
  /** Price paid for one. */
  readonly price: number;
  /** How much of the want one fills: 1 of a solid part, millimetres of a panel's width. */
  readonly fills: number;
  readonly gradeBit: number;
  /** Rectangles of a shaped part that must be clear; a plain part must be clear all over. x0, y0, x1, y1. */
  readonly shape?: Float64Array;
}

export interface KeepRule {
  readonly minLength: number;
  readonly minWidth: number;
  /** Credit per mm² of a clear leftover; 0 for none. */
  readonly perMm2: number;
  readonly gradeBit: number;
}

/** How hard to look. */
export interface Effort {
  /** Bands filled for each school. */
  readonly packs: number;
  /** Steps of a band in which labels compete. */
  readonly slots: number;
  readonly heights: number;
  readonly classes: number;
  /** Of the items the ones that pay best per area, at most so many. */
  readonly items: number;
  /** Mirror images of the board that are asked: one in turn, or all four. */
  readonly mirrors: 1 | 4;
}

export const QUICK: Effort = { packs: 16, slots: 24, heights: 6, classes: 6, items: 200, mirrors: 1 };
/** For small racks, where more is looked at of each board and boards are asked less often. */
export const CLOSER: Effort = { packs: 28, slots: 32, heights: 8, classes: 8, items: 200, mirrors: 1 };
/** For racks of thousands, where every board is asked again and again. */
export const PRICING: Effort = { ...QUICK, packs: 12, items: 40 };
export const SWIFT: Effort = { packs: 8, slots: 16, heights: 4, classes: 4, items: 200, mirrors: 1 };
export const THOROUGH: Effort = { packs: 120, slots: 64, heights: 16, classes: 14, items: 200, mirrors: 4 };
/** For a few pieces of one board, laid out anew: what is to be kept is looked at more closely too. */
export const ANEW: Effort = { ...THOROUGH, heights: 24 };
/** The same pieces at a tenth of the work; leftovers are not parted beside findings. */
export const NEARLY_ANEW: Effort = { ...CLOSER, heights: 16, mirrors: 4 };

export interface Laid {
  /** Index of the item, or −1 for a leftover to keep. */
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

export interface Pattern {
  /** Prices of the items and credit for leftovers. */
  readonly worth: number;
  readonly laid: readonly Laid[];
}
