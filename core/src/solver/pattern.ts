/**
 * The best that one board can give at given prices: which parts to cut from it, and where.
 *
 * Idea. Three stages of through-cuts make bands, slots and stacks: the first stage parts the board in
 * bands along u, the second parts a band in slots along v, the third parts a slot in a stack along u whose
 * members are all as long as the slot. With u across the grain this is rip first, with u along it crosscut
 * first, so one dynamic programme serves both schools: slots are packed along a band, then bands along the
 * board. Places are exact: a label stands where the last cut ended or where a finding ends. Labels that
 * end within the same small step compete by worth, and copies are counted along the path of a label, so
 * that no pattern takes more of a part than is wanted. Leftovers large and clear enough to keep earn
 * their credit inside the programme. Set out by Gilmore and Gomory (1965) for boards without faults;
 * labels in place of a grid because faults and kerf leave no grid to stand on.
 *
 * Cost. About labels × classes for a band and labels × heights for the board; `Effort` bounds all of
 * them, so the answer is the best of those looked at, not proven best.
 *
 * One long file on purpose: the loops share buffers and places, and are read together or not at all.
 */

const EPS = 1e-6;
const NOTHING: readonly number[] = [];
/** A stack of more is not tried, nor more than so many stacks in one slot. */
const MOST_IN_STACK = 12;
const MOST_NODES = 60;

/** Board, kerf and what is in the way, mm. `masks[i]` has a bit set for each grade that finding i blocks. */
export interface PatternBoard {
  readonly length: number;
  readonly width: number;
  readonly kerf: number;
  /** x0, y0, x1, y1 of each finding. */
  readonly blocked: Float64Array;
  readonly masks: Int32Array;
}

/** Something that may be cut from the board. Several items may draw on the same want. */
export interface PatternItem {
  readonly want: number;
  readonly length: number;
  readonly width: number;
  /** Price paid for one. */
  readonly price: number;
  /** How much of the want one fills: 1 of a solid part, millimetres of a panel's width. */
  readonly fills: number;
  readonly gradeBit: number;
  /** Rectangles of a shaped part that must be clear; a plain part must be clear all over. x0, y0, x1, y1. */
  readonly shape?: Float64Array;
}

export interface KeepRule {
  readonly minLength: number;
  readonly minWidth: number;
  /** Credit per mm² of a clear leftover; 0 for none. */
  readonly perMm2: number;
  readonly gradeBit: number;
}

/** How hard to look. */
export interface Effort {
  /** Bands filled for each school. */
  readonly packs: number;
  /** Steps of a band in which labels compete. */
  readonly slots: number;
  readonly heights: number;
  readonly classes: number;
  /** Of the items the ones that pay best per area, at most so many. */
  readonly items: number;
  /** Mirror images of the board that are asked: one in turn, or all four. */
  readonly mirrors: 1 | 4;
}

export const QUICK: Effort = { packs: 16, slots: 24, heights: 6, classes: 6, items: 200, mirrors: 1 };
/** For racks of thousands, where every board is asked again and again. */
export const PRICING: Effort = { ...QUICK, packs: 12, items: 40 };
export const SWIFT: Effort = { packs: 8, slots: 16, heights: 4, classes: 4, items: 200, mirrors: 1 };
export const THOROUGH: Effort = { packs: 120, slots: 64, heights: 16, classes: 14, items: 200, mirrors: 4 };

/** Steps along the bands in which labels compete. */
const BAND_STEPS = 64;

