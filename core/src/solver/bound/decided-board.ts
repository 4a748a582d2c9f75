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
 *
 * Longer than others: the places, the path over them and the layout it stands for share all of it.
 */
import type { School } from '../../geometry/school.ts';
import type { KeepRule, PatternBoard } from '../pattern.ts';
import { SAME_COST } from '../tolerances.ts';
import type { RelaxedItem } from './relaxed-item.ts';
import { clearBetween, SLACK, StackCredit, type StackPlace, type Stretch } from './stack-credit.ts';

/** Places nearer than this are one, mm. */
const SAME_PLACE = 2e-6;
/** Places along an axis at most: with more it is given up. */
const MOST_PLACES = 900;
/** From so many places on a path is sought over every so-manieth of them first. */
const LEAST_COARSE = 40;
const COARSER = 8;
/** Steps that a place of a piece in a stack counts for. */
const WORK_OF_PLACE = 12;
/** Steps at most that go into what leftovers alone give. */
const MOST_ALONE = 1e7;
/** Findings that are looked at, by bits of a number; others do not count, which allows more. */
const MOST_FINDINGS = 30;

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

interface Finding {
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
  readonly mask: number;
}

/** A sort of piece, along the axes of the board. */
interface Sort {
  readonly item: number;
  readonly u: number;
  readonly v: number;
  /** What of it must be clear of findings. */
  readonly clearU: Stretch;
  readonly clearV: Stretch;
  readonly findings: readonly number[];
}

/** The places along u, along v in bands with pieces, and along v in bands of leftovers only. */
interface Grid {
  readonly u: readonly number[];
  readonly v: readonly number[];
  readonly bare: readonly number[];
  /** By place along u: whether something holds a cut there by itself. */
  readonly held: Uint8Array;
  /** How far apart cuts lie that what is between them ties. */
  readonly chains: readonly number[];
}

/** Ways to take some of the pieces: each a number, whose digits say how many of each sort. */
class States {
  readonly many: number;
  readonly counts: readonly (readonly number[])[];
  /** By state: all others that are part of it, itself too. */
  readonly parts: readonly (readonly number[])[];

  constructor(most: readonly number[]) {
    this.many = most.reduce((product, count) => product * (count + 1), 1);
    this.counts = Array.from({ length: this.many }, (_, state) => {
      let rest = state;
      return most.map((count) => {
        const digit = rest % (count + 1);
        rest = (rest - digit) / (count + 1);
        return digit;
      });
    });
    this.parts = this.counts.map((all) =>
      this.counts.flatMap((some, state) =>
        some.every((many, s) => many <= (all[s] as number)) ? [state] : [],
      ),
    );
  }
}

/** A stack that gives some of the pieces: all are as wide. */
interface StackSort {
  readonly state: number;
  readonly counts: readonly number[];
  readonly v: number;
  /** Along u, at least. */
  readonly least: number;
}

/** A stack in a place along v: which findings its pieces must keep off, and its leftovers. */
interface StackHere {
  readonly stack: StackSort;
  readonly barred: readonly (readonly Stretch[])[];
  readonly unclear: readonly Stretch[];
}

/** From which place along u to which a band goes, and what it gives. */
interface Band {
  readonly from: number;
  readonly to: number;
  readonly state: number;
}

/** What of a stack is laid: a leftover across all of it, or pieces and what is kept beside them. */
interface LaidStack {
  readonly v: number;
  readonly sizeV: number;
  readonly places: readonly StackPlace[];
  readonly unclear: readonly Stretch[];
  readonly leastU: number;
}

/** Leftovers across whole stacks, by the place at which they begin: until which, how wide, and what they meet. */
interface Leftovers {
  readonly first: Int32Array;
  readonly to: Int32Array;
  readonly wide: Float64Array;
  readonly meets: Int32Array;
  /** Whether they may be of the least size. */
  readonly tied: Uint8Array;
  readonly met: readonly (readonly Stretch[])[];
  /** Of the band at hand, by what is met: what is kept along u, times credit. */
  readonly keeps: Float64Array;
}

