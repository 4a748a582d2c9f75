import type { Rect } from '../../geometry/rectangle.ts';
import type { BoardSize } from './cutting-rule.ts';
import { Obstacles } from './obstacles.ts';

/**
 * The longest clear rectangle at least `minWidth` wide, and as wide as that length allows; null when
 * there is none. Sizes in mm. Cost O(n²): a strip of that width is tried at every finding's edge.
 */
export function longestClear(board: BoardSize, blocked: readonly Rect[], minWidth: number): Rect | null {
  if (board.width < minWidth - 1e-6) return null;
  const obstacles = new Obstacles(blocked, board.length, board.width);
  const edges = blocked.flatMap((rect) => [rect.y, rect.y + rect.width]);
  const lows = [0, board.width, ...edges].flatMap((edge) => [edge, edge - minWidth]);
  let best: { from: number; to: number; low: number } | null = null;
  for (const low of lows) {
    if (low < -1e-6 || low + minWidth > board.width + 1e-6) continue;
    for (const [from, to] of obstacles.clearRuns(low, low + minWidth, 0)) {
      if (!best || to - from > best.to - best.from + 1e-6) best = { from, to, low };
    }
  }
  if (!best || best.to - best.from < 1e-6) return null;
  return widened(best.from, best.to, best.low, minWidth, board.width, blocked);
}

function widened(
  from: number,
  to: number,
  low: number,
  minWidth: number,
  boardWidth: number,
  blocked: readonly Rect[],
): Rect {
  let top = 0;
  let bottom = boardWidth;
  for (const rect of blocked) {
    if (rect.x >= to - 1e-6 || rect.x + rect.length <= from + 1e-6) continue;
    if (rect.y + rect.width <= low + 1e-6) top = Math.max(top, rect.y + rect.width);
    else if (rect.y >= low + minWidth - 1e-6) bottom = Math.min(bottom, rect.y);
  }
  return { x: from, y: top, length: to - from, width: bottom - top };
}
