/**
 * Bands of a board: stacks for the rows from one on, and the best band over some of them, by state of what is counted.
 *
 * A slot's stack depends on where it stands only through the findings beside it, so stacks are calculated once for each
 * set of them, and once for all where no finding is in the way. With nothing counted there is one state, 0.
 *
 * Longer than others: what lays a band out and what traces it back must agree on every stack, and share all tables.
 */
import { BandPath, BandVisitor, FlexRun } from './band-path';
import { Choices, Counts } from './counts';
import { lay } from './lay';
import { prices, wholeUp } from './prices';
import { Member, Question, SlotClass } from './question';
import { LEFTOVER, StackPath, Visitor } from './stack-path';

const NONE = -1;
/** Findings that a leftover is told to meet at the most. */
const MOST_MET = 12;
/** Sizes in mm that differ by less are the same. */
const SAME_MM = 1e-6;

/** Stacks in slots of a class, by choice of counted items: where no finding is near, and those by set. */
class Stacks {
  readonly choices: Choices;
  /** By choice: the best by rows, the same where they end with the board, and room to put both together. */
  readonly whole: StaticArray<StaticArray<f64>>;
  readonly atEnd: StaticArray<StaticArray<f64> | null>;
  private readonly wholeNow: StaticArray<StaticArray<f64>>;
  /** By set, then choice. */
  readonly bySet: StaticArray<StaticArray<StaticArray<f64>>>;
  /** Stacks without leftovers: where no finding is near, and by set. */
  readonly wholeBare: StaticArray<f64>;
  readonly bareBySet: StaticArray<StaticArray<f64>>;

  constructor(
    readonly slot: SlotClass,
    private readonly rows: i32,
    counts: Counts,
  ) {
    const choices = new Choices(counts, slot);
    const many = choices.states.length;
    this.choices = choices;
    this.whole = tables(many, rows);
    this.wholeNow = tables(many, rows);
    this.atEnd = new StaticArray<StaticArray<f64> | null>(many);
    const bySet = new StaticArray<StaticArray<StaticArray<f64>>>(slot.sets);
    for (let k = 0; k < slot.sets; k++) bySet[k] = tables(many, rows);
    this.bySet = bySet;
    this.wholeBare = new StaticArray<f64>(rows + 1);
    this.bareBySet = tables(slot.sets, rows);
  }

  /** Of the whole ones those over the rows from q: only a stack over all of them ends where the board does. */
  from(q: i32): StaticArray<StaticArray<f64>> {
    const rows = this.rows - q;
    let same = true;
    for (let choice = 0; choice < this.whole.length; choice++) {
      const atEnd = this.atEnd[choice];
      if (atEnd === null) continue;
      same = false;
      const now = this.wholeNow[choice];
      for (let n = 0; n < rows; n++) now[n] = this.whole[choice][n];
      now[rows] = atEnd[rows];
    }
    return same ? this.whole : this.wholeNow;
  }
}

/** So many tables by rows. */
function tables(many: i32, rows: i32): StaticArray<StaticArray<f64>> {
  const list = new StaticArray<StaticArray<f64>>(many);
  for (let n = 0; n < many; n++) list[n] = new StaticArray<f64>(rows + 1);
  return list;
}

export class Bands {
  private readonly path: BandPath;
  private readonly stacks: StackPath;
  /** Stretches of slots of a width to choose, the slot of each, and its set of findings. */
  private readonly flexRuns: Array<FlexRun>;
  private readonly flexOf: Array<i32>;
  private readonly flexSet: Array<i32>;
  private readonly classes: StaticArray<Stacks>;
  private readonly flexible: StaticArray<Stacks>;
  /** By class, set and choice: the stacks that slots of the band at hand may have, worth by rows. */
  private readonly tables: StaticArray<StaticArray<StaticArray<StaticArray<f64>>>>;
  private readonly flexTables: StaticArray<StaticArray<StaticArray<StaticArray<f64>>>>;
  /** By class and set: the same of stacks without leftovers, nothing counted. */
  private readonly bare: StaticArray<StaticArray<StaticArray<f64>>>;
  private readonly flexBare: StaticArray<StaticArray<StaticArray<f64>>>;
  /** By class and choice: what slots of the band at hand are worth by set. */
  private readonly worths: StaticArray<StaticArray<StaticArray<f64>>>;
  /** Findings gone through in parting leftovers. */
  private parted: f64 = 0;
  /** Findings beside a leftover. */
  private readonly beside: Array<i32> = [];
  private readonly noFindings: StaticArray<i32>;
  /** Starts where no finding is in the way. */
  private readonly anywhere: StaticArray<i32>;
  private readonly brought: StaticArray<f64>;
  /** By set: those of its findings that end behind the row at hand. */
  private readonly leftOf: StaticArray<u64>;