export interface Laid {
  /** Index of the item, or −1 for a leftover to keep. */
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

export interface Pattern {
  /** Prices of the items and credit for leftovers. */
  readonly worth: number;
  readonly laid: readonly Laid[];
}

const BOTH_SCHOOLS = ['ripFirst', 'crosscutFirst'] as const;

/** The best pattern found, or null when nothing of any price fits. `wanted[w]` is how much is wanted at most. */
export function bestPattern(
  board: PatternBoard,
  items: readonly PatternItem[],
  wanted: ArrayLike<number>,
  keep: KeepRule,
  effort: Effort,
  schools: readonly ('ripFirst' | 'crosscutFirst')[] = BOTH_SCHOOLS,
): Pattern | null {
  let best: Pattern | null = null;
  for (const school of schools) {
    const found = new Packing(board, items, wanted, keep, effort, school).best();
    if (found !== null && (best === null || found.worth > best.worth + EPS)) best = found;
  }
  return best;
}

/** A stack of items across a slot: places along u relative to the band. */
interface Stack {
  readonly worth: number;
  /** item, u0 in turn. */
  readonly items: readonly number[];
  /** u0, u1 of leftovers, in turn. */
  readonly kept: readonly number[];
}

interface Slot {
  readonly stack: Stack;
  readonly v: number;
  readonly size: number;
}

/** The best filling of a band. */
interface Fill {
  readonly worth: number;
  readonly slots: readonly Slot[];
  /** item indices, with repeats. */
  readonly taken: readonly number[];
}

interface Label {
  readonly at: number;
  readonly worth: number;
  readonly parent: Label | null;
  readonly slot: Slot | null;
}

interface BandLabel {
  readonly at: number;
  readonly worth: number;
  readonly parent: BandLabel | null;
  readonly from: number;
  readonly fill: Fill | null;
}

interface ItemClass {
  readonly v: number;
  readonly members: number[];
}

/** Items of one class that are low enough for a band, and their stack where nothing is in the way. */
interface HighClass {
  readonly members: readonly number[];
  readonly v: number;
  readonly whole: Stack;
  /** Worth per mm of slot. */
  readonly rate: number;
  /** Whether none of its members is shaped; and its stacks beside findings, by where the band begins and which they are. */
  readonly plain: boolean;
  readonly known: Map<string, Stack | null>;
}

class Packing {
  private readonly classesOf = new Map<number, readonly HighClass[]>();
  private readonly U: number;
  private readonly V: number;
  private readonly kerf: number;
  private readonly many: number;
  private readonly u0: Float64Array;
  private readonly u1: Float64Array;
  private readonly v0: Float64Array;
  private readonly v1: Float64Array;
  private readonly us: Float64Array;
  private readonly vs: Float64Array;
  private readonly classes: ItemClass[] = [];
  private readonly minU: number;
  private readonly minV: number;
  private left: Float64Array;
  private readonly all: Float64Array;
  private readonly memo = new Map<number, Map<number, { used: string; fill: Fill }[]>>();
  private readonly turned: boolean;

  constructor(
    board: PatternBoard,
    private readonly items: readonly PatternItem[],
    wanted: ArrayLike<number>,
    private readonly keep: KeepRule,
    private readonly effort: Effort,
    school: 'ripFirst' | 'crosscutFirst',
  ) {
    // Rip first: u across the grain (y), v along it. Crosscut first: the other way round.
    const turned = school === 'crosscutFirst';
    this.turned = turned;
    this.masks = board.masks;
    this.kerf = board.kerf;
    this.U = turned ? board.length : board.width;
    this.V = turned ? board.width : board.length;
    this.minU = turned ? keep.minLength : keep.minWidth;
    this.minV = turned ? keep.minWidth : keep.minLength;
    const many = board.masks.length;
    this.many = many;
    this.u0 = new Float64Array(many);
    this.u1 = new Float64Array(many);
    this.v0 = new Float64Array(many);
    this.v1 = new Float64Array(many);
    for (let i = 0; i < many; i++) {
      const [x0, y0, x1, y1] = [0, 1, 2, 3].map((k) => board.blocked[4 * i + k] as number) as [
        number,
        number,
        number,
        number,
      ];
      this.u0[i] = turned ? x0 : y0;
      this.u1[i] = turned ? x1 : y1;
      this.v0[i] = turned ? y0 : x0;
      this.v1[i] = turned ? y1 : x1;
    }
    this.us = Float64Array.from(items, (item) => (turned ? item.length : item.width));
    this.vs = Float64Array.from(items, (item) => (turned ? item.width : item.length));
    this.all = Float64Array.from(wanted);
    this.left = this.all.slice();
    const order = items
      .map((_, i) => i)
      .filter(
        (i) =>
          (items[i] as PatternItem).price > 0 &&
          (this.us[i] as number) <= this.U + EPS &&
          (this.vs[i] as number) <= this.V + EPS,
      )
      .sort((a, b) => (this.vs[a] as number) - (this.vs[b] as number));
    for (const i of order) {
      const last = this.classes[this.classes.length - 1];
      const v = this.vs[i] as number;
      if (last && v - last.v < EPS) last.members.push(i);
      else this.classes.push({ v, members: [i] });
    }
    for (const each of this.classes) {
      each.members.sort((a, b) => this.density(b) - this.density(a));
    }
  }

