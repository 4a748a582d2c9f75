import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import type { MatchInstance } from './instance.ts';
import { QUICK } from './pattern.ts';
import { Problem, type Column } from './problem.ts';
import { cheaperLayout, Relayouts } from './relayout.ts';

const instance: MatchInstance = {
  kerf: 4,
  jointAllowance: 1,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: [
    {
      id: 'plank',
      length: 1200,
      width: 100,
      thickness: 25,
      species: 'oak',
      value: 100,
      blocked: { clear: [{ x: 560, y: 0, length: 20, width: 100 }] },
    },
  ],
  parts: [
    {
      id: 'rail',
      type: 'solid',
      length: 500,
      width: 100,
      thickness: 20,
      qty: 2,
      grade: 'clear',
      species: 'any',
    },
  ],
};

/** A rail in the middle of one half, where neither end is long enough to keep; the other half whole. */
const awkward = (problem: Problem): Column => ({
  board: 0,
  cost: problem.wholeCost(0) - 620 * 100 * 0.7e-4,
  extra: 0,
  gives: [0, 1],
  cuts: [
    { want: 0, x: 30, y: 0, length: 500, width: 100, fills: 1 },
    { want: -1, x: 580, y: 0, length: 620, width: 100, fills: 0 },
  ],
});

describe('laying a board out anew', () => {
  it('keeps more of the rest where the same pieces can lie elsewhere', () => {
    const problem = new Problem(instance);
    // On the right of the knot the rail would leave 560 on the left and 116 on the right: on the left nothing beats it.
    expect(cheaperLayout(problem, awkward(problem))).toBeNull();
    const dearer: Column = { ...awkward(problem), cost: problem.wholeCost(0) };
    const found = cheaperLayout(problem, dearer);
    expect(found?.gives).toEqual([0, 1]);
    expect(found?.cost).toBeCloseTo(problem.wholeCost(0) - 620 * 100 * 0.7e-4, 9);
  });

  it('gives just the same pieces, on racks of salvage, and never costs more', () => {
    const problem = new Problem(salvageInstance({ boards: 30, pieces: 30 }, 3));
    const { open, species } = problem.demand();
    const prices = Float64Array.from(
      problem.species.flatMap(() =>
        problem.wants.map((want) => (want.areaMm2 / (want.panel ? want.amount : 1)) * 6e-5),
      ),
    );
    let [asked, better] = [0, 0];
    problem.instance.boards.forEach((_, b) => {
      const column = problem.column(b, prices, open, species, { ...QUICK, packs: 3, heights: 2, classes: 2 });
      if (!column) return;
      asked++;
      const found = cheaperLayout(problem, column);
      if (!found) return;
      better++;
      expect(found.cost).toBeLessThan(column.cost);
      const sorted = ({ gives }: Column): string[] => {
        const parts: string[] = [];
        for (let i = 0; i < gives.length; i += 2)
          parts.push(`${gives[i]} ${(gives[i + 1] as number).toFixed(6)}`);
        return parts.sort();
      };
      expect(sorted(found)).toEqual(sorted(column));
    });
    expect(asked).toBeGreaterThan(10);
    expect(better).toBeGreaterThan(2);
  });
});

describe('layouts that are remembered', () => {
  const problem = new Problem(instance);
  const dear = (): Column => ({ ...awkward(problem), cost: problem.wholeCost(0) });

  it('are asked for once, and so many at a time', () => {
    const made: Column[] = [];
    const relayouts = new Relayouts(problem, (column) => made.push(column));
    const [one, two, three] = [dear(), dear(), dear()];
    const some = relayouts.some([one, two, three], 2);
    expect(some.map(({ cost }, i) => cost < ([one, two, three][i] as Column).cost)).toEqual([
      true,
      true,
      false,
    ]);
    expect(made).toHaveLength(2);
    expect(relayouts.some([one, two, three], 0)).toEqual([some[0], some[1], three]);
    expect(made).toHaveLength(2);
  });

  it('take the place of those of a plan, board by board', () => {
    const relayouts = new Relayouts(problem, () => undefined);
    const columns = new Map([[0, dear()]]);
    relayouts.plan(columns, 0, false);
    expect(columns.get(0)?.cost).toBe(problem.wholeCost(0));
    relayouts.plan(columns, 1, false);
    expect(columns.get(0)?.cost).toBeLessThan(problem.wholeCost(0));
  });

  it('are looked at more closely once that is asked for, and never cost more then', () => {
    const rack = new Problem(salvageInstance({ boards: 30, pieces: 30 }, 3));
    const { open, species } = rack.demand();
    const prices = Float64Array.from(
      rack.species.flatMap(() =>
        rack.wants.map((want) => (want.areaMm2 / (want.panel ? want.amount : 1)) * 6e-5),
      ),
    );
    const made: Column[] = [];
    const relayouts = new Relayouts(rack, (column) => made.push(column));
    const plan = new Map<number, Column>();
    rack.instance.boards.forEach((_, b) => {
      const column = rack.column(b, prices, open, species, QUICK);
      if (column) plan.set(b, column);
    });
    const costs = (): number[] => [...plan.values()].map(({ cost }) => cost);
    const first = costs();
    relayouts.plan(plan, plan.size, false);
    const nearly = costs();
    relayouts.plan(plan, plan.size, true);
    const closely = costs();
    nearly.forEach((cost, i) => expect(cost).toBeLessThanOrEqual(first[i] as number));
    closely.forEach((cost, i) => expect(cost).toBeLessThanOrEqual(nearly[i] as number));
    expect(nearly).not.toEqual(first);
    expect(closely).not.toEqual(nearly);
    const asked = made.length;
    relayouts.plan(plan, plan.size, true);
    expect(made).toHaveLength(asked);
  });
});
