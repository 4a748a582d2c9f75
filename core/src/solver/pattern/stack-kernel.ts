/** The third stage: the best stack of items in a slot, one after the other along u, with what beside them can be kept. */
import { SAME_WORTH, TOUCH } from '../tolerances.ts';
import type { BoardView } from './board-view.ts';

/** A stack of more is not tried, nor more than so many stacks in one slot. */
const MOST_IN_STACK = 12;
const MOST_NODES = 60;
const NOTHING: readonly number[] = [];

/** A stack of items across a slot: places along u relative to the band. */
export interface Stack {
  readonly worth: number;
  /** Items and where each begins. */
  readonly items: readonly number[];
  readonly starts: readonly number[];
  /** u0, u1 of leftovers, in turn. */
  readonly kept: readonly number[];
}

export class StackKernel {
  private members: readonly number[] = NOTHING;
  private near: readonly number[] = NOTHING;
  private left: Float64Array = new Float64Array(0);
  private v = 0;
  private at = 0;
  private from = 0;
  private to = 0;
  private nodes = 0;
  private found: Stack | null = null;
  /** Items chosen so far and where they begin: as many as a stack may hold. */
  private readonly chosen = new Int32Array(MOST_IN_STACK);
  private readonly starts = new Float64Array(MOST_IN_STACK);
  /** Walls along u and the gaps between them: one for each item and finding. */
  private readonly wallFrom: number[] = [];
  private readonly wallTo: number[] = [];
  private readonly gaps: number[] = [];
  private gapEnds = 0;

  constructor(private readonly view: BoardView) {}

  /**
   * The best stack of `members` over [from, from + h] in a slot at `at` so long, taking no more than is `left`; `near` are
   * the findings in it.
   */
  best(
    members: readonly number[],
    v: number,
    from: number,
    h: number,
    near: readonly number[],
    at: number,
    left: Float64Array,
  ): Stack | null {
    this.members = members;
    this.v = v;
    this.from = from;
    this.to = from + h;
    this.near = near;
    this.at = at;
    this.left = left;
    this.nodes = 0;
    this.found = null;
    this.grow(from, 0, 0, 0);
    return this.found;
  }

  /** Leftovers alone in a slot so long, or null. */
  leftover(v: number, from: number, h: number, near: readonly number[]): Stack | null {
    this.from = from;
    this.to = from + h;
    this.near = near;
    this.v = v;
    const worth = this.gapCredit(0);
    return worth > 0 ? { worth, items: NOTHING, starts: NOTHING, kept: this.gapsFound() } : null;
  }

  private grow(place: number, first: number, depth: number, worth: number): void {
    const { view, left, members, near } = this;
    if (depth > 0) {
      const credit = this.gapCredit(depth);
      const total = worth + credit;
      if (this.found === null || total > this.found.worth + SAME_WORTH) {
        this.found = {
          worth: total,
          items: Array.from(this.chosen.subarray(0, depth)),
          starts: Array.from(this.starts.subarray(0, depth), (u) => u - this.from),
          kept: credit > 0 ? this.gapsFound() : NOTHING,
        };
      }
    }
    if (++this.nodes > MOST_NODES || depth >= MOST_IN_STACK) return;
    // Without findings the order is of no matter; with them each order is another stack.
    for (let m = near.length === 0 ? first : 0; m < members.length; m++) {
      const i = members[m] as number;
      const { want, fills, price } = view.item(i);
      if ((left[want] as number) < fills - TOUCH) continue;
      const u = this.firstClear(i, place);
      if (u < 0) continue;
      left[want] = (left[want] as number) - fills;
      this.chosen[depth] = i;
      this.starts[depth] = u;
      this.grow(u + (view.us[i] as number) + view.kerf, m, depth + 1, worth + price);
      left[want] = left[want] + fills;
    }
  }

  /** The lowest u from `place` at which item i is clear in the slot, or −1. */
  private firstClear(i: number, place: number): number {
    const { view, near } = this;
    const size = view.us[i] as number;
    const { gradeBit, shape } = view.item(i);
    let u = place;
    for (;;) {
      if (u + size > this.to + TOUCH) return -1;
      let pushed = -1;
      for (const o of near) {
        if (((view.masks[o] as number) & gradeBit) === 0) continue;
        if ((view.u0[o] as number) >= u + size - TOUCH || (view.u1[o] as number) <= u + TOUCH) continue;
        if (shape && !view.meetsShape(shape, u, this.at, o)) continue;
        pushed = view.u1[o] as number;
        break;
      }
      if (pushed < 0) return u;
      u = pushed;
    }
  }

  /** Credit for the clear gaps beside the first `depth` chosen items; where they are stays in `gaps`. */
  private gapCredit(depth: number): number {
    const { view, gaps, wallFrom, wallTo } = this;
    const { keep, kerf, minU, minV } = view;
    this.gapEnds = 0;
    if (keep.perMm2 <= 0 || this.v < minV - TOUCH) return 0;
    let walls = 0;
    for (let n = 0; n < depth; n++) {
      const u = this.starts[n] as number;
      walls = this.addWall(walls, u - kerf, u + (view.us[this.chosen[n] as number] as number) + kerf);
    }
    for (const o of this.near) {
      if (((view.masks[o] as number) & keep.gradeBit) === 0) continue;
      walls = this.addWall(walls, view.u0[o] as number, view.u1[o] as number);
    }
    let free = this.from;
    let height = 0;
    for (let w = 0; w < walls; w++) {
      const a = wallFrom[w] as number;
      if (a - free >= minU - TOUCH) {
        gaps[this.gapEnds++] = free;
        gaps[this.gapEnds++] = a;
        height += a - free;
        // Two leftovers are parted by a cut, also where the finding between them is narrower than the saw.
        free = a + kerf;
      }
      if ((wallTo[w] as number) > free) free = wallTo[w] as number;
    }
    if (this.to - free >= minU - TOUCH) {
      gaps[this.gapEnds++] = free;
      gaps[this.gapEnds++] = this.to;
      height += this.to - free;
    }
    return height * this.v * keep.perMm2;
  }

  /** Inserts a wall in order of its near side. */
  private addWall(walls: number, from: number, to: number): number {
    let w = walls;
    for (; w > 0 && (this.wallFrom[w - 1] as number) > from; w--) {
      this.wallFrom[w] = this.wallFrom[w - 1] as number;
      this.wallTo[w] = this.wallTo[w - 1] as number;
    }
    this.wallFrom[w] = from;
    this.wallTo[w] = to;
    return walls + 1;
  }

  /** The gaps last found, measured from the band. */
  private gapsFound(): number[] {
    return this.gaps.slice(0, this.gapEnds).map((u) => u - this.from);
  }
}
