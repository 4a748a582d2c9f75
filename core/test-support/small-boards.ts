/** Small boards of whole millimetres, with findings and pieces, for trying everything on. */
import type { Random } from '../src/foundation/random.ts';
import type { RelaxedItem } from '../src/solver/bound/relaxed-item.ts';
import type { KeepRule, PatternBoard } from '../src/solver/pattern-board.ts';
import type { SmallBoard } from './every-cut.ts';

export const PIECE_BIT = 2;

/** A small board of whole millimetres with a finding or a few, and one to three pieces. */
export function smallBoard(random: Random): SmallBoard {
  const [length, width] = [9 + random.below(6), 5 + random.below(4)];
  const findings = Array.from({ length: random.below(4) }, (): [number, number, number, number] => {
    const [x, y] = [random.below(length), random.below(width)];
    return [x, y, Math.min(length, x + 1 + random.below(3)), Math.min(width, y + 1 + random.below(2))];
  });
  const accepted = random.below(2) === 0;
  const pieces = Array.from({ length: 1 + random.below(2) }, () => {
    const [pieceLength, pieceWidth] = [2 + random.below(5), 1 + random.below(4)];
    const round = random.below(4) === 0 && pieceLength > 2;
    const inner: readonly [number, number, number, number] = round
      ? [1, 0, pieceLength - 2, pieceWidth]
      : [0, 0, pieceLength, pieceWidth];
    return {
      length: pieceLength,
      width: pieceWidth,
      many: 1 + random.below(2),
      barred: accepted ? findings.slice(1) : findings,
      inner,
    };
  });
  return {
    length,
    width,
    kerf: random.below(2),
    unclear: findings,
    pieces,
    leastLength: 2 + random.below(3),
    leastWidth: 1 + random.below(3),
  };
}

/** The same board as the solver has it. */
export function asked(small: SmallBoard): {
  readonly board: PatternBoard;
  readonly items: readonly RelaxedItem[];
  readonly keep: KeepRule;
} {
  const barred = small.pieces[0]?.barred ?? [];
  return {
    board: {
      length: small.length,
      width: small.width,
      kerf: small.kerf,
      blocked: Float64Array.from(small.unclear.flat()),
      masks: Int32Array.from(small.unclear, (finding) => 1 | (barred.includes(finding) ? PIECE_BIT : 0)),
    },
    items: small.pieces.map(({ length, width, inner }) => ({ length, width, gradeBit: PIECE_BIT, inner })),
    keep: { minLength: small.leastLength, minWidth: small.leastWidth, perMm2: 1, gradeBit: 1 },
  };
}
