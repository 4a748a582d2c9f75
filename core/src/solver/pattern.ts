/**
 * The best that one board can give at given prices: which parts to cut from it, and where.
 *
 * Idea. Three stages of through-cuts make bands, slots and stacks: the first stage parts the board in
 * bands along u, the second parts a band in slots along v, the third parts a slot in a stack along u whose
 * members are all as long as the slot. With u across the grain this is rip first, with u along it crosscut
 * first, so one dynamic programme serves both orders: slots are packed along a band, then bands along the
 * board. Places are exact: a label stands where the last cut ended or where a finding ends. Labels that
 * end within the same small step compete by worth, and copies are counted along the path of a label, so
 * that no pattern takes more of a part than is wanted. Leftovers large and clear enough to keep earn
 * their credit inside the programme. Set out by Gilmore and Gomory (1965) for boards without faults;
 * labels in place of a grid because faults and kerf leave no grid to stand on.
 *
 * Cost. About labels × classes for a band and labels × heights for the board; `Effort` bounds all of
 * them, so the answer is the best of those looked at, not proven best.
 */
import type { School } from '../geometry/school.ts';
import { BoardKernel } from './pattern/board-kernel.ts';
import type { Effort, KeepRule, Pattern, PatternBoard, PatternItem } from './pattern/pattern-board.ts';
import { TOUCH } from './tolerances.ts';

export * from './pattern/pattern-board.ts';

const BOTH_SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;

/** The best pattern found, or null when nothing of any price fits. `wanted[w]` is how much is wanted at most. */
export function bestPattern(
  board: PatternBoard,
  items: readonly PatternItem[],
  wanted: ArrayLike<number>,
  keep: KeepRule,
  effort: Effort,
  schools: readonly School[] = BOTH_SCHOOLS,
): Pattern | null {
  let best: Pattern | null = null;
  for (const school of schools) {
    const found = new BoardKernel(board, items, wanted, keep, effort, school).best();
    if (found !== null && (best === null || found.worth > best.worth + TOUCH)) best = found;
  }
  return best;
}
