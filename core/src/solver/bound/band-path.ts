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

/** A slot of one size: `step` cells long, worth by the set of findings at its start. */
export interface SlotsOfBand {
  readonly step: number;
  /** Runs of starts with one set: first start of each, and its set. */
  readonly runAt: Int32Array;
  readonly runSet: Int32Array;
}

/** What lies in a band: slot `kind` or −1 (a leftover), −2 − n (strip of the n-th flexible slot), over cells `start` to `end`. */
type Visit = (kind: number, start: number, worth: number) => void;

const LEFTOVER = -1;

export class BandPath {
  private readonly best: Float64Array;
  /** The best up to each cell where no strip ends there. */
  private readonly ofNone: Float64Array;
  private slots = 0;
  private readonly slotOf: Int32Array;
  private readonly slotWorth: Float64Array[] = [];
  private kinds = 0;
  private leastKept = 1;
  private readonly kept: { from: number; to: number; rate: number; rest: number; open: number }[] = [];
  private readonly flexes: FlexRun[] = [];

  constructor(
    private readonly cells: number,
    private readonly classes: readonly SlotsOfBand[],
  ) {
    this.best = new Float64Array(cells + 1);
    this.ofNone = new Float64Array(cells + 1);
    this.slotOf = new Int32Array(classes.length);
  }

  /** Begins a band in which leftovers are at least `leastKept` cells long. */
  begin(leastKept: number): void {
    this.slots = 0;
    this.kinds = 0;
    this.flexes.length = 0;
    this.leastKept = Math.max(1, leastKept);
  }

  /** Slots of a class, worth by set. */
  addSlots(c: number, worth: Float64Array): void {
    this.slotOf[this.slots] = c;
    this.slotWorth[this.slots] = worth;
    this.slots++;
  }

  /** Leftovers from cell `from` at the earliest to `to` at the latest: `rate` a cell and `rest`; false where one is wider and gives as much. */
  addKept(from: number, to: number, rate: number, rest: number): void {
    for (let k = 0; k < this.kinds; k++) {
      const other = this.kept[k] as BandPath['kept'][number];
      if (other.from <= from && other.to >= to && other.rate >= rate) return;
    }
    this.kept[this.kinds++] = { from, to, rate, rest, open: -Infinity };
  }

  addFlex(flex: FlexRun): void {
    flex.begin();
    this.flexes.push(flex);
  }

  /** The worth of the best band. */
  run(): number {
    const { best, cells, classes, leastKept, flexes } = this;
    const none = this.noStrip();
    best.fill(0);
    none.fill(0);
    let block = this.kinds > 0 ? leastKept : cells;
    for (let s = 0; s < this.slots; s++)
      block = Math.min(block, (classes[this.slotOf[s] as number] as SlotsOfBand).step);
    for (const flex of this.flexes) block = Math.min(block, flex.least);
    block = Math.max(1, block);
    for (let from = 1; from <= cells; from += block) {
      const to = Math.min(cells, from + block - 1);
      for (let s = 0; s < this.slots; s++) this.laySlots(s, none, from, to);
      for (let k = 0; k < this.kinds; k++) this.layKept(k, none, from, to);
      for (const flex of flexes) flex.lay(none, flexes, from, to);
      let last = best[from - 1] as number;
      for (let p = from; p <= to; p++) {
        if ((none[p] as number) > last) last = none[p] as number;
        else none[p] = last;
        for (const flex of flexes) last = Math.max(last, flex.ended(p));
        best[p] = last;
      }
    }
    return best[cells] as number;
  }

  /** Without strips it is the best itself. */
  private noStrip(): Float64Array {
    return this.flexes.length > 0 ? this.ofNone : this.best;
  }

