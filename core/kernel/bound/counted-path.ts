/**
 * The best that a board can give where copies of some items are counted: the walk over its rows once more, by state of the counts.
 *
 * The walk that does not count goes first. What it found bands worth, and rows from each on, is the most that they are
 * worth when counted: only bands that could still be part of a pattern above the threshold are looked at again, so that
 * states cost little. A way with more copies and no more worth is left where one with fewer will do.
 *
 * Prices taken off. Whoever asks may take something off the price of each counted copy, and off the threshold what that comes to for
 * as many as are wanted (Lagrange's multipliers): the walk that does not count then takes about as many as are wanted, and
 * tells far better what bands and rows are worth at most. In the end each way is given back what was taken off for its copies.
 *
 * Cost. O(bands not refuted × states × (cells along v) × classes).
 */
import { Bands, Tracer } from './bands';
import { BoardPath } from './board-path';
import { Counts } from './counts';
import { Question } from './question';

const NONE = -1;
/** How far below what is not counted, as a share of how far the threshold lies, a pattern is sought first; and how much further each time. */
const NEAR = 0.03;
const FURTHER = 3;
/** Bands in one state that are calculated at the most: then it is given up. A fifth of a second or so. */
const MOST_RUN = 25000;

export class CountedPath {
  private readonly counts: Counts;
  private readonly laid: Bands;
  /** By row and state: the best, where its last band begins, and the state of that band. */
  private readonly best: StaticArray<f64>;
  private readonly from: StaticArray<i32>;
  private readonly bandState: StaticArray<i32>;
  /** At most what rows from each on give. */
  private readonly left: StaticArray<f64>;
  /** The row whose bands tell most of those that begin at each row. */
  private readonly before: StaticArray<i32>;
  /** At most the worth of bands from the row at hand, by their end. */
  private readonly most: StaticArray<f64>;
  private readonly worths: StaticArray<f64>;
  private bestState: i32 = 0;
  private threshold: f64 = 0;
  private ran: i32 = 0;

  /** `walked`: the same without counting, all of it. */
  constructor(
    private readonly asked: Question,
    private readonly walked: BoardPath,
  ) {
    const rows = asked.u.cells;
    const counts = new Counts(asked, true);
    this.counts = counts;
    this.laid = new Bands(asked, counts);
    const best = new StaticArray<f64>((rows + 1) * counts.states);
    const from = new StaticArray<i32>((rows + 1) * counts.states);
    this.best = best;
    this.from = from;
    this.bandState = new StaticArray<i32>(best.length);
    const left = walked.guide();
    const before = new StaticArray<i32>(rows + 1);
    for (let q = 0; q <= rows; q++) {
      left[q] = Math.min(left[q], walked.after[q]);
      before[q] = walked.bands[q] !== null || q == 0 ? q : before[q - 1];
    }
    this.left = left;
    this.before = before;
    this.most = new StaticArray<f64>(rows + 2);
    this.worths = new StaticArray<f64>(counts.states);
  }

  /**
   * The most that a pattern is worth, what was taken off given back; −Infinity where none that is as wanted is above the threshold.
   * Infinity where that would take too long. First it is tried whether one comes near what ways that are not counted are worth:
   * few bands can be part of such a one.
   */
  walk(): f64 {
    const top = this.walked.best[this.asked.u.cells];
    const least = this.asked.threshold;
    this.laid.prepare();
    let found: f64 = -Infinity;
    this.threshold = Infinity;
    for (
      let share = NEAR;
      found - this.counts.offInAll <= this.threshold && this.threshold > least;
      share *= FURTHER
    ) {
      this.threshold = Math.max(least, Math.floor(top - share * (top - least)));
      found = this.above();
      if (this.ran > MOST_RUN) return Infinity;
    }
    return found;
  }