  constructor(
    private readonly asked: Question,
    readonly counts: Counts,
  ) {
    const rows = asked.u.cells;
    this.path = new BandPath(asked.v.cells, asked.classes, counts);
    this.stacks = new StackPath(rows);
    const classes = new StaticArray<Stacks>(asked.classes.length);
    for (let c = 0; c < classes.length; c++) classes[c] = new Stacks(asked.classes[c], rows, counts);
    this.classes = classes;
    const flexible = new StaticArray<Stacks>(asked.flexible.length);
    const flexRuns: Array<FlexRun> = [];
    const flexOf: Array<i32> = [];
    const flexSet: Array<i32> = [];
    for (let n = 0; n < flexible.length; n++) {
      const flex = asked.flexible[n];
      const stretches = flex.stretches;
      flexible[n] = new Stacks(flex.slot, rows, counts);
      for (let k = 0; k < stretches.length; k++) {
        flexRuns.push(
          new FlexRun(
            flexRuns.length,
            flex.least,
            flex.most,
            asked.v.cells,
            asked.kerf,
            asked.v.grid,
            stretches[k],
          ),
        );
        flexOf.push(n);
        flexSet.push(stretches[k].set);
      }
    }
    this.flexible = flexible;
    this.flexRuns = flexRuns;
    this.flexOf = flexOf;
    this.flexSet = flexSet;
    this.tables = tablesFor(classes);
    const worths = new StaticArray<StaticArray<StaticArray<f64>>>(classes.length);
    for (let c = 0; c < classes.length; c++)
      worths[c] = tables(classes[c].choices.states.length, classes[c].slot.sets);
    this.worths = worths;
    this.flexTables = tablesFor(flexible);
    this.bare = bareFor(classes);
    this.flexBare = bareFor(flexible);
    this.noFindings = new StaticArray<i32>(0);
    this.anywhere = StaticArray.fromArray<i32>([0, rows]);
    this.brought = new StaticArray<f64>(rows + 1);
    let sets = 0;
    for (let c = 0; c < classes.length; c++) sets = max(sets, classes[c].slot.sets);
    for (let n = 0; n < flexible.length; n++) sets = max(sets, flexible[n].slot.sets);
    this.leftOf = new StaticArray<u64>(sets);
  }

  /** Calculates the stacks that no finding is beside: they serve every band. */
  prepare(): void {
    this.wholeStacks(this.classes);
    this.wholeStacks(this.flexible);
  }

  private wholeStacks(classes: StaticArray<Stacks>): void {
    for (let c = 0; c < classes.length; c++) {
      const stacks = classes[c];
      this.bareStack(stacks.slot, stacks.choices, NONE, 0, stacks.wholeBare);
      for (let choice = 0; choice < stacks.whole.length; choice++) {
        this.stack(stacks.slot, stacks.choices, NONE, 0, choice, stacks.whole);
        stacks.atEnd[choice] = this.stacks.atBoardEnd(this.asked.u.cells);
      }
    }
  }

  /** Chooses the stacks of bands that begin at row q. */
  begin(q: i32): void {
    this.choose(q, this.classes, this.tables, this.bare);
    this.choose(q, this.flexible, this.flexTables, this.flexBare);
  }

