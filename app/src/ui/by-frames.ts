import { DestroyRef, effect, inject, signal, untracked, type Signal } from '@angular/core';

/**
 * Follows `source` a number of frames later, and is `start` until then: what a key sets off is drawn after the key itself, each part in a task of
 * its own, so that typing never waits for it. Of what changes in between only the last is drawn.
 * To be called where things can be injected.
 */
export function framesLater<T>(source: Signal<T>, start: T, frames = 1): Signal<T> {
  const shown = signal(start);
  let waiting = 0;
  effect(() => {
    const value = source();
    cancelAnimationFrame(waiting);
    if (value === untracked(shown)) return;
    let left = frames;
    const step = (): void => {
      if (--left > 0) waiting = requestAnimationFrame(step);
      else shown.set(value);
    };
    waiting = requestAnimationFrame(step);
  });
  inject(DestroyRef).onDestroy(() => cancelAnimationFrame(waiting));
  return shown.asReadonly();
}

/** How long nothing may have been typed before more is built, ms. */
const QUIET_MS = 90;

/**
 * How much of something long is built so far: `atOnce`, and a portion more in every frame up to `all()`. It begins anew
 * with each change of `of()`. To be called where things can be injected.
 */
export function byPortions(
  of: Signal<unknown>,
  all: Signal<number>,
  atOnce: number,
  portion: number,
): Signal<number> {
  const built = signal(atOnce);
  let quiet: ReturnType<typeof setTimeout> | undefined;
  let frame = 0;
  const stop = (): void => {
    clearTimeout(quiet);
    cancelAnimationFrame(frame);
  };
  effect(() => {
    of();
    const most = all();
    stop();
    built.set(Math.min(most, atOnce));
    const grow = (): void => {
      built.update((count) => Math.min(most, count + portion));
      if (untracked(built) < most) frame = requestAnimationFrame(grow);
    };
    if (most > atOnce) quiet = setTimeout(grow, QUIET_MS);
  });
  inject(DestroyRef).onDestroy(stop);
  return built.asReadonly();
}
