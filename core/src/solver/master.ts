/**
 * The master of column generation: which of the ways to cut known so far make the cheapest plan, in
 * fractions, and at what prices another way would better it; and the same in whole numbers (Gilmore and
 * Gomory 1961; Vance 1998 for the restricted programme).
 *
 * Rows: one for each solid want (so many copies), one for each panel (once), one for each panel and
 * species (its strips make its width), one for each board that is cut (once). What is not covered is
 * paid for at a price above every wood, so that there is always an answer.
 */
import type { Columns, LinearAnswer, Programme, Solver } from './linear.ts';
import { mayStillServe, stillWanted, type Draft } from './draft.ts';
import type { Column, Problem } from './problem.ts';
import { withWiderStrips } from './wider-strips.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

export interface MasterAnswer {
  readonly objective: number;
  /** What is not covered costs so much of the objective. */
  readonly uncovered: number;
  /** Price of one fill of each want, by species as everywhere. */
  readonly prices: Float64Array;
  /** What it is worth to have the board: its part of the profit. */
  readonly rents: Map<number, number>;
  readonly use: Float64Array;
  /** What each board’s cost was multiplied by; none where costs were as they are. */
  readonly noise: Float64Array | null;
}

/** The linear programme over a pool that grows. */
export interface GrowingMaster {
  solve(): MasterAnswer | null;
  dispose(): void;
}

/** How near the best a whole-number programme must come, as a share: where all is covered, the next columns bring more. */
const NEAR_ENOUGH = 3e-3;
const EXACT = 1e-6;

/** On racks of more boards strips stay as they were found: wider ones took 10 % more room on 5,000 boards. */
const MOST_WIDENED = 1500;

export class Master {
  readonly pool: Column[] = [];
  /** Where in the pool the cheapest way is to give just so much from a board. */
  private readonly known = new Map<string, number>();
  /** Price of what is not covered, per mm². */
  private readonly penalty: number;
  private readonly widens: boolean;

  constructor(
    private readonly problem: Problem,
    private readonly solver: Solver,
  ) {
    this.widens = problem.instance.boards.length <= MOST_WIDENED;
    const dearest = problem.instance.boards.reduce((most, { value }) => Math.max(most, value), 0);
    this.penalty = (10 * Math.max(dearest, 1e-6)) / 1e6;
  }

  /**
   * Adds a way to cut, its strips as wide as they can be, unless one is known that gives the same for no more; takes the place of
   * one that costs more.
   */
  add(given: Column): boolean {
    return this.put(this.widens ? withWiderStrips(this.problem, given) : given);
  }

  private put(column: Column): boolean {
    const key = keyOf(column);
    const at = this.known.get(key);
    if (at === undefined) {
      this.known.set(key, this.pool.push(column) - 1);
      return true;
    }
    if (column.cost >= (this.pool[at] as Column).cost - SAME_COST) return false;
    this.pool[at] = column;
    return true;
  }

  /** The cheapest way known that gives the same as `column` from the same board: itself where there is no other. */
  cheapest(column: Column): Column {
    this.put(column);
    return this.pool[this.known.get(keyOf(column)) as number] as Column;
  }

  /** Keeps only the columns that `keep` says, in order. */
  prune(keep: (column: Column, index: number) => boolean): void {
    const left = this.pool.filter(keep);
    if (left.length === this.pool.length) return;
    this.pool.length = 0;
    this.known.clear();
    for (const column of left) this.put(column);
  }

  /** Columns that can still be laid on what is open, strips cut narrower where need be, on boards that are not cut yet. */
  fitting(draft: Draft): Column[] {
    const serves = this.widens ? mayStillServe : stillWanted;
    return this.pool.filter(
      (column) => !draft.columns.has(column.board) && serves(this.problem, column, draft),
    );
  }

  /** Rows of the programme before those of the boards: a row for each want, then one for each panel and species. */
  private panelRows(): { readonly panelRow: Int32Array; readonly many: number } {
    const { wants, species } = this.problem;
    const panelRow = new Int32Array(wants.length).fill(-1);
    let many = wants.length;
    wants.forEach((want, w) => {
      if (!want.panel) return;
      panelRow[w] = many;
      many += species.length;
    });
    return { panelRow, many };
  }

