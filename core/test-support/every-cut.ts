/**
 * The most that can be kept of a small board beside pieces that it must give, by trying every whole millimetre for every cut. Slow
 * and plain: what finds it cleverly is held against it.
 */
import type { School } from '../src/geometry/school.ts';

export interface SmallBoard {
  readonly length: number;
  readonly width: number;
  readonly kerf: number;
  /** x0, y0, x1, y1; what a leftover and what each piece must be clear of. */
  readonly unclear: readonly Rectangle[];
  readonly pieces: readonly SmallPiece[];
  readonly leastLength: number;
  readonly leastWidth: number;
}

interface SmallPiece {
  readonly length: number;
  readonly width: number;
  readonly many: number;
  readonly barred: readonly Rectangle[];
  /** What of it must be clear: x, y, length, width. */
  readonly inner: Rectangle;
}

type Rectangle = readonly [number, number, number, number];

/** Area kept at the most, mm²; −Infinity where the pieces can't be cut. Sizes, kerf and places are whole. */
export function mostKept(board: SmallBoard, school: School): number {
  const { kerf, pieces } = board;
  const cross = school === 'crosscutFirst';
  const [endU, endV] = cross ? [board.length, board.width] : [board.width, board.length];
  const [leastU, leastV] = cross
    ? [board.leastLength, board.leastWidth]
    : [board.leastWidth, board.leastLength];
  const turned = ([a, b, c, d]: Rectangle): Rectangle => (cross ? [a, b, c, d] : [b, a, d, c]);
  const sizes = pieces.map(({ length, width }) => (cross ? [length, width] : [width, length]));
  const meets = (those: readonly Rectangle[], u0: number, v0: number, u1: number, v1: number): boolean =>
    those.map(turned).some(([a, b, c, d]) => a < u1 && c > u0 && b < v1 && d > v0);
  const known = new Map<string, number>();
  const once = (key: string, of: () => number): number => {
    let value = known.get(key);
    if (value === undefined) known.set(key, (value = of()));
    return value;
  };
  const none = pieces.map(() => 0);
  const parts = (all: readonly number[]): number[][] =>
    all.reduce<number[][]>(
      (some, many) => some.flatMap((part) => Array.from({ length: many + 1 }, (_, n) => [...part, n])),
      [[]],
    );
  const less = (all: readonly number[], part: readonly number[]): number[] =>
    all.map((many, i) => many - (part[i] as number));
  const empty = (all: readonly number[]): boolean => all.every((many) => many === 0);

  /** From x on in a stack between v0 and v1 of a band that ends at `to`. */
  const stack = (x: number, to: number, v0: number, v1: number, left: readonly number[]): number =>
    once(`s ${x} ${to} ${v0} ${v1} ${left.join()}`, () => {
      if (x >= to) return empty(left) ? 0 : -Infinity;
      let best = stack(x + 1, to, v0, v1, left);
      pieces.forEach(({ barred, inner }, i) => {
        const [u, v] = sizes[i] as [number, number];
        if (left[i] === 0 || v !== v1 - v0 || x + u > to) return;
        const [du, dv, su, sv] = turned(inner);
        if (meets(barred, x + du, v0 + dv, x + du + su, v0 + dv + sv)) return;
        best = Math.max(
          best,
          stack(
            x + u + kerf,
            to,
            v0,
            v1,
            less(
              left,
              none.map((_, n) => Number(n === i)),
            ),
          ),
        );
      });
      if (v1 - v0 >= leastV) {
        for (let end = x + leastU; end <= to && !meets(board.unclear, x, v0, end, v1); end++)
          best = Math.max(best, (end - x) * (v1 - v0) + stack(end + kerf, to, v0, v1, left));
      }
      return best;
    });
  const band = (y: number, from: number, to: number, left: readonly number[]): number =>
    once(`b ${y} ${from} ${to} ${left.join()}`, () => {
      if (y >= endV) return empty(left) ? 0 : -Infinity;
      let best = band(y + 1, from, to, left);
      for (let end = y + 1; end <= endV; end++) {
        for (const part of parts(left))
          best = Math.max(best, stack(from, to, y, end, part) + band(end + kerf, from, to, less(left, part)));
      }
      return best;
    });
  const whole = (x: number, left: readonly number[]): number =>
    once(`u ${x} ${left.join()}`, () => {
      if (x >= endU) return empty(left) ? 0 : -Infinity;
      let best = whole(x + 1, left);
      for (let end = x + 1; end <= endU; end++) {
        for (const part of parts(left))
          best = Math.max(best, band(0, x, end, part) + whole(end + kerf, less(left, part)));
      }
      return best;
    });
  return whole(
    0,
    pieces.map(({ many }) => many),
  );
}
