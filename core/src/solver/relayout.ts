/**
 * The same pieces from the same board, laid out anew so that more of the rest can be kept. While plans are sought, boards
 * are asked with little effort and among all that is wanted; asked for just what a way to cut gives, the kernel has a small
 * problem and looks far more closely in a few milliseconds; and at prices at which each piece lies where it takes least from what is
 * kept (`lots.ts`).
 */
import { cheapestOf } from './lots.ts';
import { ANEW, NEARLY_ANEW, type Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** A cheaper way to cut just what `column` gives from its board, or null. */
export function cheaperLayout(problem: Problem, column: Column, effort: Effort = ANEW): Column | null {
  const { board, gives } = column;
  if (problem.locked.has(board)) return null;
  const lot = new Float64Array(problem.wants.length);
  for (let i = 0; i < gives.length; i += 2) lot[gives[i] as number] = gives[i + 1] as number;
  const found = cheapestOf(problem, board, lot, effort);
  if (!found || found.cost > column.cost - SAME_COST) return null;
  const given = new Map<number, number>();
  for (let i = 0; i < found.gives.length; i += 2)
    given.set(found.gives[i] as number, found.gives[i + 1] as number);
  for (let i = 0; i < gives.length; i += 2) {
    const much = given.get(gives[i] as number) ?? 0;
    if (Math.abs(much - (gives[i + 1] as number)) > TOUCH) return null;
  }
  return found;
}

/** Remembers which ways to cut have been laid out anew, and what came of it. */
export class Relayouts {
  private readonly done = new WeakMap<Column, Column>();
  /** Those that were looked at less closely. */
  private readonly nearly = new WeakMap<Column, Column>();

  constructor(
    private readonly problem: Problem,
    /** Is told of every way laid out. */
    private readonly made: (column: Column) => void,
  ) {}

  /** As closely as can be. */
  private closest(column: Column): Column {
    return this.done.get(column) ?? this.anew(column, ANEW, this.done);
  }

  private anew(column: Column, effort: Effort, known: WeakMap<Column, Column>): Column {
    const better = cheaperLayout(this.problem, column, effort) ?? column;
    known.set(column, better);
    known.set(better, better);
    this.made(better);
    return better;
  }

  /** The same ways, those laid out anew that have been before and `most` others, these less closely. */
  some(columns: readonly Column[], most: number): Column[] {
    let many = 0;
    return columns.map((column) => {
      const known = this.done.get(column) ?? this.nearly.get(column);
      return known ?? (many++ < most ? this.anew(column, NEARLY_ANEW, this.nearly) : column);
    });
  }

  /** The same, as closely as can be. */
  private closely(columns: readonly Column[], most: number): Column[] {
    let many = 0;
    return columns.map((column) => (this.done.has(column) || many++ < most ? this.closest(column) : column));
  }

  /**
   * Each board of a plan cut for the same pieces, with more of the rest kept where that can be, looked at less or more closely; of a
   * large plan some.
   */
  plan(columns: Map<number, Column>, most: number, closely: boolean): void {
    const boards = [...columns.keys()];
    const before = [...columns.values()];
    const laid = closely ? this.closely(before, most) : this.some(before, most);
    laid.forEach((column, i) => columns.set(boards[i] as number, column));
  }
}
