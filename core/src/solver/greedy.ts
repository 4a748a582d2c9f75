/**
 * Fills what is open board by board: always the board whose best cutting gives most for what it spends at
 * the present prices. Boards are calculated when their turn comes and again only when what they gave is no
 * longer wanted, since a board can only give less as less is open (lazy greedy, Minoux 1978).
 */
import TinyQueue from 'tinyqueue';
import type { Effort } from './pattern.ts';
import { lay, stillWanted, type Draft } from './draft.ts';
import type { Column, Problem } from './problem.ts';
import type { Want } from './want.ts';
import { NEVER_ZERO, TOUCH } from './tolerances.ts';

interface Entry {
  readonly board: number;
  readonly rate: number;
  readonly column: Column | null;
}

export function gainOf(problem: Problem, column: Column, prices: ArrayLike<number>): number {
  const at = problem.pricesAt[column.board] as number;
  let gain = 0;
  for (let i = 0; i < column.gives.length; i += 2) {
    gain += (prices[at + (column.gives[i] as number)] as number) * (column.gives[i + 1] as number);
  }
  return gain;
}

const UNFAVOURED = (): number => 1;

/**
 * Lays columns on `boards` until nothing is open or no board gives anything. What a board gives for what it spends is taken
 * `favour` times as high.
 */
export function fillGreedily(
  problem: Problem,
  draft: Draft,
  boards: readonly number[],
  prices: ArrayLike<number>,
  effort: Effort,
  made?: (column: Column) => void,
  favour: (board: number) => number = UNFAVOURED,
): void {
  const heap = new TinyQueue<Entry>([], dearestFirst);
  for (const board of boards) {
    if (draft.columns.has(board)) continue;
    heap.push({ board, rate: favour(board) * hopeOf(problem, board, prices, draft), column: null });
  }
  let openWants = draft.open.reduce((many, left) => many + (left > TOUCH ? 1 : 0), 0);
  while (openWants > 0) {
    const top = heap.pop();
    if (!top || top.rate <= 0) break;
    if (top.column !== null && stillWanted(problem, top.column, draft)) {
      lay(problem, top.column, draft);
      openWants = draft.open.reduce((many, left) => many + (left > TOUCH ? 1 : 0), 0);
      continue;
    }
    const column = problem.column(top.board, prices, draft.open, draft.species, effort);
    if (column === null) continue;
    made?.(column);
    heap.push({
      board: top.board,
      rate: (favour(top.board) * gainOf(problem, column, prices)) / Math.max(NEVER_ZERO, column.cost),
      column,
    });
  }
}

/** What a board could give at most for what it spends: its area at the best price, the rest kept. */
function hopeOf(problem: Problem, b: number, prices: ArrayLike<number>, draft: Draft): number {
  const at = problem.pricesAt[b] as number;
  let best = 0;
  let sum = 0;
  for (const w of problem.wantsOf[b] as Int32Array) {
    const left = draft.open[w] as number;
    if (left <= TOUCH) continue;
    const want = problem.wants[w] as Want;
    const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
    const price = prices[at + w] as number;
    const rate = price / area;
    if (rate > best) best = rate;
    sum += price * left;
  }
  if (best === 0) return 0;
  const whole = problem.wholeCost(b);
  const full = best * problem.areaM2(b) * 1e6;
  // Either the board is full at the best price, or all that is open is cut and the rest is kept.
  const used = Math.min(full, sum);
  const credit = problem.instance.offcut.credit * (1 - used / full);
  return used / Math.max(NEVER_ZERO, whole * (1 - credit));
}

/** The greatest rate first; ties go to the lower board. */
const dearestFirst = (a: Entry, b: Entry): number => b.rate - a.rate || a.board - b.board;
