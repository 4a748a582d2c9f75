import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aFind, anyFind } from '../../../test-support/made-up-finds.ts';
import { printTallyLine, readTallyLine } from '../tally-line.ts';
import { flatBlanks, rectangleInSlice, sliceAreaMm2 } from './cask-shape.ts';
import { seatedHoops } from './barrel.ts';
import { hoopSeatMm, radiusAt, radiusLossMm } from './barrel-hoops.ts';
import { piecesForRack } from './for-rack.ts';
import { breakdownOf, drawFind, expectedPieces, takeApart, usualMeasures } from './take-apart.ts';

const total = (list: readonly { readonly volumeM3: number }[]): number =>
  list.reduce((sum, { volumeM3 }) => sum + volumeM3, 0);

describe('every breakdown', () => {
  it('conserves wood: pieces and losses together are the find', () => {
    fc.assert(
      fc.property(anyFind, (find) => {
        const apart = takeApart(find);
        const sum = apart.piecesM3 + total(apart.losses);
        expect(Math.abs(sum - apart.standingM3)).toBeLessThanOrEqual(1e-9 + apart.standingM3 * 1e-9);
        for (const loss of apart.losses) expect(loss.volumeM3).toBeGreaterThanOrEqual(0);
        expect(expectedPieces(apart)).toHaveLength(apart.pieceCount);
      }),
      { numRuns: Number(process.env['RUNS'] ?? 400) },
    );
  });

  it('puts every finding on its piece, and every piece can be called out and read back', () => {
    fc.assert(
      fc.property(anyFind, (find) => {
        const pieces = piecesForRack(find, takeApart({ ...find, alike: 1 }), ['mould'], '2026-03-01');
        for (const piece of pieces.slice(0, 6)) {
          const whole = Math.max(piece.width, piece.widthFar ?? 0);
          for (const finding of piece.findings) {
            expect(finding.x + finding.length).toBeLessThanOrEqual(piece.length + 1e-6);
            expect(finding.y + finding.width).toBeLessThanOrEqual(whole + 1e-6);
          }
          if (piece.length > 20_000 || whole > 20_000) continue;
          const { origin: _origin, ...called } = piece;
          const read = readTallyLine(printTallyLine(called, 'mm'), 'mm');
          expect(read.faults).toEqual([]);
          expect(read.piece).toEqual(called);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('is drawn whole and apart with the same points', () => {
    fc.assert(
      fc.property(anyFind, (find) => {
        for (const shape of drawFind(find)) {
          expect(shape.apart).toHaveLength(shape.whole.length);
          for (const [x, y] of [...shape.whole, ...shape.apart]) {
            expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
          }
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('pallet', () => {
  const measures = { ...usualMeasures('pallet'), deckBoards: 9, bottomBoards: 5 };

  it('of 17 members gives 17 pieces with nail pairs where boards cross stringers', () => {
    const apart = takeApart(aFind('pallet', { measures, way: 'saw-nails' }));
    expect(apart.pieceCount).toBe(17);
    const [deck, , stringer] = apart.sorts;
    expect(deck?.each[0]?.findings).toHaveLength(6);
    expect(deck?.each[0]?.findings.map(({ x }) => x)).toEqual([16, 16, 597, 597, 1178, 1178]);
    expect(deck?.each[0]?.findings.every(({ kind }) => kind === 'metal')).toBe(true);
    expect(stringer?.each[0]?.findings).toHaveLength(28);
  });

  it('sawn between the stringers gives two short boards without a nail', () => {
    const [deck] = takeApart(aFind('pallet', { measures, way: 'cut-between' })).sorts;
    // Stringers of 38 at 19, 600 and 1181; 10 beside each is left on: 581 − 38 − 20.
    expect(deck?.each.map(({ length, findings }) => [length, findings.length])).toEqual([
      [523, 0],
      [523, 0],
    ]);
  });

  it('prised apart loses some boards, and a correction says how many really', () => {
    const pry = takeApart(aFind('pallet', { measures, way: 'pry', alike: 6 }));
    expect(pry.sorts.map(({ broken }) => broken)).toEqual([8, 5, 0]);
    const found = takeApart(
      aFind('pallet', {
        measures,
        way: 'pry',
        alike: 6,
        corrections: { deck: { broken: 2, thickness: 17 } },
      }),
    );
    expect(found.sorts[0]?.broken).toBe(2);
    expect(found.sorts[0]?.each[0]?.thickness).toBe(17);
  });
});

describe('barrel', () => {
  const cask = { ...usualMeasures('barrel'), height: 900, bilge: 660, head: 560, staveThickness: 27 };

  it('has staves that fill its shell', () => {
    const [stave] = takeApart(aFind('barrel', { measures: cask })).sorts;
    // The shell by slices: rings of the mean radius, along the curve.
    let shell = 0;
    const slices = 2000;
    for (let i = 0; i < slices; i++) {
      const u = (2 * (i + 0.5)) / slices - 1;
      const radius = 330 - 50 * u ** 2 - 27 / 2;
      const slope = (-100 * u) / 450;
      shell += 2 * Math.PI * radius * 27 * (900 / slices) * Math.hypot(1, slope);
    }
    const staves = (stave?.members ?? 0) * volume(stave?.sort);
    expect(Math.abs(staves / (shell / 1e9) - 1)).toBeLessThan(0.005);
  });

  const volume = (
    sort: { length: number; width: number; widthEnds?: number; thickness: number } | undefined,
  ): number =>
    sort ? (sort.length * sort.thickness * (sort.width + ((sort.widthEnds ?? 0) - sort.width) / 3)) / 1e9 : 0;

  it('gives flatter blanks the shorter they are cut', () => {
    const blanks = flatBlanks(cask);
    expect(blanks[0]?.thickness).toBe(0);
    for (let i = 1; i < blanks.length; i++) {
      expect(blanks[i]?.thickness ?? 0).toBeGreaterThanOrEqual(blanks[i - 1]?.thickness ?? 0);
    }
    // Two lengths: a quarter of the bend of 50, and the cup of a stave of 56 on a radius of 330.
    expect(blanks[1]?.thickness).toBeCloseTo(27 - 50 * (450 / 907) ** 2 - 1 - 2, 0);
    expect(blanks[3]?.thicknessRipped).toBeGreaterThan(blanks[3]?.thickness ?? 0);
  });

  it.each([
    [400, 1.5, 392.33],
    [150, 4, 79.37],
    [120, 6, null],
  ] as const)('a hoop %i from the belly, the radius %d less: seats at %s', (at, loss, seat) => {
    const shape = { headRadius: 280, bilgeRadius: 330, halfHeight: 450 };
    const found = hoopSeatMm(shape, at, loss);
    if (seat === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(seat, 2);
    // Where it seats now the cask is as wide as it was where it sat.
    if (found !== null) expect(radiusAt(shape, found) - loss).toBeCloseTo(radiusAt(shape, at), 9);
  });

  it('loses radius as it dries, and nothing holds a hoop where the belly is no wider', () => {
    expect(radiusLossMm(300, 5.6, 26, 12)).toBeCloseTo(7.84, 9);
    expect(() => hoopSeatMm({ headRadius: 280, bilgeRadius: 280, halfHeight: 450 }, 1, 1)).toThrow(
      'wider in the middle',
    );
  });

  it('gives every hoop its own place and seat; the head hoops decide whether it is kept whole', () => {
    const cask = usualMeasures('barrel');
    const hoops = seatedHoops(cask);
    expect(hoops.map(({ name }) => name)).toEqual([
      'head hoop',
      'head hoop',
      'quarter hoop',
      'quarter hoop',
      'bilge hoop',
      'bilge hoop',
    ]);
    for (const { atMm, seatMm } of hoops) if (seatMm !== null) expect(seatMm).toBeLessThan(atMm);
    const gone = { ...cask, hoops: 6, headHoops: 1 };
    expect(breakdownOf('barrel').remarks(cask).join(' ')).toContain('Both head hoops are on');
    expect(breakdownOf('barrel').remarks(gone).join(' ')).toContain('A head hoop is gone');
    // Four hoops without the head hoops are no cask, two head hoops alone are.
    expect(
      breakdownOf('barrel')
        .remarks({ ...cask, hoops: 4, headHoops: 0 })
        .join(' '),
    ).toContain('heap of staves');
    expect(
      breakdownOf('barrel')
        .remarks({ ...cask, hoops: 2, headHoops: 2 })
        .join(' '),
    ).toContain('Both head hoops');
  });

  it('cuts its heads into the largest straight boards', () => {
    expect(sliceAreaMm2(100, -100, 100)).toBeCloseTo(Math.PI * 1e4, 6);
    expect(sliceAreaMm2(100, 0, 100)).toBeCloseTo((Math.PI * 1e4) / 2, 6);
    // The largest rectangle in a whole disc is the square inside it.
    const square = rectangleInSlice(100, -100, 100);
    expect(square.length).toBeCloseTo(Math.SQRT2 * 100, 0);
    expect(square.width).toBeCloseTo(Math.SQRT2 * 100, 0);
    expect(rectangleInSlice(100, 0, 20)).toEqual({ length: 2 * Math.sqrt(1e4 - 400), width: 20 });
  });
});

describe('pew', () => {
  it('keeps more of its dished seat the narrower it is ripped', () => {
    const of = (seatStrips: number) =>
      takeApart(aFind('pew', { measures: { ...usualMeasures('pew'), seatStrips } })).sorts[0];
    expect(of(1)?.each[0]?.warp).toEqual({ cup: -6 });
    expect(of(3)?.each).toHaveLength(3);
    expect(of(3)?.each[0]?.width).toBeCloseTo((330 - 2 * 3.2) / 3, 6);
    expect(of(3)?.each[0]?.warp?.cup).toBeCloseTo(-6 * (107.867 / 330) ** 2, 3);
    const kinds = takeApart(aFind('pew')).sorts[1]?.each[0]?.findings.map(({ kind }) => kind);
    expect(kinds).toEqual(['nail-hole', 'nail-hole', 'nail-hole', 'notch', 'notch', 'old-finish']);
  });
});

describe('flooring', () => {
  it('counts its boards by area, and knows what tongue and groove take', () => {
    const apart = takeApart(aFind('flooring'));
    // 3.6 × 2.4 m over boards of 1.2 m mean length and 57 mm face.
    expect(apart.sorts.reduce((sum, { members }) => sum + members, 0)).toBe(126);
    const found = apart.sorts[0]?.each[0]?.findings ?? [];
    expect(
      found.filter(({ width, x }) => width === 6 && x === 0).map(({ kind, face }) => [kind, face]),
    ).toEqual([
      ['tongue', 'upper'],
      ['groove', 'lower'],
    ]);
    expect(found.filter(({ kind }) => kind === 'nail-hole')).toHaveLength(6);
  });
});

describe('post', () => {
  it('leaves its foot behind, and splits into halves that face opposite ways', () => {
    const way = (id: string) => takeApart(aFind('post', { way: id })).sorts[0]?.each ?? [];
    expect(way('whole')[0]?.findings.some(({ kind }) => kind === 'rot')).toBe(true);
    expect(way('foot-off')[0]?.length).toBe(2400 - 305);
    expect(way('foot-off')[0]?.findings.some(({ kind }) => kind === 'rot')).toBe(false);
    const halves = way('halves');
    expect(halves.map(({ thickness }) => thickness)).toEqual([70, 70]);
    expect(halves.map(({ findings }) => findings.at(-1)?.face)).toEqual(['A', 'B']);
  });
});

describe('furniture', () => {
  it('gives no leaf where crumbs in a screw hole say chipboard', () => {
    const measures = { ...usualMeasures('furniture'), holeSign: 3 };
    const apart = takeApart(aFind('furniture', { measures }));
    expect(apart.sorts.find(({ sort }) => sort.key === 'leaf')?.pieces).toBe(0);
    expect(apart.losses.some(({ name }) => name.startsWith('chipboard'))).toBe(true);
    expect(apart.remarks.join()).toContain('veneer on chipboard');
  });
});

it('a mixed lot keeps the straight part of each', () => {
  const [sort] = takeApart(aFind('mixed')).sorts;
  expect(sort?.each[0]).toMatchObject({ length: 700, width: 110 });
  expect(takeApart(aFind('glass', { alike: 2 })).kept).toMatchObject([{ name: 'pane', count: 2 }]);
});
