/**
 * The best band of a board: slots, leftovers and strips of a width to choose laid along v, as a shortest path over cells.
 *
 * Idea. best(p) is what the first p cells can give. Everything laid is at least some cells long, so all places in a block
 * no longer than that rest on places before the block: each kind of slot is then one plain loop over the block, which
 * engines run quickly. Values are whole numbers, so where a value came from is found again by equality.
 *
 * Strips. What lies from a to b takes the cells from ⌊a⌋ up to ⌊b⌋, so a strip of a width to choose may count up to a cell more
 * than it takes. Where another begins in that cell, it begins no earlier than the first ends: both together have no more
 * of the cell than the dearer one alone. So only the last of a chain of strips counts a cell on top, at the end of the
 * board only what is left of the board there; within a chain a strip counts the difference where the next is cheaper.
 */
import { lay } from './lay';
import { SlotClass } from './question';
import { LEFTOVER } from './stack-path';

/** Leftovers from cell `from` at the earliest to `to` at the latest: `rate` a cell and `rest`. */
@unmanaged
class Kept {
  /** The best that one may begin with, as far as the band is laid. */
  open: f64 = -Infinity;

  constructor(
    readonly from: i32,
    readonly to: i32,
    readonly rate: f64,
    readonly rest: f64,
  ) {}
}

/** The slot or leftover that a band ends with. */
@unmanaged
class Last {
  constructor(
    readonly kind: i32,
    readonly start: i32,
  ) {}
}

/** Is told what lies in a band: slot `kind`, a leftover, or −2 − n: a strip of the n-th flexible slot. */
export abstract class BandVisitor {
  abstract visit(kind: i32, start: i32, worth: f64): void;
}

export class BandPath {
  private readonly best: StaticArray<f64>;
  /** The best up to each cell where no strip ends there. */
  private readonly ofNone: StaticArray<f64>;
  /** Classes with slots in this band, and by class what a slot is worth by its set of findings. */
  private readonly slotOf: StaticArray<i32>;
  private slots: i32 = 0;
  private readonly worths: StaticArray<StaticArray<f64>>;
  private leastKept: i32 = 1;
  private readonly kept: Array<Kept> = [];
  private readonly flexes: Array<FlexRun> = [];

  constructor(
    private readonly cells: i32,
    private readonly classes: StaticArray<SlotClass>,
  ) {
    this.best = new StaticArray<f64>(cells + 1);
    this.ofNone = new StaticArray<f64>(cells + 1);
    this.slotOf = new StaticArray<i32>(classes.length);
    const worths = new StaticArray<StaticArray<f64>>(classes.length);
    for (let c = 0; c < classes.length; c++) worths[c] = new StaticArray<f64>(classes[c].sets);
    this.worths = worths;
  }

  /** Begins a band in which leftovers are at least `leastKept` cells long. */
  begin(leastKept: i32): void {
    this.slots = 0;
    this.kept.length = 0;
    this.flexes.length = 0;
    this.leastKept = max(1, leastKept);
  }

  /** Where to write what slots of a class are worth by set. */
  worthsOf(c: i32): StaticArray<f64> {
    return this.worths[c];
  }

  addSlots(c: i32): void {
    this.slotOf[this.slots++] = c;
  }

  /** Adds leftovers, unless there are some that reach further and give as much. */
  addKept(from: i32, to: i32, rate: f64, rest: f64): void {
    for (let k = 0; k < this.kept.length; k++) {
      const other = this.kept[k];
      if (other.from <= from && other.to >= to && other.rate >= rate) return;
    }
    this.kept.push(new Kept(from, to, rate, rest));
  }

  addFlex(flex: FlexRun): void {
    flex.begin();
    this.flexes.push(flex);
  }

  /** The worth of the best band. */
  run(): f64 {
    const best = this.best;
    const cells = this.cells;
    const flexes = this.flexes;
    const none = this.noStrip();
    for (let p = 0; p <= cells; p++) {
      best[p] = 0;
      none[p] = 0;
    }
    let block = this.kept.length > 0 ? this.leastKept : cells;
    for (let s = 0; s < this.slots; s++) block = min(block, this.classes[this.slotOf[s]].step);
    for (let n = 0; n < flexes.length; n++) block = min(block, flexes[n].least);
    block = max(1, block);
    for (let from = 1; from <= cells; from += block) {
      const to = min(cells, from + block - 1);
      for (let s = 0; s < this.slots; s++) this.laySlots(this.slotOf[s], none, from, to);
      for (let k = 0; k < this.kept.length; k++) this.layKept(this.kept[k], none, from, to);
      for (let n = 0; n < flexes.length; n++) flexes[n].lay(none, flexes, from, to);
      let last = best[from - 1];
      for (let p = from; p <= to; p++) {
        const value = unchecked(none[p]);
        if (value > last) last = value;
        else unchecked((none[p] = last));
        for (let n = 0; n < flexes.length; n++) last = Math.max(last, unchecked(flexes[n]).ended(p));
        unchecked((best[p] = last));
      }
    }
    return best[cells];
  }

