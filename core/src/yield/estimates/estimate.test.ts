import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyInspectedPiece, turnedPiece } from '../../../test-support/any-piece.ts';
import { aFinding, aPiece } from '../../../test-support/made-up-pieces.ts';
import { bandBetween } from '../../geometry/outline.ts';
import { GRADES, type Grade } from '../../stock/grade.ts';
import { isStraight, outlineOf, type Piece } from '../../stock/piece.ts';
import { canGive } from './can-give.ts';
import { clearCuttings } from '../cutting/clear-cuttings.ts';
import { estimateYield } from './estimate.ts';
import { DEFAULT_HABITS } from '../habits.ts';
import { longestClear } from '../cutting/longest-clear.ts';
import { DEFAULT_MACHINES } from '../machines.ts';
import { usableThickness } from '../thickness/thickness.ts';
import { edgeLoss } from '../thickness/trade-table.ts';

const habits = { ...DEFAULT_HABITS, endTrimMm: 0 };

describe('estimateYield', () => {
  it('takes the ends off, and all of the rest when it is clear', () => {
    const given = estimateYield(aPiece(), 'clear', { ...habits, endTrimMm: 10 });
    expect(given.share).toBeCloseTo(0.98);
    expect(given.longest).toEqual({ x: 10, y: 0, length: 980, width: 100 });
    expect(given.better).toBe('same');
    expect(given.why).toContain('both cutting orders give the same');
  });

  it('shows the better face of a piece that is spoilt on one', () => {
    const piece = aPiece({ findings: [aFinding('stain', { face: 'A', length: 500, width: 90, y: 5 })] });
    const given = estimateYield(piece, 'one-face', habits);
    expect(given.showFace).toBe('B');
    expect(given.share).toBe(1);
  });

  it('says why ripping wins where faults lie in line, and crosscutting where they reach across', () => {
    const scattered: [number, number, number, number][] = [
      [40, 70, 10, 20],
      [770, 0, 130, 20],
      [250, 40, 10, 30],
      [790, 50, 10, 10],
      [380, 60, 20, 30],
    ];
    const metal = scattered.map(([x, y, length, width]) => aFinding('metal', { x, y, length, width }));
    const ripped = estimateYield(aPiece({ findings: metal }), 'clear', { ...habits, minLengthMm: 300 });
    expect(ripped.better).toBe('ripFirst');
    expect(ripped.why).toMatch(/^Rip first gives 8\.7 % more/);
    const apart = [
      aFinding('metal', { x: 120, y: 36, length: 16, width: 16 }),
      aFinding('rot', { x: 300, y: 0, length: 60, width: 32 }),
    ];
    const short = aPiece({ length: 480, width: 96, findings: apart });
    const crosscut = estimateYield(short, 'clear', {
      ...habits,
      kerfMm: 4,
      minLengthMm: 80,
      minWidthMm: 24,
      endTrimMm: 0,
    });
    expect(crosscut.better).toBe('crosscutFirst');
    expect(crosscut.why).toMatch(/^Crosscut first gives .* more/);
  });

  it('says so when nothing is left', () => {
    const rotten = aPiece({ findings: [aFinding('rot', { x: 0, y: 0, length: 1000, width: 100 })] });
    const given = estimateYield(rotten, 'hidden', habits);
    expect(given).toMatchObject({ areaMm2: 0, longest: null, widest: null });
    expect(given.why).toContain('Nothing of the least size');
  });
});

describe('a slanting edge', () => {
  it('gives nearly what far finer stairs would', () => {
    for (const [widthFar, kerf] of [
      [60, 3],
      [40, 3],
      [90, 3],
    ] as const) {
      const piece = aPiece({ length: 1000, width: 100, widthFar });
      const rule = { ...habits, kerfMm: kerf, minLengthMm: 100, minWidthMm: 15 };
      const given = estimateYield(piece, 'clear', rule);
      const fine = Array.from({ length: 100 }, (_, i) => ({
        x: i * 10,
        y: 100 - ((100 - widthFar) * (i + 1)) / 100,
        length: 10,
        width: ((100 - widthFar) * (i + 1)) / 100,
      }));
      const finest = clearCuttings(piece, fine, rule);
      for (const school of ['crosscutFirst', 'ripFirst'] as const) {
        expect(given[school].areaMm2 / finest[school].areaMm2).toBeGreaterThan(0.99);
        expect(given[school].areaMm2).toBeLessThan((1000 * (100 + widthFar)) / 2);
      }
    }
  });

  it('is met where it stands: no cutting leaves the outline', () => {
    fc.assert(
      fc.property(anyInspectedPiece, (piece) => {
        const { crosscutFirst, ripFirst } = estimateYield(piece, 'clear', habits);
        for (const { x, y, length, width } of [...crosscutFirst.cuttings, ...ripFirst.cuttings]) {
          // A hair inside, so that a cut at a step is on one side of it.
          const band = bandBetween(outlineOf(piece), x + 1e-4, x + length - 1e-4);
          expect(y).toBeGreaterThanOrEqual(band.upper - 1e-5);
          expect(y + width).toBeLessThanOrEqual(band.lower + 1e-5);
        }
      }),
      { numRuns: 25 },
    );
  });
});

/** What gives no more than what: a coarser grade accepts all that a finer one does. */
const FINER_THAN: readonly (readonly [finer: Grade, coarser: Grade])[] = [
  ['clear', 'one-face'],
  ['clear', 'character'],
  ['character', 'hidden'],
  ['character', 'weathered'],
];

