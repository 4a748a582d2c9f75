/**
 * The same pieces from the same board, laid out anew so that more of the rest can be kept. While plans are sought, boards
 * are asked with little effort and among all that is wanted; asked for just what a way to cut gives, the kernel has a small
 * problem and looks far more closely in a few milliseconds.
 */
import { columnOf } from './lots.ts';
import { ANEW } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** A cheaper way to cut just what `column` gives from its board, or null. */
export function cheaperLayout(problem: Problem, column: Column): Column | null {
  const { board, gives } = column;
  if (problem.locked.has(board)) return null;
  const lot = new Float64Array(problem.wants.length);
  for (let i = 0; i < gives.length; i += 2) lot[gives[i] as number] = gives[i + 1] as number;
  const found = columnOf(problem, board, lot, ANEW);
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

  constructor(
    private readonly problem: Problem,
    /** Is told of every way laid out. */
    private readonly made: (column: Column) => void,
  ) {}

  of(column: Column): Column {
    const known = this.done.get(column);
    if (known) return known;
    const better = cheaperLayout(this.problem, column) ?? column;
    this.done.set(column, better);
    this.done.set(better, better);
    this.made(better);
    return better;
  }

  /** The same ways, those laid out anew that have been before and `most` others. */
  some(columns: readonly Column[], most: number): Column[] {
    let many = 0;
    return columns.map((column) => (this.done.has(column) || many++ < most ? this.of(column) : column));
  }

  /** Each board of a plan cut for the same pieces, with more of the rest kept where that can be; of a large plan some. */
  plan(columns: Map<number, Column>, most: number): void {
    const boards = [...columns.keys()];
    this.some([...columns.values()], most).forEach((column, i) => columns.set(boards[i] as number, column));
  }
}
