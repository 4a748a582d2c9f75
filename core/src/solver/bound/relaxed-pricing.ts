/**
 * No less than the best that a board can give at given prices, with proof: three stages of cuts, kerf and findings kept,
 * places rounded in the direction that allows more, copies not counted.
 *
 * Idea. Three stages make bands along u, slots along v within a band, stacks along u within a slot (rip first has u
 * across the grain, crosscut first along it). On the cells of the board each stage is a shortest path over places that
 * is calculated in full:
 *   stack  H(q)  = best of H(q − 1), H(q − s) + price, and runs of any length (strips of a width to choose, leftovers);
 *   band   D(p)  = best of D(p − 1), D(p − s) + stack, and runs;
 *   board  F(q') = best of F(q) + band(q, q').
 * A slot's stack depends on where it stands only through the findings beside it, so stacks are calculated once for each
 * set of them. A band is calculated only where what is before it, itself and the most that rows after it can give
 * exceed the threshold: rows are bounded by spreading each price evenly over the rows of its piece (as bars).
 *
 * Numbers. Prices are whole (see `SCALE`), credits and fractions are rounded up to whole numbers, sums stay below 2⁵³:
 * nothing is lost to rounding, and the same bound comes out every time.
 *
 * Cost. O(bands not refuted × (cells along v) × classes), for each school.
 */
import type { School } from '../../geometry/school.ts';
import type { KeepRule, PatternBoard } from '../pattern.ts';
import { CellBoard, type Barriers } from './cells.ts';

/** One unit of value in whole numbers. */
export const SCALE = 2 ** 26;
const whole = (value: number): number => Math.ceil(value * SCALE - 1e-9);

/** What may be cut: a piece of one size, or a strip whose width may be chosen. */
export interface RelaxedItem {
  readonly length: number;
  /** Of a strip the narrowest, mm. */
  readonly width: number;
  /** Of a strip the widest, and what of its width fills nothing, mm; absent for a piece of one size. */
  readonly strip?: { readonly widest: number; readonly joint: number };
  readonly gradeBit: number;
  /** A rectangle x, y, length, width within a shaped part that must be clear, in place of all of it. */
  readonly inner?: readonly [number, number, number, number];
}

/** How fine the cells are: how many at most along the grain and across it. */
export interface Fineness {
  readonly length: number;
  readonly width: number;
}

export interface RelaxedGain {
  /** At least what the best pattern is worth, prices and credit, in whole numbers (value × SCALE). */
  readonly worth: number;
  /** What the pattern that was found cuts, by item: copies, or mm of strip; and the credit of what it keeps. */
  readonly taken: Float64Array;
  readonly credit: number;
}

/** An item within a stack. */
interface Member {
  readonly item: number;
  /** Which barriers keep it off. */
  readonly barriers: number;
  readonly gradeBit: number;
  readonly step: number;
  /** A run of cells in place of a step: `step` is the least of them. */
  readonly most: number;
  readonly run: boolean;
}

interface SlotClass {
  /** Real size along v, and cells. */
  readonly size: number;
  readonly step: number;
  readonly members: readonly Member[];
  /** Findings set of a slot that begins at a cell. */
  readonly setAt: Int16Array;
  readonly sets: readonly FindingSet[];
  /** Of slots of a width to choose: whether leftovers may lie in them. */
  readonly keeps?: boolean;
}

/** Findings in the way of a slot, one list for each of the barriers. */
type FindingSet = readonly (readonly number[])[];

const NONE = -1;
const NO_LIMIT = new Int32Array(0);
/** A slot of a width to choose. */
const FLEXIBLE = -2;

export class RelaxedPricing {
  private readonly cells: CellBoard;
  private readonly barriers: Barriers[] = [];
  private readonly classes: SlotClass[] = [];
  /** Strips that may be a slot of a width to choose (crosscut first). */
  private readonly flexible: readonly Member[] = [];
  private readonly flexSlots: FlexSlot[] = [];
  /** Findings that a leftover must be clear of, by their place along u. */
  private readonly keptClear: readonly number[];
  private readonly price: Float64Array;
  // Buffers of the band, as long as there are cells along v; of slots, as many as classes and sets.
  private readonly best: Float64Array;
  private readonly keptFrom: Int32Array;
  private readonly keptTo: Int32Array;
  private readonly keptRate: Float64Array;
  private readonly keptRest: Float64Array;
  private readonly keptOpen: Float64Array;
  private readonly keptAt: Int32Array;
  private readonly worths: Float64Array;
  private readonly slotOf: Int32Array;
  private readonly slotWorth: Int32Array;
  private readonly slotStep: Int32Array;
  private readonly slotSets: Int32Array;
  /** Sets of findings of all classes, by place. */
  private readonly setsAt: Int16Array;
  // What a stack is made of: as many as a slot has members.
  private readonly stepOf: Int32Array;
  private readonly reachOf: Int32Array;
  private readonly eachOf: Float64Array;
  private readonly itemOf: Int32Array;
  private readonly limitOf: Int32Array[] = [];
  /** Runs of a stack, used over and over. */
  private readonly runs: Run[] = [];

