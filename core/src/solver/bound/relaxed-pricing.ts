/**
 * No less than the best that a board can give at given prices, with proof: three stages of cuts, kerf and findings kept,
 * places rounded in the direction that allows more, copies not counted.
 *
 * Idea. Three stages make bands along u, slots along v within a band, stacks along u within a slot (rip first has u
 * across the grain, crosscut first along it). On the cells of the board each stage is a shortest path over places that
 * is calculated in full:
 *   stack  H(q)  = best of H(q − 1), H(q − s) + price, and runs of any length (strips of a width to choose, leftovers);
 *   band   D(p)  = best of D(p − 1), D(p − s) + stack, and runs;
 *   board  F(q') = best of F(q) + band(q, q').
 * A slot's stack depends on where it stands only through the findings beside it, so stacks are calculated once for each
 * set of them. A band is calculated only where what is before it, itself and the most that rows after it can give
 * exceed the threshold: rows are bounded by spreading each price evenly over the rows of its piece (as bars).
 *
 * Numbers. Prices are whole (see `relaxed-item.ts`), credits and fractions are rounded up to whole numbers, sums stay below 2⁵³:
 * nothing is lost to rounding, and the same bound comes out every time.
 *
 * Cost. O(bands not refuted × (cells along v) × classes), for each school.
 */
import type { School } from '../../geometry/school.ts';
import type { KeepRule, PatternBoard } from '../pattern.ts';
import { BandPath, FlexRun } from './band-path.ts';
import { CellBoard, type Barriers } from './cells.ts';
import { wholeUp, type Fineness, type RelaxedItem } from './relaxed-item.ts';
import { limitsPast, RowBars } from './row-bars.ts';
import { SlotPlan, type FindingSet, type Member, type SlotClass } from './slots.ts';
import { StackPath, type StripWorth } from './stack-path.ts';

export interface RelaxedGain {
  /** At least what the best pattern is worth, prices and credit, in whole numbers (value × SCALE). */
  readonly worth: number;
  /** What the pattern that was found cuts, by item: copies, or mm of strip; and the credit of what it keeps. */
  readonly taken: Float64Array;
  readonly credit: number;
}

/** What rows from each on give at most, on cells `grid` mm high; only for patterns worth more than was asked. */
export interface Guide {
  readonly grid: number;
  readonly left: Float64Array;
}

const NONE = -1;
const NO_FINDINGS: readonly number[] = [];

export class RelaxedPricing {
  private readonly cells: CellBoard;
  private readonly plan: SlotPlan;
  private readonly price: Float64Array;
  /** Findings that a leftover must be clear of, by their place along u. */
  private readonly keptClear: readonly number[];
  private readonly path: BandPath;
  private readonly stacks: StackPath;
  private readonly flexRuns: readonly FlexRun[];
  /** By class and set of findings: the row at which the last of them ends; and room for what slots of a band are worth. */
  private readonly lastRows: readonly Int32Array[];
  private readonly lastRowsFlex: readonly Int32Array[];
  private readonly slotWorth: readonly Float64Array[];
  private readonly bars: RowBars;

  constructor(
    board: PatternBoard,
    private readonly items: readonly RelaxedItem[],
    private readonly keep: KeepRule,
    private readonly school: School,
    fineness: Fineness,
  ) {
    const [length, width] = [items.map((item) => item.length), items.map((item) => item.width)];
    const pieces = school === 'crosscutFirst' ? { u: length, v: width } : { u: width, v: length };
    this.cells = new CellBoard(board, school, fineness, pieces);
    this.price = new Float64Array(items.length);
    this.plan = new SlotPlan(this.cells, items, keep.perMm2 > 0 ? this.least().v : Infinity);
    const { masks, findings, u, v } = this.cells;
    this.keptClear = Array.from(masks, (_, f) => f)
      .filter((f) => ((masks[f] as number) & keep.gradeBit) !== 0)
      .sort((a, b) => (findings[4 * a] as number) - (findings[4 * b] as number));
    this.path = new BandPath(v.cells, this.plan.classes);
    this.stacks = new StackPath(u.cells);
    this.bars = new RowBars(this.cells, this.plan, items, keep, this.least(), this.price, (member, size) =>
      this.priceOf(member, size),
    );
    this.lastRows = this.plan.classes.map((slot) => this.lastRowsOf(slot));
    this.lastRowsFlex = this.plan.flexible.map(({ slot }) => this.lastRowsOf(slot));
    this.slotWorth = this.plan.classes.map(({ sets }) => new Float64Array(sets.length));
    const mm = { kerf: this.cells.kerf, grid: v.grid, whole: v.size + this.cells.kerf };
    this.flexRuns = this.plan.flexible.map(({ least, most }, n) => new FlexRun(n, least, most, v.cells, mm));
  }

