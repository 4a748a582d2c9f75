/**
 * The linear programme of the proof: relaxed and real ways to cut, in fractions, at the least cost. Its rows are those of the
 * master, and on top of them Σ (cut − wanted) × use ≤ 0 for boards and parts of which it would use more than is wanted.
 */
import type { Programme, Solver } from '../linear.ts';
import type { Problem } from '../problem.ts';
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
}

/** What the programme knows of a board: its demands, and its species by number. */
export interface MasterBoard {
  readonly demands: Int32Array;
  readonly species: number;
}

export interface Prices {
  /** By species, then demand. */
  readonly of: Float64Array;
  /** By board: prices of its rows, by demand in turn with `demands`. */
  readonly over: ReadonlyMap<number, Float64Array>;
}

/** Plans of which boards are told to be cut or left. */
export interface Case {
  readonly out: ReadonlySet<number>;
  readonly cut: ReadonlySet<number>;
}
export const ALL: Case = { out: new Set(), cut: new Set() };

/** What the programme says: prices, and how much of each board it cuts. */
interface RelaxedAnswer {
  readonly objective: number;
  readonly prices: Prices;
  readonly use: ReadonlyMap<number, number>;
}

/** Price of what is not covered, times that of the dearest wood. */
const PENALTY = 10;
/** Rows are added and the programme solved again so often at the most. */
const MOST_ROUNDS = 20;

export class RelaxedMaster {
  readonly columns: RelaxedColumn[] = [];
  private readonly known = new Set<string>();
  /** Parts of which a board may not give more than is wanted, by board. */
  private readonly capped = new Map<number, Set<number>>();
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

  /** The programme over all known ways; rows for what they cut too much of are added until none is broken. */
  linear(which: Case): RelaxedAnswer | null {
    for (let round = 0; ; round++) {
      const { programme, rowOf, boardRows } = this.programme(which);
      const answer = this.solver.linear(programme);
      if (!answer) return null;
      const columns = this.columns.filter(({ board }) => !which.out.has(board));
      if (round < MOST_ROUNDS && this.capRows(columns, answer.x)) continue;
      const use = new Map<number, number>();
      columns.forEach(({ board }, i) => use.set(board, (use.get(board) ?? 0) + (answer.x[i] as number)));
      const many = this.demands.length;
      const of = new Float64Array(this.problem.species.length * many);
      this.demands.forEach(({ panel }, d) => {
        this.problem.species.forEach((_, s) => {
          of[s * many + d] = Math.max(0, answer.duals[panel ? (rowOf[d] as number) + s : d] as number);
        });
      });
      const over = new Map<number, Float64Array>();
      for (const { board, demand, row } of boardRows) {
        const price = Math.max(0, -(answer.duals[row] as number));
        if (price <= 0) continue;
        const at = this.boards[board] as MasterBoard;
        const list = over.get(board) ?? new Float64Array(at.demands.length);
        list[at.demands.indexOf(demand)] = price;
        over.set(board, list);
      }
      return { objective: answer.objective, prices: { of, over }, use };
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
        const key = `${board} ${d}`;
        over.set(key, (over.get(key) ?? 0) + excess * use);
      });
    });
    let any = false;
    for (const [key, excess] of over) {
      if (excess < 1e-6) continue;
      const [board, demand] = key.split(' ').map(Number) as [number, number];
      const rows = this.capped.get(board) ?? new Set<number>();
      if (rows.has(demand)) continue;
      rows.add(demand);
      this.capped.set(board, rows);
      any = true;
    }
    return any;
  }

  private programme(which: Case): {
    programme: Programme;
    rowOf: Int32Array;
    boardRows: { board: number; demand: number; row: number }[];
  } {
    const { demands } = this;
    const columns = this.columns.filter(({ board }) => !which.out.has(board));
    const { species } = this.problem;
    const rowOf = new Int32Array(demands.length).fill(-1);
    let rows = demands.length;
    demands.forEach(({ panel }, d) => {
      if (!panel) return;
      rowOf[d] = rows;
      rows += species.length;
    });
    const once = new Map<number, number>();
    const capRow = new Map<string, number>();
    const boardRows: { board: number; demand: number; row: number }[] = [];
    for (const [board, wanted] of this.capped) {
      for (const demand of wanted) {
        capRow.set(`${board} ${demand}`, rows);
        boardRows.push({ board, demand, row: rows++ });
      }
    }
    const cost: number[] = [];
    const upper: number[] = [];
    const starts: number[] = [0];
    const at: number[] = [];
    const values: number[] = [];
    const end = (price: number, most: number): void => {
      cost.push(price);
      upper.push(most);
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
      const capped = this.capped.get(column.board);
      if (capped) {
        for (const d of capped) {
          const i = column.of.indexOf(d);
          at.push(capRow.get(`${column.board} ${d}`) as number);
          values.push((i < 0 ? 0 : (column.much[i] as number)) - (demands[d] as Demand).amount);
        }
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
        at.push(d, (rowOf[d] as number) + s);
        values.push(1, -want.amount);
        end(0, Infinity);
      });
    });
    const rowLow = new Array<number>(rows).fill(0);
    const rowHigh = new Array<number>(rows).fill(Infinity);
    demands.forEach(({ want, amount, panel }, d) => {
      rowLow[d] = panel ? Math.round(amount / want.amount) : amount;
    });
    for (const row of [...once.values(), ...capRow.values()]) rowLow[row] = -Infinity;
    for (const [board, row] of once) {
      rowHigh[row] = 1;
      if (which.cut.has(board)) rowLow[row] = 1;
    }
    for (const row of capRow.values()) rowHigh[row] = 0;
    return { programme: { cost, upper, rowLow, rowHigh, starts, rows: at, values }, rowOf, boardRows };
  }
}
