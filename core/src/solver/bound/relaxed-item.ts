/** One unit of value in whole numbers: sums stay far below 2⁵³, where nothing is lost. */
export const SCALE = 2 ** 26;

/** A value in whole numbers, rounded up: a bound may only err to that side. */
export const wholeUp = (value: number): number => Math.ceil(value * SCALE - 1e-9);

/** What may be cut: a piece of one size, or a strip whose width may be chosen. */
export interface RelaxedItem {
  readonly length: number;
  /** Of a strip the narrowest, mm. */
  readonly width: number;
  /** Of a strip the widest, and what of its width fills nothing, mm; absent for a piece of one size. */
  readonly strip?: { readonly widest: number; readonly joint: number };
  readonly gradeBit: number;
  /** A rectangle x, y, length, width within a shaped part that must be clear, in place of all of it. */
  readonly inner?: readonly [number, number, number, number];
}

/** How fine the cells are: how many at most along the grain and across it. */
export interface Fineness {
  readonly length: number;
  readonly width: number;
}
