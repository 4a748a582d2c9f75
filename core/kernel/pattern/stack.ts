/** The third stage: the best stack of items in a slot, one after the other along u, with what beside them can be kept. */
import { SAME_WORTH, TOUCH } from '../../src/solver/tolerances';
import { View } from './view';

/** A stack of more is not tried, nor more than so many stacks in one slot. */
const MOST_IN_STACK = 12;
const MOST_NODES = 60;

/** A stack of items across a slot: places along u relative to the band. */
@unmanaged
export class Stack {
  constructor(
    readonly worth: f64,
    /** Items and where each begins. */
    readonly items: StaticArray<i32>,
    readonly starts: StaticArray<f64>,
    /** u0, u1 of leftovers, in turn. */
    readonly kept: StaticArray<f64>,
    /** The first `fillings` of these are the wants that it fills, each once, and how much of each. */
    readonly fillings: i32,
    readonly wants: StaticArray<i32>,
    readonly amounts: StaticArray<f64>,
  ) {}
}

export class StackKernel {
  private members: StaticArray<i32> = new StaticArray<i32>(0);
  /** Findings in the slot: the first so many of `view.near`. */
  private near: i32 = 0;
  private left: StaticArray<f64> = new StaticArray<f64>(0);
  private at: f64 = 0;
  private from: f64 = 0;
  private to: f64 = 0;
  private nodes: i32 = 0;
  /** Credit per mm of gap in the slot at hand; 0 where nothing so short is kept. */
  private perMm: f64 = 0;
  /** Items chosen so far and where they begin: as many as a stack may hold. */
  private readonly chosen: StaticArray<i32> = new StaticArray<i32>(MOST_IN_STACK);
  private readonly starts: StaticArray<f64> = new StaticArray<f64>(MOST_IN_STACK);
  /** The best stack so far, in the same way. */
  private bestWorth: f64 = 0;
  private bestCredit: f64 = 0;
  private bestDepth: i32 = 0;
  private readonly bestChosen: StaticArray<i32> = new StaticArray<i32>(MOST_IN_STACK);
  private readonly bestStarts: StaticArray<f64> = new StaticArray<f64>(MOST_IN_STACK);
  /** Walls along u and the gaps between them: one for each item and finding, and a gap more than walls. */
  private readonly wallFrom: StaticArray<f64>;
  private readonly wallTo: StaticArray<f64>;
  private readonly gaps: StaticArray<f64>;
  private gapEnds: i32 = 0;
  private readonly noItems: StaticArray<i32> = new StaticArray<i32>(0);
  private readonly noPlaces: StaticArray<f64> = new StaticArray<f64>(0);

  constructor(
    private readonly view: View,
    /** Whether items are laid over findings that would part leftovers. */
    private readonly closely: bool,
  ) {
    const walls = MOST_IN_STACK + view.findings;
    this.wallFrom = new StaticArray<f64>(walls);
    this.wallTo = new StaticArray<f64>(walls);
    this.gaps = new StaticArray<f64>(2 * (walls + 1));
  }

  /**
   * The best stack of `members` over [from, from + h] in a slot at `at` so long, taking no more than is `left`; the first
   * `near` of the view's are the findings in it.
   */
  best(
    members: StaticArray<i32>,
    v: f64,
    from: f64,
    h: f64,
    near: i32,
    at: f64,
    left: StaticArray<f64>,
  ): Stack | null {
    this.members = members;
    this.at = at;
    this.left = left;
    this.nodes = 0;
    this.bestDepth = 0;
    this.bestWorth = -Infinity;
    this.over(v, from, h, near);
    this.grow(from, 0, 0, 0);
    return this.bestDepth == 0 ? null : this.stackFound();
  }

  /** Leftovers alone in a slot so long, or null. */
  leftover(v: f64, from: f64, h: f64, near: i32): Stack | null {
    this.over(v, from, h, near);
    const worth = this.gapCredit(0, from);
    if (worth <= 0) return null;
    return new Stack(worth, this.noItems, this.noPlaces, this.gapsFound(), 0, this.noItems, this.noPlaces);
  }

