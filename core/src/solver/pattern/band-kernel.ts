/** The second stage: the best filling of a band, slots one after the other along v. */
import type { Effort } from './pattern-board.ts';
import { SAME_WORTH, TOUCH } from '../tolerances.ts';
import type { BoardView } from './board-view.ts';
import { Labels, MOST_LABELS } from './labels.ts';
import { StackKernel, type Stack } from './stack-kernel.ts';

/** Labels that a step holds until only the richest and the earliest are kept. */
const MOST_IN_STEP = 3;
const ROOM_IN_STEP = MOST_IN_STEP + 1;
const NOTHING: readonly number[] = [];
/** Findings that have a bit of their own in a whole number. */
const MOST_BITS = 31;

export interface Slot {
  readonly stack: Stack;
  readonly v: number;
  readonly size: number;
}

/** The best filling of a band. */
export interface Fill {
  readonly worth: number;
  readonly slots: readonly Slot[];
  /** Item indices, with repeats. */
  readonly taken: readonly number[];
}

/** Items of one size along v, those that pay best first. */
export interface ItemClass {
  readonly v: number;
  readonly members: readonly number[];
}

/** Items of one class that are low enough for a band, and their stack where nothing is in the way. */
interface SlotClass {
  readonly members: readonly number[];
  readonly v: number;
  readonly whole: Stack;
  /** Worth per mm of slot. */
  readonly rate: number;
  /** Whether none of its members is shaped; and its stacks beside findings, by where the band begins and which they are. */
  readonly plain: boolean;
  readonly beside: Map<number | string, Stack | null>;
}

/** One band is filled at a time. */
const LABELS = new Labels<Slot>();

export class BandKernel {
  private readonly stacks: StackKernel;
  private readonly classesOf = new Map<number, readonly SlotClass[]>();
  private readonly memo = new Map<number, Map<number, { readonly used: string; readonly fill: Fill }[]>>();
  private readonly wants: number;
  private readonly labels = LABELS;
  /** How many labels end within each step of the band, and which: room for one more than are kept. */
  private readonly inStep: Int32Array;
  private readonly stepLabels: Int32Array;
  /** Places where bands begin, each with a number of its own. */
  private readonly beginnings = new Map<number, number>();
  private beginning = 0;
  private richest = 0;
  /** What is left of each want behind a label: as long as there are wants. */
  private readonly behind: Float64Array;

  constructor(
    private readonly view: BoardView,
    private readonly classes: readonly ItemClass[],
    /** All that is wanted. */
    private readonly all: Float64Array,
    private readonly effort: Effort,
  ) {
    this.stacks = new StackKernel(view);
    this.wants = all.length;
    this.behind = new Float64Array(this.wants);
    this.inStep = new Int32Array(effort.slots + 1);
    this.stepLabels = new Int32Array((effort.slots + 1) * ROOM_IN_STEP);
  }

  /** The band's filling with no more than is `left`, remembered by what is in its way; `free`: as if nothing were. */
  fill(from: number, h: number, left: Float64Array, free = false): Fill {
    const { view } = this;
    const blocks: number[] = [];
    let partly = false;
    // Findings as bits: exact up to 31 of them, beyond that the place is in the key as well.
    let marks = 0;
    for (let i = 0; i < view.many && !free; i++) {
      const [a, b] = [view.u0[i] as number, view.u1[i] as number];
      if (a >= from + h - TOUCH || b <= from + TOUCH) continue;
      blocks.push(i);
      marks |= 1 << (i % MOST_BITS);
      if (i >= MOST_BITS || a > from + TOUCH || b < from + h - TOUCH) partly = true;
    }
    let sameHeight = this.memo.get(h);
    if (!sameHeight)
      this.memo.set(h, (sameHeight = new Map<number, { readonly used: string; readonly fill: Fill }[]>()));
    const key = partly ? -1 - from : marks;
    let known = sameHeight.get(key);
    if (!known) sameHeight.set(key, (known = []));
    const [first] = known;
    if (first === undefined) {
      // Calculated with all wants open: where it still fits, nothing can be better.
      const fill = this.pack(from, h, blocks, this.all);
      known.push({ used: '', fill });
      if (this.fits(fill, left)) return fill;
    } else if (this.fits(first.fill, left)) return first.fill;
    const used = left.join();
    for (const entry of known) if (entry.used === used) return entry.fill;
    const fill = this.pack(from, h, blocks, left);
    known.push({ used, fill });
    return fill;
  }

  private fits({ taken }: Fill, left: Float64Array): boolean {
    const { behind, view } = this;
    behind.set(left);
    for (const i of taken) {
      const want = view.want[i] as number;
      const rest = (behind[want] as number) - (view.fills[i] as number);
      if (rest < -TOUCH) return false;
      behind[want] = rest;
    }
    return true;
  }

