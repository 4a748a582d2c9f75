/**
 * No less than the best that a board can give at given prices, with proof: three stages of cuts, kerf and findings kept,
 * places rounded in the direction that allows more, copies not counted (but in `counted-path.ts`).
 *
 * Idea. Three stages make bands along u, slots along v within a band, stacks along u within a slot (rip first has u
 * across the grain, crosscut first along it). On the cells of the board each stage is a shortest path over places that
 * is calculated in full:
 *   stack  H(q)  = best of H(q − 1), H(q − s) + price, and runs of any length (strips of a width to choose, leftovers);
 *   band   D(p)  = best of D(p − 1), D(p − s) + stack, and runs;
 *   board  F(q') = best of F(q) + band(q, q').
 * A band is calculated only where what is before it, itself and the most that rows after it can give
 * exceed the threshold: rows are bounded by spreading each price evenly over the rows of its piece (as bars).
 *
 * Numbers. Prices are whole, credits and fractions are rounded up to whole numbers, sums stay below 2⁵³: nothing is lost to
 * rounding, and the same bound comes out every time.
 *
 * Cost. O(bands not refuted × (cells along v) × classes), for each cutting order.
 */
import { Bands, Tracer } from './bands';
import { Counts } from './counts';
import { Question } from './question';
import { barsAfter } from './row-bars';

const NONE = -1;
/** Work at most on one board, as `Bands` counts it: then it is given up. Some tenths of a second; most boards take a hundredth of that. */
const MOST_WORK: f64 = 5e7;
/** Of a band that has not been looked at. */
const UNKNOWN: f64 = -1;

/** A band over the rows from q to `end`, and the most it is worth. */
@unmanaged
export class Band {
  constructor(
    readonly q: i32,
    readonly end: i32,
    readonly worth: f64,
    /** The one before it that begins at the same row. */
    readonly next: Band | null,
  ) {}
}

export class BoardPath {
  private readonly laid: Bands;
  /** The most that the rows from each on can give. */
  readonly after: StaticArray<f64>;
  /** The best up to each row, and where its last band begins. */
  readonly best: StaticArray<f64>;
  private readonly from: StaticArray<i32>;
  /** All bands looked at, by the row at which they begin. */
  readonly bands: StaticArray<Band | null>;
  /** Worth of the bands from the row at hand, by their end. */
  private readonly known: StaticArray<f64>;
  /** Whether the stacks of bands from the row at hand are chosen. */
  private begun: bool = false;
  /** Worth of bands that no finding lies in and that end before the board does, by their rows: wherever they lie. */
  private readonly ofClear: StaticArray<f64>;

  constructor(private readonly asked: Question) {
    const rows = asked.u.cells;
    this.laid = new Bands(asked, new Counts(asked, false));
    this.after = asked.guideLeft.length > 0 ? guided(asked) : barsAfter(asked);
    this.best = new StaticArray<f64>(rows + 1);
    const from = new StaticArray<i32>(rows + 1);
    for (let q = 0; q <= rows; q++) from[q] = NONE;
    this.from = from;
    this.bands = new StaticArray<Band | null>(rows + 1);
    this.known = new StaticArray<f64>(rows + 1);
    const ofClear = new StaticArray<f64>(rows + 1);
    for (let n = 0; n <= rows; n++) ofClear[n] = UNKNOWN;
    this.ofClear = ofClear;
  }

  /** Whether it took too much work, so that only `after` is known. */
  get gaveUp(): bool {
    return this.laid.work > MOST_WORK;
  }

  /** Whether some pattern may be worth more than the threshold; all bands that can be part of one have been looked at then, unless it was given up. */
  walk(): bool {
    const threshold = this.asked.threshold;
    const rows = this.asked.u.cells;
    const best = this.best;
    const from = this.from;
    if (this.after[0] <= threshold) return false;
    this.laid.prepare();
    for (let q = 0; q <= rows; q++) {
      if (q > 0 && best[q - 1] > best[q]) {
        best[q] = best[q - 1];
        from[q] = NONE;
      }
      if (best[q] + this.after[q] <= threshold || q == rows) continue;
      // A band may begin with waste: where nothing more has ended, the one from the row before serves.
      if (q > 0 && from[q] == NONE) continue;
      this.bandsFrom(q);
      if (this.gaveUp) return true;
    }
    return best[rows] > threshold;
  }

  /** What rows from each on can give at most in a pattern worth more than the threshold: a guide for finer cells. */
  guide(): StaticArray<f64> {
    if (this.gaveUp) return this.after;
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
    this.begun = false;
    for (let end = q; end <= rows; end++) this.known[end] = UNKNOWN;
    this.worthOf(q, rows);
    this.split(q, q, rows);
  }

  private worthOf(q: i32, end: i32): f64 {
    let worth = this.known[end];
    if (worth != UNKNOWN) return worth;
    const rows = end - q;
    const clear = end < this.asked.u.cells && this.isClear(q, end);
    worth = clear ? this.ofClear[rows] : UNKNOWN;
    if (worth == UNKNOWN) {
      if (!this.begun) this.laid.begin(q);
      this.begun = true;
      this.laid.lay(q, end);
      worth = this.laid.run(0);
      if (clear) this.ofClear[rows] = worth;
    }
    this.known[end] = worth;
    this.bands[q] = new Band(q, end, worth, this.bands[q]);
    if (this.best[q] + worth > this.best[end]) {
      this.best[end] = this.best[q] + worth;
      this.from[end] = q;
    }
    return worth;
  }

  /** Whether no finding lies in a band, or in the row in which it ends. */
  private isClear(q: i32, end: i32): bool {
    const places = this.asked.places;
    const low = <f64>q * this.asked.u.grid;
    const high = <f64>(end + 1) * this.asked.u.grid;
    for (let f = 0; f < places.length; f += 4)
      if (unchecked(places[f]) < high && unchecked(places[f + 2]) > low) return false;
    return true;
  }

  /** Ends in (low, high): none is worth more than high, and all leave no more rows than low + 1. */
  private split(q: i32, low: i32, high: i32): void {
    if (high - low < 2 || this.gaveUp) return;
    const top = this.worthOf(q, high);
    if (this.best[q] + top + this.after[low + 1] <= this.asked.threshold) return;
    if (low > q && this.worthOf(q, low) == top) return;
    const middle = (low + high) >> 1;
    this.worthOf(q, middle);
    this.split(q, low, middle);
    this.split(q, middle, high);
  }

  /** What the best pattern cuts, found by walking back: by item, and the credit of what it keeps behind them. */
  traced(): StaticArray<f64> {
    const tracer = new Tracer(this.asked, this.laid);
    for (let end = this.asked.u.cells; end > 0;) {
      const q = this.from[end];
      if (q == NONE) {
        end--;
        continue;
      }
      this.laid.trace(q, end, 0, tracer);
      end = q;
    }
    return tracer.taken;
  }
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