  private over(v: f64, from: f64, h: f64, near: i32): void {
    this.from = from;
    this.to = from + h;
    this.near = near;
    this.perMm = v < this.view.minV - TOUCH ? 0 : v * this.view.perMm2;
  }

  private grow(place: f64, first: i32, depth: i32, worth: f64): void {
    const view = this.view;
    const left = this.left;
    const members = this.members;
    if (depth > 0) {
      const credit = this.gapCredit(depth, place);
      if (worth + credit > this.bestWorth + SAME_WORTH) {
        this.bestWorth = worth + credit;
        this.bestCredit = credit;
        this.bestDepth = depth;
        for (let n = 0; n < depth; n++) {
          unchecked((this.bestChosen[n] = this.chosen[n]));
          unchecked((this.bestStarts[n] = this.starts[n]));
        }
      }
    }
    if (++this.nodes > MOST_NODES || depth >= MOST_IN_STACK) return;
    // Without findings the order is of no matter; with them each order is another stack.
    for (let m = this.near == 0 ? first : 0; m < members.length; m++) {
      const i = unchecked(members[m]);
      const want = unchecked(view.want[i]);
      const fills = unchecked(view.fills[i]);
      const open = unchecked(left[want]);
      if (open < fills - TOUCH) continue;
      const u = this.firstClear(i, place);
      if (u < 0) continue;
      unchecked((left[want] = open - fills));
      this.growWith(i, u, m, depth, worth);
      if (this.closely && this.perMm > 0) this.growOver(i, u, m, depth, worth);
      unchecked((left[want] = open));
    }
  }

  /** The stack with item i at u. */
  private growWith(i: i32, u: f64, m: i32, depth: i32, worth: f64): void {
    const view = this.view;
    unchecked((this.chosen[depth] = i));
    unchecked((this.starts[depth] = u));
    this.grow(u + unchecked(view.us[i]) + view.kerf, m, depth + 1, worth + unchecked(view.price[i]));
  }

  /**
   * The same, further on, over a finding that would part a leftover: ending with it, beginning with it, or behind a leftover as small as
   * may be.
   */
  private growOver(i: i32, from: f64, m: i32, depth: i32, worth: f64): void {
    const view = this.view;
    const gradeBit = view.gradeBit[i];
    for (let n = 0; n < this.near; n++) {
      const o = view.near[n];
      if ((view.masks[o] & view.keepBit) == 0 || (view.masks[o] & gradeBit) != 0) continue;
      const last = view.u0[o];
      const first = Math.max(from, view.u1[o] - view.us[i]);
      if (last < first - TOUCH) continue;
      this.growAt(i, first, from, m, depth, worth);
      this.growAt(i, last, from, m, depth, worth);
      const behind = from + view.minU + view.kerf;
      if (behind > first + TOUCH && behind < last - TOUCH) this.growAt(i, behind, from, m, depth, worth);
    }
  }

  /** The same, if that is further on than `from`, and clear. */
  private growAt(i: i32, u: f64, from: f64, m: i32, depth: i32, worth: f64): void {
    if (u > from + TOUCH && this.firstClear(i, u) == u) this.growWith(i, u, m, depth, worth);
  }

  /** The lowest u from `place` at which item i is clear in the slot, or −1. */
  private firstClear(i: i32, place: f64): f64 {
    const view = this.view;
    const near = this.near;
    const size = unchecked(view.us[i]);
    if (near == 0) return place + size > this.to + TOUCH ? -1 : place;
    const gradeBit = unchecked(view.gradeBit[i]);
    const shaped = view.shaped(i);
    let u = place;
    while (u + size <= this.to + TOUCH) {
      let pushed: f64 = -1;
      for (let n = 0; n < near; n++) {
        const o = unchecked(view.near[n]);
        if ((unchecked(view.masks[o]) & gradeBit) == 0) continue;
        if (unchecked(view.u0[o]) >= u + size - TOUCH || unchecked(view.u1[o]) <= u + TOUCH) continue;
        if (shaped && !view.meetsShape(i, u, this.at, o)) continue;
        pushed = unchecked(view.u1[o]);
        break;
      }
      if (pushed < 0) return u;
      u = pushed;
    }
    return -1;
  }