/** How much can be kept of a board cut in one order. */
export class DecidedBoard {
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
      .sort((a, b) => a.u0 - b.u0)
      .slice(0, MOST_FINDINGS);
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
    const states = new States(used.map(({ item }) => counts[item] as number));
    const u = this.placesOf('u', used, states);
    const grid: Grid = {
      u: u.at,
      v: this.placesOf('v', used, states).at,
      bare: this.placesOf('v', [], new States([])).at,
      held: Uint8Array.from(u.at, (at) => Number(isOne(u.held, at))),
      chains: u.chains,
    };
    if (Math.max(grid.u.length, grid.v.length) > MOST_PLACES) return { atMost: Infinity, laid: null };
    const path = new Path(this, used, states, grid, mostWork);
    const best = path.best(enough);
    this.work = path.work;
    if (best === null) return { atMost: Infinity, laid: null };
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
    const lengthOf = (state: number): number =>
      (states.counts[state] as readonly number[]).reduce(
        (sum, many, s) => sum + many * ((used[s] as Sort)[axis] + kerf),
        0,
      );
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

/** The best way over the places that there are. */
class Path {
  private readonly stacks: readonly StackSort[];
  private readonly areas: readonly number[];
  private readonly beside: Leftovers;
  private readonly bare: Leftovers;
  /** By place along v: stacks that may begin there, until which place, and the number of the question. */
  private readonly stackFirst: Int32Array;
  private readonly stackN: Int32Array;
  private readonly stackTo: Int32Array;
  private readonly stackAsk: Int32Array;
  private readonly asks: StackHere[] = [];
  /** By question and place along u at which the stack ends. */
  private readonly credits = new Map<number, StackCredit>();
  /** Of the band at hand, by question: NaN where it was not asked yet. */
  private readonly answers: Float64Array;
  private readonly band: Float64Array;
  private readonly bareBand: Float64Array;
  private readonly allowed: Uint8Array;
  /** By place along v: the last of those in bands of leftovers only that is no later, and whether a finding ends there. */
  private readonly bareAt: Int32Array;
  /** By place along v: whether something may begin there that nothing lies against, and whether two leftovers may meet there. */
  private readonly begins: Uint8Array;
  private readonly meeting: Uint8Array;
  /** Of the band at hand, as `band`: what comes to just this place, and what does so with pieces or a leftover of the least size. */
  private readonly came: Float64Array;
  private readonly open: Float64Array;
  /** By two states: whether both together are no more than there are. */
  private readonly adds: Uint8Array;
  /** Steps so far. */
  work = 0;

