import {
  computed,
  DestroyRef,
  effect,
  inject,
  linkedSignal,
  signal,
  untracked,
  type Signal,
} from '@angular/core';

/**
 * Follows `source` a number of frames later, and is `start` until then: what a key sets off is drawn after the key
 * itself, each part in a task of its own, so that typing never waits for it. Of what changes in between only the last
 * is drawn.
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
export const TYPING_RESTS_MS = 90;

export interface Portions {
  readonly atOnce: number;
  /** In the first frame after. */
  readonly portion: number;
  readonly quietMs?: number;
  /** Each frame takes so many times as much as the one before: what comes later is mostly closed or out of sight. */
  readonly times?: number;
}

/**
 * How much of something long is built so far: `atOnce`, and more in every frame up to `all()`, first a portion, from
 * `quietMs` on. It begins anew with each change of `of()`. To be called where things can be injected.
 */
export function byPortions(
  of: Signal<unknown>,
  all: Signal<number>,
  { atOnce, portion, quietMs = 0, times = 2 }: Portions,
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
    let next = portion;
    const grow = (): void => {
      built.update((count) => Math.min(most, count + next));
      next *= times;
      if (untracked(built) < most) frame = requestAnimationFrame(grow);
    };
    if (most > atOnce) quiet = setTimeout(grow, quietMs);
  });
  inject(DestroyRef).onDestroy(stop);
  return built.asReadonly();
}

/**
 * A list that changes a few members in every frame: the first are those of `list()`, the others still those drawn
 * before. `name` tells members apart. To be called where things can be injected.
 */
export function renewedByPortions<T>(
  list: Signal<readonly T[]>,
  name: (one: T) => string,
  portion: number,
): Signal<readonly T[]> {
  const fresh = byPortions(
    list,
    computed(() => list().length),
    { atOnce: portion, portion },
  );
  const of = computed(() => ({ wanted: list(), fresh: fresh() }));
  const drawn = linkedSignal<{ readonly wanted: readonly T[]; readonly fresh: number }, readonly T[]>({
    source: of,
    computation: ({ wanted, fresh: count }, before) => {
      if (count >= wanted.length) return wanted;
      const first = wanted.slice(0, count);
      const names = new Set(first.map(name));
      return [...first, ...(before?.value ?? []).slice(count).filter((one) => !names.has(name(one)))];
    },
  });
  return drawn.asReadonly();
}
