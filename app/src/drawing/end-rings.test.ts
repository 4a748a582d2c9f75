import { expect, it } from 'vitest';
import { endRings } from './end-rings';

const BOX = { width: 20, height: 100 };

/** How far the middle of each ring lies to the right of its ends. */
const bulges = (path: string): number[] =>
  [...path.matchAll(/M([\d.-]+) 0Q([\d.-]+) /g)].map(([, x, middle]) => Number(middle) - Number(x));

const all = (end: 'near' | 'far', bark: 'A' | 'B', sign: 1 | -1): void => {
  const found = bulges(endRings(end, bark, BOX));
  expect(found).toHaveLength(3);
  for (const bulge of found) expect(Math.sign(bulge)).toBe(sign);
};

it('bulges toward the bark, hollow toward the heart: face A lies right of the near end and left of the far one', () => {
  all('near', 'A', 1);
  all('near', 'B', -1);
  all('far', 'A', -1);
  all('far', 'B', 1);
});

it('mirrors one end in the other', () => {
  const near = bulges(endRings('near', 'A', BOX));
  bulges(endRings('far', 'A', BOX)).forEach((bulge, i) => expect(bulge).toBeCloseTo(-(near[i] ?? 0), 9));
});

it('leaves the rings straight where the bark side is unknown', () => {
  expect(bulges(endRings('near', undefined, BOX))).toEqual([0, 0, 0]);
});