  private readonly masks: Int32Array;

  private density(i: number): number {
    return (this.items[i] as PatternItem).price / ((this.us[i] as number) * (this.vs[i] as number));
  }

  private fillsOf(i: number): number {
    return (this.items[i] as PatternItem).fills;
  }

  private wantOf(i: number): number {
    return (this.items[i] as PatternItem).want;
  }

  /** Packs bands along u, the most hopeful band first, until none is hopeful or the effort is spent. */
  best(): Pattern | null {
    if (this.classes.length === 0) return null;
    const rated = this.ratedHeights();
    const most = rated.reduce((top, { rate }) => Math.max(top, rate), 0);
    const start: BandLabel = { at: 0, worth: 0, parent: null, from: 0, fill: null };
    const step = this.U / BAND_STEPS;
    const seen: (BandLabel[] | undefined)[] = [];
    const queue: { hope: number; label: BandLabel; h: number }[] = [];
    let best = start;
    let packs = 0;
    const open = (label: BandLabel): void => {
      if (label.worth > best.worth) best = label;
      const room = this.U - label.at;
      if (room < EPS || label.worth + most * (room + this.kerf) <= best.worth + EPS) return;
      const bucket = (seen[Math.floor(label.at / step)] ??= []);
      if (bucket.some((other) => other.at <= label.at + EPS && other.worth >= label.worth - 1e-12)) return;
      bucket.push(label);
      const push = (h: number, worth: number): void => {
        const hope = label.worth + worth + most * Math.max(0, room - h);
        if (hope > best.worth + EPS) queue.push({ hope, label, h });
      };
      for (const { h, worth } of rated) if (h <= room + EPS) push(h, worth);
      push(room, most * (room + this.kerf));
      const wall = this.nextEnd(label.at, this.u0) - label.at;
      if (wall > this.minU && wall < room - EPS) push(wall, most * (wall + this.kerf));
      const skip = this.nextEnd(label.at, this.u1);
      if (skip < this.U - EPS) open({ at: skip, worth: label.worth, parent: label, from: skip, fill: null });
    };
    open(start);
    while (queue.length > 0 && packs < this.effort.packs) {
      let top = 0;
      for (let i = 1; i < queue.length; i++) {
        if ((queue[i] as { hope: number }).hope > (queue[top] as { hope: number }).hope) top = i;
      }
      const { hope, label, h } = queue[top] as (typeof queue)[number];
      queue[top] = queue[queue.length - 1] as (typeof queue)[number];
      queue.length--;
      if (hope <= best.worth + EPS) break;
      this.take(label, -1);
      const fill = this.fill(label.at, h, false);
      this.take(label, 1);
      packs++;
      if (fill.worth <= 0) continue;
      const at = label.at + h + this.kerf;
      open({ at, worth: label.worth + fill.worth, parent: label, from: label.at, fill });
    }
    return best.worth > EPS ? this.patternOf(best) : null;
  }

