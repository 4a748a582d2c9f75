/**
 * The restricted master in whole numbers: which of the ways to cut at hand, at most one a board, cover what is open for the
 * least. Depth first, by what each way loses at the linear programme's prices.
 *
 * For any prices, a plan costs the worth of all that is open at those prices less the rents of the boards, and on top of that
 * what each of its ways loses (its cost and its board's rent less the worth of what it gives), the worth of what it gives too
 * much, the rents of boards left unused, and what a panel costs more in another species than in its cheapest. This holds to
 * the last penny (Lagrange); with rents no less than what the best way of the board gains, none of these is negative. So a way that loses
 * more than a plan may lose in all is out, and so is a branch that has lost that much.
 *
 * The part that fewest ways still give is cut next (as in exact cover, Knuth 2000), what a plan may lose is raised step by
 * step (iterative deepening, Korf 1985), so that the cheapest plans come first; the last step finds something better where the cheapest takes too long. On small racks this takes milliseconds where
 * a general programme takes a second, since parts are few and hardly anything may be cut too often.
 */
import type { Draft } from './draft.ts';
import type { Column, Problem } from './problem.ts';
import type { Rests } from './rests.ts';
import { NEVER_ZERO, SAME_COST, TOUCH } from './tolerances.ts';

/** Shares of what a plan may lose that are tried in turn, each with a quarter of the branches, the last with half of them. */
const DEEPENING = [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1];

export interface Choice {
  /** The ways to cut that cost less than the limit, the least that were found; null where there are none. */
  readonly chosen: readonly Column[] | null;
  /** Whether every choice was looked at, or ruled out. */
  readonly complete: boolean;
}

/** What a plan is chosen from, and for what. */
export interface Choosing {
  readonly columns: readonly Column[];
  readonly draft: Pick<Draft, 'open' | 'species'>;
  /** Of one fill of each want, by species, of solid parts the same in each; the nearer to the linear programme's, the fewer branches. */
  readonly prices: Float64Array;
  /** What it may cost. */
  readonly limit: number;
  /** Branches looked at, at most. */
  readonly nodes: number;
  readonly rests?: Rests | null;
}

/** The cheapest choice of columns that covers what is open for less than the limit. */
export function chooseColumns(problem: Problem, choosing: Choosing): Choice {
  return new ChoiceSearch(problem, choosing).run(choosing.nodes);
}

/** What a choice of columns costs at the least at some prices, and what each column loses beside that. */
export interface Losses {
  readonly least: number;
  readonly of: Float64Array;
  /** What it is worth at these prices to have a board, by board. */
  readonly rents: Float64Array;
}

/** Told as at the head of this file; any prices are true, the nearer to the linear programme's the more they tell. */
export function lossesAt(
  problem: Problem,
  columns: readonly Column[],
  draft: Pick<Draft, 'open' | 'species'>,
  prices: Float64Array,
): Losses {
  const { wants, pricesAt } = problem;
  let least = 0;
  wants.forEach((_, w) => {
    const left = draft.open[w] as number;
    if (left > TOUCH) least += left * worthOf(problem, draft, prices, w);
  });
  const rents = new Float64Array(problem.instance.boards.length);
  const gain = Float64Array.from(columns, ({ board, gives, cost }) => {
    const at = pricesAt[board] as number;
    let sum = -cost;
    for (let i = 0; i < gives.length; i += 2) {
      const w = gives[i] as number;
      sum += (prices[at + w] as number) * Math.min(gives[i + 1] as number, draft.open[w] as number);
    }
    rents[board] = Math.max(rents[board] as number, sum);
    return sum;
  });
  for (const rent of rents) least -= rent;
  return { least, rents, of: gain.map((sum, i) => (rents[(columns[i] as Column).board] as number) - sum) };
}

/** What one fill of a want is worth at the least: of a panel in the cheapest species that it may be of. */
function worthOf(
  { wants, species }: Problem,
  draft: Pick<Draft, 'species'>,
  prices: Float64Array,
  w: number,
): number {
  const many = wants.length;
  if (!wants[w]?.panel) return prices[w] as number;
  const bound = draft.species[w] ?? null;
  let least = Infinity;
  species.forEach((name, s) => {
    if (bound === null || bound === name) least = Math.min(least, prices[s * many + w] as number);
  });
  return least;
}

