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
 *
 * Counts. Copies of some items are counted, where a question says so: each state of the counts is a path of its own, and a slot
 * that holds counted items leads from the state without them.
 *
 * Longer than others: slots, leftovers and strips share the places of a path, and tracing back undoes what each of them did.
 */
import { Counts } from './counts';
import { lay } from './lay';
import { SlotClass, Stretch } from './question';
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

/** The slot or leftover that a band ends with; of a slot, which choice of counted items it holds. */
@unmanaged
class Last {
  constructor(
    readonly kind: i32,
    readonly start: i32,
    readonly choice: i32 = 0,
    /** The state that it came from. */
    readonly state: i32 = 0,
  ) {}
}

/** Slots of a class that hold some counted items: the state of those, and worth by set of findings. */
@unmanaged
class Counted {
  constructor(
    readonly c: i32,
    readonly choice: i32,
    readonly state: i32,
    readonly worths: StaticArray<f64>,
  ) {}
}

/** Is told what lies in a band: slot `kind` with a choice of counted items, a leftover, or −2 − n: a strip of the n-th stretch. */
export abstract class BandVisitor {
  abstract visit(kind: i32, choice: i32, start: i32, worth: f64): void;
}

export class BandPath {
  /** By state: the best up to each cell, and the same where no strip ends there. */
  private readonly bests: StaticArray<StaticArray<f64>>;
  private readonly ofNone: StaticArray<StaticArray<f64>>;
  /** Those of the state at hand. */
  private best: StaticArray<f64>;
  private none: StaticArray<f64>;
  /** Classes with slots in this band, and by class what a slot is worth by its set of findings. */
  private readonly slotOf: StaticArray<i32>;
  private slots: i32 = 0;
  private readonly worths: StaticArray<StaticArray<f64>>;
  private leastKept: i32 = 1;
  private readonly kept: Array<Kept> = [];
  private readonly flexes: Array<FlexRun> = [];
  private readonly chains: Chains;
  private readonly counted: Array<Counted> = [];
  /** Cells gone through so far, for each kind of thing that may lie there. */
  work: f64 = 0;

  constructor(
    private readonly cells: i32,
    private readonly classes: StaticArray<SlotClass>,
    private readonly counts: Counts,
  ) {
    const bests = new StaticArray<StaticArray<f64>>(counts.states);
    const ofNone = new StaticArray<StaticArray<f64>>(counts.states);
    for (let state = 0; state < counts.states; state++) {
      bests[state] = new StaticArray<f64>(cells + 1);
      ofNone[state] = new StaticArray<f64>(cells + 1);
    }
    this.bests = bests;
    this.ofNone = ofNone;
    this.best = bests[0];
    this.none = bests[0];
    this.chains = new Chains(cells);
    this.slotOf = new StaticArray<i32>(classes.length);
    this.worths = new StaticArray<StaticArray<f64>>(classes.length);
  }

  /** Begins a band in which leftovers are at least `leastKept` cells long. */
  begin(leastKept: i32): void {
    this.slots = 0;
    this.kept.length = 0;
    this.flexes.length = 0;
    this.counted.length = 0;
    this.leastKept = max(1, leastKept);
  }

  /** Slots of a class, by what they are worth with each set of findings. */
  addSlots(c: i32, worths: StaticArray<f64>): void {
    this.slotOf[this.slots++] = c;
    this.worths[c] = worths;
  }

  /** Slots of a class that hold a choice of counted items in such a state. */
  addCounted(c: i32, choice: i32, state: i32, worths: StaticArray<f64>): void {
    this.counted.push(new Counted(c, choice, state, worths));
  }

  /** Adds leftovers, unless there are some that reach further and give as much. */
  addKept(from: i32, to: i32, rate: f64, rest: f64): void {
    for (let k = 0; k < this.kept.length; k++) {
      const other = this.kept[k];
      if (other.from <= from && other.to >= to && other.rate >= rate) return;
    }
    this.kept.push(new Kept(from, to, rate, rest));
  }

  /** Adds strips in a stretch, unless those in one that reaches further give as much. */
  addFlex(flex: FlexRun): void {
    for (let n = 0; n < this.flexes.length; n++) if (this.flexes[n].covers(flex)) return;
    this.flexes.push(flex);
  }

