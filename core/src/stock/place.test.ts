import { expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { stockByPlace } from './place.ts';

it('says what lies where and how long it has been drying', () => {
  const pieces = [
    aPiece({ id: 'a', place: 'bay 10', since: '2026-02-20', moisturePct: 14 }),
    aPiece({ id: 'b', place: 'bay 10', since: '2026-01-01', moisturePct: 18 }),
    aPiece({ id: 'c', place: 'bay 2' }),
    aPiece({ id: 'd', place: '' }),
  ];
  const stock = stockByPlace(pieces, [{ name: 'loft', shelter: 'shed' }], '2026-03-01');
  expect(stock.map(({ name, pieces: here }) => [name, here.length])).toEqual([
    ['bay 2', 1],
    ['bay 10', 2],
    ['loft', 0],
  ]);
  expect(stock[1]).toMatchObject({ days: { least: 9, most: 59 }, moisturePct: 16, shelter: null });
  expect(stock[2]).toMatchObject({ days: null, moisturePct: null, shelter: 'shed' });
});