  private choose(
    q: i32,
    classes: StaticArray<Stacks>,
    tables: StaticArray<StaticArray<StaticArray<StaticArray<f64>>>>,
    bare: StaticArray<StaticArray<StaticArray<f64>>>,
  ): void {
    for (let c = 0; c < classes.length; c++) {
      const stacks = classes[c];
      const whole = stacks.from(q);
      for (let k = 0; k < stacks.slot.sets; k++) {
        const same = this.sameFrom(stacks.slot, k, q);
        if (stacks.slot.lastRow[k] <= q) {
          tables[c][k] = whole;
          bare[c][k] = stacks.wholeBare;
        } else if (same != NONE) {
          tables[c][k] = tables[c][same];
          bare[c][k] = bare[c][same];
        } else {
          const own = stacks.bySet[k];
          for (let choice = 0; choice < own.length; choice++)
            this.stack(stacks.slot, stacks.choices, k, q, choice, own);
          tables[c][k] = own;
          bare[c][k] = stacks.bareBySet[k];
          this.bareStack(stacks.slot, stacks.choices, k, q, bare[c][k]);
        }
      }
    }
  }

  /** A set before, of which the same findings end behind row q, or none. */
  private sameFrom(slot: SlotClass, set: i32, q: i32): i32 {
    const behind = this.asked.behind;
    if (this.asked.barriers.length > 1 || behind.length > 64) return NONE;
    let left: u64 = 0;
    const list = slot.found(set, 0).list;
    for (let n = 0; n < list.length; n++) if (behind[list[n]] > q) left |= (<u64>1) << (<u64>list[n]);
    this.leftOf[set] = left;
    for (let before = 0; before < set; before++) if (this.leftOf[before] == left) return before;
    return NONE;
  }

  /**
   * The best stack in a slot from row `q` that holds a choice of counted items, for each number of rows, written into
   * `by[choice]`; those of choices with less stand there already. `set` of findings, or none.
   */
  private stack(
    slot: SlotClass,
    choices: Choices,
    set: i32,
    q: i32,
    choice: i32,
    by: StaticArray<StaticArray<f64>>,
  ): void {
    const rows = this.asked.u.cells - q;
    const stacks = this.stacks;
    stacks.begin(q);
    this.addPieces(slot, choices, set);
    this.addLeftovers(slot, set, rows);
    if (choices.states[choice] == 0) stacks.best(rows, by[choice]);
    else {
      this.bring(slot, choices, set, q, choice, by);
      stacks.best(rows, by[choice], this.brought);
    }
  }

  /** The same without leftovers, nothing counted: whether a slot can hold any piece at all. */
  private bareStack(slot: SlotClass, choices: Choices, set: i32, q: i32, bare: StaticArray<f64>): void {
    this.stacks.begin(q);
    this.addPieces(slot, choices, set);
    this.stacks.best(this.asked.u.cells - q, bare);
  }

  /** Pieces and strips that are not counted, and are worth something. */
  private addPieces(slot: SlotClass, choices: Choices, set: i32): void {
    const asked = this.asked;
    for (let m = 0; m < slot.members.length; m++) {
      const member = slot.members[m];
      if (!member.run && choices.isCounted(member.item)) continue;
      const price = prices(asked, member, slot.size);
      if (price.each <= 0 && price.perRow <= 0) continue;
      if (member.run) {
        const limit = this.limits(slot, set, member.gradeBit);
        this.addStrip(member.item, member.step, member.most, price.perRow, limit);
      } else this.stacks.addStep(member.item, member.step, price.each, this.starts(slot, set, member));
    }
  }

  private addLeftovers(slot: SlotClass, set: i32, rows: i32): void {
    if (!slot.keeps) return;
    const asked = this.asked;
    const grid = asked.u.grid;
    const perMm = asked.perMm2 * (slot.size == 0 ? 1 : slot.size);
    const each = wholeUp(perMm * (grid - asked.kerf));
    const limit = this.limits(slot, set, asked.keepBit);
    this.stacks.addRun(LEFTOVER, asked.stepU, rows, each, wholeUp(perMm * grid), limit);
  }

