/**
 * What a board is asked for its bound, read from the figures that whoever asks has written one after the other. In one file, longer
 * than others: the order of the figures is told in one place.
 */

/** Of a cell: what is nearer than this touches. */
const TOUCHING: f64 = 1e-5;

/** Reads figures in order. */
export class Reader {
  private at: i32 = 0;

  constructor(private readonly figures: StaticArray<f64>) {}

  figure(): f64 {
    return this.figures[this.at++];
  }

  whole(): i32 {
    return <i32>this.figure();
  }

  /** As many whole numbers as the first says. */
  wholes(): StaticArray<i32> {
    const list = new StaticArray<i32>(this.whole());
    for (let n = 0; n < list.length; n++) list[n] = this.whole();
    return list;
  }
}

/** One axis of a board: its size, how many cells there are, and mm of one. */
@unmanaged
export class Axis {
  readonly size: f64;
  readonly cells: i32;
  readonly grid: f64;

  constructor(from: Reader) {
    this.size = from.figure();
    this.cells = from.whole();
    this.grid = from.figure();
  }
}

/** Where a rectangle of an item may not lie: a start before `b` may not end after `a`, by finding. */
@unmanaged
export class Barriers {
  /** Of a shaped piece: where along u the rectangle begins that must be clear, and its size, mm; 0 where all of a piece must be. */
  readonly innerAt: f64;
  readonly innerSize: f64;
  readonly au: StaticArray<i32>;
  readonly bu: StaticArray<i32>;
  readonly av: StaticArray<i32>;
  readonly bv: StaticArray<i32>;

  constructor(from: Reader) {
    this.innerAt = from.figure();
    this.innerSize = from.figure();
    this.au = from.wholes();
    this.bu = from.wholes();
    this.av = from.wholes();
    this.bv = from.wholes();
  }
}

/** What may be cut: a piece of one size, or a strip whose width may be chosen. */
@unmanaged
export class Item {
  /** Of a strip the narrowest, mm. */
  readonly width: f64;
  readonly strip: bool;
  readonly widest: f64;
  readonly joint: f64;

  constructor(from: Reader) {
    this.width = from.figure();
    this.strip = from.whole() == 1;
    this.widest = from.figure();
    this.joint = from.figure();
  }
}

/** An item within a stack. */
@unmanaged
export class Member {
  readonly item: i32;
  /** Which barriers keep it off. */
  readonly barriers: i32;
  readonly gradeBit: i32;
  /** Real size along u, mm. */
  readonly size: f64;
  /** Rows of it; of a run the least of them, and the most. */
  readonly step: i32;
  readonly run: bool;
  readonly most: i32;

  constructor(from: Reader) {
    this.item = from.whole();
    this.barriers = from.whole();
    this.gradeBit = from.whole();
    this.size = from.figure();
    this.step = from.whole();
    this.run = from.whole() == 1;
    this.most = from.whole();
  }
}

export function members(from: Reader): StaticArray<Member> {
  const list = new StaticArray<Member>(from.whole());
  for (let n = 0; n < list.length; n++) list[n] = new Member(from);
  return list;
}

/** Limits by grade: for each row the last at which a piece that begins there may end. */
@unmanaged
export class Limits {
  constructor(
    readonly gradeBit: i32,
    readonly rows: StaticArray<i32>,
    readonly next: Limits | null,
  ) {}
}

/** Where a piece may begin: the first and the last row of each stretch in turn. */
@unmanaged
export class Starts {
  constructor(
    readonly item: i32,
    readonly stretches: StaticArray<i32>,
    readonly next: Starts | null,
  ) {}
}

/** Findings in the way of a slot, as one kind of barriers has them. */
@unmanaged
export class Findings {
  readonly list: StaticArray<i32>;
  limits: Limits | null = null;
  starts: Starts | null = null;

  constructor(from: Reader) {
    this.list = from.wholes();
  }
}

/** Items of one size along v, or of a width to choose, in slots; and the findings beside each. */
@unmanaged
export class SlotClass {
  /** Real size along v, mm; 0 where the size is to choose. */
  readonly size: f64;
  readonly step: i32;
  /** Whether leftovers may lie in its stacks. */
  readonly keeps: bool;
  readonly members: StaticArray<Member>;
  /** The last cell at which one may begin. */
  readonly last: i32;
  /** Runs of starts with one set of findings: first start of each, and its set. */
  readonly runAt: StaticArray<i32>;
  readonly runSet: StaticArray<i32>;
  readonly sets: i32;
  /** By set, then by kind of barriers. */
  readonly findings: StaticArray<Findings>;
  private readonly kinds: i32;
  /** By set: the first row that lies behind all of its findings. */
  readonly lastRow: StaticArray<i32>;

