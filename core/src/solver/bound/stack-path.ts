/**
 * The best stack in a slot: pieces of one size, strips and leftovers laid along u, as a shortest path over rows of cells
 * (see `band-path.ts` for the idea, and for how strips that follow one another are counted). Starts and ends are held off
 * findings by limits: the last row at which what begins at a row may end.
 */
export class StackPath {
  private steps = 0;
  private readonly stepOf: number[] = [];
  private readonly reachOf: number[] = [];
  private readonly worthOf: number[] = [];
  private readonly itemOf: number[] = [];
  private readonly limitOf: Int32Array[] = [];
  private runs = 0;
  private readonly run: RowRun[] = [];
  private strips = 0;
  private readonly strip: StripChain[] = [];
  /** The best up to each row where no strip ends there. */
  private readonly none: Float64Array;
  private offset = 0;

  constructor(private readonly cells: number) {
    this.none = new Float64Array(cells + 1);
  }

  /** Begins a stack from row `offset` of the board. */
  begin(offset: number): void {
    this.steps = 0;
    this.runs = 0;
    this.strips = 0;
    this.offset = offset;
  }

  /** A piece `step` rows long, of which `reach` must end by the limit. */
  addStep(item: number, step: number, reach: number, worth: number, limit: Int32Array): void {
    const n = this.steps++;
    this.stepOf[n] = Math.max(1, step);
    this.reachOf[n] = reach;
    this.worthOf[n] = worth;
    this.itemOf[n] = item;
    this.limitOf[n] = limit;
  }

  /** A run of `least` to `most` rows, worth `each` and `perRow`. */
  addRun(item: number, least: number, most: number, each: number, perRow: number, limit: Int32Array): void {
    const run = (this.run[this.runs] ??= new RowRun(this.cells));
    this.runs++;
    run.begin(item, least, most, each, perRow, limit, this.offset);
  }

  /** A strip of `least` to `most` rows, `each` of which is worth `perRow`; `lost` of it goes with its cut and joint. */
  addStrip(
    item: number,
    { least, most }: { readonly least: number; readonly most: number },
    { perRow, lost, atEnd }: StripWorth,
    limit: Int32Array,
  ): void {
    const strip = (this.strip[this.strips] ??= new StripChain(this.cells));
    this.strips++;
    strip.begin(item, least, most, { perRow, lost, atEnd }, limit, this.offset);
  }

  /** The best by number of rows, up to `rows`. */
  best(rows: number): Float64Array {
    const best = new Float64Array(rows + 1);
    const none = this.strips > 0 ? this.none : best;
    none.fill(0, 0, rows + 1);
    const strips = this.strip.slice(0, this.strips);
    let block = rows;
    for (let n = 0; n < this.steps; n++) block = Math.min(block, this.stepOf[n] as number);
    for (let n = 0; n < this.runs; n++) block = Math.min(block, (this.run[n] as RowRun).least);
    for (const strip of strips) block = Math.min(block, strip.least);
    block = Math.max(1, block);
    for (let from = 1; from <= rows; from += block) {
      const to = Math.min(rows, from + block - 1);
      for (let n = 0; n < this.steps; n++) this.laySteps(n, best, none, from, to);
      for (let n = 0; n < this.runs; n++) (this.run[n] as RowRun).lay(best, none, from, to);
      for (const strip of strips) strip.lay(none, strips, from, to);
      let last = best[from - 1] as number;
      for (let q = from; q <= to; q++) {
        if ((none[q] as number) > last) last = none[q] as number;
        else none[q] = last;
        for (const strip of strips) last = Math.max(last, strip.ended(q));
        best[q] = last;
      }
    }
    return best;
  }

  /** The same as last calculated, for stacks that end where the board does; null where that is all the same. */
  atBoardEnd(rows: number): Float64Array | null {
    if (this.strips === 0) return null;
    const best = this.none.slice(0, rows + 1);
    for (let q = 1; q <= rows; q++) {
      for (let n = 0; n < this.strips; n++)
        best[q] = Math.max(best[q] as number, (this.strip[n] as StripChain).endedWithBoard(q));
    }
    return best;
  }

  private laySteps(n: number, best: Float64Array, none: Float64Array, from: number, to: number): void {
    const step = this.stepOf[n] as number;
    const worth = this.worthOf[n] as number;
    const limit = this.limitOf[n] as Int32Array;
    const reach = (this.reachOf[n] as number) + this.offset;
    const { offset } = this;
    for (let q = Math.max(from, step), start = q - step; q <= to; q++, start++) {
      if (start + reach > (limit[start + offset] as number)) continue;
      const value = (best[start] as number) + worth;
      if (value > (none[q] as number)) none[q] = value;
    }
  }