  constructor(
    private readonly board: DecidedBoard,
    private readonly sorts: readonly Sort[],
    private readonly states: States,
    private readonly grid: Grid,
    /** Steps after which it is given up. */
    private readonly mostWork: number,
  ) {
    const { kerf } = board;
    const sizeOf = (state: number, of: (sort: Sort) => number): number =>
      (states.counts[state] as readonly number[]).reduce(
        (sum, many, s) => sum + many * of(sorts[s] as Sort),
        0,
      );
    this.areas = states.counts.map((_, state) => sizeOf(state, ({ u, v }) => (u + kerf) * (v + kerf)));
    this.stacks = states.counts.flatMap((counts, state): StackSort[] => {
      const of = sorts.filter((_, s) => (counts[s] as number) > 0);
      const v = of[0]?.v ?? 0;
      if (state === 0 || of.some((sort) => Math.abs(sort.v - v) > SLACK)) return [];
      return [{ state, counts, v, least: sizeOf(state, ({ u }) => u + kerf) - kerf }];
    });
    this.beside = this.leftovers(grid.v);
    this.bare = this.leftovers(grid.bare);
    const known = new Map<string, number>();
    const [first, numbers, ends, questions]: [number[], number[], number[], number[]] = [[], [], [], []];
    for (const y of grid.v) {
      first.push(numbers.length);
      this.stacks.forEach((stack, n) => {
        const end = y + stack.v + kerf;
        // All cuts lie at places.
        const to = atOrBefore(grid.v, end);
        if (Math.abs((grid.v[to] as number) - end) > SLACK) return;
        const here = this.stackAt(stack, y);
        const key = `${n} ${JSON.stringify([here.barred, here.unclear])}`;
        let ask = known.get(key);
        if (ask === undefined) {
          known.set(key, (ask = this.asks.length));
          this.asks.push(here);
        }
        numbers.push(n);
        ends.push(to);
        questions.push(ask);
      });
    }
    first.push(numbers.length);
    this.stackFirst = Int32Array.from(first);
    this.stackN = Int32Array.from(numbers);
    this.stackTo = Int32Array.from(ends);
    this.stackAsk = Int32Array.from(questions);
    this.answers = new Float64Array(this.asks.length);
    this.band = new Float64Array(states.many * grid.v.length);
    this.bareBand = new Float64Array(grid.bare.length);
    this.allowed = new Uint8Array(states.many);
    this.bareAt = Int32Array.from(grid.v, (y) => atOrBefore(grid.bare, y));
    const after = board.findings.flatMap(({ v0, v1 }) => [
      v1,
      ...sorts.flatMap(({ clearV }) => (clearV.from === 0 ? [] : [v1 - clearV.from, v0 - clearV.to])),
    ]);
    this.begins = Uint8Array.from(grid.v, (y, i) => Number(i === 0 || isOne(after, y)));
    const starts = board.findings.map(({ v0 }) => v0 + kerf);
    this.meeting = Uint8Array.from(grid.v, (y) => Number(isOne(starts, y)));
    this.came = new Float64Array(this.band.length);
    this.open = new Float64Array(this.band.length);
    this.adds = new Uint8Array(states.many * states.many);
    for (let state = 0; state < states.many; state++) {
      for (const more of states.parts[states.many - 1 - state] as readonly number[])
        this.adds[state * states.many + more] = 1;
    }
  }

  /** What a stack meets that begins at y. */
  private stackAt(stack: StackSort, y: number): StackHere {
    const { findings, clear } = this.board;
    const barred = stack.counts.map((many, s) => {
      const { clearU, clearV, findings: own } = this.sorts[s] as Sort;
      if (many === 0) return [];
      return own
        .map((f) => findings[f] as Finding)
        .filter(({ v0, v1 }) => v1 > y + clearV.from + SLACK && v0 < y + clearV.to - SLACK)
        .map(({ u0, u1 }): Stretch => ({ from: u0 - clearU.to, to: u1 - clearU.from }));
    });
    const unclear = clear
      .map((f) => findings[f] as Finding)
      .filter(({ v0, v1 }) => v1 > y + SLACK && v0 < y + stack.v - SLACK)
      .map(({ u0, u1 }): Stretch => ({ from: u0, to: u1 }));
    return { stack, barred, unclear };
  }

  private leftovers(at: readonly number[]): Leftovers {
    const { kerf, least, findings, clear } = this.board;
    const known = new Map<string, number>();
    const met: (readonly Stretch[])[] = [];
    const [to, wide, meets, first, tied]: [number[], number[], number[], number[], number[]] = [
      [],
      [],
      [],
      [],
      [],
    ];
    at.forEach((y, i) => {
      first.push(to.length);
      for (let j = i + 1; j < at.length; j++) {
        const size = (at[j] as number) - kerf - y;
        if (size < least.v - SLACK) continue;
        const those = clear.filter((f) => {
          const { v0, v1 } = findings[f] as Finding;
          return v1 > y + SLACK && v0 < y + size - SLACK;
        });
        const key = those.join();
        let number = known.get(key);
        if (number === undefined) {
          known.set(key, (number = met.length));
          met.push(
            those.map((f) => ({ from: (findings[f] as Finding).u0, to: (findings[f] as Finding).u1 })),
          );
        }
        to.push(j);
        wide.push(size);
        meets.push(number);
        tied.push(Number(size < least.v + SLACK));
      }
    });
    first.push(to.length);
    return {
      first: Int32Array.from(first),
      to: Int32Array.from(to),
      wide: Float64Array.from(wide),
      meets: Int32Array.from(meets),
      tied: Uint8Array.from(tied),
      met,
      keeps: new Float64Array(met.length),
    };
  }