/** What {@link ChoiceSearch.nextWant} says when there is nothing to branch on. */
const COVERED = -1;
const HOPELESS = -2;

/** The ways that are still possible so many choices down, and what each would lose beside its own loss. */
interface Level {
  readonly ways: Int32Array;
  readonly beyond: Float64Array;
}

class ChoiceSearch {
  private readonly panel: Uint8Array;
  private readonly open: Float64Array;
  /** Species a panel has begun with, or −1. */
  private readonly species: Int32Array;
  /** What an open panel costs at least, at these prices. */
  private readonly panelWorth: Float64Array;
  /** Ways in order of what they lose: their column, board, species, loss; entries from `start`. */
  private readonly columnOf: Int32Array;
  private readonly boardOf: Int32Array;
  private readonly speciesOf: Int32Array;
  private readonly loss: Float64Array;
  private readonly start: Int32Array;
  private readonly want: Int32Array;
  private readonly amount: Float64Array;
  /** What a way loses for what it gives is worth. */
  private readonly rate: Float64Array;
  /** What one fill of a want is worth at the least. */
  private readonly worth: Float64Array;
  private readonly rented: Int32Array;
  private readonly rents: Float64Array;
  private readonly used: Uint8Array;
  /** By want, of the ways in sight: how many give it, the least that one loses, and the least rate at which one loses. */
  private readonly many: Int32Array;
  private readonly least: Float64Array;
  private readonly share: Float64Array;
  /** In which round a board was last seen to have a way left. */
  private readonly seen: Int32Array;
  private round = 0;
  private readonly levels: Level[] = [];
  /** Wants that a way gives, a bit each; above thirty-one they share bits. */
  private readonly bits: Int32Array;
  private readonly path: number[] = [];
  private readonly mayLose: number;
  /** What a plan may lose just now; less than the best found. */
  private most = 0;
  private nodesLeft = 0;
  private best: number[] | null = null;

  private readonly columns: readonly Column[];
  private readonly prices: Float64Array;
  private readonly rests: Rests | null;

  constructor(problem: Problem, { columns, draft, prices, limit, rests = null }: Choosing) {
    this.columns = columns;
    this.prices = prices;
    this.rests = rests;
    const { wants, species, pricesAt } = problem;
    const many = wants.length;
    this.panel = Uint8Array.from(wants, (want) => (want.panel ? 1 : 0));
    this.open = Float64Array.from(draft.open, (left) => (left > TOUCH ? left : 0));
    this.species = Int32Array.from(draft.species, (name) => (name === null ? -1 : species.indexOf(name)));
    this.panelWorth = new Float64Array(many);
    this.worth = new Float64Array(many);
    wants.forEach((want, w) => {
      const worth = worthOf(problem, draft, prices, w);
      this.worth[w] = worth;
      if (want.panel) this.panelWorth[w] = worth * (this.open[w] as number);
    });
    const { least, of: losses, rents } = lossesAt(problem, columns, draft, prices);
    this.rents = rents;
    this.rented = Int32Array.from([...rents.keys()].filter((b) => (rents[b] as number) > 0));
    this.mayLose = limit - least;
    const order = [...columns.keys()]
      .filter((i) => (losses[i] as number) < this.mayLose)
      .sort((a, b) => (losses[a] as number) - (losses[b] as number) || a - b);
    this.columnOf = Int32Array.from(order);
    this.boardOf = Int32Array.from(order, (i) => (columns[i] as Column).board);
    this.speciesOf = Int32Array.from(this.boardOf, (b) => (pricesAt[b] as number) / many);
    this.loss = Float64Array.from(order, (i) => losses[i] as number);
    this.start = new Int32Array(order.length + 1);
    const want: number[] = [];
    const amount: number[] = [];
    order.forEach((i, k) => {
      const { gives } = columns[i] as Column;
      for (let n = 0; n < gives.length; n += 2) {
        want.push(gives[n] as number);
        amount.push(Math.min(gives[n + 1] as number, this.open[gives[n] as number] as number));
      }
      this.start[k + 1] = want.length;
    });
    this.want = Int32Array.from(want);
    this.amount = Float64Array.from(amount);
    this.rate = Float64Array.from(order, (_, k) => {
      let value = 0;
      for (let n = this.start[k] as number; n < (this.start[k + 1] as number); n++)
        value += (amount[n] as number) * (this.worth[want[n] as number] as number);
      return (this.loss[k] as number) / Math.max(NEVER_ZERO, value);
    });
    this.bits = Int32Array.from(order, (i) => {
      let bits = 0;
      const { gives } = columns[i] as Column;
      for (let n = 0; n < gives.length; n += 2) bits |= 1 << ((gives[n] as number) % 32);
      return bits;
    });
    this.used = new Uint8Array(this.rents.length);
    this.seen = new Int32Array(this.rents.length);
    this.many = new Int32Array(many);
    this.least = new Float64Array(many);
    this.share = new Float64Array(many);
  }

