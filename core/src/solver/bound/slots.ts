/** What may lie in a board's slots: classes of slots by their size along v, their members, and the findings beside each. */
import { EPS, type Barriers, type CellBoard } from './cells.ts';
import type { RelaxedItem } from './relaxed-item.ts';

/** An item within a stack. */
export interface Member {
  readonly item: number;
  /** Which barriers keep it off. */
  readonly barriers: number;
  readonly gradeBit: number;
  /** Real size along u, mm. */
  readonly size: number;
  /** Rows of it; of a run the least of them. */
  readonly step: number;
  /** A run of rows in place of a step, and the most of them. */
  readonly run: boolean;
  readonly most: number;
}

/** Findings in the way of a slot, one list for each of the barriers. */
type FindingSet = readonly (readonly number[])[];

export interface SlotClass {
  /** Real size along v, mm; 0 where the size is to choose. */
  readonly size: number;
  readonly step: number;
  readonly members: readonly Member[];
  /** The last cell at which one may begin. */
  readonly last: number;
  /** Runs of starts with one set of findings: first start of each, and its set. */
  readonly runAt: Int32Array;
  readonly runSet: Int32Array;
  readonly sets: readonly FindingSet[];
  /** Whether leftovers may lie in its stacks. */
  readonly keeps: boolean;
}

/** Where a slot of a width to choose may lie: from a cell at the earliest to another at the latest, and the findings that it may meet. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Where it ends at the latest, in cells. */
  readonly end: number;
  readonly set: number;
}

/** A slot of a width to choose: cells at the least and at the most. */
export interface FlexibleSlot {
  readonly slot: SlotClass;
  readonly least: number;
  readonly most: number;
  readonly stretches: readonly Stretch[];
}

/** Stretches of a board at the most, about. */
const MOST_STRETCHES = 40;

export class SlotPlan {
  /** What keeps plain pieces off, then one for each shaped item. */
  readonly barriers: Barriers[] = [];
  readonly classes: SlotClass[] = [];
  readonly flexible: FlexibleSlot[] = [];
  /** Strips whose width is along v. */
  readonly strips: readonly Member[] = [];
  private readonly cross: boolean;

  constructor(
    private readonly cells: CellBoard,
    private readonly items: readonly RelaxedItem[],
    /** Least size along v of what is kept, mm; Infinity where nothing is. */
    private readonly leastKept: number,
  ) {
    this.cross = cells.school === 'crosscutFirst';
    this.barriers.push(cells.barriers(null));
    const members = items.map((item, i) => this.memberOf(item, i));
    const fixed = items
      .map((_, i) => i)
      .filter((i) => !(this.cross && (items[i] as RelaxedItem).strip))
      .sort((a, b) => this.sizeV(a) - this.sizeV(b));
    for (let n = 0; n < fixed.length;) {
      const size = this.sizeV(fixed[n] as number);
      const own: Member[] = [];
      for (; n < fixed.length && this.sizeV(fixed[n] as number) < size + 1e-6; n++) {
        own.push(...(members[fixed[n] as number] ?? []));
      }
      // In a slot as wide as a piece a strip may lie too.
      if (this.cross) {
        items.forEach(({ strip, width }, i) => {
          if (strip && size >= width - 1e-6 && size <= strip.widest + 1e-6) own.push(...(members[i] ?? []));
        });
      }
      const keeps = size >= leastKept - 1e-6;
      if (own.length > 0) this.classes.push(this.classOf(size, cells.stepV(size), own, keeps));
    }
    if (!this.cross) return;
    this.strips = items.flatMap((item, i) => (item.strip ? (members[i] ?? []) : []));
    if (this.strips.length > 0) this.addFlexible();
  }

  private sizeU(i: number): number {
    const { length, width } = this.items[i] as RelaxedItem;
    return this.cross ? length : width;
  }

  private sizeV(i: number): number {
    const { length, width } = this.items[i] as RelaxedItem;
    return this.cross ? width : length;
  }

