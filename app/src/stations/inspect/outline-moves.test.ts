import { expect, it } from 'vitest';
import { outlineFault, outlineOf } from '@aldrek/core/wood';
import { aBoard } from '../../../test-support/made-up-piece';
import { moved, readWidths, withoutPoint, withPoint } from './outline-moves';

const board = outlineOf(aBoard());

it('adds a point where the edge runs, moves it, and drops it again', () => {
  const one = withPoint(board, 'lower', 400);
  expect(one.lower).toEqual([
    { x: 0, y: 100 },
    { x: 400, y: 100 },
    { x: 1000, y: 100 },
  ]);
  const pulled = moved(one, { edge: 'lower', index: 1 }, 450, 60, 100);
  expect(pulled.lower[1]).toEqual({ x: 450, y: 60 });
  expect(withoutPoint(pulled, { edge: 'lower', index: 1 })).toEqual(board);
  expect(withoutPoint(pulled, { edge: 'lower', index: 0 })).toBe(pulled);
});

it('never lets the edges cross, turn back or leave the piece', () => {
  const one = withPoint(withPoint(board, 'lower', 400), 'lower', 600);
  for (const [x, y] of [
    [900, -50],
    [-100, 500],
    [300, 20],
  ] as const) {
    for (const index of [0, 1, 2, 3]) {
      const next = moved(one, { edge: 'lower', index }, x, y, 100);
      expect(outlineFault(next, 1000, 100)).toBeNull();
    }
  }
});

it('reads widths along the length, and says what it can’t', () => {
  expect(readWidths('0:80, 500:90', 1000, 'mm')).toEqual([
    { x: 0, y: 80 },
    { x: 500, y: 90 },
    { x: 1000, y: 90 },
  ]);
  expect(readWidths('500', 1000, 'mm')).toContain('has no width');
  expect(readWidths('1200:80', 1000, 'mm')).toContain('beyond the piece');
  expect(readWidths('', 1000, 'mm')).toContain('at least one');
});
