import '@angular/compiler';
import { expect, it } from 'vitest';
import type { Piece } from '@aldrek/core/wood';
import { aBoard } from '../../../test-support/made-up-piece';
import { atOnce } from '../../turns/turns';
import { layRack, type RackQuestion } from './rack-layout';

const board = (i: number): Piece =>
  aBoard({
    id: `p${i}`,
    tag: `B-${i}`,
    name: i % 2 === 0 ? 'slat' : 'stave',
    length: 300 + ((i * 379) % 1700),
    thickness: [15, 20, 28][i % 3] ?? 15,
  });
const pieces = Array.from({ length: 1700 }, (_, i) => board(i));
const question = (more: Partial<RackQuestion> = {}): RackQuestion => ({
  pieces,
  query: '',
  by: 'thickness',
  unit: 'mm',
  giving: null,
  byGiving: { figures: new Map(), order: 'worst' },
  ...more,
});

it('lays every piece once, the longest of each stack on top, and knows their lengths', () => {
  const laid = atOnce(layRack(question(), new WeakMap()));
  expect(laid.stacks.map(({ pieces: own }) => own.length)).toEqual([567, 567, 566]);
  expect(new Set(laid.stacks.flatMap((stack) => stack.pieces)).size).toBe(1700);
  for (const { pieces: own } of laid.stacks) {
    const lengths = own.map(({ length }) => length);
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
  }
  expect([...laid.lengths]).toEqual(pieces.map(({ length }) => length).sort((a, b) => a - b));
  expect(laid.longest).toBe(laid.lengths.at(-1));
});

it('shows only what is searched for and gives the wanted part, and sorts a rack only once', () => {
  const orders = new WeakMap<readonly Piece[], readonly Piece[]>();
  const slats = atOnce(layRack(question({ query: 'slat' }), orders));
  expect(slats.found).toHaveLength(850);
  const order = orders.get(pieces);
  const giving = new Map([
    ['p2', { gives: true } as never],
    ['p4', { gives: false } as never],
    ['p5', { gives: true } as never],
  ]);
  expect(atOnce(layRack(question({ query: 'slat', giving }), orders)).found.map(({ id }) => id)).toEqual([
    'p2',
  ]);
  expect(orders.get(pieces)).toBe(order);
});
