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
 * Numbers. Prices are whole, credits and fractions are rounded up to whole numbers, sums stay below 2⁵³: nothing is lost to
 * rounding, and the same bound comes out every time.
 *
 * In one file, longer than others: the walk over the board, the guide it leaves and the tracing back share all tables.
 *
 * Cost. O(bands not refuted × (cells along v) × classes), for each cutting order.
 */
import { BandPath, BandVisitor, FlexRun } from './band-path';
import { prices, wholeUp } from './prices';
import { Question, SlotClass } from './question';
import { barsAfter } from './row-bars';
import { LEFTOVER, StackPath, Visitor } from './stack-path';

const NONE = -1;
/** Of a band that has not been looked at. */
const UNKNOWN: f64 = -1;
/** Sizes in mm that differ by less are the same. */
const SAME_MM = 1e-6;

/** A band over the rows from q to `end`, and the most it is worth. */
@unmanaged
class Band {
  constructor(
    readonly q: i32,
    readonly end: i32,
    readonly worth: f64,
    /** The one before it that begins at the same row. */
    readonly next: Band | null,
  ) {}
}

/** Stacks in slots of a class: where no finding is near, and where they end with the board; and room for those by set. */
class Stacks {
  atEnd: StaticArray<f64> | null = null;
  readonly whole: StaticArray<f64>;
  readonly bySet: StaticArray<StaticArray<f64>>;
  private readonly wholeNow: StaticArray<f64>;

  constructor(
    readonly slot: SlotClass,
    private readonly rows: i32,
  ) {
    this.whole = new StaticArray<f64>(rows + 1);
    this.wholeNow = new StaticArray<f64>(rows + 1);
    const bySet = new StaticArray<StaticArray<f64>>(slot.sets);
    for (let k = 0; k < slot.sets; k++) bySet[k] = new StaticArray<f64>(rows + 1);
    this.bySet = bySet;
  }

  /** Of the whole ones those over the rows from q: only a stack over all of them ends where the board does. */
  from(q: i32): StaticArray<f64> {
    const atEnd = this.atEnd;
    if (atEnd === null) return this.whole;
    const rows = this.rows - q;
    for (let n = 0; n < rows; n++) this.wholeNow[n] = this.whole[n];
    this.wholeNow[rows] = atEnd[rows];
    return this.wholeNow;
  }
}

export class BoardPath {
  private readonly path: BandPath;
  private readonly stacks: StackPath;
  private readonly flexRuns: StaticArray<FlexRun>;
  private readonly classes: StaticArray<Stacks>;
  private readonly flexible: StaticArray<Stacks>;
  /** By class and set: the stacks that slots of the band at hand may have, worth by rows. */
  private readonly tables: StaticArray<StaticArray<StaticArray<f64>>>;
  private readonly flexTables: StaticArray<StaticArray<StaticArray<f64>>>;
  private readonly after: StaticArray<f64>;
  /** The best up to each row, and where its last band begins. */
  readonly best: StaticArray<f64>;
  private readonly from: StaticArray<i32>;
  /** All bands looked at, by the row at which they begin. */
  private readonly bands: StaticArray<Band | null>;
  /** Worth of the bands from the row at hand, by their end. */
  private readonly known: StaticArray<f64>;
  /** Findings beside a leftover. */
  private readonly beside: Array<i32> = [];
  private readonly noFindings: StaticArray<i32>;

