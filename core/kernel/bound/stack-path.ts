/**
 * The best stack in a slot: pieces of one size, strips and leftovers laid along u, as a shortest path over rows of cells
 * (see `band-path.ts` for the idea, and for how strips that follow one another are counted). Pieces begin where they may; runs
 * are held off findings by limits: the last row at which what begins at a row may end. In one file, a little longer than others:
 * the three share the places of a path.
 */
import { lay } from './lay';

/** A leftover in place of an item. */
export const LEFTOVER = -1;

/** A piece so many rows long, and the stretches of rows of the board in which it may begin. */
@unmanaged
class Step {
  item: i32 = 0;
  rows: i32 = 1;
  worth: f64 = 0;
  starts: StaticArray<i32> = changetype<StaticArray<i32>>(0);

  mayBegin(row: i32): bool {
    for (let n = 0; n < this.starts.length; n += 2)
      if (row >= this.starts[n] && row <= this.starts[n + 1]) return true;
    return false;
  }
}

/** What a stack that was traced holds last: an item (or a leftover), its worth, and the rows before it. */
@unmanaged
class Last {
  constructor(
    readonly item: i32,
    readonly worth: f64,
    readonly rows: i32,
  ) {}
}

/** Is told what a stack holds, piece by piece. */
export abstract class Visitor {
  abstract visit(item: i32, worth: f64): void;
}

export class StackPath {
  private readonly steps: Array<Step> = [];
  private manySteps: i32 = 0;
  private readonly runs: Array<RowRun> = [];
  private manyRuns: i32 = 0;
  private readonly strips: Array<StripChain> = [];
  private manyStrips: i32 = 0;
  /** The best up to each row where no strip ends there. */
  private readonly none: StaticArray<f64>;
  private offset: i32 = 0;
  /** Rows gone through so far, for each kind of thing that may lie there. */
  work: f64 = 0;

  constructor(private readonly cells: i32) {
    this.none = new StaticArray<f64>(cells + 1);
  }

  /** Begins a stack from row `offset` of the board. */
  begin(offset: i32): void {
    this.manySteps = 0;
    this.manyRuns = 0;
    this.manyStrips = 0;
    this.offset = offset;
  }

  /** A piece `rows` long, which may begin in some stretches of rows of the board. */
  addStep(item: i32, rows: i32, worth: f64, starts: StaticArray<i32>): void {
    if (this.manySteps == this.steps.length) this.steps.push(new Step());
    const step = this.steps[this.manySteps++];
    step.item = item;
    step.rows = max(1, rows);
    step.worth = worth;
    step.starts = starts;
  }

  /** A run of `least` to `most` rows, worth `each` and `perRow`. */
  addRun(item: i32, least: i32, most: i32, each: f64, perRow: f64, limit: StaticArray<i32>): void {
    if (this.manyRuns == this.runs.length) this.runs.push(new RowRun(this.cells));
    this.runs[this.manyRuns++].begin(item, least, most, each, perRow, limit, this.offset);
  }

  /** A strip of `least` to `most` rows, each worth `perRow`; `lost` of it goes with its cut and joint; `atEnd`: see `onTop`. */
  addStrip(
    item: i32,
    least: i32,
    most: i32,
    perRow: f64,
    lost: f64,
    atEnd: f64,
    limit: StaticArray<i32>,
  ): void {
    if (this.manyStrips == this.strips.length) this.strips.push(new StripChain(this.cells));
    this.strips[this.manyStrips++].begin(item, least, most, perRow, lost, atEnd, limit, this.offset);
  }

  /** The best by number of rows, up to `rows`, written into `best`; `brought`: what ends at each row by other means, in place of nothing. */
  best(rows: i32, best: StaticArray<f64>, brought: StaticArray<f64> | null = null): void {
    const strips = this.manyStrips;
    this.work += <f64>rows * <f64>(this.manySteps + this.manyRuns + strips + 1);
    const none = strips > 0 ? this.none : best;
    for (let q = 0; q <= rows; q++) {
      const begun: f64 = brought === null ? 0 : brought[q];
      unchecked((best[q] = begun));
      unchecked((none[q] = begun));
    }
    let block = rows;
    for (let n = 0; n < this.manySteps; n++) block = min(block, this.steps[n].rows);
    for (let n = 0; n < this.manyRuns; n++) block = min(block, this.runs[n].least);
    for (let n = 0; n < strips; n++) block = min(block, this.strips[n].least);
    block = max(1, block);
    for (let from = 1; from <= rows; from += block) {
      const to = min(rows, from + block - 1);
      for (let n = 0; n < this.manySteps; n++) this.laySteps(this.steps[n], best, none, from, to);
      for (let n = 0; n < this.manyRuns; n++) this.runs[n].lay(best, none, from, to);
      for (let n = 0; n < strips; n++) this.strips[n].lay(none, this.strips, strips, from, to);
      let last = best[from - 1];
      for (let q = from; q <= to; q++) {
        const value = unchecked(none[q]);
        if (value > last) last = value;
        else unchecked((none[q] = last));
        for (let n = 0; n < strips; n++) last = Math.max(last, unchecked(this.strips[n]).ended(q));
        unchecked((best[q] = last));
      }
    }
  }

