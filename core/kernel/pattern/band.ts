/**
 * The second stage: the best filling of a band, slots one after the other along v. In one file, longer than others: labels,
 * classes and what is remembered of bands are of no use but to the kernel, which goes from one to the other in its inner loop.
 */
import { SAME_WORTH, TOUCH } from '../../src/solver/tolerances';
import { Stack, StackKernel } from './stack';
import { View } from './view';

/** Labels of one band at the most; further ones are not followed. */
const MOST_LABELS = 6000;
/** Labels that a step holds until only the richest and the earliest are kept. */
const MOST_IN_STEP = 3;
const ROOM_IN_STEP = MOST_IN_STEP + 1;

/** A place along a band where a slot ends: with what worth, behind which label, and the slot, none where a finding was skipped. */
@unmanaged
export class Label {
  constructor(
    readonly at: f64,
    readonly worth: f64,
    readonly parent: Label | null,
    readonly stack: Stack | null,
    /** Where the slot begins, and its size. */
    readonly v: f64,
    readonly size: f64,
  ) {}
}

/** The best filling of a band: its last slot, with those before it; and all items, with repeats. */
@unmanaged
export class Fill {
  constructor(
    readonly worth: f64,
    readonly last: Label,
    readonly taken: StaticArray<i32>,
  ) {}
}

/** Items of one size along v, those that pay best first. */
@unmanaged
export class ItemClass {
  constructor(
    readonly v: f64,
    readonly members: StaticArray<i32>,
  ) {}
}

/** Findings that were in the way, and what was found then: of a band, or a stack in a slot of a band that begins there. */
@unmanaged
class Known<T> {
  constructor(
    readonly from: f64,
    readonly findings: StaticArray<i32>,
    /** What was left of each want; null where all was open. */
    readonly left: StaticArray<f64> | null,
    readonly found: T,
    readonly next: Known<T> | null,
  ) {}
}

/** Items of one class that are low enough for a band, and their stack where nothing is in the way. */
@unmanaged
class SlotClass {
  /** Stacks beside findings. */
  beside: Known<Stack | null> | null = null;

  constructor(
    readonly members: StaticArray<i32>,
    readonly v: f64,
    readonly whole: Stack,
    /** Worth per mm of slot. */
    readonly rate: f64,
    /** Whether none of its members is shaped. */
    readonly plain: bool,
  ) {}
}

/** Bands of one height: the classes that pay best in them, and the fillings that are known. */
@unmanaged
class Height {
  classes: StaticArray<SlotClass> | null = null;
  fills: Known<Fill> | null = null;

  constructor(
    readonly h: f64,
    readonly next: Height | null,
  ) {}
}

function copyOf(list: StaticArray<i32>, many: i32): StaticArray<i32> {
  const copy = new StaticArray<i32>(many);
  for (let n = 0; n < many; n++) copy[n] = list[n];
  return copy;
}

/** Whether `list` is the first `many` of another. */
function same(list: StaticArray<i32>, other: StaticArray<i32>, many: i32): bool {
  if (list.length != many) return false;
  for (let n = 0; n < many; n++) if (list[n] != other[n]) return false;
  return true;
}

export class BandKernel {
  private readonly stacks: StackKernel;
  private heights: Height | null = null;
  /** How many labels end within each step of the band, and which: room for one more than are kept. */
  private readonly inStep: StaticArray<i32>;
  private readonly stepLabels: StaticArray<Label>;
  private labels: i32 = 0;
  /** The most that a mm of band is worth. */
  private rate: f64 = 0;
  private richest: Label;
  /** Findings in the way of the band at hand: the first so many of `blocks`. */
  private readonly blocks: StaticArray<i32>;
  private many: i32 = 0;
  /** What is left of each want behind a label. */
  private readonly behind: StaticArray<f64>;

  constructor(
    private readonly view: View,
    private readonly classes: StaticArray<ItemClass>,
    /** All that is wanted. */
    private readonly all: StaticArray<f64>,
    /** Steps of a band in which labels compete, and classes at the most. */
    private readonly steps: i32,
    private readonly most: i32,
    /** Whether leftovers are parted beside findings. */
    private readonly closely: bool,
  ) {
    this.stacks = new StackKernel(view, closely);
    this.behind = new StaticArray<f64>(view.wants);
    this.inStep = new StaticArray<i32>(steps + 1);
    this.stepLabels = new StaticArray<Label>((steps + 1) * ROOM_IN_STEP);
    this.blocks = new StaticArray<i32>(view.findings);
    this.richest = new Label(0, 0, null, null, 0, 0);
  }

