import { DestroyRef, effect, inject, signal, type ElementRef, type Signal } from '@angular/core';

/**
 * The inner width of an element in px, followed as it changes; `start` until it is first known. Call it
 * where a component is made.
 */
export function widthOf(element: Signal<ElementRef<HTMLElement> | undefined>, start: number): Signal<number> {
  const width = signal(start);
  const watcher = new ResizeObserver(([entry]) => {
    if (entry && entry.contentRect.width > 0) width.set(entry.contentRect.width);
  });
  inject(DestroyRef).onDestroy(() => watcher.disconnect());
  effect(() => {
    watcher.disconnect();
    const watched = element()?.nativeElement;
    if (watched) watcher.observe(watched);
  });
  return width;
}