  constructor(
    board: PatternBoard,
    private readonly items: readonly RelaxedItem[],
    private readonly keep: KeepRule,
    private readonly school: School,
    fineness: Fineness,
  ) {
    const cross = school === 'crosscutFirst';
    const [length, width] = [items.map((item) => item.length), items.map((item) => item.width)];
    this.cells = new CellBoard(
      board,
      school,
      fineness,
      cross ? { u: length, v: width } : { u: width, v: length },
    );
    this.price = new Float64Array(items.length);
    this.barriers.push(this.cells.barriers(0, 0));
    const members = items.map((item, i) => this.memberOf(item, i));
    const fixed = items
      .map((_, i) => i)
      .filter((i) => !(cross && (items[i] as RelaxedItem).strip))
      .sort((a, b) => this.sizeV(a) - this.sizeV(b));
    for (let n = 0; n < fixed.length;) {
      const size = this.sizeV(fixed[n] as number);
      const own: Member[] = [];
      for (; n < fixed.length && this.sizeV(fixed[n] as number) < size + 1e-6; n++) {
        own.push(...(members[fixed[n] as number] ?? []));
      }
      // In a slot as wide as a piece a strip may lie too.
      if (cross) {
        items.forEach((item, i) => {
          if (item.strip && size >= item.width - 1e-6 && size <= item.strip.widest + 1e-6)
            own.push(...(members[i] ?? []));
        });
      }
      if (own.length > 0) this.classes.push(this.classOf(size, this.cells.stepV(size), own));
    }
    if (cross) {
      this.flexible = items.flatMap((item, i) => (item.strip ? (members[i] ?? []) : []));
      if (this.flexible.length > 0) this.addFlexSlots();
    }
    const { masks, findings } = this.cells;
    this.keptClear = Array.from(masks, (_, f) => f)
      .filter((f) => ((masks[f] as number) & keep.gradeBit) !== 0)
      .sort((a, b) => (findings[4 * a] as number) - (findings[4 * b] as number));
    const kinds = (this.keptClear.length + 1) ** 2;
    this.keptFrom = new Int32Array(kinds);
    this.keptTo = new Int32Array(kinds);
    this.keptRate = new Float64Array(kinds);
    this.keptRest = new Float64Array(kinds);
    this.keptOpen = new Float64Array(kinds);
    this.keptAt = new Int32Array(kinds);
    const cellsV = this.cells.v.cells + 1;
    this.best = new Float64Array(cellsV);
    this.worths = new Float64Array(this.classes.reduce((sum, { sets }) => sum + sets.length, 0));
    this.slotOf = new Int32Array(this.classes.length);
    this.slotWorth = new Int32Array(this.classes.length);
    this.slotStep = new Int32Array(this.classes.length);
    this.slotSets = new Int32Array(this.classes.length);
    this.setsAt = new Int16Array(this.classes.length * cellsV);
    const most = Math.max(0, ...this.classes.map(({ members }) => members.length), this.flexible.length);
    this.stepOf = new Int32Array(most);
    this.reachOf = new Int32Array(most);
    this.eachOf = new Float64Array(most);
    this.itemOf = new Int32Array(most);
    this.classes.forEach(({ setAt }, c) => this.setsAt.set(setAt, c * cellsV));
  }

  private sizeU(i: number): number {
    const item = this.items[i] as RelaxedItem;
    return this.school === 'crosscutFirst' ? item.length : item.width;
  }

  private sizeV(i: number): number {
    const item = this.items[i] as RelaxedItem;
    return this.school === 'crosscutFirst' ? item.width : item.length;
  }

  private memberOf(item: RelaxedItem, i: number): Member[] {
    const { u, v } = this.cells;
    const cross = this.school === 'crosscutFirst';
    if (this.sizeU(i) > u.size + 1e-6 || this.sizeV(i) > v.size + 1e-6) return [];
    let barriers = 0;
    if (item.inner) {
      const [x, y, l, w] = item.inner;
      barriers = this.barriers.length;
      this.barriers.push(this.cells.barriers(0, 0, cross ? [x, y, l, w] : [y, x, w, l]));
    }
    const run = item.strip !== undefined && !cross;
    const most = run ? Math.floor((item.strip.widest + this.cells.kerf) / u.grid + 1e-5) : 0;
    return [{ item: i, barriers, gradeBit: item.gradeBit, step: this.cells.stepU(this.sizeU(i)), most, run }];
  }

  /** A class of slots, with the findings in the way of one at each place. */
  private classOf(size: number, step: number, members: readonly Member[]): SlotClass {
    const kinds = [...new Set(members.map(({ barriers }) => barriers))];
    const setAt = new Int16Array(this.cells.v.cells + 1);
    const sets: FindingSet[] = [];
    const known = new Map<string, number>();
    for (let p = 0; p + step <= this.cells.v.cells; p++) {
      const set: number[][] = [];
      // The plain barriers also stand for what a leftover keeps clear of.
      for (const kind of new Set([0, ...kinds])) {
        const { av, bv, sv } = this.barriers[kind] as Barriers;
        const long = kind === 0 ? step : sv;
        const found: number[] = [];
        for (let f = 0; f < av.length; f++) {
          if (p < (bv[f] as number) && p + long > (av[f] as number)) found.push(f);
        }
        set[kind] = found;
      }
      const key = set.map((found) => found.join()).join('|');
      let at = known.get(key);
      if (at === undefined) {
        at = sets.length;
        known.set(key, at);
        sets.push(set);
      }
      setAt[p] = at;
    }
    return { size, step, members, setAt, sets };
  }

