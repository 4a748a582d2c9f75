/**
 * How many copies of some items are laid, as one number: the state of a path that may take no more of them than is wanted. Items
 * that are not counted may be taken as often as they fit.
 */
import { Member, Question, SlotClass } from './question';

/** By counted item a byte that no sum of two numbers of copies reaches. */
const SPARE: u64 = 0x8080808080808080;

export class Counts {
  /** Counted items, the most of each, the least, and by how much one more of it raises a state. */
  readonly items: StaticArray<i32>;
  readonly most: StaticArray<i32>;
  readonly least: StaticArray<i32>;
  readonly stride: StaticArray<i32>;
  readonly states: i32;
  /** By state: what has been taken off the prices of all that it holds. */
  readonly off: StaticArray<f64>;
  /** The same of all that is wanted. */
  readonly offInAll: f64;
  /** By state the copies of each item, a byte each; and the most of each. */
  private readonly bytes: StaticArray<u64>;
  private readonly mostBytes: u64;
  private readonly leastBytes: u64;
  private readonly bound: u64;

  /** Those that the question wants counted, or none. */
  constructor(asked: Question, counting: bool) {
    const items: Array<i32> = [];
    for (let i = 0; counting && i < asked.most.length; i++) if (asked.most[i] >= 0) items.push(i);
    const many = items.length;
    const most = new StaticArray<i32>(many);
    const least = new StaticArray<i32>(many);
    const stride = new StaticArray<i32>(many);
    let states = 1;
    for (let n = 0; n < many; n++) {
      most[n] = asked.most[items[n]];
      least[n] = asked.least[items[n]];
      stride[n] = states;
      states *= most[n] + 1;
    }
    this.items = StaticArray.fromArray(items);
    this.most = most;
    this.least = least;
    this.stride = stride;
    this.states = states;
    const bytes = new StaticArray<u64>(states);
    for (let state = 0; state < states; state++)
      for (let n = 0; n < many; n++)
        bytes[state] |= (<u64>((state / stride[n]) % (most[n] + 1))) << ((<u64>n) << 3);
    this.bytes = bytes;
    const off = new StaticArray<f64>(states);
    for (let state = 0; state < states; state++)
      for (let n = 0; n < many; n++)
        off[state] += asked.off[items[n]] * <f64>((state / stride[n]) % (most[n] + 1));
    this.off = off;
    this.offInAll = off[states - 1];
    let mostBytes: u64 = 0;
    let leastBytes: u64 = 0;
    let bound: u64 = 0;
    for (let n = 0; n < many; n++) {
      mostBytes |= (<u64>most[n]) << ((<u64>n) << 3);
      leastBytes |= (<u64>least[n]) << ((<u64>n) << 3);
      if (least[n] > 0) bound |= (<u64>0xff) << ((<u64>n) << 3);
    }
    this.mostBytes = mostBytes;
    this.leastBytes = leastBytes;
    this.bound = bound;
  }

  /** Copies of the n-th counted item in a state. */
  copies(state: i32, n: i32): i32 {
    return (state / this.stride[n]) % (this.most[n] + 1);
  }

  /** Whether a state holds no less of anything than another. */
  holds(state: i32, other: i32): bool {
    return covers(this.bytes[state], this.bytes[other]);
  }

  /** Whether two states together take no more than is wanted. */
  together(one: i32, other: i32): bool {
    return covers(this.mostBytes, this.bytes[one] + this.bytes[other]);
  }

  /** Whether a state holds as much as it must. */
  enough(state: i32): bool {
    return covers(this.bytes[state], this.leastBytes);
  }

  /** Whether one state holds no more than another, and the same of what must be held: all that goes with the other goes with it. */
  asGood(one: i32, other: i32): bool {
    const less = this.bytes[one];
    const more = this.bytes[other];
    return covers(more, less) && ((less ^ more) & this.bound) == 0;
  }

  /** Which of the counted an item is, or −1. */
  numberOf(item: i32): i32 {
    for (let n = 0; n < this.items.length; n++) if (this.items[n] == item) return n;
    return -1;
  }
}

/** Whether no byte of `one` is less than that of `other`. */
function covers(one: u64, other: u64): bool {
  return (((one | SPARE) - other) & SPARE) == SPARE;
}

/** What a slot of a class may hold of counted items: each choice as a state, nothing first, those with less before those with more. */
export class Choices {
  readonly states: StaticArray<i32>;
  /** Counted members of the class. */
  readonly members: StaticArray<Member>;

  constructor(
    private readonly counts: Counts,
    slot: SlotClass,
  ) {
    const members: Array<Member> = [];
    const numbers: Array<i32> = [];
    for (let m = 0; m < slot.members.length; m++) {
      const n = slot.members[m].run ? -1 : counts.numberOf(slot.members[m].item);
      if (n < 0) continue;
      members.push(slot.members[m]);
      numbers.push(n);
    }
    const states: Array<i32> = [];
    for (let state = 0; state < counts.states; state++) {
      let own = 0;
      for (let k = 0; k < numbers.length; k++)
        own += counts.copies(state, numbers[k]) * counts.stride[numbers[k]];
      if (own == state) states.push(state);
    }
    this.states = StaticArray.fromArray(states);
    this.members = StaticArray.fromArray(members);
  }

  /** The choice with one less of a member, or −1. */
  without(choice: i32, member: Member): i32 {
    const n = this.counts.numberOf(member.item);
    if (this.counts.copies(this.states[choice], n) == 0) return -1;
    const state = this.states[choice] - this.counts.stride[n];
    for (let before = 0; before < choice; before++) if (this.states[before] == state) return before;
    throw new Error('a choice with less must be one as well');
  }

  isCounted(item: i32): bool {
    return this.members.length > 0 && this.counts.numberOf(item) >= 0;
  }
}
