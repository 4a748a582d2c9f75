/** The first stage: bands one after the other along u, the most hopeful first. */
import TinyQueue from 'tinyqueue';
import type { School } from '../../geometry/school.ts';
import {
  THOROUGH,
  type Effort,
  type KeepRule,
  type Laid,
  type Pattern,
  type PatternBoard,
  type PatternItem,
} from './pattern-board.ts';
import { SAME_WORTH, TOUCH } from '../tolerances.ts';
import { BandKernel, type Fill, type ItemClass } from './band-kernel.ts';
import { BoardView } from './board-view.ts';

/** Steps along the board in which labels compete. */
const BAND_STEPS = 64;

/** Bands laid so far: where the last one begins and what fills it, and where the next may begin. */
interface Label {
  readonly at: number;
  readonly worth: number;
  readonly parent: Label | null;
  readonly from: number;
  readonly fill: Fill | null;
}

/** A band that may follow a label, and the most that could come of it. */
interface Hope {
  readonly hope: number;
  readonly label: Label;
  readonly h: number;
}

export class BoardKernel {
  private readonly view: BoardView;
  private readonly classes: readonly ItemClass[];
  private readonly bands: BandKernel;
  /** What is left of each want behind the label at hand. */
  private readonly left: Float64Array;

  constructor(
    board: PatternBoard,
    items: readonly PatternItem[],
    wanted: ArrayLike<number>,
    keep: KeepRule,
    private readonly effort: Effort,
    school: School,
  ) {
    this.view = new BoardView(board, items, keep, school);
    this.classes = classesOf(this.view);
    this.left = Float64Array.from(wanted);
    this.bands = new BandKernel(this.view, this.classes, this.left.slice(), effort);
  }

  /** Packs bands until none is hopeful or the effort is spent. */
  best(): Pattern | null {
    if (this.classes.length === 0) return null;
    const { view } = this;
    const { U, kerf } = view;
    const rated = this.ratedHeights();
    const most = rated.reduce((top, { rate }) => Math.max(top, rate), 0);
    const start: Label = { at: 0, worth: 0, parent: null, from: 0, fill: null };
    const seen: (Label[] | undefined)[] = [];
    const queue = new TinyQueue<Hope>([], (a, b) => b.hope - a.hope);
    let best = start;
    const open = (label: Label): void => {
      if (label.worth > best.worth) best = label;
      const room = U - label.at;
      if (room < TOUCH || label.worth + most * (room + kerf) <= best.worth + TOUCH) return;
      const step = (seen[Math.floor((label.at / U) * BAND_STEPS)] ??= []);
      if (step.some(({ at, worth }) => at <= label.at + TOUCH && worth >= label.worth - SAME_WORTH)) return;
      step.push(label);
      const push = (h: number, worth: number): void => {
        const hope = label.worth + worth + most * Math.max(0, room - h);
        if (hope > best.worth + TOUCH) queue.push({ hope, label, h });
      };
      for (const { h, worth } of rated) if (h <= room + TOUCH) push(h, worth);
      push(room, most * (room + kerf));
      const wall = view.nextEnd(label.at, view.u0) - label.at;
      if (wall > view.minU && wall < room - TOUCH) push(wall, most * (wall + kerf));
      const skip = view.nextEnd(label.at, view.u1);
      if (skip < U - TOUCH) open({ at: skip, worth: label.worth, parent: label, from: skip, fill: null });
    };
    open(start);
    for (let packs = 0; packs < this.effort.packs; packs++) {
      const next = queue.pop();
      if (!next || next.hope <= best.worth + TOUCH) break;
      const { label, h } = next;
      this.take(label, -1);
      const fill = this.bands.fill(label.at, h, this.left);
      this.take(label, 1);
      if (fill.worth <= 0) continue;
      open({ at: label.at + h + kerf, worth: label.worth + fill.worth, parent: label, from: label.at, fill });
    }
    return best.worth > TOUCH ? this.patternOf(best) : null;
  }

  /** Counts what the label's path has taken off (−1) or back on (+1) the wants. */
  private take(label: Label, sign: 1 | -1): void {
    const { view } = this;
    for (let at: Label | null = label; at !== null; at = at.parent) {
      if (at.fill === null) continue;
      for (const i of at.fill.taken) {
        const want = view.want[i] as number;
        this.left[want] = (this.left[want] as number) + sign * (view.fills[i] as number);
      }
    }
  }

