/**
 * The best band of a board: slots, leftovers and strips of a width to choose laid along v, as a shortest path over cells.
 *
 * Idea. best(p) is what the first p cells can give. Everything laid is at least some cells long, so all places in a block
 * no longer than that rest on places before the block: each kind of slot is then one plain loop over the block, which
 * engines run quickly. Values are whole numbers, so where a value came from is found again by equality.
 */

/** A slot of one size: `step` cells long, worth by the set of findings at its start. */
export interface SlotsOfBand {
  readonly step: number;
  /** Runs of starts with one set: first start of each, and its set. */
  readonly runAt: Int32Array;
  readonly runSet: Int32Array;
}

/** Where a value came from: slot `slot` or kind −1 (a leftover), −2 − n (strip of the n-th flexible slot). */
export interface CameFrom {
  readonly kind: number;
  readonly start: number;
}

const LEFTOVER = -1;

export class BandPath {
  readonly best: Float64Array;
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
    const { best, cells, classes, leastKept } = this;
    best.fill(0);
    let block = this.kinds > 0 ? leastKept : cells;
    for (let s = 0; s < this.slots; s++)
      block = Math.min(block, (classes[this.slotOf[s] as number] as SlotsOfBand).step);
    for (const flex of this.flexes) block = Math.min(block, flex.least);
    block = Math.max(1, block);
    for (let from = 1; from <= cells; from += block) {
      const to = Math.min(cells, from + block - 1);
      for (let s = 0; s < this.slots; s++) this.laySlots(s, from, to);
      for (let k = 0; k < this.kinds; k++) this.layKept(k, from, to);
      for (const flex of this.flexes) flex.lay(best, from, to);
      let last = best[from - 1] as number;
      for (let p = from; p <= to; p++) {
        const value = best[p] as number;
        if (value > last) last = value;
        else best[p] = last;
      }
    }
    return best[cells] as number;
  }

  private laySlots(s: number, from: number, to: number): void {
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
          if (value > (best[p] as number)) best[p] = value;
        }
      } else start = end + 1;
      run++;
    }
  }

  private layKept(k: number, from: number, to: number): void {
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
      if (value > (best[p] as number)) best[p] = value;
    }
    kind.open = open;
  }

  /** What ends at cell p of the band last run; p must give more than p − 1. */
  cameFrom(p: number): CameFrom {
    const { best } = this;
    const value = best[p] as number;
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
    for (const flex of this.flexes) {
      const start = flex.startOf(best, p);
      if (start >= 0) return { kind: LEFTOVER - 1 - flex.number, start };
    }
    throw new Error('a band’s value must have come from somewhere');
  }
}

/**
 * A slot of a width to choose, its rate changing from cell to cell: a run from a to b is worth sum(b) − first(a). Starts
 * that may still matter wait in a queue, the best of them first.
 */
export class FlexRun {
  readonly sum: Float64Array;
  readonly first: Float64Array;
  readonly least: number;
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;

  constructor(
    readonly number: number,
    least: number,
    private readonly most: number,
    cells: number,
  ) {
    this.least = Math.max(1, least);
    this.sum = new Float64Array(cells + 1);
    this.first = new Float64Array(cells + 1);
    this.queue = new Int32Array(cells + 2);
  }

  begin(): void {
    this.head = 0;
    this.tail = 0;
  }

  lay(best: Float64Array, from: number, to: number): void {
    const { queue, first, sum, least, most } = this;
    for (let p = Math.max(from, least); p <= to; p++) {
      const next = p - least;
      const rate = (best[next] as number) - (first[next] as number);
      while (this.tail > this.head) {
        const other = queue[this.tail - 1] as number;
        if ((best[other] as number) - (first[other] as number) > rate) break;
        this.tail--;
      }
      queue[this.tail++] = next;
      while ((queue[this.head] as number) < p - most) this.head++;
      const start = queue[this.head] as number;
      const value = (best[start] as number) - (first[start] as number) + (sum[p] as number);
      if (value > (best[p] as number)) best[p] = value;
    }
  }

  /** Where a run that ends at p and gives its value began, or −1. */
  startOf(best: Float64Array, p: number): number {
    for (let start = p - this.least; start >= Math.max(0, p - this.most); start--) {
      const value = (best[start] as number) - (this.first[start] as number) + (this.sum[p] as number);
      if (value === best[p]) return start;
    }
    return -1;
  }
}