  // What follows is calculated at given prices.

  /** Price of a member of a slot so wide, whole: of a piece, or of each cell and the rest of a strip. */
  private priceOf(member: Member, size: number): { each: number; perCell: number } {
    const item = this.items[member.item] as RelaxedItem;
    const price = this.price[member.item] as number;
    // In a slot of a width to choose: by the mm of width, the joint spread over the widest strip.
    if (size === 0 && item.strip)
      return { each: Math.ceil(price * (1 - item.strip.joint / item.strip.widest)), perCell: 0 };
    if (!item.strip) return { each: price, perCell: 0 };
    if (!member.run) return { each: Math.ceil(price * Math.max(0, size - item.strip.joint)), perCell: 0 };
    const { grid } = this.cells.u;
    return {
      each: Math.ceil(price * (grid - this.cells.kerf - item.strip.joint)),
      perCell: Math.ceil(price * grid),
    };
  }

  /**
   * At least the worth of the best pattern, when it exceeds `threshold` (whole); else the threshold itself. Prices are
   * whole: of a copy, or of a mm of strip. `guide` is what the same board on coarser cells left to go by.
   */
  gain(prices: ArrayLike<number>, threshold: number, guide?: Guide): RelaxedGain {
    const { u } = this.cells;
    for (let i = 0; i < this.items.length; i++) this.price[i] = Math.max(0, prices[i] as number);
    const nothing = { worth: threshold, taken: new Float64Array(this.items.length), credit: 0 };
    const after = guide ? this.guided(guide) : this.barsAfter();
    if ((after[0] as number) <= threshold) return nothing;
    const walk = this.walk(threshold, after);
    const worth = walk.best[u.cells] as number;
    return worth <= threshold ? nothing : this.traced(worth, walk);
  }

  /** What rows from each on can give at most in a pattern worth more than `threshold`: a guide for finer cells. */
  guide(prices: ArrayLike<number>, threshold: number, coarser?: Guide): Guide | null {
    const { u } = this.cells;
    for (let i = 0; i < this.items.length; i++) this.price[i] = Math.max(0, prices[i] as number);
    const after = coarser ? this.guided(coarser) : this.barsAfter();
    if ((after[0] as number) <= threshold) return null;
    const { best, bands } = this.walk(threshold, after);
    if ((best[u.cells] as number) <= threshold) return null;
    const left = new Float64Array(u.cells + 1);
    const from = new Uint8Array(u.cells + 1);
    for (const { q } of bands) from[q] = 1;
    // Bands begin only where one has ended; where none begins, what begins before may still be waiting there.
    const before = new Int32Array(u.cells + 1);
    for (let q = 1; q <= u.cells; q++) before[q] = from[q] ? q : (before[q - 1] as number);
    const starting: Band[][] = Array.from({ length: u.cells + 1 }, () => []);
    for (const band of bands) starting[band.q]?.push(band);
    for (let q = u.cells; q >= 0; q--) {
      // A later start has no more than an earlier one.
      let most = q < u.cells ? (left[q + 1] as number) : 0;
      for (const { end, worth } of starting[q] as Band[]) {
        const next = before[end] as number;
        most = Math.max(most, worth + (left[next > q ? next : end] as number));
      }
      left[q] = most;
    }
    for (let q = 1; q <= u.cells; q++) if (!from[q]) left[q] = left[before[q] as number] as number;
    return { grid: u.grid, left };
  }

  private guided({ grid, left }: Guide): Float64Array {
    const { u } = this.cells;
    const after = new Float64Array(u.cells + 1);
    for (let q = 0; q <= u.cells; q++) {
      const at = Math.floor((q * u.grid) / grid - 1e-9);
      after[q] = left[Math.max(0, Math.min(left.length - 1, at))] as number;
    }
    return after;
  }

  /** All bands that can be part of a pattern worth more than `threshold`, in order of their beginning. */
  private walk(threshold: number, after: Float64Array): Walk {
    const { u } = this.cells;
    const walk: Walk = {
      best: new Float64Array(u.cells + 1),
      from: new Int32Array(u.cells + 1).fill(NONE),
      bands: [],
      whole: this.classes.map((slot) => this.wholeStacks(slot)),
      wholeFlex: this.flexSlots.map(({ slot }) => this.wholeStacks(slot)),
    };
    const { best, from } = walk;
    for (let q = 0; q <= u.cells; q++) {
      if (q > 0 && (best[q - 1] as number) > (best[q] as number)) {
        best[q] = best[q - 1] as number;
        from[q] = NONE;
      }
      if ((best[q] as number) + (after[q] as number) <= threshold || q === u.cells) continue;
      // A band may begin with waste: where nothing more has ended, the one from the row before serves.
      if (q > 0 && from[q] === NONE) continue;
      this.bandsFrom(q, threshold, after, walk);
    }
    return walk;
  }

