import { describe, expect, it } from 'vitest';
import { harmonyOf, type Harmony } from './harmony.ts';
import type { Column, Problem } from './problem.ts';

/** What pieces of one want count, each from a board of a trait; null: nobody knows it. */
function counts(
  weights: Harmony,
  ...from: (readonly [board: number, trait: readonly number[] | null])[]
): number {
  const boards: { trait?: readonly number[] }[] = [];
  const columns = new Map<number, Column>();
  for (const [board, trait] of from) {
    boards[board] = trait ? { trait } : {};
    const cuts = [...(columns.get(board)?.cuts ?? []), { want: 0, x: 0, y: 0, length: 1, width: 1 }];
    columns.set(board, { board, cuts } as unknown as Column);
  }
  const problem = { harmony: new Map([[0, weights]]), instance: { boards } } as unknown as Problem;
  return harmonyOf(problem, columns);
}

const ALIKE: Harmony = { alike: 10, together: 0 };
const TOGETHER: Harmony = { alike: 0, together: 3 };

describe('pieces that go together', () => {
  it('count nothing when they are all alike, however many boards they come from', () => {
    expect(counts(ALIKE, [0, [1, 2]], [1, [1, 2]], [2, [1, 2]])).toBe(0);
  });

  it('a single odd one counts once, at most as quite different', () => {
    expect(counts(ALIKE, [0, [0]], [1, [0]], [2, [0.4]])).toBeCloseTo(4, 9);
    expect(counts(ALIKE, [0, [0]], [1, [0]], [2, [7]])).toBe(10);
  });

  it('one of which nobody knows what it is like may be unlike those of which it is known', () => {
    const unknown = counts(ALIKE, [0, [0]], [1, [0]], [2, null]);
    expect(unknown).toBeGreaterThan(0);
    expect(unknown).toBeLessThan(10);
    // Nothing to hold them against.
    expect(counts(ALIKE, [0, null], [1, null])).toBe(0);
  });

  it('of one board count nothing, of each board after the first once', () => {
    expect(counts(TOGETHER, [0, null], [0, null], [0, null])).toBe(0);
    expect(counts(TOGETHER, [0, null], [1, null], [0, null], [2, [1]])).toBe(6);
  });

  it('count nothing where no part asks for it', () => {
    const problem = { harmony: new Map(), instance: { boards: [] } } as unknown as Problem;
    expect(harmonyOf(problem, new Map())).toBe(0);
  });
});
