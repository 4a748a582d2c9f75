/**
 * Ways to cut a board in which punched metal stays: no cut may run through it.
 *
 * Idea. The best pattern is taken where its cuts happen to pass the metal by. Where they don't, the board is asked
 * twice again, with the wood beside the metal given up: crosscut first with no band over the metal's stretch of the
 * length, rip first with none over its stretch of the width. Bands then end a kerf short of it, the first stage of cuts
 * passes it by, and no later stage comes near. Exact layouts that wind round a nail are left out; such boards are few.
 */
import type { Rect } from '../geometry/rectangle.ts';
import { canBeSawn } from './cut-tree.ts';
import type { MatchBoard } from './instance.ts';
import {
  bestPattern,
  type Effort,
  type KeepRule,
  type Pattern,
  type PatternBoard,
  type PatternItem,
} from './pattern.ts';

/** {@link bestPattern} with no cut through `board.noSaw`. */
export function patternPastMetal(
  board: MatchBoard,
  ready: PatternBoard,
  items: readonly PatternItem[],
  wanted: ArrayLike<number>,
  keep: KeepRule,
  effort: Effort,
): Pattern | null {
  const free = bestPattern(ready, items, wanted, keep, effort);
  const metal = board.noSaw ?? [];
  if (free === null || metal.length === 0 || canBeSawn(free.laid, ready.kerf, board)) return free;
  let best: Pattern | null = null;
  for (const school of ['crosscutFirst', 'ripFirst'] as const) {
    const given = givenUp(ready, metal, school);
    const found = bestPattern(given, items, wanted, keep, effort, [school]);
    if (found === null || found.worth <= (best?.worth ?? 0)) continue;
    if (canBeSawn(found.laid, ready.kerf, board)) best = found;
  }
  return best;
}

/** The board with a stretch over each piece of metal, a kerf more on either side, that no grade accepts. */
function givenUp(
  ready: PatternBoard,
  metal: readonly Rect[],
  school: 'crosscutFirst' | 'ripFirst',
): PatternBoard {
  const { kerf } = ready;
  const walls = metal.flatMap(({ x, y, length, width }) =>
    school === 'crosscutFirst'
      ? [Math.max(0, x - kerf), 0, Math.min(ready.length, x + length + kerf), ready.width]
      : [0, Math.max(0, y - kerf), ready.length, Math.min(ready.width, y + width + kerf)],
  );
  return {
    ...ready,
    blocked: Float64Array.from([...ready.blocked, ...walls]),
    masks: Int32Array.from([...ready.masks, ...metal.map(() => -1)]),
  };
}
