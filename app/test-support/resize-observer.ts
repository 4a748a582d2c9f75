/** There is nothing to measure where nothing is laid out: sizes stay as they are assumed. */
class NoResizes implements ResizeObserver {
  observe(): void {
    // Nothing is ever resized.
  }
  unobserve(): void {
    // See above.
  }
  disconnect(): void {
    // See above.
  }
}
globalThis.ResizeObserver = NoResizes;