  /** The same as last calculated, for stacks that end where the board does; null where that is all the same. */
  atBoardEnd(rows: i32): StaticArray<f64> | null {
    if (this.manyStrips == 0) return null;
    const best = new StaticArray<f64>(rows + 1);
    for (let q = 0; q <= rows; q++) {
      best[q] = this.none[q];
      for (let n = 0; n < this.manyStrips && q > 0; n++)
        best[q] = Math.max(best[q], this.strips[n].endedWithBoard(q));
    }
    return best;
  }

  private laySteps(step: Step, best: StaticArray<f64>, none: StaticArray<f64>, from: i32, to: i32): void {
    const starts = step.starts;
    const first = max(0, from - step.rows);
    const last = to - step.rows;
    for (let n = 0; n < starts.length; n += 2) {
      const begin = max(first, unchecked(starts[n]) - this.offset);
      const many = min(last, unchecked(starts[n + 1]) - this.offset) + 1 - begin;
      if (many > 0) lay(best, begin, step.worth, none, begin + step.rows, many);
    }
  }

  /** Tells what the stack last calculated holds over its first `rows`, from the end on; at which row it was brought, or 0. */
  trace(best: StaticArray<f64>, rows: i32, visitor: Visitor): i32 {
    const none = this.manyStrips > 0 ? this.none : best;
    let chain: StripChain | null = null;
    /** What the last strip of a chain is worth on top, and whether no strip ends at the row at hand. */
    let onTop: f64 = 0;
    let noStrip = false;
    let q = rows;
    while (q > 0) {
      if (chain !== null) {
        const long = chain.rowsTo(q);
        visitor.visit(chain.item, chain.worthOf(long) + onTop);
        q -= long;
        const before = chain.cameFrom(q, none, this.strips, this.manyStrips);
        onTop = before === null ? 0 : chain.more(before);
        noStrip = before === null;
        chain = before;
        continue;
      }
      const value = noStrip ? none[q] : best[q];
      if (value == best[q - 1]) {
        q--;
        noStrip = false;
        continue;
      }
      for (let n = 0; n < this.manyStrips && !noStrip && chain === null; n++)
        if (this.strips[n].ended(q) == value) chain = this.strips[n];
      if (chain !== null) {
        onTop = chain.onTop(q);
        continue;
      }
      const last = this.lastOf(best, q, value);
      if (last === null) return q;
      visitor.visit(last.item, last.worth);
      q = last.rows;
      noStrip = false;
    }
    return 0;
  }

  /** What ends at row q and makes it worth `value`; null where that was brought. */
  private lastOf(best: StaticArray<f64>, q: i32, value: f64): Last | null {
    for (let n = 0; n < this.manySteps; n++) {
      const step = this.steps[n];
      const start = q - step.rows;
      if (start < 0 || !step.mayBegin(start + this.offset)) continue;
      if (best[start] + step.worth == value) return new Last(step.item, value - best[start], start);
    }
    for (let n = 0; n < this.manyRuns; n++) {
      const rows = this.runs[n].rowsTo(best, q, value);
      if (rows > 0) return new Last(this.runs[n].item, value - best[q - rows], q - rows);
    }
    return null;
  }
}

/** A run of rows of a number to choose. Starts that may still matter wait in a queue, the best of them first. */
class RowRun {
  item: i32 = LEFTOVER;
  least: i32 = 1;
  private most: i32 = 0;
  private each: f64 = 0;
  private perRow: f64 = 0;
  private limit: StaticArray<i32> = changetype<StaticArray<i32>>(0);
  private offset: i32 = 0;
  private readonly queue: StaticArray<i32>;
  private head: i32 = 0;
  private tail: i32 = 0;

  constructor(cells: i32) {
    this.queue = new StaticArray<i32>(cells + 2);
  }

  begin(
    item: i32,
    least: i32,
    most: i32,
    each: f64,
    perRow: f64,
    limit: StaticArray<i32>,
    offset: i32,
  ): void {
    this.item = item;
    this.least = max(1, least);
    this.most = most;
    this.each = each;
    this.perRow = perRow;
    this.limit = limit;
    this.offset = offset;
    this.head = 0;
    this.tail = 0;
  }

  lay(best: StaticArray<f64>, none: StaticArray<f64>, from: i32, to: i32): void {
    const queue = this.queue;
    const perRow = this.perRow;
    const limit = this.limit;
    const offset = this.offset;
    let head = this.head;
    let tail = this.tail;
    for (let q = max(from, this.least); q <= to; q++) {
      const next = q - this.least;
      const rate = unchecked(best[next]) - perRow * <f64>next;
      while (tail > head) {
        const other = unchecked(queue[tail - 1]);
        if (unchecked(best[other]) - perRow * <f64>other > rate) break;
        tail--;
      }
      unchecked((queue[tail++] = next));
      while (head < tail) {
        const start = unchecked(queue[head]);
        if (start >= q - this.most && unchecked(limit[start + offset]) >= q + offset) break;
        head++;
      }
      if (head == tail) continue;
      const start = unchecked(queue[head]);
      const value = unchecked(best[start]) + this.each + perRow * <f64>(q - start);
      if (value > unchecked(none[q])) unchecked((none[q] = value));
    }
    this.head = head;
    this.tail = tail;
  }

