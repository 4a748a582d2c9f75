/**
 * The best stack in a slot: pieces of one size, strips and leftovers laid along u, as a shortest path over rows of cells
 * (see `band-path.ts` for the idea). Starts and ends are held off findings by limits: the last row at which what begins
 * at a row may end.
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
  private offset = 0;

  constructor(private readonly cells: number) {}

  /** Begins a stack from row `offset` of the board. */
  begin(offset: number): void {
    this.steps = 0;
    this.runs = 0;
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

  /** The best by number of rows, up to `rows`. */
  best(rows: number): Float64Array {
    const best = new Float64Array(rows + 1);
    let block = rows;
    for (let n = 0; n < this.steps; n++) block = Math.min(block, this.stepOf[n] as number);
    for (let n = 0; n < this.runs; n++) block = Math.min(block, (this.run[n] as RowRun).least);
    block = Math.max(1, block);
    for (let from = 1; from <= rows; from += block) {
      const to = Math.min(rows, from + block - 1);
      for (let n = 0; n < this.steps; n++) this.laySteps(n, best, from, to);
      for (let n = 0; n < this.runs; n++) (this.run[n] as RowRun).lay(best, from, to);
      let last = best[from - 1] as number;
      for (let q = from; q <= to; q++) {
        const value = best[q] as number;
        if (value > last) last = value;
        else best[q] = last;
      }
    }
    return best;
  }

  private laySteps(n: number, best: Float64Array, from: number, to: number): void {
    const step = this.stepOf[n] as number;
    const worth = this.worthOf[n] as number;
    const limit = this.limitOf[n] as Int32Array;
    const reach = (this.reachOf[n] as number) + this.offset;
    const { offset } = this;
    for (let q = Math.max(from, step), start = q - step; q <= to; q++, start++) {
      if (start + reach > (limit[start + offset] as number)) continue;
      const value = (best[start] as number) + worth;
      if (value > (best[q] as number)) best[q] = value;
    }
  }

  /** What ends at row q of the stack last calculated: an item (−1 for a leftover) and its rows. */
  cameFrom(best: Float64Array, q: number): { readonly item: number; readonly rows: number } {
    for (let n = 0; n < this.steps; n++) {
      const step = this.stepOf[n] as number;
      const start = q - step;
      if (start < 0) continue;
      const end = start + (this.reachOf[n] as number) + this.offset;
      if (end > ((this.limitOf[n] as Int32Array)[start + this.offset] as number)) continue;
      if ((best[start] as number) + (this.worthOf[n] as number) === best[q])
        return { item: this.itemOf[n] as number, rows: step };
    }
    for (let n = 0; n < this.runs; n++) {
      const run = this.run[n] as RowRun;
      const rows = run.rowsTo(best, q);
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

  lay(best: Float64Array, from: number, to: number): void {
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
      if (value > (best[q] as number)) best[q] = value;
    }
    this.head = head;
    this.tail = tail;
  }

  /** Rows of a run that ends at q and gives its value, or 0. */
  rowsTo(best: Float64Array, q: number): number {
    for (let start = q - this.least; start >= Math.max(0, q - this.most); start--) {
      if ((this.limit[start + this.offset] as number) < q + this.offset) break;
      if ((best[start] as number) + this.each + this.perRow * (q - start) === best[q]) return q - start;
    }
    return 0;
  }
}
