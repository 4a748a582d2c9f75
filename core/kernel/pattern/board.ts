/** The first stage: bands one after the other along u, the most hopeful first. */
import { SAME_WORTH, TOUCH } from '../../src/solver/tolerances';
import { BandKernel, Fill, ItemClass, Label } from './band';
import { Queue } from './queue';
import { View } from './view';

/** Steps along the board in which labels compete. */
const BAND_STEPS = 64;
/** From so many heights on, a little more than what is worth keeping is tried as well: a thorough look. */
const CLOSELY = 16;
/** From so many on what is to be kept is parted beside findings as well: of a few pieces, laid out anew. */
const ANEW = 24;
/** Figures of an answer before what is laid, and of each that is laid: item (or −1: kept), x, y, length, width. */
const HEAD = 2;
const OF_LAID = 5;

/** How hard to look: bands filled, steps of a band, heights and classes of slots at the most. */
@unmanaged
export class Effort {
  constructor(
    readonly packs: i32,
    readonly steps: i32,
    readonly heights: i32,
    readonly classes: i32,
  ) {}
}

/** Bands laid so far: where the last one begins and what fills it, and where the next may begin. */
@unmanaged
class Laid {
  constructor(
    readonly at: f64,
    readonly worth: f64,
    readonly parent: Laid | null,
    readonly from: f64,
    readonly fill: Fill | null,
    /** The next one in the same step. */
    readonly next: Laid | null,
  ) {}
}

/** A band that may follow. */
@unmanaged
class Hope {
  constructor(
    readonly laid: Laid,
    readonly h: f64,
  ) {}
}

/** A height, what a band so high gives where nothing is in its way, and that per mm. */
@unmanaged
class Rated {
  constructor(
    readonly h: f64,
    readonly worth: f64,
    readonly rate: f64,
  ) {}
}

export class BoardKernel {
  private readonly classes: StaticArray<ItemClass>;
  private readonly bands: BandKernel;
  /** What is left of each want behind the label at hand. */
  private readonly left: StaticArray<f64>;
  private readonly seen: StaticArray<Laid | null> = new StaticArray<Laid | null>(BAND_STEPS + 1);
  private readonly queue: Queue<Hope> = new Queue<Hope>();
  private rated: Array<Rated> = [];
  private most: f64 = 0;
  private bestLaid: Laid;

  constructor(
    private readonly view: View,
    wanted: StaticArray<f64>,
    private readonly effort: Effort,
  ) {
    const classes = classesOf(view);
    this.classes = classes;
    this.bands = new BandKernel(view, classes, wanted, effort.steps, effort.classes, effort.heights >= ANEW);
    this.bestLaid = new Laid(0, 0, null, 0, null, null);
    this.left = wanted.slice<StaticArray<f64>>();
  }

  /** Packs bands until none is hopeful or the effort is spent; null where nothing pays. */
  best(): StaticArray<f64> | null {
    if (this.classes.length == 0) return null;
    const kerf = this.view.kerf;
    this.rated = this.ratedHeights();
    for (let n = 0; n < this.rated.length; n++) this.most = Math.max(this.most, this.rated[n].rate);
    this.open(this.bestLaid);
    for (let packs = 0; packs < this.effort.packs && this.queue.length > 0; packs++) {
      if (this.queue.priority <= this.bestLaid.worth + TOUCH) break;
      const hope = this.queue.pop();
      const laid = hope.laid;
      this.take(laid, -1);
      const fill = this.bands.fill(laid.at, hope.h, this.left);
      this.take(laid, 1);
      if (fill.worth <= 0) continue;
      this.open(new Laid(laid.at + hope.h + kerf, laid.worth + fill.worth, laid, laid.at, fill, null));
    }
    return this.bestLaid.worth > TOUCH ? this.answer(this.bestLaid) : null;
  }

