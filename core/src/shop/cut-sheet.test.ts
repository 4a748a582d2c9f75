import fc from 'fast-check';
import { expect, it } from 'vitest';
import { randomInstance } from '../../test-support/random-instances.ts';
import { solveMatch } from '../solver/solve.ts';
import { cutSheet, type CutSheet } from './cut-sheet.ts';

interface Named {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

const rect = (name: string, x: number, y: number, length: number, width: number): Named => ({
  name,
  x,
  y,
  length,
  width,
});

const inWords = (sheet: CutSheet<Named> | null): string[] =>
  sheet?.cuts.map((cut) => {
    const frees = cut.frees.map((freed) => (typeof freed === 'string' ? freed : freed.name));
    return `${cut.kind} ${cut.workpiece} at ${cut.atMm} ${cut.blade}: ${frees.join(' + ') || 'waste'}`;
  }) ?? [];

it('counts a kerf between two parts as one cut', () => {
  const board = { length: 1003, width: 100 };
  const sheet = cutSheet(board, [rect('A', 0, 0, 500, 100), rect('B', 503, 0, 500, 100)], 3);
  expect(inWords(sheet)).toEqual(['crosscut the board at 500 beyond the line: A + B']);
});

it('needs no cut where a part is the whole board', () => {
  expect(cutSheet({ length: 500, width: 100 }, [rect('A', 0, 0, 500, 100)], 3)?.cuts).toEqual([]);
});

it('gives cuts in sawing order, measured on the workpiece in hand', () => {
  const parts = [rect('A', 10, 0, 600, 40), rect('B', 10, 43, 600, 40), rect('C', 620, 20, 300, 60)];
  expect(inWords(cutSheet({ length: 1000, width: 100 }, parts, 3))).toEqual([
    'crosscut the board at 10 before the line: waste',
    'crosscut the board at 610 beyond the line: length 1',
    'crosscut the board at 620 before the line: waste',
    'crosscut the board at 920 beyond the line: length 2',
    'rip length 1 at 40 beyond the line: A',
    'rip length 1 at 83 beyond the line: B',
    'rip length 2 at 20 before the line: waste',
    'rip length 2 at 80 beyond the line: C',
  ]);
});

it('rips first where that is the only way, and crosscuts the strips after', () => {
  const parts = [rect('A', 0, 0, 1000, 40), rect('B', 0, 43, 400, 40), rect('C', 403, 43, 400, 30)];
  expect(inWords(cutSheet({ length: 1000, width: 83 }, parts, 3))).toEqual([
    'rip the board at 40 beyond the line: A + strip 2',
    'crosscut strip 2 at 400 beyond the line: B',
    'crosscut strip 2 at 803 beyond the line: length 2.2',
    'rip length 2.2 at 30 beyond the line: C',
  ]);
});

it('says when three stages do not do it', () => {
  const pinwheel = [
    rect('a', 0, 0, 60, 30),
    rect('b', 63, 0, 30, 60),
    rect('c', 33, 63, 60, 30),
    rect('d', 0, 33, 30, 60),
  ];
  expect(cutSheet({ length: 93, width: 93 }, pinwheel, 3)).toBeNull();
});

it('sets every part and offcut of any plan free exactly once', () => {
  fc.assert(
    fc.property(randomInstance, (problem) => {
      let rounds = 5;
      const plan = solveMatch(problem, () => rounds-- <= 0);
      for (const board of problem.boards) {
        const placed = plan.placements.filter((placement) => placement.boardId === board.id);
        if (placed.length === 0) continue;
        const sheet = cutSheet(board, placed, problem.kerf);
        const freed = sheet?.cuts.flatMap((cut) => cut.frees.filter((one) => typeof one !== 'string')) ?? [];
        const whole = placed.length === 1 && sheet?.cuts.length === 0;
        expect(freed).toHaveLength(whole ? 0 : placed.length);
        for (const cut of sheet?.cuts ?? []) expect(cut.atMm).toBeGreaterThan(0);
      }
    }),
    { numRuns: 80 },
  );
});