  constructor(from: Reader, kinds: i32, behind: StaticArray<i32>) {
    this.size = from.figure();
    this.step = from.whole();
    this.keeps = from.whole() == 1;
    this.members = members(from);
    this.last = from.whole();
    this.runAt = from.wholes();
    this.runSet = from.wholes();
    const sets = from.whole();
    this.sets = sets;
    this.kinds = kinds;
    const findings = new StaticArray<Findings>(sets * kinds);
    const lastRow = new StaticArray<i32>(sets);
    for (let k = 0; k < sets; k++) {
      for (let kind = 0; kind < kinds; kind++) {
        const found = new Findings(from);
        findings[k * kinds + kind] = found;
        for (let n = 0; n < found.list.length; n++) lastRow[k] = max(lastRow[k], behind[found.list[n]]);
      }
    }
    this.findings = findings;
    this.lastRow = lastRow;
  }

  found(set: i32, kind: i32): Findings {
    return this.findings[set * this.kinds + kind];
  }

  /** The set of findings of a slot that begins at a cell. */
  setAt(cell: i32): i32 {
    let run = this.runAt.length - 1;
    while (this.runAt[run] > cell) run--;
    return this.runSet[run];
  }
}

/** Where a slot of a width to choose may lie: from a cell to another, in the end of which it may end; and what it may meet. */
@unmanaged
export class Stretch {
  readonly from: i32;
  readonly to: i32;
  readonly end: f64;
  readonly set: i32;

  constructor(from: Reader) {
    this.from = from.whole();
    this.to = from.whole();
    this.end = from.figure();
    this.set = from.whole();
  }
}

/** A slot of a width to choose: cells at the least and at the most. */
@unmanaged
export class FlexibleSlot {
  readonly least: i32;
  readonly most: i32;
  readonly slot: SlotClass;
  readonly stretches: StaticArray<Stretch>;

  constructor(from: Reader, kinds: i32, behind: StaticArray<i32>) {
    this.least = from.whole();
    this.most = from.whole();
    this.slot = new SlotClass(from, kinds, behind);
    const stretches = new StaticArray<Stretch>(from.whole());
    for (let n = 0; n < stretches.length; n++) stretches[n] = new Stretch(from);
    this.stretches = stretches;
  }
}

/** The board, what may lie on it, and what is kept. */
export class Question {
  readonly u: Axis;
  readonly v: Axis;
  readonly kerf: f64;
  /** What is kept: credit per mm² (and whole), its grade's bit, its least size in mm and in cells. */
  readonly perMm2: f64;
  readonly keepBit: i32;
  readonly minU: f64;
  readonly stepU: i32;
  readonly stepV: i32;
  /** By finding: the grades that it blocks, and its places u0, v0, u1, v1, mm. */
  readonly masks: StaticArray<i32>;
  readonly places: StaticArray<f64>;
  /** By finding: the first row that lies behind it. */
  readonly behind: StaticArray<i32>;
  /** Findings that a leftover must be clear of, by their place along u. */
  readonly keptClear: StaticArray<i32>;
  readonly items: StaticArray<Item>;
  readonly barriers: StaticArray<Barriers>;
  readonly classes: StaticArray<SlotClass>;
  readonly flexible: StaticArray<FlexibleSlot>;
  /** Strips whose width is along v. */
  readonly strips: StaticArray<Member>;
  /** Whole prices of the items: of a copy, or of a mm of strip. */
  readonly price: StaticArray<f64>;
  /** Of items that are counted the most and the least that may be taken, copies; −1: not counted. */
  readonly most: StaticArray<i32>;
  readonly least: StaticArray<i32>;
  /** What of their prices has been taken off, of each copy: counts for it in the end. */
  readonly off: StaticArray<f64>;
  readonly threshold: f64;
  /** What rows from each on give at most, on cells so many mm high; none where there is no guide. */
  readonly guideGrid: f64;
  readonly guideLeft: StaticArray<f64>;

