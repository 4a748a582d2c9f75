/**
 * The search for a plan: a first one at once, then prices by column generation, a plan by diving along
 * them, and improvement until told to stop. Every stage yields often, so that whoever runs it can show the
 * best so far and stop it; nothing depends on the clock but how far it gets.
 *
 * Stages. 1. Greedy at a few prices. 2. Column generation and 3. diving, see `pricing.ts`. 4. Small
 * whole-number programmes and re-filling of neighbourhoods in turn (Shaw 1998). A whole-number programme that is
 * cut off by its time limit is the one thing that may differ between two runs with the same seed.
 */
import { seededRandom, type Random } from '../foundation/random.ts';
import { fillGreedily, layChosen, type Draft } from './greedy.ts';
import { betterScore, dropUnfinished, emptyDraft, Improver, scoreOf, SMALL, type Score } from './improve.ts';
import type { Solver } from './linear.ts';
import { Master, reducedGain, type MasterAnswer } from './master.ts';
import { QUICK, SWIFT, THOROUGH, type Effort } from './pattern.ts';
import { solveNeighbourhood } from './neighbourhood.ts';
import { Pricing } from './pricing.ts';
import type { Column, Problem } from './problem.ts';
import { cheaperLayout } from './relayout.ts';

export type SearchStage = 'greedy' | 'prices' | 'dive' | 'improve' | 'prove';

export interface SearchStep {
  readonly draft: Draft;
  readonly better: boolean;
  readonly round: number;
  readonly stage: SearchStage;
  /** What the best plan in fractions spends, once it is known. */
  readonly estimate: number | null;
}

