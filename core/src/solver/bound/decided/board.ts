/**
 * How much can be kept of a board that must give just these pieces: no less than the best, and mostly just that.
 *
 * Idea. The first stage parts the board in bands along u, the second a band in stacks along v, the third a stack in pieces and
 * leftovers along u (`stack-credit.ts`). What is kept is a sum of areas, so it changes in a straight line as one cut is moved;
 * what lies tied together moves together. So in one of the best layouts every cut between bands lies at an end of the board
 * or of a finding, or as far from one as some of the pieces and leftovers of the least size are long, and likewise within a
 * band. Over those places the best way is a shortest path, with the pieces laid so far as its state.
 *
 * Everything is given the kerf that follows it, so the board ends a kerf late and neighbours touch.
 */
import type { School } from '../../../geometry/school.ts';
import type { KeepRule, PatternBoard } from '../../pattern.ts';
import type { RelaxedItem } from '../relaxed-item.ts';
import {
  States,
  type Band,
  type BoardFigures,
  type Finding,
  type Grid,
  type LaidStack,
  type Sort,
} from './figures.ts';
import { Path } from './path.ts';
import { isOne, merged, SAME_PLACE } from './places.ts';
import { SLACK, type Stretch } from './stack-credit.ts';

/** Places along an axis at most: with more it is given up. */
const MOST_PLACES = 900;
/** Ways to take some of the pieces at most, likewise. */
const MOST_STATES = 128;

/** A piece that was laid, or a leftover (item −1), where it is on the board. */
export interface LaidPiece {
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly length: number;
  readonly width: number;
}

export interface DecidedCredit {
  /** No less than the credit of the best layout, if that is more than was asked; −1 where there is none. */
  readonly atMost: number;
  /** The layout that comes to it, where it is known. */
  readonly laid: readonly LaidPiece[] | null;
}

const GIVEN_UP: DecidedCredit = { atMost: Infinity, laid: null };

/** How much can be kept of a board cut in one order. */
export class DecidedBoard implements BoardFigures {
  readonly findings: readonly Finding[];
  readonly clear: readonly number[];
  readonly sorts: readonly Sort[];
  /** With a kerf at the end. */
  readonly u: number;
  readonly v: number;
  readonly kerf: number;
  readonly least: { readonly u: number; readonly v: number };
  readonly perMm2: number;
  private readonly cross: boolean;
  /** Steps of the path that was sought last. */
  work = 0;

  constructor(board: PatternBoard, items: readonly RelaxedItem[], keep: KeepRule, school: School) {
    const cross = school === 'crosscutFirst';
    this.cross = cross;
    this.kerf = board.kerf;
    this.u = (cross ? board.length : board.width) + board.kerf;
    this.v = (cross ? board.width : board.length) + board.kerf;
    this.perMm2 = keep.perMm2;
    const [alongU, alongV] = cross ? [keep.minLength, keep.minWidth] : [keep.minWidth, keep.minLength];
    this.least = keep.perMm2 > 0 ? { u: alongU, v: alongV } : { u: Infinity, v: Infinity };
    this.findings = [...board.masks.keys()]
      .map((f): Finding => {
        const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = board.blocked.subarray(4 * f, 4 * f + 4);
        const mask = board.masks[f] as number;
        return cross ? { u0: x0, v0: y0, u1: x1, v1: y1, mask } : { u0: y0, v0: x0, u1: y1, v1: x1, mask };
      })
      .sort((a, b) => a.u0 - b.u0);
    const blocking = (bit: number): number[] =>
      this.findings.flatMap(({ mask }, f) => ((mask & bit) !== 0 ? [f] : []));
    this.clear = blocking(keep.gradeBit);
    this.sorts = items.map((item, i): Sort => {
      const [u, v] = cross ? [item.length, item.width] : [item.width, item.length];
      const [x, y, length, width] = item.inner ?? [0, 0, item.length, item.width];
      const along = { from: x, to: x + length };
      const across = { from: y, to: y + width };
      return {
        item: i,
        u,
        v,
        clearU: cross ? along : across,
        clearV: cross ? across : along,
        findings: blocking(item.gradeBit),
      };
    });
  }

  /**
   * The credit of the best layout that gives so many of each item. Layouts worth no more than `enough` are left out: where there is
   * no better, that is the answer.
   */
  credit(counts: readonly number[], enough: number, mostWork = Infinity): DecidedCredit {
    const used = this.sorts.filter((_, i) => (counts[i] as number) > 0);
    const many = used.map(({ item }) => counts[item] as number);
    if (many.reduce((product, count) => product * (count + 1), 1) > MOST_STATES) return GIVEN_UP;
    const states = new States(many);
    const u = this.placesOf('u', used, states);
    const grid: Grid = {
      u: u.at,
      v: this.placesOf('v', used, states).at,
      bare: this.placesOf('v', [], new States([])).at,
      held: Uint8Array.from(u.at, (at) => Number(isOne(u.held, at))),
      chains: u.chains,
    };
    if (Math.max(grid.u.length, grid.v.length) > MOST_PLACES) return GIVEN_UP;
    const path = new Path(this, used, states, grid, mostWork);
    const best = path.best(enough);
    this.work = path.work;
    if (best === null) return GIVEN_UP;
    // Ways that are worth no more were left out.
    if (best.worth <= enough) return { atMost: enough, laid: null };
    const stacks = best.bands.map((band) => path.stacksOf(band));
    return { atMost: best.worth, laid: this.laid(used, grid, best.bands, stacks) };
  }

