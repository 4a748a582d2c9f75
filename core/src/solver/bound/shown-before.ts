/**
 * What a board was shown to be worth at most at other prices, and what that says of new ones: no way to cut it gains more by dearer
 * prices than the rises of what it can hold, and none gains by cheaper ones. Often that spares asking the board again.
 */
import type { Counted } from './relaxed-pricing.ts';

/** Answers remembered of each board: the latest. */
const REMEMBERED = 60;

interface Answer {
  /** Whole prices by item, and the most that any way to cut is worth at them, whole. */
  readonly prices: Float64Array;
  readonly worth: number;
  /** Which ways: those that take so much of each item; absent: all. */
  readonly counted: Counted | undefined;
}

export class ShownBefore {
  private readonly answers: Answer[] = [];
  private next = 0;

  constructor(
    /** Area of the board, and of one of each item (of a strip by the mm), mm². */
    private readonly boardMm2: number,
    private readonly itemMm2: Float64Array,
  ) {}

  remember(prices: Float64Array, worth: number, counted: Counted | undefined): void {
    this.answers[this.next] = { prices, worth, counted };
    this.next = (this.next + 1) % REMEMBERED;
  }

  /** At most the worth of any way to cut that takes so much of each item, whole; Infinity where nothing is known. */
  atMost(prices: Float64Array, most: Float64Array, atLeast: Float64Array): number {
    let least = Infinity;
    for (const answer of this.answers) {
      if (answer.counted && !within(answer.counted, most, atLeast)) continue;
      const risen = this.risen(answer.prices, prices, most, least - answer.worth);
      least = Math.min(least, answer.worth + risen);
    }
    return least;
  }

  /** At most what rises of prices bring: what has risen most for its area fills the board first. More than `enough` is not counted out. */
  private risen(before: Float64Array, now: Float64Array, most: Float64Array, enough: number): number {
    let sum = 0;
    const rises: number[] = [];
    for (let i = 0; i < now.length; i++) {
      const rise = (now[i] as number) - Math.max(0, before[i] as number);
      if (rise <= 0) continue;
      rises.push(i);
      sum += rise * (most[i] as number);
    }
    if (rises.length === 0 || sum <= 0) return 0;
    const rate = (i: number): number =>
      ((now[i] as number) - Math.max(0, before[i] as number)) / (this.itemMm2[i] as number);
    rises.sort((i, j) => rate(j) - rate(i));
    let left = this.boardMm2;
    let filled = 0;
    for (const i of rises) {
      const area = Math.min(left, (most[i] as number) * (this.itemMm2[i] as number));
      filled += rate(i) * area;
      left -= area;
      if (left <= 0 || filled > enough) break;
    }
    return Math.ceil(Math.min(sum, filled * (1 + 1e-9) + 1));
  }
}

/** Whether all ways that take so much are among those that were counted. */
function within({ most, least }: Counted, now: Float64Array, atLeast: Float64Array): boolean {
  return most.every(
    (m, i) => m < 0 || (m >= (now[i] as number) && (least[i] as number) <= (atLeast[i] as number)),
  );
}