  /** The heights that pay best per mm, with what a band so high gives where nothing is in its way. */
  private ratedHeights(): { h: number; worth: number; rate: number }[] {
    const { view } = this;
    const guessed = this.heights()
      .map((h) => ({ h, rate: this.guessedRate(h) }))
      .sort((a, b) => b.rate - a.rate)
      .slice(0, this.effort.heights);
    // Beside an item that is lower than what is worth keeping, a band a little higher leaves something to keep.
    const { minU } = view;
    const closely = this.effort.heights >= THOROUGH.heights;
    const some = this.classes.some(({ members }) =>
      members.some((i) => (view.us[i] as number) < minU - TOUCH),
    );
    if (closely && view.keep.perMm2 > 0 && some && minU <= view.U) guessed.push({ h: minU, rate: 0 });
    return guessed.map(({ h }) => {
      const { worth } = this.bands.fill(0, h, this.left, true);
      return { h, worth, rate: worth / (h + view.kerf) };
    });
  }

  /** Price per mm² of the class that pays best in a band so high. */
  private guessedRate(h: number): number {
    const { view } = this;
    let best = 0;
    for (const { v, members } of this.classes) {
      for (const i of members) {
        const us = view.us[i] as number;
        if (us > h + TOUCH) continue;
        const many = Math.min(
          Math.floor((h + view.kerf + TOUCH) / (us + view.kerf)),
          Math.floor((this.left[view.want[i] as number] as number) / (view.fills[i] as number) + TOUCH),
        );
        best = Math.max(best, (many * (view.price[i] as number)) / ((v + view.kerf) * (h + view.kerf)));
      }
    }
    return best;
  }

  /** Heights worth making a band of: of one item, of two that share a slot. */
  private heights(): number[] {
    const { view } = this;
    const found: number[] = [];
    for (const { members } of this.classes) {
      members.forEach((a, i) => {
        const one = view.us[a] as number;
        found.push(one);
        for (const b of members.slice(i, i + 3)) {
          const want = view.want[a] as number;
          const both = (view.fills[a] as number) + (view.fills[b] as number);
          if (want === view.want[b] && (this.left[want] as number) < both - TOUCH) continue;
          found.push(one + view.kerf + (view.us[b] as number));
        }
      });
    }
    const sorted = found.filter((h) => h <= view.U + TOUCH).sort((a, b) => a - b);
    return sorted.filter((h, i) => i === 0 || h - (sorted[i - 1] as number) > TOUCH);
  }

  private patternOf(best: Label): Pattern {
    const { view } = this;
    const laid: Laid[] = [];
    const lay = (item: number, u: number, v: number, su: number, sv: number): void => {
      laid.push(
        view.turned
          ? { item, x: u, y: v, length: su, width: sv }
          : { item, x: v, y: u, length: sv, width: su },
      );
    };
    for (let at: Label | null = best; at !== null; at = at.parent) {
      if (at.fill === null) continue;
      const { from } = at;
      for (const { stack, v, size } of at.fill.slots) {
        stack.items.forEach((i, n) =>
          lay(i, from + (stack.starts[n] as number), v, view.us[i] as number, size),
        );
        for (let n = 0; n < stack.kept.length; n += 2) {
          const u = stack.kept[n] as number;
          lay(-1, from + u, v, (stack.kept[n + 1] as number) - u, size);
        }
      }
    }
    return { worth: best.worth, laid };
  }
}

/** Items that fit and pay something, by their size along v; within a size those that pay best per area first. */
function classesOf(view: BoardView): ItemClass[] {
  const classes: { v: number; members: number[] }[] = [];
  const order = Array.from(view.us.keys())
    .filter(
      (i) =>
        (view.price[i] as number) > 0 &&
        (view.us[i] as number) <= view.U + TOUCH &&
        (view.vs[i] as number) <= view.V + TOUCH,
    )
    .sort((a, b) => (view.vs[a] as number) - (view.vs[b] as number));
  for (const i of order) {
    const v = view.vs[i] as number;
    const last = classes[classes.length - 1];
    if (last && v - last.v < TOUCH) last.members.push(i);
    else classes.push({ v, members: [i] });
  }
  for (const { members } of classes) members.sort((a, b) => view.density(b) - view.density(a));
  return classes;
}
