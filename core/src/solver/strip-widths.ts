/**
 * How wide the strips of panels are in a plan, chosen together for all of its boards so that most is kept: what one board's
 * strips lack another's can make up for. The kernel tries a few widths of each; how a plan lies stays as it is, only strips and
 * leftovers become wider or narrower and what lies beside them moves over.
 *
 * Idea. Strips run along the grain, so along it nothing changes, and a leftover's area is its length times its width: a small
 * linear programme. What lies beyond what stays so, as the cuts demand (`cut-tree.ts`), and every piece stays on its side of
 * each finding.
 */
import { anyCutTree, type CutGroup } from './cut-tree.ts';
import { lay, type Draft } from './draft.ts';
import type { Solver } from './linear.ts';
import type { Column, ColumnCut, Problem } from './problem.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** Of widths that keep the same the least counts: a millimetre that no panel needs is taken to be worth so much of its board's wood. */
const NEEDLESS = 1e-6;
/** Panels wider by less than this are as wide as wanted, mm. */
const TOO_WIDE = 0.05;

/** Whether strips of a plan make a panel wider than is wanted. */
export function isTooWide({ wants, instance }: Problem, { columns }: Draft): boolean {
  const fills = wants.map(() => 0);
  for (const { cuts } of columns.values())
    for (const { want, width } of cuts)
      if (wants[want]?.panel) fills[want] = (fills[want] as number) + width - instance.jointAllowance;
  return wants.some(({ panel, amount }, w) => panel && (fills[w] as number) > amount + TOO_WIDE);
}

/** Lays the plan's boards again with strips as wide as keeps most, and no wider than panels need; whether anything was won. What is open stays open. */
export function layBestWidths(problem: Problem, solver: Solver, draft: Draft): boolean {
  const widths = new Widths(problem);
  for (const column of draft.columns.values()) widths.add(column);
  const columns = widths.solved(solver, isTooWide(problem, draft));
  if (!columns) return false;
  const next: Draft = { columns: new Map(), ...problem.demand() };
  for (const [b, column] of draft.columns) lay(problem, columns.get(b) ?? column, next);
  if (next.open.some((left, w) => left > Math.max(TOUCH, draft.open[w] as number))) return false;
  for (const [b, column] of columns) draft.columns.set(b, column);
  draft.open.set(next.open);
  return true;
}

/** A piece or leftover as the programme has it: where its edge and its width are among the variables. */
interface Placed {
  readonly cut: ColumnCut;
  readonly y: number;
  readonly width: number;
}

class Widths {
  private readonly boards: { readonly column: Column; readonly placed: ReadonlyMap<ColumnCut, Placed> }[] =
    [];
  /** Variables: what they cost, their limits, and their entries. */
  private readonly cost: number[] = [];
  private readonly lower: number[] = [];
  private readonly upper: number[] = [];
  private readonly entries: [row: number, value: number][][] = [];
  private readonly rowLow: number[] = [];
  private readonly rowHigh: number[] = [];
  /** Rows of panels, and how much of each the boards in the programme fill. */
  private readonly panelRow = new Map<number, number>();

  constructor(private readonly problem: Problem) {}

  /** Takes a board into the programme, if it has strips that may be wider or narrower. */
  add(column: Column): void {
    const { problem } = this;
    const { board: b, cuts } = column;
    const ofPanel = ({ want }: ColumnCut): boolean => problem.wants[want]?.panel === true;
    if (!cuts.some(ofPanel) || problem.locked.has(b) || problem.instance.boards[b]?.noSaw) return;
    const tree = anyCutTree(cuts, problem.board(b).kerf);
    if (!tree) return;
    const placed = new Map(cuts.map((cut) => [cut, this.place(b, cut)]));
    this.boards.push({ column, placed });
    for (const one of placed.values()) this.besideFindings(b, one);
    this.apart(b, tree.groups, placed);
    for (let n = 0; n < column.gives.length; n += 2) {
      const w = column.gives[n] as number;
      if (!problem.wants[w]?.panel) continue;
      const row = this.panelRow.get(w) ?? this.row(0);
      this.panelRow.set(w, row);
      const strips = cuts.filter(({ want }) => want === w);
      for (const strip of strips) this.entry((placed.get(strip) as Placed).width, row, 1);
      // A strip fills what it is wide less the joint; what it is too wide for the panel does not count.
      this.rowLow[row] =
        (this.rowLow[row] as number) +
        (column.gives[n + 1] as number) +
        strips.length * problem.instance.jointAllowance;
    }
  }

