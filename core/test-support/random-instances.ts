import fc from 'fast-check';
import type { Rect } from '../src/geometry/rectangle.ts';
import { DEFAULT_OFFCUT, type MatchInstance } from '../src/solver/instance.ts';

const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });

const rect = fc.record({ x: mm(0, 1900), y: mm(0, 230), length: mm(4, 200), width: mm(4, 60) });

/** A shape that leaves the four corners free. */
const cross = (length: number, width: number): Rect[] => [
  { x: 0, y: width / 4, length, width: width / 2 },
  { x: length / 4, y: 0, length: length / 2, width },
];

/** Small random matching problems with solid, laminated and shaped parts and panels, of two species and two grades. */
export const randomInstance: fc.Arbitrary<MatchInstance> = fc
  .record({
    boards: fc.array(
      fc.record({
        length: mm(400, 2000),
        width: mm(60, 250),
        thickness: fc.constantFrom(18, 25, 40),
        species: fc.constantFrom('oak', 'pine'),
        value: mm(1, 9),
        clear: fc.array(rect, { maxLength: 5 }),
        loose: fc.boolean(),
      }),
      { minLength: 1, maxLength: 5 },
    ),
    parts: fc.array(
      fc.record({
        type: fc.constantFrom('solid' as const, 'solid' as const, 'panel' as const, 'laminated' as const),
        round: fc.boolean(),
        length: mm(150, 900),
        width: mm(30, 160),
        thickness: fc.constantFrom(15, 20, 30),
        qty: mm(1, 3),
        grade: fc.constantFrom('clear', 'character'),
        species: fc.constantFrom('any' as const, ['oak'], ['pine', 'oak']),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    kerf: fc.constantFrom(0, 2.4, 3.2),
  })
  .map(({ boards, parts, kerf }) => ({
    kerf,
    jointAllowance: 1,
    offcut: DEFAULT_OFFCUT,
    boards: boards.map(({ clear, loose, ...board }, index) => ({
      ...board,
      id: `b${index}`,
      blocked: { clear, character: loose ? clear.slice(1) : clear },
    })),
    parts: parts.map(({ round, ...part }, index) => ({
      ...part,
      id: `p${index}`,
      ...(part.type === 'panel' ? { minStrip: 40, maxStrip: 120 } : {}),
      ...(part.type === 'laminated' ? { layers: 2 } : {}),
      ...(part.type === 'solid' && round ? { shape: cross(part.length, part.width) } : {}),
    })),
  }));