  /** The worth of the best band in a state of counted items; −Infinity where there is none. All states that it holds come before. */
  run(state: i32): f64 {
    const best = this.bests[state];
    const cells = this.cells;
    const flexes = this.flexes;
    const kinds = this.slots + this.kept.length + flexes.length + this.counted.length;
    this.work += <f64>cells * <f64>(kinds + 1);
    // Without strips it is the best itself.
    const strips = flexes.length > 0;
    const none = strips ? this.ofNone[state] : best;
    this.best = best;
    this.none = none;
    const begun: f64 = state == 0 ? 0 : -Infinity;
    for (let p = 0; p <= cells; p++) unchecked((none[p] = begun));
    for (let n = 0; n < this.counted.length; n++) this.bring(this.counted[n], state);
    if (strips) for (let p = 0; p <= cells; p++) unchecked((best[p] = none[p]));
    let block = this.kept.length > 0 ? this.leastKept : cells;
    for (let s = 0; s < this.slots; s++) block = min(block, this.classes[this.slotOf[s]].step);
    for (let n = 0; n < flexes.length; n++) {
      block = min(block, flexes[n].least);
      flexes[n].begin();
    }
    if (flexes.length > 0) this.chains.begin();
    for (let k = 0; k < this.kept.length; k++) this.kept[k].open = -Infinity;
    block = max(1, block);
    const ended = this.chains.ended;
    for (let from = 1; from <= cells; from += block) {
      const to = min(cells, from + block - 1);
      for (let s = 0; s < this.slots; s++) {
        const c = this.slotOf[s];
        laySlots(this.classes[c], this.worths[c], best, none, from, to);
      }
      for (let k = 0; k < this.kept.length; k++) this.layKept(this.kept[k], none, from, to);
      for (let n = 0; n < flexes.length; n++) flexes[n].lay(none, this.chains, from, to);
      let last = best[from - 1];
      if (strips) {
        for (let p = from; p <= to; p++) {
          const value = unchecked(none[p]);
          if (value > last) last = value;
          else unchecked((none[p] = last));
          last = Math.max(last, unchecked(ended[p]));
          unchecked((best[p] = last));
        }
      } else {
        for (let p = from; p <= to; p++) {
          last = Math.max(last, unchecked(best[p]));
          unchecked((best[p] = last));
        }
      }
    }
    return best[cells];
  }

  /** Lays slots with counted items from the state that lacks them into the one at hand. */
  private bring(slots: Counted, state: i32): void {
    if (!this.counts.holds(state, slots.state)) return;
    laySlots(
      this.classes[slots.c],
      slots.worths,
      this.bests[state - slots.state],
      this.none,
      1,
      this.cells,
      -Infinity,
    );
  }

  private layKept(kept: Kept, none: StaticArray<f64>, from: i32, to: i32): void {
    const best = this.best;
    const rate = kept.rate;
    let open = kept.open;
    const last = min(to, kept.to);
    for (let p = max(from, kept.from + this.leastKept); p <= last; p++) {
      const begun = p - this.leastKept;
      open = Math.max(open, unchecked(best[begun]) - rate * <f64>begun);
      const value = open + rate * <f64>p + kept.rest;
      unchecked((none[p] = Math.max(unchecked(none[p]), value)));
    }
    kept.open = open;
  }

