/**
 * Column generation, and diving along its prices. The linear programme of the ways to cut known so far gives each
 * part a price; boards are asked in turn for a way that gains at those prices, until none does (Gilmore and Gomory
 * 1961), the prices smoothed (Wentges 1997). A dive lays what the fractions favour (Vance 1998). Both yield often.
 */
import type { Random } from '../foundation/random.ts';
import { emptyDraft, layWanted, type Draft } from './draft.ts';
import { fillGreedily } from './greedy.ts';
import { LARGE, SMALL } from './rack-size.ts';
import { columnOf, leftBeside, lotFor } from './lots.ts';
import { reducedGain, type GrowingMaster, type Master, type MasterAnswer } from './master.ts';
import { CLOSER, PRICING, QUICK, type Effort } from './pattern.ts';
import type { Column, Problem } from './problem.ts';
import { NO_GAIN, TOUCH } from './tolerances.ts';

/** Boards looked at for each want at the least. */
const LEAST_CONTENDERS = 40;
/** Boards priced in column generation, for each board there is. */
const MOST_PRICED = 8;
const MOST_PRICED_IN_ALL = 12_000;
/**
 * On a large rack, once boards have been priced twice, prices are left as they are where fractions save less than this share of
 * the plan at hand: there neighbourhoods better it sooner than more prices would.
 */
const WORTH_MORE_PRICES = 0.005;
/** From so many contending boards on, each is priced with less effort. */
const MANY_BOARDS = 1200;

/**
 * How far prices are varied (ln), which share of the wants is left out or asked for in fewer copies, of how many boards, and which
 * share of those is asked for a lot.
 */
const VARIED = { prices: 0.4, left: 0.3, boards: 30, lots: 0.5 };

/** How far a dive that should go another way takes boards’ costs to be other than they are (ln). */
const COST_NOISE = 0.8;

/**
 * Share of the times that panels are taken to be of one species each, and of those that one of them is of another than in the plan:
 * fractions make a panel of several species, at prices that no plan can pay.
 */
const SETTLED = 0.8;
const OTHER_SPECIES = 0.6;

/** A panel, and the species that it may be of. */
interface Panel {
  readonly w: number;
  readonly of: readonly string[];
}

export class Pricing {
  private readonly all: readonly number[];
  private readonly contenders: readonly number[];
  private readonly panels: readonly Panel[];

  /** The prices about which boards were last asked, before they were varied. */
  latest: Float64Array | null = null;

  constructor(
    private readonly problem: Problem,
    first: Draft,
  ) {
    this.all = problem.instance.boards.map((_, b) => b);
    this.contenders = contendersOf(problem, first);
    this.panels = problem.wants.flatMap(({ panel }, w) => {
      const of = Array.from(problem.boardsOf[w] as Int32Array, (b) => problem.speciesOf[b] as string);
      return panel ? [{ w, of: [...new Set(of)] }] : [];
    });
  }

  private get effort(): Effort {
    if (this.all.length <= SMALL) return CLOSER;
    return this.contenders.length > MANY_BOARDS ? PRICING : QUICK;
  }

  /**
   * Column generation; ends when no way to cut gains any more. Boards are priced in turn, some at a time: early
   * prices are too rough to be asked of every board. Prices are drawn toward what they were before. `spent`: what the plan at
   * hand spends, if it leaves nothing open.
   */
  *generate(master: Master, spent: number): Generator<void, MasterAnswer | null> {
    const whole = emptyDraft(this.problem);
    const programme = master.growing(whole);
    try {
      return yield* this.generated(master, programme, whole, spent);
    } finally {
      programme.dispose();
    }
  }

  private *generated(
    master: Master,
    programme: GrowingMaster,
    whole: Draft,
    spent: number,
  ): Generator<void, MasterAnswer | null> {
    const { problem } = this;
    const { effort } = this;
    let answer = programme.solve();
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
        const column = problem.column(
          b,
          smooth,
          whole.open,
          whole.species,
          exact ? { ...effort, mirrors: 4 } : effort,
        );
        if (++looked % 20 === 0) yield;
        if (!column) continue;
        const gain = reducedGain(problem, column, answer);
        if (gain > NO_GAIN) {
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
      const next = programme.solve();
      if (!next) break;
      // Prices that only shift and save nothing: the plan at hand is as good as this can show.
      stalled = next.objective > answer.objective * (1 - 1e-6) ? stalled + looked : 0;
      if (stalled > 2 * many) break;
      answer = next;
      if (many > LARGE && priced > 2 * many && answer.objective > spent * (1 - WORTH_MORE_PRICES)) break;
      yield;
    }
    return answer;
  }

  /** Whether the board could gain anything if all of it were cut at the best price. */
  private hopeful(b: number, prices: Float64Array, answer: MasterAnswer): boolean {
    const { problem } = this;
    const at = problem.pricesAt[b] as number;
    let rate = 0;
    for (const w of problem.wantsOf[b] as Int32Array) {
      const want = problem.wants[w];
      if (!want) continue;
      const area = want.panel ? want.areaMm2 / want.amount : want.areaMm2;
      rate = Math.max(rate, (prices[at + w] as number) / area);
    }
    return rate * problem.areaM2(b) * 1e6 > problem.wholeCost(b) + (answer.rents.get(b) ?? 0);
  }