  private memberOf(item: RelaxedItem, i: number): Member[] {
    const { u, v, kerf } = this.cells;
    if (this.sizeU(i) > u.size + 1e-6 || this.sizeV(i) > v.size + 1e-6) return [];
    let barriers = 0;
    if (item.inner) {
      const [x, y, l, w] = item.inner;
      barriers = this.barriers.length;
      this.barriers.push(
        this.cells.barriers(
          this.cross ? { u: x, v: y, sizeU: l, sizeV: w } : { u: y, v: x, sizeU: w, sizeV: l },
        ),
      );
    }
    const run = item.strip !== undefined && !this.cross;
    const most = run ? Math.floor((item.strip.widest + kerf) / u.grid + 1e-5) : 0;
    const size = this.sizeU(i);
    return [{ item: i, barriers, gradeBit: item.gradeBit, size, step: this.cells.stepU(size), most, run }];
  }

  /** Narrowest and widest of the strips, mm. */
  stripLimits(): readonly [number, number] {
    let [narrow, wide] = [Infinity, 0];
    for (const { item } of this.strips) {
      const { width, strip } = this.items[item] as RelaxedItem;
      narrow = Math.min(narrow, width);
      wide = Math.max(wide, strip?.widest ?? width);
    }
    return [narrow, Math.min(wide, this.cells.v.size)];
  }

  /** Strips alone, and strips beside a leftover, which must then be as wide as what is kept. */
  private addFlexible(): void {
    const [narrow, wide] = this.stripLimits();
    const most = Math.floor((wide + this.cells.kerf) / this.cells.v.grid + 1e-5);
    for (const keeps of [false, true]) {
      const least = keeps ? Math.max(narrow, this.leastKept) : narrow;
      if (least > wide) continue;
      this.flexible.push({ ...this.stretchesOf(keeps, most), least: this.cells.stepV(least) });
    }
  }

  private classOf(size: number, step: number, members: readonly Member[], keeps: boolean): SlotClass {
    const kinds = [...new Set([0, ...members.map(({ barriers }) => barriers)])];
    const { cells, grid, size: whole } = this.cells.v;
    const last = Math.min(cells - step, Math.floor((whole - size) / grid + EPS));
    const sets: FindingSet[] = [];
    const known = new Map<string, number>();
    const runAt: number[] = [];
    const runSet: number[] = [];
    for (let p = 0; p <= last; p++) {
      const set = this.besidePiece(p, size, kinds);
      const key = set.map((found) => found.join()).join('|');
      let at = known.get(key);
      if (at === undefined) {
        at = sets.length;
        known.set(key, at);
        sets.push(set);
      }
      if (runSet[runSet.length - 1] !== at) {
        runAt.push(p);
        runSet.push(at);
      }
    }
    return {
      size,
      step: Math.max(1, step),
      members,
      last,
      runAt: Int32Array.from(runAt),
      runSet: Int32Array.from(runSet),
      sets,
      keeps,
    };
  }

  /**
   * Slots of a width to choose: one that begins at or after a place and ends by another meets just the findings that end after the
   * one and begin before the other. Where that would be too many stretches, those that meet many findings are told apart only
   * by some of them.
   */
  private stretchesOf(keeps: boolean, most: number): Omit<FlexibleSlot, 'least'> {
    const places = this.placesOf();
    // Each place begins about as many stretches as are told apart: with many places it need not be tried with all.
    let told = Math.min(places.length, Math.ceil(MOST_STRETCHES / Math.max(1, places.length)) + 1);
    let found = this.stretchesMeeting(told, places);
    while (found.stretches.length > MOST_STRETCHES && told > 1) found = this.stretchesMeeting(--told, places);
    const { stretches, sets } = found;
    const none = new Int32Array(0);
    const last = this.cells.v.cells - 1;
    const slot = { size: 0, step: 1, members: this.strips, last, runAt: none, runSet: none, sets, keeps };
    return { slot, most, stretches };
  }

  /** Where findings lie along v, those at one place together: the cells that a slot may end at before them and begin at behind. */
  private placesOf(): { readonly before: number; readonly behind: number; readonly found: number[] }[] {
    const { av, bv } = this.barriers[0] as Barriers;
    const places = new Map<string, { before: number; behind: number; found: number[] }>();
    av.forEach((before, f) => {
      const behind = bv[f] as number;
      const key = `${before} ${behind}`;
      const place = places.get(key) ?? { before, behind, found: [] };
      place.found.push(f);
      places.set(key, place);
    });
    return [...places.values()];
  }

