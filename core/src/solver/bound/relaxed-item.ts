import type { Want } from '../want.ts';

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

/** A want as relaxed pricing sees it on a board so wide. */
export function relaxedItem(
  { part, panel, gradeBit, shape }: Want,
  boardWidth: number,
  joint: number,
): RelaxedItem {
  const width = panel ? Math.max(part.minStrip ?? 1, 1) : part.width;
  return {
    length: part.length,
    width,
    gradeBit,
    ...(panel ? { strip: { widest: Math.min(part.maxStrip ?? part.width, boardWidth), joint } } : {}),
    ...(shape ? { inner: largestOf(shape) } : {}),
  };
}

/** Of the rectangles x0, y0, x1, y1 of a shape the largest, as x, y, length, width. */
function largestOf(shape: Float64Array): readonly [number, number, number, number] {
  let best: [number, number, number, number] = [0, 0, 0, 0];
  for (let i = 0; i < shape.length; i += 4) {
    const [x0, y0, x1, y1] = shape.subarray(i, i + 4) as unknown as [number, number, number, number];
    if ((x1 - x0) * (y1 - y0) > best[2] * best[3]) best = [x0, y0, x1 - x0, y1 - y0];
  }
  return best;
}
