/**
 * No less than the best that a board can give at given prices, with proof: three stages of cuts, kerf and findings kept,
 * places rounded in the direction that allows more, copies counted of those items that are asked for.
 *
 * The paths over the cells of the board are in `core/kernel/bound/`, where they are told, and are compiled to WebAssembly: most
 * of the time of a proof goes into them. What is here puts a board into cells once, and asks.
 */
import { instantiate, type Compiled } from '../../foundation/compiled.ts';
import type { School } from '../../geometry/school.ts';
import kernelText from '../generated/bound-kernel.js';
import type { KeepRule, PatternBoard } from '../pattern.ts';
import { CellBoard, type Axis, type Barriers } from './cells.ts';
import type { Fineness, RelaxedItem } from './relaxed-item.ts';
import { SlotPlan, type Member, type SlotClass } from './slots.ts';

export interface RelaxedGain {
  /** At least what the best pattern is worth, prices and credit, in whole numbers (value × SCALE). */
  readonly worth: number;
  /** What the pattern that was found cuts, by item: copies, or mm of strip; null where it took too much work to find one. */
  readonly taken: Float64Array | null;
  /** The credit of what it keeps. */
  readonly credit: number;
  /** The same of the best pattern that does not count, nothing given back to it; only where copies are counted. */
  readonly free?: { readonly worth: number; readonly taken: Float64Array | null };
}

/** What rows from each on give at most, on cells `grid` mm high; only for patterns worth more than was asked. */
export interface Guide {
  readonly grid: number;
  readonly left: Float64Array;
}

/** How many copies of each item a way to cut takes at the most and at the least; at most −1: it is not counted. */
export interface Counted {
  readonly most: Int32Array;
  readonly least: Int32Array;
  /** What of the price of a copy was taken off, whole; it is given back in the worth of ways that are counted. */
  readonly off: Float64Array;
}

/** `core/kernel/bound/index.ts`: places in memory are in bytes. */
interface BoundKernel extends Compiled {
  begin(figures: number): number;
  gain(): number;
  guide(): number;
}

/** Bytes of a figure. */
const FIGURE = 8;
const NOT_COUNTED: Counted = { most: new Int32Array(0), least: new Int32Array(0), off: new Float64Array(0) };
const NO_GUIDE: Guide = { grid: 0, left: new Float64Array(0) };

let kernel: BoundKernel | null = null;

/** Whether the kernel can run here: it works on two figures at a time, which old browsers can't. */
export function canBePriced(): boolean {
  try {
    kernel ??= instantiate(kernelText) as BoundKernel;
    return true;
  } catch {
    return false;
  }
}

export class RelaxedPricing {
  /** The board in cells and what may lie on it, as the kernel reads it. */
  private readonly board: Float64Array;
  /** Rows of cells, and mm of one. */
  private readonly rows: Axis;

  constructor(
    board: PatternBoard,
    private readonly items: readonly RelaxedItem[],
    keep: KeepRule,
    school: School,
    fineness: Fineness,
  ) {
    const crosscut = school === 'crosscutFirst';
    const [length, width] = [items.map((item) => item.length), items.map((item) => item.width)];
    const pieces = crosscut ? { u: length, v: width } : { u: width, v: length };
    const least = crosscut
      ? { u: keep.minLength, v: keep.minWidth }
      : { u: keep.minWidth, v: keep.minLength };
    const kept = keep.perMm2 > 0 ? least : { u: Infinity, v: Infinity };
    const cells = new CellBoard(board, school, fineness, pieces, kept);
    const plan = new SlotPlan(cells, items, kept.v);
    this.rows = cells.u;
    this.board = Float64Array.from(boardInFigures(cells, plan, items, keep, least));
  }

  /**
   * At least the worth of the best pattern, when it exceeds `threshold` (whole); else no more than that. Prices are
   * whole: of a copy, or of a mm of strip. `guide` is what the same board on coarser cells left to go by.
   */
  gain(prices: ArrayLike<number>, threshold: number, guide?: Guide, counted?: Counted): RelaxedGain {
    const asked = this.ask(prices, threshold, guide, counted);
    const many = this.items.length;
    const at = asked.gain();
    if (at === 0) return { worth: threshold, taken: new Float64Array(many), credit: 0 };
    const answer = new Float64Array(asked.memory.buffer, at, 2 * (many + 2)).slice();
    const [first, second] = [0, many + 2].map((from) => {
      const credit = answer[from + many + 1] as number;
      // A credit of −1: given up.
      const taken = credit < 0 ? null : answer.subarray(from + 1, from + many + 1);
      return { worth: answer[from] as number, taken, credit: Math.max(0, credit) };
    }) as [RelaxedGain, RelaxedGain];
    return counted ? { ...first, free: second } : first;
  }

