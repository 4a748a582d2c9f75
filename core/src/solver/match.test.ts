import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomInstance } from '../../test-support/random-instances.ts';
import { cutTree } from './cut-tree.ts';
import {
  DEFAULT_OFFCUT,
  type MatchBoard,
  type MatchInstance,
  type MatchPart,
  type MatchPlan,
} from './instance.ts';
import { matchSteps, solveMatch } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

const board = (id: string, length: number, width: number, more: Partial<MatchBoard> = {}): MatchBoard => ({
  id,
  length,
  width,
  thickness: 20,
  species: 'oak',
  value: 10,
  blocked: { clear: [], character: [], hidden: [] },
  ...more,
});

const part = (id: string, length: number, width: number, more: Partial<MatchPart> = {}): MatchPart => ({
  id,
  type: 'solid',
  length,
  width,
  thickness: 18,
  qty: 1,
  grade: 'clear',
  species: 'any',
  ...more,
});

const instance = (boards: MatchBoard[], parts: MatchPart[]): MatchInstance => ({
  kerf: 3,
  jointAllowance: 1,
  offcut: DEFAULT_OFFCUT,
  boards,
  parts,
});

/** A fixed number of rounds, so that nothing depends on the clock. */
function afterRounds(problem: MatchInstance, rounds: number, seed = 1): MatchPlan {
  let left = rounds;
  return solveMatch(problem, () => left-- <= 0, { seed });
}

describe('solveMatch', () => {
  it('lays parts a kerf apart around what the grade does not accept', () => {
    const problem = instance(
      [board('A', 1000, 100, { blocked: { clear: [{ x: 480, y: 0, length: 40, width: 100 }] } })],
      [part('rail', 475, 48, { qty: 4 })],
    );
    const plan = afterRounds(problem, 3);
    expect(verifyPlan(problem, plan)).toEqual([]);
    expect(plan).toMatchObject({ coverage: 1, boards: 1, status: 'feasible', missing: [] });
  });

  it('takes the poorer board where it will do', () => {
    const problem = instance(
      [board('good', 600, 100, { value: 50 }), board('poor', 600, 100, { value: 5 })],
      [part('cleat', 500, 80)],
    );
    expect(afterRounds(problem, 3).placements[0]?.boardId).toBe('poor');
  });

  it('says what is short and by how many', () => {
    const problem = instance([board('A', 1000, 100)], [part('rail', 900, 90, { qty: 3 })]);
    const plan = afterRounds(problem, 30);
    expect(plan).toMatchObject({ status: 'short', missing: [{ id: 'rail', short: 2 }], bound: null });
    expect(plan.coverage).toBeCloseTo(1 / 3);
    expect(verifyPlan(problem, plan)).toEqual([]);
  });

  it('makes a panel of strips from one species, or not at all', () => {
    const boards = [
      board('o', 800, 70),
      board('p', 800, 70, { species: 'pine' }),
      board('q', 800, 70, { species: 'pine' }),
    ];
    const problem = instance(boards, [part('top', 700, 120, { type: 'panel', minStrip: 40, maxStrip: 70 })]);
    const plan = afterRounds(problem, 3);
    expect(plan.coverage).toBe(1);
    expect(new Set(plan.placements.filter((p) => p.partId === 'top').map((p) => p.boardId))).toEqual(
      new Set(['p', 'q']),
    );
    expect(verifyPlan(problem, plan)).toEqual([]);
  });

  it('keeps what is left when it is worth keeping, and credits it', () => {
    const problem = instance([board('A', 1000, 100)], [part('rail', 497, 100)]);
    const plan = afterRounds(problem, 3);
    expect(plan.placements.find((p) => p.partId === 'offcut')).toMatchObject({ length: 500, width: 100 });
    expect(plan.consumed).toBeCloseTo((10 * (100_000 - 0.7 * 50_000)) / 1e6);
  });

  it('repeats itself for a seed, and never gets worse', () => {
    fc.assert(
      fc.property(randomInstance, (problem) => {
        expect(afterRounds(problem, 6, 5)).toEqual(afterRounds(problem, 6, 5));
        let best = -1;
        let steps = 0;
        for (const { plan } of matchSteps(problem, { seed: 5 })) {
          expect(plan.coverage).toBeGreaterThanOrEqual(best - 1e-9);
          best = plan.coverage;
          if (++steps > 6) break;
        }
      }),
      { numRuns: 20 },
    );
  });

  it('makes only plans that keep every rule', () => {
    fc.assert(
      fc.property(randomInstance, (problem) => {
        expect(verifyPlan(problem, afterRounds(problem, 8))).toEqual([]);
      }),
      { numRuns: 120 },
    );
  });
});