  /** Tells what the band holds in a state, from its end on; it has been run in all that this one holds. */
  trace(state: i32, visitor: BandVisitor): void {
    this.run(state);
    let best = this.best;
    let none = this.none;
    let chain: FlexRun | null = null;
    /** What the last strip of a chain is worth on top, and whether no strip ends at the cell at hand. */
    let onTop: f64 = 0;
    let noStrip = false;
    let p = this.cells;
    while (p > 0) {
      if (chain !== null) {
        const start = chain.startOf(p);
        visitor.visit(LEFTOVER - 1 - chain.number, 0, start, chain.worthOf(start, p) + onTop);
        p = start;
        const before = chain.cameFrom(p, none, this.flexes);
        onTop = before === null ? 0 : chain.more(before);
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
      const last = this.lastOf(p, value, state);
      visitor.visit(last.kind, last.choice, last.start, value - this.bests[last.state][last.start]);
      p = last.start;
      noStrip = false;
      if (last.state == state) continue;
      state = last.state;
      this.run(state);
      best = this.best;
      none = this.none;
    }
  }

  /** The slot or leftover that ends at cell p and makes it worth `value`. */
  private lastOf(p: i32, value: f64, state: i32): Last {
    const best = this.best;
    for (let s = 0; s < this.slots; s++) {
      const c = this.slotOf[s];
      const start = startOf(this.classes[c], this.worths[c], best, p, value);
      if (start >= 0) return new Last(c, start, 0, state);
    }
    for (let k = 0; k < this.kept.length; k++) {
      const kept = this.kept[k];
      if (p > kept.to) continue;
      for (let start = p - this.leastKept; start >= kept.from; start--)
        if (best[start] + kept.rate * <f64>(p - start) + kept.rest == value)
          return new Last(LEFTOVER, start, 0, state);
    }
    for (let n = 0; n < this.counted.length; n++) {
      const slots = this.counted[n];
      if (!this.counts.holds(state, slots.state)) continue;
      const before = state - slots.state;
      const start = startOf(this.classes[slots.c], slots.worths, this.bests[before], p, value, -Infinity);
      if (start >= 0) return new Last(slots.c, start, slots.choice, before);
    }
    throw new Error('a band’s value must have come from somewhere');
  }
}

/** Lays slots of a class that end at cells `from` to `to`, by what they are worth with each set of findings, if that is above a figure. */
function laySlots(
  slot: SlotClass,
  worths: StaticArray<f64>,
  best: StaticArray<f64>,
  none: StaticArray<f64>,
  from: i32,
  to: i32,
  above: f64 = 0,
): void {
  const runAt = slot.runAt;
  const runSet = slot.runSet;
  const last = min(slot.last, to - slot.step);
  let start = max(0, from - slot.step);
  if (start > last) return;
  let run = 0;
  const runs = runAt.length;
  while (run + 1 < runs && unchecked(runAt[run + 1]) <= start) run++;
  while (start <= last) {
    const end = run + 1 < runs ? min(last, unchecked(runAt[run + 1]) - 1) : last;
    const worth = unchecked(worths[unchecked(runSet[run])]);
    if (worth > above) lay(best, start, worth, none, start + slot.step, end + 1 - start);
    start = end + 1;
    run++;
  }
}

/** Where a slot of a class begins that ends at cell p and makes it worth `value`, or −1. */
function startOf(
  slot: SlotClass,
  worths: StaticArray<f64>,
  best: StaticArray<f64>,
  p: i32,
  value: f64,
  above: f64 = 0,
): i32 {
  const start = p - slot.step;
  if (start < 0 || start > slot.last) return -1;
  const worth = worths[slot.setAt(start)];
  return worth > above && best[start] + worth == value ? start : -1;
}

/** The best chain of strips of any kind that ends at each cell: nothing on top, a whole cell on top, and what there is on top. */
class Chains {
  readonly bare: StaticArray<f64>;
  readonly more: StaticArray<f64>;
  readonly ended: StaticArray<f64>;

  constructor(private readonly cells: i32) {
    this.bare = new StaticArray<f64>(cells + 1);
    this.more = new StaticArray<f64>(cells + 1);
    this.ended = new StaticArray<f64>(cells + 1);
  }

  begin(): void {
    for (let p = 0; p <= this.cells; p++) {
      this.bare[p] = -Infinity;
      this.more[p] = -Infinity;
      this.ended[p] = -Infinity;
    }
  }
}

/**
 * Slots of a width to choose in a stretch of cells that meets the same findings, each cell worth the same. From a to b one counts
 * its cells less what its cut takes, and on top what is told above. Starts that may still matter wait in a queue, the best
 * of them first.
 */
export class FlexRun {
  readonly least: i32;
  /** What a cell is worth; and what a cut costs. */
  rate: f64 = 0;
  private cut: f64 = 0;
  /** The best chain that ends at each cell, nothing on top; and the best from which one may begin there. */
  private readonly chain: StaticArray<f64>;
  private readonly begins: StaticArray<f64>;
  private readonly queue: StaticArray<i32>;
  private head: i32 = 0;
  private tail: i32 = 0;