  /** What rows from each on can give at most in a pattern worth more than `threshold`: a guide for finer cells. */
  guide(prices: ArrayLike<number>, threshold: number, coarser?: Guide): Guide | null {
    const asked = this.ask(prices, threshold, coarser);
    const at = asked.guide();
    if (at === 0) return null;
    const left = new Float64Array(asked.memory.buffer, at, this.rows.cells + 1).slice();
    return { grid: this.rows.grid, left };
  }

  private ask(
    prices: ArrayLike<number>,
    threshold: number,
    { grid, left }: Guide = NO_GUIDE,
    { most, least, off }: Counted = NOT_COUNTED,
  ): BoundKernel {
    kernel ??= instantiate(kernelText) as BoundKernel;
    const { board, items } = this;
    const counts = [...listed(most), ...listed(least), ...off];
    const many = board.length + items.length + counts.length + 3 + left.length;
    const at = kernel.begin(many) / FIGURE;
    const to = new Float64Array(kernel.memory.buffer).subarray(at, at + many);
    to.set(board);
    to.set(prices, board.length);
    to.set(counts, board.length + items.length);
    to.set([threshold, grid, left.length], many - left.length - 3);
    to.set(left, many - left.length);
    return kernel;
  }
}

/** As `Question` reads it (`core/kernel/bound/question.ts`). */
function* boardInFigures(
  { u, v, kerf, masks, findings, stepU, stepV }: CellBoard,
  { barriers, classes, flexible, strips }: SlotPlan,
  items: readonly RelaxedItem[],
  keep: KeepRule,
  least: { readonly u: number; readonly v: number },
): Generator<number> {
  for (const { size, cells, grid } of [u, v]) yield* [size, cells, grid];
  yield* [kerf, keep.perMm2, keep.gradeBit, least.u, stepU(least.u), stepV(least.v)];
  yield* listed(masks);
  yield* findings;
  // Those that a leftover must be clear of, by their place along u.
  yield* listed(
    [...masks.keys()]
      .filter((f) => ((masks[f] as number) & keep.gradeBit) !== 0)
      .sort((a, b) => (findings[4 * a] as number) - (findings[4 * b] as number)),
  );
  yield items.length;
  for (const { width, strip } of items) yield* [width, strip ? 1 : 0, strip?.widest ?? 0, strip?.joint ?? 0];
  yield barriers.length;
  for (const { inner, au, bu, av, bv } of barriers) {
    yield* [inner?.u ?? 0, inner?.sizeU ?? 0];
    for (const list of [au, bu, av, bv]) yield* listed(list);
  }
  yield classes.length;
  for (const slot of classes) yield* slotInFigures(slot, barriers);
  yield flexible.length;
  for (const { least, most, slot, stretches } of flexible) {
    yield* [least, most];
    yield* slotInFigures(slot, barriers);
    yield stretches.length;
    for (const { from, to, end, set } of stretches) yield* [from, to, end, set];
  }
  yield* membersInFigures(strips);
}

function* slotInFigures(
  { size, step, keeps, members, last, runAt, runSet, sets }: SlotClass,
  barriers: readonly Barriers[],
): Generator<number> {
  yield* [size, step, Number(keeps)];
  yield* membersInFigures(members);
  yield last;
  yield* listed(runAt);
  yield* listed(runSet);
  yield sets.length;
  for (const set of sets) for (const kind of barriers.keys()) yield* listed(set[kind] ?? []);
}

function* membersInFigures(members: readonly Member[]): Generator<number> {
  yield members.length;
  for (const { item, barriers, gradeBit, size, step, run, most } of members)
    yield* [item, barriers, gradeBit, size, step, Number(run), most];
}

function* listed(list: ArrayLike<number> & Iterable<number>): Generator<number> {
  yield list.length;
  yield* list;
}