  /** Bands that begin at row q: those whose end can matter, found by halving. */
  private bandsFrom(q: number, threshold: number, after: Float64Array, walk: Walk): void {
    const { best, from, bands } = walk;
    const { u } = this.cells;
    const before = best[q] as number;
    const stacks = this.stacksFrom(q, walk);
    const known = new Map<number, number>();
    const worthOf = (end: number): number => {
      let worth = known.get(end);
      if (worth === undefined) {
        worth = this.band(stacks, q, end);
        known.set(end, worth);
        bands.push({ q, end, worth });
        if (before + worth > (best[end] as number)) {
          best[end] = before + worth;
          from[end] = q;
        }
      }
      return worth;
    };
    // Ends in (low, high): none is worth more than high, and all leave no more rows than low + 1.
    const split = (low: number, high: number): void => {
      if (high - low < 2) return;
      const top = worthOf(high);
      if (before + top + (after[low + 1] as number) <= threshold) return;
      if (low > q && worthOf(low) === top) return;
      const middle = (low + high) >> 1;
      worthOf(middle);
      split(low, middle);
      split(middle, high);
    };
    worthOf(u.cells);
    split(q, u.cells);
  }

  /** Stacks where no finding is in the way, by rows: they serve every band. */
  private wholeStacks(slot: SlotClass): StackTable {
    const free = slot.sets.findIndex((set) => set.every((found) => found.length === 0));
    return { free, whole: free < 0 ? null : this.stack(slot, [], 0) };
  }

  private stacksFrom(q: number, { whole: tables, wholeFlex }: Walk): BandStacks {
    const all = (slot: SlotClass, { free, whole }: StackTable): Float64Array[] =>
      slot.sets.map((set, k) =>
        k === free && whole ? whole.subarray(0, this.cells.u.cells - q + 1) : this.stack(slot, set, q),
      );
    return {
      classes: this.classes.map((slot, c) => all(slot, tables[c] as StackTable)),
      flex: this.flexSlots.map(({ slot }, n) => all(slot, wholeFlex[n] as StackTable)),
    };
  }

  private readonly limitsKnown = new Map<string, Int32Array>();

  /** For each row the last cell at which a piece that begins there may end. */
  private limits(found: readonly number[], kind: number, gradeBit: number): Int32Array {
    const blocks = found.filter((f) => ((this.cells.masks[f] as number) & gradeBit) !== 0);
    const key = `${kind}:${blocks.join()}`;
    let limit = this.limitsKnown.get(key);
    if (!limit) this.limitsKnown.set(key, (limit = this.limitsOf(blocks, kind)));
    return limit;
  }

  private limitsOf(blocks: readonly number[], kind: number): Int32Array {
    const { au, bu } = this.barriers[kind] as Barriers;
    const rows = this.cells.u.cells;
    const limit = new Int32Array(rows + 1).fill(rows);
    for (const f of blocks) {
      const last = Math.min(rows + 1, bu[f] as number);
      const stop = au[f] as number;
      for (let q = 0; q < last; q++) if ((limit[q] as number) > stop) limit[q] = stop;
    }
    return limit;
  }

  /** The best stack in a slot from row `q0`, for each number of rows; what it is made of stays in `trace`. */
  private stack(slot: SlotClass, set: FindingSet, q0: number, trace?: StackTrace): Float64Array {
    const rows = this.cells.u.cells - q0;
    const best = new Float64Array(rows + 1);
    const { stepOf, eachOf, itemOf, limitOf, reachOf } = this;
    let runs = 0;
    let steps = 0;
    for (const member of slot.members) {
      const { each, perCell } = this.priceOf(member, slot.size);
      if (each <= 0 && perCell <= 0) continue;
      const found = set[member.barriers] ?? [];
      const limit = this.limits(found, member.barriers, member.gradeBit);
      if (member.run) {
        if (perCell > 0)
          this.run(runs++).begin(member.step, member.most, each, perCell, limit, member.item, q0);
      } else {
        stepOf[steps] = member.step;
        eachOf[steps] = each;
        itemOf[steps] = member.item;
        limitOf[steps] = limit;
        // Of a shaped piece only its inner rectangle must end before the limit.
        reachOf[steps] = member.barriers > 0 ? (this.barriers[member.barriers] as Barriers).su : member.step;
        steps++;
      }
    }
    const { perMm2 } = this.keep;
    const { u: minU, v: minV } = this.least();
    if (perMm2 > 0 && (slot.size === 0 ? slot.keeps : slot.size >= minV - 1e-6)) {
      const { grid } = this.cells.u;
      const perMm = perMm2 * (slot.size || 1);
      const limit = this.limits(set[0] ?? [], 0, this.keep.gradeBit);
      const each = whole(perMm * (grid - this.cells.kerf));
      this.run(runs++).begin(this.cells.stepU(minU), rows + q0, each, whole(perMm * grid), limit, NONE, q0);
    }
    if (trace) trace.begin(rows);
    for (let q = 0; q <= rows; q++) {
      let value = q > 0 ? (best[q - 1] as number) : 0;
      for (let n = 0; n < runs; n++) {
        const run = this.runs[n] as Run;
        const with_ = run.value(q, best);
        if (with_ > value) {
          value = with_;
          if (trace) trace.note(q, run.item, q - run.start);
        }
      }
      for (let n = 0; n < steps; n++) {
        const start = q - (stepOf[n] as number);
        if (start < 0) continue;
        const from = start + q0;
        if (from + (reachOf[n] as number) > ((limitOf[n] as Int32Array)[from] as number)) continue;
        const with_ = (best[start] as number) + (eachOf[n] as number);
        if (with_ > value) {
          value = with_;
          if (trace) trace.note(q, itemOf[n] as number, stepOf[n] as number);
        }
      }
      best[q] = value;
    }
    return best;
  }