  /** Least size of what is kept along u and v, mm. */
  private least(): { readonly u: number; readonly v: number } {
    const { minLength, minWidth } = this.keep;
    return this.school === 'crosscutFirst' ? { u: minLength, v: minWidth } : { u: minWidth, v: minLength };
  }

  /** Price of a member of a slot so wide, whole: of a piece, or of each row and the rest of a strip. */
  private priceOf(member: Member, size: number): { each: number; perRow: number } {
    const item = this.items[member.item] as RelaxedItem;
    const price = this.price[member.item] as number;
    if (!item.strip) return { each: price, perRow: 0 };
    const { widest, joint } = item.strip;
    // In a slot of a width to choose: by the mm of width, the joint spread over the widest strip.
    if (size === 0) return { each: Math.ceil(price * (1 - joint / widest)), perRow: 0 };
    if (!member.run) return { each: Math.ceil(price * Math.max(0, size - joint)), perRow: 0 };
    const { grid } = this.cells.u;
    return { each: Math.ceil(price * (grid - this.cells.kerf - joint)), perRow: Math.ceil(price * grid) };
  }

  /** A strip along u: by the row, and what goes with its cut and its joint. */
  private stripWorth(item: number, perRow: number): StripWorth {
    const { u, kerf } = this.cells;
    const price = this.price[item] as number;
    const lost = Math.floor(price * (kerf + (this.items[item]?.strip?.joint ?? 0)));
    const behind = Math.max(0, u.size + kerf - u.cells * u.grid);
    return { perRow, lost, atEnd: Math.min(perRow, Math.ceil(price * behind) + 1) };
  }

  /**
   * At least the worth of the best pattern, when it exceeds `threshold` (whole); else the threshold itself. Prices are
   * whole: of a copy, or of a mm of strip. `guide` is what the same board on coarser cells left to go by.
   */
  gain(prices: ArrayLike<number>, threshold: number, guide?: Guide): RelaxedGain {
    const { u } = this.cells;
    for (let i = 0; i < this.items.length; i++) this.price[i] = Math.max(0, prices[i] as number);
    const nothing = { worth: threshold, taken: new Float64Array(this.items.length), credit: 0 };
    const after = guide ? this.guided(guide) : this.bars.after();
    if ((after[0] as number) <= threshold) return nothing;
    const walk = this.walk(threshold, after);
    const worth = walk.best[u.cells] as number;
    return worth <= threshold ? nothing : this.traced(worth, walk);
  }

  /** What rows from each on can give at most in a pattern worth more than `threshold`: a guide for finer cells. */
  guide(prices: ArrayLike<number>, threshold: number, coarser?: Guide): Guide | null {
    const { u } = this.cells;
    for (let i = 0; i < this.items.length; i++) this.price[i] = Math.max(0, prices[i] as number);
    const after = coarser ? this.guided(coarser) : this.bars.after();
    if ((after[0] as number) <= threshold) return null;
    const { best, bands } = this.walk(threshold, after);
    if ((best[u.cells] as number) <= threshold) return null;
    const left = new Float64Array(u.cells + 1);
    const from = new Uint8Array(u.cells + 1);
    for (const { q } of bands) from[q] = 1;
    // Bands begin only where one has ended; where none begins, what begins before may still be waiting there.
    const before = new Int32Array(u.cells + 1);
    for (let q = 1; q <= u.cells; q++) before[q] = from[q] ? q : (before[q - 1] as number);
    const starting: Band[][] = Array.from({ length: u.cells + 1 }, () => []);
    for (const band of bands) starting[band.q]?.push(band);
    for (let q = u.cells; q >= 0; q--) {
      // A later start has no more than an earlier one.
      let most = q < u.cells ? (left[q + 1] as number) : 0;
      for (const { end, worth } of starting[q] as Band[]) {
        const next = before[end] as number;
        most = Math.max(most, worth + (left[next > q ? next : end] as number));
      }
      left[q] = most;
    }
    for (let q = 1; q <= u.cells; q++) if (!from[q]) left[q] = left[before[q] as number] as number;
    return { grid: u.grid, left };
  }

