/** What may lie in a board's slots: classes of slots by their size along v, their members, and the findings beside each. */
import type { Barriers, CellBoard } from './cells.ts';
import type { RelaxedItem } from './relaxed-item.ts';

/** An item within a stack. */
export interface Member {
  readonly item: number;
  /** Which barriers keep it off. */
  readonly barriers: number;
  readonly gradeBit: number;
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
  /** Runs of starts with one set of findings: first start of each, and its set. */
  readonly runAt: Int32Array;
  readonly runSet: Int32Array;
  readonly sets: readonly FindingSet[];
  /** Whether leftovers may lie in its stacks. */
  readonly keeps: boolean;
}

/** A slot of a width to choose: cells at the least and at the most. */
export interface FlexibleSlot {
  readonly slot: SlotClass;
  readonly least: number;
  readonly most: number;
}

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
    this.barriers.push(cells.barriers(0, 0));
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
      this.barriers.push(this.cells.barriers(0, 0, this.cross ? [x, y, l, w] : [y, x, w, l]));
    }
    const run = item.strip !== undefined && !this.cross;
    const most = run ? Math.floor((item.strip.widest + kerf) / u.grid + 1e-5) : 0;
    const step = this.cells.stepU(this.sizeU(i));
    return [{ item: i, barriers, gradeBit: item.gradeBit, step, most, run }];
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
      this.flexible.push({
        slot: this.classOf(0, 1, this.strips, keeps),
        least: this.cells.stepV(least),
        most,
      });
    }
  }

  private classOf(size: number, step: number, members: readonly Member[], keeps: boolean): SlotClass {
    const kinds = [...new Set([0, ...members.map(({ barriers }) => barriers)])];
    const { cells } = this.cells.v;
    const sets: FindingSet[] = [];
    const known = new Map<string, number>();
    const runAt: number[] = [];
    const runSet: number[] = [];
    for (let p = 0; p + step <= cells; p++) {
      const set: number[][] = [];
      for (const kind of kinds) {
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
      if (runSet[runSet.length - 1] !== at) {
        runAt.push(p);
        runSet.push(at);
      }
    }
    return {
      size,
      step: Math.max(1, step),
      members,
      runAt: Int32Array.from(runAt),
      runSet: Int32Array.from(runSet),
      sets,
      keeps,
    };
  }
}
