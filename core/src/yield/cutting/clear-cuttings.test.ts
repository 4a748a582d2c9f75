import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gridCrosscutFirst, gridRipFirst, type GridCase } from '../../../test-support/grid-cuttings.ts';
import { overlaps, type Rect } from '../../geometry/rectangle.ts';
import { clearCuttings, type ClearYield } from './clear-cuttings.ts';

/** Worked by hand and by a grid; blocked rectangles as [x, y, length, width], mm. */
const WORKED = [
  {
    size: [480, 96],
    kerf: 4,
    least: [80, 24],
    blocked: [
      [120, 36, 16, 16],
      [300, 0, 60, 32],
    ],
    crosscutFirst: 42048,
    ripFirst: 41456,
  },
  {
    size: [480, 96],
    kerf: 4,
    least: [80, 24],
    blocked: [
      [160, 0, 12, 96],
      [320, 40, 40, 12],
    ],
    crosscutFirst: 43200,
    ripFirst: 43200,
  },
  {
    size: [480, 96],
    kerf: 4,
    least: [60, 20],
    blocked: [
      [60, 20, 8, 8],
      [60, 68, 8, 8],
      [232, 20, 8, 8],
      [232, 68, 8, 8],
      [400, 20, 8, 8],
      [400, 68, 8, 8],
    ],
    crosscutFirst: 43776,
    ripFirst: 43776,
  },
  {
    size: [400, 120],
    kerf: 4,
    least: [60, 24],
    blocked: [
      [60, 0, 40, 40],
      [160, 64, 12, 20],
      [280, 100, 80, 20],
    ],
    crosscutFirst: 41968,
    ripFirst: 41360,
  },
] as const;

const reckon = (board: GridCase): ClearYield =>
  clearCuttings(board, board.blocked, {
    kerfMm: board.kerf,
    minLengthMm: board.minLength,
    minWidthMm: board.minWidth,
  });

it.each(WORKED)('agrees with the worked case of $blocked.length findings', (worked) => {
  const got = reckon({
    length: worked.size[0],
    width: worked.size[1],
    kerf: worked.kerf,
    minLength: worked.least[0],
    minWidth: worked.least[1],
    blocked: worked.blocked.map(([x, y, length, width]) => ({ x, y, length, width })),
  });
  expect(got.crosscutFirst.areaMm2).toBeCloseTo(worked.crosscutFirst, 3);
  expect(got.ripFirst.areaMm2).toBeCloseTo(worked.ripFirst, 3);
});

const STEP = 4;
const steps = (min: number, max: number) => fc.integer({ min, max }).map((n) => n * STEP);

/** A small board whose every size is a whole number of steps. */
const gridBoard: fc.Arbitrary<GridCase> = fc
  .record({
    length: steps(12, 32),
    width: steps(5, 14),
    kerf: steps(1, 2),
    minLength: steps(3, 7),
    minWidth: steps(2, 4),
    blocked: fc.array(
      fc.record({ x: steps(0, 31), y: steps(0, 13), length: steps(1, 6), width: steps(1, 5) }),
      { maxLength: 6 },
    ),
  })
  .map((board) => ({
    ...board,
    blocked: board.blocked.filter((rect) => rect.x < board.length && rect.y < board.width),
  }));

describe('clear cuttings against a grid that tries everything', () => {
  it('finds the same area by both schools', () => {
    fc.assert(
      fc.property(gridBoard, (board) => {
        const got = reckon(board);
        expect(got.crosscutFirst.areaMm2).toBeCloseTo(gridCrosscutFirst(board, STEP), 3);
        expect(got.ripFirst.areaMm2).toBeCloseTo(gridRipFirst(board, STEP), 3);
      }),
      { numRuns: Number(process.env['RUNS'] ?? 150), seed: Number(process.env['SEED'] ?? 7) },
    );
  });
});

const anyBoard: fc.Arbitrary<GridCase> = fc.record({
  length: fc.double({ min: 200, max: 3000, noNaN: true }),
  width: fc.double({ min: 40, max: 400, noNaN: true }),
  kerf: fc.constantFrom(1.2, 2.4, 3.2),
  minLength: fc.constantFrom(100, 300),
  minWidth: fc.constantFrom(25, 50),
  blocked: fc.array(
    fc.record({
      x: fc.double({ min: 0, max: 2900, noNaN: true }),
      y: fc.double({ min: 0, max: 390, noNaN: true }),
      length: fc.double({ min: 1, max: 300, noNaN: true }),
      width: fc.double({ min: 1, max: 60, noNaN: true }),
    }),
    { maxLength: 10 },
  ),
});