  private laySlots(s: number, none: Float64Array, from: number, to: number): void {
    const { best } = this;
    const { step, runAt, runSet } = this.classes[this.slotOf[s] as number] as SlotsOfBand;
    const worths = this.slotWorth[s] as Float64Array;
    const last = to - step;
    let start = Math.max(0, from - step);
    if (start > last) return;
    let run = 0;
    while (run + 1 < runAt.length && (runAt[run + 1] as number) <= start) run++;
    while (start <= last) {
      const end = run + 1 < runAt.length ? Math.min(last, (runAt[run + 1] as number) - 1) : last;
      const worth = worths[runSet[run] as number] as number;
      if (worth > 0) {
        for (let p = start + step; start <= end; start++, p++) {
          const value = (best[start] as number) + worth;
          if (value > (none[p] as number)) none[p] = value;
        }
      } else start = end + 1;
      run++;
    }
  }

  private layKept(k: number, none: Float64Array, from: number, to: number): void {
    const { best, leastKept } = this;
    const kind = this.kept[k] as BandPath['kept'][number];
    const { rate, rest } = kind;
    let open = kind.open;
    const last = Math.min(to, kind.to);
    for (let p = Math.max(from, kind.from + leastKept); p <= last; p++) {
      const begun = p - leastKept;
      const opened = (best[begun] as number) - rate * begun;
      if (opened > open) open = opened;
      const value = open + rate * p + rest;
      if (value > (none[p] as number)) none[p] = value;
    }
    kind.open = open;
  }

  /** Tells what the band last run holds, from its end on. */
  trace(visit: Visit): void {
    const { best, flexes } = this;
    const none = this.noStrip();
    let chain: FlexRun | null = null;
    /** What the last strip of a chain is worth on top, and whether no strip ends at the cell at hand. */
    let onTop = 0;
    let noStrip = false;
    for (let p = this.cells; p > 0;) {
      if (chain) {
        const start = chain.startOf(p);
        visit(LEFTOVER - 1 - chain.number, start, chain.worthOf(start, p) + onTop);
        p = start;
        const from: { before: FlexRun | null; more: number } = chain.cameFrom(p, none, flexes);
        noStrip = from.before === null;
        chain = from.before;
        onTop = from.more;
        continue;
      }
      const value = (noStrip ? none[p] : best[p]) as number;
      if (value === best[p - 1]) {
        p--;
        noStrip = false;
        continue;
      }
      chain = noStrip ? null : (flexes.find((flex) => flex.ended(p) === value) ?? null);
      if (chain) {
        onTop = chain.onTop(p);
        continue;
      }
      const { kind, start } = this.slotTo(p, value);
      visit(kind, start, value - (best[start] as number));
      p = start;
      noStrip = false;
    }
  }

