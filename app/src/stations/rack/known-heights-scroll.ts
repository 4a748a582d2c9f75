import type { CdkVirtualScrollViewport, VirtualScrollStrategy } from '@angular/cdk/scrolling';
import { Subject, distinctUntilChanged } from 'rxjs';

/** Rows beyond the window on each side that are drawn ahead, px. */
const AHEAD = 400;
/** Rows that are drawn in one turn; the rest follows in the next ones, so that what is typed never waits for them. */
const ROWS_AT_ONCE = { few: 4, many: 5 };
/** Racks with fewer rows are drawn at one go while they are scrolled; those with more afresh when others lie there. */
const MANY_ROWS = 1000;
/** Room below the last row, so that it can be scrolled clear of the actions on a piece, px. */
const FOOT = 76;

interface Range {
  readonly start: number;
  readonly end: number;
}

/** The rows to draw now: those that are drawn and still wanted, and a few more, downward from the first in view. */
function nextRange(drawn: Range, wanted: Range, firstInView: number, atOnce: number): Range {
  let [start, end] = [Math.max(drawn.start, wanted.start), Math.min(drawn.end, wanted.end)];
  if (start >= end) start = end = firstInView;
  const below = Math.min(atOnce, wanted.end - end);
  const above = Math.min(atOnce - below, start - wanted.start);
  return { start: start - above, end: end + below };
}

/** Virtual scrolling of rows whose heights differ but are known beforehand. */
export class KnownHeightsScroll implements VirtualScrollStrategy {
  private readonly index = new Subject<number>();
  readonly scrolledIndexChange = this.index.pipe(distinctUntilChanged());
  private viewport: CdkVirtualScrollViewport | null = null;
  /** tops[i] is where row i begins; the last entry is where everything ends. */
  private tops = new Float64Array(1);
  /** Rows that have been drawn already. */
  private drawn = { start: 0, end: 0 };
  private following: ReturnType<typeof setTimeout> | undefined;

  /** The heights of all rows, top to bottom. */
  setRows(rows: readonly { readonly height: number }[]): void {
    this.tops = new Float64Array(rows.length + 1);
    rows.forEach(({ height }, i) => (this.tops[i + 1] = (this.tops[i] ?? 0) + height));
    // Other rows lie here now, so that what was drawn counts for nothing.
    if (rows.length >= MANY_ROWS) this.drawn = { start: 0, end: 0 };
    this.update();
  }

  attach(viewport: CdkVirtualScrollViewport): void {
    this.viewport = viewport;
    this.update();
  }

  detach(): void {
    this.index.complete();
    clearTimeout(this.following);
    this.drawn = { start: 0, end: 0 };
    this.viewport = null;
  }

  onContentScrolled(): void {
    this.update(true);
  }
  onDataLengthChanged(): void {
    // Whoever changes the rows says their heights as well, and once is enough.
  }
  onContentRendered(): void {
    // Heights are known beforehand; nothing to measure.
  }
  onRenderedOffsetChanged(): void {
    // The offset is always set together with the range.
  }

  scrollToIndex(index: number, behavior: ScrollBehavior): void {
    this.viewport?.scrollToOffset(this.tops[index] ?? 0, behavior);
  }

  /** Scrolls just far enough that a row is seen whole. */
  reveal(index: number): void {
    const { viewport } = this;
    if (!viewport) return;
    const top = this.tops[index] ?? 0;
    const bottom = this.tops[index + 1] ?? top;
    const from = viewport.measureScrollOffset();
    const size = viewport.getViewportSize();
    if (top < from) viewport.scrollToOffset(Math.max(0, top - 44));
    else if (bottom > from + size) viewport.scrollToOffset(bottom - size + 8);
  }

  private update(scrolled = false): void {
    const { viewport, tops } = this;
    if (!viewport) return;
    const count = tops.length - 1;
    viewport.setTotalContentSize((tops[count] ?? 0) + FOOT);
    const from = viewport.measureScrollOffset();
    const wanted = {
      start: this.rowAt(from - AHEAD),
      end: Math.min(count, this.rowAt(from + viewport.getViewportSize() + AHEAD) + 1),
    };
    const few = count < MANY_ROWS;
    const atOnce = few && scrolled ? count : few ? ROWS_AT_ONCE.few : ROWS_AT_ONCE.many;
    const range = nextRange(this.drawn, wanted, this.rowAt(from), atOnce);
    this.drawn = range;
    viewport.setRenderedRange(range);
    viewport.setRenderedContentOffset(tops[range.start] ?? 0);
    this.index.next(this.rowAt(from));
    clearTimeout(this.following);
    if (range.start > wanted.start || range.end < wanted.end)
      this.following = setTimeout(() => this.update());
  }

  /** The row that holds offset `y`, by halving. */
  private rowAt(y: number): number {
    let low = 0;
    let high = this.tops.length - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.tops[middle + 1] ?? Infinity) <= y) low = middle + 1;
      else high = middle;
    }
    return Math.min(low, Math.max(0, this.tops.length - 2));
  }
}
