/** A board as its bands see it: u across them, v along them. Rip first has u across the grain, crosscut first along it. */
import type { School } from '../../geometry/school.ts';
import type { KeepRule, PatternBoard, PatternItem } from './pattern-board.ts';
import { TOUCH } from '../tolerances.ts';

const NOTHING: readonly number[] = [];

/** x0, y0, x1, y1 of each finding, apart. */
const SIDES = [0, 1, 2, 3] as const;
type Sides = [Float64Array, Float64Array, Float64Array, Float64Array];

function sideOf(blocked: Float64Array, k: number): Float64Array {
  const side = new Float64Array(blocked.length / SIDES.length);
  for (let i = 0; i < side.length; i++) side[i] = blocked[SIDES.length * i + k] as number;
  return side;
}

export class BoardView {
  readonly turned: boolean;
  readonly U: number;
  readonly V: number;
  readonly kerf: number;
  /** Least size of what is kept. */
  readonly minU: number;
  readonly minV: number;
  /** Findings, and the grades each blocks as bits. */
  readonly many: number;
  readonly masks: Int32Array;
  readonly u0: Float64Array;
  readonly u1: Float64Array;
  readonly v0: Float64Array;
  readonly v1: Float64Array;
  /** Sizes of the items, and what else the inner loops ask of them. */
  readonly us: Float64Array;
  readonly vs: Float64Array;
  readonly want: Int32Array;
  readonly fills: Float64Array;
  readonly price: Float64Array;
  readonly gradeBit: Int32Array;

  constructor(
    board: PatternBoard,
    private readonly items: readonly PatternItem[],
    readonly keep: KeepRule,
    school: School,
  ) {
    const turned = school === 'crosscutFirst';
    this.turned = turned;
    this.kerf = board.kerf;
    this.U = turned ? board.length : board.width;
    this.V = turned ? board.width : board.length;
    this.minU = turned ? keep.minLength : keep.minWidth;
    this.minV = turned ? keep.minWidth : keep.minLength;
    this.masks = board.masks;
    this.many = board.masks.length;
    const [x0, y0, x1, y1] = SIDES.map((k) => sideOf(board.blocked, k)) as Sides;
    [this.u0, this.u1, this.v0, this.v1] = turned ? [x0, x1, y0, y1] : [y0, y1, x0, x1];
    const many = items.length;
    this.us = new Float64Array(many);
    this.vs = new Float64Array(many);
    this.want = new Int32Array(many);
    this.fills = new Float64Array(many);
    this.price = new Float64Array(many);
    this.gradeBit = new Int32Array(many);
    for (let i = 0; i < many; i++) {
      const item = items[i] as PatternItem;
      this.us[i] = turned ? item.length : item.width;
      this.vs[i] = turned ? item.width : item.length;
      this.want[i] = item.want;
      this.fills[i] = item.fills;
      this.price[i] = item.price;
      this.gradeBit[i] = item.gradeBit;
    }
  }

  /** Rectangles that must be clear of a shaped item; undefined of a plain one. */
  shape(i: number): Float64Array | undefined {
    return this.items[i]?.shape;
  }

  /** Price per area of an item. */
  density(i: number): number {
    return (this.price[i] as number) / ((this.us[i] as number) * (this.vs[i] as number));
  }

  /** Where the next finding ends after a place, by the ends given. */
  nextEnd(from: number, ends: Float64Array): number {
    let next = Infinity;
    for (let i = 0; i < this.many; i++) {
      const end = ends[i] as number;
      if (end > from + TOUCH && end < next) next = end;
    }
    return next;
  }

  /** Of some findings those that lie between two places along v. */
  near(from: number, to: number, blocks: readonly number[]): readonly number[] {
    let found: number[] | null = null;
    for (const i of blocks) {
      if ((this.v0[i] as number) < to - TOUCH && (this.v1[i] as number) > from + TOUCH)
        (found ??= []).push(i);
    }
    return found ?? NOTHING;
  }

  /** Whether finding `o` meets a shape whose corner lies at u, v. */
  meetsShape(shape: Float64Array, u: number, v: number, o: number): boolean {
    for (let r = 0; r < shape.length; r += 4) {
      const [a0, b0, a1, b1] = shape.subarray(r, r + 4) as unknown as [number, number, number, number];
      const [su0, su1, sv0, sv1] = this.turned ? [a0, a1, b0, b1] : [b0, b1, a0, a1];
      if (
        (this.u0[o] as number) < u + su1 - TOUCH &&
        (this.u1[o] as number) > u + su0 + TOUCH &&
        (this.v0[o] as number) < v + sv1 - TOUCH &&
        (this.v1[o] as number) > v + sv0 + TOUCH
      )
        return true;
    }
    return false;
  }
}
