/** Long work on the page's own thread, done in turns so that the page can draw and listen in between. */

/** Work that stops at every `yield` for whoever else wants the thread. */
export type Steps<T> = Generator<void, T, void>;

/** How long one turn may take, ms: a frame has 16, and drawing wants its share. */
const TURN_MS = 8;

/** Lets the page draw and listen. */
export const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Does all of it now, for work that is known to be short. */
export function atOnce<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
  }
}

/** Does it in turns of about 8 ms; null when it was cancelled on the way. */
export async function inTurns<T>(
  steps: Steps<T>,
  cancelled: () => boolean,
  clock: () => number = () => performance.now(),
): Promise<T | null> {
  let until = clock() + TURN_MS;
  for (;;) {
    const step = steps.next();
    if (step.done === true) return cancelled() ? null : step.value;
    if (clock() < until) continue;
    await turn();
    if (cancelled()) return null;
    until = clock() + TURN_MS;
  }
}

/** Items looked at or sorted between two stops. */
const PORTION = 500;

/** `list` in portions, a stop after each. */
export function* portions<T>(list: readonly T[], work: (item: T) => void): Steps<void> {
  for (let from = 0; from < list.length; from += PORTION) {
    const to = Math.min(list.length, from + PORTION);
    for (let i = from; i < to; i++) work(list[i] as T);
    yield;
  }
}

/** A sorted copy: portions are sorted, then merged pair by pair. Stable, as `Array.prototype.sort` is. */
export function* sorting<T>(list: readonly T[], compare: (a: T, b: T) => number): Steps<T[]> {
  let runs: T[][] = [];
  for (let from = 0; from < list.length; from += PORTION) {
    runs.push(list.slice(from, from + PORTION).sort(compare));
    yield;
  }
  while (runs.length > 1) {
    const merged: T[][] = [];
    for (let i = 0; i < runs.length; i += 2) {
      merged.push(yield* merging(runs[i] ?? [], runs[i + 1] ?? [], compare));
    }
    runs = merged;
  }
  return runs[0] ?? [];
}

function* merging<T>(left: T[], right: T[], compare: (a: T, b: T) => number): Steps<T[]> {
  const merged: T[] = [];
  let [l, r] = [0, 0];
  while (l < left.length && r < right.length) {
    const [a, b] = [left[l] as T, right[r] as T];
    if (compare(b, a) < 0) {
      merged.push(b);
      r++;
    } else {
      merged.push(a);
      l++;
    }
    if (merged.length % PORTION === 0) yield;
  }
  while (l < left.length) merged.push(left[l++] as T);
  while (r < right.length) merged.push(right[r++] as T);
  return merged;
}