describe('any piece', () => {
  const area = (piece: Piece, grade: Grade): number => estimateYield(piece, grade, habits).areaMm2;

  it('gives no less to a coarser grade', () => {
    fc.assert(
      fc.property(anyInspectedPiece, fc.constantFrom(...FINER_THAN), (piece, [finer, coarser]) => {
        expect(area(piece, coarser)).toBeGreaterThanOrEqual(area(piece, finer) - slack(piece));
      }),
      { numRuns: 20, endOnFailure: true },
    );
  });

  it('gives no more when a finding is added', () => {
    fc.assert(
      fc.property(anyInspectedPiece, fc.constantFrom(...GRADES), (piece, grade) => {
        const fewer = { ...piece, findings: piece.findings.slice(1) };
        expect(area(piece, grade)).toBeLessThanOrEqual(area(fewer, grade) + slack(piece));
        const volume = (one: Piece): number => estimateYield(one, grade, habits).volumeM3;
        // A coat may ask for a deeper clean-up, never for a thicker board; the best by area may differ in width.
        if (isStraight(piece) && !piece.warp)
          expect(volume(piece)).toBeLessThanOrEqual(volume(fewer) * 1.02 + 1e-9);
      }),
      { numRuns: 20, endOnFailure: true },
    );
  });

  it('gives the same turned end for end and turned over', () => {
    fc.assert(
      fc.property(anyInspectedPiece, fc.boolean(), (piece, along) => {
        for (const grade of ['clear', 'one-face'] as const) {
          const here = estimateYield(piece, grade, habits);
          const there = estimateYield(turnedPiece(piece, along), grade, habits);
          expect(Math.abs(there.areaMm2 - here.areaMm2)).toBeLessThanOrEqual(1);
          expect(there.thicknessWhole).toBeCloseTo(here.thicknessWhole, 6);
        }
      }),
      { numRuns: 10, endOnFailure: true },
    );
  });

  /** Stairs of a slanting edge are placed by its own cuts, so two cuttings of it may differ by part of a stair. */
  function slack(piece: Piece): number {
    return isStraight(piece) ? 1e-3 : 0.02 * 1000 * 200;
  }
});

it('gives a part exactly when one can be cut out of it', () => {
  fc.assert(
    fc.property(
      anyInspectedPiece,
      fc.integer({ min: 100, max: 900 }),
      fc.integer({ min: 20, max: 150 }),
      fc.constantFrom(10, 20, 27),
      fc.constantFrom('clear', 'character', 'hidden'),
      (piece, length, width, thickness, grade) => {
        const want = { length, width, thickness, grade } as const;
        const giving = canGive(piece, want, habits, DEFAULT_MACHINES);
        const rough = width + edgeLoss(piece, length, DEFAULT_MACHINES);
        const count = estimateYield(piece, grade, habits, DEFAULT_MACHINES, {
          length,
          width: rough - 2 * DEFAULT_MACHINES.jointingMm,
        });
        const thick = usableThickness(piece, { length, width: rough }, DEFAULT_MACHINES, grade).mm;
        const one = count.crosscutFirst.cuttings.length > 0;
        expect(giving.gives).toBe(one && thick >= thickness - 1e-6);
      },
    ),
    { numRuns: 30 },
  );
});

it('plans off what lies no deeper than the clean-up', () => {
  const shallow = aPiece({ findings: [aFinding('burn', { depth: 0.4 })] });
  expect(estimateYield(shallow, 'clear', habits).share).toBe(1);
  expect(estimateYield({ ...shallow, keepSkin: ['A'] }, 'clear', habits).share).toBeLessThan(1);
  const deep = aPiece({ findings: [aFinding('burn', { depth: 2 })] });
  expect(estimateYield(deep, 'clear', habits).share).toBeLessThan(1);
});

it('reckons quickly to within the losses that are told, and never more', () => {
  fc.assert(
    fc.property(anyInspectedPiece, (piece) => {
      const exact = estimateYield(piece, 'clear', habits);
      const quick = estimateYield(piece, 'clear', { ...habits, quick: true });
      expect(quick.areaMm2).toBeLessThanOrEqual(exact.areaMm2 + 1e-3);
      expect(quick.areaMm2).toBeGreaterThanOrEqual(0.9 * exact.areaMm2);
    }),
    { numRuns: 20, seed: 17 },
  );
});

it('counts pieces of a size when that is the wish', () => {
  const given = estimateYield(aPiece(), 'clear', habits, DEFAULT_MACHINES, { length: 300, width: 30 });
  expect(given.crosscutFirst.cuttings).toHaveLength(6);
  expect(given.crosscutFirst.cuttings[0]).toMatchObject({ width: 32, finishedWidth: 30, thickness: 24 });
});

describe('longestClear', () => {
  const board = { length: 1000, width: 100 };

  it('finds the longest run of a width beside the faults, and widens it', () => {
    const blocked = [{ x: 400, y: 0, length: 20, width: 30 }];
    expect(longestClear(board, blocked, 50)).toEqual({ x: 0, y: 30, length: 1000, width: 70 });
    expect(longestClear(board, blocked, 80)).toEqual({ x: 420, y: 0, length: 580, width: 100 });
  });

  it('finds none wider than the board, nor in a board that is all blocked', () => {
    expect(longestClear(board, [], 101)).toBeNull();
    expect(longestClear(board, [{ x: 0, y: 0, length: 1000, width: 100 }], 20)).toBeNull();
  });
});