const flipped = (board: GridCase, along: boolean): readonly Rect[] =>
  board.blocked.map((rect) =>
    along
      ? { ...rect, x: board.length - rect.x - rect.length }
      : { ...rect, y: board.width - rect.y - rect.width },
  );

const POWERS = { longest: { length: 2, width: 1 }, widest: { length: 1, width: 2 } } as const;
const worthOf = (cuttings: readonly Rect[], wish: keyof typeof POWERS): number =>
  cuttings.reduce(
    (sum, { length, width }) => sum + length ** POWERS[wish].length * width ** POWERS[wish].width,
    0,
  );

it.each(['longest', 'widest'] as const)('finds what the grid finds when wishing for the %s', (wish) => {
  fc.assert(
    fc.property(gridBoard, (board) => {
      const got = clearCuttings(
        board,
        board.blocked,
        { kerfMm: board.kerf, minLengthMm: board.minLength, minWidthMm: board.minWidth },
        wish,
      );
      const near = (mine: number, grid: number): void =>
        expect(mine / Math.max(1, grid)).toBeCloseTo(grid / Math.max(1, grid), 6);
      near(worthOf(got.crosscutFirst.cuttings, wish), gridCrosscutFirst(board, STEP, POWERS[wish]));
      near(worthOf(got.ripFirst.cuttings, wish), gridRipFirst(board, STEP, POWERS[wish]));
    }),
    { numRuns: Number(process.env['RUNS'] ?? 60), seed: Number(process.env['SEED'] ?? 3) },
  );
});

describe('clear cuttings of any board', () => {
  it('are clear, on the board, large enough and a kerf apart', () => {
    fc.assert(
      fc.property(anyBoard, (board) => {
        for (const school of Object.values(reckon(board)) as ClearYield['ripFirst'][]) {
          school.cuttings.forEach((cutting, i) => {
            expect(cutting.length).toBeGreaterThanOrEqual(board.minLength - 1e-5);
            expect(cutting.width).toBeGreaterThanOrEqual(board.minWidth - 1e-5);
            expect(cutting.x).toBeGreaterThanOrEqual(0);
            expect(cutting.x + cutting.length).toBeLessThanOrEqual(board.length + 1e-5);
            expect(cutting.y + cutting.width).toBeLessThanOrEqual(board.width + 1e-5);
            for (const rect of board.blocked) expect(overlaps(cutting, rect, 1e-5)).toBe(false);
            for (const other of school.cuttings.slice(i + 1)) {
              const grown = {
                x: cutting.x - board.kerf,
                y: cutting.y - board.kerf,
                length: cutting.length + 2 * board.kerf,
                width: cutting.width + 2 * board.kerf,
              };
              expect(overlaps(grown, other, 1e-5)).toBe(false);
            }
          });
        }
      }),
      { numRuns: 60 },
    );
  });

  it('change neither when the board is turned end for end nor when it is turned over', () => {
    fc.assert(
      fc.property(anyBoard, fc.boolean(), (board, along) => {
        const here = reckon(board);
        const there = reckon({ ...board, blocked: flipped(board, along) });
        expect(there.crosscutFirst.areaMm2).toBeCloseTo(here.crosscutFirst.areaMm2, 0);
        expect(there.ripFirst.areaMm2).toBeCloseTo(here.ripFirst.areaMm2, 0);
      }),
      { numRuns: 40 },
    );
  });

  it('never grow when a finding is added', () => {
    fc.assert(
      fc.property(anyBoard, (board) => {
        const fewer = { ...board, blocked: board.blocked.slice(1) };
        expect(reckon(board).crosscutFirst.areaMm2).toBeLessThanOrEqual(
          reckon(fewer).crosscutFirst.areaMm2 + 1e-3,
        );
        expect(reckon(board).ripFirst.areaMm2).toBeLessThanOrEqual(reckon(fewer).ripFirst.areaMm2 + 1e-3);
      }),
      { numRuns: 40 },
    );
  });
});

it('gives nothing from a board below the least cutting, and all of a clear one', () => {
  const rule = { kerfMm: 3, minLengthMm: 300, minWidthMm: 40 };
  expect(clearCuttings({ length: 299, width: 200 }, [], rule).ripFirst.cuttings).toEqual([]);
  expect(clearCuttings({ length: 900, width: 100 }, [], rule).crosscutFirst.cuttings).toEqual([
    { x: 0, y: 0, length: 900, width: 100 },
  ]);
});
