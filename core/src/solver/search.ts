/**
 * The search for a plan: a first one at once, then prices by column generation, a plan by diving along
 * them, and improvement until told to stop. Every stage yields often, so that whoever runs it can show the
 * best so far and stop it; nothing depends on the clock but how far it gets, and that the best plan is laid out closely before
 * the time is up.
 *
 * Stages. 1. Greedy at a few prices. 2. Column generation and 3. diving, see `pricing.ts`. 4. Small
 * whole-number programmes and re-filling of neighbourhoods in turn (Shaw 1998). What may differ between two
 * runs with the same seed: a whole-number programme that its time limit cuts off, and what is done as the time runs out.
 */
import { seededRandom, type Random } from '../foundation/random.ts';
import { Exchanges } from './exchange.ts';
import { copyOf, dropUnfinished, emptyDraft, type Draft } from './draft.ts';
import { fillGreedily } from './greedy.ts';
import { Improver, rateOf } from './improve.ts';
import { LARGE, SMALL } from './rack-size.ts';
import { betterScore, scoreOf, type Score } from './score.ts';
import type { Solver } from './linear.ts';
import { Master, reducedGain, type MasterAnswer } from './master.ts';
import { Moves } from './moves.ts';
import { CLOSER, QUICK, SWIFT, THOROUGH, type Effort } from './pattern.ts';
import { Polish } from './polish.ts';
import { Pricing } from './pricing.ts';
import type { Column, Problem } from './problem.ts';
import { Relayouts } from './relayout.ts';
import { WholePlans } from './whole-plans.ts';

export type SearchStage = 'greedy' | 'prices' | 'dive' | 'improve' | 'prove';

export interface SearchStep {
  readonly draft: Draft;
  readonly better: boolean;
  readonly round: number;
  readonly stage: SearchStage;
  /** What the best plan in fractions spends, once it is known. */
  readonly estimate: number | null;
}

/** Share of neighbourhoods that are looked at as closely as can be: there are only a few hundred steps on a small rack. */
const THOROUGH_SHARE = { small: 0.01, large: 0.05 };
const SWIFT_SHARE = 0.4;
/** Ways to cut with which column generation begins at the most. */
const MOST_FIRST = 6000;
/** Of more known ways to cut the lesser half is forgotten. */
const MOST_POOL = 12_000;
/** Steps between two choices of a whole plan. */
const STEPS_PER_WHOLE = { small: 25, large: 70 };
/** Steps between two in which so many parts of the plan are chosen anew, on a small rack after its boards were asked at varied prices. */
const STEPS_PER_VARIED = 2;
const REGROUPED = 3;
/** With less time left no small problem is begun, s. */
const LAST_S = 0.1;
/** Greedy neighbourhoods between two that are solved as a small problem; the larger the rack, the smaller a part they are of it. */
const STEPS_PER_NEIGHBOURHOOD = { small: 8, middling: 4, large: 2 };
/** Neighbourhoods tried between two dives. */
const STEPS_PER_DIVE = 400;
/** How much worse than the best the plan at hand may be, as a share: it gets out of dead ends. */
const LEEWAY = 0.003;
/** Steps of a run without a better plan after which another run begins, but on a large rack. */
const RUN_PATIENCE = 400;
/** Steps without a better plan after which the best is taken up again. */
const BACK_TO_BEST = 60;
/** Neighbourhoods without a better plan after which the search takes itself for finished. */
const PATIENCE = 20_000;
/** Neighbourhoods tried before prices are calculated: what is plainly wrong is soon put right. */
const EARLY_STEPS = 20;

export class Search {
  best: Draft;
  private score: Score;
  private readonly random: Random;
  private readonly all: readonly number[];
  private readonly pricing: Pricing;
  private readonly relayouts: Relayouts;
  private readonly polish: Polish;
  private moves: Moves | null = null;
  private round = 0;
  private master: Master | null = null;
  private improver: Improver | null = null;
  private estimate: number | null = null;

  constructor(
    private readonly problem: Problem,
    first: Draft,
    private readonly solver: Solver | null,
    seed: number,
    /** How long whoever runs it will go on, s: a whole-number programme can't be stopped. */
    private readonly secondsLeft: () => number = () => Infinity,
  ) {
    this.best = first;
    this.score = scoreOf(problem, this.best);
    this.random = seededRandom(seed);
    this.all = problem.instance.boards.map((_, b) => b);
    this.pricing = new Pricing(problem, first);
    const made = (column: Column): void => void this.master?.add(column);
    this.relayouts = new Relayouts(problem, made);
    this.polish = new Polish(problem, solver, this.relayouts);
  }

  /** Ways to cut that are known so far. */
  columns(): readonly Column[] {
    return this.master?.pool ?? [];
  }