  /** The same, where only patterns above the threshold at hand count. */
  private above(): f64 {
    const rows = this.asked.u.cells;
    const states = this.counts.states;
    const best = this.best;
    for (let n = 0; n < best.length; n++) {
      best[n] = -Infinity;
      this.from[n] = NONE;
    }
    best[0] = 0;
    for (let q = 0; q < rows; q++) {
      const at = q * states;
      let reached = q == 0;
      let top: f64 = -Infinity;
      for (let s = 0; s < states; s++) {
        // A way that ends in waste is the one from the row before.
        if (q > 0 && best[at - states + s] >= best[at + s]) {
          best[at + s] = best[at - states + s];
          this.from[at + s] = NONE;
        } else if (best[at + s] > -Infinity) reached = true;
        top = Math.max(top, best[at + s]);
      }
      if (!reached || top + this.left[q] <= this.threshold) continue;
      this.bandsFrom(q, top);
    }
    const at = rows * states;
    let found: f64 = -Infinity;
    for (let s = 0; s < states; s++) {
      if (best[at - states + s] >= best[at + s]) {
        best[at + s] = best[at - states + s];
        this.from[at + s] = NONE;
      }
      const worth = best[at + s] + this.counts.off[s];
      if (worth <= found || !this.counts.enough(s)) continue;
      found = worth;
      this.bestState = s;
    }
    return found;
  }

  /** Bands that begin at row q, where the best so far is worth `top`. */
  private bandsFrom(q: i32, top: f64): void {
    const threshold = this.threshold;
    const rows = this.asked.u.cells;
    this.mostFrom(q);
    let begun = false;
    for (let end = q + 1; end <= rows && this.ran <= MOST_RUN; end++) {
      const most = this.most[end];
      if (top + most + this.left[end] <= threshold) continue;
      if (!begun) this.laid.begin(q);
      const other = this.laid.lay(q, end);
      // The same over more rows is of no use.
      if (begun && !other) continue;
      begun = true;
      this.runAll(q, most, end);
      this.join(q, end);
    }
  }

  /** At most what bands from row q are worth, by their end: those that were not looked at are worth no more than a longer one. */
  private mostFrom(q: i32): void {
    const rows = this.asked.u.cells;
    for (let end = 0; end <= rows + 1; end++) this.most[end] = Infinity;
    let band = this.walked.bands[this.before[q]];
    while (band !== null) {
      this.most[band.end] = Math.min(this.most[band.end], band.worth);
      band = band.next;
    }
    for (let end = rows; end > q; end--) this.most[end] = Math.min(this.most[end], this.most[end + 1]);
  }

  /** Worths of the band laid out, by state: of those that some way so far has room for. */
  private runAll(q: i32, most: f64, end: i32): void {
    const states = this.counts.states;
    for (let b = 0; b < states; b++) {
      let room = false;
      for (let s = 0; s < states && !room; s++) {
        const before = this.best[q * states + s];
        room = before + most + this.left[end] > this.threshold && this.counts.together(s, b);
      }
      if (room) this.ran++;
      this.worths[b] = room ? this.laid.run(b) : -Infinity;
    }
    // What holds more and is worth no more is of no use.
    for (let b = 1; b < states; b++)
      for (let less = 0; less < b && this.worths[b] > -Infinity; less++)
        if (
          this.worths[less] + this.counts.off[less] >= this.worths[b] + this.counts.off[b] &&
          this.counts.asGood(less, b)
        )
          this.worths[b] = -Infinity;
  }

  /** Puts the band behind every way so far that it goes with. */
  private join(q: i32, end: i32): void {
    const states = this.counts.states;
    const threshold = this.threshold;
    for (let b = 0; b < states; b++) {
      const worth = this.worths[b];
      if (worth == -Infinity) continue;
      for (let s = 0; s < states; s++) {
        const value = this.best[q * states + s] + worth;
        if (value + this.left[end] <= threshold || !this.counts.together(s, b)) continue;
        const to = end * states + s + b;
        if (value <= this.best[to]) continue;
        this.best[to] = value;
        this.from[to] = q;
        this.bandState[to] = b;
      }
    }
  }

  /** What the best pattern cuts: by item, and the credit of what it keeps behind them. */
  traced(): StaticArray<f64> {
    const states = this.counts.states;
    const tracer = new Tracer(this.asked, this.laid);
    let state = this.bestState;
    for (let end = this.asked.u.cells; end > 0;) {
      const at = end * states + state;
      const q = this.from[at];
      if (q == NONE) {
        end--;
        continue;
      }
      this.laid.trace(q, end, this.bandState[at], tracer);
      state -= this.bandState[at];
      end = q;
    }
    return tracer.taken;
  }
}
