/**
 * The linear programme of the proof: relaxed and real ways to cut, in fractions, at the least cost. Its rows are those of the
 * master, and on top of them Σ (cut − wanted) × use ≤ 0 for boards and parts of which it would use more than is wanted,
 * and those by which a case says how much a board gives at most or at least.
 */
import type { Programme, Solver } from '../linear.ts';
import { panelOfSpecies, pairFrom, pairOf, type Case } from './cases.ts';
import type { Prices } from './prices.ts';
import type { Column, Problem } from '../problem.ts';
import type { Want } from '../want.ts';

/** What is wanted of one part: all copies, or millimetres of strip for all of its panels. */
export interface Demand {
  readonly want: Want;
  readonly amount: number;
  readonly panel: boolean;
}

/** A way to cut a board that may be no real one. */
export interface RelaxedColumn {
  readonly board: number;
  readonly cost: number;
  /** Demands that it serves, and how much of each. */
  readonly of: Int32Array;
  readonly much: Float64Array;
  /** The same as the search would have it, where it is a real way. */
  readonly real?: Column;
}

/** What the programme knows of a board: its demands, and its species by number. */
export interface MasterBoard {
  readonly demands: Int32Array;
  readonly species: number;
}

/** What the programme says: prices, how much of each board it cuts, and in which share of it how much of each demand, by {@link pairOf}. */
interface RelaxedAnswer {
  readonly objective: number;
  readonly prices: Prices;
  readonly use: ReadonlyMap<number, number>;
  readonly given: ReadonlyMap<string, ReadonlyMap<number, number>>;
  readonly over: ReadonlyMap<string, number>;
  readonly copiesOfSpecies: ReadonlyMap<string, number>;
  /** The ways of a plan, where it uses whole boards and real ways only. */
  readonly whole: readonly Column[] | null;
}

/** A row for what a board gives of a demand: no more than a limit, or no less. */
interface BoardRow {
  readonly board: number;
  readonly demand: number;
  readonly limit: number;
  readonly least: boolean;
  readonly row: number;
}

/** Price of what is not covered, times that of the dearest wood. */
const PENALTY = 10;
/** What a board that must be cut and has no way counts for, mm². */
const MISSING_MM2 = 1e6;
/** Rows are added and the programme solved again so often at the most. */
const MOST_ROUNDS = 20;
/** Shares of a board that differ by less are the same. */
const WHOLE = 1e-6;

