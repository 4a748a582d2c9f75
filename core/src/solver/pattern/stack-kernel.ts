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
  /** The wants that it fills, each once, and how much of each. */
  readonly wants: readonly number[];
  readonly amounts: readonly number[];
}

export class StackKernel {
  private members: readonly number[] = NOTHING;
  private near: readonly number[] = NOTHING;
  private left: Float64Array = new Float64Array(0);
  private at = 0;
  private from = 0;
  private to = 0;
  private nodes = 0;
  /** Credit per mm of gap in the slot at hand; 0 where nothing so short is kept. */
  private perMm = 0;
  /** Items chosen so far and where they begin: as many as a stack may hold. */
  private readonly chosen = new Int32Array(MOST_IN_STACK);
  private readonly starts = new Float64Array(MOST_IN_STACK);
  /** The best stack so far, in the same way. */
  private bestWorth = 0;
  private bestCredit = 0;
  private bestDepth = 0;
  private readonly bestChosen = new Int32Array(MOST_IN_STACK);
  private readonly bestStarts = new Float64Array(MOST_IN_STACK);
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
    this.at = at;
    this.left = left;
    this.nodes = 0;
    this.bestDepth = 0;
    this.bestWorth = -Infinity;
    this.over(v, from, h, near);
    this.grow(from, 0, 0, 0);
    return this.bestDepth === 0 ? null : this.stackFound();
  }

  /** Leftovers alone in a slot so long, or null. */
  leftover(v: number, from: number, h: number, near: readonly number[]): Stack | null {
    this.over(v, from, h, near);
    const worth = this.gapCredit(0, from);
    if (worth <= 0) return null;
    const kept = this.gapsFound();
    return { worth, items: NOTHING, starts: NOTHING, kept, wants: NOTHING, amounts: NOTHING };
  }

  private over(v: number, from: number, h: number, near: readonly number[]): void {
    const { keep, minV } = this.view;
    this.from = from;
    this.to = from + h;
    this.near = near;
    this.perMm = v < minV - TOUCH ? 0 : v * keep.perMm2;
  }

  private grow(place: number, first: number, depth: number, worth: number): void {
    const { view, left, members, near } = this;
    if (depth > 0) {
      const credit = this.gapCredit(depth, place);
      if (worth + credit > this.bestWorth + SAME_WORTH) {
        this.bestWorth = worth + credit;
        this.bestCredit = credit;
        this.bestDepth = depth;
        for (let n = 0; n < depth; n++) {
          this.bestChosen[n] = this.chosen[n] as number;
          this.bestStarts[n] = this.starts[n] as number;
        }
      }
    }
    if (++this.nodes > MOST_NODES || depth >= MOST_IN_STACK) return;
    // Without findings the order is of no matter; with them each order is another stack.
    for (let m = near.length === 0 ? first : 0; m < members.length; m++) {
      const i = members[m] as number;
      const want = view.want[i] as number;
      const fills = view.fills[i] as number;
      const open = left[want] as number;
      if (open < fills - TOUCH) continue;
      const u = this.firstClear(i, place);
      if (u < 0) continue;
      left[want] = open - fills;
      this.chosen[depth] = i;
      this.starts[depth] = u;
      this.grow(u + (view.us[i] as number) + view.kerf, m, depth + 1, worth + (view.price[i] as number));
      left[want] = open;
    }
  }

  /** The lowest u from `place` at which item i is clear in the slot, or −1. */
  private firstClear(i: number, place: number): number {
    const { view, near } = this;
    const size = view.us[i] as number;
    if (near.length === 0) return place + size > this.to + TOUCH ? -1 : place;
    const gradeBit = view.gradeBit[i] as number;
    const shape = view.shape(i);
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

  /**
   * Credit for the clear gaps beside the first `depth` chosen items, the last of which and a cut end at `place`; where
   * they are stays in `gaps`.
   */
  private gapCredit(depth: number, place: number): number {
    const { view, gaps, wallFrom, wallTo, starts, chosen, perMm } = this;
    const { keep, kerf, minU } = view;
    this.gapEnds = 0;
    if (perMm <= 0) return 0;
    let free = this.from;
    let height = 0;
    // Where no finding is near, items lie one against the other: all that is left lies behind them.
    if (this.near.length === 0) free = place;
    else {
      let walls = 0;
      for (let n = 0; n < depth; n++) {
        const u = starts[n] as number;
        walls = this.addWall(walls, u - kerf, u + (view.us[chosen[n] as number] as number) + kerf);
      }
      for (const o of this.near) {
        if (((view.masks[o] as number) & keep.gradeBit) === 0) continue;
        walls = this.addWall(walls, view.u0[o] as number, view.u1[o] as number);
      }
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
    }
    if (this.to - free >= minU - TOUCH) {
      gaps[this.gapEnds++] = free;
      gaps[this.gapEnds++] = this.to;
      height += this.to - free;
    }
    return height * perMm;
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

  private stackFound(): Stack {
    const { view, bestDepth: depth, bestChosen, bestStarts } = this;
    const items: number[] = [];
    const starts: number[] = [];
    const wants: number[] = [];
    const amounts: number[] = [];
    for (let n = 0; n < depth; n++) {
      const i = bestChosen[n] as number;
      items.push(i);
      starts.push((bestStarts[n] as number) - this.from);
      const want = view.want[i] as number;
      const fills = view.fills[i] as number;
      const at = wants.indexOf(want);
      if (at < 0) {
        wants.push(want);
        amounts.push(fills);
      } else amounts[at] = (amounts[at] as number) + fills;
    }
    return { worth: this.bestWorth, items, starts, kept: this.keptBeside(), wants, amounts };
  }

  /** The gaps beside the best stack that earn credit. */
  private keptBeside(): readonly number[] {
    if (this.bestCredit <= 0) return NOTHING;
    const { view, bestDepth: depth } = this;
    this.starts.set(this.bestStarts);
    this.chosen.set(this.bestChosen);
    const last = this.bestChosen[depth - 1] as number;
    this.gapCredit(depth, (this.bestStarts[depth - 1] as number) + (view.us[last] as number) + view.kerf);
    return this.gapsFound();
  }

  /** The gaps last found, measured from the band. */
  private gapsFound(): number[] {
    const found: number[] = [];
    for (let n = 0; n < this.gapEnds; n++) found.push((this.gaps[n] as number) - this.from);
    return found;
  }
}