  /** The band's filling with no more than is `left`, remembered by what is in its way; `free`: as if nothing were. */
  fill(from: f64, h: f64, left: StaticArray<f64>, free: bool = false): Fill {
    const view = this.view;
    const height = this.heightOf(h);
    let many = 0;
    // Where findings go all across the band it does not matter where the band begins.
    let partly = false;
    for (let i = 0; i < view.findings && !free; i++) {
      const a = view.u0[i];
      const b = view.u1[i];
      if (a >= from + h - TOUCH || b <= from + TOUCH) continue;
      this.blocks[many++] = i;
      if (a > from + TOUCH || b < from + h - TOUCH) partly = true;
    }
    this.many = many;
    const place = partly ? from : -1;
    let open = false;
    let known = height.fills;
    while (known !== null) {
      if (known.from == place && same(known.findings, this.blocks, many)) {
        const before = known.left;
        // Calculated with all wants open: where it still fits, nothing can be better.
        if (before === null ? this.fits(known.found, left) : this.asBefore(before, left)) return known.found;
        if (before === null) open = true;
      }
      known = known.next;
    }
    const findings = copyOf(this.blocks, many);
    if (!open) {
      const fill = this.pack(from, height, this.all);
      height.fills = new Known<Fill>(place, findings, null, fill, height.fills);
      if (this.fits(fill, left)) return fill;
    }
    const fill = this.pack(from, height, left);
    const before = new StaticArray<f64>(view.wants);
    for (let w = 0; w < view.wants; w++) before[w] = left[w];
    height.fills = new Known<Fill>(place, findings, before, fill, height.fills);
    return fill;
  }

  private heightOf(h: f64): Height {
    let known = this.heights;
    while (known !== null && known.h != h) known = known.next;
    if (known !== null) return known;
    const height = new Height(h, this.heights);
    this.heights = height;
    return height;
  }

  private asBefore(before: StaticArray<f64>, left: StaticArray<f64>): bool {
    for (let w = 0; w < before.length; w++) if (before[w] != left[w]) return false;
    return true;
  }

  private fits(fill: Fill, left: StaticArray<f64>): bool {
    const view = this.view;
    const behind = this.behind;
    const taken = fill.taken;
    for (let w = 0; w < view.wants; w++) behind[w] = left[w];
    for (let n = 0; n < taken.length; n++) {
      const i = taken[n];
      const want = view.want[i];
      behind[want] -= view.fills[i];
      if (behind[want] < -TOUCH) return false;
    }
    return true;
  }

  /** Packs slots along v. */
  private pack(from: f64, height: Height, left: StaticArray<f64>): Fill {
    const view = this.view;
    const h = height.h;
    const classes = this.classesFor(height);
    this.rate = Math.max(classes.length > 0 ? classes[0].rate : 0, h * view.perMm2);
    for (let step = 0; step < this.inStep.length; step++) this.inStep[step] = 0;
    this.labels = 0;
    this.put(0, 0, null, null, 0);
    // Labels are put on further along while this goes on; a step once passed gets no more.
    for (let step = 0; step < this.inStep.length; step++) {
      for (let n = 0; n < this.inStep[step]; n++) {
        const label = this.stepLabels[step * ROOM_IN_STEP + n];
        const at = label.at;
        const worth = label.worth;
        if (this.hopeless(at, worth)) continue;
        this.skip(label);
        this.keepFrom(label, from, h, classes);
        for (let c = 0; c < classes.length; c++) {
          const slot = classes[c];
          if (at + slot.v > view.V + TOUCH) continue;
          const end = at + slot.v + view.kerf;
          // Beside findings a stack is worth no more than where nothing is in its way.
          if (this.poor(end, worth + slot.whole.worth, null)) continue;
          const stack = this.stackBehind(label, from, h, slot, left);
          if (stack === null) continue;
          this.put(end, worth + stack.worth, label, stack, slot.v);
        }
      }
    }
    return this.fillOf(this.richest);
  }

  /** Whether nothing that follows a label would be worth more than the richest. */
  private hopeless(at: f64, worth: f64): bool {
    return worth + this.rate * (this.view.V - at + this.view.kerf) <= this.richest.worth + TOUCH;
  }

  private poor(at: f64, worth: f64, skippedFrom: Label | null): bool {
    return (worth <= this.richest.worth && this.hopeless(at, worth)) || this.outdone(at, worth, skippedFrom);
  }

  private stepAt(at: f64): i32 {
    return <i32>Math.floor((at / this.view.V) * <f64>this.steps);
  }

