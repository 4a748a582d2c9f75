import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SPECIES } from '../timber/species.ts';
import { printTallyLine, readTallyLine } from './tally-line.ts';

const piece = (line: string, unit: 'mm' | 'inch' = 'mm') => readTallyLine(line, unit).piece;

describe('readTallyLine', () => {
  it('reads a batch as it is called out', () => {
    const got = readTallyLine('6 slat 1195 x 98 x 18 spruce, bay 2, from pallets', 'mm');
    expect(got.faults).toEqual([]);
    expect(got.count).toBe(6);
    expect(got.piece).toEqual({
      name: 'slat',
      length: 1195,
      width: 98,
      thickness: 18,
      species: 'norway-spruce',
      speciesSure: 'sure',
      place: 'bay 2',
      find: 'pallets',
    });
    expect(got.chips.map((chip) => chip.kind)).toEqual(['count', 'name', 'size', 'species', 'place', 'find']);
  });

  it.each<[string, number[]]>([
    ['1195×98×18', [1195, 98, 18]],
    ['pew seat 2.61m by 330 x 30', [2610, 330, 30]],
    ['post 8\' x 5 1/2" x 5 1/2"', [2438.4, 139.7, 139.7]],
    ['5\' 3 1/4" x 3½" x 5/4 oak', [1606.55, 88.9, 31.75]],
    ['rail 2,400 x 90 x 20', [2400, 90, 20]],
    ['leg 710 x 64 x 64 mahogany', [710, 64, 64]],
    ['leg 71cm x 64mm x 64 maple', [710, 64, 64]],
    ['2 x 1200 x 90 x 20', [1200, 90, 20]],
  ])('reads the sizes of %s', (line, sizes) => {
    const got = piece(line);
    expect([got?.length, got?.width, got?.thickness].map((mm) => Math.round((mm ?? 0) * 100) / 100)).toEqual(
      sizes,
    );
  });

  it('reads a taper, a guess, and the unit of bare figures', () => {
    expect(piece('stave 880 x 92>78 x 26 oak?')).toMatchObject({
      width: 92,
      widthFar: 78,
      species: 'european-oak',
      speciesSure: 'guess',
    });
    expect(piece('board 47 x 4 x 3/4', 'inch')).toMatchObject({
      length: 1193.8,
      width: 101.6,
      thickness: 19.05,
    });
  });

  it.each([
    ['6 slat 1195 x 98 x 18 sprice', 'sprice', 'spruce'],
    ['slat 1195 x 98', '', 'thickness'],
    ['slat', '', 'sizes are missing'],
    ['slat 0 x 98 x 18', '0', 'above zero'],
    ['slat 1195 x 98 x 18 pine, blue', 'blue', 'say “at'],
    ['900 slat 1195 x 98 x 18 pine', '900', 'count from 1'],
    ['slat 1195 m x 98 x 18', '1195 m', '20 m'],
  ])('marks what is wrong in %j where it stands', (line, marked, reason) => {
    const fault = readTallyLine(line, 'mm').faults[0];
    expect(fault?.message).toContain(reason);
    expect(line.slice(fault?.start, fault?.end)).toBe(marked);
  });

  it('reads on when half of the line is typed, without throwing', () => {
    const line = '6 slat 1195 × 98>80 × 18 spruce?, bay 2, from “old, worn” pallets';
    for (let end = 0; end <= line.length; end++) {
      expect(() => readTallyLine(line.slice(0, end), 'inch')).not.toThrow();
    }
  });

  it('never throws and always points inside the text', () => {
    fc.assert(
      fc.property(fc.string(), (line) => {
        for (const { start, end } of readTallyLine(line, 'mm').faults) {
          expect(start).toBeGreaterThanOrEqual(0);
          expect(end).toBeGreaterThanOrEqual(start);
          expect(end).toBeLessThanOrEqual(line.length);
        }
      }),
    );
  });
});

it('prints a piece as a line that reads back the same', () => {
  const size = (max: number) => fc.integer({ min: 1, max: max * 10 }).map((tenths) => tenths / 10);
  const word = fc.constantFrom('', 'slat', 'pew seat', 'deck board', 'stave');
  fc.assert(
    fc.property(
      fc.record({
        name: word,
        length: size(9000),
        width: size(900),
        thickness: size(300),
        species: fc.constantFrom('unknown', ...SPECIES.map((kind) => kind.id)),
        place: fc.constantFrom('', 'bay 2', 'the loft'),
        find: fc.constantFrom('', 'chapel pews'),
      }),
      (tallied) => {
        const whole = { ...tallied, speciesSure: 'sure' as const };
        expect(readTallyLine(printTallyLine(whole, 'mm'), 'mm').piece).toEqual(whole);
      },
    ),
  );
});
