/**
 * The most part area that a tiny problem can cover and the least it then spends, by trying every place on a
 * grid. Only for problems whose every size is a whole number of `step`s, with no kerf and nothing credited.
 */
import type { Rect } from '../src/geometry/rectangle.ts';
import type { MatchInstance, Placement } from '../src/solver/instance.ts';
import { verifyPlan } from '../src/solver/verify-plan.ts';

export function everyPlan(
  instance: MatchInstance,
  step: { x: number; y: number },
): { covered: number; spent: number } {
  const pieces = instance.parts.flatMap((part) =>
    Array.from({ length: part.qty }, (_, unit) => ({ part, unit })),
  );
  let best = { covered: 0, spent: 0 };
  const placed: Placement[] = [];
  const tried = (): void => {
    const touched = new Set(placed.map(({ boardId }) => boardId));
    const covered = placed.reduce((sum, { length, width }) => sum + length * width, 0);
    let spent = 0;
    for (const board of instance.boards)
      if (touched.has(board.id)) spent += (board.value * board.length * board.width) / 1e6;
    if (covered < best.covered || (covered === best.covered && spent >= best.spent)) return;
    const plan = {
      placements: placed,
      coverage: 0,
      consumed: spent,
      boards: touched.size,
      bound: null,
      boundProven: false,
      status: 'short' as const,
      missing: [],
    };
    // Only the layout is of interest here: sums and counts are told again.
    const faults = verifyPlan(instance, plan).filter((fault) => !/coverage|short/.test(fault));
    if (faults.length === 0) best = { covered, spent };
  };
  const go = (at: number): void => {
    const piece = pieces[at];
    if (!piece) {
      tried();
      return;
    }
    const { part, unit } = piece;
    for (const board of instance.boards) {
      for (let x = 0; x + part.length <= board.length; x += step.x) {
        for (let y = 0; y + part.width <= board.width; y += step.y) {
          const rect: Rect = { x, y, length: part.length, width: part.width };
          if (placed.some((other) => other.boardId === board.id && meets(other, rect))) continue;
          placed.push({ ...rect, boardId: board.id, partId: part.id, unit });
          go(at + 1);
          placed.pop();
        }
      }
    }
    go(at + 1);
  };
  go(0);
  return best;
}

const meets = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.length && b.x < a.x + a.length && a.y < b.y + b.width && b.y < a.y + a.width;
