import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { seededRandom } from '../foundation/random.ts';
import { copyOf, emptyDraft, type Draft } from './draft.ts';
import { Exchanges } from './exchange.ts';
import { fillGreedily } from './greedy.ts';
import { Improver } from './improve.ts';
import { solverFrom, type Solver } from './linear.ts';
import { Master } from './master.ts';
import { Moves } from './moves.ts';
import { CLOSER, QUICK } from './pattern.ts';
import { Problem, type Column } from './problem.ts';
import { Relayouts } from './relayout.ts';
import { betterScore, scoreOf } from './score.ts';
import { planOf } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';
import { WholePlans } from './whole-plans.ts';

let solver: Solver;
beforeAll(async () => {
  solver = solverFrom(await loadHighs());
});

/** A rough plan of a rack, all the ways to cut that were met on the way to it, and what may be done to better it. */
class Bench {
  readonly problem = new Problem(salvageInstance({ boards: 20, pieces: 25 }, 6));
  readonly random = seededRandom(3);
  readonly master = new Master(this.problem, solver);
  readonly moves: Moves;
  readonly improver: Improver;

  constructor() {
    const { problem, master, random } = this;
    const made = (column: Column): void => void master.add(column);
    const relayouts = new Relayouts(problem, made);
    const wholes = new WholePlans(problem, master, relayouts);
    const exchanges = new Exchanges(problem, relayouts, CLOSER, made);
    this.moves = new Moves(problem, wholes, exchanges, CLOSER, random, () => Infinity);
    let draft = emptyDraft(problem);
    // At one price by area, higher each time until it covers everything.
    for (const perMm2 of [6e-5, 9e-5, 2e-4, 1e-3]) {
      const prices = Float64Array.from(
        problem.species.flatMap(() =>
          problem.wants.map((want) => (want.areaMm2 / (want.panel ? want.amount : 1)) * perMm2),
        ),
      );
      draft = emptyDraft(problem);
      const boards = problem.instance.boards.map((_, b) => b);
      fillGreedily(problem, draft, boards, prices, QUICK, made);
      if (scoreOf(problem, draft).openMm2 === 0) break;
    }
    this.improver = new Improver(problem, draft, random, made);
  }

  /** The programme of all that is known so far. */
  learn(): void {
    this.moves.latest = this.master.linear(this.master.pool, emptyDraft(this.problem));
    this.improver.marginal = this.moves.latest?.prices ?? null;
  }

  /** Takes a plan over where it is better; whether it was. Every plan keeps the rules. */
  offer(draft: Draft | null): boolean {
    if (!draft) return false;
    const { problem, improver } = this;
    expect(
      verifyPlan(problem.instance, planOf(problem, draft, { spent: null, counted: null }, null)),
    ).toEqual([]);
    const score = scoreOf(problem, draft);
    if (betterScore(score, improver.score) >= 0) return false;
    improver.take(draft, score);
    return true;
  }
}

/** A bench whose plan covers everything, with prices, where another search has found ways to cut of better plans. */
function readied(): Bench {
  const bench = new Bench();
  expect(bench.improver.score.openMm2).toBe(0);
  const made = (column: Column): void => void bench.master.add(column);
  const other = new Improver(bench.problem, copyOf(bench.improver.draft), seededRandom(5), made);
  for (let n = 0; n < 60; n++) other.step(QUICK);
  bench.learn();
  return bench;
}

/** How often one of so many tries bettered the plan. */
const bettered = (bench: Bench, tries: number, make: () => Draft | null): number =>
  Array.from({ length: tries }, () => bench.offer(make())).filter(Boolean).length;

describe('what a search does to better its plan', () => {
  it('chooses the whole plan anew from all that is known, and tells the programme then', () => {
    const bench = readied();
    const { moves, improver } = bench;
    const before = improver.score.spent;
    const told: boolean[] = [];
    for (let n = 0; n < 3; n++) {
      const { draft, answer } = moves.whole(improver, improver.draft, improver.score);
      told.push(answer !== null);
      bench.offer(draft);
      if (answer) expect(improver.score.spent).toBeGreaterThanOrEqual(answer.objective - 1e-6);
    }
    expect(improver.score.spent).toBeLessThan(before);
    // Every third time it is a part of the plan, whose programme is not that of the whole.
    expect(told).toEqual([true, true, false]);
  });

  it('chooses parts of it anew', () => {
    const bench = readied();
    expect(bettered(bench, 30, () => bench.moves.regrouped(bench.improver))).toBeGreaterThan(0);
  });

  it('solves a few boards as a problem of their own, which makes ways to cut that were not known', () => {
    const bench = readied();
    const known = bench.master.pool.length;
    expect(bettered(bench, 12, () => bench.moves.neighbourhood(bench.improver))).toBeGreaterThan(0);
    expect(bench.master.pool.length).toBeGreaterThan(known);
  });

  it('has boards exchange pieces, so that the same is covered for less', () => {
    const bench = readied();
    const before = bench.improver.score.spent;
    for (let n = 0; n < 6; n++) {
      for (const draft of bench.moves.exchanged(bench.improver, null)) {
        expect(scoreOf(bench.problem, draft).openMm2).toBe(0);
        bench.offer(draft);
      }
    }
    expect(bench.improver.score.spent).toBeLessThan(before);
  });

  it('exchanges nothing and chooses no parts before there are prices, or where something is open', () => {
    const bench = new Bench();
    expect([...bench.moves.exchanged(bench.improver, null)]).toEqual([]);
    bench.learn();
    bench.improver.begin(emptyDraft(bench.problem), scoreOf(bench.problem, emptyDraft(bench.problem)));
    expect([...bench.moves.exchanged(bench.improver, null)]).toEqual([]);
    expect(bench.moves.regrouped(bench.improver)).toBeNull();
  });
});
