/** A board as its bands see it: u across them, v along them. Rip first has u across the grain, crosscut first along it. */
import { TOUCH } from '../../src/solver/tolerances';

/** Figures before the lists: length, width, kerf, least length and width of what is kept, its credit per mm², its grade's bit. */
const HEAD = 7;
/** Figures of a finding: x0, y0, x1, y1, the grades that it blocks as bits. */
const OF_FINDING = 5;
/** Figures of an item: want, length, width, price, fills, grade's bit, and from where to where its shape's rectangles lie. */
const OF_ITEM = 8;

/** What is asked, as whoever asks has written it: the figures above, then what is wanted, then rectangles of shapes. */
export class Given {
  readonly figures: StaticArray<f64>;

  constructor(
    readonly findings: i32,
    readonly items: i32,
    readonly wants: i32,
    shapes: i32,
  ) {
    this.figures = new StaticArray<f64>(HEAD + OF_FINDING * findings + OF_ITEM * items + wants + shapes);
  }

  head(n: i32): f64 {
    return this.figures[n];
  }

  finding(i: i32, n: i32): f64 {
    return this.figures[HEAD + OF_FINDING * i + n];
  }

  item(i: i32, n: i32): f64 {
    return this.figures[HEAD + OF_FINDING * this.findings + OF_ITEM * i + n];
  }

  wanted(w: i32): f64 {
    return this.figures[HEAD + OF_FINDING * this.findings + OF_ITEM * this.items + w];
  }

  shape(n: i32): f64 {
    return this.figures[HEAD + OF_FINDING * this.findings + OF_ITEM * this.items + this.wants + n];
  }
}

export class View {
  readonly U: f64;
  readonly V: f64;
  readonly kerf: f64;
  /** Least size of what is kept, its credit per mm², and its grade's bit. */
  readonly minU: f64;
  readonly minV: f64;
  readonly perMm2: f64;
  readonly keepBit: i32;
  /** Findings, and the grades each blocks as bits. */
  readonly findings: i32;
  readonly masks: StaticArray<i32>;
  readonly u0: StaticArray<f64>;
  readonly u1: StaticArray<f64>;
  readonly v0: StaticArray<f64>;
  readonly v1: StaticArray<f64>;
  /** Sizes of the items, and what else the inner loops ask of them. */
  readonly items: i32;
  readonly us: StaticArray<f64>;
  readonly vs: StaticArray<f64>;
  readonly want: StaticArray<i32>;
  readonly fills: StaticArray<f64>;
  readonly price: StaticArray<f64>;
  readonly gradeBit: StaticArray<i32>;
  readonly wants: i32;
  private readonly shapeFrom: StaticArray<i32>;
  private readonly shapeTo: StaticArray<i32>;
  /** Of the findings asked for last those that lie near: see {@link find}. */
  readonly near: StaticArray<i32>;

  constructor(
    private readonly given: Given,
    readonly turned: bool,
  ) {
    this.U = given.head(turned ? 0 : 1);
    this.V = given.head(turned ? 1 : 0);
    this.kerf = given.head(2);
    this.minU = given.head(turned ? 3 : 4);
    this.minV = given.head(turned ? 4 : 3);
    this.perMm2 = given.head(5);
    this.keepBit = <i32>given.head(6);
    const findings = given.findings;
    this.findings = findings;
    this.masks = new StaticArray<i32>(findings);
    this.u0 = new StaticArray<f64>(findings);
    this.u1 = new StaticArray<f64>(findings);
    this.v0 = new StaticArray<f64>(findings);
    this.v1 = new StaticArray<f64>(findings);
    this.near = new StaticArray<i32>(findings);
    const items = given.items;
    this.items = items;
    this.us = new StaticArray<f64>(items);
    this.vs = new StaticArray<f64>(items);
    this.want = new StaticArray<i32>(items);
    this.fills = new StaticArray<f64>(items);
    this.price = new StaticArray<f64>(items);
    this.gradeBit = new StaticArray<i32>(items);
    this.shapeFrom = new StaticArray<i32>(items);
    this.shapeTo = new StaticArray<i32>(items);
    this.wants = given.wants;
    for (let i = 0; i < findings; i++) {
      this.u0[i] = given.finding(i, turned ? 0 : 1);
      this.u1[i] = given.finding(i, turned ? 2 : 3);
      this.v0[i] = given.finding(i, turned ? 1 : 0);
      this.v1[i] = given.finding(i, turned ? 3 : 2);
      this.masks[i] = <i32>given.finding(i, 4);
    }
    for (let i = 0; i < items; i++) {
      this.want[i] = <i32>given.item(i, 0);
      this.us[i] = given.item(i, turned ? 1 : 2);
      this.vs[i] = given.item(i, turned ? 2 : 1);
      this.price[i] = given.item(i, 3);
      this.fills[i] = given.item(i, 4);
      this.gradeBit[i] = <i32>given.item(i, 5);
      this.shapeFrom[i] = <i32>given.item(i, 6);
      this.shapeTo[i] = <i32>given.item(i, 7);
    }
  }

  /** Whether an item need not be clear all over, but only where its shape lies. */
  shaped(i: i32): bool {
    return this.shapeTo[i] > this.shapeFrom[i];
  }

  /** Price per area of an item. */
  density(i: i32): f64 {
    return this.price[i] / (this.us[i] * this.vs[i]);
  }

  /** Where the next finding ends after a place, by the ends given. */
  nextEnd(from: f64, ends: StaticArray<f64>): f64 {
    let next = Infinity;
    for (let i = 0; i < this.findings; i++) {
      const end = ends[i];
      if (end > from + TOUCH && end < next) next = end;
    }
    return next;
  }

  /** Of the first `many` findings in `blocks` how many lie between two places along v; which they are stays in `near`. */
  find(from: f64, to: f64, blocks: StaticArray<i32>, many: i32): i32 {
    let found = 0;
    for (let n = 0; n < many; n++) {
      const i = unchecked(blocks[n]);
      if (unchecked(this.v0[i]) < to - TOUCH && unchecked(this.v1[i]) > from + TOUCH) this.near[found++] = i;
    }
    return found;
  }

  /** Whether finding `o` meets the shape of item i whose corner lies at u, v. */
  meetsShape(i: i32, u: f64, v: f64, o: i32): bool {
    const given = this.given;
    for (let r = this.shapeFrom[i]; r < this.shapeTo[i]; r += 4) {
      const su0 = given.shape(this.turned ? r : r + 1);
      const su1 = given.shape(this.turned ? r + 2 : r + 3);
      const sv0 = given.shape(this.turned ? r + 1 : r);
      const sv1 = given.shape(this.turned ? r + 3 : r + 2);
      if (
        this.u0[o] < u + su1 - TOUCH &&
        this.u1[o] > u + su0 + TOUCH &&
        this.v0[o] < v + sv1 - TOUCH &&
        this.v1[o] > v + sv0 + TOUCH
      )
        return true;
    }
    return false;
  }
}