  private guided({ grid, left }: Guide): Float64Array {
    const { u } = this.cells;
    const after = new Float64Array(u.cells + 1);
    for (let q = 0; q <= u.cells; q++) {
      const at = Math.floor((q * u.grid) / grid - 1e-9);
      after[q] = left[Math.max(0, Math.min(left.length - 1, at))] as number;
    }
    return after;
  }

  /** All bands that can be part of a pattern worth more than `threshold`, in order of their beginning. */
  private walk(threshold: number, after: Float64Array): Walk {
    const { u } = this.cells;
    const walk: Walk = {
      best: new Float64Array(u.cells + 1),
      from: new Int32Array(u.cells + 1).fill(NONE),
      bands: [],
      whole: this.plan.classes.map((slot) => this.wholeStacks(slot)),
      wholeFlex: this.plan.flexible.map(({ slot }) => this.wholeStacks(slot)),
    };
    const { best, from } = walk;
    for (let q = 0; q <= u.cells; q++) {
      if (q > 0 && (best[q - 1] as number) > (best[q] as number)) {
        best[q] = best[q - 1] as number;
        from[q] = NONE;
      }
      if ((best[q] as number) + (after[q] as number) <= threshold || q === u.cells) continue;
      // A band may begin with waste: where nothing more has ended, the one from the row before serves.
      if (q > 0 && from[q] === NONE) continue;
      this.bandsFrom(q, threshold, after, walk);
    }
    return walk;
  }

  /** Bands that begin at row q: those whose end can matter, found by halving. */
  private bandsFrom(q: number, threshold: number, after: Float64Array, walk: Walk): void {
    const { best, from, bands } = walk;
    const { u } = this.cells;
    const before = best[q] as number;
    const stacks = this.stacksFrom(q, walk);
    const known = new Map<number, number>();
    const worthOf = (end: number): number => {
      let worth = known.get(end);
      if (worth === undefined) {
        worth = this.band(stacks, q, end);
        known.set(end, worth);
        bands.push({ q, end, worth });
        if (before + worth > (best[end] as number)) {
          best[end] = before + worth;
          from[end] = q;
        }
      }
      return worth;
    };
    // Ends in (low, high): none is worth more than high, and all leave no more rows than low + 1.
    const split = (low: number, high: number): void => {
      if (high - low < 2) return;
      const top = worthOf(high);
      if (before + top + (after[low + 1] as number) <= threshold) return;
      if (low > q && worthOf(low) === top) return;
      const middle = (low + high) >> 1;
      worthOf(middle);
      split(low, middle);
      split(middle, high);
    };
    worthOf(u.cells);
    split(q, u.cells);
  }

  /** Stacks where no finding is in the way, by rows: they serve every band. */
  private wholeStacks(slot: SlotClass): StackTable {
    const within = this.stack(slot, [], 0);
    return { within, atEnd: this.stacks.atBoardEnd(within.length - 1) };
  }

  /** Of those the ones over the rows from q: only a stack over all of them ends where the board does. */
  private wholeFrom(q: number, { within, atEnd }: StackTable): Float64Array {
    if (!atEnd) return within;
    const rows = this.cells.u.cells - q;
    const table = within.slice(0, rows + 1);
    table[rows] = atEnd[rows] as number;
    return table;
  }

  /** For each set of findings the row at which the last of them ends: a band from there on meets none. */
  private lastRowsOf(slot: SlotClass): Int32Array {
    return Int32Array.from(slot.sets, (set) =>
      set.reduce((last, found, kind) => {
        const { bu } = this.plan.barriers[kind] as Barriers;
        return found.reduce((most, f) => Math.max(most, bu[f] as number), last);
      }, 0),
    );
  }

  private stacksFrom(q: number, { whole: tables, wholeFlex }: Walk): BandStacks {
    const all = (slot: SlotClass, table: StackTable, lastRows: Int32Array): Float64Array[] => {
      const whole = this.wholeFrom(q, table);
      return slot.sets.map((set, k) => ((lastRows[k] as number) <= q ? whole : this.stack(slot, set, q)));
    };
    return {
      classes: this.plan.classes.map((slot, c) =>
        all(slot, tables[c] as StackTable, this.lastRows[c] as Int32Array),
      ),
      flex: this.plan.flexible.map(({ slot }, n) =>
        all(slot, wholeFlex[n] as StackTable, this.lastRowsFlex[n] as Int32Array),
      ),
    };
  }

