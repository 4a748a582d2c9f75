/**
 * Ways to cut that are asked for by what they should give. Prices alone ask for nearly all of a panel and leave a millimetre
 * that no strip can fill, and never for what just one other plan would need.
 *
 * Idea. A board is asked for a lot: what it gives in the plan and what one or two of the plan's other boards give on top, so that
 * those need not be cut; or anything that its area has room for. Of a panel it is asked for what some other ways leave of it.
 */
import type { Random } from '../foundation/random.ts';
import type { Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import type { Want } from './want.ts';
import { SAME_COST, TOUCH } from './tolerances.ts';

/** A piece of a lot is worth so many times what its wood is, so that none is left out for the sake of a leftover. */
const ABOVE_ALL_WOOD = 10;
/**
 * But then each band takes all that it has room for, and only scraps of the others are kept. A piece that is worth little more than
 * what is credited for leftovers lies where it takes least from them: shares of what its wood is worth, on top of the credit.
 */
const ABOVE_CREDIT = [0.2, 0.4];
/** Share of lots that are made up of what boards of the plan give. */
const OF_PLAN = 0.8;
/** Share of panels that are left out, and of those that are asked for beside the ways of the plan, not any others. */
const PANEL_LEFT = 0.3;
const BESIDE_PLAN = 0.8;
/** A lot that is not of the plan has pieces for at least this share of the board. */
const LEAST_FILLED = 0.4;

/** The plan at hand, by board. */
type Plan = ReadonlyMap<number, Column>;

/** A way to cut that gives as much of a lot (fills by want) as board `b` has room for, or null. */
export const columnOf = (problem: Problem, b: number, lot: Float64Array, effort: Effort): Column | null =>
  atPrice(problem, b, lot, (ABOVE_ALL_WOOD * problem.wholeCost(b)) / (problem.areaM2(b) * 1e6), effort);

/** Of the ways that give all of a lot the cheapest that three prices lead to, or null: three times the work of {@link columnOf}. */
export function cheapestOf(problem: Problem, b: number, lot: Float64Array, effort: Effort): Column | null {
  const wood = problem.wholeCost(b) / (problem.areaM2(b) * 1e6);
  const credit = problem.keepOf(b).perMm2;
  const found = [columnOf(problem, b, lot, effort)];
  if (credit > 0)
    for (const above of ABOVE_CREDIT) found.push(atPrice(problem, b, lot, credit + above * wood, effort));
  let best: Column | null = null;
  for (const column of found)
    if (column && givesAll(column, lot) && column.cost < (best?.cost ?? Infinity) - SAME_COST) best = column;
  return best;
}

/** The way to cut that pays best where all of a lot is worth so much by area, and nothing else is worth anything. */
function atPrice(
  problem: Problem,
  b: number,
  lot: Float64Array,
  perMm2: number,
  effort: Effort,
): Column | null {
  const { wants, species } = problem;
  const prices = new Float64Array(wants.length * species.length);
  const at = problem.pricesAt[b] as number;
  wants.forEach((want, w) => {
    if ((lot[w] as number) > 0) prices[at + w] = perMm2 * mm2Of(want) + problem.reluctanceOf(b, w);
  });
  const bound = wants.map(() => null);
  return problem.column(b, prices, lot, bound, effort);
}

/** Whether a way gives all of a lot. */
export function givesAll({ gives }: Column, lot: Float64Array): boolean {
  const left = lot.slice();
  for (let n = 0; n < gives.length; n += 2)
    left[gives[n] as number] = (left[gives[n] as number] as number) - (gives[n + 1] as number);
  return left.every((much) => much <= TOUCH);
}

/** A lot for board `b`, of what is open and the plan gives, and of panels that may be of its species; fills by want. */
export function lotFor(
  problem: Problem,
  b: number,
  open: Float64Array,
  plan: Plan,
  species: readonly (string | null)[],
  random: Random,
): Float64Array {
  const lot =
    random.next() < OF_PLAN ? lotOfPlan(problem, b, plan, random) : anyLot(problem, b, open, random);
  species.forEach((name, w) => {
    if (name !== null && name !== problem.speciesOf[b]) lot[w] = 0;
  });
  return lot;
}

/** What the board gives in the plan and one or two others do, as far as its area has room. */
function lotOfPlan(problem: Problem, b: number, plan: Plan, random: Random): Float64Array {
  const own = plan.get(b);
  const others = [...plan.values()].filter((column) => column !== own);
  const chosen = own ? [own] : [];
  for (let n = random.below(2); n >= 0 && others.length > 0; n--)
    chosen.push(...others.splice(random.below(others.length), 1));
  const lot = new Lot(problem, b, problem.areaM2(b) * 1e6);
  for (const { gives } of chosen)
    for (let n = 0; n < gives.length; n += 2) lot.add(gives[n] as number, gives[n + 1] as number);
  return lot.fills;
}

/** Some of what is open, in any order, as far as part of the board's area has room. */
function anyLot(problem: Problem, b: number, open: Float64Array, random: Random): Float64Array {
  const filled = LEAST_FILLED + (1 - LEAST_FILLED) * random.next();
  const lot = new Lot(problem, b, filled * problem.areaM2(b) * 1e6);
  const wants = [...(problem.wantsOf[b] as Int32Array)];
  while (wants.length > 0) {
    const [w = 0] = wants.splice(random.below(wants.length), 1);
    const left = open[w] as number;
    const { panel } = problem.wants[w] as Want;
    lot.add(w, panel ? left : Math.ceil(Math.min(left, lot.roomFor(w)) * random.next()));
  }
  return lot.fills;
}

/**
 * How much of panel `w`, if it is to be of a species, some ways of the plan, or of all those known, leave to be filled; now and then
 * none of it is asked for.
 */
export function leftBeside(
  problem: Problem,
  w: number,
  plan: Plan,
  known: readonly Column[],
  species: string | null,
  random: Random,
): number {
  if (random.next() < PANEL_LEFT) return 0;
  const ofPlan = random.next() < BESIDE_PLAN;
  const fills: number[] = [];
  for (const { board, gives } of ofPlan ? plan.values() : known) {
    if (species !== null && problem.speciesOf[board] !== species) continue;
    for (let n = 0; n < gives.length; n += 2) if (gives[n] === w) fills.push(gives[n + 1] as number);
  }
  // Of the plan all but one or two.
  const many = ofPlan ? fills.length - 1 - random.below(2) : 1 + random.below(2);
  let left = (problem.wants[w] as Want).amount;
  for (let n = 0; n < many && fills.length > 0; n++) {
    const [much = 0] = fills.splice(random.below(fills.length), 1);
    if (left - much > TOUCH) left -= much;
  }
  return left;
}

/** Of one fill of a want, mm². */
const mm2Of = (want: Want): number => (want.panel ? want.areaMm2 / want.amount : want.areaMm2);

/** What a board is asked for, in the making: no more than there is room for by area. */
class Lot {
  readonly fills: Float64Array;
  private readonly able: ReadonlySet<number>;

  constructor(
    private readonly problem: Problem,
    b: number,
    private roomMm2: number,
  ) {
    this.fills = new Float64Array(problem.wants.length);
    this.able = new Set(problem.wantsOf[b]);
  }

  /** How many copies of a part there is room for. */
  roomFor(w: number): number {
    return Math.floor(this.roomMm2 / mm2Of(this.problem.wants[w] as Want));
  }

  /** Adds as many copies as there is room for; of a panel all or nothing. */
  add(w: number, much: number): void {
    const want = this.problem.wants[w] as Want;
    const fills = want.panel ? much : Math.min(much, this.roomFor(w));
    const mm2 = fills * mm2Of(want);
    if (fills <= TOUCH || mm2 > this.roomMm2 || !this.able.has(w)) return;
    this.roomMm2 -= mm2;
    this.fills[w] = (this.fills[w] as number) + fills;
  }
}
