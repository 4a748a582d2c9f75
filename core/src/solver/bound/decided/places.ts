/** Places along an axis, in order. */
import { SLACK } from './stack-credit.ts';

/** Places nearer than this are one, mm. */
export const SAME_PLACE = 2e-6;

/** The number of the last place at or before `at`. */
export function atOrBefore(places: readonly number[], at: number): number {
  let [low, high] = [0, places.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((places[middle] as number) <= at + SAME_PLACE) low = middle;
    else high = middle - 1;
  }
  return low;
}

export function isOne(of: readonly number[], place: number): boolean {
  return of.some((at) => Math.abs(at - place) < SLACK);
}

export function merged(places: readonly number[]): number[] {
  const sorted = [...places].sort((a, b) => a - b);
  return sorted.filter((at, i) => i === 0 || at - (sorted[i - 1] as number) > SAME_PLACE);
}