/** A master of more columns than this is pruned before it is solved in whole numbers. */
const MOST_WHOLE = { small: 250, large: 500 };
/** Share of neighbourhoods that are looked at as closely as can be: there are only a few hundred steps on a small rack. */
const THOROUGH_SHARE = { small: 0.01, large: 0.05 };
const SWIFT_SHARE = 0.4;
/** A plan of no more boards is calculated whole, a larger one in parts of so many. */
const MOST_BOARDS_WHOLE = 60;
const BOARDS_IN_PART = 24;
/** Of more known ways to cut the lesser half is forgotten. */
const MOST_POOL = 20_000;
/** A whole-number programme may take so long, s. */
const WHOLE_S = { small: 2, part: 1.5 };
const LEAST_WHOLE_S = 0.1;
/** Neighbourhoods tried between two whole-number programmes. */
const STEPS_PER_WHOLE = 70;
/** Greedy neighbourhoods between two that are solved as a small problem. */
const STEPS_PER_NEIGHBOURHOOD = 4;
/** The same on a large rack, where a neighbourhood is a small part of it. */
const STEPS_PER_NEIGHBOURHOOD_LARGE = 2;
/** Neighbourhoods tried between two dives. */
const STEPS_PER_DIVE = 400;
/** How much worse than the best the plan at hand may be, as a share: it gets out of dead ends. */
const LEEWAY = 0.003;
/** Steps of a run without a better plan after which another run begins, and the largest rack where it does. */
const RUN_PATIENCE = 400;
const MOST_FOR_RUNS = 300;
/** Ways to cut that are laid out anew at a time: of a plan, and before a whole-number programme. */
const RELAID = { plan: 25, programme: 40 };
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
    this.improver = improver;
    if (master) {
      for (const column of this.best.columns.values()) master.add(column);
      answer = yield* this.ticking(this.pricing.generate(master), 'prices');
      if (answer) this.learn(answer, improver);
      const dives = boards <= SMALL ? 5 : boards <= MOST_FOR_RUNS ? 3 : 1;
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

  /** Whether a run that has come to nothing is given up for another: where one takes a few seconds. */
  private get goesAnew(): boolean {
    return this.master !== null && this.all.length <= MOST_FOR_RUNS;
  }

  private heard = false;
  /** Whether the last step bettered the run that is under way. */
  private ran = false;
  private wholes = 0;
  private latest: MasterAnswer | null = null;

  private stepOf(improver: Improver, effort: Effort): SearchStep {
    let better = this.heard;
    this.heard = false;
    this.ran = improver.step(effort);
    if (this.ran && betterScore(improver.score, this.score) < 0) {
      if (this.master) {
        const draft = { ...improver.draft, columns: new Map(improver.draft.columns) };
        this.layOutAnew(draft);
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
    this.layOutAnew(draft);
    const score = scoreOf(this.problem, draft);
    const better = betterScore(score, this.score) < 0;
    if (better) {
      this.best = draft;
      this.score = score;
    }
    this.round++;
    return { draft: this.best, better, round: this.round, stage, estimate: this.estimate };
  }

  /** Ways to cut that have been laid out anew, and what came of it. */
  private readonly relaid = new WeakMap<Column, Column>();

  /** Each board of a plan cut for the same pieces, with more of the rest kept where that can be. */
  private layOutAnew(draft: Draft): void {
    let many = 0;
    for (const [b, column] of draft.columns) {
      if (!this.master || many >= RELAID.plan) return;
      if (!this.relaid.has(column)) many++;
      draft.columns.set(b, this.relayout(column));
    }
  }

  private relayout(column: Column): Column {
    const known = this.relaid.get(column);
    if (known) return known;
    const better = cheaperLayout(this.problem, column) ?? column;
    this.relaid.set(column, better);
    this.relaid.set(better, better);
    this.master?.add(better);
    return better;
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
    for (;;) {
      const next = work.next();
      if (next.done === true) return next.value;
      yield this.idle(stage);
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
    let sinceWhole = Infinity;
    let sinceBetter = 0;
    let sinceRun = 0;
    let sinceDive = 0;
    let runs = 0;
    improver.leeway = LEEWAY;
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
      if (master && sinceWhole >= STEPS_PER_WHOLE) {
        sinceWhole = 0;
        this.prune(master);
        const step = laid(this.wholeOf(master, improver), false);
        if (step) yield step;
      }
      sinceWhole++;
      if (
        master &&
        sinceWhole % (this.goesAnew ? STEPS_PER_NEIGHBOURHOOD : STEPS_PER_NEIGHBOURHOOD_LARGE) === 0 &&
        this.secondsLeft() > LEAST_WHOLE_S
      ) {
        const step = laid(this.neighbourhood(master, improver), true);
        if (step) yield step;
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
      const effort = luck < thorough ? THOROUGH : luck < thorough + SWIFT_SHARE ? SWIFT : QUICK;
      const step = this.stepOf(improver, effort);
      sinceBetter = step.better ? 0 : sinceBetter + 1;
      sinceRun = this.ran ? 0 : sinceRun + 1;
      yield step;
    }
  }

  private neighbourhood(master: Master, improver: Improver): Draft | null {
    const without = this.random.next() < 0.5;
    const release = 2 + this.random.below(without ? 7 : 5);
    return solveNeighbourhood(this.problem, master, improver, release, QUICK, {
      without,
      rounds: without ? 8 : 4,
      columns: 300,
      seconds: Math.min(0.3, this.secondsLeft()),
    });
  }

  /** Keeps of the ways to cut those that gain most, and those of the best plan, when there are too many. */
  private prune(master: Master): void {
    const answer = this.latest;
    if (!answer || master.pool.length <= MOST_POOL) return;
    const gains = Float64Array.from(master.pool, (column) => reducedGain(this.problem, column, answer));
    const least = gains.slice().sort()[MOST_POOL >> 1] as number;
    const kept = new Set(this.best.columns.values());
    master.prune((column, i) => (gains[i] as number) >= least || kept.has(column));
  }

  /** A whole-number programme over the pool where the plan is small, now and then and else over a part of it. */
  private wholeOf(master: Master, improver: Improver): Draft | null {
    const { problem } = this;
    const small = this.best.columns.size <= MOST_BOARDS_WHOLE && this.wholes++ % 3 < 2;
    const { draft, released } = small
      ? { draft: emptyDraft(problem), released: [...this.best.columns.values()] }
      : improver.partly(BOARDS_IN_PART);
    const start = new Set(released.map((column) => master.cheapest(column)));
    let columns = master.fitting(draft);
    const most = MOST_WHOLE[this.size];
    if (columns.length > most) {
      // Prices of the ways to cut that are known by now: those that gain least can't be in a better plan.
      const lean = master.linear(columns, draft);
      if (small && lean) this.learn(lean, improver);
      const gain = (column: Column): number =>
        start.has(column) ? Infinity : lean ? reducedGain(problem, column, lean) : -column.cost;
      columns = columns
        .map((column) => ({ column, gain: gain(column) }))
        .sort((a, b) => b.gain - a.gain)
        .slice(0, most)
        .map(({ column }) => column);
      let many = 0;
      columns = columns.map((column) => {
        if (start.has(column)) return column;
        if (!this.relaid.has(column) && ++many > RELAID.programme) return column;
        return this.relayout(column);
      });
    }
    const seconds = Math.min(small ? WHOLE_S.small : WHOLE_S.part, this.secondsLeft());
    if (seconds < LEAST_WHOLE_S) return null;
    const chosen = master.whole(columns, draft, seconds, start);
    if (!chosen) return null;
    layChosen(problem, chosen, start, draft);
    return draft;
  }

  /** Takes over what the linear programme of all that is known says. */
  private learn(answer: MasterAnswer, improver: Improver): void {
    this.latest = answer;
    this.estimate = answer.objective - answer.uncovered;
    improver.marginal = answer.prices;
  }
}
