import { describe, expect, it } from 'vitest';
import { aFinding, aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_HABITS, estimateYield } from './estimate.ts';
import { longestClear } from './longest-clear.ts';

const habits = { ...DEFAULT_HABITS, endTrimMm: 0 };

describe('estimateYield', () => {
  it('takes the ends off, and all of the rest when it is clear', () => {
    const given = estimateYield(aPiece(), 'clear', { ...habits, endTrimMm: 10 });
    expect(given.share).toBeCloseTo(0.98);
    expect(given.longest).toEqual({ x: 10, y: 0, length: 980, width: 100 });
    expect(given.better).toBe('same');
    expect(given.why).toContain('both schools give the same');
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