  /** The heights that pay best per mm, with what a band so high gives where nothing is in its way. */
  private ratedHeights(): { h: number; worth: number; rate: number }[] {
    const guessed = this.heights()
      .map((h) => ({ h, rate: this.guessedRate(h) }))
      .sort((a, b) => b.rate - a.rate)
      .slice(0, this.effort.heights);
    // Beside an item that is lower than what is worth keeping, a band a little higher leaves something to keep.
    const { minU } = this;
    const closely = this.effort.heights >= THOROUGH.heights;
    const some = this.classes.some(({ members }) => members.some((i) => (this.us[i] as number) < minU - EPS));
    if (closely && this.keep.perMm2 > 0 && some && minU <= this.U) guessed.push({ h: minU, rate: 0 });
    return guessed.map(({ h }) => {
      const { worth } = this.fill(0, h, true);
      return { h, worth, rate: worth / (h + this.kerf) };
    });
  }

  /** Price per mm² of the class that pays best in a band so high. */
  private guessedRate(h: number): number {
    let best = 0;
    for (const { v, members } of this.classes) {
      for (const i of members) {
        const us = this.us[i] as number;
        if (us > h + EPS) continue;
        const many = Math.min(
          Math.floor((h + this.kerf + EPS) / (us + this.kerf)),
          Math.floor((this.left[this.wantOf(i)] as number) / this.fillsOf(i) + EPS),
        );
        const rate = (many * (this.items[i] as PatternItem).price) / ((v + this.kerf) * (h + this.kerf));
        if (rate > best) best = rate;
      }
    }
    return best;
  }

  /** Heights worth making a band of: of one item, of two that share a slot. */
  private heights(): number[] {
    const found: number[] = [];
    for (const { members } of this.classes) {
      members.forEach((a, i) => {
        const one = this.us[a] as number;
        found.push(one);
        for (let j = i; j < Math.min(members.length, i + 3); j++) {
          const b = members[j] as number;
          const two = one + this.kerf + (this.us[b] as number);
          const same = this.wantOf(a) === this.wantOf(b);
          if (same && (this.left[this.wantOf(a)] as number) < this.fillsOf(a) + this.fillsOf(b) - EPS)
            continue;
          found.push(two);
        }
      });
    }
    const sorted = found.filter((h) => h <= this.U + EPS).sort((a, b) => a - b);
    return sorted.filter((h, i) => i === 0 || h - (sorted[i - 1] as number) > EPS);
  }

  private nextEnd(from: number, ends: Float64Array): number {
    let next = Infinity;
    for (let i = 0; i < this.many; i++) {
      const end = ends[i] as number;
      if (end > from + EPS && end < next) next = end;
    }
    return next;
  }

  /** Counts what the label's path has taken off (−1) or back on (+1) the wants. */
  private take(label: BandLabel, sign: 1 | -1): void {
    for (let at: BandLabel | null = label; at !== null; at = at.parent) {
      if (at.fill === null) continue;
      for (const i of at.fill.taken) {
        const want = this.wantOf(i);
        this.left[want] = (this.left[want] as number) + sign * this.fillsOf(i);
      }
    }
  }

  private fits(fill: Fill): boolean {
    let good = true;
    for (const i of fill.taken) {
      const want = this.wantOf(i);
      this.left[want] = (this.left[want] as number) - this.fillsOf(i);
      if (this.left[want] < -EPS) good = false;
    }
    for (const i of fill.taken) {
      const want = this.wantOf(i);
      this.left[want] = (this.left[want] as number) + this.fillsOf(i);
    }
    return good;
  }

  /** The band's filling, remembered by what is in its way. */
  private fill(from: number, h: number, free: boolean): Fill {
    const blocks: number[] = [];
    let partly = false;
    // Findings as the digits of a number: exact up to 31 of them, beyond that the place is in the key as well.
    let marks = 0;
    if (!free) {
      for (let i = 0; i < this.many; i++) {
        const a = this.u0[i] as number;
        const b = this.u1[i] as number;
        if (a < from + h - EPS && b > from + EPS) {
          blocks.push(i);
          marks |= 1 << (i % 31);
          if (i >= 31 || a > from + EPS || b < from + h - EPS) partly = true;
        }
      }
    }
    let sameHeight = this.memo.get(h);
    if (!sameHeight) {
      sameHeight = new Map<number, { used: string; fill: Fill }[]>();
      this.memo.set(h, sameHeight);
    }
    const key = partly ? -1 - from : marks;
    let known = sameHeight.get(key);
    if (!known) sameHeight.set(key, (known = []));
    const first = known[0];
    if (first === undefined) {
      // Calculated with all wants open: where it still fits, nothing can be better.
      const left = this.left;
      this.left = this.all;
      const fill = this.pack(from, h, blocks);
      this.left = left;
      known.push({ used: '', fill });
      if (this.fits(fill)) return fill;
    } else if (this.fits(first.fill)) return first.fill;
    const used = this.left.join();
    for (const entry of known) if (entry.used === used) return entry.fill;
    const fill = this.pack(from, h, blocks);
    known.push({ used, fill });
    return fill;
  }