  private run(n: number): Run {
    return (this.runs[n] ??= new Run(Math.max(this.cells.u.cells, this.cells.v.cells)));
  }

  /** The best band over the rows from q to `end`; where it came from stays in `trace`. */
  private band(stacks: BandStacks, q: number, end: number, trace?: BandTrace): number {
    const { cells } = this.cells.v;
    const rows = end - q;
    const { best, worths, slotOf, slotWorth, slotStep, slotSets, setsAt } = this;
    let slots = 0;
    let at = 0;
    for (let c = 0; c < this.classes.length; c++) {
      const tables = stacks.classes[c] as readonly Float64Array[];
      let most = 0;
      for (let k = 0; k < tables.length; k++) {
        const value = (tables[k] as Float64Array)[rows] as number;
        worths[at + k] = value;
        if (value > most) most = value;
      }
      if (most === 0) continue;
      slotOf[slots] = c;
      slotWorth[slots] = at;
      slotStep[slots] = (this.classes[c] as SlotClass).step;
      slotSets[slots] = c * (cells + 1);
      slots++;
      at += tables.length;
    }
    const kinds = this.keptKinds(q, end);
    const { keptFrom, keptTo, keptRate, keptRest, keptOpen, keptAt } = this;
    const leastKept = Math.max(1, this.cells.stepV(this.least().v));
    const flexible = this.flexSlots.filter((flex, n) =>
      this.flexColumns(flex, stacks.flex[n] as readonly Float64Array[], rows),
    );
    best[0] = 0;
    trace?.begin(cells);
    for (let p = 1; p <= cells; p++) {
      let value = best[p - 1] as number;
      for (let s = 0; s < slots; s++) {
        const start = p - (slotStep[s] as number);
        if (start < 0) continue;
        const set = setsAt[(slotSets[s] as number) + start] as number;
        const with_ = (best[start] as number) + (worths[(slotWorth[s] as number) + set] as number);
        if (with_ > value) {
          value = with_;
          if (trace) trace.note(p, slotOf[s] as number, start);
        }
      }
      const begun = p - leastKept;
      for (let k = 0; k < kinds; k++) {
        if (begun < (keptFrom[k] as number) || p > (keptTo[k] as number)) continue;
        const rate = keptRate[k] as number;
        const open = (best[begun] as number) - rate * begun;
        if (open > (keptOpen[k] as number)) {
          keptOpen[k] = open;
          keptAt[k] = begun;
        }
        const with_ = (keptOpen[k] as number) + rate * p + (keptRest[k] as number);
        if (with_ > value) {
          value = with_;
          if (trace) trace.note(p, NONE, keptAt[k] as number);
        }
      }
      for (const flex of flexible) {
        const with_ = flex.value(p, best);
        if (with_ > value) {
          value = with_;
          if (trace) trace.note(p, FLEXIBLE - this.flexSlots.indexOf(flex), flex.start);
        }
      }
      best[p] = value;
    }
    if (trace) trace.best = best.slice();
    return best[cells] as number;
  }

  /** Least size of what is kept along u and v, mm. */
  private least(): { readonly u: number; readonly v: number } {
    const { minLength, minWidth } = this.keep;
    return this.school === 'crosscutFirst' ? { u: minLength, v: minWidth } : { u: minWidth, v: minLength };
  }

