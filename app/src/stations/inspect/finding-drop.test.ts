import { expect, it } from 'vitest';
import { aBoard } from '../../../test-support/made-up-piece';
import { again, dropped } from './finding-drop';

const piece = aBoard();

it.each([
  ['knot', 500, 50, { x: 485, y: 37.5, face: 'through' }],
  ['stain', 500, 50, { x: 450, y: 20, face: 'B' }],
  ['metal', 2, 1, { x: 0, y: 0, face: 'B' }],
  ['check', 300, 50, { x: 0, y: 48 }],
  ['check', 700, 50, { x: 920 }],
  ['crumble', 990, 50, { x: 940 }],
  ['wane', 500, 30, { y: 0, x: 350 }],
  ['wane', 500, 70, { y: 80 }],
] as const)('a %s pointed at (%d, %d) lands where it would be', (kind, x, y, place) => {
  expect(dropped('a', kind, x, y, 'B', piece)).toMatchObject({ id: 'a', kind, ...place });
});

it('lays the same finding once more with its middle at the rule, and keeps it on the piece', () => {
  const first = dropped('a', 'stain', 500, 30, 'A', piece);
  expect(again('b', first, 700, piece)).toEqual({ ...first, id: 'b', x: 650 });
  expect(again('b', first, 995, piece).x).toBe(900);
});