  /** The slot or leftover that ends at cell p and makes it worth `value`. */
  private slotTo(p: number, value: number): { readonly kind: number; readonly start: number } {
    const { best } = this;
    for (let s = 0; s < this.slots; s++) {
      const c = this.slotOf[s] as number;
      const { step, runAt, runSet } = this.classes[c] as SlotsOfBand;
      const start = p - step;
      if (start < 0) continue;
      let run = runAt.length - 1;
      while ((runAt[run] as number) > start) run--;
      const worth = (this.slotWorth[s] as Float64Array)[runSet[run] as number] as number;
      if (worth > 0 && (best[start] as number) + worth === value) return { kind: c, start };
    }
    for (let k = 0; k < this.kinds; k++) {
      const { from, to, rate, rest } = this.kept[k] as BandPath['kept'][number];
      if (p > to) continue;
      for (let start = p - this.leastKept; start >= from; start--) {
        if ((best[start] as number) + rate * (p - start) + rest === value) return { kind: LEFTOVER, start };
      }
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
  /** Worth of the cells up to each; and what a cut costs a slot that ends there. */
  readonly sum: Float64Array;
  private readonly cut: Float64Array;
  readonly least: number;
  /** The best chain that ends at each cell, nothing on top; and the best from which one may begin there. */
  private readonly chain: Float64Array;
  private readonly begins: Float64Array;
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;
  /** What share of a cell is left of the board behind the last. */
  private readonly atEnd: number;

  constructor(
    readonly number: number,
    least: number,
    private readonly most: number,
    private readonly cells: number,
    /** Cut, cell and board with a cut, mm. */
    private readonly mm: { readonly kerf: number; readonly grid: number; readonly whole: number },
  ) {
    this.least = Math.max(1, least);
    this.sum = new Float64Array(cells + 1);
    this.cut = new Float64Array(cells + 1);
    this.chain = new Float64Array(cells + 1);
    this.begins = new Float64Array(cells + 1);
    this.queue = new Int32Array(cells + 2);
    this.atEnd = Math.min(1, Math.max(0, mm.whole / mm.grid - cells) + 1e-6);
  }

  /** Sets the worth of each cell: of set `setAt[p]` at cell p. */
  rate(perCell: readonly number[], setAt: ArrayLike<number>): void {
    const { sum, cut, cells, least } = this;
    const { kerf, grid } = this.mm;
    for (let p = 0; p < cells; p++) sum[p + 1] = (sum[p] as number) + (perCell[setAt[p] as number] as number);
    const whole = Math.floor(kerf / grid);
    const part = kerf / grid - whole;
    // Where a slot may be so narrow that the cut would reach its first cell, none is taken off.
    const counts = least >= whole + 2;
    for (let p = 1; p <= cells; p++) {
      const at = p - whole;
      cut[p] =
        counts && at > 0
          ? (sum[p] as number) - (sum[at] as number) + Math.floor(part * this.rateBefore(at))
          : 0;
    }
  }

  /** Worth of the cell before p, and of that from p. */
  private rateBefore(p: number): number {
    return p > 0 ? (this.sum[p] as number) - (this.sum[p - 1] as number) : 0;
  }

  private rateFrom(p: number): number {
    return this.rateBefore(p + 1);
  }

  begin(): void {
    this.chain.fill(-Infinity);
    this.head = 0;
    this.tail = 0;
  }

  worthOf(start: number, end: number): number {
    return (this.sum[end] as number) - (this.sum[start] as number) - (this.cut[end] as number);
  }

  /** What the last slot of a chain counts beyond its cells when it ends at cell p. */
  onTop(p: number): number {
    return p >= this.cells ? Math.ceil(this.rateBefore(p) * this.atEnd) : this.rateBefore(p);
  }

  /** The best chain that ends at cell p, with what its last slot counts on top. */
  ended(p: number): number {
    return (this.chain[p] as number) + this.onTop(p);
  }

  /** What the slot before counts on top at cell p when one of this kind follows. */
  private more(before: FlexRun, p: number): number {
    return Math.max(0, before.rateBefore(p) - this.rateFrom(p));
  }

  lay(none: Float64Array, flexes: readonly FlexRun[], from: number, to: number): void {
    const { queue, begins, sum, chain, least, most } = this;
    for (let p = Math.max(from, least); p <= to; p++) {
      const next = p - least;
      let begun = none[next] as number;
      for (const before of flexes)
        begun = Math.max(begun, (before.chain[next] as number) + this.more(before, next));
      begins[next] = begun;
      const rate = begun - (sum[next] as number);
      while (this.tail > this.head) {
        const other = queue[this.tail - 1] as number;
        if ((begins[other] as number) - (sum[other] as number) > rate) break;
        this.tail--;
      }
      queue[this.tail++] = next;
      while ((queue[this.head] as number) < p - most) this.head++;
      const start = queue[this.head] as number;
      chain[p] = (begins[start] as number) + this.worthOf(start, p);
    }
  }

  /** Where the slot that ends a chain at p begins. */
  startOf(p: number): number {
    for (let start = p - this.least; start >= Math.max(0, p - this.most); start--) {
      if ((this.begins[start] as number) + this.worthOf(start, p) === this.chain[p]) return start;
    }
    throw new Error('a strip must have begun somewhere');
  }

  /** What a slot that begins at cell p follows: another and what that counts on top, or none. */
  cameFrom(
    p: number,
    none: Float64Array,
    flexes: readonly FlexRun[],
  ): { before: FlexRun | null; more: number } {
    const value = this.begins[p] as number;
    if (value === none[p]) return { before: null, more: 0 };
    const before = flexes.find((other) => (other.chain[p] as number) + this.more(other, p) === value);
    if (!before) throw new Error('a strip must have followed something');
    return { before, more: this.more(before, p) };
  }
}
