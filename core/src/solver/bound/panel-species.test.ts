import { describe, expect, it } from 'vitest';
import { ALL, panelOfSpecies, type Case } from './cases.ts';
import { isPossible, leastForPanels, pricesIn } from './panel-species.ts';
import type { Demand } from './relaxed-master.ts';

/** Three copies of a lid, each of 100 mm of strip, in three species. */
const lid = { want: { amount: 100 }, amount: 300, panel: true } as Demand;
const SPECIES = 3;
const told = (...limits: (readonly [number, number])[]): Case => ({
  ...ALL,
  ofSpecies: new Map(limits.map((pair, s) => [panelOfSpecies(0, s), pair])),
});

describe('panels by species', () => {
  it('cost what the cheapest species does, as far as it may be', () => {
    const least = (which: Case): number => leastForPanels(which, lid, 0, [5, 2, 9]);
    expect(least(ALL)).toBe(599);
    expect(least(told([0, 3], [0, 1]))).toBe(199 + 999);
    expect(least(told([0, 3], [0, 3], [1, 3]))).toBe(399 + 899);
    expect(least(told([0, 0], [0, 1], [0, 3]))).toBe(199 + 1799);
  });

  it('come to what trying every choice of species does', () => {
    const limits = [
      [0, 0],
      [0, 1],
      [0, 3],
      [1, 2],
    ] as const;
    for (const a of limits)
      for (const b of limits)
        for (const c of limits) {
          const which = told(a, b, c);
          let best = Infinity;
          for (let x = a[0]; x <= a[1]; x++)
            for (let y = b[0]; y <= b[1]; y++) {
              const z = 3 - x - y;
              if (z >= c[0] && z <= c[1]) best = Math.min(best, 100 * (5 * x + 2 * y + 9 * z));
            }
          expect(isPossible(which, [lid], SPECIES)).toBe(best < Infinity);
          if (best === Infinity) continue;
          const found = leastForPanels(which, lid, 0, [5, 2, 9]);
          expect(found).toBeLessThanOrEqual(best);
          expect(found).toBeGreaterThan(best - 4);
        }
  });

  it('give strips no worth of a species that they may not be of', () => {
    const prices = { of: Float64Array.of(5, 2, 9), over: new Map(), under: new Map() };
    expect([...pricesIn(told([0, 3], [0, 0]), prices, 1).of]).toEqual([5, 0, 9]);
    expect(pricesIn(ALL, prices, 1)).toBe(prices);
  });
});