  /** What ends at each row with a counted item, on top of the choice without it. */
  private bring(
    slot: SlotClass,
    choices: Choices,
    set: i32,
    q: i32,
    choice: i32,
    by: StaticArray<StaticArray<f64>>,
  ): void {
    const rows = this.asked.u.cells - q;
    for (let r = 0; r <= rows; r++) this.brought[r] = -Infinity;
    for (let m = 0; m < choices.members.length; m++) {
      const member = choices.members[m];
      const without = choices.without(choice, member);
      if (without < 0) continue;
      const starts = this.starts(slot, set, member);
      const worth = prices(this.asked, member, slot.size).each;
      const step = max(1, member.step);
      for (let n = 0; n < starts.length; n += 2) {
        const begin = max(0, starts[n] - q);
        const many = min(rows - step, starts[n + 1] - q) + 1 - begin;
        if (many > 0) lay(by[without], begin, worth, this.brought, begin + step, many);
      }
    }
  }

  private starts(slot: SlotClass, set: i32, member: Member): StaticArray<i32> {
    return set == NONE ? this.anywhere : this.asked.starts(slot.found(set, member.barriers), member);
  }

  /** Limits of runs of rows. */
  private limits(slot: SlotClass, set: i32, gradeBit: i32): StaticArray<i32> {
    if (set != NONE) return this.asked.limits(slot.found(set, 0), gradeBit);
    const barriers = this.asked.barriers[0];
    return this.asked.limitsPast(this.noFindings, gradeBit, barriers.au, barriers.bu, this.asked.u.cells);
  }

  /** A strip along u: by the row, and what goes with its cut and its joint. */
  private addStrip(item: i32, least: i32, most: i32, perRow: f64, limit: StaticArray<i32>): void {
    const asked = this.asked;
    const price = asked.price[item];
    const lost = Math.floor(price * (asked.kerf + asked.items[item].joint));
    const behind = Math.max(0, asked.u.size + asked.kerf - <f64>asked.u.cells * asked.u.grid);
    this.stacks.addStrip(
      item,
      least,
      most,
      perRow,
      lost,
      Math.min(perRow, Math.ceil(price * behind) + 1),
      limit,
    );
  }

  /** Lays out the band over the rows from q, whose stacks are chosen, to `end`; whether it is another than the last laid out. */
  lay(q: i32, end: i32): bool {
    const rows = end - q;
    const path = this.path;
    let other = false;
    path.begin(this.asked.stepV);
    for (let c = 0; c < this.tables.length; c++) {
      const stacks = this.tables[c];
      const bare = this.bare[c];
      const choices = this.classes[c].choices.states;
      for (let choice = 0; choice < choices.length; choice++) {
        const worths = this.worths[c][choice];
        let most: f64 = -Infinity;
        for (let k = 0; k < stacks.length; k++) {
          let value = unchecked(stacks[k][choice][rows]);
          // A slot that has room for no piece is none: leftovers are laid by themselves.
          if (choice == 0 && unchecked(bare[k][rows]) <= 0) value = 0;
          if (unchecked(worths[k]) != value) other = true;
          unchecked((worths[k] = value));
          if (value > most) most = value;
        }
        if (choice > 0 && most > -Infinity) path.addCounted(c, choice, choices[choice], worths);
        else if (choice == 0 && most > 0) path.addSlots(c, worths);
      }
    }
    for (let n = 0; n < this.flexRuns.length; n++) if (this.addFlex(n, rows)) other = true;
    return this.addKept(q, end) || other;
  }

  /** What has been gone through so far, in stacks and bands. */
  get work(): f64 {
    return this.path.work + this.stacks.work + this.parted;
  }

  /** The worth of the band laid out in a state of what is counted; all states that it holds come before. */
  run(state: i32): f64 {
    return this.path.run(state);
  }

