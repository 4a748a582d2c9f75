import fc from 'fast-check';
import { bandBetween, type Outline, type Point } from '../src/geometry/outline.ts';

/** Any outline of a piece 1000 × 200: slants, steps and level stretches on both edges, which never cross. */
export const anyOutline: fc.Arbitrary<Outline> = fc
  .record({ upper: edgePoints(0, 90), lower: edgePoints(110, 200) })
  .map(({ upper, lower }) => ({ upper, lower }));

function edgePoints(least: number, most: number): fc.Arbitrary<Point[]> {
  const y = fc.integer({ min: least, max: most });
  return fc
    .record({
      ends: fc.tuple(y, y),
      inner: fc.array(fc.record({ x: fc.integer({ min: 1, max: 99 }).map((n) => n * 10), y, step: y }), {
        maxLength: 4,
      }),
    })
    .map(({ ends, inner }) => [
      { x: 0, y: ends[0] },
      ...[...inner]
        .sort((a, b) => a.x - b.x)
        .flatMap(({ x, y: here, step }) =>
          step % 2 === 0
            ? [
                { x, y: here },
                { x, y: step },
              ]
            : [{ x, y: here }],
        ),
      { x: 1000, y: ends[1] },
    ]);
}

/** An oracle for the largest rectangle: every pair of square cuts on a grid of `step` mm. */
export function largestAreaByGrid(outline: Outline, length: number, step: number): number {
  let best = 0;
  for (let a = 0; a < length; a += step) {
    for (let b = a + step; b <= length; b += step) {
      const { upper, lower } = bandBetween(outline, a, b);
      best = Math.max(best, (b - a) * (lower - upper));
    }
  }
  return best;
}