  run(mostNodes: number): Choice {
    const all = this.loss.length;
    const { ways, beyond } = this.level(0);
    for (let k = 0; k < all; k++) {
      ways[k] = k;
      beyond[k] = this.beyond(k);
    }
    let complete = true;
    this.look();
    for (const share of DEEPENING) {
      this.most = this.mayLose * share - SAME_COST;
      if (this.most < 0) continue;
      this.nodesLeft = mostNodes / (share < 1 ? 4 : 2);
      this.branch(0, all, 0);
      complete = this.nodesLeft > 0;
      if (this.best !== null) break;
    }
    const chosen = this.best?.map((k) => this.columns[this.columnOf[k] as number] as Column) ?? null;
    return { chosen, complete };
  }

  /** Room for the ways that are still possible so many choices down. */
  private level(depth: number): Level {
    return (this.levels[depth] ??= {
      ways: new Int32Array(this.loss.length),
      beyond: new Float64Array(this.loss.length),
    });
  }

  /** Looks at the plans that add some of the first `count` ways of the level to those chosen, which have lost `lost`. */
  private branch(depth: number, count: number, lost: number): void {
    this.nodesLeft--;
    const { ways, beyond } = this.level(depth);
    const w = this.nextWant(ways, count, lost);
    if (w === COVERED) this.keep(lost);
    else this.look();
    if (w < 0) return;
    let tried = 0;
    for (; tried < count && this.nodesLeft > 0; tried++) {
      const k = ways[tried] as number;
      if (lost + (this.loss[k] as number) > this.most) break;
      if (!this.gives(k, w)) continue;
      // What has been tried is not tried again beside the ways that follow.
      ways[tried] = ~k;
      const then = lost + (this.loss[k] as number) + (beyond[tried] as number);
      if (then > this.most) continue;
      const undo = this.take(k);
      this.path.push(k);
      this.branch(depth + 1, this.stillPossible(depth, count, k, then), then);
      this.path.pop();
      this.putBack(k, undo);
    }
    for (let i = 0; i < tried; i++) if ((ways[i] as number) < 0) ways[i] = ~(ways[i] as number);
  }

  /** Fills the level below with the ways in which other boards may still be cut once way `taken` is; how many there are. */
  private stillPossible(depth: number, count: number, taken: number, lost: number): number {
    const { ways, beyond } = this.level(depth);
    const below = this.level(depth + 1);
    const board = this.boardOf[taken];
    const bits = this.bits[taken] as number;
    let many = 0;
    for (let i = 0; i < count; i++) {
      const k = ways[i] as number;
      if (k < 0 || this.boardOf[k] === board) continue;
      const all = lost + (this.loss[k] as number);
      if (all > this.most) break;
      const more = ((this.bits[k] as number) & bits) === 0 ? (beyond[i] as number) : this.beyond(k);
      if (all + more > this.most) continue;
      below.ways[many] = k;
      below.beyond[many++] = more;
    }
    return many;
  }