  private extent({ from, to }: Pick<Band, 'from' | 'to'>): readonly [number, number] {
    const at = this.grid.u;
    return [at[from] as number, (at[to] as number) - this.board.kerf];
  }

  /** The best way worth more than `bar`, as its bands; null where that takes too much work. */
  best(bar: number): { readonly worth: number; readonly bands: readonly Band[] } | null {
    const { states, areas, board } = this;
    const { kerf, perMm2, u, v } = board;
    const many = this.grid.u.length;
    const last = many - 1;
    const all = states.many - 1;
    const sketch = this.sketch();
    if (sketch === null) return null;
    const at = this.grid.u;
    const restAlone = this.restAlone();
    const rest = (state: number, e: number): number => {
      const left = (u - (at[e] as number)) * v - (areas[state] as number);
      if (left < -SLACK * u) return -Infinity;
      return Math.min(
        sketch.rest(state, e),
        restAlone?.[e] ?? Infinity,
        state === 0 ? Infinity : perMm2 * Math.max(0, left),
      );
    };
    const { tight, leads } = this.tied();
    const { held } = this.grid;
    // By state, twice: what is tied to the place that was reached is held by nothing yet, or by something.
    const rows = 2 * states.many;
    const reached = new Float64Array(rows * many).fill(-Infinity);
    const cameFrom = new Int32Array(rows * many).fill(-1);
    const cameRow = new Int32Array(rows * many);
    reached[states.many * many] = 0;
    const smallest = Math.min(...this.stacks.map(({ least }) => least));
    const end = this.grid.v.length - 1;
    for (let s = 0; s < last; s++) {
      for (let e = s + 1; e < many; e++) {
        const ties = tight[s * many + e] === 1;
        if (held[e] === 0 && !ties && leads[e] === 0) continue;
        /** The row that a way of another goes on in; −1: what it is tied to would be held by nothing. */
        const onward = (row: number, taken: number): number => {
          const isHeld = row >= states.many;
          if (!ties && !isHeld) return -1;
          const state = (isHeld ? row - states.many : row) + taken;
          const heldNow = held[e] === 1 || (ties && isHeld);
          return heldNow ? states.many + state : leads[e] === 1 ? state : -1;
        };
        const reach = (row: number, worth: number, from: number): void => {
          if (worth <= (reached[row * many + e] as number)) return;
          reached[row * many + e] = worth;
          cameFrom[row * many + e] = s;
          cameRow[row * many + e] = from;
        };
        const [from, to] = this.extent({ from: s, to: e });
        const bare = sketch.band(0, s, e);
        let empty = NaN;
        const fits = to - from >= smallest - SLACK;
        let needed = Infinity;
        this.allowed.fill(0);
        for (let row = 0; row < rows; row++) {
          const before = reached[row * many + s] as number;
          if (before === -Infinity || onward(row, 0) < 0) continue;
          const left = all - (row % states.many);
          if (before + bare + rest(left, e) > bar) {
            if (Number.isNaN(empty)) empty = this.fillBare(s, e);
            if (before + empty + rest(left, e) > bar) reach(onward(row, 0), before + empty, row);
          }
          if (!fits) continue;
          for (const taken of states.parts[left] as readonly number[]) {
            const room = (to - from + kerf) * v - (areas[taken] as number);
            if (taken === 0 || room < -SLACK * u) continue;
            const most = Math.min(perMm2 * Math.max(0, room), sketch.band(taken, s, e));
            const other = before + rest(left - taken, e);
            if (!(most + other > bar)) continue;
            if (Number.isNaN(empty)) empty = this.fillBare(s, e);
            if (!(empty + other > bar)) continue;
            needed = Math.min(needed, bar - other);
            this.allowed[taken] = 1;
          }
        }
        if (needed === Infinity) continue;
        if (this.work > this.mostWork) return null;
        this.fill(s, e, needed);
        for (let row = 0; row < rows; row++) {
          const before = reached[row * many + s] as number;
          if (before === -Infinity || onward(row, 0) < 0) continue;
          const left = all - (row % states.many);
          for (const taken of states.parts[left] as readonly number[]) {
            if (taken === 0 || this.allowed[taken] !== 1) continue;
            const worth = before + (this.band[taken * (end + 1) + end] as number);
            if (worth + rest(left - taken, e) > bar) reach(onward(row, taken), worth, row);
          }
        }
      }
    }
    const bands: Band[] = [];
    let row = states.many + all;
    const worth = reached[row * many + last] as number;
    if (worth === -Infinity) return { worth, bands };
    for (let to = last; to > 0;) {
      const from = cameFrom[row * many + to] as number;
      const before = cameRow[row * many + to] as number;
      bands.unshift({ from, to, state: (row % states.many) - (before % states.many) });
      row = before;
      to = from;
    }
    return { worth, bands };
  }