  /**
   * Ends of the board and of findings, and as far from those as some of the pieces and leftovers of the least size are long. Along u
   * what is tied may go to and fro once, by a stack that a finding holds: to the end of its band, and back by another stack.
   */
  private placesOf(
    axis: 'u' | 'v',
    used: readonly Sort[],
    states: States,
  ): {
    readonly at: readonly number[];
    readonly held: readonly number[];
    readonly chains: readonly number[];
  } {
    const { kerf } = this;
    const end = this[axis];
    const clear = axis === 'u' ? 'clearU' : 'clearV';
    const own: number[] = [];
    for (const f of this.findings) own.push(f[`${axis}1`], f[`${axis}0`] + kerf);
    for (const { findings, [clear]: inner, [axis]: size } of used) {
      if (inner.from === 0 && inner.to === size) continue;
      for (const n of findings) {
        const f = this.findings[n] as Finding;
        own.push(f[`${axis}1`] - inner.from, f[`${axis}0`] - inner.to);
      }
    }
    const least = this.least[axis] + kerf;
    const lengthOf = (state: number): number => states.sum(state, used, (sort) => sort[axis] + kerf);
    /** With any number of leftovers of the least size. */
    const chain = (length: number): number[] =>
      length > end ? [] : [length, ...(Number.isFinite(least) ? chain(length + least) : [])];
    /** Of stacks, whose pieces are all as wide. */
    const inStacks = states.counts.flatMap((counts, state) => {
      const of = used.filter((_, s) => (counts[s] as number) > 0);
      return of.some(({ v }) => Math.abs(v - (of[0] as Sort).v) > SLACK) ? [] : [state];
    });
    const chains = merged(states.counts.flatMap((_, state) => chain(lengthOf(state))));
    const stacked = merged(inStacks.flatMap((state) => chain(lengthOf(state))));
    const held = [0, end, ...own.flatMap((at) => stacked.flatMap((by) => [at + by, at - by]))];
    const places = [0, end];
    for (const by of chains) {
      places.push(by, end - by);
      for (const at of own) places.push(at + by, at - by);
    }
    if (axis === 'u' && own.length > 0) {
      const twice: number[] = [];
      for (const state of inStacks) {
        for (const other of states.parts[states.many - 1 - state] as readonly number[]) {
          for (const to of chain(lengthOf(state))) {
            for (const fro of chain(lengthOf(other))) if (to > 0 && fro > 0) twice.push(to - fro);
          }
        }
      }
      for (const by of merged(twice)) for (const at of own) places.push(at + by, at - by);
    }
    const inside = places.filter((at) => at > SAME_PLACE && at < end - SAME_PLACE);
    return { at: merged([...inside, 0, end]), held: merged(held), chains: chains.filter((by) => by > 0) };
  }

  private laid(
    sorts: readonly Sort[],
    grid: Grid,
    bands: readonly Band[],
    stacks: readonly (readonly LaidStack[])[],
  ): LaidPiece[] {
    const laid: LaidPiece[] = [];
    const add = (item: number, u: number, v: number, sizeU: number, sizeV: number): void => {
      laid.push(
        this.cross
          ? { item, x: u, y: v, length: sizeU, width: sizeV }
          : { item, x: v, y: u, length: sizeV, width: sizeU },
      );
    };
    bands.forEach((band, i) => {
      for (const { v, sizeV, places, unclear, leastU } of stacks[i] as readonly LaidStack[]) {
        let at = grid.u[band.from] as number;
        const keepUntil = (until: number): void => {
          for (const { from, to } of clearStretches(at, until, unclear, leastU))
            add(-1, from, v, to - from, sizeV);
        };
        for (const { sort, at: begins } of places) {
          const piece = sorts[sort] as Sort;
          keepUntil(begins - this.kerf);
          add(piece.item, begins, v, piece.u, piece.v);
          at = begins + piece.u + this.kerf;
        }
        keepUntil((grid.u[band.to] as number) - this.kerf);
      }
    });
    return laid;
  }
}

/** Stretches between two places that can be kept. */
function clearStretches(from: number, to: number, unclear: readonly Stretch[], least: number): Stretch[] {
  const found: Stretch[] = [];
  let free = from;
  for (const stretch of [...unclear, { from: to, to }]) {
    const end = Math.min(to, stretch.from);
    if (end > free && end - free >= least - SLACK) found.push({ from: free, to: end });
    free = Math.max(free, stretch.to);
  }
  return found;
}
