import { describe, expect, it } from 'vitest';
import { salvageInstance } from '../../bench/match-makers.ts';
import type { Solver } from './linear.ts';
import { Master } from './master.ts';
import { Problem, type Column } from './problem.ts';

const NO_SOLVER: Solver = { linear: () => null, whole: () => null };

const column = (gives: readonly number[], cost: number, board = 0): Column => ({
  board,
  cost,
  extra: 0,
  gives,
  cuts: [],
});

describe('the pool of ways to cut', () => {
  const master = (): Master =>
    new Master(new Problem(salvageInstance({ boards: 4, pieces: 4 }, 1)), NO_SOLVER);

  it('keeps of ways that give the same only the cheapest', () => {
    const pool = master();
    expect(pool.add(column([0, 1, 2, 3], 9))).toBe(true);
    expect(pool.add(column([2, 3, 0, 1], 9))).toBe(false);
    expect(pool.add(column([0, 1, 2, 3], 10))).toBe(false);
    expect(pool.add(column([0, 1, 2, 3], 8))).toBe(true);
    expect(pool.pool.map(({ cost }) => cost)).toEqual([8]);
  });

  it('takes ways apart that give other pieces, other amounts, or come from another board', () => {
    const pool = master();
    pool.add(column([0, 1], 5));
    expect(pool.add(column([0, 2], 5))).toBe(true);
    expect(pool.add(column([1, 1], 5))).toBe(true);
    expect(pool.add(column([0, 1], 5, 1))).toBe(true);
    expect(pool.pool).toHaveLength(4);
  });

  it('tells the cheapest way for one that a plan lays, and learns it where there is none', () => {
    const pool = master();
    const cheap = column([0, 1], 5);
    pool.add(cheap);
    expect(pool.cheapest(column([0, 1], 7))).toBe(cheap);
    const unknown = column([3, 1], 4);
    expect(pool.cheapest(unknown)).toBe(unknown);
    expect(pool.pool).toContain(unknown);
  });
});