  /**
   * Whether a label that ends at a place with so much would be kept by no step, nor be the richest of all. The label that
   * it only skips a finding from does not count: what begins behind the finding can't begin there.
   */
  private outdone(at: f64, worth: f64, skippedFrom: Label | null): bool {
    if (at >= this.view.V - TOUCH) return worth <= this.richest.worth;
    const step = this.stepAt(at);
    const begin = step * ROOM_IN_STEP;
    const end = begin + this.inStep[step];
    for (let n = begin; n < end; n++) {
      const other = this.stepLabels[n];
      if (other === skippedFrom) continue;
      if (other.at <= at + TOUCH && other.worth >= worth - SAME_WORTH) return true;
    }
    return false;
  }

  private put(at: f64, worth: f64, parent: Label | null, stack: Stack | null, size: f64): void {
    if (this.labels == MOST_LABELS) return;
    const first = parent === null;
    if (!first && this.poor(at, worth, stack === null ? parent : null)) return;
    this.labels++;
    const label = new Label(at, worth, parent, stack, parent === null ? 0 : parent.at, size);
    if (first || worth > this.richest.worth) this.richest = label;
    if (at < this.view.V - TOUCH) this.addTo(this.stepAt(at), label);
  }

  /**
   * Adds a label to a step: those it is better than leave, and of many only the richest, the earliest and the richest that
   * skips a finding stay.
   */
  private addTo(step: i32, label: Label): void {
    const stepLabels = this.stepLabels;
    const at = label.at;
    const worth = label.worth;
    const begin = step * ROOM_IN_STEP;
    const many = this.inStep[step];
    let n = begin;
    for (let k = begin; k < begin + many; k++) {
      const other = stepLabels[k];
      const better = at <= other.at + TOUCH && worth >= other.worth - SAME_WORTH;
      if (!better) stepLabels[n++] = other;
    }
    stepLabels[n++] = label;
    this.inStep[step] = n - begin;
    if (n - begin <= MOST_IN_STEP) return;
    let rich = stepLabels[begin];
    let early = rich;
    let skipped: Label | null = null;
    for (let k = begin; k < n; k++) {
      const other = stepLabels[k];
      if (other.worth > rich.worth) rich = other;
      if (other.at < early.at) early = other;
      if (other.stack === null && (skipped === null || other.worth > skipped.worth)) skipped = other;
    }
    n = begin;
    stepLabels[n++] = rich;
    if (early !== rich) stepLabels[n++] = early;
    if (skipped !== null && skipped !== rich && skipped !== early) stepLabels[n++] = skipped;
    this.inStep[step] = n - begin;
  }

  /** The classes that pay best in bands of a height, each with its stack where nothing is in the way. */
  private classesFor(height: Height): StaticArray<SlotClass> {
    const known = height.classes;
    if (known !== null) return known;
    const view = this.view;
    const found = new Array<SlotClass>();
    for (let c = 0; c < this.classes.length; c++) {
      const v = this.classes[c].v;
      const members = this.classes[c].members;
      const low = new StaticArray<i32>(members.length);
      let many = 0;
      let plain = true;
      for (let m = 0; m < members.length; m++) {
        const i = members[m];
        if (view.us[i] > height.h + TOUCH || this.all[view.want[i]] <= TOUCH) continue;
        low[many++] = i;
        if (view.shaped(i)) plain = false;
      }
      if (many == 0) continue;
      const fitting = many == members.length ? members : copyOf(low, many);
      const whole = this.stacks.best(fitting, v, 0, height.h, 0, 0, this.all);
      if (whole !== null) found.push(new SlotClass(fitting, v, whole, whole.worth / (v + view.kerf), plain));
    }
    found.sort((a, b) => i32(b.rate > a.rate) - i32(b.rate < a.rate));
    const best = new StaticArray<SlotClass>(min(found.length, this.most));
    for (let c = 0; c < best.length; c++) best[c] = found[c];
    height.classes = best;
    return best;
  }

  /** On to the end of the next finding. */
  private skip(label: Label): void {
    const view = this.view;
    let next = Infinity;
    for (let n = 0; n < this.many; n++) {
      const end = view.v1[this.blocks[n]];
      if (end > label.at + TOUCH && end < next) next = end;
    }
    if (next < view.V - TOUCH) this.put(next, label.worth, label, null, 0);
  }

  /** A leftover over the band from here: up to the first finding, or beside the findings up to the end. */
  private keepFrom(label: Label, from: f64, h: f64, classes: StaticArray<SlotClass>): void {
    const view = this.view;
    const at = label.at;
    const V = view.V;
    if (view.perMm2 <= 0 || h < view.minU - TOUCH || V - at < view.minV - TOUCH) return;
    let clearTo = V;
    for (let n = 0; n < this.many; n++) {
      const i = this.blocks[n];
      if ((view.masks[i] & view.keepBit) == 0) continue;
      if (view.v1[i] <= at + TOUCH) continue;
      clearTo = Math.min(clearTo, Math.max(at, view.v0[i]));
    }
    this.keepUpTo(clearTo, label, from, h);
    if (clearTo >= V - TOUCH) return;
    this.keepUpTo(V, label, from, h);
    if (this.closely) this.keepParted(label, from, h, classes);
  }

