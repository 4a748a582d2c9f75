import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { panelOrder, type PanelStrip } from './panel-order.ts';

const strip = fc.record({
  left: fc.constantFrom<'sap' | 'heart'>('sap', 'heart'),
  right: fc.constantFrom<'sap' | 'heart'>('sap', 'heart'),
});
const panel = (most: number) =>
  fc
    .tuple(
      fc.array(strip, { minLength: 1, maxLength: most }),
      fc.array(fc.nat(100), { minLength: 14, maxLength: 14 }),
    )
    .map(([edges, lightness]) => ({
      strips: edges.map((edge, i): PanelStrip => ({ id: `s${i}`, ...edge })),
      tone: edges.map((_, i) =>
        edges.map((_other, j) => Math.abs((lightness[i] ?? 0) - (lightness[j] ?? 0))),
      ),
    }));
const weights = { tone: 1, sapwood: 30 };

/** What an order costs, summed anew. */
function costOf(
  order: readonly { readonly id: string; readonly turned: boolean }[],
  strips: readonly PanelStrip[],
  tone: readonly (readonly number[])[],
): number {
  let cost = 0;
  for (let i = 1; i < order.length; i++) {
    const [a, b] = [order[i - 1], order[i]];
    const [one, other] = [
      strips.findIndex(({ id }) => id === a?.id),
      strips.findIndex(({ id }) => id === b?.id),
    ];
    const right = a?.turned ? strips[one]?.left : strips[one]?.right;
    const left = b?.turned ? strips[other]?.right : strips[other]?.left;
    cost += (tone[one]?.[other] ?? 0) + (right === left ? 0 : 30);
  }
  return cost;
}

function* permutations<T>(list: readonly T[]): Generator<T[]> {
  if (list.length === 0) yield [];
  for (const [i, first] of list.entries())
    for (const rest of permutations([...list.slice(0, i), ...list.slice(i + 1)])) yield [first, ...rest];
}

describe('the order of strips', () => {
  it('turns sapwood to sapwood', () => {
    const strips: PanelStrip[] = [
      { id: 'a', left: 'sap', right: 'heart' },
      { id: 'b', left: 'sap', right: 'heart' },
    ];
    const { order, cost } = panelOrder(
      strips,
      [
        [0, 5],
        [5, 0],
      ],
      weights,
    );
    expect(cost).toBe(5);
    expect(order.filter(({ turned }) => turned)).toHaveLength(1);
  });

  it('is the best of all orders and turns, tried out', () => {
    fc.assert(
      fc.property(panel(5), ({ strips, tone }) => {
        const { order, cost, bound, exact } = panelOrder(strips, tone, weights);
        expect(cost).toBeCloseTo(costOf(order, strips, tone), 9);
        expect([bound, exact]).toEqual([cost, true]);
        let best = Infinity;
        for (const ids of permutations(strips.map(({ id }) => id)))
          for (let turns = 0; turns < 1 << ids.length; turns++)
            best = Math.min(
              best,
              costOf(
                ids.map((id, i) => ({ id, turned: (turns & (1 << i)) !== 0 })),
                strips,
                tone,
              ),
            );
        expect(cost).toBeCloseTo(best, 9);
      }),
      { numRuns: 40 },
    );
  });

  it('is never worse than the order as given, and lays every strip once, however many', () => {
    fc.assert(
      fc.property(panel(14), ({ strips, tone }) => {
        const { order, cost, bound } = panelOrder(strips, tone, weights);
        expect(bound).toBeLessThanOrEqual(cost + 1e-9);
        const given = strips.map(({ id }) => ({ id, turned: false }));
        expect(cost).toBeLessThanOrEqual(costOf(given, strips, tone) + 1e-9);
        expect(order.map(({ id }) => id).sort()).toEqual(strips.map(({ id }) => id).sort());
      }),
      { numRuns: 60 },
    );
  });
});
