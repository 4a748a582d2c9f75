import { describe, expect, it } from 'vitest';
import { readTallyLine } from '../stock/tally-line.ts';
import { nominalSection } from './nominal.ts';

it.each([
  [2, 4, { thickness: 38, width: 89 }],
  [4, 2, { thickness: 38, width: 89 }],
  [4, 4, { thickness: 89, width: 89 }],
  [1, 6, { thickness: 19, width: 140 }],
  [1.25, 6, { thickness: 25, width: 140 }],
  [6, 6, { thickness: 140, width: 140 }],
  [6, 8, { thickness: 140, width: 191 }],
  [7, 4, null],
  [3.5, 3.5, null],
  [90, 45, null],
])('%s by %s is %j', (a, b, section) => {
  expect(nominalSection(a, b)).toEqual(section);
});

describe('a tally line with the section first', () => {
  it.each([
    ["post 4x4 8'", [2438.4, 89, 89], '4"x4"'],
    ["6 studs 2x4 8' spruce", [2438.4, 89, 38], '2"x4"'],
    ["2x4x8'", [2438.4, 89, 38], '2"x4"'],
    ["5/4x6 12' pine", [3657.6, 140, 25], '5/4"x6"'],
    ['post "', null, null],
    ['rail 90x45 2400', [2400, 90, 45], null],
    ['board 2"x4" 8\'', [2438.4, 101.6, 50.8], null],
    ["deck 5x7 8'", [2438.4, 7, 5], null],
    ['1200 x 90 x 20', [1200, 90, 20], null],
    ['2 x 1200 x 90 x 20', [1200, 90, 20], null],
    ['slat 4 x 2 x 1', [4, 2, 1], null],
  ] as const)('%s', (line, sizes, asTrue) => {
    const { piece, nominal } = readTallyLine(line, 'mm');
    const got = piece && [piece.length, piece.width, piece.thickness];
    if (sizes === null) expect(got).toBeNull();
    else got?.forEach((mm, i) => expect(mm).toBeCloseTo(sizes[i] as number, 6));
    expect(nominal?.asTrue ?? null).toBe(asTrue);
  });

  it('says what it was read as, and reads the true size once it is written so', () => {
    const line = "3 post 4x4 8'";
    const { nominal, chips, count } = readTallyLine(line, 'mm');
    expect(count).toBe(3);
    expect(chips.find(({ kind }) => kind === 'size')?.text).toBe('4 × 4 nominal, read as 89 × 89 mm');
    const end = nominal ?? { start: 0, end: 0, asTrue: '' };
    const rewritten = line.slice(0, end.start) + end.asTrue + line.slice(end.end);
    const again = readTallyLine(rewritten, 'mm');
    expect(again.nominal).toBeNull();
    expect(again.piece).toMatchObject({ length: 2438.4, width: 101.6, thickness: 101.6 });
  });
});