  /** Limits known so far, by list of findings (one for each kind of barrier) and grade. */
  private readonly limitsKnown = new Map<readonly number[], Map<number, Int32Array>>();

  /** For each row the last at which a piece that begins there may end. */
  private limits(found: readonly number[], kind: number, gradeBit: number): Int32Array {
    let byGrade = this.limitsKnown.get(found);
    if (!byGrade) this.limitsKnown.set(found, (byGrade = new Map<number, Int32Array>()));
    let limit = byGrade.get(gradeBit);
    if (!limit) {
      const blocks = found.filter((f) => ((this.cells.masks[f] as number) & gradeBit) !== 0);
      const { au, bu } = this.plan.barriers[kind] as Barriers;
      limit = limitsPast(blocks, au, bu, this.cells.u.cells);
      byGrade.set(gradeBit, limit);
    }
    return limit;
  }

  /** The best stack in a slot from row `q`, for each number of rows. */
  private stack(slot: SlotClass, set: FindingSet, q: number): Float64Array {
    const rows = this.cells.u.cells - q;
    const { stacks } = this;
    stacks.begin(q);
    for (const member of slot.members) {
      const { each, perRow } = this.priceOf(member, slot.size);
      if (each <= 0 && perRow <= 0) continue;
      const { item, barriers, gradeBit, step, most } = member;
      const limit = this.limits(set[barriers] ?? NO_FINDINGS, barriers, gradeBit);
      // Of a shaped piece only its inner rectangle must end before the limit.
      const reach = barriers > 0 ? (this.plan.barriers[barriers] as Barriers).su : step;
      if (member.run) stacks.addStrip(item, { least: step, most }, this.stripWorth(item, perRow), limit);
      else stacks.addStep(item, step, reach, each, limit);
    }
    if (slot.keeps) {
      const { grid } = this.cells.u;
      const perMm = this.keep.perMm2 * (slot.size || 1);
      const limit = this.limits(set[0] ?? NO_FINDINGS, 0, this.keep.gradeBit);
      const each = wholeUp(perMm * (grid - this.cells.kerf));
      stacks.addRun(NONE, this.cells.stepU(this.least().u), rows, each, wholeUp(perMm * grid), limit);
    }
    return stacks.best(rows);
  }

  /** The best band over the rows from q to `end`. */
  private band(stacks: BandStacks, q: number, end: number): number {
    const rows = end - q;
    const { path } = this;
    path.begin(this.cells.stepV(this.least().v));
    for (let c = 0; c < stacks.classes.length; c++) {
      const tables = stacks.classes[c] as readonly Float64Array[];
      const worth = this.slotWorth[c] as Float64Array;
      let most = 0;
      for (let k = 0; k < tables.length; k++) {
        const value = (tables[k] as Float64Array)[rows] as number;
        worth[k] = value;
        if (value > most) most = value;
      }
      if (most > 0) path.addSlots(c, worth);
    }
    this.addKept(q, end);
    stacks.flex.forEach((tables, n) => this.addFlex(n, tables, rows));
    return path.run();
  }

  /**
   * Leftovers over a band, by the findings they lie beside: one that begins at or after a place and ends by another meets
   * just the findings that end after the one and begin before the other, and is kept in the gaps between those.
   */
  private addKept(q: number, end: number): void {
    const { perMm2 } = this.keep;
    if (perMm2 <= 0) return;
    const { cells, grid } = this.cells.v;
    const { u, kerf, findings } = this.cells;
    const low = q * u.grid;
    const high = Math.min(u.size, (end + 1) * u.grid - kerf);
    const least = this.least().u;
    if (high - low < least - 1e-6) return;
    const { av, bv } = this.plan.barriers[0] as Barriers;
    const beside = this.keptClear.filter(
      (f) => (findings[4 * f] as number) < high && (findings[4 * f + 2] as number) > low,
    );
    const begins = [...new Set([0, ...beside.map((f) => Math.max(0, bv[f] as number))])].sort(
      (a, b) => a - b,
    );
    const ends = [...new Set([cells, ...beside.map((f) => av[f] as number)])].sort((a, b) => b - a);
    for (const from of begins) {
      for (const to of ends) {
        if (to <= from) continue;
        const met = beside.filter((f) => (bv[f] as number) > from && (av[f] as number) < to);
        const height = clearHeight(met, findings, low, high, least);
        if (height <= 0) continue;
        this.path.addKept(
          from,
          to,
          wholeUp(perMm2 * height * grid),
          wholeUp(perMm2 * height * (grid - kerf)),
        );
      }
    }
  }

