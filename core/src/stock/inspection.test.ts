import { expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { knocked, withReading } from './inspection.ts';
import { notedOnBench, pieceVolumeM3 } from './piece.ts';

it('keeps readings in order of days, one a day, and the latest counts', () => {
  const first = withReading(aPiece(), 14, '2026-02-01');
  const earlier = withReading(first, 17, '2026-01-10');
  expect(earlier.moisturePct).toBe(14);
  expect(earlier.readings).toEqual([
    { day: '2026-01-10', pct: 17 },
    { day: '2026-02-01', pct: 14 },
  ]);
  const again = withReading(earlier, 13.5, '2026-02-01');
  expect(again.readings).toHaveLength(2);
  expect(again.moisturePct).toBe(13.5);
});

it('adds slices up until an end is sound', () => {
  const broke = knocked(undefined, 25, false);
  expect(broke).toEqual({ trimMm: 25, sound: false });
  expect(knocked(broke, 30, true)).toEqual({ trimMm: 55, sound: true });
});

it('keeps what was noted on the bench when a line is rewritten, the outline only at the same size', () => {
  const outline = {
    upper: [
      { x: 0, y: 0 },
      { x: 1000, y: 0 },
    ],
    lower: [
      { x: 0, y: 100 },
      { x: 1000, y: 60 },
    ],
  };
  const piece = aPiece({ outline, grain: 'flat', scans: { found: '2026-02-01' } });
  expect(notedOnBench(piece, piece)).toEqual({ outline, grain: 'flat', scans: { found: '2026-02-01' } });
  expect(notedOnBench(piece, { length: 900, width: 100 })).toEqual({
    grain: 'flat',
    scans: { found: '2026-02-01' },
  });
  expect(pieceVolumeM3(piece)).toBeCloseTo(1000 * 80 * 25e-9, 12);
});