  /** What leftovers alone give at most from each place along u on; null where that would be much work. */
  private restAlone(): Float64Array | null {
    const many = this.grid.u.length;
    if ((many * many * this.bare.to.length) / 2 > MOST_ALONE) return null;
    const rest = new Float64Array(many);
    for (let s = many - 2; s >= 0; s--) {
      for (let e = s + 1; e < many; e++) {
        rest[s] = Math.max(rest[s] as number, this.fillBare(s, e) + (rest[e] as number));
      }
    }
    return rest;
  }

  /**
   * Which places along u lie so far apart that what is between may tie them, and from which one comes, tied all the way, to one that
   * something holds. Cuts that are tied together and held by nothing could be moved together until something does.
   */
  private tied(): { readonly tight: Uint8Array; readonly leads: Uint8Array } {
    const { u: at, held, chains } = this.grid;
    const many = at.length;
    const tight = new Uint8Array(many * many);
    const leads = new Uint8Array(many);
    for (let s = many - 2; s >= 0; s--) {
      for (const by of chains) {
        const to = (at[s] as number) + by;
        const e = atOrBefore(at, to);
        if (e <= s || Math.abs((at[e] as number) - to) > SLACK) continue;
        tight[s * many + e] = 1;
        if (held[e] === 1 || leads[e] === 1) leads[s] = 1;
      }
    }
    return { tight, leads };
  }