  /** Notes bands laid so far, and which may follow. */
  private open(laid: Laid): void {
    const view = this.view;
    const kerf = view.kerf;
    const most = this.most;
    if (laid.worth > this.bestLaid.worth) this.bestLaid = laid;
    const room = view.U - laid.at;
    if (room < TOUCH || laid.worth + most * (room + kerf) <= this.bestLaid.worth + TOUCH) return;
    const step = <i32>Math.floor((laid.at / view.U) * BAND_STEPS);
    let other = this.seen[step];
    while (other !== null && (other.at > laid.at + TOUCH || other.worth < laid.worth - SAME_WORTH))
      other = other.next;
    if (other !== null) return;
    this.seen[step] = new Laid(laid.at, laid.worth, null, 0, null, this.seen[step]);
    for (let n = 0; n < this.rated.length; n++) {
      const rated = this.rated[n];
      if (rated.h <= room + TOUCH) this.push(laid, rated.h, rated.worth, room);
    }
    this.push(laid, room, most * (room + kerf), room);
    const wall = view.nextEnd(laid.at, view.u0) - laid.at;
    if (wall > view.minU && wall < room - TOUCH) this.push(laid, wall, most * (wall + kerf), room);
    if (this.effort.heights >= ANEW) this.pushBeside(laid, room);
    const skip = view.nextEnd(laid.at, view.u1);
    if (skip < view.U - TOUCH) this.open(new Laid(skip, laid.worth, laid, skip, null, null));
  }

  /** Bands as high as leaves room for just one more of each height. */
  private pushBeside(laid: Laid, room: f64): void {
    const most = this.most;
    const kerf = this.view.kerf;
    let last: f64 = -1;
    for (let c = 0; c < this.classes.length; c++) {
      const members = this.classes[c].members;
      for (let m = 0; m < members.length; m++) {
        const h = room - kerf - this.view.us[members[m]];
        if (h < this.view.minU || h == last) continue;
        last = h;
        this.push(laid, h, most * (h + kerf), room);
      }
    }
  }

  private push(laid: Laid, h: f64, worth: f64, room: f64): void {
    const hope = laid.worth + worth + this.most * Math.max(0, room - h);
    if (hope > this.bestLaid.worth + TOUCH) this.queue.push(hope, new Hope(laid, h));
  }

  /** Counts what bands laid so far have taken off (−1) or back on (+1) the wants. */
  private take(laid: Laid, sign: f64): void {
    const view = this.view;
    for (let at: Laid | null = laid; at !== null; at = at.parent) {
      const fill = at.fill;
      if (fill === null) continue;
      for (let n = 0; n < fill.taken.length; n++) {
        const i = fill.taken[n];
        this.left[view.want[i]] += sign * view.fills[i];
      }
    }
  }

  /** The heights that pay best per mm, with what a band so high gives where nothing is in its way. */
  private ratedHeights(): Array<Rated> {
    const view = this.view;
    const heights = this.heights();
    const guessed = new Array<Rated>();
    for (let n = 0; n < heights.length; n++)
      guessed.push(new Rated(heights[n], 0, this.guessedRate(heights[n])));
    guessed.sort((a, b) => i32(b.rate > a.rate) - i32(b.rate < a.rate));
    if (guessed.length > this.effort.heights) guessed.length = this.effort.heights;
    // Beside an item that is lower than what is worth keeping, a band a little higher leaves something to keep.
    if (this.effort.heights >= CLOSELY && view.perMm2 > 0 && view.minU <= view.U && this.someLower())
      guessed.push(new Rated(view.minU, 0, 0));
    const rated = new Array<Rated>();
    for (let n = 0; n < guessed.length; n++) {
      const h = guessed[n].h;
      const worth = this.bands.fill(0, h, this.left, true).worth;
      rated.push(new Rated(h, worth, worth / (h + view.kerf)));
    }
    return rated;
  }

  private someLower(): bool {
    for (let c = 0; c < this.classes.length; c++) {
      const members = this.classes[c].members;
      for (let m = 0; m < members.length; m++)
        if (this.view.us[members[m]] < this.view.minU - TOUCH) return true;
    }
    return false;
  }

  /** Price per mm² of the class that pays best in a band so high. */
  private guessedRate(h: f64): f64 {
    const view = this.view;
    const kerf = view.kerf;
    let best: f64 = 0;
    for (let c = 0; c < this.classes.length; c++) {
      const v = this.classes[c].v;
      const members = this.classes[c].members;
      for (let m = 0; m < members.length; m++) {
        const i = members[m];
        const us = view.us[i];
        if (us > h + TOUCH) continue;
        const many = Math.min(
          Math.floor((h + kerf + TOUCH) / (us + kerf)),
          Math.floor(this.left[view.want[i]] / view.fills[i] + TOUCH),
        );
        best = Math.max(best, (many * view.price[i]) / ((v + kerf) * (h + kerf)));
      }
    }
    return best;
  }