  /** Tells what the stack last calculated holds over its first `rows`: items (−1 for a leftover), each with its worth. */
  trace(best: Float64Array, rows: number, visit: (item: number, worth: number) => void): void {
    const { none } = this;
    const strips = this.strip.slice(0, this.strips);
    let chain: StripChain | null = null;
    /** What the last strip of a chain is worth on top, and whether no strip ends at the row at hand. */
    let onTop = 0;
    let noStrip = false;
    for (let q = rows; q > 0;) {
      if (chain) {
        const long = chain.rowsTo(q);
        visit(chain.item, chain.worthOf(long) + onTop);
        q -= long;
        const from: { before: StripChain | null; more: number } = chain.cameFrom(q, none, strips);
        noStrip = from.before === null;
        chain = from.before;
        onTop = from.more;
        continue;
      }
      const value = (noStrip ? none[q] : best[q]) as number;
      if (value === best[q - 1]) {
        q--;
        noStrip = false;
        continue;
      }
      chain = noStrip ? null : (strips.find((strip) => strip.ended(q) === value) ?? null);
      if (chain) {
        onTop = chain.onTop(q);
        continue;
      }
      const { item, rows: long } = this.pieceTo(best, q, value);
      visit(item, value - (best[q - long] as number));
      q -= long;
      noStrip = false;
    }
  }

  /** What ends at row q and makes it worth `value`: an item (−1 for a leftover) and its rows. */
  private pieceTo(
    best: Float64Array,
    q: number,
    value: number,
  ): { readonly item: number; readonly rows: number } {
    for (let n = 0; n < this.steps; n++) {
      const step = this.stepOf[n] as number;
      const start = q - step;
      if (start < 0) continue;
      const end = start + (this.reachOf[n] as number) + this.offset;
      if (end > ((this.limitOf[n] as Int32Array)[start + this.offset] as number)) continue;
      if ((best[start] as number) + (this.worthOf[n] as number) === value)
        return { item: this.itemOf[n] as number, rows: step };
    }
    for (let n = 0; n < this.runs; n++) {
      const run = this.run[n] as RowRun;
      const rows = run.rowsTo(best, q, value);
      if (rows > 0) return { item: run.item, rows };
    }
    throw new Error('a stack’s value must have come from somewhere');
  }
}

/** A run of rows of a number to choose. Starts that may still matter wait in a queue, the best of them first. */
class RowRun {
  item = -1;
  least = 1;
  private most = 0;
  private each = 0;
  private perRow = 0;
  private limit = new Int32Array(0);
  private offset = 0;
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;

  constructor(cells: number) {
    this.queue = new Int32Array(cells + 2);
  }

  begin(
    item: number,
    least: number,
    most: number,
    each: number,
    perRow: number,
    limit: Int32Array,
    offset: number,
  ): void {
    this.item = item;
    this.least = Math.max(1, least);
    this.most = most;
    this.each = each;
    this.perRow = perRow;
    this.limit = limit as Int32Array<ArrayBuffer>;
    this.offset = offset;
    this.head = 0;
    this.tail = 0;
  }

  lay(best: Float64Array, none: Float64Array, from: number, to: number): void {
    const { queue, perRow, each, limit, offset, least, most } = this;
    let { head, tail } = this;
    for (let q = Math.max(from, least); q <= to; q++) {
      const next = q - least;
      const rate = (best[next] as number) - perRow * next;
      while (tail > head) {
        const other = queue[tail - 1] as number;
        if ((best[other] as number) - perRow * other > rate) break;
        tail--;
      }
      queue[tail++] = next;
      while (head < tail) {
        const start = queue[head] as number;
        if (start >= q - most && (limit[start + offset] as number) >= q + offset) break;
        head++;
      }
      if (head === tail) continue;
      const start = queue[head] as number;
      const value = (best[start] as number) + each + perRow * (q - start);
      if (value > (none[q] as number)) none[q] = value;
    }
    this.head = head;
    this.tail = tail;
  }

