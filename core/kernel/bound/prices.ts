/** What members of slots are worth, in whole numbers. */
import { SCALE } from '../../src/solver/bound/scale';
import { Member, Question } from './question';

/** A value in whole numbers, rounded up: a bound may only err to that side. */
export function wholeUp(value: f64): f64 {
  return Math.ceil(value * <f64>SCALE - 1e-9);
}

/** Of a piece, or of each row of a strip and the rest of it. */
@unmanaged
export class Price {
  constructor(
    readonly each: f64,
    readonly perRow: f64,
  ) {}
}

/** Price of a member of a slot so wide. */
export function prices(asked: Question, member: Member, size: f64): Price {
  const item = asked.items[member.item];
  const price = asked.price[member.item];
  if (!item.strip) return new Price(price, 0);
  // In a slot of a width to choose: by the mm of width, the joint spread over the widest strip.
  if (size == 0) return new Price(Math.ceil(price * (1 - item.joint / item.widest)), 0);
  if (!member.run) return new Price(Math.ceil(price * Math.max(0, size - item.joint)), 0);
  const grid = asked.u.grid;
  return new Price(Math.ceil(price * (grid - asked.kerf - item.joint)), Math.ceil(price * grid));
}