  constructor(private readonly asked: Question) {
    const rows = asked.u.cells;
    this.path = new BandPath(asked.v.cells, asked.classes);
    this.stacks = new StackPath(rows);
    const classes = new StaticArray<Stacks>(asked.classes.length);
    for (let c = 0; c < classes.length; c++) classes[c] = new Stacks(asked.classes[c], rows);
    this.classes = classes;
    const flexible = new StaticArray<Stacks>(asked.flexible.length);
    const flexRuns = new StaticArray<FlexRun>(asked.flexible.length);
    for (let n = 0; n < flexible.length; n++) {
      const flex = asked.flexible[n];
      flexible[n] = new Stacks(flex.slot, rows);
      flexRuns[n] = new FlexRun(
        n,
        flex.least,
        flex.most,
        asked.v.cells,
        asked.kerf,
        asked.v.grid,
        asked.v.size + asked.kerf,
      );
    }
    this.flexible = flexible;
    this.flexRuns = flexRuns;
    this.tables = tablesFor(classes);
    this.flexTables = tablesFor(flexible);
    this.after = asked.guideLeft.length > 0 ? guided(asked) : barsAfter(asked);
    this.best = new StaticArray<f64>(rows + 1);
    const from = new StaticArray<i32>(rows + 1);
    for (let q = 0; q <= rows; q++) from[q] = NONE;
    this.from = from;
    this.bands = new StaticArray<Band | null>(rows + 1);
    this.known = new StaticArray<f64>(rows + 1);
    this.noFindings = new StaticArray<i32>(0);
  }

  /** Whether some pattern may be worth more than the threshold; all bands that can be part of one have been looked at then. */
  walk(): bool {
    const threshold = this.asked.threshold;
    const rows = this.asked.u.cells;
    const best = this.best;
    const from = this.from;
    if (this.after[0] <= threshold) return false;
    this.wholeStacks(this.classes);
    this.wholeStacks(this.flexible);
    for (let q = 0; q <= rows; q++) {
      if (q > 0 && best[q - 1] > best[q]) {
        best[q] = best[q - 1];
        from[q] = NONE;
      }
      if (best[q] + this.after[q] <= threshold || q == rows) continue;
      // A band may begin with waste: where nothing more has ended, the one from the row before serves.
      if (q > 0 && from[q] == NONE) continue;
      this.bandsFrom(q);
    }
    return best[rows] > threshold;
  }

  /** What rows from each on can give at most in a pattern worth more than the threshold: a guide for finer cells. */
  guide(): StaticArray<f64> {
    const rows = this.asked.u.cells;
    const bands = this.bands;
    const left = new StaticArray<f64>(rows + 1);
    // Bands begin only where one has ended; where none begins, what begins before may still be waiting there.
    const before = new StaticArray<i32>(rows + 1);
    for (let q = 1; q <= rows; q++) before[q] = bands[q] !== null ? q : before[q - 1];
    for (let q = rows; q >= 0; q--) {
      // A later start has no more than an earlier one.
      let most: f64 = q < rows ? left[q + 1] : 0;
      let band = bands[q];
      while (band !== null) {
        const next = before[band.end];
        most = Math.max(most, band.worth + left[next > q ? next : band.end]);
        band = band.next;
      }
      left[q] = most;
    }
    for (let q = 1; q <= rows; q++) if (bands[q] === null) left[q] = left[before[q]];
    return left;
  }

  /** Bands that begin at row q: those whose end can matter, found by halving. */
  private bandsFrom(q: i32): void {
    const rows = this.asked.u.cells;
    this.stacksFrom(q);
    for (let end = q; end <= rows; end++) this.known[end] = UNKNOWN;
    this.worthOf(q, rows);
    this.split(q, q, rows);
  }

  private worthOf(q: i32, end: i32): f64 {
    let worth = this.known[end];
    if (worth != UNKNOWN) return worth;
    worth = this.band(q, end);
    this.known[end] = worth;
    this.bands[q] = new Band(q, end, worth, this.bands[q]);
    if (this.best[q] + worth > this.best[end]) {
      this.best[end] = this.best[q] + worth;
      this.from[end] = q;
    }
    return worth;
  }

  /** Ends in (low, high): none is worth more than high, and all leave no more rows than low + 1. */
  private split(q: i32, low: i32, high: i32): void {
    if (high - low < 2) return;
    const top = this.worthOf(q, high);
    if (this.best[q] + top + this.after[low + 1] <= this.asked.threshold) return;
    if (low > q && this.worthOf(q, low) == top) return;
    const middle = (low + high) >> 1;
    this.worthOf(q, middle);
    this.split(q, low, middle);
    this.split(q, middle, high);
  }

