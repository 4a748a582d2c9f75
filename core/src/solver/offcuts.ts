/**
 * What is left of a cut board and worth keeping: rectangles free of what the offcut's grade rejects, of at least the offcut rule's size
 * that the same three stages of cuts set free. Greedy: the largest first.
 *
 * Idea. Between every pair of edges along x, the gaps across y give the largest empty rectangles; each
 * is also tried cropped to the height or the length of a placement, since a leftover in the last stage
 * must be as wide as its strip.
 */
import { areaMm2, type Rect } from '../geometry/rectangle.ts';
import { canBeSawn } from './cut-tree.ts';
import { OFFCUT_ID, offcutGrade, type MatchBoard, type OffcutRule, type Placement } from './instance.ts';
import { TOUCH } from './tolerances.ts';

/** More offcuts than this from one board are firewood. */
const MOST = 4;

export function findOffcuts(
  board: MatchBoard,
  placed: readonly Placement[],
  rule: OffcutRule,
  kerf: number,
): Placement[] {
  const blocked = board.blocked[offcutGrade(rule)];
  if (!blocked || board.length < rule.minLength || board.width < rule.minWidth) return [];
  const offcuts: Placement[] = [];
  while (offcuts.length < MOST) {
    const taken = [...placed, ...offcuts];
    const found = largestLeft(board, blocked, taken, rule, kerf);
    if (!found) break;
    offcuts.push({ ...found, boardId: board.id, partId: OFFCUT_ID, unit: offcuts.length });
  }
  return offcuts;
}

function largestLeft(
  board: MatchBoard,
  blocked: readonly Rect[],
  taken: readonly Placement[],
  rule: OffcutRule,
  kerf: number,
): Rect | null {
  const walls = [
    ...blocked,
    ...taken.map((rect) => ({
      x: rect.x - kerf,
      y: rect.y - kerf,
      length: rect.length + 2 * kerf,
      width: rect.width + 2 * kerf,
    })),
  ];
  const candidates: Rect[] = [];
  for (const free of emptyRects(board, walls, rule)) {
    candidates.push(free);
    for (const rect of taken) {
      if (free.y <= rect.y + TOUCH && free.y + free.width >= rect.y + rect.width - TOUCH) {
        candidates.push({ ...free, y: rect.y, width: rect.width });
      }
      if (free.x <= rect.x + TOUCH && free.x + free.length >= rect.x + rect.length - TOUCH) {
        candidates.push({ ...free, x: rect.x, length: rect.length });
      }
    }
  }
  const large = candidates
    .filter((rect) => rect.length >= rule.minLength - TOUCH && rect.width >= rule.minWidth - TOUCH)
    .sort((a, b) => areaMm2(b) - areaMm2(a));
  for (const rect of large) {
    if (canBeSawn([...taken, rect] as readonly Rect[], kerf, board)) return rect;
  }
  return null;
}

function emptyRects(board: MatchBoard, walls: readonly Rect[], rule: OffcutRule): Rect[] {
  const lefts = [...new Set([0, ...walls.map((wall) => wall.x + wall.length)])].filter(
    (x) => x >= 0 && x < board.length,
  );
  const rights = [...new Set([board.length, ...walls.map((wall) => wall.x)])].filter(
    (x) => x > 0 && x <= board.length,
  );
  const found: Rect[] = [];
  for (const left of lefts) {
    for (const right of rights) {
      if (right - left < rule.minLength - TOUCH) continue;
      const beside = walls
        .filter((wall) => wall.x < right - TOUCH && wall.x + wall.length > left + TOUCH)
        .sort((a, b) => a.y - b.y);
      let free = 0;
      const gap = (until: number): void => {
        if (until - free >= rule.minWidth - TOUCH) {
          found.push({ x: left, y: free, length: right - left, width: until - free });
        }
      };
      for (const wall of beside) {
        gap(wall.y);
        free = Math.max(free, wall.y + wall.width);
      }
      gap(board.width);
    }
  }
  return found;
}