  /** Rows of a run that ends at q and gives its value, or 0. */
  rowsTo(best: Float64Array, q: number, value: number): number {
    for (let start = q - this.least; start >= Math.max(0, q - this.most); start--) {
      if ((this.limit[start + this.offset] as number) < q + this.offset) break;
      if ((best[start] as number) + this.each + this.perRow * (q - start) === value) return q - start;
    }
    return 0;
  }
}

/** What a strip is worth: by row, what goes with its cut and its joint, and what its last row counts on top at the board's end. */
export interface StripWorth {
  readonly perRow: number;
  readonly lost: number;
  readonly atEnd: number;
}

/**
 * Strips of a width to choose, one against the other. Each ends somewhere within a row that is not counted for it; where
 * another begins in that row, it begins no earlier, so of the row both together have no more than the dearer one alone.
 * Only the last strip of a chain counts a row on top, and at the end of the board only what is left of the board there.
 */
class StripChain {
  item = -1;
  least = 1;
  perRow = 0;
  private most = 0;
  private lost = 0;
  private atEnd = 0;
  private limit = new Int32Array(0);
  private offset = 0;
  /** The best chain that ends at each row, nothing on top; and the best from which one may begin there. */
  private readonly chain: Float64Array;
  private readonly start: Float64Array;
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;

  constructor(private readonly cells: number) {
    this.chain = new Float64Array(cells + 1);
    this.start = new Float64Array(cells + 1);
    this.queue = new Int32Array(cells + 2);
  }

  begin(
    item: number,
    least: number,
    most: number,
    { perRow, lost, atEnd }: StripWorth,
    limit: Int32Array,
    offset: number,
  ): void {
    this.item = item;
    this.least = Math.max(1, least);
    this.most = most;
    this.perRow = perRow;
    this.lost = lost;
    this.atEnd = atEnd;
    this.limit = limit as Int32Array<ArrayBuffer>;
    this.offset = offset;
    this.chain.fill(-Infinity);
    this.head = 0;
    this.tail = 0;
  }

  worthOf(rows: number): number {
    return this.perRow * rows - this.lost;
  }

  /** What the last strip of a chain counts beyond its rows when it ends at row q. */
  onTop(q: number): number {
    return q + this.offset >= this.cells ? this.atEnd : this.perRow;
  }

  /** The best chain that ends at row q, with what its last strip counts on top. */
  ended(q: number): number {
    return (this.chain[q] as number) + this.onTop(q);
  }

  endedWithBoard(q: number): number {
    return (this.chain[q] as number) + this.atEnd;
  }

  /** What the strip before counts on top when one of this price follows. */
  private more(before: StripChain): number {
    return Math.max(0, before.perRow - this.perRow);
  }

  lay(none: Float64Array, strips: readonly StripChain[], from: number, to: number): void {
    const { queue, chain, start: begins, perRow, limit, offset, least, most } = this;
    for (let q = Math.max(from, least); q <= to; q++) {
      const next = q - least;
      let begun = none[next] as number;
      for (const before of strips)
        begun = Math.max(begun, (before.chain[next] as number) + this.more(before));
      begins[next] = begun;
      const rate = begun - perRow * next;
      while (this.tail > this.head) {
        const other = queue[this.tail - 1] as number;
        if ((begins[other] as number) - perRow * other > rate) break;
        this.tail--;
      }
      queue[this.tail++] = next;
      while (this.head < this.tail) {
        const start = queue[this.head] as number;
        if (start >= q - most && (limit[start + offset] as number) >= q + offset) break;
        this.head++;
      }
      if (this.head === this.tail) continue;
      const start = queue[this.head] as number;
      chain[q] = (begins[start] as number) + this.worthOf(q - start);
    }
  }

  /** Rows of the strip that ends a chain at row q. */
  rowsTo(q: number): number {
    for (let start = q - this.least; start >= Math.max(0, q - this.most); start--) {
      if ((this.limit[start + this.offset] as number) < q + this.offset) break;
      if ((this.start[start] as number) + this.worthOf(q - start) === this.chain[q]) return q - start;
    }
    throw new Error('a strip must have begun somewhere');
  }

  /** What a strip that begins at row q follows: another strip and what that counts on top, or none. */
  cameFrom(
    q: number,
    none: Float64Array,
    strips: readonly StripChain[],
  ): { before: StripChain | null; more: number } {
    const value = this.start[q] as number;
    if (value === none[q]) return { before: null, more: 0 };
    const before = strips.find((other) => (other.chain[q] as number) + this.more(other) === value);
    if (!before) throw new Error('a strip must have followed something');
    return { before, more: this.more(before) };
  }
}