  /** Stacks where no finding is in the way, by rows: they serve every band. */
  private wholeStacks(classes: StaticArray<Stacks>): void {
    for (let c = 0; c < classes.length; c++) {
      const stacks = classes[c];
      this.stack(stacks.slot, NONE, 0, stacks.whole);
      stacks.atEnd = this.stacks.atBoardEnd(this.asked.u.cells);
    }
  }

  private stacksFrom(q: i32): void {
    this.choose(q, this.classes, this.tables);
    this.choose(q, this.flexible, this.flexTables);
  }

  private choose(
    q: i32,
    classes: StaticArray<Stacks>,
    tables: StaticArray<StaticArray<StaticArray<f64>>>,
  ): void {
    for (let c = 0; c < classes.length; c++) {
      const stacks = classes[c];
      const whole = stacks.from(q);
      for (let k = 0; k < stacks.slot.sets; k++) {
        if (stacks.slot.lastRow[k] <= q) tables[c][k] = whole;
        else {
          this.stack(stacks.slot, k, q, stacks.bySet[k]);
          tables[c][k] = stacks.bySet[k];
        }
      }
    }
  }

  /** The best stack in a slot from row `q`, for each number of rows, written into `best`; `set` of findings, or none. */
  private stack(slot: SlotClass, set: i32, q: i32, best: StaticArray<f64>): void {
    const asked = this.asked;
    const rows = asked.u.cells - q;
    const stacks = this.stacks;
    stacks.begin(q);
    for (let m = 0; m < slot.members.length; m++) {
      const member = slot.members[m];
      const price = prices(asked, member, slot.size);
      if (price.each <= 0 && price.perRow <= 0) continue;
      const limit = this.limits(slot, set, member.barriers, member.gradeBit);
      // Of a shaped piece only its inner rectangle must end before the limit.
      const reach = member.barriers > 0 ? asked.barriers[member.barriers].su : member.step;
      if (member.run) this.addStrip(member.item, member.step, member.most, price.perRow, limit);
      else stacks.addStep(member.item, member.step, reach, price.each, limit);
    }
    if (slot.keeps) {
      const grid = asked.u.grid;
      const perMm = asked.perMm2 * (slot.size == 0 ? 1 : slot.size);
      const limit = this.limits(slot, set, 0, asked.keepBit);
      stacks.addRun(
        LEFTOVER,
        asked.stepU,
        rows,
        wholeUp(perMm * (grid - asked.kerf)),
        wholeUp(perMm * grid),
        limit,
      );
    }
    stacks.best(rows, best);
  }

  private limits(slot: SlotClass, set: i32, kind: i32, gradeBit: i32): StaticArray<i32> {
    if (set != NONE) return this.asked.limits(slot.found(set, kind), kind, gradeBit);
    const barriers = this.asked.barriers[kind];
    return this.asked.limitsPast(this.noFindings, gradeBit, barriers.au, barriers.bu, this.asked.u.cells);
  }

  /** A strip along u: by the row, and what goes with its cut and its joint. */
  private addStrip(item: i32, least: i32, most: i32, perRow: f64, limit: StaticArray<i32>): void {
    const asked = this.asked;
    const price = asked.price[item];
    const lost = Math.floor(price * (asked.kerf + asked.items[item].joint));
    const behind = Math.max(0, asked.u.size + asked.kerf - <f64>asked.u.cells * asked.u.grid);
    this.stacks.addStrip(
      item,
      least,
      most,
      perRow,
      lost,
      Math.min(perRow, Math.ceil(price * behind) + 1),
      limit,
    );
  }

