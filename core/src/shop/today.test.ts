import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aPiece } from '../../test-support/made-up-pieces.ts';
import { DEFAULT_MACHINES } from '../yield/machines.ts';
import { cutSheet } from './cut-sheet.ts';
import { dayOfSawing, type BoardToSaw } from './today.ts';

interface Placed {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

/** A board with rows of parts, `rows` across and `lengths` along each. */
function board(id: string, lengths: readonly number[], rows: readonly number[]): BoardToSaw<Placed> {
  const placed: Placed[] = [];
  let y = 0;
  rows.forEach((width, row) => {
    let x = 0;
    for (const length of lengths) {
      placed.push({ name: `${id} ${row} ${x}`, x, y, length, width });
      x += length + 3;
    }
    y += width + 3;
  });
  const size = {
    length: lengths.reduce((sum, length) => sum + length + 3, 20),
    width: rows.reduce((sum, width) => sum + width + 3, 10),
  };
  const piece = aPiece({ id, tag: `B-${id}`, ...size });
  return { piece, cuts: cutSheet(size, placed, 3)?.cuts ?? [] };
}

describe('a day of sawing', () => {
  it('makes the same cut on all boards at one setting', () => {
    const boards = ['1', '2', '3'].map((id) => board(id, [400], [60]));
    const day = dayOfSawing(boards, DEFAULT_MACHINES);
    expect(day.setUps.map(({ kind, atMm, cuts }) => [kind, atMm, cuts.map(({ tag }) => tag)])).toEqual([
      ['crosscut', 400, ['B-1', 'B-2', 'B-3']],
      ['rip', 60, ['B-1', 'B-2', 'B-3']],
    ]);
    expect([day.settings, day.least, day.boardByBoard]).toEqual([2, 2, 6]);
  });

  it('has nothing to do without boards', () => {
    expect(dayOfSawing([], DEFAULT_MACHINES)).toEqual({ setUps: [], settings: 0, least: 0, boardByBoard: 0 });
  });

  it('says where no saw of the shop makes a cut', () => {
    const thick = board('1', [400], [60]);
    const day = dayOfSawing([{ ...thick, piece: { ...thick.piece, thickness: 400 } }], DEFAULT_MACHINES);
    expect(day.setUps.every(({ way }) => way === null)).toBe(true);
  });

  const random = fc.array(
    fc.tuple(
      fc.array(fc.constantFrom(200, 300, 450), { minLength: 1, maxLength: 3 }),
      fc.array(fc.constantFrom(40, 60, 80), { minLength: 1, maxLength: 3 }),
    ),
    { minLength: 1, maxLength: 8 },
  );

  it('makes every cut once, none before what it needs, and never sets oftener than board by board', () => {
    fc.assert(
      fc.property(random, (made) => {
        const boards = made.map(([lengths, rows], i) => board(String(i), lengths, rows));
        const day = dayOfSawing(boards, DEFAULT_MACHINES);
        const order = day.setUps.flatMap(({ cuts }) => cuts);
        expect(order).toHaveLength(boards.reduce((sum, { cuts }) => sum + cuts.length, 0));
        const seen = new Map<string, Set<number>>();
        for (const { pieceId, number } of order) {
          const cuts = boards.find(({ piece }) => piece.id === pieceId)?.cuts ?? [];
          const cut = cuts.find((one) => one.number === number);
          const made = seen.get(pieceId) ?? new Set<number>();
          for (const other of cuts) {
            const frees = other.frees.includes(cut?.workpiece ?? '');
            const before = other.workpiece === cut?.workpiece && other.number < number;
            if (frees || before) expect(made.has(other.number)).toBe(true);
          }
          seen.set(pieceId, made.add(number));
        }
        expect(day.settings).toBeGreaterThanOrEqual(day.least);
        expect(day.settings).toBeLessThanOrEqual(day.boardByBoard);
      }),
      { numRuns: 300 },
    );
  });
});
