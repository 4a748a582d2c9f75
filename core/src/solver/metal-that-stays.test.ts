import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomInstance } from '../../test-support/random-instances.ts';
import { canBeSawn } from './cut-tree.ts';
import { DEFAULT_OFFCUT, type MatchInstance } from './instance.ts';
import { solveMatch } from './solve.ts';
import { verifyPlan } from './verify-plan.ts';

const nail = { x: 500, y: 20, length: 10, width: 10 };
const board = { length: 1000, width: 100, noSaw: [nail] };

describe('a cut past metal that stays', () => {
  it.each([
    ['beside it', [{ x: 0, y: 0, length: 400, width: 100 }], true],
    ['up to a kerf before it', [{ x: 0, y: 0, length: 497, width: 100 }], true],
    ['right into it', [{ x: 0, y: 0, length: 499, width: 100 }], false],
    ['just behind it', [{ x: 513, y: 0, length: 487, width: 100 }], true],
    ['out of it', [{ x: 512, y: 0, length: 488, width: 100 }], false],
    // The rip runs on along the whole board, through the nail's stretch of the width.
    ['ripped along it', [{ x: 0, y: 26, length: 1000, width: 74 }], false],
    ['with the nail well inside', [{ x: 0, y: 0, length: 1000, width: 60 }], true],
  ] as const)('%s', (_, placed, possible) => {
    expect(canBeSawn(placed, 3, board)).toBe(possible);
  });
});

const part = { type: 'solid', thickness: 20, qty: 3, grade: 'clear', species: 'any' } as const;
const instance = (more: Partial<MatchInstance['boards'][number]>): MatchInstance => ({
  kerf: 3,
  jointAllowance: 1,
  offcut: DEFAULT_OFFCUT,
  boards: [
    {
      id: 'b',
      length: 1000,
      width: 100,
      thickness: 25,
      species: 'oak',
      value: 1,
      blocked: { clear: [nail] },
      ...more,
    },
  ],
  parts: [{ id: 'p', ...part, length: 495, width: 46 }],
});

it('the engine plans round it, by cuts that its checker would refuse otherwise', () => {
  const free = solveMatch(instance({}), () => false);
  expect(free.coverage).toBe(1);
  const through = instance({ noSaw: [nail] });
  // The plan that pays no heed to the metal is refused by the checker, which shares no code with the engine.
  expect(verifyPlan(through, { ...free, bound: null, boundProven: false }).join()).toContain(
    'runs through metal',
  );
  expect(
    verifyPlan(
      through,
      solveMatch(through, () => false),
    ),
  ).toEqual([]);
});

it('holds for any problem with metal in any board', () => {
  fc.assert(
    fc.property(randomInstance, fc.integer({ min: 0, max: 900 }), (problem, at) => {
      const boards = problem.boards.map((one, i) => {
        const metal = { x: Math.min(at, one.length - 20), y: (at % one.width) * 0.8, length: 8, width: 8 };
        return i % 2 === 0 ? { ...one, noSaw: [metal] } : one;
      });
      const given = { ...problem, boards };
      let rounds = 60;
      const plan = solveMatch(given, () => rounds-- <= 0);
      expect(verifyPlan(given, plan)).toEqual([]);
    }),
    { numRuns: 30 },
  );
});
