/** What a board is asked for its bound, read from the figures that whoever asks has written one after the other. */

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
  /** Rows of the rectangle that must be clear. */
  readonly su: i32;
  readonly au: StaticArray<i32>;
  readonly bu: StaticArray<i32>;
  readonly av: StaticArray<i32>;
  readonly bv: StaticArray<i32>;

  constructor(from: Reader) {
    this.su = from.whole();
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
  /** Rows of it; of a run the least of them, and the most. */
  readonly step: i32;
  readonly run: bool;
  readonly most: i32;

  constructor(from: Reader) {
    this.item = from.whole();
    this.barriers = from.whole();
    this.gradeBit = from.whole();
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

/** Findings in the way of a slot, as one kind of barriers has them. */
@unmanaged
export class Findings {
  readonly list: StaticArray<i32>;
  limits: Limits | null = null;

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
  /** Runs of starts with one set of findings: first start of each, and its set. */
  readonly runAt: StaticArray<i32>;
  readonly runSet: StaticArray<i32>;
  readonly sets: i32;
  /** By set, then by kind of barriers. */
  readonly findings: StaticArray<Findings>;
  private readonly kinds: i32;
  /** By set: the row at which the last of its findings ends. */
  readonly lastRow: StaticArray<i32>;

  constructor(from: Reader, barriers: StaticArray<Barriers>) {
    this.size = from.figure();
    this.step = from.whole();
    this.keeps = from.whole() == 1;
    this.members = members(from);
    this.runAt = from.wholes();
    this.runSet = from.wholes();
    const sets = from.whole();
    const kinds = barriers.length;
    this.sets = sets;
    this.kinds = kinds;
    const findings = new StaticArray<Findings>(sets * kinds);
    const lastRow = new StaticArray<i32>(sets);
    for (let k = 0; k < sets; k++) {
      for (let kind = 0; kind < kinds; kind++) {
        const found = new Findings(from);
        findings[k * kinds + kind] = found;
        for (let n = 0; n < found.list.length; n++)
          lastRow[k] = max(lastRow[k], barriers[kind].bu[found.list[n]]);
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

/** A slot of a width to choose: cells at the least and at the most. */
@unmanaged
export class FlexibleSlot {
  readonly least: i32;
  readonly most: i32;
  readonly slot: SlotClass;

  constructor(from: Reader, barriers: StaticArray<Barriers>) {
    this.least = from.whole();
    this.most = from.whole();
    this.slot = new SlotClass(from, barriers);
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
  readonly threshold: f64;
  /** What rows from each on give at most, on cells so many mm high; none where there is no guide. */
  readonly guideGrid: f64;
  readonly guideLeft: StaticArray<f64>;

  constructor(from: Reader) {
    this.u = new Axis(from);
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
    this.keptClear = from.wholes();
    const items = new StaticArray<Item>(from.whole());
    for (let i = 0; i < items.length; i++) items[i] = new Item(from);
    this.items = items;
    const barriers = new StaticArray<Barriers>(from.whole());
    for (let kind = 0; kind < barriers.length; kind++) barriers[kind] = new Barriers(from);
    this.barriers = barriers;
    const classes = new StaticArray<SlotClass>(from.whole());
    for (let c = 0; c < classes.length; c++) classes[c] = new SlotClass(from, barriers);
    this.classes = classes;
    const flexible = new StaticArray<FlexibleSlot>(from.whole());
    for (let n = 0; n < flexible.length; n++) flexible[n] = new FlexibleSlot(from, barriers);
    this.flexible = flexible;
    this.strips = members(from);
    const price = new StaticArray<f64>(items.length);
    for (let i = 0; i < price.length; i++) price[i] = max<f64>(0, from.figure());
    this.price = price;
    this.threshold = from.figure();
    this.guideGrid = from.figure();
    const left = new StaticArray<f64>(from.whole());
    for (let q = 0; q < left.length; q++) left[q] = from.figure();
    this.guideLeft = left;
  }

  /** Limits of a piece of a grade past findings in a slot. */
  limits(found: Findings, kind: i32, gradeBit: i32): StaticArray<i32> {
    let known = found.limits;
    while (known !== null && known.gradeBit != gradeBit) known = known.next;
    if (known !== null) return known.rows;
    const barriers = this.barriers[kind];
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