  /** Packs slots along v. */
  private pack(from: number, h: number, blocks: readonly number[]): Fill {
    const classes = this.classesFor(h);
    const most = Math.max(classes[0]?.rate ?? 0, h * this.keep.perMm2);
    const buckets: (Label[] | undefined)[] = [];
    const outer = this.buckets;
    const outerBest = this.richest;
    this.buckets = buckets;
    this.richest = { at: 0, worth: 0, parent: null, slot: null };
    this.put(this.richest);
    // Labels are put on further along while this goes on; a step once passed gets no more.
    for (const bucket of buckets) {
      if (!bucket) continue;
      for (const label of bucket) {
        if (label.worth + most * (this.V - label.at + this.kerf) <= this.richest.worth + EPS) continue;
        this.skip(label, blocks);
        this.keepSlot(label, from, h, blocks);
        for (const slot of classes) {
          const { v } = slot;
          if (label.at + v > this.V + EPS) continue;
          const stack = this.stackAt(label, from, h, slot, blocks);
          if (stack === null) continue;
          this.put({
            at: label.at + v + this.kerf,
            worth: label.worth + stack.worth,
            parent: label,
            slot: { stack, v: label.at, size: v },
          });
        }
      }
    }
    const fill = fillOf(this.richest);
    this.buckets = outer;
    this.richest = outerBest;
    return fill;
  }

  private buckets: (Label[] | undefined)[] = [];
  private richest: Label = { at: 0, worth: 0, parent: null, slot: null };

  private put(label: Label): void {
    if (label.worth > this.richest.worth) this.richest = label;
    if (label.at >= this.V - EPS) return;
    const index = Math.floor((label.at / this.V) * this.effort.slots);
    const bucket = this.buckets[index];
    if (bucket) keepBest(bucket, label);
    else this.buckets[index] = [label];
  }

  /** The classes that pay best in a band so high, each with its stack where nothing is in the way. */
  private classesFor(h: number): readonly HighClass[] {
    const known = this.classesOf.get(h);
    if (known) return known;
    const found: HighClass[] = [];
    const left = this.left;
    this.left = this.all;
    for (const { v, members } of this.classes) {
      const low = members.filter(
        (i) => (this.us[i] as number) <= h + EPS && (this.left[this.wantOf(i)] as number) > EPS,
      );
      if (low.length === 0) continue;
      const whole = this.stack(low, v, 0, h, NOTHING, 0);
      const plain = low.every((i) => (this.items[i] as PatternItem).shape === undefined);
      if (whole)
        found.push({ members: low, v, whole, rate: whole.worth / (v + this.kerf), plain, known: new Map() });
    }
    this.left = left;
    found.sort((a, b) => b.rate - a.rate);
    const best = found.slice(0, this.effort.classes);
    this.classesOf.set(h, best);
    return best;
  }

  /** On to the end of the next finding. */
  private skip(label: Label, blocks: readonly number[]): void {
    let next = Infinity;
    for (const i of blocks) {
      const end = this.v1[i] as number;
      if (end > label.at + EPS && end < next) next = end;
    }
    if (next < this.V - EPS) this.put({ at: next, worth: label.worth, parent: label, slot: null });
  }