  constructor(from: Reader) {
    const u = new Axis(from);
    this.u = u;
    this.v = new Axis(from);
    this.kerf = from.figure();
    this.perMm2 = from.figure();
    this.keepBit = from.whole();
    this.minU = from.figure();
    this.stepU = from.whole();
    this.stepV = from.whole();
    const masks = from.wholes();
    this.masks = masks;
    const places = new StaticArray<f64>(4 * masks.length);
    for (let n = 0; n < places.length; n++) places[n] = from.figure();
    this.places = places;
    const behind = new StaticArray<i32>(masks.length);
    for (let f = 0; f < masks.length; f++) behind[f] = <i32>Math.ceil(places[4 * f + 2] / u.grid - TOUCHING);
    this.behind = behind;
    this.keptClear = from.wholes();
    const items = new StaticArray<Item>(from.whole());
    for (let i = 0; i < items.length; i++) items[i] = new Item(from);
    this.items = items;
    const barriers = new StaticArray<Barriers>(from.whole());
    for (let kind = 0; kind < barriers.length; kind++) barriers[kind] = new Barriers(from);
    this.barriers = barriers;
    const classes = new StaticArray<SlotClass>(from.whole());
    for (let c = 0; c < classes.length; c++) classes[c] = new SlotClass(from, barriers.length, behind);
    this.classes = classes;
    const flexible = new StaticArray<FlexibleSlot>(from.whole());
    for (let n = 0; n < flexible.length; n++) flexible[n] = new FlexibleSlot(from, barriers.length, behind);
    this.flexible = flexible;
    this.strips = members(from);
    const price = new StaticArray<f64>(items.length);
    for (let i = 0; i < price.length; i++) price[i] = max<f64>(0, from.figure());
    this.price = price;
    const most = from.wholes();
    this.most = most;
    this.least = from.wholes();
    const off = new StaticArray<f64>(most.length);
    for (let i = 0; i < off.length; i++) off[i] = from.figure();
    this.off = off;
    this.threshold = from.figure();
    this.guideGrid = from.figure();
    const left = new StaticArray<f64>(from.whole());
    for (let q = 0; q < left.length; q++) left[q] = from.figure();
    this.guideLeft = left;
  }

  /** Where a piece may begin past findings in a slot. */
  starts(found: Findings, member: Member): StaticArray<i32> {
    let known = found.starts;
    while (known !== null && known.item != member.item) known = known.next;
    if (known !== null) return known.stretches;
    const stretches = this.startsPast(found.list, member);
    found.starts = new Starts(member.item, stretches, found.starts);
    return stretches;
  }

  startsPast(list: StaticArray<i32>, member: Member): StaticArray<i32> {
    const barriers = this.barriers[member.barriers];
    const inner = barriers.innerSize > 0;
    return this.startsAlong(
      this.u,
      0,
      list,
      member.gradeBit,
      member.size,
      barriers.innerAt,
      inner ? barriers.innerSize : member.size,
    );
  }

  /**
   * Where a piece so large may begin along an axis (0: u, 1: v) past those of the findings that block a grade: the rows in which
   * any real place is clear of them. Of the piece `clear` mm from `at` on must be clear.
   */
  startsAlong(
    axis: Axis,
    number: i32,
    list: StaticArray<i32>,
    gradeBit: i32,
    size: f64,
    at: f64,
    clear: f64,
  ): StaticArray<i32> {
    const tiny = TOUCHING * axis.grid;
    const end = axis.size - size;
    const stretches: Array<i32> = [];
    for (let free: f64 = 0; free <= end + tiny;) {
      // No finding that begins here or before reaches further; the next one that begins ends the stretch.
      let to = end;
      let covered = false;
      for (let n = 0; n < list.length; n++) {
        const f = list[n];
        if ((this.masks[f] & gradeBit) == 0) continue;
        const begins = this.places[4 * f + number] - clear - at;
        const ends = this.places[4 * f + 2 + number] - at;
        if (ends <= free + tiny) continue;
        if (begins < free - tiny) {
          free = ends;
          covered = true;
        } else if (begins < to) to = begins;
      }
      if (covered) continue;
      stretches.push(max(0, <i32>Math.floor(free / axis.grid - TOUCHING)));
      stretches.push(<i32>Math.floor(to / axis.grid + TOUCHING));
      if (to >= end) break;
      // Just behind where the finding begins to be in the way: on to where it ends.
      free = to + 2 * tiny;
    }
    return StaticArray.fromArray(stretches);
  }

  /** Limits of runs of a grade past findings in a slot. */
  limits(found: Findings, gradeBit: i32): StaticArray<i32> {
    let known = found.limits;
    while (known !== null && known.gradeBit != gradeBit) known = known.next;
    if (known !== null) return known.rows;
    const barriers = this.barriers[0];
    const rows = this.limitsPast(found.list, gradeBit, barriers.au, barriers.bu, this.u.cells);
    found.limits = new Limits(gradeBit, rows, found.limits);
    return rows;
  }

  /** For each start the last end that passes those of the findings that block a grade: none of them may be straddled. */
  limitsPast(
    list: StaticArray<i32>,
    gradeBit: i32,
    a: StaticArray<i32>,
    b: StaticArray<i32>,
    cells: i32,
  ): StaticArray<i32> {
    const limit = new StaticArray<i32>(cells + 1);
    for (let at = 0; at <= cells; at++) limit[at] = cells;
    for (let n = 0; n < list.length; n++) {
      const f = list[n];
      if ((this.masks[f] & gradeBit) == 0) continue;
      const last = min(cells + 1, b[f]);
      for (let at = 0; at < last; at++) if (limit[at] > a[f]) limit[at] = a[f];
    }
    return limit;
  }
}