  /** `shaken`: dives go another way than they would by the prices alone, as those of a second search should. */
  *steps(shaken = false): Generator<SearchStep, void> {
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
    const boards = problem.instance.boards.length;
    const early = boards <= SMALL ? EARLY_STEPS : EARLY_STEPS + boards / 8;
    for (let n = 0; n < early; n++) yield { ...this.stepOf(improver, QUICK), stage: 'greedy' };
    let answer: MasterAnswer | null = null;
    /** Plans that dives came to, from which runs may begin. */
    const starts: Draft[] = [];
    this.master = master;
    this.moves = master && this.movesOver(master, made);
    this.improver = improver;
    if (master) {
      for (const column of this.best.columns.values()) master.add(column);
      this.forget(master);
      answer = yield* this.ticking(
        this.pricing.generate(master, this.score.openMm2 === 0 ? this.score.spent : Infinity),
        'prices',
      );
      if (answer) this.learn(answer, improver);
      const dives = boards <= LARGE && boards > SMALL ? 3 : 1;
      for (let n = 0; n < dives; n++) {
        const draft = yield* this.ticking(
          this.pricing.dive(master, answer, n > 0 || shaken ? this.random : null),
          'dive',
        );
        yield this.offer(draft, 'dive');
        starts.push(draft);
      }
      starts.sort((a, b) => betterScore(scoreOf(problem, a), scoreOf(problem, b)));
      starts.shift();
      improver.begin(this.best, this.score);
    }
    yield* this.improve(master, answer, improver, starts);
  }

  /** Ways to cut that were found elsewhere. */
  know(columns: readonly Column[]): void {
    for (const column of columns) this.master?.add(column);
  }

  /** A plan that another search found. */
  hear(draft: Draft): void {
    for (const column of draft.columns.values()) this.master?.add(column);
    const score = scoreOf(this.problem, draft);
    if (betterScore(score, this.score) >= 0) return;
    this.best = draft;
    this.score = score;
    this.heard = true;
    // Two searches that go the same way find the same: on small racks each keeps to its own and shares what it knows.
    if (!this.goesAnew) this.improver?.begin(draft, score);
  }

  private get size(): 'small' | 'large' {
    return this.all.length <= SMALL ? 'small' : 'large';
  }

  /** How hard boards are looked at as a rule. */
  private get effort(): Effort {
    return this.size === 'small' ? CLOSER : QUICK;
  }

  /** Whether a run that has come to nothing is given up for another: where one takes a few seconds. */
  private get goesAnew(): boolean {
    return this.master !== null && this.all.length <= LARGE;
  }

  private heard = false;
  /** Whether the last step bettered the run that is under way. */
  private ran = false;

