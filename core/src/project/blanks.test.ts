import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_MACHINES, HAND_TOOL_SHOP } from '../yield/machines.ts';
import { inBlanks, inSinglePieces } from './blanks.ts';
import { DEFAULT_ALLOWANCES, type Part } from './project.ts';

const peg = (more: Partial<Part> = {}): Part => ({
  id: 'peg',
  name: 'peg',
  qty: 8,
  length: 110,
  width: 30,
  thickness: 20,
  grade: 'character',
  species: 'any',
  allowances: DEFAULT_ALLOWANCES,
  ...more,
});

it('plans pegs of 110 three to a blank that the planer takes', () => {
  const blanks = inBlanks(peg(), DEFAULT_MACHINES, 3.2);
  expect(blanks).toMatchObject({ qty: 3, blank: { k: 3, length: 110, qty: 8 }, allowances: { length: 0 } });
  expect(blanks?.length).toBeCloseTo(3 * 110 + 2 * 3.2 + 30, 9);
});

it.each([
  ['long enough', peg({ length: 300 }), DEFAULT_MACHINES],
  ['single', peg({ qty: 1 }), DEFAULT_MACHINES],
  ['glued up', peg({ make: { kind: 'laminated', layers: 2 } }), DEFAULT_MACHINES],
  ['by hand', peg(), HAND_TOOL_SHOP],
])('asks for no blank where a part is %s', (_why, part, machines) => {
  expect(inBlanks(part, machines, 3.2)).toBeNull();
});

it('always holds the parts, is never too short for the planer, and goes back to single pieces', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 60 }), fc.integer({ min: 20, max: 299 }), (qty, length) => {
      const part = peg({ qty, length });
      const blanks = inBlanks(part, DEFAULT_MACHINES, 3.2);
      if (!blanks?.blank) throw new Error('no blank');
      const { k } = blanks.blank;
      expect(blanks.qty * k).toBeGreaterThanOrEqual(qty);
      expect(blanks.length).toBeGreaterThanOrEqual(DEFAULT_MACHINES.planerLeastLengthMm);
      expect(blanks.length).toBeGreaterThanOrEqual(k * length + (k - 1) * 3.2);
      expect(inSinglePieces(blanks)).toEqual(part);
    }),
  );
});
