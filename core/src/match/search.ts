/**
 * The search for a plan: a first one at once, then prices by column generation, a plan by diving along
 * them, and improvement until told to stop. Every stage yields often, so that whoever runs it can show the
 * best so far and stop it; nothing depends on the clock but how far it gets.
 *
 * Stages. 1. Greedy at a few prices. 2. Column generation: prices from the linear programme, new ways to
 * cut at those prices, until none gains (Gilmore and Gomory 1961), the prices smoothed (Wentges 1997).
 * 3. Diving: columns that the fractions favour are laid, the rest reckoned anew (Vance 1998). 4. Small
 * whole-number programmes and re-filling of neighbourhoods in turn (Shaw 1998).
 */
import { seededRandom, type Random } from '../foundation/random.ts';
import { fillGreedily, lay, layWanted, type Draft } from './greedy.ts';
import { betterScore, dropUnfinished, emptyDraft, Improver, scoreOf, type Score } from './improve.ts';
import type { Solver } from './linear.ts';
import { Master, reducedGain, type MasterAnswer } from './master.ts';
import { PRICING, QUICK, SWIFT, THOROUGH, type Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';

export type SearchStage = 'greedy' | 'prices' | 'dive' | 'improve';

export interface SearchStep {
  readonly draft: Draft;
  readonly better: boolean;
  readonly round: number;
  readonly stage: SearchStage;
  /** What the best plan in fractions spends, once it is known. */
  readonly estimate: number | null;
}

/** A master of more columns than this is pruned before it is solved in whole numbers. */
const MOST_WHOLE = 500;
/** Neighbourhoods tried between two whole-number programmes. */
const STEPS_PER_WHOLE = 100;
/** Neighbourhoods tried between two dives. */
const STEPS_PER_DIVE = 400;
/** How much worse than the best the plan at hand may be, as a share: it gets out of dead ends. */
const LEEWAY = 0.003;
/** Steps without a better plan after which the best is taken up again. */
const BACK_TO_BEST = 60;
/** Neighbourhoods without a better plan after which the search takes itself for finished. */
/** Boards looked at for each want at the least. */
const LEAST_CONTENDERS = 40;
const PATIENCE = 20_000;
/** Boards priced in column generation, for each board there is. */
const MOST_PRICED = 8;
const MOST_PRICED_IN_ALL = 12_000;
/** From so many contending boards on, each is priced with less effort. */
const MANY_BOARDS = 1200;
/** Neighbourhoods tried before prices are reckoned: what is plainly wrong is soon put right. */
const EARLY_STEPS = 60;

export class Search {
  private best: Draft;
  private score: Score;
  private readonly random: Random;
  private readonly all: readonly number[];
  private readonly contenders: readonly number[];
  private round = 0;
  private master: Master | null = null;
  private improver: Improver | null = null;
  private estimate: number | null = null;

  constructor(
    private readonly problem: Problem,
    first: Draft,
    private readonly solver: Solver | null,
    seed: number,
    /** Whether another search sees to prices. */
    private readonly second = false,
  ) {
    this.best = first;
    this.score = scoreOf(problem, this.best);
    this.random = seededRandom(seed);
    this.all = problem.instance.boards.map((_, b) => b);
    this.contenders = contendersOf(problem, first);
  }

  *steps(): Generator<SearchStep, void> {
    const { problem } = this;
    const master = this.solver ? new Master(problem, this.solver) : null;
    const made = (column: Column): void => void master?.add(column);
    for (const prices of this.firstPrices()) {
      const draft = emptyDraft(problem);
      fillGreedily(problem, draft, this.all, prices, QUICK, made);
      dropUnfinished(problem, draft);
      // What is dear to cut was left: it is wanted all the same.
      const dear = prices.map((price) => price * 8);
      fillGreedily(problem, draft, this.all, dear, QUICK, made);
      yield this.offer(draft, 'greedy');
    }
    const improver = new Improver(problem, this.best, this.random, made);
    const early = EARLY_STEPS + problem.instance.boards.length / 8;
    for (let n = 0; n < early; n++) yield this.stepOf(improver, QUICK);
    let answer: MasterAnswer | null = null;
    this.master = master;
    this.improver = improver;
    if (master && !this.second) {
      for (const column of this.best.columns.values()) master.add(column);
      answer = yield* this.generate(master);
      if (answer) {
        this.estimate = answer.objective - answer.uncovered;
        improver.marginal = answer.prices;
      }
      const dives = problem.instance.boards.length <= 300 ? 3 : 1;
      for (let n = 0; n < dives; n++) {
        const dived = yield* this.dive(master, answer, n > 0);
        yield dived;
        if (dived.better) improver.take(this.best, this.score);
      }
    }
    yield* this.improve(master, answer, improver);
  }

  /** A plan that another search found. */
  hear(draft: Draft): void {
    for (const column of draft.columns.values()) this.master?.add(column);
    const score = scoreOf(this.problem, draft);
    if (betterScore(score, this.score) >= 0) return;
    this.best = draft;
    this.score = score;
    this.improver?.take(draft, score);
    this.heard = true;
  }

  private heard = false;

  private stepOf(improver: Improver, effort: Effort): SearchStep {
    const better = improver.step(effort) || this.heard;
    this.heard = false;
    if (better) {
      this.best = improver.draft;
      this.score = improver.score;
    }
    this.round++;
    return { draft: this.best, better, round: this.round, stage: 'improve', estimate: this.estimate };
  }

  /** Every part at one price per area: a little, and far above what the wood is worth. */
  private firstPrices(): Float64Array[] {
    const { problem } = this;
    const values = problem.instance.boards.map(({ value }) => value).sort((a, b) => a - b);
    const middling = values[values.length >> 1] ?? 1;
    const even = (perM2: number): Float64Array =>
      Float64Array.from(
        problem.species.flatMap(() =>
          problem.wants.map(
            (want) => ((want.panel ? want.areaMm2 / want.amount : want.areaMm2) / 1e6) * perM2,
          ),
        ),
      );
    const small = problem.instance.boards.length <= 300;
    return [even(middling * 1.3), ...(small ? [even(middling * 2.5)] : [])];
  }

  private offer(draft: Draft, stage: SearchStage): SearchStep {
    dropUnfinished(this.problem, draft);
    const score = scoreOf(this.problem, draft);
    const better = betterScore(score, this.score) < 0;
    if (better) {
      this.best = draft;
      this.score = score;
    }
    this.round++;
    return { draft: this.best, better, round: this.round, stage, estimate: this.estimate };
  }

  private idle(stage: SearchStage): SearchStep {
    this.round++;
    return { draft: this.best, better: false, round: this.round, stage, estimate: this.estimate };
  }

  /**
   * Column generation; ends when no way to cut gains any more. Boards are priced in turn, some at a time: early
   * prices are too rough to be asked of every board. Prices are drawn toward what they were before.
   */
  private *generate(master: Master): Generator<SearchStep, MasterAnswer | null> {
    const { problem } = this;
    const whole = emptyDraft(problem);
    const effort = this.contenders.length > MANY_BOARDS ? PRICING : QUICK;
    let answer = master.linear(master.pool, whole);
    if (!answer) return null;
    let smooth = answer.prices;
    const many = this.contenders.length;
    const lot = Math.max(50, Math.ceil(many / 6));
    const rest = new Int32Array(this.all.length);
    let at = 0;
    let idle = 0;
    let stalled = 0;
    let exact = false;
    const budget = Math.min(MOST_PRICED * many, MOST_PRICED_IN_ALL);
    for (let priced = 0; priced < budget;) {
      const { prices }: MasterAnswer = answer;
      smooth = exact ? prices : smooth.map((old, i) => 0.3 * old + 0.7 * (prices[i] as number));
      let gained = 0;
      let looked = 0;
      let passed = 0;
      for (; passed < many && looked < lot; passed++) {
        const b = this.contenders[(at + passed) % many] as number;
        if (!exact && (rest[b] as number) > 0) {
          rest[b] = (rest[b] as number) - 1;
          continue;
        }
        if (!this.hopeful(b, smooth, answer)) continue;
        const column = problem.column(b, smooth, whole.open, whole.species, effort);
        if (++looked % 20 === 0) yield this.idle('prices');
        if (!column) continue;
        const gain = reducedGain(problem, column, answer);
        if (gain > 1e-6) {
          if (master.add(column)) gained += gain;
        } else if (gain < -0.1 * column.cost) rest[b] = 2;
      }
      at = (at + passed) % many;
      priced += looked + 1;
      if (gained < 1e-4 * answer.objective) {
        idle += passed;
        if (idle >= many) {
          if (exact) break;
          exact = true;
          idle = 0;
        }
        continue;
      }
      idle = 0;
      const next = master.linear(master.pool, whole);
      if (!next) break;
      // Prices that only shift and save nothing: the plan at hand is as good as this can show.
      stalled = next.objective > answer.objective * (1 - 1e-6) ? stalled + looked : 0;
      if (stalled > 2 * many) break;
      answer = next;
      yield this.idle('prices');
    }
    return answer;
  }

  /** Whether the board could gain anything if all of it were cut at the best price. */
  private hopeful(b: number, prices: Float64Array, answer: MasterAnswer): boolean {
    const { problem } = this;
    const at = problem.pricesAt[b] as number;
    let rate = 0;
    for (const w of problem.wantsOf[b] as readonly number[]) {
      const want = problem.wants[w];
      if (!want) continue;
      const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
      rate = Math.max(rate, (prices[at + w] as number) / area);
    }
    return rate * problem.areaM2(b) * 1e6 > problem.wholeCost(b) + (answer.rents.get(b) ?? 0);
  }

  /** Lays the columns that the fractions favour, a few at a time, and reckons the rest anew. */
  private *dive(
    master: Master,
    first: MasterAnswer | null,
    shaken = false,
  ): Generator<SearchStep, SearchStep> {
    const { problem } = this;
    const draft = emptyDraft(problem);
    const effort = this.contenders.length > MANY_BOARDS ? PRICING : QUICK;
    let prices = first?.prices ?? null;
    const rest = new Int32Array(this.all.length);
    for (let guard = 0; guard < 60 && draft.open.some((left) => left > 1e-6); guard++) {
      let fitting = master.fitting(draft);
      let answer = master.linear(fitting, draft);
      if (!answer) break;
      for (let again = 0; again < 1 && guard > 0; again++) {
        let gained = 0;
        let looked = 0;
        for (const b of this.contenders) {
          if (draft.columns.has(b) || !this.hopeful(b, answer.prices, answer)) continue;
          if ((rest[b] as number) > 0) {
            rest[b] = (rest[b] as number) - 1;
            continue;
          }
          const column = problem.column(b, answer.prices, draft.open, draft.species, effort);
          if (++looked % 40 === 0) yield this.idle('dive');
          if (!column) continue;
          const gain = reducedGain(problem, column, answer);
          if (gain > 1e-6 && master.add(column)) gained += gain;
          if (gain < -0.05 * column.cost) rest[b] = 4;
        }
        if (gained < 1e-3 * answer.objective) break;
        fitting = master.fitting(draft);
        answer = master.linear(fitting, draft);
        if (!answer) break;
      }
      if (!answer) break;
      prices = answer.prices;
      const { use } = answer;
      const favoured = fitting
        .map((column, i) => ({ column, x: use[i] as number }))
        .filter(({ x }) => x > 0.02)
        .map(({ column, x }) => ({ column, x: shaken ? x * (0.5 + this.random.next()) : x }))
        .sort((a, b) => b.x - a.x);
      const many = Math.max(1, Math.ceil(favoured.length * 0.12));
      let laid = 0;
      for (const { column, x } of favoured) {
        if ((shaken || x < 0.97) && laid >= many) break;
        if (draft.columns.has(column.board)) continue;
        layWanted(problem, column, draft);
        laid++;
      }
      yield this.idle('dive');
      if (laid === 0) break;
    }
    if (prices)
      fillGreedily(
        problem,
        draft,
        this.all,
        prices.map((price) => price * 1.2),
        QUICK,
        (column) => master.add(column),
      );
    for (const column of draft.columns.values()) master.add(column);
    return this.offer(draft, 'dive');
  }

  /** Neighbourhoods for as long as one likes. */
  private *improve(
    master: Master | null,
    answer: MasterAnswer | null,
    improver: Improver,
  ): Generator<SearchStep, void> {
    let sinceWhole = Infinity;
    let sinceBetter = 0;
    let sinceDive = 0;
    improver.leeway = LEEWAY;
    while (sinceBetter < PATIENCE) {
      if (master && sinceWhole >= STEPS_PER_WHOLE) {
        sinceWhole = 0;
        const draft = this.wholeOf(master, answer, improver);
        if (draft) {
          const step = this.offer(draft, 'improve');
          if (step.better) {
            improver.take(this.best, this.score);
            sinceBetter = 0;
          }
          yield step;
        }
      }
      sinceWhole++;
      if (sinceBetter % BACK_TO_BEST === BACK_TO_BEST - 1) improver.take(this.best, this.score);
      if (master && ++sinceDive > STEPS_PER_DIVE) {
        sinceDive = 0;
        const step = yield* this.dive(master, answer, true);
        if (step.better) improver.take(this.best, this.score);
        yield step;
      }
      const luck = this.random.next();
      const step = this.stepOf(improver, luck < 0.05 ? THOROUGH : luck < 0.45 ? SWIFT : QUICK);
      sinceBetter = step.better ? 0 : sinceBetter + 1;
      yield step;
    }
  }

  /** A whole-number programme over the pool where it is small, else over a neighbourhood. */
  private wholeOf(master: Master, answer: MasterAnswer | null, improver: Improver): Draft | null {
    const { problem } = this;
    const many = this.best.columns.size;
    const { draft, released } =
      many <= 60
        ? { draft: emptyDraft(problem), released: [...this.best.columns.values()] }
        : improver.partly(40);
    for (const column of released) master.add(column);
    const start = new Set(released);
    const lean: MasterAnswer | null = answer;
    let columns = master.fitting(draft);
    if (columns.length > MOST_WHOLE) {
      const gain = (column: Column): number =>
        start.has(column) ? Infinity : lean ? reducedGain(problem, column, lean) : -column.cost;
      columns = columns
        .map((column) => ({ column, gain: gain(column) }))
        .sort((a, b) => b.gain - a.gain)
        .slice(0, MOST_WHOLE)
        .map(({ column }) => column);
    }
    const chosen = master.whole(columns, draft, 1, start);
    if (!chosen) return null;
    for (const column of chosen) {
      if (start.has(column)) lay(problem, column, draft);
      else layWanted(problem, column, draft);
    }
    return draft;
  }
}

/** Of the boards that will do for a want the cheaper ones, enough of them many times over; and all that are in use. */
function contendersOf(problem: Problem, first: Draft): number[] {
  const found = new Set(first.columns.keys());
  const perMm2 = problem.instance.boards.map((_, b) => problem.wholeCost(b) / problem.areaM2(b));
  problem.wants.forEach((want, w) => {
    const boards = [...(problem.boardsOf[w] as readonly number[])].sort(
      (a, b) => (perMm2[a] as number) - (perMm2[b] as number) || a - b,
    );
    const wanted = (want.panel ? want.areaMm2 : want.areaMm2 * want.amount) / 1e6;
    let area = 0;
    for (let i = 0; i < boards.length && (i < LEAST_CONTENDERS || area < 8 * wanted); i++) {
      const b = boards[i] as number;
      found.add(b);
      area += problem.areaM2(b);
    }
  });
  return [...found].sort((a, b) => a - b);
}