  /** Stretches, told apart by what they meet where that lies in at most so many places. */
  private stretchesMeeting(
    most: number,
    places: readonly {
      readonly before: number;
      readonly behind: number;
      readonly found: readonly number[];
    }[],
  ): { readonly stretches: readonly Stretch[]; readonly sets: readonly FindingSet[] } {
    const { cells, grid, size } = this.cells.v;
    const { kerf } = this.cells;
    const begins = [...new Set([0, ...places.map(({ behind }) => behind)])]
      .filter((p) => p >= 0 && p < cells)
      .sort((a, b) => a - b);
    const ends = [...new Set([cells, ...places.map(({ before }) => before)])]
      .filter((p) => p > 0 && p <= cells)
      .sort((a, b) => b - a);
    const metBetween = (from: number, to: number): readonly { readonly found: readonly number[] }[] =>
      places.filter(({ before, behind }) => behind > from && before < to);
    const sets: FindingSet[] = [];
    const known = new Map<string, number>();
    const stretches: Stretch[] = [];
    const add = (from: number, to: number, found: readonly number[]): void => {
      const key = found.join();
      let set = known.get(key);
      if (set === undefined) {
        set = sets.length;
        known.set(key, set);
        sets.push([found]);
      }
      // One that begins earlier or ends later and meets no more will do in place of it.
      if (stretches.some((other) => other.set === set && other.from <= from && other.to >= to)) return;
      const touched = places.filter(({ before }) => before === to).flatMap(({ found }) => found);
      const end = to === cells ? size : Math.max(...touched.map((f) => this.cells.finding(f)[1]));
      stretches.push({ from, to, end: (end + kerf) / grid, set });
    };
    begins.forEach((from, b) => {
      ends.forEach((to, e) => {
        if (to <= from) return;
        const met = metBetween(from, to);
        const found = met.flatMap((place) => place.found).sort((one, other) => one - other);
        if (met.length <= most) add(from, to, found);
        else if (
          metBetween(begins[b + 1] ?? cells, to).length <= most &&
          metBetween(from, ends[e + 1] ?? 0).length <= most
        ) {
          // All that meet more meet these.
          add(0, cells, found);
        }
      });
    });
    return { stretches, sets };
  }

  /**
   * Findings beside a piece that begins somewhere in cell p, by kind of barriers: those at the real place in it that meets no
   * other findings than all places do; where there is no such place, those that every place meets.
   */
  private besidePiece(p: number, size: number, kinds: readonly number[]): FindingSet {
    const { grid, size: whole } = this.cells.v;
    const tiny = EPS * grid;
    const low = p * grid;
    const high = Math.min(low + grid, whole - size + tiny);
    const places = [low];
    for (const kind of kinds) {
      const from = this.barriers[kind]?.inner?.v ?? 0;
      for (let f = 0; f < this.cells.masks.length; f++) {
        const behind = this.cells.finding(f)[3] - from;
        if (behind > low && behind <= high) places.push(behind);
      }
    }
    const at = places.map((place) => kinds.map((kind) => this.metAt(place, size, kind)));
    const least = at[0]?.map((found, k) => found.filter((f) => at.every((set) => set[k]?.includes(f)))) ?? [];
    const set: (readonly number[])[] = [];
    kinds.forEach((kind, k) => (set[kind] = least[k] ?? []));
    return set;
  }

  /** Findings that a piece meets which begins at a real place, as one kind of barriers has them. */
  private metAt(place: number, size: number, kind: number): number[] {
    const inner = this.barriers[kind]?.inner;
    const begin = place + (inner?.v ?? 0);
    const end = begin + (inner?.sizeV ?? size);
    const tiny = EPS * this.cells.v.grid;
    return [...this.cells.masks.keys()].filter((f) => {
      const [, v0, , v1] = this.cells.finding(f);
      return begin < v1 - tiny && end > v0 + tiny;
    });
  }
}