  /** Rows of a run that ends at q and gives its value, or 0. */
  rowsTo(best: StaticArray<f64>, q: i32, value: f64): i32 {
    for (let start = q - this.least; start >= max(0, q - this.most); start--) {
      if (this.limit[start + this.offset] < q + this.offset) break;
      if (best[start] + this.each + this.perRow * <f64>(q - start) == value) return q - start;
    }
    return 0;
  }
}

/**
 * Strips of a width to choose, one against the other. Each ends somewhere within a row that is not counted for it; where
 * another begins in that row, it begins no earlier, so of the row both together have no more than the dearer one alone.
 * Only the last strip of a chain counts a row on top, and at the end of the board only what is left of the board there.
 */
class StripChain {
  item: i32 = LEFTOVER;
  least: i32 = 1;
  private perRow: f64 = 0;
  private most: i32 = 0;
  private lost: f64 = 0;
  private atEnd: f64 = 0;
  private limit: StaticArray<i32> = changetype<StaticArray<i32>>(0);
  private offset: i32 = 0;
  /** The best chain that ends at each row, nothing on top; and the best from which one may begin there. */
  private readonly chain: StaticArray<f64>;
  private readonly start: StaticArray<f64>;
  private readonly queue: StaticArray<i32>;
  private head: i32 = 0;
  private tail: i32 = 0;

  constructor(private readonly cells: i32) {
    this.chain = new StaticArray<f64>(cells + 1);
    this.start = new StaticArray<f64>(cells + 1);
    this.queue = new StaticArray<i32>(cells + 2);
  }

  begin(
    item: i32,
    least: i32,
    most: i32,
    perRow: f64,
    lost: f64,
    atEnd: f64,
    limit: StaticArray<i32>,
    offset: i32,
  ): void {
    this.item = item;
    this.least = max(1, least);
    this.most = most;
    this.perRow = perRow;
    this.lost = lost;
    this.atEnd = atEnd;
    this.limit = limit;
    this.offset = offset;
    for (let q = 0; q < this.chain.length; q++) this.chain[q] = -Infinity;
    this.head = 0;
    this.tail = 0;
  }

  worthOf(rows: i32): f64 {
    return this.perRow * <f64>rows - this.lost;
  }

  /** What the last strip of a chain counts beyond its rows when it ends at row q. */
  onTop(q: i32): f64 {
    return q + this.offset >= this.cells ? this.atEnd : this.perRow;
  }

  /** The best chain that ends at row q, with what its last strip counts on top. */
  ended(q: i32): f64 {
    return this.chain[q] + this.onTop(q);
  }

  endedWithBoard(q: i32): f64 {
    return this.chain[q] + this.atEnd;
  }

  /** What the strip before counts on top when one of this price follows. */
  more(before: StripChain): f64 {
    return Math.max(0, before.perRow - this.perRow);
  }

  lay(none: StaticArray<f64>, strips: Array<StripChain>, many: i32, from: i32, to: i32): void {
    const queue = this.queue;
    const chain = this.chain;
    const begins = this.start;
    const perRow = this.perRow;
    const limit = this.limit;
    const offset = this.offset;
    for (let q = max(from, this.least); q <= to; q++) {
      const next = q - this.least;
      let begun = none[next];
      for (let n = 0; n < many; n++) begun = Math.max(begun, strips[n].chain[next] + this.more(strips[n]));
      begins[next] = begun;
      const rate = begun - perRow * <f64>next;
      while (this.tail > this.head) {
        const other = queue[this.tail - 1];
        if (begins[other] - perRow * <f64>other > rate) break;
        this.tail--;
      }
      queue[this.tail++] = next;
      while (this.head < this.tail) {
        const start = queue[this.head];
        if (start >= q - this.most && limit[start + offset] >= q + offset) break;
        this.head++;
      }
      if (this.head == this.tail) continue;
      const start = queue[this.head];
      chain[q] = begins[start] + this.worthOf(q - start);
    }
  }

  /** Rows of the strip that ends a chain at row q. */
  rowsTo(q: i32): i32 {
    for (let start = q - this.least; start >= max(0, q - this.most); start--) {
      if (this.limit[start + this.offset] < q + this.offset) break;
      if (this.start[start] + this.worthOf(q - start) == this.chain[q]) return q - start;
    }
    throw new Error('a strip must have begun somewhere');
  }

  /** The strip that one which begins at row q follows, or null. */
  cameFrom(q: i32, none: StaticArray<f64>, strips: Array<StripChain>, many: i32): StripChain | null {
    const value = this.start[q];
    if (value == none[q]) return null;
    for (let n = 0; n < many; n++) if (strips[n].chain[q] + this.more(strips[n]) == value) return strips[n];
    throw new Error('a strip must have followed something');
  }
}
