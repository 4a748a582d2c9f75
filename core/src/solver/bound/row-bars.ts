/**
 * At most what rows of a board can give, whatever else is cut: each price spread evenly over the rows of its piece (as bars), so
 * that a row is one stack along v. Quick, and no more than a filter: what bands can't exceed is not looked at.
 */
import type { KeepRule } from '../pattern.ts';
import type { Barriers, CellBoard } from './cells.ts';
import { wholeUp, type RelaxedItem } from './relaxed-item.ts';
import type { Member, SlotPlan } from './slots.ts';
import { StackPath } from './stack-path.ts';

const NONE = -1;

export class RowBars {
  private readonly path: StackPath;

  /** `prices` of items are read anew at each call; `least` is the least size of what is kept along u and v, mm. */
  constructor(
    private readonly cells: CellBoard,
    private readonly plan: SlotPlan,
    private readonly items: readonly RelaxedItem[],
    private readonly keep: KeepRule,
    private readonly least: { readonly u: number; readonly v: number },
    private readonly prices: Float64Array,
    private readonly priceOf: (member: Member, size: number) => { each: number; perRow: number },
  ) {
    this.path = new StackPath(cells.v.cells);
  }

  /** At most what the rows from each on can give: prices spread evenly over the rows of their pieces. */
  after(): Float64Array {
    const { u } = this.cells;
    const after = new Float64Array(u.cells + 1);
    const known = new Map<string, number>();
    for (let q = u.cells - 1; q >= 0; q--) {
      const here: string[] = [];
      // A shaped piece’s inner rectangle lies somewhere within its rows: it is let through.
      const { au, bu } = this.plan.barriers[0] as Barriers;
      for (let f = 0; f < au.length; f++)
        if (q >= (au[f] as number) && q < (bu[f] as number)) here.push(`${f}`);
      const key = here.join();
      let bar = known.get(key);
      if (bar === undefined) {
        bar = this.one(here.map(Number));
        known.set(key, bar);
      }
      after[q] = (after[q + 1] as number) + bar;
    }
    return after;
  }

  /** At most what one row gives where these findings cross it: a stack along v of the densities of what crosses the row. */
  private one(found: readonly number[]): number {
    const { u, v, kerf } = this.cells;
    const many = v.cells;
    const { av, bv } = this.plan.barriers[0] as Barriers;
    const { path } = this;
    path.begin(0);
    const past = (gradeBit: number): Int32Array =>
      limitsPast(
        found.filter((f) => ((this.cells.masks[f] as number) & gradeBit) !== 0),
        av,
        bv,
        many,
      );
    for (const slot of this.plan.classes) {
      for (const member of slot.members) {
        const { each, perRow } = this.priceOf(member, slot.size);
        const density = member.run
          ? Math.ceil(perRow + Math.max(0, each) / Math.max(1, member.step))
          : Math.ceil(each / Math.max(1, member.step));
        if (density <= 0) continue;
        const limit = past(member.barriers > 0 ? 0 : member.gradeBit);
        path.addStep(member.item, slot.step, slot.step, density, limit);
      }
    }
    const { perMm2 } = this.keep;
    if (perMm2 > 0) {
      const { least } = this;
      const leastRows = Math.max(1, this.cells.stepU(least.u));
      const rate = perMm2 * (u.grid + Math.max(0, u.grid - kerf) / leastRows);
      const [each, perCell] = [wholeUp(rate * (v.grid - kerf)), wholeUp(rate * v.grid)];
      path.addRun(NONE, this.cells.stepV(least.v), many, each, perCell, past(this.keep.gradeBit));
    }
    for (const { item, step, gradeBit } of this.plan.strips) {
      const { width, strip } = this.items[item] as RelaxedItem;
      const perMm = (this.prices[item] as number) / Math.max(1, step);
      const most = Math.floor((Math.min(strip?.widest ?? width, v.size) + kerf) / v.grid + 1e-5);
      const each = Math.ceil(perMm * (v.grid - kerf - (strip?.joint ?? 0)));
      path.addRun(item, this.cells.stepV(width), most, each, Math.ceil(perMm * v.grid), past(gradeBit));
    }
    return path.best(many)[many] as number;
  }
}

/** For each start the last end that passes barriers: none of them may be straddled. */
export function limitsPast(
  blocks: readonly number[],
  a: Int32Array,
  b: Int32Array,
  cells: number,
): Int32Array {
  const limit = new Int32Array(cells + 1).fill(cells);
  for (const f of blocks) {
    const stop = a[f] as number;
    const last = Math.min(cells + 1, b[f] as number);
    for (let at = 0; at < last; at++) if ((limit[at] as number) > stop) limit[at] = stop;
  }
  return limit;
}