  /** Without strips it is the best itself. */
  private noStrip(): StaticArray<f64> {
    return this.flexes.length > 0 ? this.ofNone : this.best;
  }

  private laySlots(c: i32, none: StaticArray<f64>, from: i32, to: i32): void {
    const slot = this.classes[c];
    const worths = this.worths[c];
    const runAt = slot.runAt;
    const last = to - slot.step;
    let start = max(0, from - slot.step);
    if (start > last) return;
    let run = 0;
    while (run + 1 < runAt.length && runAt[run + 1] <= start) run++;
    while (start <= last) {
      const end = run + 1 < runAt.length ? min(last, runAt[run + 1] - 1) : last;
      const worth = worths[slot.runSet[run]];
      if (worth > 0) lay(this.best, start, worth, none, start + slot.step, end + 1 - start);
      start = end + 1;
      run++;
    }
  }

  private layKept(kept: Kept, none: StaticArray<f64>, from: i32, to: i32): void {
    const best = this.best;
    const rate = kept.rate;
    let open = kept.open;
    const last = min(to, kept.to);
    for (let p = max(from, kept.from + this.leastKept); p <= last; p++) {
      const begun = p - this.leastKept;
      const opened = best[begun] - rate * <f64>begun;
      if (opened > open) open = opened;
      const value = open + rate * <f64>p + kept.rest;
      if (value > none[p]) none[p] = value;
    }
    kept.open = open;
  }

  /** Tells what the band last run holds, from its end on. */
  trace(visitor: BandVisitor): void {
    const best = this.best;
    const none = this.noStrip();
    let chain: FlexRun | null = null;
    /** What the last strip of a chain is worth on top, and whether no strip ends at the cell at hand. */
    let onTop: f64 = 0;
    let noStrip = false;
    let p = this.cells;
    while (p > 0) {
      if (chain !== null) {
        const start = chain.startOf(p);
        visitor.visit(LEFTOVER - 1 - chain.number, start, chain.worthOf(start, p) + onTop);
        p = start;
        const before = chain.cameFrom(p, none, this.flexes);
        onTop = before === null ? 0 : chain.more(before, p);
        noStrip = before === null;
        chain = before;
        continue;
      }
      const value = noStrip ? none[p] : best[p];
      if (value == best[p - 1]) {
        p--;
        noStrip = false;
        continue;
      }
      for (let n = 0; n < this.flexes.length && !noStrip && chain === null; n++)
        if (this.flexes[n].ended(p) == value) chain = this.flexes[n];
      if (chain !== null) {
        onTop = chain.onTop(p);
        continue;
      }
      const last = this.lastOf(p, value);
      visitor.visit(last.kind, last.start, value - best[last.start]);
      p = last.start;
      noStrip = false;
    }
  }

  /** The slot or leftover that ends at cell p and makes it worth `value`. */
  private lastOf(p: i32, value: f64): Last {
    const best = this.best;
    for (let s = 0; s < this.slots; s++) {
      const c = this.slotOf[s];
      const slot = this.classes[c];
      const start = p - slot.step;
      if (start < 0) continue;
      const worth = this.worths[c][slot.setAt(start)];
      if (worth > 0 && best[start] + worth == value) return new Last(c, start);
    }
    for (let k = 0; k < this.kept.length; k++) {
      const kept = this.kept[k];
      if (p > kept.to) continue;
      for (let start = p - this.leastKept; start >= kept.from; start--)
        if (best[start] + kept.rate * <f64>(p - start) + kept.rest == value) return new Last(LEFTOVER, start);
    }
    throw new Error('a band’s value must have come from somewhere');
  }
}

/**
 * A slot of a width to choose, its rate changing from cell to cell. A slot’s real rate is no more than that of any cell
 * that it takes whole. From a to b it counts the sum of the rates less a cut, which is taken off its last cells so that
 * its first counts in full (what the one before may count on top rests on that), and on top what is told above. Starts
 * that may still matter wait in a queue, the best of them first.
 */
export class FlexRun {
  readonly least: i32;
  /** Worth of each cell, one further on; of the cells up to each; and what a cut costs a slot that ends there. */
  private readonly rates: StaticArray<f64>;
  private readonly sum: StaticArray<f64>;
  private readonly cut: StaticArray<f64>;
  /** The best chain that ends at each cell, nothing on top; and the best from which one may begin there. */
  private readonly chain: StaticArray<f64>;
  private readonly begins: StaticArray<f64>;
  private readonly queue: StaticArray<i32>;
  private head: i32 = 0;
  private tail: i32 = 0;
  /** What share of a cell is left of the board behind the last. */
  private readonly atEnd: f64;

