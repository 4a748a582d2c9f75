import { describe, expect, it } from 'vitest';
import { mostKept, type SmallBoard } from '../../../../test-support/every-cut.ts';
import { asked, smallBoard } from '../../../../test-support/small-boards.ts';
import { seededRandom } from '../../../foundation/random.ts';
import { DecidedWays, type DecidedGain } from './ways.ts';
import { SCALE } from '../scale.ts';

const SCHOOLS = ['crosscutFirst', 'ripFirst'] as const;

function gained(
  small: SmallBoard,
  prices: readonly number[],
  worth: number,
  least: readonly number[],
): DecidedGain | null {
  const { board, items, keep } = asked(small);
  const ways = new DecidedWays(board, items, keep).gain(
    Float64Array.from(prices, (price) => price * SCALE),
    worth * SCALE,
    Float64Array.from(least),
    Float64Array.from(small.pieces, ({ many }) => many),
    null,
  );
  for (;;) {
    const next = ways.next();
    if (next.done === true) return next.value;
  }
}

/** The same by trying every lot of pieces, and every whole millimetre for each. */
function triedOut(small: SmallBoard, prices: readonly number[], least: readonly number[]): number {
  let best = -Infinity;
  const counts = small.pieces.map(() => 0);
  const lots = (i: number): void => {
    const piece = small.pieces[i];
    if (!piece) {
      if (counts.every((many) => many === 0) || counts.some((many, n) => many < (least[n] as number))) return;
      const pieces = small.pieces.map((each, n) => ({ ...each, many: counts[n] as number }));
      const kept = Math.max(...SCHOOLS.map((school) => mostKept({ ...small, pieces }, school)));
      best = Math.max(best, kept + counts.reduce((sum, many, n) => sum + many * (prices[n] as number), 0));
      return;
    }
    for (counts[i] = 0; counts[i] <= piece.many; counts[i]++) lots(i + 1);
    counts[i] = 0;
  };
  lots(0);
  return best;
}

describe('the most that a board gains, piece by piece', () => {
  it('is what trying every lot of pieces and every whole millimetre comes to', () => {
    const random = seededRandom(21);
    for (let n = 0; n < 4; n++) {
      const small = smallBoard(random);
      const prices = small.pieces.map(({ length, width }) => length * width * (0.5 + random.next()));
      const none = small.pieces.map(() => 0);
      const most = triedOut(small, prices, none);
      const found = gained(small, prices, 0, none);
      expect((found?.worth ?? 0) / SCALE).toBeCloseTo(Math.max(0, most), 3);
      // No more than what was asked is told where nothing gains as much.
      expect(gained(small, prices, most + 1, none)?.taken).toBeNull();
    }
  });

  it('counts only ways that give as much as they must', () => {
    const random = seededRandom(4);
    for (let n = 0; n < 4; n++) {
      const small = smallBoard(random);
      const prices = small.pieces.map(({ length, width }) => length * width * random.next());
      const least = small.pieces.map((_, i) => Number(i === 0));
      const most = triedOut(small, prices, least);
      const found = gained(small, prices, -1, least);
      if (most === -Infinity) expect(found?.taken).toBeNull();
      else {
        expect((found?.worth ?? 0) / SCALE).toBeCloseTo(most, 3);
        expect(found?.taken?.[0]).toBeGreaterThan(0);
      }
    }
  });

  it('is not told where strips of a panel could be cut: their widths would be to choose too', () => {
    const small = smallBoard(seededRandom(3));
    const { board, items, keep } = asked(small);
    const strips = items.map((item) => ({ ...item, strip: { widest: item.width + 1, joint: 0 } }));
    const one = Float64Array.from(items, () => 1);
    const ways = new DecidedWays(board, strips, keep).gain(one, 0, new Float64Array(items.length), one, null);
    expect(ways.next()).toEqual({ done: true, value: null });
  });
});
