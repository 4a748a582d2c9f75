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
