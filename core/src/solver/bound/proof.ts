/**
 * The proof of how little a full plan can spend, a step at a time: first by area alone, which is quick, then with places
 * and findings, board by board.
 */
import type { Solver } from '../linear.ts';
import type { Column, Problem } from '../problem.ts';
import { KnapsackBound } from './knapsack-bound.ts';
import { Prover } from './prover.ts';
import type { Fineness } from './relaxed-item.ts';
import { canBePriced } from './relaxed-pricing.ts';

/** Tries at the bound by area before places are looked at. */
const TRIES = 300;
/** Above so many boards places are not looked at: there would be no time, and no room, to ask them all. */
const MOST_BOARDS = 2500;

/** How fine the cells are for a rack of so many boards. */
function finenessFor(boards: number): readonly Fineness[] {
  if (boards <= 20) {
    return [
      { length: 60, width: 24 },
      { length: 220, width: 88 },
    ];
  }
  if (boards <= 60) {
    return [
      { length: 60, width: 24 },
      { length: 180, width: 72 },
    ];
  }
  if (boards <= 300) {
    return [
      { length: 60, width: 24 },
      { length: 160, width: 64 },
    ];
  }
  return [
    { length: 40, width: 16 },
    { length: 80, width: 32 },
  ];
}

export class Proof {
  private readonly byArea: KnapsackBound;
  private prover: Prover | null = null;
  private told = 0;
  private toldCounted = 0;

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver | null,
  ) {
    this.byArea = new KnapsackBound(problem);
  }

  /** Whether wishes are weighed in: then places bound what counts, and area alone what is spent. */
  private get weighed(): boolean {
    return this.problem.hasWishes;
  }

  /** Whether what is left to prove comes slowly, case by case. */
  get settled(): boolean {
    return this.prover?.settled ?? false;
  }

  /** Whether a step of it takes up to a second. */
  get slow(): boolean {
    return this.prover?.deciding ?? false;
  }

  /** No full plan spends less, or null where a want has no board. */
  get spent(): number | null {
    if (this.byArea.best === null) return null;
    return Math.max(this.byArea.best, this.told, this.weighed ? 0 : (this.prover?.best ?? 0));
  }

  /** No full plan counts less, wishes weighed in; null where none are, or nothing is shown yet. */
  get counted(): number | null {
    const best = Math.max(this.prover?.best ?? 0, this.toldCounted);
    return this.weighed && best > 0 ? best : null;
  }

  /** Ways to cut that the proof came upon since it was asked, and a plan of real ways, where it has one. */
  takeFound(): { readonly columns: readonly Column[]; readonly whole: readonly Column[] | null } {
    const { prover } = this;
    const found = { columns: prover?.takeFound() ?? [], whole: prover?.whole ?? null };
    if (prover) prover.whole = null;
    return found;
  }

  /** A bound on what is spent that another search has proven. */
  hear(bound: number): void {
    this.told = Math.max(this.told, bound);
  }

  hearCounted(bound: number): void {
    this.toldCounted = Math.max(this.toldCounted, bound);
  }

  /** `columns` are real ways to cut; `target` is what the best plan counts. Yields after a few milliseconds of work each. */
  *steps(columns: () => Iterable<Column>, target: () => number): Generator<void, void> {
    const { problem, solver } = this;
    const atOnce = Math.max(1, Math.min(20, Math.round(4000 / (problem.instance.boards.length + 1))));
    for (let n = 0; n < TRIES; n += atOnce) {
      this.byArea.raise(atOnce, target());
      yield;
    }
    const boards = problem.instance.boards.length;
    if (!solver || this.byArea.best === null || boards > MOST_BOARDS || !canBePriced()) return;
    this.prover = new Prover(problem, solver, finenessFor(boards));
    this.prover.take(columns());
    yield* this.prover.raise(target, this.byArea.prices);
  }
}