  /** Packs slots along v. */
  private pack(from: number, h: number, blocks: readonly number[], left: Float64Array): Fill {
    const { view, labels, inStep, stepLabels } = this;
    const classes = this.classesFor(h);
    const most = Math.max(classes[0]?.rate ?? 0, h * view.keep.perMm2);
    inStep.fill(0);
    labels.begin(this.wants);
    this.richest = 0;
    this.beginning = this.numberOf(from);
    this.put(0, 0, -1, null);
    // Labels are put on further along while this goes on; a step once passed gets no more.
    for (let step = 0; step < inStep.length; step++) {
      for (let n = 0; n < (inStep[step] as number); n++) {
        const label = stepLabels[step * ROOM_IN_STEP + n] as number;
        const at = labels.at[label] as number;
        const worth = labels.worth[label] as number;
        if (worth + most * (view.V - at + view.kerf) <= (labels.worth[this.richest] as number) + TOUCH)
          continue;
        this.skip(label, blocks);
        this.keepFrom(label, from, h, blocks);
        for (const slot of classes) {
          if (at + slot.v > view.V + TOUCH) continue;
          const end = at + slot.v + view.kerf;
          // Beside findings a stack is worth no more than where nothing is in its way.
          if (this.outdone(end, worth + slot.whole.worth)) continue;
          const stack = this.stackBehind(label, from, h, slot, blocks, left);
          if (stack === null) continue;
          this.put(end, worth + stack.worth, label, { stack, v: at, size: slot.v });
        }
      }
    }
    return this.fillOf(this.richest);
  }

  private numberOf(from: number): number {
    let number = this.beginnings.get(from);
    if (number === undefined) this.beginnings.set(from, (number = this.beginnings.size));
    return number;
  }

  private stepAt(at: number): number {
    return Math.floor((at / this.view.V) * this.effort.slots);
  }

  /**
   * Whether a label that ends at a place with so much would be kept by no step, nor be the richest of all. The label that
   * it only skips a finding from does not count: what begins behind the finding can't begin there.
   */
  private outdone(at: number, worth: number, skippedFrom = -1): boolean {
    const { view, labels, stepLabels } = this;
    if (at >= view.V - TOUCH) return worth <= (labels.worth[this.richest] as number);
    const step = this.stepAt(at);
    const begin = step * ROOM_IN_STEP;
    const end = begin + (this.inStep[step] as number);
    for (let n = begin; n < end; n++) {
      const other = stepLabels[n] as number;
      if (other === skippedFrom) continue;
      if ((labels.at[other] as number) <= at + TOUCH && (labels.worth[other] as number) >= worth - SAME_WORTH)
        return true;
    }
    return false;
  }

  private put(at: number, worth: number, parent: number, slot: Slot | null): void {
    const { view, labels } = this;
    if (labels.many === MOST_LABELS) return;
    if (labels.many > 0 && this.outdone(at, worth, slot === null ? parent : -1)) return;
    const richer = labels.many === 0 || worth > (labels.worth[this.richest] as number);
    const label = labels.add(at, worth, parent, slot);
    if (slot) {
      const { wants, amounts } = slot.stack;
      for (let n = 0; n < wants.length; n++) labels.use(label, wants[n] as number, amounts[n] as number);
    }
    if (richer) this.richest = label;
    if (at < view.V - TOUCH) this.addTo(this.stepAt(at), label);
  }

  /**
   * Adds a label to a step: those it is better than leave, and of many only the richest, the earliest and the richest that
   * skips a finding stay.
   */
  private addTo(step: number, label: number): void {
    const { stepLabels } = this;
    const { at: ends, worth: worths } = this.labels;
    const at = ends[label] as number;
    const worth = worths[label] as number;
    const begin = step * ROOM_IN_STEP;
    const many = this.inStep[step] as number;
    let n = begin;
    for (let k = begin; k < begin + many; k++) {
      const other = stepLabels[k] as number;
      const better = at <= (ends[other] as number) + TOUCH && worth >= (worths[other] as number) - SAME_WORTH;
      if (!better) stepLabels[n++] = other;
    }
    stepLabels[n++] = label;
    this.inStep[step] = n - begin;
    if (n - begin <= MOST_IN_STEP) return;
    let rich = stepLabels[begin] as number;
    let early = rich;
    let skipped = -1;
    for (let k = begin; k < n; k++) {
      const other = stepLabels[k] as number;
      if ((worths[other] as number) > (worths[rich] as number)) rich = other;
      if ((ends[other] as number) < (ends[early] as number)) early = other;
      const richer = skipped < 0 || (worths[other] as number) > (worths[skipped] as number);
      if (this.labels.slot[other] === null && richer) skipped = other;
    }
    n = begin;
    stepLabels[n++] = rich;
    if (early !== rich) stepLabels[n++] = early;
    if (skipped >= 0 && skipped !== rich && skipped !== early) stepLabels[n++] = skipped;
    this.inStep[step] = n - begin;
  }