  /**
   * Kinds of leftovers over a band, by the findings they lie beside: one that begins at or after `keptFrom` and ends by
   * `keptTo` meets just the findings that end after the one and begin before the other, and is kept in the gaps between
   * those. A kind that lies within another and gives no more is left out. Returns how many there are.
   */
  private keptKinds(q: number, end: number): number {
    const { perMm2 } = this.keep;
    if (perMm2 <= 0) return 0;
    const { cells, grid } = this.cells.v;
    const { u, kerf, findings } = this.cells;
    const low = q * u.grid;
    const high = Math.min(u.size, (end + 1) * u.grid - kerf);
    const least = this.least().u;
    if (high - low < least - 1e-6) return 0;
    const { av, bv } = this.barriers[0] as Barriers;
    const beside = this.keptClear.filter(
      (f) => (findings[4 * f] as number) < high && (findings[4 * f + 2] as number) > low,
    );
    const begins = [0, ...beside.map((f) => Math.max(0, bv[f] as number))].sort((a, b) => a - b);
    const ends = [cells, ...beside.map((f) => av[f] as number)].sort((a, b) => b - a);
    let many = 0;
    begins.forEach((from, i) => {
      if (i > 0 && from === begins[i - 1]) return;
      ends.forEach((to, j) => {
        if ((j > 0 && to === ends[j - 1]) || to <= from) return;
        const met = beside.filter((f) => (bv[f] as number) > from && (av[f] as number) < to);
        const height = clearHeight(met, findings, low, high, least);
        if (height <= 0) return;
        const rate = whole(perMm2 * height * grid);
        for (let k = 0; k < many; k++) {
          const wider = (this.keptFrom[k] as number) <= from && (this.keptTo[k] as number) >= to;
          if (wider && (this.keptRate[k] as number) >= rate) return;
        }
        this.keptFrom[many] = from;
        this.keptTo[many] = to;
        this.keptRate[many] = rate;
        this.keptRest[many] = whole(perMm2 * height * (grid - kerf));
        this.keptOpen[many] = -Infinity;
        many++;
      });
    });
    return many;
  }

  private flexColumns(flex: FlexSlot, stacks: readonly Float64Array[], rows: number): boolean {
    const perCell = stacks.map((table) => Math.ceil((table[rows] as number) * this.cells.v.grid));
    if (perCell.every((rate) => rate === 0)) return false;
    this.sumColumns(flex.slot.setAt, perCell, this.cells.kerf, flex.sum, flex.first);
    flex.begin();
    return true;
  }

  /** Strips alone, and strips beside a leftover, which must then be as wide as what is kept. */
  private addFlexSlots(): void {
    const { cells, grid } = this.cells.v;
    const [narrow, wide] = this.stripLimits();
    const most = Math.floor((wide + this.cells.kerf) / grid + 1e-5);
    for (const keeps of [false, true]) {
      const least = keeps ? Math.max(narrow, this.least().v) : narrow;
      if (least > wide || (keeps && this.keep.perMm2 <= 0)) continue;
      const slot = { ...this.classOf(0, 1, this.flexible), keeps };
      this.flexSlots.push(new FlexSlot(slot, this.cells.stepV(least), most, cells));
    }
  }

  /**
   * Runs of n cells of one rate r are worth at most r × ((n + 1) · grid − lost). With `sum` and `first` filled, a run from
   * a to b is worth sum(b) − first(a): where more is lost than a cell, cells at its start count nothing, else a part of
   * its first cell counts twice.
   */
  private sumColumns(
    setAt: Int16Array,
    perCell: readonly number[],
    lost: number,
    sum: Float64Array,
    first: Float64Array,
  ): void {
    const { cells, grid } = this.cells.v;
    sum[0] = 0;
    for (let p = 0; p < cells; p++) sum[p + 1] = (sum[p] as number) + (perCell[setAt[p] as number] as number);
    const skipped = Math.floor((lost - grid) / grid + 1e-9);
    const more = (grid - lost) / grid;
    for (let p = 0; p <= cells; p++) {
      first[p] =
        lost >= grid
          ? (sum[Math.min(cells, p + skipped)] as number)
          : (sum[p] as number) - Math.ceil(more * (perCell[setAt[p] as number] as number));
    }
  }

  /** Narrowest and widest of all strips. */
  private stripLimits(): [number, number] {
    let [narrow, wide] = [Infinity, 0];
    for (const { item } of this.flexible) {
      const { width, strip } = this.items[item] as RelaxedItem;
      narrow = Math.min(narrow, width);
      wide = Math.max(wide, strip?.widest ?? width);
    }
    return [narrow, Math.min(wide, this.cells.v.size)];
  }

  /** At most what the rows from each on can give: prices spread evenly over the rows of their pieces. */
  private barsAfter(): Float64Array {
    const { u } = this.cells;
    const after = new Float64Array(u.cells + 1);
    const known = new Map<string, number>();
    for (let q = u.cells - 1; q >= 0; q--) {
      const here: string[] = [];
      // A shaped piece’s inner rectangle lies somewhere within its rows: it is let through.
      const { au, bu } = this.barriers[0] as Barriers;
      for (let f = 0; f < au.length; f++)
        if (q >= (au[f] as number) && q < (bu[f] as number)) here.push(`${f}`);
      const key = here.join();
      let bar = known.get(key);
      if (bar === undefined) {
        bar = this.bar(here.map(Number));
        known.set(key, bar);
      }
      after[q] = (after[q + 1] as number) + bar;
    }
    return after;
  }

