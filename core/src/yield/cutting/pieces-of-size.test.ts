import fc from 'fast-check';
import { expect, it } from 'vitest';
import { gridPieces, type GridCase } from '../../../test-support/grid-cuttings.ts';
import { overlaps, type Rect } from '../../geometry/rectangle.ts';
import { piecesOfSize } from './pieces-of-size.ts';

it('counts what a clear board holds', () => {
  const got = piecesOfSize({ length: 1000, width: 100 }, [], { length: 300, width: 30 }, 5);
  expect(got.crosscutFirst).toHaveLength(9);
  expect(got.ripFirst).toHaveLength(9);
});

it('goes round a finding by the school that suits', () => {
  const nails = [{ x: 300, y: 0, length: 10, width: 10 }];
  const { crosscutFirst, ripFirst } = piecesOfSize(
    { length: 620, width: 60 },
    nails,
    { length: 300, width: 25 },
    5,
  );
  expect(crosscutFirst).toHaveLength(4);
  expect(ripFirst).toHaveLength(4);
});

const steps = (min: number, max: number) => fc.integer({ min, max }).map((n) => n * 4);
const board: fc.Arbitrary<GridCase> = fc.record({
  length: steps(12, 30),
  width: steps(5, 14),
  kerf: steps(1, 2),
  minLength: steps(3, 9),
  minWidth: steps(2, 5),
  blocked: fc.array(
    fc.record({ x: steps(0, 28), y: steps(0, 12), length: steps(1, 5), width: steps(1, 4) }),
    { maxLength: 6 },
  ),
});

it('agrees with a grid that tries everything, and what it cuts is clear', () => {
  fc.assert(
    fc.property(board, (given) => {
      const size = { length: given.minLength, width: given.minWidth };
      const got = piecesOfSize(given, given.blocked, size, given.kerf);
      expect(got.crosscutFirst.length).toBe(gridPieces(given, 4, false));
      expect(got.ripFirst.length).toBe(gridPieces(given, 4, true));
      for (const school of [got.crosscutFirst, got.ripFirst]) {
        school.forEach((piece, i) => {
          expect([piece.length, piece.width]).toEqual([size.length, size.width]);
          const all: readonly Rect[] = [...given.blocked, ...school.slice(i + 1)];
          for (const other of all) expect(overlaps(piece, other, 1e-6)).toBe(false);
          expect(piece.x + piece.length).toBeLessThanOrEqual(given.length + 1e-6);
          expect(piece.y + piece.width).toBeLessThanOrEqual(given.width + 1e-6);
        });
      }
    }),
    { numRuns: Number(process.env['RUNS'] ?? 120), seed: 21 },
  );
});