  /** The classes that pay best in a band so high, each with its stack where nothing is in the way. */
  private classesFor(h: number): readonly SlotClass[] {
    const known = this.classesOf.get(h);
    if (known) return known;
    const { view } = this;
    const found: SlotClass[] = [];
    for (const { v, members } of this.classes) {
      const low = members.filter(
        (i) => (view.us[i] as number) <= h + TOUCH && (this.all[view.want[i] as number] as number) > TOUCH,
      );
      if (low.length === 0) continue;
      const whole = this.stacks.best(low, v, 0, h, NOTHING, 0, this.all);
      if (!whole) continue;
      const plain = low.every((i) => view.shape(i) === undefined);
      found.push({ members: low, v, whole, rate: whole.worth / (v + view.kerf), plain, beside: new Map() });
    }
    found.sort((a, b) => b.rate - a.rate);
    const best = found.slice(0, this.effort.classes);
    this.classesOf.set(h, best);
    return best;
  }

  /** On to the end of the next finding. */
  private skip(label: number, blocks: readonly number[]): void {
    const { view } = this;
    const at = this.labels.at[label] as number;
    let next = Infinity;
    for (const i of blocks) {
      const end = view.v1[i] as number;
      if (end > at + TOUCH && end < next) next = end;
    }
    if (next < view.V - TOUCH) this.put(next, this.labels.worth[label] as number, label, null);
  }

  /** A leftover over the band from here: up to the first finding, or beside the findings up to the end. */
  private keepFrom(label: number, from: number, h: number, blocks: readonly number[]): void {
    const { view } = this;
    const { keep, minU, minV, V } = view;
    const at = this.labels.at[label] as number;
    if (keep.perMm2 <= 0 || h < minU - TOUCH || V - at < minV - TOUCH) return;
    let clearTo = V;
    for (const i of blocks) {
      if (((view.masks[i] as number) & keep.gradeBit) === 0) continue;
      if ((view.v1[i] as number) <= at + TOUCH) continue;
      clearTo = Math.min(clearTo, Math.max(at, view.v0[i] as number));
    }
    this.keepUpTo(clearTo, label, from, h, blocks);
    if (clearTo < V - TOUCH) this.keepUpTo(V, label, from, h, blocks);
  }

  private keepUpTo(to: number, label: number, from: number, h: number, blocks: readonly number[]): void {
    const { view } = this;
    const at = this.labels.at[label] as number;
    const size = to - at;
    if (size < view.minV - TOUCH) return;
    const most = (this.labels.worth[label] as number) + size * h * view.keep.perMm2;
    if (this.outdone(to + view.kerf, most)) return;
    const stack = this.stacks.leftover(size, from, h, view.near(at, to, blocks));
    if (!stack) return;
    this.put(to + view.kerf, (this.labels.worth[label] as number) + stack.worth, label, {
      stack,
      v: at,
      size,
    });
  }

  /** The best stack of a class behind a label: what is best with all wants open, where they are. */
  private stackBehind(
    label: number,
    from: number,
    h: number,
    { members, v, whole, plain, beside }: SlotClass,
    blocks: readonly number[],
    left: Float64Array,
  ): Stack | null {
    const at = this.labels.at[label] as number;
    const near = this.view.near(at, at + v, blocks);
    if (near.length === 0) {
      if (this.allowed(label, whole, left)) return whole;
    } else if (plain) {
      // Stacks of plain pieces depend on which findings are near, not on where in the slot.
      const key = this.keyOf(near);
      let stack = beside.get(key);
      if (stack === undefined) {
        stack = this.stacks.best(members, v, from, h, near, at, this.all);
        beside.set(key, stack);
      }
      if (stack === null || this.allowed(label, stack, left)) return stack;
    }
    return this.stacks.best(members, v, from, h, near, at, this.leftBehind(label, left));
  }

  /** The same for the same findings near a slot of a band that begins at the same place. */
  private keyOf(near: readonly number[]): number | string {
    if (this.view.many > MOST_BITS) return `${this.beginning},${near.join()}`;
    let marks = 0;
    for (const i of near) marks |= 1 << i;
    return this.beginning * 2 ** MOST_BITS + marks;
  }

  private leftBehind(label: number, left: Float64Array): Float64Array {
    const { behind, labels, wants } = this;
    for (let w = 0; w < wants; w++) behind[w] = (left[w] as number) - labels.usedBy(label, w);
    return behind;
  }

  /** Whether a stack takes no more than is left behind a label. */
  private allowed(label: number, { wants, amounts }: Stack, left: Float64Array): boolean {
    const { labels } = this;
    for (let n = 0; n < wants.length; n++) {
      const w = wants[n] as number;
      if ((left[w] as number) - labels.usedBy(label, w) < (amounts[n] as number) - TOUCH) return false;
    }
    return true;
  }

  private fillOf(best: number): Fill {
    const slots: Slot[] = [];
    const taken: number[] = [];
    for (let label = best; label >= 0; label = this.labels.parent[label] as number) {
      const slot = this.labels.slot[label];
      if (!slot) continue;
      slots.push(slot);
      taken.push(...slot.stack.items);
    }
    return { worth: this.labels.worth[best] as number, slots, taken };
  }
}