  /** The best band over the rows from q to `end`, whose stacks are chosen. */
  private band(q: i32, end: i32): f64 {
    const rows = end - q;
    const path = this.path;
    path.begin(this.asked.stepV);
    for (let c = 0; c < this.tables.length; c++) {
      const tables = this.tables[c];
      const worths = path.worthsOf(c);
      let most: f64 = 0;
      for (let k = 0; k < tables.length; k++) {
        const value = tables[k][rows];
        worths[k] = value;
        if (value > most) most = value;
      }
      if (most > 0) path.addSlots(c);
    }
    this.addKept(q, end);
    for (let n = 0; n < this.flexTables.length; n++) this.addFlex(n, rows);
    return path.run();
  }

  /**
   * Leftovers over a band, by the findings they lie beside: one that begins at or after a place and ends by another meets
   * just the findings that end after the one and begin before the other, and is kept in the gaps between those.
   */
  private addKept(q: i32, end: i32): void {
    const asked = this.asked;
    if (asked.perMm2 <= 0) return;
    const cells = asked.v.cells;
    const grid = asked.v.grid;
    const low = <f64>q * asked.u.grid;
    const high = Math.min(asked.u.size, <f64>(end + 1) * asked.u.grid - asked.kerf);
    if (high - low < asked.minU - SAME_MM) return;
    const av = asked.barriers[0].av;
    const bv = asked.barriers[0].bv;
    const beside = this.beside;
    beside.length = 0;
    for (let n = 0; n < asked.keptClear.length; n++) {
      const f = asked.keptClear[n];
      if (asked.places[4 * f] < high && asked.places[4 * f + 2] > low) beside.push(f);
    }
    const begins: Array<i32> = [0];
    const ends: Array<i32> = [cells];
    for (let n = 0; n < beside.length; n++) {
      const begin = max(0, bv[beside[n]]);
      if (!begins.includes(begin)) begins.push(begin);
      if (!ends.includes(av[beside[n]])) ends.push(av[beside[n]]);
    }
    begins.sort((a, b) => a - b);
    ends.sort((a, b) => b - a);
    for (let b = 0; b < begins.length; b++) {
      for (let e = 0; e < ends.length; e++) {
        const from = begins[b];
        const to = ends[e];
        if (to <= from) continue;
        const height = this.clearHeight(from, to, low, high);
        if (height <= 0) continue;
        this.path.addKept(
          from,
          to,
          wholeUp(asked.perMm2 * height * grid),
          wholeUp(asked.perMm2 * height * (grid - asked.kerf)),
        );
      }
    }
  }

  /** Height between `low` and `high` in gaps worth keeping between the findings met from cell `from` to `to`, mm. */
  private clearHeight(from: i32, to: i32, low: f64, high: f64): f64 {
    const asked = this.asked;
    const av = asked.barriers[0].av;
    const bv = asked.barriers[0].bv;
    let free = low;
    let sum: f64 = 0;
    for (let n = 0; n < this.beside.length; n++) {
      const f = this.beside[n];
      if (bv[f] <= from || av[f] >= to) continue;
      const a = asked.places[4 * f];
      const b = asked.places[4 * f + 2];
      if (a - free >= asked.minU - SAME_MM) sum += a - free;
      if (b > free) free = b;
    }
    if (high - free >= asked.minU - SAME_MM) sum += high - free;
    return sum;
  }

  /** Slots of a width to choose, by what a cell of them is worth where they lie. */
  private addFlex(n: i32, rows: i32): void {
    const tables = this.flexTables[n];
    const perCell = new StaticArray<f64>(tables.length);
    let some = false;
    for (let k = 0; k < tables.length; k++) {
      perCell[k] = Math.ceil(tables[k][rows] * this.asked.v.grid);
      if (perCell[k] != 0) some = true;
    }
    if (!some) return;
    const run = this.flexRuns[n];
    run.rate(perCell, this.asked.flexible[n].slot);
    this.path.addFlex(run);
  }