  /** The open part that fewest ways give; {@link COVERED} when none is open, {@link HOPELESS} when too much would be lost. */
  private nextWant(ways: Int32Array, count: number, lost: number): number {
    const { many, least, share, seen, start, want } = this;
    if (!this.open.some((left) => left > 0)) return COVERED;
    many.fill(0);
    this.round++;
    for (let i = 0; i < count; i++) {
      const k = ways[i] as number;
      const each = this.rate[k] as number;
      seen[this.boardOf[k] as number] = this.round;
      for (let n = start[k] as number, end = start[k + 1] as number; n < end; n++) {
        const w = want[n] as number;
        many[w] = (many[w] as number) + 1;
        if (many[w] === 1) {
          least[w] = this.loss[k] as number;
          share[w] = each;
        } else if (each < (share[w] as number)) share[w] = each;
      }
    }
    let all = lost;
    for (const b of this.rented)
      if (this.used[b] === 0 && seen[b] !== this.round) all += this.rents[b] as number;
    let pick = HOPELESS;
    let shared = 0;
    for (let w = 0; w < this.open.length; w++) {
      const left = this.open[w] as number;
      if (left === 0) continue;
      if (many[w] === 0 || all + (least[w] as number) > this.most) return HOPELESS;
      shared += left * (this.worth[w] as number) * (share[w] as number);
      if (pick < 0 || (many[w] as number) < (many[pick] as number)) pick = w;
    }
    return all + shared > this.most ? HOPELESS : pick;
  }

  /** Holds what is open against boards that could give just that. */
  private look(): void {
    const { rests, open, species, used, path } = this;
    if (!rests) return;
    const columnAt = (k: number): Column => this.columns[this.columnOf[k] as number] as Column;
    let cost = 0;
    for (const k of path) cost += columnAt(k).cost;
    rests.look(open, species, used, () => path.map(columnAt), cost);
  }

  /** Keeps the plan chosen so far, which covers all, if it loses less than the best. */
  private keep(lost: number): void {
    let all = lost;
    for (const b of this.rented) if (this.used[b] === 0) all += this.rents[b] as number;
    if (all > this.most) return;
    this.most = all - SAME_COST;
    this.best = [...this.path];
  }

  private gives(k: number, w: number): boolean {
    for (let n = this.start[k] as number, end = this.start[k + 1] as number; n < end; n++) {
      if (this.want[n] === w) return true;
    }
    return false;
  }

  /** What is lost beside its own loss if way `k` is taken now: by what is cut too much, and by a panel’s species. */
  private beyond(k: number): number {
    const kind = this.speciesOf[k] as number;
    let sum = 0;
    for (let n = this.start[k] as number, end = this.start[k + 1] as number; n < end; n++) {
      const w = this.want[n] as number;
      const left = this.open[w] as number;
      const over = (this.amount[n] as number) - left;
      const price = this.prices[kind * this.open.length + w] as number;
      if (over > TOUCH) sum += over * price;
      if (this.panel[w] === 0) continue;
      const begun = this.species[w] as number;
      if (begun >= 0 && begun !== kind) return Infinity;
      if (begun < 0 && left > 0) sum += left * price - (this.panelWorth[w] as number);
    }
    return sum;
  }

  /** Takes way `k`; what was open, and the species of panels, before that. */
  private take(k: number): readonly number[] {
    const undo: number[] = [];
    this.used[this.boardOf[k] as number] = 1;
    for (let n = this.start[k] as number, end = this.start[k + 1] as number; n < end; n++) {
      const w = this.want[n] as number;
      undo.push(this.open[w] as number, this.species[w] as number);
      const left = (this.open[w] as number) - (this.amount[n] as number);
      this.open[w] = left > TOUCH ? left : 0;
      if (this.panel[w] === 1) this.species[w] = this.speciesOf[k] as number;
    }
    return undo;
  }

  private putBack(k: number, undo: readonly number[]): void {
    this.used[this.boardOf[k] as number] = 0;
    for (let n = this.start[k] as number, i = 0; n < (this.start[k + 1] as number); n++) {
      const w = this.want[n] as number;
      this.open[w] = undo[i++] as number;
      this.species[w] = undo[i++] as number;
    }
  }
}