  /** The columns as the programme has them; `rowOf` tells a board’s row, and `most` how often a way may be used. */
  private entries(
    columns: readonly Column[],
    panelRow: Int32Array,
    rowOf: (board: number) => number,
    most: number,
    noise: Float64Array | null,
    open: ArrayLike<number>,
    into: Entries = new Entries(),
  ): Entries {
    const { problem } = this;
    for (const column of columns) {
      const s = (problem.pricesAt[column.board] as number) / problem.wants.length;
      for (let i = 0; i < column.gives.length; i += 2) {
        const w = column.gives[i] as number;
        const row = panelRow[w] as number;
        into.entry(row < 0 ? w : row + s, Math.min(column.gives[i + 1] as number, open[w] as number));
      }
      into.entry(rowOf(column.board), 1);
      into.end(column.cost * (noise?.[column.board] ?? 1), most);
    }
    return into;
  }

  /** What may stay uncovered of each want, and the species of each panel: the first variables of the programme. */
  private wantEntries(draft: Pick<Draft, 'open' | 'species'>, panelRow: Int32Array): Entries {
    const { wants, species } = this.problem;
    const into = new Entries();
    wants.forEach((want, w) => {
      into.entry(w, 1);
      into.end(want.areaMm2 * this.penalty, want.panel ? 1 : (draft.open[w] as number));
    });
    wants.forEach((want, w) => {
      if (!want.panel) return;
      species.forEach((name, s) => {
        into.entry(w, 1);
        into.entry((panelRow[w] as number) + s, -(draft.open[w] as number));
        const bound = draft.species[w] ?? null;
        into.end(0, bound === null || bound === name ? 1 : 0);
      });
    });
    return into;
  }

  /**
   * `most` is how often a way may be used: in fractions its board's row says that already, and said twice the
   * board's rent could hide in the other saying.
   */
  private programme(
    columns: readonly Column[],
    draft: Pick<Draft, 'open' | 'species'>,
    most: number,
    noise: Float64Array | null = null,
  ): Built {
    const { wants } = this.problem;
    const { panelRow, many: rows } = this.panelRows();
    let many = rows;
    const boardRow = new Map<number, number>();
    const rowOf = (board: number): number => {
      const known = boardRow.get(board);
      if (known !== undefined) return known;
      boardRow.set(board, many);
      return many++;
    };
    const entries = this.wantEntries(draft, panelRow);
    const first = entries.cost.length;
    this.entries(columns, panelRow, rowOf, most, noise, draft.open, entries);
    const rowLow = new Array<number>(many).fill(0);
    const rowHigh = new Array<number>(many).fill(Infinity);
    wants.forEach((want, w) => {
      const left = draft.open[w] as number;
      rowLow[w] = want.panel ? (left > TOUCH ? 1 : 0) : left;
    });
    rowLow.fill(-Infinity, rows);
    rowHigh.fill(1, rows);
    const { cost, upper, starts, rows: at, values } = entries;
    return { cost, upper, rowLow, rowHigh, starts, rows: at, values, boardRow, panelRow, first };
  }

  /**
   * The cheapest plan in fractions for what is open, and its prices; with `noise`, where each board's cost is multiplied by
   * its own, a plan that goes another way.
   */
  linear(
    columns: readonly Column[],
    draft: Pick<Draft, 'open' | 'species'>,
    noise: Float64Array | null = null,
  ): MasterAnswer | null {
    const programme = this.programme(columns, draft, Infinity, noise);
    const answer = this.solver.linear(programme);
    return answer && this.told(answer, programme, noise);
  }

  /** The same over the whole pool, for asking again and again while the pool grows. */
  growing(draft: Pick<Draft, 'open' | 'species'>): GrowingMaster {
    const { boards } = this.problem.instance;
    const { panelRow, many } = this.panelRows();
    const boardRow = new Map(boards.map((_, b) => [b, many + b]));
    const built = this.programme([], draft, Infinity);
    const programme = {
      ...built,
      boardRow,
      rowLow: [...built.rowLow, ...boards.map(() => -Infinity)],
      rowHigh: [...built.rowHigh, ...boards.map(() => 1)],
    };
    const grown = this.solver.growing(programme);
    const known: Column[] = [];
    return {
      solve: () => {
        known.forEach((column, i) => {
          const now = this.pool[i] as Column;
          if (now === column) return;
          grown.reprice(programme.first + i, now.cost);
          known[i] = now;
        });
        const more = this.pool.slice(known.length);
        if (more.length > 0)
          grown.add(this.entries(more, panelRow, (board) => many + board, Infinity, null, draft.open));
        known.push(...more);
        const answer = grown.solve();
        return answer && this.told(answer, programme, null);
      },
      dispose: () => grown.dispose(),
    };
  }

