import { expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { layRow, type RowWish } from './finding-row.ts';

const piece = aPiece();
const nail = aFinding('metal', { x: 75, y: 10, length: 10, width: 10 });

function lay(wish: RowWish, first = nail) {
  let id = 0;
  return layRow(first, wish, piece, 'row', () => `n${id++}`);
}

it('lays pairs evenly, the last as far from its end as the first', () => {
  const row = lay({ count: 6, pairs: true });
  expect(row).toHaveLength(12);
  expect(row.map(({ x }) => x + 5)).toEqual([80, 80, 248, 248, 416, 416, 584, 584, 752, 752, 920, 920]);
  expect(row.slice(0, 2).map(({ y }) => y)).toEqual([10, 80]);
  expect(new Set(row.map(({ row: name }) => name))).toEqual(new Set(['row']));
  expect(row[0]?.id).toBe(nail.id);
  expect(new Set(row.map(({ id }) => id)).size).toBe(12);
});

it('keeps a spacing that is given, and what still lies on the piece', () => {
  expect(lay({ count: 4, spacing: 300, pairs: false }).map(({ x }) => x)).toEqual([75, 375, 675, 975]);
  expect(lay({ count: 5, spacing: 300, pairs: false })).toHaveLength(4);
  expect(lay({ count: 1, pairs: false })).toHaveLength(1);
});

it('parts a pair that was dropped in the middle of the width', () => {
  expect(lay({ count: 2, pairs: true }, { ...nail, y: 45 }).map(({ y }) => y)).toEqual([10, 80, 10, 80]);
  expect(lay({ count: 2, pairs: false }, { ...nail, y: 45 }).map(({ y }) => y)).toEqual([45, 45]);
});