  /** What the best pattern cuts, found by walking back: by item, and the credit of what it keeps behind them. */
  traced(): StaticArray<f64> {
    const tracer = new Tracer(this.asked, this);
    for (let end = this.asked.u.cells; end > 0;) {
      const q = this.from[end];
      if (q == NONE) {
        end--;
        continue;
      }
      this.stacksFrom(q);
      this.band(q, end);
      tracer.begin(q, end - q);
      this.path.trace(tracer);
      end = q;
    }
    return tracer.taken;
  }

  /** What a mm of a slot of a width to choose is worth that begins at a cell. */
  flexRate(n: i32, cell: i32, rows: i32): f64 {
    return this.flexTables[n][this.asked.flexible[n].slot.setAt(cell)][rows];
  }

  /** Tells what the stack of a slot that begins at a cell holds, over so many rows from q. */
  traceStack(slot: SlotClass, start: i32, q: i32, rows: i32, visitor: Visitor): void {
    const best = new StaticArray<f64>(this.asked.u.cells + 1);
    this.stack(slot, slot.setAt(start), q, best);
    this.stacks.trace(best, rows, visitor);
  }
}

/** Sums what the slots of a pattern hold. */
class Tracer extends BandVisitor {
  /** By item: copies, or mm of strip; then the credit of what is kept. */
  readonly taken: StaticArray<f64>;
  private q: i32 = 0;
  private rows: i32 = 0;

  constructor(
    private readonly asked: Question,
    private readonly board: BoardPath,
  ) {
    super();
    this.taken = new StaticArray<f64>(asked.items.length + 1);
  }

  begin(q: i32, rows: i32): void {
    this.q = q;
    this.rows = rows;
  }

  visit(kind: i32, start: i32, worth: f64): void {
    if (kind >= 0) {
      this.stackOf(this.asked.classes[kind], start, 1);
      return;
    }
    if (kind == LEFTOVER) {
      this.taken[this.asked.items.length] += worth;
      return;
    }
    const n = LEFTOVER - 1 - kind;
    // Where it begins beside a finding it may be worth nothing yet: the first cell that counts tells what it holds.
    let at = start;
    while (this.board.flexRate(n, at, this.rows) == 0) at++;
    this.stackOf(this.asked.flexible[n].slot, at, worth / this.board.flexRate(n, at, this.rows));
  }

  /** What a stack holds, all of it `times` what its table says (per mm in a slot of a width to choose). */
  private stackOf(slot: SlotClass, start: i32, times: f64): void {
    this.board.traceStack(slot, start, this.q, this.rows, new StackTracer(this.asked, this.taken, times));
  }
}

class StackTracer extends Visitor {
  constructor(
    private readonly asked: Question,
    private readonly taken: StaticArray<f64>,
    private readonly times: f64,
  ) {
    super();
  }

  visit(item: i32, worth: f64): void {
    const asked = this.asked;
    if (item == LEFTOVER) this.taken[asked.items.length] += worth * this.times;
    // As much strip as the price makes its worth: the programme then counts the way no less than this does.
    else this.taken[item] += asked.items[item].strip ? (worth * this.times) / asked.price[item] : 1;
  }
}

function tablesFor(classes: StaticArray<Stacks>): StaticArray<StaticArray<StaticArray<f64>>> {
  const tables = new StaticArray<StaticArray<StaticArray<f64>>>(classes.length);
  for (let c = 0; c < classes.length; c++)
    tables[c] = new StaticArray<StaticArray<f64>>(classes[c].slot.sets);
  return tables;
}

/** What the guide says of the rows from each on. */
function guided(asked: Question): StaticArray<f64> {
  const left = asked.guideLeft;
  const after = new StaticArray<f64>(asked.u.cells + 1);
  for (let q = 0; q < after.length; q++) {
    const at = <i32>Math.floor((<f64>q * asked.u.grid) / asked.guideGrid - 1e-9);
    after[q] = left[max(0, min(left.length - 1, at))];
  }
  return after;
}