  /** Slots of a width to choose, by what a cell of them is worth where they lie. */
  private addFlex(n: number, tables: readonly Float64Array[], rows: number): void {
    const { grid } = this.cells.v;
    const perCell = tables.map((table) => Math.ceil((table[rows] as number) * grid));
    if (perCell.every((rate) => rate === 0)) return;
    const run = this.flexRuns[n] as FlexRun;
    run.rate(perCell, (this.plan.flexible[n] as SlotPlan['flexible'][number]).slot.setAt);
    this.path.addFlex(run);
  }

  /** What the best pattern cuts, found by walking back. */
  private traced(worth: number, walk: Walk): RelaxedGain {
    const taken = new Float64Array(this.items.length);
    let credit = 0;
    const { u } = this.cells;
    /** What a stack holds, all of it `times` what its table says (per mm in a slot of a width to choose). */
    const stackOf = (slot: SlotClass, start: number, q: number, rows: number, times: number): void => {
      const set = slot.sets[slot.setAt[start] as number] as FindingSet;
      const best = this.stack(slot, set, q);
      this.stacks.trace(best, rows, (item, worthOfItem) => {
        if (item === NONE) credit += worthOfItem * times;
        else {
          // As much strip as the price makes its worth: the programme then counts the way no less than this does.
          const much = this.items[item]?.strip ? (worthOfItem * times) / (this.price[item] as number) : 1;
          taken[item] = (taken[item] as number) + much;
        }
      });
    };
    for (let end = u.cells; end > 0;) {
      const q = walk.from[end] as number;
      if (q === NONE) {
        end--;
        continue;
      }
      const stacks = this.stacksFrom(q, walk);
      this.band(stacks, q, end);
      this.path.trace((kind, start, worthOfSlot) => {
        const slot = this.plan.classes[kind];
        if (slot) stackOf(slot, start, q, end - q, 1);
        else if (kind === NONE) credit += worthOfSlot;
        else {
          const n = NONE - 1 - kind;
          const flexible = (this.plan.flexible[n] as SlotPlan['flexible'][number]).slot;
          const rateAt = (p: number): number =>
            stacks.flex[n]?.[flexible.setAt[p] as number]?.[end - q] as number;
          // Where it begins beside a finding it may be worth nothing yet: the first cell that counts tells what it holds.
          let at = start;
          while (rateAt(at) === 0) at++;
          stackOf(flexible, at, q, end - q, worthOfSlot / rateAt(at));
        }
      });
      end = q;
    }
    return { worth, taken, credit };
  }
}

/** A band over the rows from q to `end`, and the most it is worth. */
interface Band {
  readonly q: number;
  readonly end: number;
  readonly worth: number;
}

/** The board's shortest path: the best up to each row, where its last band begins, and all bands looked at. */
interface Walk {
  readonly best: Float64Array;
  readonly from: Int32Array;
  readonly bands: Band[];
  /** Stacks beside no finding, by class: worth by rows. */
  readonly whole: readonly StackTable[];
  readonly wholeFlex: readonly StackTable[];
}

/** The stacks that a band may have in its slots, by class and set of findings: worth by rows. */
interface BandStacks {
  readonly classes: readonly (readonly Float64Array[])[];
  readonly flex: readonly (readonly Float64Array[])[];
}

/** Worth of stacks by rows, and of those that end where the board does; null where that is the same. */
interface StackTable {
  readonly within: Float64Array;
  readonly atEnd: Float64Array | null;
}

/** Height between `low` and `high` in gaps of at least `least` between findings, which stand by their place, mm. */
function clearHeight(
  found: readonly number[],
  findings: Float64Array,
  low: number,
  high: number,
  least: number,
): number {
  let free = low;
  let sum = 0;
  for (const f of found) {
    const [a, b] = [findings[4 * f] as number, findings[4 * f + 2] as number];
    if (a - free >= least - 1e-6) sum += a - free;
    if (b > free) free = b;
  }
  if (high - free >= least - 1e-6) sum += high - free;
  return sum;
}