  constructor(
    readonly number: i32,
    least: i32,
    private readonly most: i32,
    private readonly cells: i32,
    /** Cut, cell and board with a cut, mm. */
    private readonly kerf: f64,
    private readonly grid: f64,
    whole: f64,
  ) {
    this.least = max(1, least);
    this.rates = new StaticArray<f64>(cells + 2);
    this.sum = new StaticArray<f64>(cells + 1);
    this.cut = new StaticArray<f64>(cells + 1);
    this.chain = new StaticArray<f64>(cells + 1);
    this.begins = new StaticArray<f64>(cells + 1);
    this.queue = new StaticArray<i32>(cells + 2);
    this.atEnd = Math.min(1, Math.max(0, whole / grid - <f64>cells) + 1e-6);
  }

  /** Sets the worth of each cell, by the set of findings of a slot that begins there. */
  rate(perCell: StaticArray<f64>, slot: SlotClass): void {
    const cells = this.cells;
    const rates = this.rates;
    const sum = this.sum;
    const cut = this.cut;
    const runAt = slot.runAt;
    for (let run = 0; run < runAt.length; run++) {
      const each = perCell[slot.runSet[run]];
      const end = run + 1 < runAt.length ? runAt[run + 1] : cells;
      for (let p = runAt[run]; p < end; p++) {
        unchecked((rates[p + 1] = each));
        unchecked((sum[p + 1] = sum[p] + each));
      }
    }
    const whole = <i32>Math.floor(this.kerf / this.grid);
    const part = this.kerf / this.grid - <f64>whole;
    // Where a slot may be so narrow that the cut would reach its first cell, none is taken off.
    const first = this.least >= whole + 2 ? whole + 1 : cells + 1;
    for (let p = 1; p < min(first, cells + 1); p++) cut[p] = 0;
    for (let p = first, at = first - whole; p <= cells; p++, at++)
      unchecked((cut[p] = sum[p] - sum[at] + Math.floor(part * rates[at])));
  }

  begin(): void {
    for (let p = 0; p < this.chain.length; p++) this.chain[p] = -Infinity;
    this.head = 0;
    this.tail = 0;
  }

  worthOf(start: i32, end: i32): f64 {
    return unchecked(this.sum[end]) - unchecked(this.sum[start]) - unchecked(this.cut[end]);
  }

  /** What the last slot of a chain counts beyond its cells when it ends at cell p. */
  onTop(p: i32): f64 {
    const rate = unchecked(this.rates[p]);
    return p >= this.cells ? Math.ceil(rate * this.atEnd) : rate;
  }

  /** The best chain that ends at cell p, with what its last slot counts on top. */
  ended(p: i32): f64 {
    return unchecked(this.chain[p]) + this.onTop(p);
  }

  /** What the slot before counts on top at cell p when one of this kind follows. */
  more(before: FlexRun, p: i32): f64 {
    return Math.max(0, unchecked(before.rates[p]) - unchecked(this.rates[p + 1]));
  }

  lay(none: StaticArray<f64>, flexes: Array<FlexRun>, from: i32, to: i32): void {
    const queue = this.queue;
    const begins = this.begins;
    const sum = this.sum;
    const chain = this.chain;
    let head = this.head;
    let tail = this.tail;
    for (let p = max(from, this.least); p <= to; p++) {
      const next = p - this.least;
      let begun = unchecked(none[next]);
      for (let n = 0; n < flexes.length; n++) {
        const before = unchecked(flexes[n]);
        begun = Math.max(begun, unchecked(before.chain[next]) + this.more(before, next));
      }
      unchecked((begins[next] = begun));
      const rate = begun - unchecked(sum[next]);
      while (tail > head) {
        const other = unchecked(queue[tail - 1]);
        if (unchecked(begins[other]) - unchecked(sum[other]) > rate) break;
        tail--;
      }
      unchecked((queue[tail++] = next));
      while (unchecked(queue[head]) < p - this.most) head++;
      const start = unchecked(queue[head]);
      unchecked((chain[p] = begins[start] + this.worthOf(start, p)));
    }
    this.head = head;
    this.tail = tail;
  }

  /** Where the slot that ends a chain at p begins. */
  startOf(p: i32): i32 {
    for (let start = p - this.least; start >= max(0, p - this.most); start--)
      if (this.begins[start] + this.worthOf(start, p) == this.chain[p]) return start;
    throw new Error('a strip must have begun somewhere');
  }

  /** The strip that one which begins at cell p follows, or null. */
  cameFrom(p: i32, none: StaticArray<f64>, flexes: Array<FlexRun>): FlexRun | null {
    const value = this.begins[p];
    if (value == none[p]) return null;
    for (let n = 0; n < flexes.length; n++)
      if (flexes[n].chain[p] + this.more(flexes[n], p) == value) return flexes[n];
    throw new Error('a strip must have followed something');
  }
}