  /**
   * What bands give at most, and what lies from each place on does, by a few of the places: what is between two of those is taken
   * for as large as both together. Null where it takes too much work.
   */
  private sketch(): {
    readonly rest: (state: number, e: number) => number;
    readonly band: (state: number, s: number, e: number) => number;
  } | null {
    const { states, areas } = this;
    const { least, perMm2, u, v } = this.board;
    const at = this.grid.u;
    const many = at.length;
    const smallest = Math.min(least.u, ...this.stacks.map((stack) => stack.least));
    const coarser = many < LEAST_COARSE ? 1 : COARSER;
    const few: number[] = [0];
    /** By place the last of the few that is no later, and the first that is no earlier. */
    const down = new Int32Array(many);
    const up = new Int32Array(many);
    for (let i = 1; i < many; i++) {
      const from = few[few.length - 1] as number;
      const next = (at[i + 1] ?? Infinity) - (at[from] as number);
      // A band is never between two of them that follow each other.
      if (i === many - 1 || i - from >= coarser || next >= smallest) few.push(i);
      down[i] = few.length - 1;
      up[i] = few[few.length - 1] === i ? few.length - 1 : few.length;
    }
    const last = few.length - 1;
    const bands = new Float64Array(states.many * few.length * few.length).fill(-Infinity);
    const rests = new Float64Array(states.many * few.length).fill(-Infinity);
    rests[last] = 0;
    const end = this.grid.v.length - 1;
    const restOf = (state: number, i: number): number => rests[state * few.length + i] as number;
    for (let i = last - 1; i >= 0; i--) {
      for (let j = i + 1; j <= last; j++) {
        const [s, e] = [few[i] as number, few[j] as number];
        if (this.work > this.mostWork) return null;
        bands[i * few.length + j] = this.fillBare(s, e);
        if (states.many === 1) continue;
        this.allowed.fill(1);
        this.fill(s, e, -Infinity);
        for (let state = 1; state < states.many; state++) {
          bands[(state * few.length + i) * few.length + j] = this.band[state * (end + 1) + end] as number;
        }
      }
      const room = (u - (at[few[i] as number] as number)) * v;
      for (let state = 0; state < states.many; state++) {
        let best = -Infinity;
        for (let j = i + 1; j <= last; j++) {
          for (const taken of states.parts[state] as readonly number[]) {
            const band = bands[(taken * few.length + i) * few.length + j] as number;
            if (band === -Infinity) continue;
            // The next may begin at a place before the one of the few that this ends at.
            const next =
              coarser > 1 && (j - 1 > i || taken > 0)
                ? Math.max(restOf(state - taken, j), restOf(state - taken, j - 1))
                : restOf(state - taken, j);
            best = Math.max(best, band + next);
          }
        }
        const left = room - (areas[state] as number);
        const byArea = left < -SLACK * u ? -Infinity : perMm2 * Math.max(0, left);
        rests[state * few.length + i] = state === 0 ? best : Math.min(best, byArea);
      }
    }
    return {
      rest: (state, e) => restOf(state, down[e] as number),
      band: (state, s, e) =>
        bands[(state * few.length + (down[s] as number)) * few.length + (up[e] as number)] as number,
    };
  }

  private keepIn({ met, keeps }: Leftovers, s: number, e: number): void {
    const [from, to] = this.extent({ from: s, to: e });
    const least = this.board.least.u;
    for (let m = 0; m < met.length; m++) {
      keeps[m] = this.board.perMm2 * clearBetween(from, to, met[m] as readonly Stretch[], least);
    }
  }

  /** What leftovers alone give of a band; `bareBand` has what they give from each place along v on. */
  private fillBare(s: number, e: number): number {
    const best = this.bareBand;
    best.fill(0);
    this.work += this.bare.to.length / 2;
    const [from, to] = this.extent({ from: s, to: e });
    if (to - from < this.board.least.u - SLACK) return 0;
    this.keepIn(this.bare, s, e);
    const { first, to: until, wide, meets, keeps } = this.bare;
    for (let y = best.length - 2; y >= 0; y--) {
      let most = best[y + 1] as number;
      for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
        const kept = keeps[meets[n] as number] as number;
        most = Math.max(most, (wide[n] as number) * kept + (best[until[n] as number] as number));
      }
      best[y] = most;
    }
    return best[0] as number;
  }

