import fc from 'fast-check';
import { expect } from 'vitest';
import { everyPlan } from './every-plan.ts';
import { DEFAULT_OFFCUT, type MatchInstance } from '../src/solver/instance.ts';

const tens = (from: number, to: number): fc.Arbitrary<number> =>
  fc.integer({ min: from, max: to }).map((n) => n * 10);

/** Tiny problems on a grid of tens, without kerf, where nothing is credited. */
const tinyInstance: fc.Arbitrary<MatchInstance> = fc
  .record({
    boards: fc.array(
      fc.record({
        length: tens(3, 5),
        width: tens(2, 3),
        value: fc.integer({ min: 1, max: 5 }),
        knot: fc.boolean(),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    parts: fc.array(
      fc.record({ length: tens(2, 4), width: tens(1, 2), qty: fc.integer({ min: 1, max: 2 }) }),
      {
        minLength: 1,
        maxLength: 2,
      },
    ),
  })
  .map(({ boards, parts }) => ({
    kerf: 0,
    jointAllowance: 0,
    offcut: { ...DEFAULT_OFFCUT, credit: 0 },
    boards: boards.map(({ knot, ...board }, i) => ({
      ...board,
      id: `b${i}`,
      thickness: 20,
      species: 'oak',
      blocked: { clear: knot ? [{ x: 0, y: 0, length: 10, width: 10 }] : [] },
    })),
    parts: parts.map((part, i) => ({
      ...part,
      id: `p${i}`,
      type: 'solid' as const,
      thickness: 18,
      grade: 'clear',
      species: 'any' as const,
    })),
  }));

/**
 * Holds a bound against the best that trying every place finds, on tiny problems that can be covered in full, since a
 * bound speaks of full plans only. Returns how many there were.
 */
export function heldAgainstEveryPlan(
  boundOf: (instance: MatchInstance, best: number) => number,
  runs: { readonly numRuns: number; readonly seed: number },
): number {
  let full = 0;
  fc.assert(
    fc.property(tinyInstance, (instance) => {
      const best = everyPlan(instance, { x: 10, y: 10 });
      const demanded = instance.parts.reduce((sum, part) => sum + part.length * part.width * part.qty, 0);
      if (best.covered < demanded) return;
      full++;
      expect(boundOf(instance, best.spent)).toBeLessThanOrEqual(best.spent + 1e-9);
    }),
    runs,
  );
  return full;
}