describe('verifyPlan', () => {
  const problem = instance(
    [board('A', 1000, 100, { blocked: { clear: [{ x: 900, y: 0, length: 50, width: 20 }] } })],
    [part('rail', 400, 40, { qty: 2 })],
  );
  const good = afterRounds(problem, 3);
  const spoil = (change: Partial<MatchPlan['placements'][number]>, at = 0): MatchPlan => ({
    ...good,
    placements: good.placements.map((placed, i) => (i === at ? { ...placed, ...change } : placed)),
  });

  it.each<[string, MatchPlan]>([
    ['no board', spoil({ boardId: 'Z' })],
    ['no part', spoil({ partId: 'leg' })],
    ['over the board', spoil({ x: 700 })],
    ['less than a kerf', spoil({ y: 1 }, 1)],
    ['length', spoil({ length: 399 })],
    ['width', spoil({ width: 41 })],
    ['only 2', spoil({ unit: 2 })],
    ['does not accept', spoil({ x: 590, y: 0 })],
    ['placed 2 times', { ...good, placements: good.placements.map((placed) => ({ ...placed, unit: 0 })) }],
    ['coverage', { ...good, coverage: 0.5 }],
    ['consumed', { ...good, consumed: 1 }],
    ['boards', { ...good, boards: 2 }],
    ['bound', { ...good, bound: 99, boundProven: true }],
    ['short', { ...good, missing: [{ id: 'rail', short: 1 }] }],
  ])('sees a fault: %s', (word, plan) => {
    expect(verifyPlan(problem, good)).toEqual([]);
    expect(verifyPlan(problem, plan).join('; ')).toContain(word);
  });

  it('refuses a layout that would need a fourth stage', () => {
    const pinwheel = [
      { x: 0, y: 0, length: 60, width: 30 },
      { x: 63, y: 0, length: 30, width: 60 },
      { x: 33, y: 63, length: 60, width: 30 },
      { x: 0, y: 33, length: 30, width: 60 },
    ];
    expect(cutTree(pinwheel, 3, 'crosscutFirst')).toBeNull();
    const square = instance(
      [board('S', 93, 93)],
      pinwheel.map((r, i) => part(`p${i}`, r.length, r.width)),
    );
    const plan: MatchPlan = {
      placements: pinwheel.map((r, i) => ({ ...r, boardId: 'S', partId: `p${i}`, unit: 0 })),
      coverage: 1,
      consumed: (10 * 93 * 93) / 1e6,
      boards: 1,
      bound: null,
      boundProven: false,
      status: 'feasible',
      missing: [],
    };
    expect(verifyPlan(square, plan).join()).toContain('three stages');
  });
});

it('finds the cuts of a layout by the school that can do it', () => {
  const long = { x: 0, y: 0, length: 1000, width: 40 };
  const short = { x: 0, y: 43, length: 400, width: 40 };
  const next = { x: 403, y: 43, length: 400, width: 30 };
  expect(cutTree([long, short, next], 3, 'crosscutFirst')).toBeNull();
  expect(cutTree([long, short, next], 3, 'ripFirst')?.groups).toHaveLength(2);
});