export class RelaxedMaster {
  /** All ways to cut; see {@link allowed}. */
  columns: RelaxedColumn[] = [];
  /** Boards and demands of which copies are counted, by {@link pairOf}: no way takes more of them than it may. */
  private readonly counted = new Set<string>();
  private readonly known = new Set<string>();
  /** Boards and demands of which the programme may not use more than is wanted, by {@link pairOf}. */
  private readonly capped = new Set<string>();
  private readonly penalty: number;

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver,
    private readonly demands: readonly Demand[],
    private readonly boards: readonly (MasterBoard | null)[],
  ) {
    const dearest = problem.instance.boards.reduce((most, { value }) => Math.max(most, value), 0);
    this.penalty = (PENALTY * Math.max(dearest, 1e-6)) / 1e6;
  }

  /** Adds a way to cut, unless it is known. */
  add(column: RelaxedColumn): boolean {
    const key = `${column.board}:${column.of.join()}:${Array.from(column.much, (m) => m.toFixed(1)).join()}:${column.cost.toFixed(6)}`;
    if (this.known.has(key)) return false;
    this.known.add(key);
    this.columns.push(column);
    return true;
  }

  /** Leaves ways that take more of a demand from a board than is wanted, now that copies of it are counted there. */
  count(board: number, demand: number): void {
    this.counted.add(pairOf(board, demand));
    const { amount } = this.demands[demand] as Demand;
    this.columns = this.columns.filter(
      (column) => column.board !== board || muchOf(column, demand) <= amount,
    );
  }

  /** Ways to cut that a case allows, by what is counted. */
  allowed({ out, most, least }: Case, asIfCounted?: string): RelaxedColumn[] {
    const limits = [...new Set([...most.keys(), ...least.keys()])].filter(
      (pair) => pair === asIfCounted || this.counted.has(pair),
    );
    return this.columns.filter(
      (column) =>
        !out.has(column.board) &&
        limits.every((pair) => {
          const [board, demand] = pairFrom(pair);
          if (board !== column.board) return true;
          const much = muchOf(column, demand);
          return much <= (most.get(pair) ?? Infinity) && much >= (least.get(pair) ?? 0);
        }),
    );
  }

  /** The programme over all known ways; rows for what they cut too much of are added until none is broken. */
  linear(which: Case, asIfCounted?: string): RelaxedAnswer | null {
    for (let round = 0; ; round++) {
      const columns = this.allowed(which, asIfCounted);
      const { programme, rowOf, boardRows, copiesAt } = this.programme(which, columns);
      const answer = this.solver.linear(programme);
      if (!answer) return null;
      if (round < MOST_ROUNDS && this.capRows(columns, answer.x)) continue;
      const use = new Map<number, number>();
      const given = new Map<string, Map<number, number>>();
      const over = new Map<string, number>();
      columns.forEach(({ board, of, much }, i) => {
        const x = answer.x[i] as number;
        use.set(board, (use.get(board) ?? 0) + x);
        if (x <= 0) return;
        of.forEach((d, n) => {
          const pair = pairOf(board, d);
          const by = given.get(pair) ?? new Map<number, number>();
          given.set(pair, by.set(much[n] as number, (by.get(much[n] as number) ?? 0) + x));
          const excess = (much[n] as number) - (which.most.get(pair) ?? (this.demands[d] as Demand).amount);
          if (excess > 0) over.set(pair, (over.get(pair) ?? 0) + x * excess);
        });
      });
      const many = this.demands.length;
      const of = new Float64Array(this.problem.species.length * many);
      this.demands.forEach(({ panel }, d) => {
        this.problem.species.forEach((_, s) => {
          of[s * many + d] = Math.max(0, answer.duals[panel ? (rowOf[d] as number) + s : d] as number);
        });
      });
      const dearer = new Map<number, Float64Array>();
      const under = new Map<number, Float64Array>();
      for (const { board, demand, least, row } of boardRows) {
        const price = Math.max(0, (least ? 1 : -1) * (answer.duals[row] as number));
        if (price <= 0) continue;
        const at = this.boards[board] as MasterBoard;
        const side = least ? under : dearer;
        const list = side.get(board) ?? new Float64Array(at.demands.length);
        list[at.demands.indexOf(demand)] = price;
        side.set(board, list);
      }
      const whole = wholeOf(columns, answer.x);
      const copiesOfSpecies = new Map([...copiesAt].map(([panel, at]) => [panel, answer.x[at] as number]));
      return {
        objective: answer.objective,
        prices: { of, over: dearer, under },
        use,
        given,
        over,
        copiesOfSpecies,
        whole,
      };
    }
  }

  /** Adds rows for boards and parts of which the programme’s answer cuts too much; whether there were any. */
  private capRows(columns: readonly RelaxedColumn[], x: Float64Array): boolean {
    const over = new Map<string, number>();
    columns.forEach(({ board, of, much }, i) => {
      const use = x[i] as number;
      if (use < 1e-7) return;
      of.forEach((d, n) => {
        const excess = (much[n] as number) - (this.demands[d] as Demand).amount;
        const pair = pairOf(board, d);
        over.set(pair, (over.get(pair) ?? 0) + excess * use);
      });
    });
    const before = this.capped.size;
    for (const [pair, excess] of over) if (excess >= 1e-6) this.capped.add(pair);
    return this.capped.size > before;
  }

  /** Rows of boards and demands, from row `first` on. */
  private boardRows({ out, most, least }: Case, first: number): BoardRow[] {
    const rows: BoardRow[] = [];
    const add = (pair: string, limit: number | undefined, atLeast: boolean): void => {
      const [board, demand] = pairFrom(pair);
      if (out.has(board)) return;
      const wanted = (this.demands[demand] as Demand).amount;
      rows.push({ board, demand, limit: limit ?? wanted, least: atLeast, row: first + rows.length });
    };
    for (const pair of new Set([...this.capped, ...most.keys()])) add(pair, most.get(pair), false);
    for (const [pair, limit] of least) add(pair, limit, true);
    return rows;
  }

  private programme(
    which: Case,
    columns: readonly RelaxedColumn[],
  ): {
    programme: Programme;
    rowOf: Int32Array;
    boardRows: readonly BoardRow[];
    /** Which variable says how many copies of a panel are of a species. */
    copiesAt: ReadonlyMap<string, number>;
  } {
    const { demands } = this;
    const { species } = this.problem;
    const rowOf = new Int32Array(demands.length).fill(-1);
    let rows = demands.length;
    demands.forEach(({ panel }, d) => {
      if (!panel) return;
      rowOf[d] = rows;
      rows += species.length;
    });
    const once = new Map<number, number>();
    const boardRows = this.boardRows(which, rows);
    rows += boardRows.length;
    const rowsOf = new Map<number, BoardRow[]>();
    for (const row of boardRows) rowsOf.set(row.board, [...(rowsOf.get(row.board) ?? []), row]);
    const cost: number[] = [];
    const upper: number[] = [];
    const lower: number[] = [];
    const copiesAt = new Map<string, number>();
    const starts: number[] = [0];
    const at: number[] = [];
    const values: number[] = [];
    const end = (price: number, most: number, least = 0): void => {
      cost.push(price);
      upper.push(most);
      lower.push(least);
      starts.push(at.length);
    };
    for (const column of columns) {
      const s = (this.boards[column.board] as MasterBoard).species;
      column.of.forEach((d, i) => {
        at.push((demands[d] as Demand).panel ? (rowOf[d] as number) + s : d);
        values.push(column.much[i] as number);
      });
      let row = once.get(column.board);
      if (row === undefined) once.set(column.board, (row = rows++));
      at.push(row);
      values.push(1);
      for (const { demand, limit, row } of rowsOf.get(column.board) ?? []) {
        at.push(row);
        values.push(muchOf(column, demand) - limit);
      }
      end(column.cost, Infinity);
    }
    demands.forEach(({ want, amount, panel }, d) => {
      at.push(d);
      values.push(1);
      end(want.areaMm2 * this.penalty, panel ? Math.round(amount / want.amount) : amount);
    });
    demands.forEach(({ want, panel }, d) => {
      if (!panel) return;
      species.forEach((_, s) => {
        const panelHere = panelOfSpecies(d, s);
        const [least, most] = which.ofSpecies.get(panelHere) ?? [0, Infinity];
        copiesAt.set(panelHere, cost.length);
        at.push(d, (rowOf[d] as number) + s);
        values.push(1, -want.amount);
        end(0, most, least);
        if (least === 0) return;
        // Strips that must be of a species may be missing, dearly: ways that give them may not be known yet.
        at.push((rowOf[d] as number) + s);
        values.push(1);
        end((want.areaMm2 / want.amount) * this.penalty, Infinity);
      });
    });
    // What a board must give may be missing, dearly: ways that give it may not be known yet.
    for (const { demand, least, row } of boardRows) {
      if (!least) continue;
      at.push(row);
      values.push(1);
      end((demands[demand] as Demand).want.areaMm2 * this.penalty, Infinity);
    }
    // So may be a way to cut a board that must be cut.
    for (const board of which.cut) {
      let row = once.get(board);
      if (row === undefined) once.set(board, (row = rows++));
      at.push(row);
      values.push(1);
      end(this.penalty * MISSING_MM2, Infinity);
    }
    const rowLow = new Array<number>(rows).fill(0);
    const rowHigh = new Array<number>(rows).fill(Infinity);
    demands.forEach(({ want, amount, panel }, d) => {
      rowLow[d] = panel ? Math.round(amount / want.amount) : amount;
    });
    for (const row of once.values()) rowLow[row] = -Infinity;
    for (const [board, row] of once) {
      rowHigh[row] = 1;
      if (which.cut.has(board)) rowLow[row] = 1;
    }
    for (const { least, row } of boardRows) {
      if (least) continue;
      rowLow[row] = -Infinity;
      rowHigh[row] = 0;
    }
    return {
      programme: { cost, upper, lower, rowLow, rowHigh, starts, rows: at, values },
      rowOf,
      boardRows,
      copiesAt,
    };
  }
}

/** The ways in use, where each is used whole and is a real one. */
function wholeOf(columns: readonly RelaxedColumn[], x: Float64Array): readonly Column[] | null {
  const whole: Column[] = [];
  for (const [i, { real }] of columns.entries()) {
    const use = x[i] as number;
    if (use < WHOLE) continue;
    if (use < 1 - WHOLE || !real) return null;
    whole.push(real);
  }
  return whole;
}

/** How much of a demand a way to cut gives. */
function muchOf({ of, much }: RelaxedColumn, demand: number): number {
  const at = of.indexOf(demand);
  return at < 0 ? 0 : (much[at] as number);
}
