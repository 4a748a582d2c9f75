/** Linear and whole-number programmes, solved by HiGHS (Huangfu and Hall 2018), which the caller loads. */

/** What is used of the solver. */
export interface LinearEngine {
  readonly infinity: number;
  readonly constants: { readonly modelStatus: { readonly optimal: number } };
  createModel(): LinearModel;
}

interface Matrix {
  format: 'csc';
  numRows: number;
  numCols: number;
  starts: Int32Array;
  indices: Int32Array;
  values: Float64Array;
}

interface LinearModel {
  readonly options: { set(values: Readonly<Record<string, boolean | number | string>>): unknown };
  readonly info: { get(name: string): number | bigint };
  passModel(model: {
    numCols: number;
    numRows: number;
    colCost: Float64Array;
    colLower: Float64Array;
    colUpper: Float64Array;
    rowLower: Float64Array;
    rowUpper: Float64Array;
    matrix: Matrix;
    integrality?: Int32Array;
  }): unknown;
  addCols(columns: { cost: Float64Array; lower: Float64Array; upper: Float64Array; matrix: Matrix }): unknown;
  changeColCost(column: number, cost: number): unknown;
  setSolution(start: { colValue: Float64Array }): unknown;
  run(): unknown;
  getModelStatus(): number;
  getObjectiveValue(): number;
  getSolution(): { readonly colValue: Float64Array; readonly rowDual: Float64Array };
  dispose(): void;
}

/** Columns of a programme: costs, upper limits, and entries by column. */
export interface Columns {
  readonly cost: readonly number[];
  readonly upper: readonly number[];
  /** Where each column begins in `rows` and `values`; one more than there are columns. */
  readonly starts: readonly number[];
  readonly rows: readonly number[];
  readonly values: readonly number[];
}

/** Minimise cost·x over rows lo ≤ A x ≤ hi and lower ≤ x ≤ upper, where lower is 0 unless it is told; A by columns. */
export interface Programme extends Columns {
  readonly lower?: readonly number[];
  readonly rowLow: readonly number[];
  readonly rowHigh: readonly number[];
}

/** A programme that columns are added to: it is solved on from its last answer, in a fraction of the time. */
interface GrowingProgramme {
  solve(): LinearAnswer | null;
  add(columns: Columns): void;
  reprice(column: number, cost: number): void;
  /** Frees its room; it must not be used any more. */
  dispose(): void;
}

export interface LinearAnswer {
  readonly objective: number;
  readonly x: Float64Array;
  /** Price of one more unit of each row. */
  readonly duals: Float64Array;
}

interface WholeAnswer {
  readonly objective: number;
  readonly x: Float64Array;
  /** No whole-number answer is below this. */
  readonly bound: number;
}

export interface Solver {
  /** Null when the programme has no answer, which a sound master always has. */
  linear(programme: Programme): LinearAnswer | null;
  growing(programme: Programme): GrowingProgramme;
  /** A whole-number answer within `gap` (a share) of the best, or the best found within `seconds`; begins from `start` where given. */
  whole(programme: Programme, seconds: number, gap: number, start?: ArrayLike<number>): WholeAnswer | null;
}

/** A programme of no more columns is solved as it stands: making it smaller first takes longer than that saves. */
const SMALL = 4000;

export function solverFrom(highs: LinearEngine): Solver {
  const infinite = highs.infinity;
  const finite = (values: readonly number[]): Float64Array =>
    Float64Array.from(values, (value) =>
      value === Infinity ? infinite : value === -Infinity ? -infinite : value,
    );
  const modelOf = (programme: Programme, whole: boolean): LinearModel => {
    const model = highs.createModel();
    model.options.set({ output_flag: false });
    pass(programme, model, whole);
    return model;
  };
  const pass = (programme: Programme, model: LinearModel, whole: boolean): void => {
    const numCols = programme.cost.length;
    const numRows = programme.rowLow.length;
    model.passModel({
      numCols,
      numRows,
      colCost: Float64Array.from(programme.cost),
      colLower: programme.lower ? Float64Array.from(programme.lower) : new Float64Array(numCols),
      colUpper: finite(programme.upper),
      rowLower: finite(programme.rowLow),
      rowUpper: finite(programme.rowHigh),
      matrix: matrixOf(programme, numRows),
      ...(whole ? { integrality: new Int32Array(numCols).fill(1) } : {}),
    });
  };
  const solved = (model: LinearModel): LinearAnswer | null => {
    model.run();
    if (model.getModelStatus() !== highs.constants.modelStatus.optimal) return null;
    const { colValue, rowDual } = model.getSolution();
    return { objective: model.getObjectiveValue(), x: colValue, duals: rowDual };
  };
  /** One model serves all small programmes, one after the other. */
  let small: LinearModel | null = null;
  return {
    linear(programme) {
      if (programme.cost.length <= SMALL) {
        if (!small) (small = highs.createModel()).options.set({ output_flag: false, presolve: 'off' });
        pass(programme, small, false);
        return solved(small);
      }
      const model = modelOf(programme, false);
      try {
        return solved(model);
      } finally {
        model.dispose();
      }
    },
    growing(programme) {
      const model = modelOf(programme, false);
      const numRows = programme.rowLow.length;
      return {
        solve: () => solved(model),
        add(columns) {
          model.addCols({
            cost: Float64Array.from(columns.cost),
            lower: new Float64Array(columns.cost.length),
            upper: finite(columns.upper),
            matrix: matrixOf(columns, numRows),
          });
        },
        reprice: (column, cost) => void model.changeColCost(column, cost),
        dispose: () => model.dispose(),
      };
    },
    whole(programme, seconds, gap, start) {
      const model = modelOf(programme, true);
      try {
        model.options.set({ time_limit: seconds, mip_rel_gap: gap });
        if (start) model.setSolution({ colValue: Float64Array.from(start) });
        model.run();
        const objective = model.getObjectiveValue();
        if (!Number.isFinite(objective) || model.info.get('primal_solution_status') !== 2) return null;
        return {
          objective,
          x: model.getSolution().colValue,
          bound: Number(model.info.get('mip_dual_bound')),
        };
      } finally {
        model.dispose();
      }
    },
  };
}

const matrixOf = (columns: Columns, numRows: number): Matrix => ({
  format: 'csc',
  numRows,
  numCols: columns.cost.length,
  starts: Int32Array.from(columns.starts),
  indices: Int32Array.from(columns.rows),
  values: Float64Array.from(columns.values),
});