  /**
   * Leftovers over a band, by the findings they lie beside: one that begins at or after a place and ends by another meets
   * just the findings that end after the one and begin before the other, and is kept in the gaps between those. Whether there may
   * be any.
   */
  private addKept(q: i32, end: i32): bool {
    const asked = this.asked;
    if (asked.perMm2 <= 0) return false;
    const cells = asked.v.cells;
    const grid = asked.v.grid;
    const low = <f64>q * asked.u.grid;
    const high = Math.min(asked.u.size, <f64>(end + 1) * asked.u.grid - asked.kerf);
    if (high - low < asked.minU - SAME_MM) return false;
    const av = asked.barriers[0].av;
    const bv = asked.barriers[0].bv;
    const beside = this.beside;
    beside.length = 0;
    for (let n = 0; n < asked.keptClear.length; n++) {
      const f = asked.keptClear[n];
      if (asked.places[4 * f] < high && asked.places[4 * f + 2] > low) beside.push(f);
    }
    const begins: Array<i32> = [0];
    const ends: Array<i32> = [cells];
    for (let n = 0; n < beside.length; n++) {
      const begin = max(0, bv[beside[n]]);
      if (!begins.includes(begin)) begins.push(begin);
      if (!ends.includes(av[beside[n]])) ends.push(av[beside[n]]);
    }
    begins.sort((a, b) => a - b);
    ends.sort((a, b) => b - a);
    for (let b = 0; b < begins.length; b++) {
      const from = begins[b];
      for (let e = 0; e < ends.length && ends[e] > from; e++) {
        // Of all that meet so many findings none is kept more of than if it met only the first of those.
        const to = ends[e];
        while (e + 1 < ends.length && ends[e + 1] > from && this.metBy(from, ends[e]) > MOST_MET) e++;
        const height = this.clearHeight(from, ends[e], low, high);
        this.parted += <f64>beside.length;
        if (height <= 0) continue;
        this.path.addKept(
          from,
          to,
          wholeUp(asked.perMm2 * height * grid),
          wholeUp(asked.perMm2 * height * (grid - asked.kerf)),
        );
      }
    }
    return true;
  }

  /** How many of the findings beside a leftover from cell `from` to `to` meet. */
  private metBy(from: i32, to: i32): i32 {
    const av = this.asked.barriers[0].av;
    const bv = this.asked.barriers[0].bv;
    let met = 0;
    for (let n = 0; n < this.beside.length; n++)
      if (bv[this.beside[n]] > from && av[this.beside[n]] < to) met++;
    return met;
  }

  /** Height between `low` and `high` in gaps worth keeping between the findings met from cell `from` to `to`, mm. */
  private clearHeight(from: i32, to: i32, low: f64, high: f64): f64 {
    const asked = this.asked;
    const av = asked.barriers[0].av;
    const bv = asked.barriers[0].bv;
    let free = low;
    let sum: f64 = 0;
    for (let n = 0; n < this.beside.length; n++) {
      const f = this.beside[n];
      if (bv[f] <= from || av[f] >= to) continue;
      const a = asked.places[4 * f];
      const b = asked.places[4 * f + 2];
      if (a - free >= asked.minU - SAME_MM) sum += a - free;
      if (b > free) free = b;
    }
    if (high - free >= asked.minU - SAME_MM) sum += high - free;
    return sum;
  }

  /** Slots of a width to choose in a stretch, unless they are worth nothing there; whether they are worth something else than before. */
  private addFlex(n: i32, rows: i32): bool {
    const worth = this.flexRate(n, rows);
    const room = this.flexBare[this.flexOf[n]][this.flexSet[n]][rows] > 0;
    const rate = !room ? 0 : Math.ceil(worth * this.asked.v.grid);
    const run = this.flexRuns[n];
    const other = rate != run.rate;
    run.setRate(rate);
    if (rate > 0) this.path.addFlex(run);
    return other;
  }

  /** Tells a tracer what the best band over the rows from q to `end` holds in a state. */
  trace(q: i32, end: i32, state: i32, tracer: Tracer): void {
    this.begin(q);
    this.lay(q, end);
    for (let before = 0; before < state; before++) if (this.counts.holds(state, before)) this.run(before);
    tracer.begin(q, end - q);
    this.path.trace(state, tracer);
  }

  /** What a mm of a slot of a width to choose is worth in a stretch. */
  flexRate(n: i32, rows: i32): f64 {
    return this.flexTables[this.flexOf[n]][this.flexSet[n]][0][rows];
  }

  /** Tells what the stack of such a slot holds. */
  traceFlex(n: i32, q: i32, rows: i32, visitor: Visitor): void {
    this.traceStack(this.asked.flexible[this.flexOf[n]].slot, this.flexSet[n], 0, q, rows, visitor);
  }

