import type { CdkVirtualScrollViewport, VirtualScrollStrategy } from '@angular/cdk/scrolling';
import { Subject, distinctUntilChanged } from 'rxjs';

/** Rows beyond the window on each side that are drawn ahead, px. */
const AHEAD = 400;
/** Room below the last row, so that it can be scrolled clear of the actions on a piece, px. */
const FOOT = 76;

/** Virtual scrolling of rows whose heights differ but are known beforehand. */
export class KnownHeightsScroll implements VirtualScrollStrategy {
  private readonly index = new Subject<number>();
  readonly scrolledIndexChange = this.index.pipe(distinctUntilChanged());
  private viewport: CdkVirtualScrollViewport | null = null;
  /** tops[i] is where row i begins; the last entry is where everything ends. */
  private tops = new Float64Array(1);

  setHeights(heights: readonly number[]): void {
    this.tops = new Float64Array(heights.length + 1);
    heights.forEach((height, i) => (this.tops[i + 1] = (this.tops[i] ?? 0) + height));
    this.update();
  }

  attach(viewport: CdkVirtualScrollViewport): void {
    this.viewport = viewport;
    this.update();
  }

  detach(): void {
    this.index.complete();
    this.viewport = null;
  }

  onContentScrolled(): void {
    this.update();
  }
  onDataLengthChanged(): void {
    this.update();
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

  private update(): void {
    const { viewport, tops } = this;
    if (!viewport) return;
    const count = tops.length - 1;
    viewport.setTotalContentSize((tops[count] ?? 0) + FOOT);
    const from = viewport.measureScrollOffset();
    const start = this.rowAt(from - AHEAD);
    const end = Math.min(count, this.rowAt(from + viewport.getViewportSize() + AHEAD) + 1);
    viewport.setRenderedRange({ start, end });
    viewport.setRenderedContentOffset(tops[start] ?? 0);
    this.index.next(this.rowAt(from));
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