  /** A leftover over the band from here: up to the first finding, or beside the findings up to the end. */
  private keepSlot(label: Label, from: number, h: number, blocks: readonly number[]): void {
    if (this.keep.perMm2 <= 0 || h < this.minU - EPS || this.V - label.at < this.minV - EPS) return;
    let clearTo = this.V;
    for (const i of blocks) {
      if (((this.masks[i] as number) & this.keep.gradeBit) === 0) continue;
      if ((this.v1[i] as number) <= label.at + EPS) continue;
      clearTo = Math.min(clearTo, Math.max(label.at, this.v0[i] as number));
    }
    this.keepUpTo(clearTo, label, from, h, blocks);
    if (clearTo < this.V - EPS) this.keepUpTo(this.V, label, from, h, blocks);
  }

  private keepUpTo(to: number, label: Label, from: number, h: number, blocks: readonly number[]): void {
    const size = to - label.at;
    if (size < this.minV - EPS) return;
    const credit = this.gapCredit(0, from, h, this.near(label.at, to, blocks), size);
    if (credit <= 0) return;
    const kept = this.gapsFound(from);
    const stack: Stack = { worth: credit, items: [], kept };
    this.put({
      at: to + this.kerf,
      worth: label.worth + credit,
      parent: label,
      slot: { stack, v: label.at, size },
    });
  }

  private near(from: number, to: number, blocks: readonly number[]): readonly number[] {
    let found: number[] | null = null;
    for (const i of blocks) {
      if ((this.v0[i] as number) < to - EPS && (this.v1[i] as number) > from + EPS) (found ??= []).push(i);
    }
    return found ?? NOTHING;
  }

  /** The best stack of a class behind a label: what is known to be best with all wants open, where they are. */
  private stackAt(
    label: Label,
    from: number,
    h: number,
    { members, v, whole, plain, known }: HighClass,
    blocks: readonly number[],
  ): Stack | null {
    const near = this.near(label.at, label.at + v, blocks);
    if (near.length === 0) {
      if (this.allowed(label, whole)) return whole;
    } else if (plain) {
      // Stacks of plain pieces depend on which findings are near, not on where in the slot.
      let key = `${from}`;
      for (const f of near) key += `,${f}`;
      let stack = known.get(key);
      if (stack === undefined) {
        const left = this.left;
        this.left = this.all;
        stack = this.stack(members, v, from, h, near, label.at);
        this.left = left;
        known.set(key, stack);
      }
      if (stack === null || this.allowed(label, stack)) return stack;
    }
    this.takeSlots(label, -1);
    const stack = this.stack(members, v, from, h, near, label.at);
    this.takeSlots(label, 1);
    return stack;
  }

  private allowed(label: Label, stack: Stack): boolean {
    for (let n = 0; n < stack.items.length; n += 2) {
      const want = this.wantOf(stack.items[n] as number);
      let used = 0;
      for (let m = 0; m < stack.items.length; m += 2) {
        const i = stack.items[m] as number;
        if (this.wantOf(i) === want) used += this.fillsOf(i);
      }
      let room = (this.left[want] as number) - used;
      for (let at: Label | null = label; at !== null && room > -EPS; at = at.parent) {
        if (at.slot === null) continue;
        const { items } = at.slot.stack;
        for (let m = 0; m < items.length; m += 2) {
          const i = items[m] as number;
          if (this.wantOf(i) === want) room -= this.fillsOf(i);
        }
      }
      if (room < -EPS) return false;
    }
    return true;
  }

  private takeSlots(label: Label, sign: 1 | -1): void {
    for (let at: Label | null = label; at !== null; at = at.parent) {
      if (at.slot === null) continue;
      const { items } = at.slot.stack;
      for (let m = 0; m < items.length; m += 2) {
        const i = items[m] as number;
        const want = this.wantOf(i);
        this.left[want] = (this.left[want] as number) + sign * this.fillsOf(i);
      }
    }
  }

  /** The best stack of `members` over [from, from + h] in a slot at `at` so long; `near` are the findings in it. */
  private stack(
    members: readonly number[],
    v: number,
    from: number,
    h: number,
    near: readonly number[],
    at: number,
  ): Stack | null {
    this.members = members;
    this.slotV = v;
    this.bandFrom = from;
    this.bandTo = from + h;
    this.slotNear = near;
    this.slotAt = at;
    this.nodes = 0;
    this.bestStack = null;
    this.grow(from, 0, 0, 0);
    return this.bestStack;
  }