  /** Tells what the stack of a slot beside a set of findings holds, over so many rows from q. */
  traceStack(slot: SlotClass, beside: i32, choice: i32, q: i32, rows: i32, visitor: Visitor): void {
    const choices = new Choices(this.counts, slot);
    const by = tables(choice + 1, this.asked.u.cells);
    const set = slot.lastRow[beside] <= q ? NONE : beside;
    for (let before = 0; before < choice; before++) this.stack(slot, choices, set, q, before, by);
    while (true) {
      this.stack(slot, choices, set, q, choice, by);
      rows = this.stacks.trace(by[choice], rows, visitor);
      if (rows == 0) return;
      const last = this.broughtBy(slot, choices, set, q, choice, by, rows);
      visitor.visit(last.item, prices(this.asked, last, slot.size).each);
      rows -= max(1, last.step);
      choice = choices.without(choice, last);
    }
  }

  /** The counted item with which the stack of a choice ends at a row. */
  private broughtBy(
    slot: SlotClass,
    choices: Choices,
    set: i32,
    q: i32,
    choice: i32,
    by: StaticArray<StaticArray<f64>>,
    row: i32,
  ): Member {
    for (let m = 0; m < choices.members.length; m++) {
      const member = choices.members[m];
      const without = choices.without(choice, member);
      const start = row - max(1, member.step);
      if (without < 0 || start < 0) continue;
      if (by[without][start] + prices(this.asked, member, slot.size).each != this.brought[row]) continue;
      const starts = this.starts(slot, set, member);
      for (let n = 0; n < starts.length; n += 2)
        if (start + q >= starts[n] && start + q <= starts[n + 1]) return member;
    }
    throw new Error('a counted item must have come from somewhere');
  }
}

/** Sums what the slots of a pattern hold. */
export class Tracer extends BandVisitor {
  /** By item: copies, or mm of strip; then the credit of what is kept. */
  readonly taken: StaticArray<f64>;
  private q: i32 = 0;
  private rows: i32 = 0;

  constructor(
    private readonly asked: Question,
    private readonly bands: Bands,
  ) {
    super();
    this.taken = new StaticArray<f64>(asked.items.length + 1);
  }

  begin(q: i32, rows: i32): void {
    this.q = q;
    this.rows = rows;
  }

  visit(kind: i32, choice: i32, start: i32, worth: f64): void {
    if (kind >= 0) {
      const slot = this.asked.classes[kind];
      const tracer = new StackTracer(this.asked, this.taken, 1);
      this.bands.traceStack(slot, slot.setAt(start), choice, this.q, this.rows, tracer);
      return;
    }
    if (kind == LEFTOVER) {
      this.taken[this.asked.items.length] += worth;
      return;
    }
    const n = LEFTOVER - 1 - kind;
    // All of it as often as its table, which is for a mm, goes into what it is worth.
    const times = worth / this.bands.flexRate(n, this.rows);
    this.bands.traceFlex(n, this.q, this.rows, new StackTracer(this.asked, this.taken, times));
  }
}

class StackTracer extends Visitor {
  constructor(
    private readonly asked: Question,
    private readonly taken: StaticArray<f64>,
    private readonly times: f64,
  ) {
    super();
  }

  visit(item: i32, worth: f64): void {
    const asked = this.asked;
    if (item == LEFTOVER) this.taken[asked.items.length] += worth * this.times;
    // As much strip as the price makes its worth: the programme then counts the way no less than this does.
    else this.taken[item] += asked.items[item].strip ? (worth * this.times) / asked.price[item] : 1;
  }
}

function bareFor(classes: StaticArray<Stacks>): StaticArray<StaticArray<StaticArray<f64>>> {
  const tables = new StaticArray<StaticArray<StaticArray<f64>>>(classes.length);
  for (let c = 0; c < classes.length; c++)
    tables[c] = new StaticArray<StaticArray<f64>>(classes[c].slot.sets);
  return tables;
}

function tablesFor(classes: StaticArray<Stacks>): StaticArray<StaticArray<StaticArray<StaticArray<f64>>>> {
  const tables = new StaticArray<StaticArray<StaticArray<StaticArray<f64>>>>(classes.length);
  for (let c = 0; c < classes.length; c++)
    tables[c] = new StaticArray<StaticArray<StaticArray<f64>>>(classes[c].slot.sets);
  return tables;
}