  /**
   * Credit for the clear gaps beside the first `depth` chosen items, the last of which and a cut end at `place`; where
   * they are stays in `gaps`.
   */
  private gapCredit(depth: i32, place: f64): f64 {
    const view = this.view;
    this.gapEnds = 0;
    if (this.perMm <= 0) return 0;
    const kerf = view.kerf;
    const minU = view.minU;
    let free = this.from;
    let height: f64 = 0;
    // Where no finding is near, items lie one against the other: all that is left lies behind them.
    if (this.near == 0) free = place;
    else {
      let walls = 0;
      for (let n = 0; n < depth; n++) {
        const u = this.starts[n];
        walls = this.addWall(walls, u - kerf, u + view.us[this.chosen[n]] + kerf);
      }
      for (let n = 0; n < this.near; n++) {
        const o = view.near[n];
        if ((view.masks[o] & view.keepBit) == 0) continue;
        walls = this.addWall(walls, view.u0[o], view.u1[o]);
      }
      for (let w = 0; w < walls; w++) {
        const a = this.wallFrom[w];
        if (a - free >= minU - TOUCH) {
          this.gaps[this.gapEnds++] = free;
          this.gaps[this.gapEnds++] = a;
          height += a - free;
          // Two leftovers are parted by a cut, also where the finding between them is narrower than the saw.
          free = a + kerf;
        }
        if (this.wallTo[w] > free) free = this.wallTo[w];
      }
    }
    if (this.to - free >= minU - TOUCH) {
      this.gaps[this.gapEnds++] = free;
      this.gaps[this.gapEnds++] = this.to;
      height += this.to - free;
    }
    return height * this.perMm;
  }

  /** Inserts a wall in order of its near side. */
  private addWall(walls: i32, from: f64, to: f64): i32 {
    let w = walls;
    for (; w > 0 && this.wallFrom[w - 1] > from; w--) {
      this.wallFrom[w] = this.wallFrom[w - 1];
      this.wallTo[w] = this.wallTo[w - 1];
    }
    this.wallFrom[w] = from;
    this.wallTo[w] = to;
    return walls + 1;
  }

  private stackFound(): Stack {
    const view = this.view;
    const depth = this.bestDepth;
    const items = new StaticArray<i32>(depth);
    const starts = new StaticArray<f64>(depth);
    const wants = new StaticArray<i32>(depth);
    const amounts = new StaticArray<f64>(depth);
    let fillings = 0;
    for (let n = 0; n < depth; n++) {
      const i = this.bestChosen[n];
      items[n] = i;
      starts[n] = this.bestStarts[n] - this.from;
      const want = view.want[i];
      let at = 0;
      while (at < fillings && wants[at] != want) at++;
      if (at == fillings) {
        wants[fillings] = want;
        amounts[fillings++] = view.fills[i];
      } else amounts[at] += view.fills[i];
    }
    return new Stack(this.bestWorth, items, starts, this.keptBeside(), fillings, wants, amounts);
  }

  /** The gaps beside the best stack that earn credit. */
  private keptBeside(): StaticArray<f64> {
    if (this.bestCredit <= 0) return this.noPlaces;
    const depth = this.bestDepth;
    for (let n = 0; n < depth; n++) {
      this.starts[n] = this.bestStarts[n];
      this.chosen[n] = this.bestChosen[n];
    }
    const last = this.bestChosen[depth - 1];
    this.gapCredit(depth, this.bestStarts[depth - 1] + this.view.us[last] + this.view.kerf);
    return this.gapsFound();
  }

  /** The gaps last found, measured from the band. */
  private gapsFound(): StaticArray<f64> {
    const found = new StaticArray<f64>(this.gapEnds);
    for (let n = 0; n < this.gapEnds; n++) found[n] = this.gaps[n] - this.from;
    return found;
  }
}