  private told(
    { objective, x, duals }: LinearAnswer,
    { panelRow, boardRow, first }: Built,
    noise: Float64Array | null,
  ): MasterAnswer {
    const { wants, species } = this.problem;
    const prices = new Float64Array(wants.length * species.length);
    let uncovered = 0;
    wants.forEach((want, w) => {
      uncovered += want.areaMm2 * this.penalty * (x[w] as number);
      species.forEach((_, s) => {
        const row = want.panel ? (panelRow[w] as number) + s : w;
        prices[s * wants.length + w] = Math.max(0, duals[row] as number);
      });
    });
    const rents = new Map<number, number>();
    for (const [board, row] of boardRow) {
      const rent = Math.max(0, -(duals[row] as number));
      if (rent > 0) rents.set(board, rent);
    }
    return { objective, uncovered, prices, rents, use: x.subarray(first), noise };
  }

  /** The best plan of whole columns found within `seconds`; `start` are columns of a plan at hand. */
  whole(
    columns: readonly Column[],
    draft: Pick<Draft, 'open' | 'species'>,
    seconds: number,
    start: ReadonlySet<Column>,
  ): Column[] | null {
    const programme = this.programme(columns, draft, 1);
    const wants = this.problem.wants.length;
    const { first } = programme;
    const begin = this.startOf(columns, draft, start, programme);
    // Where something is left uncovered, its price is most of the objective: a share of that would let more be left.
    const covered = begin?.subarray(0, wants).every((x) => x <= TOUCH);
    const answer = this.solver.whole(programme, seconds, covered ? NEAR_ENOUGH : EXACT, begin);
    if (!answer) return null;
    return columns.filter((_, i) => (answer.x[first + i] as number) > 0.5);
  }

  private startOf(
    columns: readonly Column[],
    draft: Pick<Draft, 'open' | 'species'>,
    start: ReadonlySet<Column>,
    { cost, first }: Built,
  ): Float64Array | undefined {
    if (start.size === 0) return undefined;
    const { wants, species } = this.problem;
    const x = new Float64Array(cost.length);
    const got = new Float64Array(wants.length);
    const kind = new Int32Array(wants.length).fill(-1);
    columns.forEach((column, i) => {
      if (!start.has(column)) return;
      x[first + i] = 1;
      for (let n = 0; n < column.gives.length; n += 2) {
        const w = column.gives[n] as number;
        got[w] = (got[w] as number) + (column.gives[n + 1] as number);
        kind[w] = (this.problem.pricesAt[column.board] as number) / wants.length;
      }
    });
    let panel = wants.length;
    wants.forEach((want, w) => {
      const left = (draft.open[w] as number) - (got[w] as number);
      if (!want.panel) {
        x[w] = Math.max(0, left);
        return;
      }
      if ((draft.open[w] as number) > TOUCH) {
        if (left > TOUCH) x[w] = 1;
        else x[panel + (kind[w] as number)] = 1;
      }
      panel += species.length;
    });
    return x;
  }
}

function keyOf({ board, gives }: Column): string {
  const parts: string[] = [];
  for (let i = 0; i < gives.length; i += 2) parts.push(`${gives[i]}:${(gives[i + 1] as number).toFixed(4)}`);
  return `${board}|${parts.sort().join()}`;
}

interface Built extends Programme {
  readonly boardRow: ReadonlyMap<number, number>;
  readonly panelRow: Int32Array;
  /** Where among the variables the columns begin. */
  readonly first: number;
}

/** Columns of a programme in the making. */
class Entries implements Columns {
  readonly cost: number[] = [];
  readonly upper: number[] = [];
  readonly starts: number[] = [0];
  readonly rows: number[] = [];
  readonly values: number[] = [];

  entry(row: number, value: number): void {
    this.rows.push(row);
    this.values.push(value);
  }

  end(cost: number, upper: number): void {
    this.cost.push(cost);
    this.upper.push(upper);
    this.starts.push(this.rows.length);
  }
}

/** What a column would gain at these prices over what it spends and its board's rent. */
export function reducedGain(problem: Problem, column: Column, answer: MasterAnswer): number {
  const at = problem.pricesAt[column.board] as number;
  let gain = -column.cost * (answer.noise?.[column.board] ?? 1) - (answer.rents.get(column.board) ?? 0);
  for (let i = 0; i < column.gives.length; i += 2) {
    gain += (answer.prices[at + (column.gives[i] as number)] as number) * (column.gives[i + 1] as number);
  }
  return gain;
}
