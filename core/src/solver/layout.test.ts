import { describe, expect, it } from 'vitest';
import { DEFAULT_OFFCUT, type MatchBoard, type Placement } from './instance.ts';
import { findSpot } from './layout.ts';
import { findOffcuts } from './offcuts.ts';

const board = (more: Partial<MatchBoard> = {}): MatchBoard => ({
  id: 'A',
  length: 1000,
  width: 100,
  thickness: 20,
  species: 'oak',
  value: 10,
  blocked: { clear: [] },
  ...more,
});
const placed = (x: number, y: number, length: number, width: number, partId = 'p'): Placement => ({
  boardId: 'A',
  partId,
  unit: 0,
  x,
  y,
  length,
  width,
});

describe('findSpot', () => {
  it('begins in a corner, then lies a kerf beside what is there', () => {
    expect(findSpot(board(), [], 400, 40, 'clear', 3)).toMatchObject({ x: 0, y: 0 });
    const beside = findSpot(board(), [placed(0, 0, 400, 40)], 400, 40, 'clear', 3);
    expect([beside?.x, beside?.y].join()).toMatch(/^(0,60|0,43|600,0|600,60|403,0)$/);
  });

  it('goes round what the grade does not accept, and finds none where there is none', () => {
    const blocked = board({ blocked: { clear: [{ x: 300, y: 0, length: 20, width: 100 }] } });
    expect(findSpot(blocked, [], 600, 90, 'clear', 3)?.x).toBeGreaterThanOrEqual(320);
    expect(findSpot(blocked, [], 700, 90, 'clear', 3)).toBeNull();
    expect(findSpot(board(), [], 1001, 40, 'clear', 3)).toBeNull();
    expect(findSpot(board(), [], 400, 40, 'hidden', 3)).toBeNull();
  });

  it('refuses a place that three stages of cuts would not free', () => {
    const square = board({ length: 93, width: 93 });
    const three = [placed(0, 0, 60, 30), placed(63, 0, 30, 60), placed(33, 63, 60, 30)];
    expect(findSpot(square, three, 30, 60, 'clear', 3)).toBeNull();
  });
});

describe('findOffcuts', () => {
  it('keeps what is large enough and quite clear', () => {
    const left = findOffcuts(board(), [placed(0, 0, 500, 100)], DEFAULT_OFFCUT, 3);
    expect(left).toMatchObject([{ partId: 'offcut', x: 503, y: 0, length: 497, width: 100 }]);
    const knotty = board({ blocked: { clear: [{ x: 700, y: 45, length: 10, width: 10 }] } });
    expect(findOffcuts(knotty, [placed(0, 0, 500, 100)], DEFAULT_OFFCUT, 3)).toEqual([]);
    expect(findOffcuts(board({ length: 290 }), [], DEFAULT_OFFCUT, 3)).toEqual([]);
  });

  it('takes a leftover no wider than its strip where a wider one would need a fourth cut', () => {
    const strips = [placed(0, 0, 400, 45), placed(0, 48, 1000, 52)];
    const [left] = findOffcuts(board(), strips, { ...DEFAULT_OFFCUT, minWidth: 40 }, 3);
    expect(left).toMatchObject({ x: 403, y: 0, length: 597, width: 45 });
  });
});