  /**
   * Fills `band` with the best worth of a band by what it has given and how far along v it has come, for what is allowed; ways that
   * come to no more than `needed` may be left out.
   */
  private fill(s: number, e: number, needed: number): void {
    const many = this.grid.v.length;
    const { band, allowed, states } = this;
    const [from, to] = this.extent({ from: s, to: e });
    for (let state = states.many - 1; state > 0; state--) {
      if (allowed[state] !== 1) continue;
      for (const part of states.parts[state] as readonly number[]) if (allowed[part] === 0) allowed[part] = 2;
    }
    allowed[0] = 2;
    this.fillBare(s, e);
    this.keepIn(this.beside, s, e);
    this.answers.fill(NaN);
    const { came, open, adds, bareBand, bareAt, stackFirst, stackN, stackTo, stackAsk, stacks, answers } =
      this;
    came.fill(-Infinity);
    open.fill(-Infinity);
    came[0] = 0;
    const { first, to: until, wide, meets, keeps, tied } = this.beside;
    const height = to - from + SLACK;
    for (let y = 0; y < many; y++) {
      const begins = this.begins[y] === 1;
      const meeting = this.meeting[y] === 1;
      const bare = bareBand[bareAt[y] as number] as number;
      const [arc, arcs] = [first[y] as number, first[y + 1] as number];
      const [stackArc, stackArcs] = [stackFirst[y] as number, stackFirst[y + 1] as number];
      for (let state = 0; state < states.many; state++) {
        if (allowed[state] === 0) continue;
        const row = state * many;
        const arrived = came[row + y] as number;
        const here =
          y > 0 && (band[row + y - 1] as number) > arrived ? (band[row + y - 1] as number) : arrived;
        band[row + y] = here;
        if (!(here + bare > needed)) continue;
        // What nothing lies against could begin before.
        const base = begins ? here : arrived;
        if (base === -Infinity) continue;
        const left = begins ? here : meeting ? arrived : (open[row + y] as number);
        this.work += arcs - arc;
        for (let n = arc; n < arcs; n++) {
          // Two leftovers meet by a finding, or one of them is of the least size.
          const least = tied[n] === 1;
          if (!least && left === -Infinity) break;
          const kept = keeps[meets[n] as number] as number;
          if (kept === 0) continue;
          const worth = (least ? base : left) + (wide[n] as number) * kept;
          const z = row + (until[n] as number);
          if (worth > (came[z] as number)) came[z] = worth;
          if (least && worth > (open[z] as number)) open[z] = worth;
        }
        for (let n = stackArc; n < stackArcs; n++) {
          const stack = stacks[stackN[n] as number] as StackSort;
          const next = state + stack.state;
          if (height < stack.least || adds[state * states.many + stack.state] !== 1 || allowed[next] === 0)
            continue;
          const ask = stackAsk[n] as number;
          let kept = answers[ask] as number;
          if (kept !== kept) kept = this.answer(ask, s, e);
          if (kept < 0) continue;
          const z = next * many + (stackTo[n] as number);
          if (base + kept > (came[z] as number)) came[z] = base + kept;
          if (base + kept > (open[z] as number)) open[z] = base + kept;
        }
      }
    }
  }

  /** The credit of a stack in a band; −1 where its pieces have no room. */
  private answer(ask: number, s: number, e: number): number {
    const known = this.answers[ask] as number;
    if (!Number.isNaN(known)) return known;
    const credit = this.stackIn(ask, e);
    const tried = credit.tried;
    const kept = credit.kept(this.grid.u[s] as number);
    this.work += WORK_OF_PLACE * (1 + credit.tried - tried);
    const { stack } = this.asks[ask] as StackHere;
    const worth = kept === null ? -1 : this.board.perMm2 * stack.v * kept;
    this.answers[ask] = worth;
    return worth;
  }

  private stackIn(ask: number, e: number): StackCredit {
    const at = ask * this.grid.u.length + e;
    let credit = this.credits.get(at);
    if (credit) return credit;
    const { stack, barred, unclear } = this.asks[ask] as StackHere;
    const question = {
      kerf: this.board.kerf,
      sorts: this.sorts.map(({ u }, n) => ({ size: u, barred: barred[n] as readonly Stretch[] })),
      counts: stack.counts,
      unclear,
      least: this.leastOf(stack),
    };
    credit = new StackCredit(question, (this.grid.u[e] as number) - this.board.kerf);
    this.credits.set(at, credit);
    return credit;
  }

  /** How long a leftover of a stack must be. */
  private leastOf({ v }: StackSort): number {
    return v >= this.board.least.v - SLACK ? this.board.least.u : Infinity;
  }

