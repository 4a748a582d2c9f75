/**
 * At most what rows of a board can give, whatever else is cut: each price spread evenly over the rows of its piece (as bars), so
 * that a row is one stack along v. Quick, and no more than a filter: what bands can't exceed is not looked at.
 */
import { prices, wholeUp } from './prices';
import { Question } from './question';
import { LEFTOVER, StackPath } from './stack-path';

/** Findings that cross a row, and at most what such a row gives. */
@unmanaged
class Bar {
  constructor(
    readonly found: StaticArray<i32>,
    readonly worth: f64,
    readonly next: Bar | null,
  ) {}
}

/** At most what the rows from each on can give. */
export function barsAfter(asked: Question): StaticArray<f64> {
  const cells = asked.u.cells;
  const after = new StaticArray<f64>(cells + 1);
  const path = new StackPath(asked.v.cells);
  const best = new StaticArray<f64>(asked.v.cells + 1);
  const au = asked.barriers[0].au;
  const bu = asked.barriers[0].bu;
  let bars: Bar | null = null;
  for (let q = cells - 1; q >= 0; q--) {
    // A shaped piece’s inner rectangle lies somewhere within its rows: it is let through.
    let many = 0;
    for (let f = 0; f < au.length; f++) if (q >= au[f] && q < bu[f]) many++;
    const here = new StaticArray<i32>(many);
    many = 0;
    for (let f = 0; f < au.length; f++) if (q >= au[f] && q < bu[f]) here[many++] = f;
    let bar = bars;
    while (bar !== null && !same(bar.found, here)) bar = bar.next;
    if (bar === null) {
      bar = new Bar(here, barOf(asked, path, best, here), bars);
      bars = bar;
    }
    after[q] = after[q + 1] + bar.worth;
  }
  return after;
}

function same(a: StaticArray<i32>, b: StaticArray<i32>): bool {
  if (a.length != b.length) return false;
  for (let n = 0; n < a.length; n++) if (a[n] != b[n]) return false;
  return true;
}

/** At most what one row gives where these findings cross it: a stack along v of the densities of what crosses the row. */
function barOf(asked: Question, path: StackPath, best: StaticArray<f64>, found: StaticArray<i32>): f64 {
  const cells = asked.v.cells;
  const av = asked.barriers[0].av;
  const bv = asked.barriers[0].bv;
  path.begin(0);
  for (let c = 0; c < asked.classes.length; c++) {
    const slot = asked.classes[c];
    for (let m = 0; m < slot.members.length; m++) {
      const member = slot.members[m];
      const price = prices(asked, member, slot.size);
      const rows = <f64>max(1, member.step);
      const density = member.run
        ? Math.ceil(price.perRow + Math.max(0, price.each) / rows)
        : Math.ceil(price.each / rows);
      if (density <= 0) continue;
      const gradeBit = member.barriers > 0 ? 0 : member.gradeBit;
      path.addStep(
        member.item,
        slot.step,
        density,
        asked.startsAlong(asked.v, 1, found, gradeBit, slot.size, 0, slot.size),
      );
    }
  }
  if (asked.perMm2 > 0) {
    const leastRows = <f64>max(1, asked.stepU);
    const rate = asked.perMm2 * (asked.u.grid + Math.max(0, asked.u.grid - asked.kerf) / leastRows);
    const each = wholeUp(rate * (asked.v.grid - asked.kerf));
    const perCell = wholeUp(rate * asked.v.grid);
    path.addRun(
      LEFTOVER,
      asked.stepV,
      cells,
      each,
      perCell,
      asked.limitsPast(found, asked.keepBit, av, bv, cells),
    );
  }
  for (let n = 0; n < asked.strips.length; n++) {
    const member = asked.strips[n];
    const item = asked.items[member.item];
    const perMm = asked.price[member.item] / <f64>max(1, member.step);
    const widest = item.strip ? item.widest : item.width;
    const most = <i32>Math.floor((Math.min(widest, asked.v.size) + asked.kerf) / asked.v.grid + 1e-5);
    const each = Math.ceil(perMm * (asked.v.grid - asked.kerf - item.joint));
    path.addRun(
      member.item,
      <i32>Math.floor((item.width + asked.kerf) / asked.v.grid - 1e-5),
      most,
      each,
      Math.ceil(perMm * asked.v.grid),
      asked.limitsPast(found, member.gradeBit, av, bv, cells),
    );
  }
  path.best(cells, best);
  return best[cells];
}