  constructor(
    readonly number: i32,
    least: i32,
    private readonly most: i32,
    private readonly cells: i32,
    /** Cut and cell, mm. */
    private readonly kerf: f64,
    private readonly grid: f64,
    private readonly stretch: Stretch,
  ) {
    this.least = max(1, least);
    this.chain = new StaticArray<f64>(cells + 1);
    this.begins = new StaticArray<f64>(cells + 1);
    this.queue = new StaticArray<i32>(cells + 2);
    for (let p = 0; p <= cells; p++) this.chain[p] = -Infinity;
  }

  /** Whether another may as well lie where this may. */
  covers(other: FlexRun): bool {
    return (
      this.stretch.from <= other.stretch.from &&
      this.stretch.to >= other.stretch.to &&
      this.least <= other.least &&
      this.rate >= other.rate
    );
  }

  /** Sets the worth of a cell. */
  setRate(rate: f64): void {
    this.rate = rate;
    // Where a slot may be so narrow that the cut would reach its first cell, which counts in full, none is taken off.
    this.cut =
      this.least >= <i32>Math.floor(this.kerf / this.grid) + 2
        ? Math.floor((rate * this.kerf) / this.grid)
        : 0;
  }

  begin(): void {
    for (let p = this.stretch.from; p <= this.stretch.to; p++) this.chain[p] = -Infinity;
    this.head = 0;
    this.tail = 0;
  }

  worthOf(start: i32, end: i32): f64 {
    return this.rate * <f64>(end - start) - this.cut;
  }

  /** What the last slot of a chain counts beyond its cells when it ends at cell p: what is left there of the stretch, a cell at most. */
  onTop(p: i32): f64 {
    const left = this.stretch.end - <f64>p;
    return left >= 1 ? this.rate : Math.ceil(this.rate * (Math.max(0, left) + 1e-6));
  }

  /** The best chain that ends at cell p, with what its last slot counts on top. */
  ended(p: i32): f64 {
    return unchecked(this.chain[p]) + this.onTop(p);
  }

  /** What the slot before counts on top when one of this kind follows. */
  more(before: FlexRun): f64 {
    return Math.max(0, before.rate - this.rate);
  }

  lay(none: StaticArray<f64>, chains: Chains, from: i32, to: i32): void {
    const queue = this.queue;
    const begins = this.begins;
    const chain = this.chain;
    const rate = this.rate;
    const bare = chains.bare;
    const more = chains.more;
    const ended = chains.ended;
    let head = this.head;
    let tail = this.tail;
    const last = min(to, this.stretch.to);
    for (let p = max(from, this.stretch.from + this.least); p <= last; p++) {
      const next = p - this.least;
      // Of the cell shared with a chain before, that has on top what it is dearer.
      const behind = Math.max(unchecked(bare[next]), unchecked(more[next]) - rate);
      const begun = Math.max(unchecked(none[next]), behind);
      unchecked((begins[next] = begun));
      const even = begun - rate * <f64>next;
      while (tail > head) {
        const other = unchecked(queue[tail - 1]);
        if (unchecked(begins[other]) - rate * <f64>other > even) break;
        tail--;
      }
      unchecked((queue[tail++] = next));
      while (unchecked(queue[head]) < p - this.most) head++;
      const start = unchecked(queue[head]);
      const value = unchecked(begins[start]) + this.worthOf(start, p);
      unchecked((chain[p] = value));
      unchecked((bare[p] = Math.max(unchecked(bare[p]), value)));
      unchecked((more[p] = Math.max(unchecked(more[p]), value + rate)));
      unchecked((ended[p] = Math.max(unchecked(ended[p]), value + this.onTop(p))));
    }
    this.head = head;
    this.tail = tail;
  }

  /** Where the slot that ends a chain at p begins. */
  startOf(p: i32): i32 {
    for (let start = p - this.least; start >= max(this.stretch.from, p - this.most); start--)
      if (this.begins[start] + this.worthOf(start, p) == this.chain[p]) return start;
    throw new Error('a strip must have begun somewhere');
  }

  /** The strip that one which begins at cell p follows, or null. */
  cameFrom(p: i32, none: StaticArray<f64>, flexes: Array<FlexRun>): FlexRun | null {
    const value = this.begins[p];
    if (value == none[p]) return null;
    for (let n = 0; n < flexes.length; n++)
      if (
        flexes[n].chain[p] == value ||
        (flexes[n].rate > this.rate && flexes[n].chain[p] + flexes[n].rate - this.rate == value)
      )
        return flexes[n];
    throw new Error('a strip must have followed something');
  }
}
