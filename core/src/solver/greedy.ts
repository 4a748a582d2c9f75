/**
 * Fills what is open board by board: always the board whose best cutting gives most for what it spends at
 * the present prices. Boards are calculated when their turn comes and again only when what they gave is no
 * longer wanted, since a board can only give less as less is open (lazy greedy, Minoux 1978).
 */
import TinyQueue from 'tinyqueue';
import type { Effort } from './pattern.ts';
import { anyCutTree } from './cut-tree.ts';
import type { Column, ColumnCut, Problem } from './problem.ts';
import type { Want } from './want.ts';
import { NEVER_ZERO, TOUCH } from './tolerances.ts';

/** Boards cut so far and what is still open; changed in place while a plan is made. */
export interface Draft {
  readonly columns: Map<number, Column>;
  readonly open: Float64Array;
  readonly species: (string | null)[];
}

interface Entry {
  readonly board: number;
  readonly rate: number;
  readonly column: Column | null;
}

/** Whether what the column gives is still wanted, and of the species that its panels have begun with. */
export function stillWanted(problem: Problem, column: Column, draft: Draft): boolean {
  return servesSpecies(problem, column, draft) && serves(column, draft, (much) => much - TOUCH);
}

/** The same, but of a panel any part of what it gives is enough: strips can be cut narrower. */
export function mayStillServe(problem: Problem, column: Column, draft: Draft): boolean {
  const leastOf = (much: number, w: number): number =>
    (problem.wants[w] as Want).panel ? Math.min(much - TOUCH, 2 * TOUCH) : much - TOUCH;
  return servesSpecies(problem, column, draft) && serves(column, draft, leastOf);
}

/** Whether of all that the column gives there is as much open as `leastOf` it. */
function serves(
  { gives }: Column,
  { open }: Draft,
  leastOf: (much: number, want: number) => number,
): boolean {
  for (let i = 0; i < gives.length; i += 2) {
    const w = gives[i] as number;
    if ((open[w] as number) < leastOf(gives[i + 1] as number, w)) return false;
  }
  return true;
}

function servesSpecies(problem: Problem, { board, gives }: Column, { species }: Draft): boolean {
  for (let i = 0; i < gives.length; i += 2) {
    const bound = species[gives[i] as number] ?? null;
    if (bound !== null && bound !== problem.speciesOf[board]) return false;
  }
  return true;
}

export function lay(problem: Problem, column: Column, draft: Draft): void {
  draft.columns.set(column.board, column);
  const { gives } = column;
  for (let i = 0; i < gives.length; i += 2) {
    const w = gives[i] as number;
    const left = (draft.open[w] as number) - (gives[i + 1] as number);
    draft.open[w] = left < TOUCH ? 0 : left;
    if ((problem.wants[w] as Want).panel) draft.species[w] = problem.speciesOf[column.board] ?? null;
  }
}

/**
 * Lays as much of the column as is still wanted; what is given beyond that is left off, strips are cut narrower, and the wood of
 * it stays waste here.
 */
export function layWanted(problem: Problem, column: Column, draft: Draft): void {
  if (stillWanted(problem, column, draft)) {
    lay(problem, column, draft);
    return;
  }
  const left = draft.open.slice();
  const gives = new Map<number, number>();
  const cuts = column.cuts.filter(({ want, fills }) => {
    if (want < 0) return true;
    const bound = draft.species[want] ?? null;
    const room = left[want] as number;
    if (room <= TOUCH || (bound !== null && bound !== problem.speciesOf[column.board])) return false;
    if (!(problem.wants[want] as Want).panel && room < fills - TOUCH) return false;
    left[want] = Math.max(0, room - fills);
    gives.set(want, (gives.get(want) ?? 0) + Math.min(room, fills));
    return true;
  });
  if (gives.size === 0) return;
  const { kerf } = problem.board(column.board);
  const narrow = cuts.map((cut) => narrower(problem, cut, gives, cuts));
  const laid = anyCutTree(narrow, kerf) ? narrow : cuts;
  if (problem.canSaw(column.board, laid))
    lay(problem, { ...column, cuts: laid, gives: [...gives].flat() }, draft);
}

/** A strip as wide as is needed beside the others of its panel, but no narrower than may be; anything else as it is. */
function narrower(
  problem: Problem,
  cut: ColumnCut,
  gives: ReadonlyMap<number, number>,
  cuts: readonly ColumnCut[],
): ColumnCut {
  const want = problem.wants[cut.want];
  const strips = cuts.filter((other) => other.want === cut.want);
  if (!want?.panel || strips[strips.length - 1] !== cut) return cut;
  const all = strips.reduce((sum, { fills }) => sum + fills, 0);
  const width = Math.max(
    cut.width - (all - (gives.get(cut.want) ?? 0)),
    Math.min(cut.width, want.part.minStrip ?? 1),
  );
  return { ...cut, width, fills: cut.fills - (cut.width - width) };
}

/**
 * Lays what a whole-number programme has chosen. Its demand rows ask for at least what is wanted, so it may choose more:
 * the columns of the plan at hand, which together never exceed the demand, come first, and of the others only what is
 * then still wanted. In any other order a part would now and then be cut once more than is wanted.
 */
export function layChosen(
  problem: Problem,
  chosen: readonly Column[],
  atHand: ReadonlySet<Column>,
  draft: Draft,
): void {
  for (const column of chosen) if (atHand.has(column)) lay(problem, column, draft);
  for (const column of chosen) if (!atHand.has(column)) layWanted(problem, column, draft);
}

/** What ways to cut cost together. */
export const costOf = (columns: readonly Column[]): number =>
  columns.reduce((sum, { cost }) => sum + cost, 0);

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