  /**
   * Leftovers from here that are parted from what follows beside a finding: up to where the finding ends, or no further than that the
   * next one, as short as may be, or a slot ends with it.
   */
  private keepParted(label: Label, from: f64, h: f64, classes: StaticArray<SlotClass>): void {
    const view = this.view;
    const at = label.at;
    const V = view.V;
    for (let n = 0; n < this.many; n++) {
      const i = this.blocks[n];
      if ((view.masks[i] & view.keepBit) == 0) continue;
      const ends = view.v1[i];
      if (ends <= at + TOUCH) continue;
      const behind = Math.max(ends, at + view.minV);
      if (behind < V - view.kerf) this.keepUpTo(behind, label, from, h);
      this.keepUpTo(Math.min(ends, V) - view.minV - view.kerf, label, from, h);
      for (let c = 0; c < classes.length; c++)
        this.keepUpTo(Math.min(ends, V) - classes[c].v - view.kerf, label, from, h);
    }
    this.keepUpTo(at + view.minV, label, from, h);
    this.keepUpTo(V - view.minV - view.kerf, label, from, h);
  }

  private keepUpTo(to: f64, label: Label, from: f64, h: f64): void {
    const view = this.view;
    const at = label.at;
    const size = to - at;
    if (size < view.minV - TOUCH) return;
    if (this.poor(to + view.kerf, label.worth + size * h * view.perMm2, null)) return;
    const stack = this.stacks.leftover(size, from, h, view.find(at, to, this.blocks, this.many));
    if (stack !== null) this.put(to + view.kerf, label.worth + stack.worth, label, stack, size);
  }

  /** The best stack of a class behind a label: what is best with all wants open, where they are. */
  private stackBehind(
    label: Label,
    from: f64,
    h: f64,
    slot: SlotClass,
    left: StaticArray<f64>,
  ): Stack | null {
    const view = this.view;
    const at = label.at;
    const near = view.find(at, at + slot.v, this.blocks, this.many);
    if (near == 0) {
      if (this.allowed(label, slot.whole, left)) return slot.whole;
    } else if (slot.plain) {
      // Stacks of plain pieces depend on which findings are near, not on where in the slot.
      let known = slot.beside;
      while (known !== null && (known.from != from || !same(known.findings, view.near, near)))
        known = known.next;
      if (known === null) {
        const found = this.stacks.best(slot.members, slot.v, from, h, near, at, this.all);
        known = new Known<Stack | null>(from, copyOf(view.near, near), null, found, slot.beside);
        slot.beside = known;
      }
      const stack = known.found;
      if (stack === null || this.allowed(label, stack, left)) return stack;
    }
    return this.stacks.best(slot.members, slot.v, from, h, near, at, this.leftBehind(label, left));
  }

  private leftBehind(label: Label, left: StaticArray<f64>): StaticArray<f64> {
    const behind = this.behind;
    for (let w = 0; w < behind.length; w++) unchecked((behind[w] = left[w]));
    for (let at: Label | null = label; at !== null; at = at.parent) {
      const stack = at.stack;
      if (stack === null) continue;
      for (let n = 0; n < stack.fillings; n++) behind[stack.wants[n]] -= stack.amounts[n];
    }
    return behind;
  }

  /** Whether a stack takes no more than is left behind a label. */
  private allowed(label: Label, stack: Stack, left: StaticArray<f64>): bool {
    for (let n = 0; n < stack.fillings; n++) {
      const w = stack.wants[n];
      if (left[w] - usedBy(label, w) < stack.amounts[n] - TOUCH) return false;
    }
    return true;
  }

  private fillOf(best: Label): Fill {
    let many = 0;
    for (let at: Label | null = best; at !== null; at = at.parent) {
      const stack = at.stack;
      if (stack !== null) many += stack.items.length;
    }
    const taken = new StaticArray<i32>(many);
    many = 0;
    for (let at: Label | null = best; at !== null; at = at.parent) {
      const stack = at.stack;
      if (stack === null) continue;
      for (let n = 0; n < stack.items.length; n++) taken[many++] = stack.items[n];
    }
    return new Fill(best.worth, best, taken);
  }
}

/** How much of a want the slots up to a label use. */
function usedBy(label: Label, want: i32): f64 {
  let sum: f64 = 0;
  for (let at: Label | null = label; at !== null; at = at.parent) {
    const stack = at.stack;
    if (stack === null) continue;
    for (let n = 0; n < stack.fillings; n++) if (stack.wants[n] == want) sum += stack.amounts[n];
  }
  return sum;
}