  /**
   * Asks the boards for ways to cut at prices about those of the programme, mostly with each panel of one species, of some of what is
   * wanted: ways that fractions would not ask for, and of which whole plans are made; and half of the boards for lots beside the plan at hand (`lots.ts`). How many of
   * them were not known before.
   */
  vary(
    master: Master,
    latest: MasterAnswer,
    random: Random,
    plan: ReadonlyMap<number, Column> = new Map(),
  ): number {
    const { problem } = this;
    const draft = emptyDraft(problem);
    const { open, species } = draft;
    let { prices } = latest;
    if (this.panels.length > 0 && random.next() < SETTLED) {
      this.settle(species, plan, random);
      prices = master.linear(master.fitting(draft), draft)?.prices ?? prices;
    }
    this.latest = prices;
    const shaken = prices.map(
      (price) => price * Math.exp(VARIED.prices * (random.next() + random.next() - 1)),
    );
    problem.wants.forEach((want, w) => {
      if (random.next() >= VARIED.left) return;
      open[w] = want.panel
        ? leftBeside(problem, w, plan, master.pool, species[w] ?? null, random)
        : Math.floor((open[w] as number) * random.next());
    });
    const before = master.pool.length;
    const many = this.contenders.length;
    const from = many > VARIED.boards ? random.below(many) : 0;
    for (let i = 0; i < Math.min(many, VARIED.boards); i++) {
      const b = this.contenders[(from + i) % many] as number;
      const column =
        random.next() < VARIED.lots
          ? columnOf(problem, b, lotFor(problem, b, open, plan, species, random), this.effort)
          : problem.column(b, shaken, open, species, this.effort);
      if (column) master.add(column);
    }
    return master.pool.length - before;
  }

  /** Says of each panel which species it should be of: that of the plan, or of one of them another. */
  private settle(species: (string | null)[], plan: ReadonlyMap<number, Column>, random: Random): void {
    const { problem, panels } = this;
    for (const { board, gives } of plan.values())
      for (let n = 0; n < gives.length; n += 2) {
        const w = gives[n] as number;
        if (problem.wants[w]?.panel) species[w] = problem.speciesOf[board] ?? null;
      }
    if (random.next() < OTHER_SPECIES) {
      const { w, of } = panels[random.below(panels.length)] as Panel;
      species[w] = of[random.below(of.length)] ?? null;
    }
  }

  /**
   * Lays the columns that the fractions favour, a few at a time, and calculates the rest again; `shaken` makes it
   * another plan each time.
   */
  *dive(master: Master, first: MasterAnswer | null, shaken: Random | null): Generator<void, Draft> {
    const { problem } = this;
    const draft = emptyDraft(problem);
    const { effort } = this;
    let prices = first?.prices ?? null;
    const noise = shaken
      ? Float64Array.from(this.all, () => Math.exp(COST_NOISE * (shaken.next() + shaken.next() - 1)))
      : null;
    const rest = new Int32Array(this.all.length);
    for (let guard = 0; guard < 60 && draft.open.some((left) => left > TOUCH); guard++) {
      let fitting = master.fitting(draft);
      let answer = master.linear(fitting, draft, noise);
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
          if (++looked % 40 === 0) yield;
          if (!column) continue;
          const gain = reducedGain(problem, column, answer);
          if (gain > NO_GAIN && master.add(column)) gained += gain;
          if (gain < -0.05 * column.cost) rest[b] = 4;
        }
        if (gained < 1e-3 * answer.objective) break;
        fitting = master.fitting(draft);
        answer = master.linear(fitting, draft, noise);
        if (!answer) break;
      }
      if (!answer) break;
      prices = answer.prices;
      const { use } = answer;
      const favoured = fitting
        .map((column, i) => ({ column, x: use[i] as number }))
        .filter(({ x }) => x > 0.02)
        .map(({ column, x }) => ({ column, x: shaken ? x * (0.5 + shaken.next()) : x }))
        .sort((a, b) => b.x - a.x);
      const many = Math.max(1, Math.ceil(favoured.length * 0.12));
      let laid = 0;
      for (const { column, x } of favoured) {
        if ((shaken !== null || x < 0.97) && laid >= many) break;
        if (draft.columns.has(column.board)) continue;
        layWanted(problem, column, draft);
        laid++;
      }
      yield;
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
    return draft;
  }
}

/** Of the boards that will do for a want the cheaper ones, enough of them many times over; and all that are in use. */
function contendersOf(problem: Problem, first: Draft): number[] {
  const found = new Set(first.columns.keys());
  const perMm2 = problem.instance.boards.map((_, b) => problem.wholeCost(b) / problem.areaM2(b));
  problem.wants.forEach((want, w) => {
    const boards = [...(problem.boardsOf[w] as Int32Array)].sort(
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