  /** The stacks of a band of the best way. */
  stacksOf({ from: s, to: e, state: all }: Band): LaidStack[] {
    return all === 0 ? this.bareStacks(s, e) : this.filledStacks(s, e, all);
  }

  private bareStacks(s: number, e: number): LaidStack[] {
    this.fillBare(s, e);
    const { first, to, wide, meets, keeps } = this.bare;
    const best = this.bareBand;
    const stacks: LaidStack[] = [];
    for (let y = 0; y + 1 < best.length;) {
      let next = y + 1;
      for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
        const kept = (wide[n] as number) * (keeps[meets[n] as number] as number);
        const z = to[n] as number;
        if (kept <= 0 || kept + (best[z] as number) < (best[y] as number) - SAME_COST) continue;
        stacks.push(this.leftoverAt(y, n, this.bare, this.grid.bare));
        next = z;
        break;
      }
      y = next;
    }
    return stacks;
  }

  private leftoverAt(y: number, n: number, of: Leftovers, at: readonly number[]): LaidStack {
    return {
      v: at[y] as number,
      sizeV: of.wide[n] as number,
      places: [],
      unclear: of.met[of.meets[n] as number] as readonly Stretch[],
      leastU: this.board.least.u,
    };
  }

  private filledStacks(s: number, e: number, all: number): LaidStack[] {
    this.allowed.fill(0);
    this.allowed[all] = 1;
    this.fill(s, e, -Infinity);
    const at = this.grid.v;
    const { first, to, wide, meets, keeps } = this.beside;
    const worth = (state: number, y: number): number => this.band[state * at.length + y] as number;
    const stacks: LaidStack[] = [];
    let [state, z] = [all, at.length - 1];
    const lastStack = (): LaidStack | null => {
      const here = worth(state, z);
      for (let y = 0; y < z; y++) {
        for (let n = first[y] as number; n < (first[y + 1] as number); n++) {
          const kept = (wide[n] as number) * (keeps[meets[n] as number] as number);
          if (to[n] !== z || kept <= 0 || worth(state, y) + kept < here - SAME_COST) continue;
          const laid = this.leftoverAt(y, n, this.beside, this.grid.v);
          z = y;
          return laid;
        }
        for (let n = this.stackFirst[y] as number; n < (this.stackFirst[y + 1] as number); n++) {
          const stack = this.stacks[this.stackN[n] as number] as StackSort;
          const ask = this.stackAsk[n] as number;
          if (this.stackTo[n] !== z || !(this.states.parts[state] as readonly number[]).includes(stack.state))
            continue;
          const kept = this.answer(ask, s, e);
          if (kept < 0 || worth(state - stack.state, y) + kept < here - SAME_COST) continue;
          state -= stack.state;
          z = y;
          return {
            v: at[y] as number,
            sizeV: stack.v,
            places: this.stackIn(ask, e).places(this.grid.u[s] as number),
            unclear: (this.asks[ask] as StackHere).unclear,
            leastU: this.leastOf(stack),
          };
        }
      }
      return null;
    };
    while (z > 0) {
      if (Math.abs(worth(state, z - 1) - worth(state, z)) < SAME_COST) {
        z--;
        continue;
      }
      const laid = lastStack();
      if (!laid) throw new Error('a way has stacks that come to its worth');
      stacks.unshift(laid);
    }
    return stacks;
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

/** The number of the last place at or before `at`. */
function atOrBefore(places: readonly number[], at: number): number {
  let [low, high] = [0, places.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((places[middle] as number) <= at + SAME_PLACE) low = middle;
    else high = middle - 1;
  }
  return low;
}

function isOne(of: readonly number[], place: number): boolean {
  return of.some((at) => Math.abs(at - place) < SLACK);
}

function merged(places: readonly number[]): number[] {
  const sorted = [...places].sort((a, b) => a - b);
  return sorted.filter((at, i) => i === 0 || at - (sorted[i - 1] as number) > SAME_PLACE);
}