  /** At most what one row gives where these findings cross it. */
  private bar(found: readonly number[]): number {
    const { u, v, kerf } = this.cells;
    const many = v.cells;
    const { av, bv } = this.barriers[0] as Barriers;
    const best = new Float64Array(many + 1);
    const blocks = (gradeBit: number): number[] =>
      found.filter((f) => ((this.cells.masks[f] as number) & gradeBit) !== 0);
    const steps: { step: number; each: number; limit: Int32Array }[] = [];
    const limitOf = (gradeBit: number): Int32Array => {
      const limit = new Int32Array(many + 1).fill(many);
      for (const f of blocks(gradeBit)) {
        for (let p = 0; p < Math.min(many + 1, bv[f] as number); p++)
          if ((limit[p] as number) > (av[f] as number)) limit[p] = av[f] as number;
      }
      return limit;
    };
    const density = (member: Member, size: number): number => {
      const { each, perCell } = this.priceOf(member, size);
      return member.run
        ? Math.ceil(perCell + Math.max(0, each) / Math.max(1, member.step))
        : Math.ceil(each / Math.max(1, member.step));
    };
    for (const slot of this.classes) {
      for (const member of slot.members) {
        const limit = member.barriers > 0 ? new Int32Array(many + 1).fill(many) : limitOf(member.gradeBit);
        steps.push({ step: slot.step, each: density(member, slot.size), limit });
      }
    }
    let runs = 0;
    const { perMm2 } = this.keep;
    const { u: minU, v: minV } = this.least();
    if (perMm2 > 0) {
      const leastU = Math.max(1, this.cells.stepU(minU));
      const rate = perMm2 * (u.grid + Math.max(0, u.grid - kerf) / leastU);
      const limit = limitOf(this.keep.gradeBit);
      const [each, perCell] = [whole(rate * (v.grid - kerf)), whole(rate * v.grid)];
      this.run(runs++).begin(this.cells.stepV(minV), many, each, perCell, limit, NONE, 0);
    }
    for (const member of this.flexible) {
      const { width, strip } = this.items[member.item] as RelaxedItem;
      const perMm = (this.price[member.item] as number) / Math.max(1, member.step);
      const most = Math.floor((Math.min(strip?.widest ?? width, v.size) + kerf) / v.grid + 1e-5);
      const each = Math.ceil(perMm * (v.grid - kerf - (strip?.joint ?? 0)));
      const limit = limitOf(member.gradeBit);
      this.run(runs++).begin(this.cells.stepV(width), most, each, Math.ceil(perMm * v.grid), limit, NONE, 0);
    }
    for (let p = 0; p <= many; p++) {
      let value = p > 0 ? (best[p - 1] as number) : 0;
      for (const { step, each, limit } of steps) {
        const start = p - step;
        if (start < 0 || p > (limit[start] as number)) continue;
        const with_ = (best[start] as number) + each;
        if (with_ > value) value = with_;
      }
      for (let n = 0; n < runs; n++) {
        const with_ = (this.runs[n] as Run).value(p, best);
        if (with_ > value) value = with_;
      }
      best[p] = value;
    }
    return best[many] as number;
  }

  /** What the best pattern cuts, found by walking back. */
  private traced(worth: number, walk: Walk): RelaxedGain {
    const taken = new Float64Array(this.items.length);
    let credit = 0;
    const { u, v, kerf } = this.cells;
    const band = new BandTrace();
    const stack = new StackTrace();
    const stackOf = (slot: SlotClass, set: FindingSet, q: number, rows: number, size: number): void => {
      const best = this.stack(slot, set, q, stack);
      for (let row = rows; row > 0;) {
        if (row > 0 && best[row] === best[row - 1]) {
          row--;
          continue;
        }
        const item = stack.item[row] as number;
        const step = stack.step[row] as number;
        if (item === NONE)
          credit += whole(this.keep.perMm2 * (slot.size || size) * ((step + 1) * u.grid - kerf));
        else {
          const { strip } = this.items[item] as RelaxedItem;
          const wide =
            this.school === 'crosscutFirst' ? size : Math.min(strip?.widest ?? 0, (step + 1) * u.grid - kerf);
          taken[item] = (taken[item] as number) + (strip ? Math.max(0, wide - strip.joint) : 1);
        }
        row -= step;
      }
    };
    for (let end = u.cells; end > 0;) {
      const q = walk.from[end] as number;
      if (q === NONE) {
        end--;
        continue;
      }
      this.band(this.stacksFrom(q, walk), q, end, band);
      for (let p = v.cells; p > 0;) {
        if (band.best[p] === band.best[p - 1]) {
          p--;
          continue;
        }
        const kind = band.kind[p] as number;
        const start = band.start[p] as number;
        if (kind >= 0) {
          const slot = this.classes[kind] as SlotClass;
          stackOf(slot, slot.sets[slot.setAt[start] as number] as FindingSet, q, end - q, slot.size);
        } else if (kind === NONE) credit += (band.best[p] as number) - (band.best[start] as number);
        else {
          const { slot } = this.flexSlots[FLEXIBLE - kind] as FlexSlot;
          const size = Math.min(this.stripLimits()[1], (p - start + 1) * v.grid - kerf);
          stackOf(slot, slot.sets[slot.setAt[start] as number] as FindingSet, q, end - q, size);
        }
        p = start;
      }
      end = q;
    }
    return { worth, taken, credit };
  }
}

/** What rows from each on give at most, on cells `grid` mm high; only for patterns worth more than was asked. */
export interface Guide {
  readonly grid: number;
  readonly left: Float64Array;
}

/** A band over the rows from q to `end`, and the most it is worth. */
interface Band {
  readonly q: number;
  readonly end: number;
  readonly worth: number;
}