  private members: readonly number[] = NOTHING;
  private slotV = 0;
  private slotAt = 0;
  private bandFrom = 0;
  private bandTo = 0;
  private slotNear: readonly number[] = NOTHING;
  private nodes = 0;
  private bestStack: Stack | null = null;
  private readonly chosen = new Int32Array(MOST_IN_STACK);
  private readonly chosenU = new Float64Array(MOST_IN_STACK);

  private grow(place: number, first: number, depth: number, worth: number): void {
    if (depth > 0) {
      const credit = this.gapCredit(
        depth,
        this.bandFrom,
        this.bandTo - this.bandFrom,
        this.slotNear,
        this.slotV,
      );
      const total = worth + credit;
      if (this.bestStack === null || total > this.bestStack.worth + 1e-12) {
        const items: number[] = [];
        for (let n = 0; n < depth; n++) {
          items.push(this.chosen[n] as number, (this.chosenU[n] as number) - this.bandFrom);
        }
        this.bestStack = { worth: total, items, kept: credit > 0 ? this.gapsFound(this.bandFrom) : NOTHING };
      }
    }
    if (++this.nodes > MOST_NODES || depth >= MOST_IN_STACK) return;
    const { members, slotNear } = this;
    for (let m = slotNear.length === 0 ? first : 0; m < members.length; m++) {
      const i = members[m] as number;
      const want = this.wantOf(i);
      const fills = this.fillsOf(i);
      if ((this.left[want] as number) < fills - EPS) continue;
      const u = this.firstClear(i, place, this.bandTo, this.slotAt, slotNear);
      if (u < 0) continue;
      this.left[want] = (this.left[want] as number) - fills;
      this.chosen[depth] = i;
      this.chosenU[depth] = u;
      const price = (this.items[i] as PatternItem).price;
      this.grow(u + (this.us[i] as number) + this.kerf, m, depth + 1, worth + price);
      this.left[want] = this.left[want] + fills;
    }
  }

  /** The lowest u from `place` at which item i is clear in the slot, or −1. */
  private firstClear(i: number, place: number, end: number, at: number, near: readonly number[]): number {
    const size = this.us[i] as number;
    const item = this.items[i] as PatternItem;
    let u = place;
    for (;;) {
      if (u + size > end + EPS) return -1;
      let pushed = -1;
      for (const o of near) {
        if (((this.masks[o] as number) & item.gradeBit) === 0) continue;
        if ((this.u0[o] as number) >= u + size - EPS || (this.u1[o] as number) <= u + EPS) continue;
        if (item.shape && !this.meetsShape(item.shape, u, at, o)) continue;
        pushed = Math.max(pushed, this.u1[o] as number);
        break;
      }
      if (pushed < 0) return u;
      u = pushed;
    }
  }

  private meetsShape(shape: Float64Array, u: number, v: number, o: number): boolean {
    for (let r = 0; r < shape.length; r += 4) {
      const [a0, b0, a1, b1] = [shape[r], shape[r + 1], shape[r + 2], shape[r + 3]] as [
        number,
        number,
        number,
        number,
      ];
      const [su0, su1, sv0, sv1] = this.turned ? [a0, a1, b0, b1] : [b0, b1, a0, a1];
      if (
        (this.u0[o] as number) < u + su1 - EPS &&
        (this.u1[o] as number) > u + su0 + EPS &&
        (this.v0[o] as number) < v + sv1 - EPS &&
        (this.v1[o] as number) > v + sv0 + EPS
      )
        return true;
    }
    return false;
  }

  private readonly wallFrom: number[] = [];
  private readonly wallTo: number[] = [];
  private readonly gaps: number[] = [];
  private gapEnds = 0;