  private place(b: number, cut: ColumnCut): Placed {
    const { problem } = this;
    const { width: whole } = problem.board(b);
    const keep = problem.keepOf(b);
    const want = problem.wants[cut.want];
    const y = this.variable(0, 0, whole);
    if (!want)
      return {
        cut,
        y,
        width: this.variable(-keep.perMm2 * cut.length, Math.min(keep.minWidth, cut.width), whole),
      };
    if (!want.panel) return { cut, y, width: this.variable(0, cut.width, cut.width) };
    const { minStrip = 1, maxStrip = want.part.width } = want.part;
    return {
      cut,
      y,
      width: this.variable(
        problem.reluctanceOf(b, cut.want) + (NEEDLESS * problem.wholeCost(b)) / whole,
        Math.min(cut.width, Math.max(1, minStrip)),
        Math.max(cut.width, maxStrip),
      ),
    };
  }

  /** Each piece stays on the board and on its side of each finding. */
  private besideFindings(b: number, { cut, y, width }: Placed): void {
    const { problem } = this;
    const { width: whole, blocked, masks } = problem.board(b);
    const bit = problem.wants[cut.want]?.gradeBit ?? problem.keepOf(b).gradeBit;
    let [from, to] = [0, whole];
    for (let n = 0; n < masks.length; n++) {
      if (((masks[n] as number) & bit) === 0) continue;
      const [x0, y0, x1, y1] = blocked.subarray(4 * n, 4 * n + 4) as unknown as [
        number,
        number,
        number,
        number,
      ];
      if (x0 >= cut.x + cut.length - TOUCH || x1 <= cut.x + TOUCH) continue;
      if (y1 <= cut.y + TOUCH) from = Math.max(from, y1);
      else if (y0 >= cut.y + cut.width - TOUCH) to = Math.min(to, y0);
      else {
        // A shaped piece lies over what its corners leave out: it stays where it is.
        [from, to] = [cut.y, cut.y + cut.width];
        break;
      }
    }
    this.lower[y] = from;
    const end = this.row(-Infinity, to);
    this.entry(y, end, 1);
    this.entry(width, end, 1);
  }

  /** What the cuts part stays apart by a kerf, and what they leave in a row stays as wide as the row. */
  private apart(
    b: number,
    groups: readonly CutGroup<ColumnCut>[],
    placed: ReadonlyMap<ColumnCut, Placed>,
    stage = 1,
  ): void {
    const { kerf } = this.problem.board(b);
    groups.forEach((group, g) => {
      this.apart(b, group.groups, placed, stage + 1);
      const before = groups[g - 1];
      if (!before) return;
      for (const one of before.placements)
        for (const other of group.placements) {
          const [low, high] = [placed.get(one) as Placed, placed.get(other) as Placed];
          if (group.axis === 'y') {
            const row = this.row(kerf);
            this.entry(high.y, row, 1);
            this.entry(low.y, row, -1);
            this.entry(low.width, row, -1);
          } else if (stage === 3) {
            for (const side of ['y', 'width'] as const) {
              const row = this.row(0, 0);
              this.entry(high[side], row, 1);
              this.entry(low[side], row, -1);
            }
          }
        }
    });
  }

  private variable(cost: number, least: number, most: number): number {
    this.lower.push(least);
    this.upper.push(most);
    this.entries.push([]);
    return this.cost.push(cost) - 1;
  }

  private row(low: number, high = Infinity): number {
    this.rowHigh.push(high);
    return this.rowLow.push(low) - 1;
  }

  private entry(variable: number, row: number, value: number): void {
    (this.entries[variable] as [number, number][]).push([row, value]);
  }

  /** The boards' ways to cut with the best widths, or null where nothing is won; `anyway`: as long as nothing is lost. */
  solved(solver: Solver, anyway: boolean): Map<number, Column> | null {
    if (this.panelRow.size === 0) return null;
    const starts = [0];
    for (const list of this.entries) starts.push((starts[starts.length - 1] as number) + list.length);
    const { cost, lower, upper, rowLow, rowHigh } = this;
    const all = this.entries.flat();
    const rows = all.map(([row]) => row);
    const values = all.map(([, value]) => value);
    const answer = solver.linear({ cost, lower, upper, rowLow, rowHigh, starts, rows, values });
    if (!answer) return null;
    const found = new Map<number, Column>();
    let won = 0;
    for (const { column, placed } of this.boards) {
      const next = this.laid(column, placed, answer.x);
      if (!next) return null;
      won += column.cost - next.cost;
      found.set(column.board, next);
    }
    return won > SAME_COST || (anyway && won > -SAME_COST) ? found : null;
  }

  private laid(column: Column, placed: ReadonlyMap<ColumnCut, Placed>, x: Float64Array): Column | null {
    const { problem } = this;
    const cuts = column.cuts.map((cut): ColumnCut => {
      const at = placed.get(cut) as Placed;
      const want = problem.wants[cut.want];
      // Only strips and leftovers change their width.
      const width = want && !want.panel ? cut.width : (x[at.width] as number);
      const fills = want?.panel ? width - problem.instance.jointAllowance : cut.fills;
      return { ...cut, y: x[at.y] as number, width, fills };
    });
    return problem.canSaw(column.board, cuts) ? problem.columnFrom(column.board, cuts) : null;
  }
}
