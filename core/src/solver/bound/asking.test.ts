import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { knownOptimum, salvageInstance } from '../../../bench/match-makers.ts';
import type { MatchInstance } from '../instance.ts';
import { solverFrom } from '../linear.ts';
import { Problem } from '../problem.ts';
import { Asking, type Asked } from './asking.ts';
import { ALL, type Case } from './cases.ts';
import { ProofRack } from './rack.ts';
import { RelaxedMaster } from './relaxed-master.ts';

const solver = solverFrom(await loadHighs());
const CELLS = [{ length: 60, width: 24 }];
/** A price per m² at which many boards gain. */
const DEAR = 100;

/** A rack that can be asked, and the prices that its wants are worth by area. */
function ready(instance: MatchInstance): {
  readonly rack: ProofRack;
  readonly asking: Asking;
  readonly ask: (perM2: number, which?: Case) => Asked;
} {
  const problem = new Problem(instance);
  const rack = new ProofRack(problem, CELLS);
  const asking = new Asking(rack);
  const master = new RelaxedMaster(problem, solver, rack.demands, rack.boards);
  const ask = (perM2: number, which = ALL): Asked => {
    const prices = rack.evenPrices(
      problem.wants.map((want) => ((want.panel ? want.areaMm2 / want.amount : want.areaMm2) / 1e6) * perM2),
    );
    const asked = asking.ask(master, which, prices, 1);
    for (;;) {
      const next = asked.next();
      if (next.done === true) return next.value;
    }
  };
  return { rack, asking, ask };
}

describe('asking boards at prices', () => {
  it('proves no more than the optimum at any prices, and more than half of it at some', () => {
    const { instance, optimum } = knownOptimum(10, 6, 3);
    const { ask } = ready(instance);
    const values = instance.boards.map(({ value }) => value);
    let best = 0;
    for (const perM2 of [
      0,
      Math.min(...values),
      values[0] ?? 1,
      Math.max(...values),
      10 * Math.max(...values),
    ]) {
      const { bound } = ask(perM2);
      expect(bound).toBeLessThanOrEqual(optimum + 1e-6);
      best = Math.max(best, bound);
    }
    expect(best).toBeGreaterThan(0.5 * optimum);
  });

  it('asks no board twice at the same prices, and proves the same', () => {
    const { ask, asking } = ready(salvageInstance({ boards: 8, pieces: 10 }, 5));
    const first = ask(DEAR);
    const { asked } = asking.work;
    expect(asked).toBeGreaterThan(0);
    expect(first.added).toBeGreaterThan(0);
    const again = ask(DEAR);
    expect(again).toEqual({ bound: first.bound, added: 0 });
    expect(asking.work.asked).toBe(asked);
    expect(asking.work.spared).toBeGreaterThan(0);
  });

  it('proves more of plans that leave a board which gains', () => {
    const { ask, rack } = ready(salvageInstance({ boards: 8, pieces: 10 }, 5));
    const all = ask(DEAR).bound;
    const without = rack.boards.map((_, b) => ask(DEAR, { ...ALL, out: new Set([b]) }).bound);
    expect(Math.min(...without)).toBeGreaterThanOrEqual(all - 1e-9);
    expect(Math.max(...without)).toBeGreaterThan(all + 1e-6);
  });
});

describe('the rack as the proof has it', () => {
  it('gathers what is wanted of a part, and counts copies only as far as states allow', () => {
    const { rack } = ready(salvageInstance({ boards: 8, pieces: 10 }, 5));
    const { wants } = rack.problem;
    for (const [d, { amount, want }] of rack.demands.entries()) {
      const own = wants.filter((_, w) => rack.demandOf[w] === d);
      expect(own.map(({ part }) => part.id)).toEqual(own.map(() => want.part.id));
      expect(amount).toBeCloseTo(own.reduce((sum, each) => sum + each.amount, 0));
    }
    const prices = { of: new Float64Array(), over: new Map<number, Float64Array>(), under: new Map() };
    rack.boards.forEach((board, b) => {
      if (!board) return;
      let states = 1;
      for (const [i, d] of board.demands.entries()) {
        if (!rack.canBeCounted(board, i)) continue;
        rack.count(b, d, prices);
        states *= (rack.demands[d]?.amount ?? 0) + 1;
        expect(rack.canBeCounted(board, i)).toBe(false);
      }
      expect(states).toBeLessThanOrEqual(32);
    });
  });
});
