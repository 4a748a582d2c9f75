import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { seededRandom } from '../foundation/random.ts';
import { Exchanges, type Exchange } from './exchange.ts';
import { firstFitDraft } from './first-plan.ts';
import { costOf } from './draft.ts';
import { Improver } from './improve.ts';
import type { MatchInstance } from './instance.ts';
import { columnOf } from './lots.ts';
import { CLOSER } from './pattern.ts';
import { Problem, type Column } from './problem.ts';
import { Relayouts } from './relayout.ts';
import { planOf } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

/** A long board and a short one: beside the second piece on the short one too little is left to keep. */
const instance: MatchInstance = {
  kerf: 3,
  jointAllowance: 1,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: [
    { id: 'long', length: 1700 },
    { id: 'short', length: 1200 },
  ].map((board) => ({
    ...board,
    width: 100,
    thickness: 25,
    species: 'oak',
    value: 100,
    blocked: { clear: [] },
  })),
  parts: [900, 600, 400].map((length) => ({
    id: `rail ${length}`,
    type: 'solid',
    length,
    width: 100,
    thickness: 20,
    qty: 1,
    grade: 'clear',
    species: 'any',
  })),
};

const exchangesOf = (problem: Problem, made: Column[] = []): Exchanges =>
  new Exchanges(problem, new Relayouts(problem, () => undefined), CLOSER, (column) => made.push(column));

/** The plan in which boards give these rails. */
function planGiving(problem: Problem, lots: readonly (readonly number[])[]): Map<number, Column> {
  return new Map(
    lots.map((rails, b) => {
      const lot = Float64Array.from(problem.wants, ({ part }) => (rails.includes(part.length) ? 1 : 0));
      return [b, columnOf(problem, b, lot, CLOSER) as Column];
    }),
  );
}

const givenBy = (columns: readonly Column[]): Map<number, number> => {
  const given = new Map<number, number>();
  for (const { gives } of columns)
    for (let n = 0; n < gives.length; n += 2)
      given.set(gives[n] as number, (given.get(gives[n] as number) ?? 0) + (gives[n + 1] as number));
  return given;
};

describe('boards that exchange pieces', () => {
  const problem = new Problem(instance);
  const bad = planGiving(problem, [[900], [600, 400]]);
  const good = planGiving(problem, [[900, 400], [600]]);
  const firstOf = (ways: number, ask: () => Exchange | null): Exchange | null => {
    for (let n = 0; n < ways; n++) {
      const found = ask();
      if (found) return found;
    }
    return null;
  };

  it('find the piece that should lie on the other board', () => {
    const random = seededRandom(1);
    const found = firstOf(40, () => exchangesOf(problem).movePiece(bad, random));
    expect(costOf([...good.values()])).toBeLessThan(costOf([...bad.values()]));
    expect(found && costOf(found.columns)).toBeCloseTo(costOf([...good.values()]), 9);
    expect(firstOf(40, () => exchangesOf(problem).movePiece(good, random))).toBeNull();
  });

  it('find it by dealing all pieces anew as well', () => {
    const random = seededRandom(2);
    const prices = Float64Array.from(problem.wants, ({ areaMm2 }) => areaMm2 * 1e-4);
    const found = firstOf(80, () => exchangesOf(problem).dealAnew(bad, prices, random));
    expect(found && costOf(found.columns)).toBeCloseTo(costOf([...good.values()]), 9);
    expect(firstOf(80, () => exchangesOf(problem).dealAnew(good, prices, random))).toBeNull();
  });

  it('tell of ways that come to nothing alone as well, and need two boards', () => {
    const made: Column[] = [];
    const random = seededRandom(3);
    for (let n = 0; n < 20; n++) exchangesOf(problem, made).movePiece(good, random);
    expect(made.length).toBeGreaterThan(5);
    const one = new Map([[0, good.get(0) as Column]]);
    expect(exchangesOf(problem).movePiece(one, random)).toBeNull();
    expect(exchangesOf(problem).dealAnew(one, new Float64Array(problem.wants.length), random)).toBeNull();
  });

  it('lose nothing on racks of salvage, cost less, and leave plans that keep every rule', () => {
    let better = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const rack = new Problem(salvageInstance({ boards: 14, pieces: 14 }, seed));
      const random = seededRandom(seed);
      const improver = new Improver(rack, firstFitDraft(rack), random);
      const exchanges = exchangesOf(rack);
      const prices = Float64Array.from(
        rack.species.flatMap(() =>
          rack.wants.map((want) => (want.areaMm2 / (want.panel ? want.amount : 1)) * 6e-5),
        ),
      );
      for (let n = 0; n < 60; n++) {
        const plan = improver.draft.columns;
        const found =
          n % 2 === 0 ? exchanges.movePiece(plan, random) : exchanges.dealAnew(plan, prices, random);
        if (!found) continue;
        better++;
        expect(costOf(found.columns)).toBeLessThan(costOf(found.before));
        const given = givenBy(found.columns);
        for (const [w, much] of givenBy(found.before))
          expect(given.get(w) ?? 0).toBeGreaterThanOrEqual(much - 1e-6);
        const before = improver.draft.open.slice();
        const draft = improver.replaced(found.before, found.columns);
        draft.open.forEach((left, w) => expect(left).toBeLessThanOrEqual((before[w] as number) + 1e-6));
        improver.draft = draft;
        expect(verifyPlan(rack.instance, planOf(rack, draft, { spent: null, counted: null }, null))).toEqual(
          [],
        );
      }
    }
    expect(better).toBeGreaterThan(10);
  });
});