  /**
   * Credit for the clear gaps beside the first `depth` chosen items that are high enough to keep; where they
   * are stays in `gaps`, u0 and u1 in turn.
   */
  private gapCredit(depth: number, from: number, h: number, near: readonly number[], v: number): number {
    const { gaps, wallFrom, wallTo, minU } = this;
    this.gapEnds = 0;
    if (this.keep.perMm2 <= 0 || v < this.minV - EPS) return 0;
    let walls = 0;
    for (let n = 0; n < depth; n++) {
      const u = this.chosenU[n] as number;
      walls = this.addWall(
        walls,
        u - this.kerf,
        u + (this.us[this.chosen[n] as number] as number) + this.kerf,
      );
    }
    for (const o of near) {
      if (((this.masks[o] as number) & this.keep.gradeBit) === 0) continue;
      walls = this.addWall(walls, this.u0[o] as number, this.u1[o] as number);
    }
    let free = from;
    let height = 0;
    for (let w = 0; w < walls; w++) {
      const a = wallFrom[w] as number;
      if (a - free >= minU - EPS) {
        gaps[this.gapEnds++] = free;
        gaps[this.gapEnds++] = a;
        height += a - free;
        // Two leftovers are parted by a cut, also where the finding between them is narrower than the saw.
        free = a + this.kerf;
      }
      if ((wallTo[w] as number) > free) free = wallTo[w] as number;
    }
    if (from + h - free >= minU - EPS) {
      gaps[this.gapEnds++] = free;
      gaps[this.gapEnds++] = from + h;
      height += from + h - free;
    }
    return height * v * this.keep.perMm2;
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
  private gapsFound(from: number): number[] {
    const found: number[] = [];
    for (let i = 0; i < this.gapEnds; i++) found.push((this.gaps[i] as number) - from);
    return found;
  }

  private patternOf(best: BandLabel): Pattern {
    const laid: Laid[] = [];
    const lay = (item: number, u: number, v: number, su: number, sv: number): void => {
      laid.push(
        this.turned
          ? { item, x: u, y: v, length: su, width: sv }
          : { item, x: v, y: u, length: sv, width: su },
      );
    };
    for (let at: BandLabel | null = best; at !== null; at = at.parent) {
      if (at.fill === null) continue;
      for (const { stack, v, size } of at.fill.slots) {
        for (let n = 0; n < stack.items.length; n += 2) {
          const i = stack.items[n] as number;
          lay(i, at.from + (stack.items[n + 1] as number), v, this.us[i] as number, size);
        }
        for (let n = 0; n < stack.kept.length; n += 2) {
          const u = stack.kept[n] as number;
          lay(-1, at.from + u, v, (stack.kept[n + 1] as number) - u, size);
        }
      }
    }
    return { worth: best.worth, laid };
  }
}

/** Keeps in a step the label of greatest worth, and the one that ends first. */
function keepBest<L extends { readonly at: number; readonly worth: number }>(bucket: L[], label: L): void {
  if (bucket.length === 0) {
    bucket.push(label);
    return;
  }
  for (const other of bucket) if (other.at <= label.at + EPS && other.worth >= label.worth - 1e-12) return;
  let n = 0;
  for (const other of bucket) {
    if (!(label.at <= other.at + EPS && label.worth >= other.worth - 1e-12)) bucket[n++] = other;
  }
  bucket.length = n;
  bucket.push(label);
  if (bucket.length <= 3) return;
  let [rich, early] = [0, 0];
  bucket.forEach((other, i) => {
    if (other.worth > (bucket[rich] as L).worth) rich = i;
    if (other.at < (bucket[early] as L).at) early = i;
  });
  const kept = [bucket[rich] as L, ...(rich === early ? [] : [bucket[early] as L])];
  bucket.length = 0;
  bucket.push(...kept);
}

function fillOf(best: Label): Fill {
  const slots: Slot[] = [];
  const taken: number[] = [];
  for (let at: Label | null = best; at !== null; at = at.parent) {
    if (at.slot === null) continue;
    slots.push(at.slot);
    const { items } = at.slot.stack;
    for (let n = 0; n < items.length; n += 2) taken.push(items[n] as number);
  }
  return { worth: best.worth, slots, taken };
}