  /** Heights worth making a band of: of one item, of two that share a slot. */
  private heights(): Array<f64> {
    const view = this.view;
    const found = new Array<f64>();
    for (let c = 0; c < this.classes.length; c++) {
      const members = this.classes[c].members;
      for (let m = 0; m < members.length; m++) {
        const a = members[m];
        found.push(view.us[a]);
        for (let k = m; k < min(m + 3, members.length); k++) {
          const b = members[k];
          const want = view.want[a];
          const both = view.fills[a] + view.fills[b];
          if (want == view.want[b] && this.left[want] < both - TOUCH) continue;
          found.push(view.us[a] + view.kerf + view.us[b]);
        }
      }
    }
    found.sort((a, b) => i32(a > b) - i32(a < b));
    // Of equal ones, one; each is held against the one before it.
    const heights = new Array<f64>();
    for (let n = 0; n < found.length; n++) {
      if (found[n] > view.U + TOUCH) break;
      if (n == 0 || found[n] - found[n - 1] > TOUCH) heights.push(found[n]);
    }
    return heights;
  }

  /** What is laid, as figures: the worth, how many are laid, and each of them. */
  private answer(best: Laid): StaticArray<f64> {
    let many = 0;
    for (let at: Laid | null = best; at !== null; at = at.parent) {
      const fill = at.fill;
      if (fill === null) continue;
      for (let label: Label | null = fill.last; label !== null; label = label.parent) {
        const stack = label.stack;
        if (stack !== null) many += stack.items.length + stack.kept.length / 2;
      }
    }
    const figures = new StaticArray<f64>(HEAD + OF_LAID * many);
    figures[0] = best.worth;
    figures[1] = many;
    let n = HEAD;
    for (let at: Laid | null = best; at !== null; at = at.parent) {
      const fill = at.fill;
      if (fill === null) continue;
      for (let label: Label | null = fill.last; label !== null; label = label.parent) {
        const stack = label.stack;
        if (stack === null) continue;
        for (let k = 0; k < stack.items.length; k++) {
          const i = stack.items[k];
          n = this.lay(figures, n, i, at.from + stack.starts[k], this.view.us[i], label);
        }
        for (let k = 0; k < stack.kept.length; k += 2) {
          const u = stack.kept[k];
          n = this.lay(figures, n, -1, at.from + u, stack.kept[k + 1] - u, label);
        }
      }
    }
    return figures;
  }

  private lay(figures: StaticArray<f64>, n: i32, item: i32, u: f64, size: f64, slot: Label): i32 {
    const turned = this.view.turned;
    figures[n] = item;
    figures[n + 1] = turned ? u : slot.v;
    figures[n + 2] = turned ? slot.v : u;
    figures[n + 3] = turned ? size : slot.size;
    figures[n + 4] = turned ? slot.size : size;
    return n + OF_LAID;
  }
}

/** Which view's items are being put in order. */
let ordered: View = changetype<View>(0);

/** Items that fit and pay something, by their size along v; within a size those that pay best per area first. */
function classesOf(view: View): StaticArray<ItemClass> {
  ordered = view;
  const order = new Array<i32>();
  for (let i = 0; i < view.items; i++)
    if (view.price[i] > 0 && view.us[i] <= view.U + TOUCH && view.vs[i] <= view.V + TOUCH) order.push(i);
  order.sort((a, b) => i32(ordered.vs[a] > ordered.vs[b]) - i32(ordered.vs[a] < ordered.vs[b]));
  const classes = new Array<ItemClass>();
  for (let n = 0; n < order.length;) {
    const v = view.vs[order[n]];
    const members = new Array<i32>();
    for (; n < order.length && view.vs[order[n]] - v < TOUCH; n++) members.push(order[n]);
    members.sort(
      (a, b) => i32(ordered.density(b) > ordered.density(a)) - i32(ordered.density(b) < ordered.density(a)),
    );
    classes.push(new ItemClass(v, StaticArray.fromArray<i32>(members)));
  }
  return StaticArray.fromArray<ItemClass>(classes);
}
