import { describe, expect, it } from 'vitest';
import { mostKept, type SmallBoard } from '../../../../test-support/every-cut.ts';
import { asked, PIECE_BIT, smallBoard } from '../../../../test-support/small-boards.ts';
import { seededRandom } from '../../../foundation/random.ts';
import type { KeepRule } from '../../pattern.ts';
import { DecidedBoard, type DecidedCredit, type LaidPiece } from './board.ts';
import type { RelaxedItem } from '../relaxed-item.ts';

const SCHOOLS = ['crosscutFirst', 'ripFirst'] as const;
function decided(small: SmallBoard, school: (typeof SCHOOLS)[number], enough: number): DecidedCredit {
  const { board, items, keep } = asked(small);
  return new DecidedBoard(board, items, keep, school).credit(
    small.pieces.map(({ many }) => many),
    enough,
  );
}

const keptOf = (laid: readonly LaidPiece[]): number =>
  laid.filter(({ item }) => item < 0).reduce((sum, { length, width }) => sum + length * width, 0);

/** What is wrong with a layout, by plain comparison. */
function faultsOf(small: SmallBoard, laid: readonly LaidPiece[]): string[] {
  const faults: string[] = [];
  const { kerf } = small;
  laid.forEach((a, n) => {
    const piece = small.pieces[a.item];
    if (
      a.x < -1e-6 ||
      a.y < -1e-6 ||
      a.x + a.length > small.length + 1e-6 ||
      a.y + a.width > small.width + 1e-6
    )
      faults.push('off the board');
    if (!piece && (a.length < small.leastLength - 1e-6 || a.width < small.leastWidth - 1e-6))
      faults.push('too small to be kept');
    const [dx, dy, length, width] = piece?.inner ?? [0, 0, a.length, a.width];
    for (const [x0, y0, x1, y1] of piece ? piece.barred : small.unclear) {
      const apart =
        x1 <= a.x + dx + 1e-6 ||
        x0 >= a.x + dx + length - 1e-6 ||
        y1 <= a.y + dy + 1e-6 ||
        y0 >= a.y + dy + width - 1e-6;
      if (!apart) faults.push('over a finding');
    }
    for (const b of laid.slice(n + 1)) {
      const apart =
        a.x + a.length + kerf <= b.x + 1e-6 ||
        b.x + b.length + kerf <= a.x + 1e-6 ||
        a.y + a.width + kerf <= b.y + 1e-6 ||
        b.y + b.width + kerf <= a.y + 1e-6;
      if (!apart) faults.push('less than a kerf apart');
    }
  });
  small.pieces.forEach(({ many }, i) => {
    if (laid.filter(({ item }) => item === i).length !== many) faults.push('not the pieces asked for');
  });
  return faults;
}

describe('what can be kept of a board that must give just these pieces', () => {
  it('is what trying every whole millimetre comes to, by a layout that keeps the rules', () => {
    const random = seededRandom(5);
    let possible = 0;
    for (let n = 0; n < 14; n++) {
      const small = smallBoard(random);
      for (const school of SCHOOLS) {
        const most = mostKept(small, school);
        const { atMost, laid } = decided(small, school, -1);
        if (most === -Infinity) {
          expect(atMost, JSON.stringify(small)).toBe(-1);
          continue;
        }
        possible++;
        expect(atMost, `${school} ${JSON.stringify(small)}`).toBeCloseTo(most, 6);
        expect(keptOf(laid ?? [])).toBeCloseTo(most, 6);
        expect(faultsOf(small, laid ?? [])).toEqual([]);
      }
    }
    expect(possible).toBeGreaterThan(12);
  });

  it('leaves out what is worth no more than was asked', () => {
    const random = seededRandom(8);
    for (let n = 0; n < 6; n++) {
      const small = smallBoard(random);
      const most = mostKept(small, 'crosscutFirst');
      if (most === -Infinity) continue;
      expect(decided(small, 'crosscutFirst', most)).toEqual({ atMost: most, laid: null });
      if (most > 0) expect(decided(small, 'crosscutFirst', most - 0.5).atMost).toBeCloseTo(most, 6);
    }
  });

  it('keeps a leftover of just the least size, and none that is a little smaller', () => {
    const keep: KeepRule = { minLength: 300, minWidth: 50, perMm2: 1, gradeBit: 1 };
    const kept = (length: number): number => {
      const board = { length, width: 50, kerf: 4, blocked: new Float64Array(0), masks: new Int32Array(0) };
      const piece: RelaxedItem = { length: 400, width: 50, gradeBit: PIECE_BIT };
      return new DecidedBoard(board, [piece], keep, 'crosscutFirst').credit([1], -1).atMost;
    };
    expect(kept(704)).toBeCloseTo(300 * 50, 6);
    expect(kept(703.9)).toBe(0);
  });

  it('is given up where it would take too much work', () => {
    const { board, items, keep } = asked(smallBoard(seededRandom(5)));
    const found = new DecidedBoard(board, items, keep, 'ripFirst').credit(
      items.map(() => 2),
      -1,
      1,
    );
    expect(found).toEqual({ atMost: Infinity, laid: null });
  });
});