  private stepOf(improver: Improver, effort: Effort): SearchStep {
    let better = this.heard;
    this.heard = false;
    this.ran = improver.step(effort);
    if (this.ran && betterScore(improver.score, this.score) < 0) {
      if (this.master) {
        const draft = copyOf(improver.draft);
        this.polish.plan(draft);
        improver.take(draft, scoreOf(this.problem, draft));
      }
      this.best = improver.draft;
      this.score = improver.score;
      better = true;
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
    if (this.master) this.polish.plan(draft);
    const score = scoreOf(this.problem, draft);
    const better = betterScore(score, this.score) < 0;
    if (better) {
      this.best = draft;
      this.score = score;
    }
    this.round++;
    return { draft: this.best, better, round: this.round, stage, estimate: this.estimate };
  }

  private *dive(
    master: Master,
    answer: MasterAnswer | null,
    shaken: Random | null,
  ): Generator<SearchStep, SearchStep> {
    return this.offer(yield* this.ticking(this.pricing.dive(master, answer, shaken), 'dive'), 'dive');
  }

  /** A step for every breath that the work takes. */
  private *ticking<T>(work: Generator<void, T>, stage: SearchStage): Generator<SearchStep, T> {
    try {
      for (;;) {
        const next = work.next();
        if (next.done === true) return next.value;
        yield this.idle(stage);
      }
    } finally {
      // Whoever stops the search here stops the work too, which then frees what it holds.
      work.return(undefined as T);
    }
  }

  private idle(stage: SearchStage): SearchStep {
    this.round++;
    return { draft: this.best, better: false, round: this.round, stage, estimate: this.estimate };
  }

  /** Neighbourhoods for as long as one likes, in runs: one that has come to nothing is given up for another. */
  private *improve(
    master: Master | null,
    answer: MasterAnswer | null,
    improver: Improver,
    starts: Draft[],
  ): Generator<SearchStep, void> {
    const { moves } = this;
    let sinceWhole = Infinity;
    let sinceBetter = 0;
    let sinceRun = 0;
    let sinceDive = 0;
    let runs = 0;
    improver.leeway = LEEWAY;
    const perNeighbourhood =
      STEPS_PER_NEIGHBOURHOOD[this.goesAnew && this.size === 'large' ? 'middling' : this.size];
    const laid = (draft: Draft | null, ofRun: boolean): SearchStep | null => {
      if (draft === null) return null;
      const step = this.offer(draft, 'improve');
      if (step.better) sinceBetter = 0;
      const score = scoreOf(this.problem, draft);
      // The programme over all that is known begins from the best plan: no better one is no news to this run.
      if (step.better || (ofRun && betterScore(score, improver.best) < 0)) {
        improver.take(draft, score);
        sinceRun = 0;
      }
      return step;
    };
    while (sinceBetter < PATIENCE) {
      if (master && sinceWhole >= STEPS_PER_WHOLE[this.size]) {
        sinceWhole = 0;
        this.prune(master);
        const step = laid(this.wholePlan(improver), false);
        if (step) yield step;
      }
      const polished =
        master && laid(this.polish.best(this.best, this.score, sinceBetter, this.secondsLeft()), false);
      if (polished) yield polished;
      sinceWhole++;
      if (moves && sinceWhole % perNeighbourhood === 0 && this.secondsLeft() > LAST_S) {
        const step = laid(moves.neighbourhood(improver), true);
        if (step) yield step;
      }
      if (master && moves?.latest && sinceWhole % STEPS_PER_VARIED === 0) {
        if (this.size === 'small') {
          this.pricing.vary(master, moves.latest, this.random, improver.draft.columns);
          for (const draft of moves.exchanged(improver, this.pricing.latest)) {
            const step = laid(draft, true);
            if (step) yield step;
          }
        }
        for (let n = 0; n < REGROUPED; n++) {
          const step = laid(moves.regrouped(improver), true);
          if (step) yield step;
        }
      }
      if (sinceRun % BACK_TO_BEST === BACK_TO_BEST - 1) improver.backToBest();
      if (master && this.goesAnew && sinceRun > RUN_PATIENCE) {
        sinceRun = 0;
        // One run begins anew, the next goes on from the best there is.
        if (runs++ % 2 === 0) {
          const dived =
            starts.shift() ?? (yield* this.ticking(this.pricing.dive(master, answer, this.random), 'dive'));
          dropUnfinished(this.problem, dived);
          improver.begin(dived, scoreOf(this.problem, dived));
          yield this.offer(dived, 'dive');
        } else improver.begin(this.best, this.score);
      } else if (master && ++sinceDive > STEPS_PER_DIVE) {
        sinceDive = 0;
        const step = yield* this.dive(master, answer, this.random);
        if (step.better) improver.take(this.best, this.score);
        yield step;
      }
      const luck = this.random.next();
      const thorough = THOROUGH_SHARE[this.size];
      const effort = luck < thorough ? THOROUGH : luck < thorough + SWIFT_SHARE ? SWIFT : this.effort;
      const step = this.stepOf(improver, effort);
      sinceBetter = step.better ? 0 : sinceBetter + 1;
      sinceRun = this.ran ? 0 : sinceRun + 1;
      yield step;
    }
  }

  /** Of very many ways that the first plans came by, keeps those that give most for what they spend: the programme takes less room. */
  private forget(master: Master): void {
    if (master.pool.length <= MOST_FIRST) return;
    const rates = Float64Array.from(master.pool, rateOf);
    const least = rates.slice().sort()[master.pool.length - MOST_FIRST] as number;
    const kept = new Set(this.best.columns.values());
    master.prune((column, i) => (rates[i] as number) >= least || kept.has(column));
  }

  /** Keeps of the ways to cut those that gain most, and those of the best plan, when there are too many. */
  private prune(master: Master): void {
    const answer = this.moves?.latest;
    if (!answer || master.pool.length <= MOST_POOL) return;
    const gains = Float64Array.from(master.pool, (column) => reducedGain(this.problem, column, answer));
    const least = gains.slice().sort()[MOST_POOL >> 1] as number;
    const kept = new Set(this.best.columns.values());
    master.prune((column, i) => (gains[i] as number) >= least || kept.has(column));
  }

  /** The whole plan or a part of it chosen anew; what the programme of the whole says is learned. */
  private wholePlan(improver: Improver): Draft | null {
    const found = this.moves?.whole(improver, this.best, this.score);
    if (found?.answer) this.learn(found.answer, improver);
    return found?.draft ?? null;
  }

  private movesOver(master: Master, made: (column: Column) => void): Moves {
    const { problem, relayouts, effort, random, secondsLeft } = this;
    const wholes = new WholePlans(problem, master, relayouts);
    const exchanges = new Exchanges(problem, relayouts, effort, made);
    return new Moves(problem, wholes, exchanges, effort, random, secondsLeft);
  }

  /** Takes over what the linear programme of all that is known says. */
  private learn(answer: MasterAnswer, improver: Improver): void {
    if (this.moves) this.moves.latest = answer;
    this.estimate = answer.objective - answer.uncovered;
    improver.marginal = answer.prices;
  }
}
