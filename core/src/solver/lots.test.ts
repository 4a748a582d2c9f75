import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import { seededRandom } from '../foundation/random.ts';
import { firstFitDraft } from './first-plan.ts';
import { cheapestOf, columnOf, givesAll, leftBeside, lotFor } from './lots.ts';
import type { MatchBoard, MatchInstance } from './instance.ts';
import { CLOSER } from './pattern.ts';
import { Problem, type Column } from './problem.ts';
import type { Want } from './want.ts';

/** A plank with room for a shelf and all strips of a panel. */
const instance: MatchInstance = {
  kerf: 3,
  jointAllowance: 1,
  offcut: { minLength: 300, minWidth: 50, credit: 0.7 },
  boards: ['plank', 'other'].map((id) => ({
    id,
    length: 2500,
    width: 240,
    thickness: 25,
    species: 'oak',
    value: 100,
    blocked: { clear: [] },
  })),
  parts: [
    {
      id: 'shelf',
      type: 'solid',
      length: 700,
      width: 90,
      thickness: 20,
      qty: 2,
      grade: 'clear',
      species: 'any',
    },
    {
      id: 'lid',
      type: 'panel',
      length: 800,
      width: 230,
      thickness: 20,
      qty: 1,
      grade: 'clear',
      species: 'any',
      minStrip: 40,
      maxStrip: 120,
    },
  ],
};

const giving = (board: number, ...gives: number[]): Column => ({ board, cost: 1, extra: 0, cuts: [], gives });
const planOf = (...columns: Column[]): Map<number, Column> =>
  new Map(columns.map((column) => [column.board, column]));

describe('ways to cut for a lot', () => {
  it('give all of it where there is room, and of a panel not a millimetre less', () => {
    const problem = new Problem(instance);
    const [shelf, lid] = ['shelf', 'lid'].map((id) => problem.wants.findIndex(({ part }) => part.id === id));
    const lot = new Float64Array(problem.wants.length);
    lot[shelf as number] = 1;
    lot[lid as number] = (problem.wants[lid as number] as Want).amount;
    const { gives = [] } = columnOf(problem, 0, lot, CLOSER) ?? {};
    const given = new Map(
      Array.from({ length: gives.length / 2 }, (_, n) => [gives[2 * n], gives[2 * n + 1]]),
    );
    expect(given.get(shelf)).toBe(1);
    expect(given.get(lid)).toBeCloseTo(lot[lid as number] as number, 6);
    expect(columnOf(problem, 0, new Float64Array(problem.wants.length), CLOSER)).toBeNull();
  });

  it('let each piece lie where it takes least from what is kept, when the cheapest is asked for', () => {
    const solid = { type: 'solid', thickness: 20, grade: 'clear', species: 'any' } as const;
    const sizes = [
      { id: 'slat', length: 720, width: 62, qty: 5 },
      { id: 'shelf', length: 818, width: 116, qty: 2 },
      { id: 'rail', length: 714, width: 40, qty: 1 },
      { id: 'block', length: 186, width: 104, qty: 1 },
    ];
    const problem = new Problem({
      ...instance,
      boards: [{ ...(instance.boards[0] as MatchBoard), length: 2320, width: 322 }],
      parts: sizes.map((size) => ({ ...solid, ...size })),
    });
    const lot = Float64Array.from(problem.wants, ({ amount }) => amount);
    const [stuffed, cheapest] = [columnOf, cheapestOf].map((way) => way(problem, 0, lot, CLOSER));
    expect(cheapest && givesAll(cheapest, lot)).toBe(true);
    expect((cheapest as Column).cost).toBeLessThan(0.99 * (stuffed as Column).cost);
    // One slat more than there is room for.
    lot[0] = 30;
    expect(cheapestOf(problem, 0, lot, CLOSER)).toBeNull();
    expect(columnOf(problem, 0, lot, CLOSER)).not.toBeNull();
  });

  it('have room by area, are of what the board may give, and no more than is wanted', () => {
    let fromTwo = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const problem = new Problem(salvageInstance({ boards: 12, pieces: 14 }, seed));
      const plan = firstFitDraft(problem).columns;
      const { open, species } = problem.demand();
      const random = seededRandom(seed);
      for (let n = 0; n < 60; n++) {
        const b = random.below(problem.instance.boards.length);
        const lot = lotFor(problem, b, open, plan, species, random);
        let mm2 = 0;
        lot.forEach((much, w) => {
          if (much === 0) return;
          const want = problem.wants[w] as Want;
          mm2 += much * (want.panel ? want.areaMm2 / want.amount : want.areaMm2);
          expect([...(problem.wantsOf[b] as Int32Array)]).toContain(w);
          expect(much).toBeLessThanOrEqual(want.amount + 1e-6);
        });
        expect(mm2).toBeLessThanOrEqual(problem.areaM2(b) * 1e6 * (1 + 1e-9));
        const { gives = [] } = plan.get(b) ?? {};
        const own = gives.length > 0 && gives.every((w, i) => i % 2 === 1 || (lot[w] as number) > 0);
        if (own && lot.some((much, w) => much > 0 && !gives.some((g, i) => i % 2 === 0 && g === w)))
          fromTwo++;
      }
    }
    expect(fromTwo).toBeGreaterThan(20);
  });
});

describe('what is left of a panel', () => {
  const problem = new Problem(instance);
  const lid = problem.wants.findIndex(({ part }) => part.id === 'lid');
  const { amount } = problem.wants[lid] as Want;
  const draws = (plan: Map<number, Column>, known: readonly Column[]): Set<number> => {
    const random = seededRandom(5);
    return new Set(Array.from({ length: 300 }, () => leftBeside(problem, lid, plan, known, null, random)));
  };

  it('is what all but one or two boards of the plan leave, or one or two other ways do; now and then nothing', () => {
    const plan = planOf(giving(0, lid, 150), giving(1, lid, 120));
    // The plan less both boards or less one; less one of the other ways; or none of it.
    const possible = [0, amount, amount - 150, amount - 120, amount - 90];
    expect([...draws(plan, [giving(0, lid, 90)])].sort((a, b) => a - b)).toEqual(
      possible.sort((a, b) => a - b),
    );
  });

  it('is all of it where no way gives any, or one gives more than there is', () => {
    expect(draws(new Map(), [])).toEqual(new Set([0, amount]));
    expect(draws(new Map(), [giving(0, lid, amount + 20)])).toEqual(new Set([0, amount]));
  });
});
