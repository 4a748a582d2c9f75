/**
 * Betters a plan by taking a few related boards off and filling what they gave again, from them and from
 * boards that lie unused (large-neighbourhood search, Shaw 1998). Prices are what the plan itself shows: a
 * part that keeps landing on wasteful boards grows dear, and is then cut first (sequential value
 * correction, Mukhacheva; Belov and Scheithauer 2007).
 */
import type { Random } from '../foundation/random.ts';
import { copyOf, dropUnfinished, hasWant, layChosen, takeOff, type Draft } from './draft.ts';
import { fillGreedily, gainOf } from './greedy.ts';
import { apart } from './harmony.ts';
import type { Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import { LARGE, SMALL } from './rack-size.ts';
import { betterScore, scoreOf, scoreWith, type Score } from './score.ts';
import type { Want } from './want.ts';
import { NEVER_ZERO, TOUCH } from './tolerances.ts';

export class Prices {
  readonly of: Float64Array;

  constructor(private readonly problem: Problem) {
    // At first wood is worth what the middling board that suits is worth.
    const first = problem.wants.map((want, w) => {
      const values = [...(problem.boardsOf[w] as Int32Array)]
        .map((b) => problem.wholeCost(b) / problem.areaM2(b))
        .sort((a, b) => a - b);
      const value = values[Math.floor(values.length / 3)] ?? 1;
      return ((want.panel ? want.areaMm2 / want.amount : want.areaMm2) / 1e6) * Math.max(value, 1e-6) * 1.1;
    });
    this.of = Float64Array.from(problem.species.flatMap(() => first));
  }

  /** Moves the prices of what a column gives toward its share of what the column spends. */
  learn(column: Column, weight: number): void {
    const gain = gainOf(this.problem, column, this.of);
    if (gain <= 0) return;
    const factor = Math.min(3, Math.max(0.4, column.cost / gain));
    for (let i = 0; i < column.gives.length; i += 2) {
      const w = column.gives[i] as number;
      const many = this.problem.wants.length;
      const panel = (this.problem.wants[w] as Want).panel;
      const own = this.problem.pricesAt[column.board] as number;
      for (let at = panel ? own : 0; at < (panel ? own + 1 : this.of.length); at += many) {
        this.of[at + w] = (this.of[at + w] as number) * (1 + weight * (factor - 1));
      }
    }
  }

  /** One price per area for all, such that all wants together come to `spent`. */
  level(spent: number): void {
    const { wants } = this.problem;
    const areas = wants.map((want) => (want.panel ? want.areaMm2 / want.amount : want.areaMm2));
    const all = wants.reduce((sum, want, w) => sum + (areas[w] as number) * want.amount, 0);
    this.of.forEach((_, i) => {
      this.of[i] = ((areas[i % wants.length] as number) * spent) / Math.max(1, all);
    });
  }
}

function varied(prices: Float64Array, random: Random, spread: number, scale: number): Float64Array {
  return prices.map((price) => price * scale * Math.exp(spread * (random.next() + random.next() - 1)));
}

export class Improver {
  score: Score;
  /** The best score there has been; the plan at hand may be a little worse. */
  best: Score;
  private bestDraft: Draft;
  /** How much worse the plan at hand may be than the best, as a share. */
  leeway = 0;
  /** Prices of the linear programme, once there are any. */
  marginal: Float64Array | null = null;
  /** What the plan itself shows, learned as it changes. */
  private readonly prices: Prices;
  /** One price per area for all. */
  private readonly even: Prices;
  private readonly byWorth: readonly Int32Array[];
  private readonly large: boolean;
  /** How many other boards are asked beside those taken up. */
  private readonly others: { readonly least: number; readonly more: number };

  constructor(
    private readonly problem: Problem,
    public draft: Draft,
    private readonly random: Random,
    /** Is told of every column made on the way. */
    private readonly made: (column: Column) => void = () => undefined,
  ) {
    this.score = scoreOf(problem, draft);
    this.best = this.score;
    this.bestDraft = draft;
    this.prices = new Prices(problem);
    this.even = new Prices(problem);
    this.even.level(this.score.spent);
    const boards = problem.instance.boards.length;
    this.large = boards > LARGE;
    this.others = boards > SMALL ? { least: 10, more: 14 } : { least: 5, more: 8 };
    this.byWorth = problem.boardsOf.map((boards) =>
      boards
        .slice()
        .sort((a, b) => problem.wholeCost(a) / problem.areaM2(a) - problem.wholeCost(b) / problem.areaM2(b)),
    );
  }

  /** One try; true when the plan got better. */
  step(effort: Effort): boolean {
    const { problem, random } = this;
    const light = this.large && random.next() < LIGHT_SHARE;
    const { draft, released } = light
      ? this.worstAndAny(1 + random.below(2))
      : this.partly(2 + random.below(5));
    const others = light ? 1 + random.below(2) : this.others.least + random.below(this.others.more);
    const candidates = this.candidates(draft, released, others);
    const before = released.reduce((sum, column) => sum + column.cost, 0);
    const prices = this.pricesFor(draft);
    const laidBefore = new Set(draft.columns.keys());
    const made = (column: Column): void => this.made(column);
    fillGreedily(problem, draft, candidates, prices, effort, made, this.favourFor(candidates));
    dropUnfinished(problem, draft);
    let after = 0;
    const fresh: Column[] = [];
    for (const [board, column] of draft.columns) {
      if (!laidBefore.has(board)) {
        after += column.cost;
        fresh.push(column);
      }
    }
    const score = scoreWith(problem, draft, this.score.columns - before + after);
    for (const column of fresh) this.prices.learn(column, 0.05);
    const order = betterScore(score, this.score);
    const nearly =
      order > 0 &&
      score.openMm2 <= this.score.openMm2 &&
      score.spent < this.best.spent * (1 + this.leeway) &&
      score.spent - this.score.spent <
        this.best.spent * this.leeway * -Math.log(NEVER_ZERO + random.next()) * 0.3;
    if (order > 0 && !nearly) return false;
    this.draft = draft;
    this.score = score;
    for (const column of fresh) this.prices.learn(column, 0.1);
    if (betterScore(score, this.best) >= 0) return false;
    this.best = score;
    this.bestDraft = draft;
    return true;
  }

  /**
   * Where pieces should go together: boards that are like one of them are favoured, that one most. Prices know nothing of it,
   * so that such plans would be met by chance alone.
   */
  private favourFor(candidates: readonly number[]): ((board: number) => number) | undefined {
    const { problem, random } = this;
    if (problem.harmony.size === 0 || random.next() < 0.5) return undefined;
    const leader = candidates[random.below(candidates.length)] ?? 0;
    const strength = random.next() * MOST_FAVOUR;
    return (board) => 1 + strength * (board === leader ? 1 : LIKE * (1 - apart(problem, board, leader)));
  }

  /** One of three price lists, shaken; what the plan does not cover yet is dear. */
  private pricesFor(draft: Draft): Float64Array {
    const { random } = this;
    const kind = random.next();
    const from = kind < 0.4 ? this.even.of : kind < 0.7 || !this.marginal ? this.prices.of : this.marginal;
    const scale = 0.95 + random.next() ** 2 * 1.5;
    const prices = varied(from, random, random.next() < 0.3 ? 0.01 : random.next() * 0.4, scale);
    const many = this.problem.wants.length;
    this.draft.open.forEach((left, w) => {
      if (left <= TOUCH || (draft.open[w] as number) <= TOUCH) return;
      for (let at = w; at < prices.length; at += many) prices[at] = (prices[at] as number) * 5;
    });
    return prices;
  }

  /** Puts another plan in the place of the present one. */
  take(draft: Draft, score: Score): void {
    this.draft = draft;
    this.score = score;
    if (betterScore(score, this.best) < 0) {
      this.best = score;
      this.bestDraft = draft;
    }
  }

  /** Begins anew from a plan, whatever was found before. */
  begin(draft: Draft, score: Score): void {
    this.draft = draft;
    this.score = score;
    this.best = score;
    this.bestDraft = draft;
  }

  /** Takes the best of the run up again. */
  backToBest(): void {
    this.draft = this.bestDraft;
    this.score = this.best;
  }

  /** The plan less some related boards: what a small programme may lay again. */
  partly(many: number): { draft: Draft; released: Column[] } {
    const draft = copyOf(this.draft);
    return { draft, released: this.release(draft, many) };
  }

  /** The plan with its boards of these ways cut so, and others of `before` not at all. */
  replaced(before: readonly Column[], columns: readonly Column[]): Draft {
    const draft = copyOf(this.draft);
    for (const column of before) takeOff(this.problem, column, draft);
    layChosen(this.problem, columns, new Set(), draft);
    return draft;
  }

  /** The plan less one of the boards that give least, and `many` others of any kind that could give the same. */
  private worstAndAny(many: number): { draft: Draft; released: Column[] } {
    const draft = copyOf(this.draft);
    const seed = this.worst();
    return { draft, released: seed ? this.release(draft, 1 + many, seed, false) : [] };
  }

  /** One of the boards that give least for what they spend. */
  private worst(): Column | undefined {
    const worst = [...this.draft.columns.values()]
      .filter(({ board }) => !this.problem.locked.has(board))
      .map((column) => ({ column, rate: rateOf(column) }))
      .sort((a, b) => a.rate - b.rate)
      .slice(0, WORST);
    return worst[this.random.below(worst.length)]?.column;
  }

  /** The same around one of the boards that give least for what they spend, which comes first. */
  partlyAroundWorst(many: number): { draft: Draft; released: Column[] } {
    const draft = copyOf(this.draft);
    const seed = this.worst();
    return { draft, released: seed ? this.release(draft, many, seed) : [] };
  }

  /** Boards worth cutting for what is open: those released, and `many` others. */
  candidatesFor(draft: Draft, released: readonly Column[], many: number): number[] {
    return this.candidates(draft, released, many);
  }

  /**
   * Takes off a board, `around` or one at random, and others that could give the same, with `emptiest` mostly those with most room
   * left; and with a panel all its boards.
   */
  private release(draft: Draft, many: number, around?: Column, emptiest = around !== undefined): Column[] {
    const { problem, random } = this;
    const columns = [...draft.columns.values()];
    if (columns.length === 0) return [];
    const released: Column[] = [];
    const off = (column: Column): void => {
      if (draft.columns.get(column.board) !== column) return;
      takeOff(problem, column, draft);
      released.push(column);
    };
    if (!around && random.next() < 0.3) this.releaseWorst(columns, many, off);
    const seed = around ?? this.pickSeed(columns);
    off(seed);
    const wants = new Set(problem.wantsOf[seed.board]);
    const near = columns.filter((column) => column !== seed && hasWant(column, wants));
    // Around a board that should go, mostly those are taken up that have most room left.
    if (emptiest) near.sort((a, b) => rateOf(a) - rateOf(b));
    while (released.length < many && near.length > 0) {
      const at = emptiest && random.next() < 0.7 ? 0 : random.below(near.length);
      off(near[at] as Column);
      near.splice(at, 1);
    }
    for (let w = 0; w < problem.wants.length; w++) {
      const want = problem.wants[w] as Want;
      const left = draft.open[w] as number;
      if (!want.panel || left <= TOUCH || left >= want.amount - TOUCH) continue;
      // Mostly the panel is taken off whole, so that its species and its strips are free.
      if (random.next() < 0.3) continue;
      for (const column of [...draft.columns.values()]) {
        if (column.gives.some((entry, i) => i % 2 === 0 && entry === w)) off(column);
      }
    }
    return released;
  }

  /** Of the boards that give least for what they spend, some. */
  private releaseWorst(columns: readonly Column[], many: number, off: (column: Column) => void): void {
    const rated = columns
      .map((column) => ({
        column,
        rate: gainOf(this.problem, column, this.even.of) / Math.max(NEVER_ZERO, column.cost),
      }))
      .sort((a, b) => a.rate - b.rate)
      .slice(0, 2 * many);
    for (const { column } of rated) if (this.random.next() < 0.6) off(column);
  }

  private pickSeed(columns: readonly Column[]): Column {
    // Of three at random the one that spends most for what it gives.
    let best = columns[this.random.below(columns.length)] as Column;
    let worst = best.cost / Math.max(NEVER_ZERO, gainOf(this.problem, best, this.prices.of));
    for (let i = 0; i < 2; i++) {
      const other = columns[this.random.below(columns.length)] as Column;
      const rate = other.cost / Math.max(NEVER_ZERO, gainOf(this.problem, other, this.prices.of));
      if (rate > worst) [best, worst] = [other, rate];
    }
    return best;
  }

  private candidates(draft: Draft, released: readonly Column[], many: number): number[] {
    const { random } = this;
    const found = new Set(released.map((column) => column.board));
    const open: number[] = [];
    draft.open.forEach((left, w) => {
      if (left > TOUCH) open.push(w);
    });
    for (let tries = 0; tries < 4 * many && found.size < released.length + many; tries++) {
      const w = open[random.below(open.length)];
      if (w === undefined) break;
      const list = this.byWorth[w] as Int32Array;
      // Cheap boards far oftener than dear ones: of large racks half of them the cheapest that lie unused.
      const board =
        this.large && random.next() < 0.5
          ? unusedOf(list, draft, Math.floor(-Math.log(NEVER_ZERO + random.next())))
          : list[Math.floor(list.length * random.next() ** 3)];
      if (board !== undefined && !draft.columns.has(board)) found.add(board);
    }
    return [...found];
  }
}

/** A board that goes well with others is taken to give so much more at the most, as a share. */
const MOST_FAVOUR = 0.5;
/** And one that is like it so much of that. */
const LIKE = 0.4;

/** On large racks so many tries are light: one of the boards that give least, one or two others, and hardly any more asked. */
const LIGHT_SHARE = 0.7;

/** Of the boards that give least so many are chosen from. */
const WORST = 4;

/** Area of the pieces that a column gives, mm². */
const areaGiven = ({ cuts }: Column): number =>
  cuts.reduce((sum, { want, length, width }) => sum + (want < 0 ? 0 : length * width), 0);

/** Area that a column gives for what it costs. */
export const rateOf = (column: Column): number => areaGiven(column) / Math.max(NEVER_ZERO, column.cost);

/** Of a list of boards the one after `skip` that are not in the plan. */
function unusedOf(list: Int32Array, { columns }: Draft, skip: number): number | undefined {
  for (const board of list) if (!columns.has(board) && skip-- <= 0) return board;
  return undefined;
}