/** The board's shortest path: the best up to each row, where its last band begins, and all bands looked at. */
interface Walk {
  readonly best: Float64Array;
  readonly from: Int32Array;
  readonly bands: Band[];
  readonly whole: readonly StackTable[];
  readonly wholeFlex: readonly StackTable[];
}

/** The stacks that a band may have in its slots, by class and set of findings: worth by rows. */
interface BandStacks {
  readonly classes: readonly (readonly Float64Array[])[];
  readonly flex: readonly (readonly Float64Array[])[];
}

/** Height between `low` and `high` in gaps of at least `least` between findings, which stand by their place, mm. */
function clearHeight(
  found: readonly number[],
  findings: Float64Array,
  low: number,
  high: number,
  least: number,
): number {
  let free = low;
  let sum = 0;
  for (const f of found) {
    const [a, b] = [findings[4 * f] as number, findings[4 * f + 2] as number];
    if (a - free >= least - 1e-6) sum += a - free;
    if (b > free) free = b;
  }
  if (high - free >= least - 1e-6) sum += high - free;
  return sum;
}

interface StackTable {
  /** Which set of findings is empty, or −1; and the stacks there. */
  readonly free: number;
  readonly whole: Float64Array | null;
}

/**
 * A run of cells of a length to choose, worth `each` + `perCell` × cells: the best that ends at each place, asked in
 * turn. Starts that may still matter wait in a queue, the best of them first.
 */
class Run {
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;
  private next = 0;
  private least = 0;
  private most = 0;
  private each = 0;
  private perCell = 0;
  private limit: Int32Array = NO_LIMIT;
  private offset = 0;
  item = NONE;
  /** Where the best run begins that was last asked for. */
  start = NONE;

  constructor(cells: number) {
    this.queue = new Int32Array(cells + 2);
  }

  /** A run of `least` to `most` cells; `limit` is the last end for each start, in cells from `offset` before. */
  begin(
    least: number,
    most: number,
    each: number,
    perCell: number,
    limit: Int32Array,
    item: number,
    offset: number,
  ): void {
    this.head = 0;
    this.tail = 0;
    this.next = 0;
    this.least = Math.max(1, least);
    this.most = most;
    this.each = each;
    this.perCell = perCell;
    this.limit = limit;
    this.item = item;
    this.offset = offset;
  }

  value(end: number, best: Float64Array): number {
    const { queue, perCell, limit, offset } = this;
    const last = end - this.least;
    for (; this.next <= last; this.next++) {
      const rate = (best[this.next] as number) - perCell * this.next;
      while (this.tail > this.head) {
        const other = queue[this.tail - 1] as number;
        if ((best[other] as number) - perCell * other > rate) break;
        this.tail--;
      }
      queue[this.tail++] = this.next;
    }
    while (this.head < this.tail) {
      const start = queue[this.head] as number;
      if (start >= end - this.most && (limit[start + offset] as number) >= end + offset) break;
      this.head++;
    }
    this.start = this.head < this.tail ? (queue[this.head] as number) : NONE;
    return this.start === NONE ? -1 : (best[this.start] as number) + this.each + perCell * (end - this.start);
  }
}

/** A slot of a width to choose: the best run that ends at each place, asked in turn. */
class FlexSlot {
  readonly sum: Float64Array;
  readonly first: Float64Array;
  private readonly queue: Int32Array;
  private head = 0;
  private tail = 0;
  start = NONE;

  constructor(
    readonly slot: SlotClass,
    private readonly least: number,
    private readonly most: number,
    cells: number,
  ) {
    this.sum = new Float64Array(cells + 1);
    this.first = new Float64Array(cells + 1);
    this.queue = new Int32Array(cells + 2);
  }

  begin(): void {
    this.head = 0;
    this.tail = 0;
  }

  value(end: number, best: Float64Array): number {
    const { queue, first } = this;
    const next = end - Math.max(1, this.least);
    if (next < 0) return -1;
    const rate = (best[next] as number) - (first[next] as number);
    while (this.tail > this.head) {
      const other = queue[this.tail - 1] as number;
      if ((best[other] as number) - (first[other] as number) > rate) break;
      this.tail--;
    }
    queue[this.tail++] = next;
    while ((queue[this.head] as number) < end - this.most) this.head++;
    this.start = queue[this.head] as number;
    return (best[this.start] as number) - (first[this.start] as number) + (this.sum[end] as number);
  }
}

class StackTrace {
  item = new Int32Array(0);
  step = new Int32Array(0);
  begin(rows: number): void {
    this.item = new Int32Array(rows + 1);
    this.step = new Int32Array(rows + 1);
  }
  note(row: number, item: number, step: number): void {
    this.item[row] = item;
    this.step[row] = step;
  }
}

class BandTrace {
  kind = new Int32Array(0);
  start = new Int32Array(0);
  best = new Float64Array(0);
  begin(many: number): void {
    this.kind = new Int32Array(many + 1);
    this.start = new Int32Array(many + 1);
  }
  note(p: number, kind: number, start: number): void {
    this.kind[p] = kind;
    this.start[p] = start;
  }
}
